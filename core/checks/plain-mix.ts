import { type Catalogue, type Clause, resolveItems } from '@dolly-tub/core';

/**
 * The level of two products in one container, told once more in the plainest way: everything anew for each pair, every
 * clause of every rule asked of every ingredient, nothing kept. A second opinion for the checks and the measure for the bench.
 */
export function plainLevel(a: string, b: string, catalogue: Catalogue): number {
  const r = resolveItems([{ product: a }, { product: b }], catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  const items = r.value;
  if (items[0]!.key === items[1]!.key) return 0;
  if (items[0]!.kit && items[0]!.kit === items[1]!.kit && !items.some((i) => i.halogen)) return 0;
  let worst = 0;
  const all = items.flatMap((item, n) => item.ingredients.map((i) => ({ i, item, n })));
  type One = (typeof all)[number];
  const named = (o: One, operand: string): boolean => o.i.operands.has(operand);
  const allows = (c: Clause, x: One, y: One): boolean => {
    const w = c.when ?? {};
    return !(
      (x.i.substance !== null && x.i.substance === y.i.substance) ||
      (w.minA !== undefined && x.i.percent < w.minA) ||
      (w.minB !== undefined && y.i.percent < w.minB) ||
      (w.stateA && x.i.state && x.i.state !== w.stateA) ||
      (w.stateB && y.i.state && y.i.state !== w.stateB) ||
      (w.concentratedA && !x.i.concentrated) ||
      (w.concentratedB && !y.i.concentrated) ||
      (w.aNotClass && named(x, w.aNotClass)) ||
      (w.bNotClass && named(y, w.bNotClass)) ||
      (w.aHasClass && !named(x, w.aHasClass)) ||
      (w.bHasClass && !named(y, w.bHasClass)) ||
      (w.sumB &&
        y.item.ingredients.reduce((n, i) => n + (i.operands.has(w.sumB!.of) ? i.percent : 0), 0) <= w.sumB.over) ||
      (w.partnerGoesIn && !y.item.goesIn.includes(w.partnerGoesIn)) ||
      (w.partnerDisclosed !== undefined && y.item.disclosed !== w.partnerDisclosed) ||
      (w.exceptSameHalogen && x.item.halogen && y.item.halogen) ||
      (w.aFreeOf &&
        x.item.ingredients.some((i) =>
          i.classes.some((k) => (catalogue.operandsOf.get(k) ?? [k]).includes(w.aFreeOf!)),
        )) ||
      (c.in && !c.in.includes('container')) ||
      c.notIn?.includes('container')
    );
  };
  for (const rule of catalogue.rules.values())
    for (const c of rule.clauses)
      for (const x of all)
        for (const y of all) {
          if (!named(x, c.a) || !named(y, c.b)) continue;
          if (!c.c) {
            if (x.n !== y.n && allows(c, x, y)) worst = Math.max(worst, c.level);
            continue;
          }
          if (x.i === y.i || !allows(c, x, y)) continue;
          for (const z of all) {
            if (z.i === x.i || z.i === y.i || !named(z, c.c)) continue;
            const spread = new Set([x.n, y.n, z.n]).size > 1;
            const together = !c.when?.sameItemBC || (y.n === z.n && y.n !== x.n);
            if (spread && together) worst = Math.max(worst, c.level);
          }
        }
  const [p, q] = [items[0]!, items[1]!];
  const unsaid = (u: typeof p, other: typeof p): boolean =>
    !other.onlyWater && (u.unknown || (!u.disclosed && other.halogen && !u.halogen));
  if (unsaid(p, q) || unsaid(q, p)) worst = Math.max(worst, 3);
  return worst;
}
