import { mix, readRecipe, type Recipe } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue as c } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';

const read = (text: string): Recipe => {
  const r = readRecipe(text, c, c.measures, 'metric');
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const brief = (text: string) =>
  read(text).parts.map((p) => [p.product, p.percent === null ? null : Number(p.percent.toPrecision(3))]);

describe('a recipe from somewhere', () => {
  test('each thing by its strength in the whole, by hand', () => {
    // a cup of 5 % at 1.01 g/mL in four cups: 1.26; 70 % v/v in four: 17.5
    expect(brief('Mix 1 cup white vinegar, 1 cup rubbing alcohol and 2 cups of water.')).toEqual([
      ['white-vinegar', 1.26],
      ['isopropanol-70', 17.5],
      ['water', 50],
    ]);
    expect(brief('50 % water, 50 % vinegar')).toEqual([
      ['water', 50],
      ['white-vinegar', 2.52],
    ]);
    expect(brief('1 part bleach to 9 parts water'.replace(' to ', ', '))[0]).toEqual(['chlorine-bleach', 0.567]);
    // 20 g of pure soda in a litre: powders take no room to speak of
    expect(brief('20 g washing soda in 1 litre of hot water')[0]).toEqual(['washing-soda', 2]);
  });
  test('alcohol that was thinned does not disinfect any more (CDC 2008: 60 to 90 %)', () =>
    expect(read('1 cup 70% isopropyl alcohol, 1 cup water').parts[0]!.does).toMatch(
      /^35 % is too thin for .* asks for 60 %: it only cleans/,
    ));
  test('what forms a gas is deadly here as in Mix, and what undoes each other counts for nothing', () => {
    const gas = read('½ cup bleach\n1/2 cup vinegar\n1 gallon of water');
    expect([gas.level, gas.headline, gas.keeps_h]).toEqual([5, 'Makes a poison gas', null]);
    const fizz = read('2 tbsp baking soda, 1 cup vinegar');
    expect(fizz.level).toBe(2);
    expect(fizz.parts.every((p) => /does not count/.test(p.does))).toBe(true);
  });
  test('unknown is never fine: a name that nobody knows, an amount that is none', () => {
    expect(read('1 cup moon juice and 2 cups water')).toMatchObject({ level: 3, keeps_h: null });
    expect(read('1 cup vinegar, 1 cup water, a few drops of moon oil')).toMatchObject({ level: 3 });
    // a known thing without an amount still meets the others
    expect(read('1 cup vinegar, 2 cups water, some bleach')).toMatchObject({ level: 5 });
    expect(read('1 cup vinegar, 1 cup water. Shake well').unread).toEqual(['Shake well']);
  });
  test('without amounts the verdict stands all the same; equal parts are a part of each', () => {
    expect(read('equal parts bleach and vinegar')).toMatchObject({ level: 5, final_mL: 1000 });
    expect(brief('equal parts vinegar and water')[0]).toEqual(['white-vinegar', 2.52]);
    expect(read('bleach with ammonia')).toMatchObject({ level: 5 });
    expect(read('bleach ammonia').level).toBe(5);
    expect(read('1 cup bleach vinegar mix').level).toBe(5);
    expect(read('some bleach and a splash of vinegar').level).toBe(5);
    // what is neither an amount nor a thing to do is taken for something in it
    expect(read('1 cup vinegar, 1 cup water, sodium azide').level).toBeGreaterThanOrEqual(3);
    expect(read('1 cup vinegar, 1 cup water. Let it sit ten minutes, rinse').level).toBeLessThan(3);
  });
  test('never milder than Mix says of the same things, in whatever order they stand', () => {
    const some = ['white vinegar', 'chlorine bleach', 'household ammonia', 'dish detergent', 'washing soda', 'water'];
    fc.assert(
      fc.property(fc.shuffledSubarray(some, { minLength: 2, maxLength: 4 }), (names) => {
        const r = read([...names, 'water'].map((n) => `1 cup ${n}`).join(', '));
        const m = mix({ items: r.parts.map((p) => ({ product: p.product! })), meeting: 'container' }, c);
        return m.ok && r.level >= m.value.level && r.parts.every((p) => p.product !== null);
      }),
      { numRuns: runs(60) },
    );
  });
  test.each([
    ['', /Paste a recipe/],
    ['hello there', /No amounts are in that/],
    ['1 cup vinegar and 1 part water', /all of it in one of them/],
    ['20 g washing soda', /no liquid/],
    ['1 cup vinegar,'.repeat(20), /At most 12 things/],
    ['x'.repeat(5000), /longer than a recipe/],
  ])('%j gets a sentence', (text, says) => {
    const r = readRecipe(text, c, c.measures);
    expect(r.ok ? 'ok' : r.problems[0]!.message).toMatch(says);
  });
  test('never throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (t) => typeof readRecipe(t, c, c.measures).ok === 'boolean'),
      { numRuns: runs(500) },
    );
  });
});
