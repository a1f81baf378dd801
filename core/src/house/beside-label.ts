import type { Catalogue } from '../catalogue';
import type { Stock } from '../household';
import { mix } from '../mixing';

/** One thing of the house that a pack must not meet. */
export interface NotBeside {
  item: string;
  name: string;
  level: number;
  because: string;
}
/** From here two things must not meet. */
const NEVER = 4;

/**
 * What of the house a pack must not meet, worst first, judged by what its label says as if both were poured together.
 * `unsure`: words of it are open still, so something unknown may be in it. Of a text nothing is made where none is.
 */
export function labelBesideHouse(
  label: string,
  unsure: boolean,
  stock: readonly Stock[],
  catalogue: Catalogue,
): NotBeside[] {
  if (!label.trim()) return [];
  const here = new Set(stock.flatMap((s) => (s.onHand > 0 && catalogue.products.has(s.item) ? [s.item] : [])));
  return [...here]
    .flatMap((item): NotBeside[] => {
      const m = mix({ items: [{ label, unsure }, { product: item }], meeting: 'container' }, catalogue);
      const name = catalogue.products.get(item)!.name;
      if (!m.ok) return [{ item, name, level: NEVER + 1, because: m.problems[0]!.message }];
      return m.value.level >= NEVER
        ? [{ item, name, level: m.value.level, because: m.value.findings[0]?.because ?? m.value.headline }]
        : [];
    })
    .sort((a, b) => b.level - a.level || (a.name < b.name ? -1 : 1));
}
