import { type Catalogue, type FirstAid, percentInUse, type Product } from '../catalogue';

export type Route = FirstAid['route'];
export const ROUTES: readonly Route[] = ['eye', 'swallowed', 'skin', 'breathed'];
/** What to do when one product has hurt somebody. */
export interface Hurt {
  /** Before anything else. */
  first: { text: string; because: string; source: string };
  /** After that, worst reason first, each once. */
  then: { text: string; source: string }[];
  /** Call at once, whatever it looks like. */
  callNow: boolean;
  /** What the poison centre asks for, read off the record: name, what is in it, how strong. */
  say: string[];
}

/** pH at or beyond which a product counts as corrosive (GHS, CLP Annex I 3.2: 2 and 11.5). */
const isCorrosive = (p: Product): boolean =>
  p.hazards.pictograms.includes('GHS05') ||
  (p.pH !== null && p.pH.of === 'neat' && (p.pH.min <= 2 || p.pH.max >= 11.5));

/** Whether a line of first aid speaks of a product as sold. Without a product only what holds for everything does. */
function speaksOf(f: FirstAid, p: Product | null, catalogue: Catalogue): boolean {
  const { classes, minPercent, states, corrosive } = f.when;
  if (!classes && !states && !corrosive) return true;
  if (!p) return false;
  if (corrosive && !isCorrosive(p)) return false;
  if (states && !states.includes(p.state)) return false;
  return !classes || percentInUse({ product: p, dilution: 1 }, classes, catalogue) >= Math.max(minPercent ?? 0, 1e-9);
}

/**
 * First aid after one product, by how it got there: the line of its worst class first. A product that is not known gets
 * what holds for all, and is called for at once: unknown is not safe.
 */
export function hurtBy(product: Product | null, route: Route, catalogue: Catalogue): Hurt {
  const lines = [...catalogue.firstaid.values()]
    .filter((f) => f.route === route && speaksOf(f, product, catalogue))
    .sort((a, b) => b.rank - a.rank);
  const lead = lines[0]!;
  const seen = new Set<string>([lead.first]);
  const then = lines.flatMap((f) =>
    f.then.filter((t) => !seen.has(t) && seen.add(t)).map((text) => ({ text, source: f.basis.default })),
  );
  // what holds for everything stands under the worse line too, where it says something more
  const unknown = !product || product.disclosed === 'no';
  return {
    first: { text: lead.first, because: lead.because, source: lead.basis.default },
    then: then.slice(0, 5),
    callNow: unknown || lines.some((f) => f.now),
    say: product ? whatIsIn(product, catalogue) : ['the name on the bottle, and everything that its label says'],
  };
}
function whatIsIn(p: Product, catalogue: Catalogue): string[] {
  const contents = [...p.contents]
    .filter((c) => !catalogue.substances.get(c.substance)?.classes.includes('water') && c.percent.max >= 0.5)
    .sort((a, b) => b.percent.max - a.percent.max)
    .slice(0, 5)
    .map((c) => {
      const name = catalogue.substances.get(c.substance)?.name.toLowerCase() ?? c.substance;
      return `${name} ${c.percent.min === c.percent.max ? c.percent.max : `${c.percent.min} to ${c.percent.max}`} %`;
    });
  return [
    p.name,
    ...(contents.length ? [`usually with ${contents.join(', ')}`] : []),
    ...(p.pH ? [`pH ${p.pH.min} to ${p.pH.max}`] : []),
  ];
}
