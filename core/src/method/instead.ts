import { type Catalogue, type Tool, tuning } from '../catalogue';
import { evidenceFor, method, type Method, takesWetness } from './combine';
import { toolOption } from './options';
import type { Stand } from './ladder';
import { ledBy } from './remedies';
import type { ChemOption, Context, Face, Question, ToolOption } from './types';

/**
 * Other products that do as well in the place of a rung: made for the same chemistry, with the same tool, each put on
 * in the gentlest way that suffices (or does as much, where the rung itself does not suffice). Gentlest first.
 */
export function insteadOf(
  { method: rung }: Stand,
  chems: readonly ChemOption[],
  need: number,
  question: Question,
  face: Face,
  context: Context,
  catalogue: Catalogue,
): Method[] {
  const { product } = rung.chem;
  if (!product || rung.chem.plain) return [];
  const t = tuning(catalogue);
  const least = Math.min(t.suffices, rung.effect - t.mergeWithin);
  const most = rung.cost + t.asWellWithin;
  const evidence = evidenceFor(question, context);
  const dry = rung.chem.application.wetness === 'dry';
  const germs = face.soil.hygiene?.asks === 'disinfect';
  const best = new Map<string, Method>();
  for (const chem of chems) {
    const other = chem.product;
    if (!other || other.id === product.id || ledBy(other) !== ledBy(product)) continue;
    // what kills germs is for where germs are asked after: it cleans no better for it
    if (other.disinfects !== 'no' && product.disinfects === 'no' && !germs) continue;
    if ((chem.application.wetness === 'dry') !== dry || chem.from !== rung.chem.from) continue;
    const m = method(chem, rung.tool, need, evidence, face, catalogue);
    const had = best.get(other.id);
    if (m.effect >= least && m.cost <= most && (!had || m.cost < had.cost)) best.set(other.id, m);
  }
  return [...best.values()].sort((a, b) => a.cost - b.cost || (nameOf(a) < nameOf(b) ? -1 : 1));
}

/** Tools that something wet (or nothing, dry) may be worked with here, each weighed once. */
export const working = (tools: readonly Tool[], face: Face, dry: boolean, catalogue: Catalogue): ToolOption[] =>
  tools
    .filter((x) => takesWetness(x, dry ? 'dry' : 'wet', face))
    .map((x) => toolOption(x, face, dry, catalogue))
    .filter((x) => x.D >= tuning(catalogue).tooWeak || (!dry && x.tool.cloth !== undefined));
/**
 * Other tools that do as well in the place of a rung's, with the same product put on in the same way: as much as it does, or
 * enough. The household's usual ones first, then the gentlest. `options` are those that work dry, and wet.
 */
export function insteadWith(
  { method: rung }: Stand,
  options: { dry: readonly ToolOption[]; wet: readonly ToolOption[] },
  need: number,
  question: Question,
  face: Face,
  context: Context,
  catalogue: Catalogue,
): Method[] {
  const t = tuning(catalogue);
  const least = Math.min(t.suffices, rung.effect - t.mergeWithin);
  const most = rung.cost + t.asWellWithin;
  const evidence = evidenceFor(question, context);
  const dry = rung.chem.application.wetness === 'dry' && !rung.chem.product;
  return (
    options[dry ? 'dry' : 'wet']
      // a blade is held as its own rung says, never in passing
      .filter(({ tool }) => tool.id !== rung.tool.tool.id && !tool.blade && (!tool.alone || rung.chem.plain))
      .map((x) => method(rung.chem, x, need, evidence, face, catalogue))
      .filter((m) => m.effect >= least && m.cost <= most)
      .sort((a, b) => usual(b) - usual(a) || a.cost - b.cost || (a.tool.tool.name < b.tool.tool.name ? -1 : 1))
  );
}
const usual = ({ tool }: Method): number => (tool.tool.usual ? 1 : 0);
const nameOf = ({ chem }: Method): string => chem.product!.name;
