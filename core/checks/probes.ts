import { type Catalogue, type Finding, judge, type JudgedItem, levelOf, resolveItems } from '@dolly-tub/core';
import fc from 'fast-check';
import type { Asked, Probe } from './oracle';

/** What the engine and the oracle are both asked: the same things, drawn by seed, on either side of every line. */
export interface Question {
  of: Probe[];
  at: Asked;
}

/** Percents at which a rule, a line or a case begins, and a hair below and above each. */
const EDGES = [0.001, 0.1, 0.5, 1, 2, 3, 4, 5, 8, 10, 12, 20, 25, 30, 50].flatMap((x) => [x * 0.999, x, x * 1.001]);
const ANYWHERE: fc.Arbitrary<Asked> = fc.record({
  meeting: fc.constantFrom('container', 'surface', 'drain', 'fixture', 'machine', 'carried', 'shelf'),
  closed: fc.boolean(),
  porous: fc.boolean(),
  rinsed: fc.option(fc.record({ times: fc.integer({ min: 1, max: 3 }), nights: fc.constantFrom(0, 1, 2, 6, 7, 8) }), {
    nil: undefined,
  }),
});
/** Where the columns differ, one of each. */
export const PLACES: Asked[] = [
  { meeting: 'container' },
  { meeting: 'container', closed: true },
  { meeting: 'shelf' },
  { meeting: 'machine' },
];

export const productIds = (c: Catalogue): string[] => [...c.products.keys()];
/** Substances that a table of reactions speaks of: not what is only undisclosed. */
const substanceIds = (c: Catalogue): string[] =>
  [...c.substances.values()].filter((s) => !s.classes.includes('undisclosed')).map((s) => s.id);

export function* pairsOf<T>(all: readonly T[]): Generator<[T, T]> {
  for (let i = 0; i < all.length; i++) for (let j = i + 1; j < all.length; j++) yield [all[i]!, all[j]!];
}
/** Every pair of substances, neat: all four forms of the two in turn. */
export function* substancePairs(c: Catalogue): Generator<[Probe, Probe]> {
  let n = 0;
  for (const [a, b] of pairsOf(substanceIds(c))) {
    n++;
    yield [
      { substance: a, percent: 100, solid: n % 2 === 0 },
      { substance: b, percent: 100, solid: n % 4 > 1 },
    ];
  }
}
/** Pairs of substances at and beside the lines, anywhere. */
export const atTheLines = (c: Catalogue, n: number, seed: number): Question[] => {
  const one: fc.Arbitrary<Probe> = fc.record({
    substance: fc.constantFrom(...substanceIds(c)),
    percent: fc.constantFrom(...EDGES, 100),
    solid: fc.boolean(),
  });
  return fc
    .sample(fc.tuple(one, one, ANYWHERE), { numRuns: n, seed })
    .flatMap(([a, b, at]) =>
      (a as { substance: string }).substance === (b as { substance: string }).substance ? [] : [{ of: [a, b], at }],
    );
};
export const productsAnywhere = (c: Catalogue, many: number, n: number, seed: number): Question[] =>
  fc
    .sample(
      fc.tuple(fc.uniqueArray(fc.constantFrom(...productIds(c)), { minLength: many, maxLength: many }), ANYWHERE),
      { numRuns: n, seed },
    )
    .map(([of, at]) => ({ of, at }));

type Meets = Parameters<typeof levelOf>[1];
/** The things of a question, as they are judged; each is resolved once. */
function itemsOf(catalogue: Catalogue): (q: Question) => [JudgedItem[], Meets] {
  const known = new Map<string, JudgedItem>();
  const item = (p: Probe): JudgedItem => {
    const key = typeof p === 'string' ? p : `${p.substance}:${p.percent}:${p.solid}`;
    let x = known.get(key);
    if (!x) {
      const r = resolveItems(
        [
          typeof p === 'string'
            ? { product: p }
            : { substance: p.substance, percent: p.percent, state: p.solid ? 'solid' : 'liquid' },
        ],
        catalogue,
      );
      if (!r.ok) throw new Error(key);
      known.set(key, (x = r.value[0]!));
    }
    return x;
  };
  return ({ of, at }) => {
    const r = at.rinsed;
    const since = r && {
      rinsed: true,
      times: r.times,
      daysAgo: r.nights,
      nights: r.nights,
      aired: false,
      sworn: false,
    };
    const items = of.map((p) => (since ? { ...item(p), since } : item(p)));
    return [items, { meeting: at.meeting, closed: at.closed, porous: at.porous }];
  };
}
/** The engine's level for a question. */
export function engineOf(catalogue: Catalogue): (q: Question) => number {
  const items = itemsOf(catalogue);
  return (q) => levelOf(...items(q), catalogue);
}
/** What the engine says for a question, every reason. */
export function findingsOf(catalogue: Catalogue): (q: Question) => readonly Finding[] {
  const items = itemsOf(catalogue);
  return (q) => judge(...items(q), catalogue).findings;
}
