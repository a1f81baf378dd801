import { catalogue } from '../../checks/catalogue-for-tests';
import { insteadOf, mayShelve, pairsOf, type Question, readOffers, weighOffers, withinBudget } from '@dolly-tub/core';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

describe('which pack', () => {
  const offers = [
    { amount: 500, price: 2.4 },
    { amount: 2000, price: 6.1 },
  ];
  test('by hand: 2.40 for half a litre is 4.80 a litre, 6.10 for two is 3.05', () =>
    expect(weighOffers(offers, 'mL', 0, null).map((w) => [w.amount, w.unitPrice])).toEqual([
      [2000, 3.05],
      [500, 4.8],
    ]));
  test('at 20 mL a week and half a year of keeping, 1480 mL of the big one are poured away', () => {
    const [first, second] = weighOffers(offers, 'mL', 20, 26);
    // 520 mL are used: all of the small one, a quarter of the big one
    expect(first).toMatchObject({ amount: 500, wasted: 0, usedPrice: 4.8, weeks: 25 });
    expect(second).toMatchObject({ amount: 2000, wasted: 1480 });
    expect(second!.usedPrice).toBeCloseTo((6.1 / 520) * 1000, 9);
  });
  test.each<[string, 'mL' | 'g' | 'piece', { amount: number; price: number }[]]>([
    ['500 mL 2.40, 2 L 6.10', 'mL', offers],
    ['500 ml at £2,40; 2 l 6,10 €', 'mL', offers],
    ['6 for 3', 'piece', [{ amount: 6, price: 3 }]],
    [
      '1 kg 4.2\n250 g 1.5',
      'g',
      [
        { amount: 1000, price: 4.2 },
        { amount: 250, price: 1.5 },
      ],
    ],
  ])('as one writes it: %s', (text, unit, are) => expect(readOffers(text, unit)).toEqual({ offers: are, wrong: [] }));
  test('what is not understood is named, the rest counts', () =>
    expect(readOffers('cheap one, 500 mL 2.40', 'mL')).toEqual({ offers: [offers[0]], wrong: ['cheap one'] }));
  test('what is weighed has no litres', () =>
    expect(readOffers('2 L 6.10, 1 kg 4', 'g')).toEqual({ offers: [{ amount: 1000, price: 4 }], wrong: ['2 L 6.10'] }));
  test('any offers: what is used and what is poured away are the pack, and no more costs less', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ amount: fc.integer({ min: 1, max: 5000 }), price: fc.integer({ min: 0, max: 100 }) })),
        fc.integer({ min: 0, max: 500 }),
        fc.option(fc.integer({ min: 1, max: 200 })),
        (all, perWeek, keeps) => {
          const ws = weighOffers(all, 'g', perWeek, keeps);
          return ws.every(
            (w, i) =>
              w.wasted >= 0 &&
              w.wasted < w.amount &&
              w.usedPrice >= w.unitPrice - 1e-9 &&
              (i === 0 || ws[i - 1]!.usedPrice <= w.usedPrice),
          );
        },
      ),
      { numRuns: runs(200) },
    ));
});

describe('within a budget', () => {
  const wish = (id: string, cost: number, worth: number) => ({ id, cost, worth });
  test('the lines that are worth most together, and what to take back in first', () =>
    // 60 + 60 beat 100 alone
    expect(withinBudget([wish('a', 500, 100), wish('b', 300, 60), wish('c', 300, 60), wish('d', 90, 1)], 600)).toEqual({
      buy: ['b', 'c'],
      leave: ['a', 'd'],
    }));
  test('any list: within the budget, and no other set is worth more (all sets of up to nine)', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 1, max: 50 })), { maxLength: 9 }),
        fc.integer({ min: 0, max: 2500 }),
        (rows, budget) => {
          const wishes = rows.map(([cost, worth], i) => wish(String(i), cost, worth));
          const { buy, leave } = withinBudget(wishes, budget);
          const sum = (ids: readonly string[], of: 'cost' | 'worth'): number =>
            wishes.reduce((n, w) => n + (ids.includes(w.id) ? w[of] : 0), 0);
          let best = 0;
          for (let set = 0; set < 1 << wishes.length; set++) {
            const ids = wishes.filter((_, i) => set & (1 << i)).map((w) => w.id);
            if (sum(ids, 'cost') <= budget) best = Math.max(best, sum(ids, 'worth'));
          }
          return (
            sum(buy, 'cost') <= budget && sum(buy, 'worth') === best && buy.length + leave.length === wishes.length
          );
        },
      ),
      { numRuns: runs(150) },
    ));
  test('large sums are counted coarser, and never passed', () => {
    const wishes = Array.from({ length: 30 }, (_, i) => wish(String(i), 100_005, 10 + i));
    const { buy } = withinBudget(wishes, 1_000_000);
    expect(buy.reduce((n, id) => n + wishes[Number(id)]!.cost, 0)).toBeLessThanOrEqual(1_000_000);
    expect(buy.length).toBe(9);
  });
});

describe('in the place of a thing', () => {
  const questions: Question[] = [
    { material: 'glazed-tile', soil: 'limescale' },
    { material: 'glazed-tile', soil: 'soap-scum' },
    { material: 'glass', soil: 'fingerprints' },
  ];
  const found = pairsOf(questions, {}, catalogue);
  const pairs = found.ok ? found.value : [];
  test('another acid for the acid, none that must not stand beside the bleach', () => {
    const kit = ['citric-descaler', 'dish-detergent', 'microfibre-cloth', 'white-pad'];
    const { jobs, instead } = insteadOf('citric-descaler', kit, pairs, new Set(['white-vinegar']), {}, catalogue);
    expect(jobs).toEqual([0]);
    // what is owned comes first
    expect(instead[0]).toMatchObject({ item: 'white-vinegar', owned: true, jobs: [0] });
    const beside = insteadOf('citric-descaler', [...kit, 'chlorine-bleach'], pairs, new Set(), {}, catalogue);
    for (const x of beside.instead)
      expect(mayShelve(x.item, ['chlorine-bleach'], null, {}, catalogue).may).not.toBe('no');
  });
  test('what nothing hangs on needs nothing in its place', () =>
    expect(insteadOf('leather-cleaner', ['leather-cleaner'], pairs, new Set(), {}, catalogue)).toEqual({
      jobs: [],
      instead: [],
    }));
  test('any kit: each does what it says with the rest alone, and the gate lets it stand there', () => {
    const things = [...new Set(pairs.flatMap((ps) => ps.flatMap((p) => [...(p.product ? [p.product] : []), p.tool])))];
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...things), { minLength: 2, maxLength: 8 }), (kit) => {
        const [item, ...rest] = kit;
        const { jobs, instead } = insteadOf(item!, kit, pairs, new Set(), {}, catalogue);
        return instead.every(
          (x) =>
            x.jobs.every(
              (j) =>
                jobs.includes(j) &&
                pairs[j]!.some((p) => [p.product, p.tool].every((y) => y === null || y === x.item || rest.includes(y))),
            ) && mayShelve(x.item, rest, null, {}, catalogue).may !== 'no',
        );
      }),
      { numRuns: runs(60) },
    );
  });
});
