import { type Bottle, dilute, type DiluteAnswer, filledOf, type Stock } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const bottle = { id: 'b', name: 'spray 500', kit: 'k' } as Bottle;
const shelf = (item: string, unit: 'g' | 'mL', onHand: number, kit = 'k'): Stock =>
  ({ id: `${item}-${kit}`, item, kit, onHand, position: 0, pack: { unit, amount: 1000 } }) as unknown as Stock;
const recipe = (product: string, target: { ppm: number } | { percent: number }): DiluteAnswer => {
  const r = dilute({ stock: { product }, target, final: { mL: 500 } }, catalogue, []);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  // poured to the millilitre, without spoons
  return { ...r.value, kitchen: null };
};
const filled = (product: string, solid: boolean, answer: DiluteAnswer, stock: Stock[]) =>
  filledOf(
    {
      product: catalogue.products.get(product)!,
      recipe: answer,
      solid,
      mL: 500,
      mixedAt: new Date('2026-11-25T10:00:00Z'),
      discardAt: '2026-11-26T10:00:00.000Z',
    },
    bottle,
    stock,
  );

describe('the entry of a bottle that was mixed', () => {
  test('bleach: mL off its own shelf first, water to the line, the strength got', () => {
    // 5.25 % w/w, 1.08 g/mL: 0.1 % of 500 mL is 0.5 g of 54.0 g/L available as NaOCl …, so between 8 and 10 mL
    const a = recipe('chlorine-bleach', { percent: 0.1 });
    const f = filled('chlorine-bleach', false, a, [
      shelf('chlorine-bleach', 'mL', 900, 'other'),
      shelf('chlorine-bleach', 'mL', 400),
    ]);
    expect(f).toMatchObject({ unit: 'mL', short: false, amount: Math.round(a.stock_mL * 100) / 100 });
    expect(f.amount).toBeGreaterThan(8);
    expect(f.amount).toBeLessThan(10);
    expect(f.entry.moves).toMatchObject([{ stock: 'chlorine-bleach-k', delta: -f.amount, unit: 'mL' }]);
    const fill = f.entry.fill!;
    expect(fill.water_mL + fill.parts[0]!.amount).toBeCloseTo(500, 0);
    expect(fill.result[0]).toMatchObject({ substance: 'sodium-hypochlorite', percent: expect.closeTo(0.1, 4) });
    expect([fill.mixedAt, fill.discardAt, fill.left_mL]).toEqual([
      '2026-11-25T10:00:00.000Z',
      '2026-11-26T10:00:00.000Z',
      500,
    ]);
  });
  test('as the spoons measure it, not as it was wanted', () => {
    const a = recipe('chlorine-bleach', { percent: 0.1 });
    const spoon = { stock_mL: 10, percent: 0.108, ppm: 1080, error: 0.08, text: '2 teaspoons', parts: [] };
    const f = filled('chlorine-bleach', false, { ...a, kitchen: spoon as never }, []);
    expect([f.amount, f.entry.fill!.water_mL, f.entry.fill!.result[0]!.percent]).toEqual([10, 490, 0.108]);
  });
  test('a powder is weighed, by its bulk density, and all of the water goes in', () => {
    const a = recipe('citric-descaler', { percent: 4.5 });
    const f = filled('citric-descaler', true, a, [shelf('citric-descaler', 'g', 5)]);
    const density = catalogue.products.get('citric-descaler')!.density!;
    expect(f).toMatchObject({ unit: 'g', short: true, amount: Math.round(a.stock_mL * density * 100) / 100 });
    expect(f.entry.fill!.water_mL).toBe(500);
    expect(f.entry.fill!.parts[0]).toMatchObject({ item: 'citric-descaler', unit: 'g', stock: 'citric-descaler-k' });
  });
  test('nothing on a shelf: the bottle is written down all the same, and it is told', () => {
    const f = filled('chlorine-bleach', false, recipe('chlorine-bleach', { percent: 0.1 }), []);
    expect([f.short, f.entry.moves, f.entry.fill!.parts[0]!.stock]).toEqual([true, [], null]);
  });
});
