import { formatVolume, isVague, kitchenNumber, parseNumber, significant, unitVolume_mL } from '@dolly-tub/core';
import fc from 'fast-check';
import { unit } from 'mathjs';
import { catalogue } from '../../checks/catalogue-for-tests';

describe('volumes as they are spoken', () => {
  test.each([
    ['tsp', 'us', 4.92892159375],
    ['teaspoons', 'metric', 5],
    ['tbsp', 'uk', 15],
    ['cup', 'us', 236.5882365],
    ['oz', 'uk', 28.4130625],
    ['gallon', 'us', 3785.411784],
    ['gallon', 'uk', 4546.09],
    ['quarts', 'us', 946.352946],
    ['L', 'metric', 1000],
    ['litres', 'us', 1000],
    ['ml', 'us', 1],
    ['drops', 'us', 0.05],
  ] as const)('%s (%s) is %d mL', (word, system, mL) =>
    expect(unitVolume_mL(word, catalogue.measures, system)).toBe(mL),
  );
  test.each([
    ['us-floz', 'fluidounce'],
    ['us-pint', 'pint'],
    ['us-qt', 'quart'],
    ['us-gal', 'gallon'],
    ['metric-tsp', 'teaspoon'],
    ['metric-tbsp', 'tablespoon'],
  ])('%s is what mathjs takes a %s for', (id, name) =>
    expect(catalogue.measures.get(id)!.volume_mL / unit(1, name).toNumber('ml')).toBeCloseTo(1, 5),
  );
  test('a word that is no unit is none', () => expect(unitVolume_mL('moon', catalogue.measures)).toBeNull());
  test.each([
    ['squirt', true],
    ['capfuls', true],
    ['drop', true],
    ['cup', false],
    ['mL', false],
  ])('%s vague: %s', (w, v) => expect(isVague(w)).toBe(v));
  test.each([
    [750, 'metric', '750 mL'],
    [1500, 'metric', '1.5 L'],
    [29.5735295625, 'us', '1 fl oz'],
    [3785.411784, 'us', '1 gal'],
    [568.26125, 'uk', '20 fl oz'],
    [2273.045, 'uk', '4 pt'],
  ] as const)('%d mL in %s is %s', (mL, system, text) => expect(formatVolume(mL, system)).toBe(text));
});
describe('numbers of a kitchen', () => {
  test.each([
    [1.5, '1½'],
    [0.25, '¼'],
    [2, '2'],
    [0.75, '¾'],
    [3.3, '3.3'],
    [0, '0'],
  ])('%d → %s', (x, t) => expect(kitchenNumber(x)).toBe(t));
  test('what is written is read back', () => {
    fc.assert(fc.property(fc.integer({ min: 1, max: 80 }), (n) => parseNumber(kitchenNumber(n / 4)) === n / 4));
  });
  test('rounding keeps so many figures and no more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
        (x) => Math.abs(significant(x, 3) / x - 1) < 0.00501,
      ),
    );
    expect(significant(0)).toBe(0);
  });
});
