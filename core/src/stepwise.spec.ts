import {
  advise,
  adviseSeveral,
  adviseSeveralStepwise,
  adviseStepwise,
  clashesOn,
  clashesOnStepwise,
  explain,
  explainStepwise,
  inOneGo,
  isSolid,
  mixMatrix,
  mixMatrixStepwise,
  planJob,
  planJobStepwise,
  type Portion,
  type Stepwise,
} from '@dolly-tub/core';
import { catalogue } from '../checks/catalogue-for-tests';

/** Several at once, a step of each in turn. */
function together<T>(all: Stepwise<T>[]): T[] {
  const ends = new Map<number, T>();
  while (ends.size < all.length)
    all.forEach((steps, i) => {
      if (ends.has(i)) return;
      const step = steps.next();
      if (step.done) ends.set(i, step.value);
    });
  return all.map((_, i) => ends.get(i)!);
}
const QUESTIONS = [
  { material: 'acrylic', soil: 'limescale' },
  { material: 'marble', finish: 'polished', soil: 'red-wine' },
  { material: 'wool', soil: 'coffee', severity: 4 },
  { material: 'no-such-thing', soil: 'coffee' },
];

describe('a ladder made step by step', () => {
  test('is the one made in one go, in steps that are small beside the whole', () => {
    for (const q of QUESTIONS.slice(0, 3)) {
      let steps = 0;
      const counted = (function* () {
        const all = adviseStepwise(q, {}, catalogue);
        for (;;) {
          const step = all.next();
          if (step.done) return step.value;
          steps++;
          yield;
        }
      })();
      expect(inOneGo(counted)).toEqual(advise(q, {}, catalogue));
      expect(steps).toBeGreaterThan(catalogue.products.size);
    }
  });

  test('is the same while others are being made', () => {
    const profile = { people: ['asthma'] } as never;
    const asked = QUESTIONS.flatMap((q) =>
      [{}, { profile }, { kit: ['dish-detergent'] }].map((context) => ({ q, context })),
    );
    expect(together(asked.map(({ q, context }) => adviseStepwise(q, context, catalogue)))).toEqual(
      asked.map(({ q, context }) => advise(q, context, catalogue)),
    );
  });

  test('and so are turns of several soils, each knowing what the one before has put there', () => {
    const [q, soils] = [{ material: 'acrylic' }, [{ soil: 'limescale' }, { soil: 'soap-scum' }]];
    const [one, other] = together([
      adviseSeveralStepwise(q, soils, {}, catalogue),
      adviseSeveralStepwise(q, [...soils].reverse(), {}, catalogue),
    ]);
    expect(one).toEqual(adviseSeveral(q, soils, {}, catalogue));
    expect(other).toEqual(adviseSeveral(q, [...soils].reverse(), {}, catalogue));
  });
});

describe('what else is worked out step by step is the same while others are', () => {
  test('jobs, each knowing what its own stages have put there', () => {
    const jobs = [...catalogue.jobs.values()].slice(0, 6);
    expect(together(jobs.map((j) => planJobStepwise(j, {}, {}, catalogue)))).toEqual(
      jobs.map((j) => planJob(j, {}, {}, catalogue)),
    );
  });
  test('what may not stand together', () => {
    const shelves = [
      ['chlorine-bleach', 'white-vinegar', 'dish-detergent'],
      ['drain-opener-caustic', 'toilet-cleaner-acid', 'chlorine-bleach'],
    ];
    const found = together(shelves.map((s) => clashesOnStepwise(s, catalogue)));
    expect(found).toEqual(shelves.map((s) => clashesOn(s, catalogue)));
    expect(found.map((f) => f[0]?.level)).toEqual([5, 5]);
  });
  test('everything on a shelf against everything else', () => {
    const shelf = [...catalogue.products.keys()].slice(0, 9);
    const meetings = ['container', 'drain'] as const;
    const found = together(meetings.map((m) => mixMatrixStepwise(shelf, m, catalogue)));
    expect(found).toEqual(meetings.map((m) => mixMatrix(shelf, m, catalogue)));
    expect(found[0]!.map((row) => row.length)).toEqual([8, 7, 6, 5, 4, 3, 2, 1, 0]);
  });
  test('the chemistry of a mix', () => {
    const portion = (id: string): Portion => {
      const p = catalogue.products.get(id)!;
      return { name: p.name, mL: 100, density: p.density ?? 1, solid: isSolid(p), contents: p.contents };
    };
    const mixes = [
      ['white-vinegar', 'baking-soda'],
      ['chlorine-bleach', 'white-vinegar'],
    ].map((ids) => ids.map(portion));
    expect(together(mixes.map((m) => explainStepwise(m, catalogue)))).toEqual(mixes.map((m) => explain(m, catalogue)));
  });
});
