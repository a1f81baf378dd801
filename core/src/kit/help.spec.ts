import { helpMost, mayShelve, type Pair, pairsOf, type Question } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';

const pair = (product: string | null, tool: string): Pair => ({ product, tool, effect: 0.9, harm: 0.1, dwell_min: 1 });

describe('what would help most', () => {
  test('by hand: the cloth opens two jobs at once, then the acid one more', () => {
    const pairs = [
      [pair('dish-detergent', 'cotton-cloth')],
      [pair(null, 'cotton-cloth')],
      [pair('citric-descaler', 'cotton-cloth')],
      [],
    ];
    expect(helpMost(pairs, ['dish-detergent'], 3, catalogue)).toEqual({
      done: [],
      help: [
        { items: ['cotton-cloth'], jobs: [0, 1] },
        { items: ['citric-descaler'], jobs: [2] },
      ],
    });
  });
  test('two that do nothing without each other are told together', () =>
    expect(helpMost([[pair('white-vinegar', 'toothbrush')]], [], 1, catalogue).help).toEqual([
      { items: ['toothbrush', 'white-vinegar'], jobs: [0] },
    ]));
  test('any jobs: each adds something, nothing that was there, and the gate lets them stand together', () => {
    const materials = [...catalogue.materials.keys()];
    const soils = [...catalogue.soils.values()].filter((s) => !s.damage).map((s) => s.id);
    const things = [...catalogue.products.keys(), ...catalogue.tools.keys()];
    fc.assert(
      fc.property(
        fc.array(fc.record({ material: fc.constantFrom(...materials), soil: fc.constantFrom(...soils) }), {
          minLength: 1,
          maxLength: 5,
        }),
        fc.subarray(things, { maxLength: 12 }),
        (jobs, there) => {
          const pairs = pairsOf(jobs as Question[], {}, catalogue);
          if (!pairs.ok) return false;
          const { done, help } = helpMost(pairs.value, there, 3, catalogue);
          const all = help.flatMap((h) => h.items);
          return (
            help.every((h) => h.jobs.length > 0 && h.jobs.every((j) => !done.includes(j))) &&
            all.every((x) => !there.includes(x)) &&
            all.every((x, i) => mayShelve(x, all.slice(0, i), null, {}, catalogue).may !== 'no')
          );
        },
      ),
      { numRuns: runs(30) },
    );
  });
});
