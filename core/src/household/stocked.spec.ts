import { catalogue as c } from '../../checks/catalogue-for-tests';
import { belowPar, bulkOf, massOf, oddAmount, onHandOf } from './stocked';
import type { Stock } from './records';

const stock = (item: string, onHand: number, unit: Stock['pack']['unit'], kit = 'bath'): Stock =>
  ({ id: `${item}-${onHand}`, kit, item, onHand, pack: { amount: 1000, unit } }) as Stock;

test('two packs of one thing are one amount, and it is the kit’s own packs that count against its par', () => {
  const all = [
    stock('dish-detergent', 120, 'mL'),
    stock('dish-detergent', 200, 'mL'),
    stock('dish-detergent', 900, 'mL', 'kitchen'),
    stock('washing-soda', 500, 'g'),
  ];
  expect(onHandOf('dish-detergent', all)).toBe(1220);
  const par = [
    { item: 'washing-soda', level: 500, unit: 'g' as const },
    { item: 'dish-detergent', level: 500.5, unit: 'mL' as const },
    { item: 'pumice', level: 1, unit: 'piece' as const },
  ];
  expect(belowPar({ id: 'bath', par }, all)).toEqual([
    { item: 'dish-detergent', unit: 'mL', has: 320, level: 500.5, missing: 180.5 },
    { item: 'pumice', unit: 'piece', has: 0, level: 1, missing: 1 },
  ]);
});
test('weight: grams as they are, liquids by their density, pieces as the catalogue has them, a thing of no catalogue as water', () => {
  const bleach = c.products.get('chlorine-bleach')!;
  const things = [
    stock('washing-soda', 500, 'g'),
    stock('chlorine-bleach', 750, 'mL'),
    stock('microfibre-cloth', 3, 'piece'),
    stock('nothing-such', 100, 'mL'),
  ];
  expect(bleach.density).toBeGreaterThan(1);
  expect(massOf(things, c)).toBeCloseTo(500 + 750 * bleach.density! + 3 * 50 + 100, 6);
  // packs as big as they are when full, cloth four times its weight
  expect(bulkOf(things, c)).toBe(3 * 1000 + 3 * 50 * 4);
  expect(massOf([], c)).toBe(0);
});

describe('odd amounts are asked about', () => {
  const pack = (amount: number, unit: 'mL' | 'g' | 'piece') => ({ amount, unit });
  test.each([
    [99_999, pack(500, 'mL'), /200 packs of 500 mL/],
    [12_501, pack(500, 'mL'), /25 packs/],
    [501, pack(1, 'piece'), /a great many/],
    [2.3, pack(1, 'piece'), /whole or by halves/],
  ])('%d of %o', (amount, p, says) => expect(oddAmount(amount, p)).toMatch(says));
  test.each([
    [0, pack(500, 'mL')],
    [12_500, pack(500, 'mL')],
    [500, pack(1, 'piece')],
    [2.5, pack(1, 'piece')],
  ])('%d of %o is plain', (amount, p) => expect(oddAmount(amount, p)).toBeNull());
});
