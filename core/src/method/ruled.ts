import type { Catalogue } from '../catalogue';
import type { Advice, RefusalKind } from './types';

/** Something that a person would have reached for, and why it is ruled out. */
export interface Ruled {
  id: string;
  name: string;
  kind: RefusalKind;
  why: string;
  tool: boolean;
}

/**
 * The products and tools that a person would reach for first and that are refused: those with the most that would have
 * worked on the soil, what people ask for, what the house owns. Refusals that are ordinary (made for something else,
 * kept for the toilet) are no answer. At most `each` products and as many tools.
 */
export function ruledOut(
  advice: Pick<Advice, 'refused'>,
  soil: string,
  owned: ReadonlySet<string>,
  catalogue: Catalogue,
  each = 2,
): Ruled[] {
  const lifts = catalogue.soils.get(soil)?.lifts ?? {};
  const power = (m: Readonly<Record<string, number>>): number =>
    Object.entries(m).reduce((s, [k, v]) => s + v * (lifts[k] ?? 0), 0);
  const all = advice.refused
    .filter((r) => !catalogue.refusals.get(r.kind)?.ordinary)
    .flatMap((r) => {
      const record = r.product ? catalogue.products.get(r.product) : catalogue.tools.get(r.tool ?? '');
      return record
        ? [
            {
              id: record.id,
              name: record.name,
              kind: r.kind,
              why: r.because,
              tool: !r.product,
              score: power(record.mechanisms) + (record.asked ? 2 : 0) + (owned.has(record.id) ? 0.5 : 0),
            },
          ]
        : [];
    })
    .sort((a, b) => b.score - a.score);
  return [...all.filter((x) => !x.tool).slice(0, each), ...all.filter((x) => x.tool).slice(0, each)].map(
    ({ score: _s, ...x }) => x,
  );
}
