import { type Also, makeBottle, mix } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';

const make = (product: string, percent: number, also: Also[], more: object = {}) =>
  makeBottle({ stock: { product }, target: { percent }, final: { mL: 500 }, also, ...more }, catalogue);
const value = (...q: Parameters<typeof make>) => {
  const r = make(...q);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};

describe('several things in one bottle', () => {
  test('vinegar, alcohol and water, by hand', () => {
    const b = value('white-vinegar', 2, [{ product: 'isopropanol-70', amount: 50 }]);
    // 2 % of 500 mL is 10 g of acid; 5 % of 1.01 g/mL are 50.5 g a litre
    expect(b.recipe.stock_mL).toBeCloseTo(10 / 0.0505, 6);
    expect(b.recipe.water_mL).toBeCloseTo(500 - 10 / 0.0505 - 50, 6);
    expect(b.also).toHaveLength(1);
    expect(b.also[0]).toMatchObject({ mL: 50, g: null });
    expect(b.also[0]!.percent).toBeCloseTo(7, 9);
    expect(b.gate.may).not.toBe('no');
  });
  test('a powder in it takes no room; its strength is grams in 100 mL', () => {
    const b = value('dish-detergent', 0.05, [{ product: 'washing-soda', amount: 5 }]);
    const soda = catalogue.products.get('washing-soda')!;
    expect(b.also[0]!.percent).toBeCloseTo(soda.strength.percent / 100, 9);
    expect(b.recipe.water_mL + b.recipe.stock_mL).toBeCloseTo(500, 6);
  });
  test.each([
    ['chlorine-bleach', 0.1, 'white-vinegar', 5],
    ['white-vinegar', 2, 'chlorine-bleach', 5],
    ['white-vinegar', 2, 'peroxide-3', 4],
    ['white-vinegar', 2, 'baking-soda', 2],
  ])('%s at %d %% with %s is refused', (product, percent, other, level) => {
    const b = value(product, percent, [{ product: other, amount: 5 }]);
    expect(b.gate.may).toBe('no');
    expect(Math.max(...b.gate.because.map((x) => x.level ?? 0))).toBeGreaterThanOrEqual(level);
  });
  test('each keeps to its own dose, and the shortest life counts', () => {
    const b = value('white-vinegar', 2, [{ product: 'dish-detergent', amount: 25 }]);
    expect(b.gate.may).toBe('no');
    expect(b.gate.because[0]!.text).toMatch(/stronger than it is ever used/);
  });
  test('the shortest-lived of them says how long it keeps', () => {
    const plain = value('dish-detergent', 0.05, []).keeps_h;
    const b = value('dish-detergent', 0.05, [{ product: 'isopropanol-70', amount: 1 }]);
    const enzyme = value('dish-detergent', 0.05, [{ product: 'enzyme-cleaner', amount: 1 }]);
    expect(plain).toBe(336);
    expect(b.keeps_h).toBe(336);
    expect(enzyme.keeps_h).toBe(12);
  });
  test.each([
    [[{ product: 'isopropanol-70', amount: 400 }], /no room for/],
    // twice a little of one thing is more than a little
    [[{ product: 'white-vinegar', amount: 5 }], /in it already/],
    [[{ product: 'nothing-such', amount: 5 }], /not in the catalogue/],
    [[{ product: 'isopropanol-70', amount: 0 }], /More than nothing/],
    [Array.from({ length: 6 }, () => ({ product: 'water', amount: 1 })), /At most 5/],
  ])('%j is told', (also, says) => {
    const r = make('white-vinegar', 2, also);
    expect(r.ok ? 'ok' : r.problems[0]!.message).toMatch(says);
  });
  test('what mixing forbids is never made, whichever of the two comes first', () => {
    const all = [...catalogue.products.values()].filter((p) => p.advised);
    let forbidden = 0;
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.constantFrom(...all), (a, b) => {
        if (a === b) return true;
        const r = makeBottle(
          {
            stock: { product: a.id },
            target: { percent: a.strength.percent / 1000 },
            final: { mL: 500 },
            also: [{ product: b.id, amount: 0.5 }],
          },
          catalogue,
        );
        const verdict = mix(
          { items: [{ product: a.id }, { product: b.id }], meeting: 'container', closed: true },
          catalogue,
        );
        if (!r.ok || !verdict.ok || verdict.value.level < 2) return true;
        forbidden++;
        return r.value.gate.may === 'no' || r.value.gate.may === 'from';
      }),
      { numRuns: runs(600), seed: 16 },
    );
    expect(forbidden).toBeGreaterThan(0);
  });
});
