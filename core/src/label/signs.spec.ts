import { changesOfLabel, mix, readLabel, signsOn, withSigns } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const SIGNS = ['GHS01', 'GHS02', 'GHS03', 'GHS04', 'GHS05', 'GHS06', 'GHS07', 'GHS08', 'GHS09', 'danger'];
const PARTNERS = ['chlorine-bleach', 'white-vinegar', 'household-ammonia', 'isopropanol-70', 'dish-detergent', 'water'];
const levels = (label: string): number[] =>
  PARTNERS.filter((p) => c.products.has(p)).map((product) => {
    const m = mix({ items: [{ label }, { product }], meeting: 'container' }, c);
    return m.ok ? m.value.level : 5;
  });
const LISTS = [
  'Ingredients: Aqua, Glycerin, Sodium Chloride',
  'Ingredients: Aqua, Sodium Hypochlorite 4.5 %',
  'Ingredients: Aqua, Sodium Laureth Sulfate, Cocamidopropyl Betaine',
  'Contains: Ethanol 70 %, Water',
  'Ingredients: Aqua, Citric Acid 5 %',
  'Ingredients: wonder stuff, Aqua',
];

describe('signs that were seen on a pack', () => {
  test('are said in its last line, taken away again, and never twice', () => {
    const t = withSigns(LISTS[0]!, ['GHS05', 'danger']);
    expect(t).toBe(`${LISTS[0]}\nSigns on it: GHS05, signal word danger`);
    expect(signsOn(t)).toEqual(['GHS05', 'danger']);
    expect(withSigns(withSigns(t, ['GHS03']), [])).toBe(LISTS[0]);
    expect(signsOn('GHS05 in a data sheet, further up')).toEqual([]);
  });
  test('any list, any signs, any partner: never lower', () =>
    fc.assert(
      fc.property(fc.constantFrom(...LISTS), fc.subarray(SIGNS), (list, signs) => {
        const [before, after] = [levels(list), levels(withSigns(list, signs))];
        return after.every((l, i) => l >= before[i]!);
      }),
      { numRuns: 60 },
    ));
  test('a sign that nothing named explains raises; one that is explained changes nothing', () => {
    const harmless = LISTS[0]!;
    const worst = (signs: string[]): number => Math.max(...levels(withSigns(harmless, signs)));
    expect(worst([])).toBeLessThan(4);
    for (const sign of ['GHS03', 'GHS05', 'GHS06', 'danger']) expect([sign, worst([sign])]).toEqual([sign, 5]);
    const bleach = LISTS[1]!;
    expect(levels(withSigns(bleach, ['GHS05', 'GHS09', 'danger']))).toEqual(levels(bleach));
    const soap = LISTS[2]!;
    expect(levels(withSigns(soap, ['GHS05', 'danger']))).toEqual(levels(soap));
    expect(levels(withSigns(LISTS[3]!, ['GHS02', 'danger']))).toEqual(levels(LISTS[3]!));
  });
  test('the list stays whole, and nothing of the signs is left over as an entry', () => {
    const a = readLabel(withSigns(LISTS[0]!, SIGNS), c);
    expect([a.unrecognised, a.undisclosed]).toEqual([[], false]);
    expect(a.ingredients.flatMap((i) => i.substance ?? [])).toEqual(['water', 'glycerol', 'sodium-chloride']);
  });
  test('an own product bears them beside those of the nearest, never fewer', () => {
    const base = c.products.get('dish-detergent')!;
    const changes = changesOfLabel(withSigns(LISTS[2]!, ['GHS05', 'danger']), [], base, c);
    expect(changes.hazards!.pictograms).toEqual(expect.arrayContaining([...base.hazards.pictograms, 'GHS05']));
    expect(changes.hazards!.signal).toBe('Danger');
    expect(changesOfLabel(LISTS[2]!, [], base, c).hazards).toBeUndefined();
  });
});
