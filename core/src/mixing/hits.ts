import { type Catalogue, type Clause, isInGroup, type Meeting, type Rule } from '../catalogue';
import { capital } from '../reason';
import { flashOf } from './flash';
import type { Ingredient, JudgedItem } from './items';

type Named = { rule: Rule; clause: Clause };
/** Clauses by operand, and those between two signatures, worked out as they come up. Built once a catalogue. */
interface Compiled {
  byA: ReadonlyMap<string, readonly Named[]>;
  pairs: Map<number, readonly Named[]>;
  triples: Map<number, readonly Named[]>;
  /** Condition → operand → clauses. */
  places: ReadonlyMap<string, ReadonlyMap<string, readonly Named[]>>;
}
const NOTHING: readonly Named[] = [];
const PLACE = 'place:';
/** Operand of a place clause that any ingredient answers to. */
const ANYTHING = 'anything';
/** More signatures than any catalogue has. */
const SIGNATURES = 1 << 20;
const compiled = new WeakMap<Catalogue['rules'], Compiled>();
function compile(catalogue: Catalogue): Compiled {
  let c = compiled.get(catalogue.rules);
  if (c) return c;
  const byA = new Map<string, Named[]>();
  const places = new Map<string, Map<string, Named[]>>();
  for (const rule of catalogue.rules.values())
    for (const clause of rule.clauses) {
      if (clause.b.startsWith(PLACE)) {
        const here = places.get(clause.b.slice(PLACE.length)) ?? new Map<string, Named[]>();
        here.set(clause.a, [...(here.get(clause.a) ?? []), { rule, clause }]);
        places.set(clause.b.slice(PLACE.length), here);
        continue;
      }
      byA.set(clause.a, [...(byA.get(clause.a) ?? []), { rule, clause }]);
    }
  c = { byA, pairs: new Map(), triples: new Map(), places };
  compiled.set(catalogue.rules, c);
  return c;
}
const breadths = new WeakMap<Catalogue['substances'], Map<string, number>>();
/** How many pairs of substances a clause speaks of: the fewer, the more its words say of these two. */
export function breadthOf(clause: HitClause, catalogue: Catalogue): number {
  if (!clause.a || !clause.b) return Infinity;
  let known = breadths.get(catalogue.substances);
  if (!known) {
    breadths.set(catalogue.substances, (known = new Map()));
    for (const s of catalogue.substances.values())
      for (const c of [...s.classes, `substance:${s.id}`])
        for (const o of catalogue.operandsOf.get(c) ?? [c]) known.set(o, (known.get(o) ?? 0) + 1);
  }
  return (known.get(clause.a) ?? 1) * (known.get(clause.b) ?? 1);
}
/** Clauses of two that name both operands, in this order. */
function pairClauses(a: Ingredient, b: Ingredient, c: Compiled): readonly Named[] {
  const key = a.signature * SIGNATURES + b.signature;
  let list = c.pairs.get(key);
  if (!list) {
    const found = [...a.operands].flatMap((o) =>
      (c.byA.get(o) ?? NOTHING).filter((n) => !n.clause.c && b.operands.has(n.clause.b)),
    );
    c.pairs.set(key, (list = found.length ? found : NOTHING));
  }
  return list;
}
function tripleClauses(a: Ingredient, c: Compiled): readonly Named[] {
  let list = c.triples.get(a.signature);
  if (!list) {
    const found = [...a.operands].flatMap((o) => (c.byA.get(o) ?? NOTHING).filter((n) => n.clause.c));
    c.triples.set(a.signature, (list = found.length ? found : NOTHING));
  }
  return list;
}

export type HitClause = Pick<
  Clause,
  'level' | 'forms' | 'because' | 'kind' | 'gas' | 'source' | 'closed' | 'firm' | 'order' | 'in' | 'notIn'
> &
  Partial<Pick<Clause, 'a' | 'b'>>;
/** `place` is a condition in the part's stead. */
export type Part = { item: number; i: Ingredient | null; place?: string };

/** Every clause that holds between ingredients of different items, each way round. */
export function eachHit(
  items: readonly JudgedItem[],
  meeting: Meeting,
  conditions: readonly string[],
  catalogue: Catalogue,
  tell: (rule: string, clause: HitClause, parts: Part[]) => void,
): void {
  const c = compile(catalogue);
  const hit = (rule: string, clause: HitClause, parts: Part[]): void => {
    if (clause.in && !clause.in.includes(meeting.id)) return;
    if (clause.notIn?.includes(meeting.id)) return;
    if (meeting.only && !meeting.only.includes(clause.kind)) return;
    tell(rule, clause, parts);
  };
  for (const id of conditions) placeHits(items, id, c, catalogue, hit);
  for (let x = 0; x < items.length; x++)
    for (let y = 0; y < items.length; y++) {
      if (x === y || apartAsSold(items[x]!, items[y]!)) continue;
      for (const a of items[x]!.ingredients) {
        for (const b of items[y]!.ingredients)
          for (const { rule, clause } of pairClauses(a, b, c))
            if (holds(clause, a, b, items[x]!, items[y]!, catalogue)) {
              const parts = [
                { item: x, i: a },
                { item: y, i: b },
              ];
              hit(rule.id, clause, x < y ? parts : parts.reverse());
            }
        for (const { rule, clause } of tripleClauses(a, c))
          tripleHits(items, x, y, a, clause, catalogue, (parts) => hit(rule.id, clause, parts));
      }
      if (x < y)
        unknownHits(items[x]!, items[y]!, (clause) =>
          hit('U1', clause, [
            { item: x, i: null },
            { item: y, i: null },
          ]),
        );
    }
}
/** The same thing twice, or parts of one kit as sold, none of them with an active halogen: mixed by their label. */
const apartAsSold = (a: JudgedItem, b: JudgedItem): boolean =>
  a.key === b.key || (a.kit !== null && a.kit === b.kit && !a.halogen && !b.halogen);

/** What a thing alone meets by how it is used. */
function placeHits(
  items: readonly JudgedItem[],
  id: string,
  c: Compiled,
  catalogue: Catalogue,
  hit: (rule: string, clause: HitClause, parts: Part[]) => void,
): void {
  const condition = catalogue.conditions.get(id);
  if (!condition) return;
  const here: Compiled['places'] extends ReadonlyMap<string, infer M> ? M : never = c.places.get(id) ?? new Map();
  items.forEach((item, n) => {
    const place: Part = { item: n, i: null, place: id };
    let named = false;
    for (const [of, trace] of [
      [item.ingredients, false],
      [item.traces, true],
    ] as const)
      for (const a of of)
        for (const operand of [...a.operands, ANYTHING])
          for (const { rule, clause } of here.get(operand) ?? NOTHING) {
            const w = clause.when;
            if (trace && !w?.trace) continue;
            if (a.percent < (w?.minA ?? 0)) continue;
            if (w?.flashBelow_C !== undefined) {
              const flash = flashOf(a, item, id === 'hot', catalogue);
              if (flash === null || flash >= w.flashBelow_C) continue;
            }
            named = true;
            hit(rule.id, clause, [{ item: n, i: a }, place]);
          }
    if (condition.otherwise && !named && !(item.onlyWater && !item.traces.length))
      hit(
        'U1',
        {
          level: condition.otherwise.level,
          forms: [],
          because: `${capital(item.name)}: ${condition.otherwise.because}`,
          kind: 'unknown',
          source: condition.basis.default,
        },
        [{ item: n, i: null }, place],
      );
    if (item.unknown && condition.unknownToo)
      hit(
        'U1',
        {
          level: 3,
          forms: [],
          because: `${capital(item.name)}: not all that is in it is known, so ${condition.name} it is not safe.`,
          kind: 'unknown',
          source: 'common-practice',
        },
        [{ item: n, i: null }, place],
      );
  });
}

function holds(
  clause: Clause,
  a: Ingredient,
  b: Ingredient,
  itemA: JudgedItem,
  itemB: JudgedItem,
  catalogue: Catalogue,
): boolean {
  if (a.substance !== null && a.substance === b.substance) return false;
  const w = clause.when;
  if (!w) return true;
  if (!meets(w, a, b, false)) return false;
  if (w.partnerDisclosed !== undefined && itemB.disclosed !== w.partnerDisclosed) return false;
  if (w.partnerGoesIn !== undefined && !itemB.goesIn.includes(w.partnerGoesIn)) return false;
  if (w.exceptSameHalogen && itemA.halogen && itemB.halogen) return false;
  if (w.aFreeOf && itemA.ingredients.some((i) => isInGroup(i.classes, w.aFreeOf!, catalogue))) return false;
  if (w.sumB) {
    const { of, over } = w.sumB;
    let sum = 0;
    for (const i of itemB.ingredients) if (i.operands.has(of)) sum += i.percent;
    if (sum <= over) return false;
  }
  return true;
}

type Pair = Pick<
  NonNullable<Clause['when']>,
  | 'minA'
  | 'minB'
  | 'stateA'
  | 'stateB'
  | 'concentratedA'
  | 'concentratedB'
  | 'aNotClass'
  | 'bNotClass'
  | 'aHasClass'
  | 'bHasClass'
>;
/** Whether two ingredients are what a clause or a case asks; a form that nobody said is any, unless it must be `known`. */
export function meets(w: Pair, a: Ingredient, b: Ingredient, known: boolean): boolean {
  if (w.minA !== undefined && a.percent < w.minA) return false;
  if (w.minB !== undefined && b.percent < w.minB) return false;
  if (w.stateA && (known || a.state !== null) && a.state !== w.stateA) return false;
  if (w.stateB && (known || b.state !== null) && b.state !== w.stateB) return false;
  if (w.concentratedA && !a.concentrated) return false;
  if (w.concentratedB && !b.concentrated) return false;
  if (w.aNotClass && a.operands.has(w.aNotClass)) return false;
  if (w.bNotClass && b.operands.has(w.bNotClass)) return false;
  if (w.aHasClass && !a.operands.has(w.aHasClass)) return false;
  return !(w.bHasClass && !b.operands.has(w.bHasClass));
}

/** Three ingredients, not all from one item: a from item x, b and c from x or y, at least one of them from y. */
function tripleHits(
  items: readonly JudgedItem[],
  x: number,
  y: number,
  a: Ingredient,
  clause: Clause,
  catalogue: Catalogue,
  hit: (parts: { item: number; i: Ingredient }[]) => void,
): void {
  const others = items.map((_, n) => n);
  for (const bi of clause.when?.sameItemBC ? [y] : others)
    for (const ci of clause.when?.sameItemBC ? [y] : others) {
      if (bi === x && ci === x) continue;
      if (bi !== y && ci !== y) continue;
      for (const b of items[bi]!.ingredients) {
        if (b === a || !b.operands.has(clause.b) || !holds(clause, a, b, items[x]!, items[bi]!, catalogue)) continue;
        for (const c of items[ci]!.ingredients)
          if (c !== a && c !== b && c.operands.has(clause.c!))
            hit([
              { item: x, i: a },
              { item: bi, i: b },
              { item: ci, i: c },
            ]);
      }
    }
}

/** U1: an unknown partner, and the undisclosed rest of a catalogue product beside active halogen. */
function unknownHits(p: JudgedItem, r: JudgedItem, hit: (c: HitClause) => void): void {
  for (const [u, other] of [
    [p, r],
    [r, p],
  ] as const) {
    if (other.onlyWater) continue;
    if (u.unknown) {
      const what = u.unknownWhat.length
        ? `"${u.unknownWhat[0]}" is not recognised`
        : 'it does not say all that is in it';
      hit({
        level: 3,
        forms: [],
        because: `${capital(u.name)}: ${what}, so a dangerous reaction cannot be ruled out.`,
        kind: 'unknown',
        source: 'common-practice',
      });
    } else if (!u.disclosed && other.halogen && !u.halogen) {
      hit({
        level: 3,
        forms: [],
        because: `The label of ${u.name} does not name everything, and beside chlorine that is not enough.`,
        kind: 'unknown',
        source: 'common-practice',
      });
    }
  }
}
