import { type Catalogue, tuning } from '../catalogue';
import { evidenceFor, method, type Method } from './combine';
import type { Stand } from './ladder';
import { ledBy } from './remedies';
import type { ChemOption, Context, Face, Question } from './types';

/** At most so many are named. */
const MOST = 5;

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
  const evidence = evidenceFor(question, context);
  const dry = rung.chem.application.wetness === 'dry';
  const best = new Map<string, Method>();
  for (const chem of chems) {
    const other = chem.product;
    if (!other || other.id === product.id || ledBy(other) !== ledBy(product)) continue;
    if ((chem.application.wetness === 'dry') !== dry || chem.from !== rung.chem.from) continue;
    const m = method(chem, rung.tool, need, evidence, face, catalogue);
    const had = best.get(other.id);
    if (m.effect >= least && (!had || m.cost < had.cost)) best.set(other.id, m);
  }
  return [...best.values()].sort((a, b) => a.cost - b.cost || (nameOf(a) < nameOf(b) ? -1 : 1)).slice(0, MOST);
}
const nameOf = ({ chem }: Method): string => chem.product!.name;
