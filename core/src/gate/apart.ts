import { type Catalogue, type Clause, isInGroup, type Product, traceLine } from '../catalogue';
import { type Ingredient, type JudgedItem, resolveItems } from '../mixing';

/** Something that a product is kept apart from: in household words, how bad it would be, and which rule says so. */
export interface Apart {
  name: string;
  level: number;
  because: string;
  rule: string;
  source: string;
  /** Operands of the rules that the words stand for; any one of them, or all together. */
  operands: string[];
  together: boolean;
}

/** Level from which things are kept apart. */
const APART = 3;

/**
 * What products as sold are kept apart from, by the rules: every partner of level 3 and more that any clause names for
 * any of their ingredients, the partner taken at its strongest. Worst first; each name once.
 */
export function keepApart(products: readonly Product[], catalogue: Catalogue): Apart[] {
  const out = new Map<string, Apart>();
  for (const product of products) {
    const items = resolveItems([{ product: product.id }], catalogue);
    if (!items.ok) continue;
    for (const { clause, rule, partners } of partnersOf(items.value[0]!, catalogue)) {
      const level = clause.level;
      if (level < APART) continue;
      const name = partners.map((o) => catalogue.partners.get(o)?.name ?? o).join(' together with ');
      const had = out.get(name);
      if (!had || had.level < level)
        out.set(name, {
          name,
          level,
          because: clause.because,
          rule,
          source: clause.source,
          operands: [...new Set([...(had?.operands ?? []), ...partners])],
          together: partners.length > 1,
        });
      else had.operands = [...new Set([...had.operands, ...partners])];
    }
    // what is not named beside chlorine, and anything beside what is not named itself
    const { halogen, unknown } = items.value[0]!;
    for (const id of [halogen ? 'undisclosed' : null, unknown ? 'anything' : null])
      if (id)
        out.set(id, {
          name: catalogue.partners.get(id)!.name,
          level: APART,
          because: 'What is not named cannot be ruled out.',
          rule: 'U1',
          source: catalogue.partners.get(id)!.basis.default,
          operands: [id],
          together: false,
        });
  }
  // of one level, what a house is likely to have comes first
  const all = [...out.values()]
    .map((x) => ({ x, often: howOften(x, catalogue) }))
    .sort((a, b) => b.x.level - a.x.level || b.often - a.often || (a.x.name < b.x.name ? -1 : 1))
    .map(({ x }) => x);
  // what a wider word at the same level says already is not said again
  return all.filter((x) => !all.some((y) => y !== x && y.level >= x.level && covers(y, x, catalogue)));
}
const counts = new WeakMap<object, Map<string, number>>();
/** How many products that are offered for use hold it; what takes two things more is as common as the rarer. */
function howOften(x: Apart, catalogue: Catalogue): number {
  let known = counts.get(catalogue.products);
  if (!known) {
    counts.set(catalogue.products, (known = new Map()));
    for (const p of catalogue.products.values())
      if (p.advised) for (const o of operandsIn(p, catalogue)) known.set(o, (known.get(o) ?? 0) + 1);
  }
  const each = x.operands.map((o) => known.get(o) ?? 0);
  return x.together ? Math.min(...each) : Math.max(...each);
}
const covers = (wide: Apart, narrow: Apart, catalogue: Catalogue): boolean =>
  wide.operands.length === 1 &&
  narrow.operands.length === 1 &&
  wide.operands[0] !== narrow.operands[0] &&
  (catalogue.groups.get(wide.operands[0]!)?.members ?? []).includes(narrow.operands[0]!);

/** Clauses that an item takes part in, with the operands that are still missing for them. */
function partnersOf(item: JudgedItem, catalogue: Catalogue): { clause: Clause; rule: string; partners: string[] }[] {
  const out: { clause: Clause; rule: string; partners: string[] }[] = [];
  for (const rule of catalogue.rules.values())
    for (const clause of rule.clauses) {
      if (clause.b.startsWith('place:')) continue;
      const a = item.ingredients.some((i) => i.operands.has(clause.a) && mayBe(clause, 'A', i, item, catalogue));
      const b = item.ingredients.some((i) => i.operands.has(clause.b) && mayBe(clause, 'B', i, item, catalogue));
      const add = (partners: string[]): void => void out.push({ clause, rule: rule.id, partners });
      if (!clause.c) {
        if (a) add([clause.b]);
        if (b) add([clause.a]);
        continue;
      }
      const c = item.ingredients.some((i) => i.operands.has(clause.c!));
      if (clause.when?.sameItemBC) {
        if (a) add([clause.b, clause.c]);
        else if (b && c) add([clause.a]);
        continue;
      }
      const held = [a, b, c];
      if (!held.some(Boolean) || held.every(Boolean)) continue;
      add([clause.a, clause.b, clause.c].filter((_, i) => !held[i]));
    }
  return out;
}

/** Whether an ingredient meets its own side of a clause; the other side is taken at its worst. */
function mayBe(clause: Clause, side: 'A' | 'B', i: Ingredient, item: JudgedItem, catalogue: Catalogue): boolean {
  const w = clause.when;
  if (!w) return true;
  const [min, state, strong, not] =
    side === 'A' ? [w.minA, w.stateA, w.concentratedA, w.aNotClass] : [w.minB, w.stateB, w.concentratedB, w.bNotClass];
  if (min !== undefined && i.percent < min) return false;
  if (state && i.state !== null && i.state !== state) return false;
  if (strong && !i.concentrated) return false;
  if (not && i.operands.has(not)) return false;
  const has = side === 'A' ? w.aHasClass : w.bHasClass;
  if (has && !i.operands.has(has)) return false;
  if (side === 'B' && w.sumB) {
    const sum = item.ingredients.reduce((n, x) => n + (x.operands.has(w.sumB!.of) ? x.percent : 0), 0);
    if (sum <= w.sumB.over) return false;
  }
  if (side === 'A' && w.aFreeOf && item.ingredients.some((x) => isInGroup(x.classes, w.aFreeOf!, catalogue)))
    return false;
  return true;
}

/** True when something holds what a partner's words stand for: a class, a group or a substance above trace. */
export const isPartner = (apart: Apart, product: Product, catalogue: Catalogue): boolean => {
  const operands = operandsIn(product, catalogue);
  return apart.operands.some((o) => operands.has(o));
};
const operandsIn = (product: Product, catalogue: Catalogue): Set<string> =>
  new Set(
    product.contents.flatMap((c) => {
      const s = catalogue.substances.get(c.substance);
      if (!s || c.percent.max < traceLine(s.classes, catalogue)) return [];
      return [...s.classes, `substance:${s.id}`].flatMap((k) => catalogue.operandsOf.get(k) ?? [k]);
    }),
  );
