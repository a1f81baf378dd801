import { labelBesideHouse, type Stock } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const row = (item: string, onHand = 500): Stock => ({ id: item, item, onHand }) as Stock;
const HOUSE = [row('chlorine-bleach'), row('dish-detergent'), row('white-vinegar'), row('microfibre-cloth')];

describe('a label beside what is in the house', () => {
  test('an acid must not meet the bleach, and the reason is told', () => {
    const [worst, ...more] = labelBesideHouse('Ingredients: Aqua, Phosphoric Acid 10 %', false, HOUSE, c);
    expect(worst).toMatchObject({ item: 'chlorine-bleach', level: 5, because: expect.stringMatching(/chlorine/i) });
    expect(more).toEqual([]);
  });
  test('what is used up, and tools, are no partners; water has none', () => {
    const gone = [row('chlorine-bleach', 0), row('microfibre-cloth')];
    expect(labelBesideHouse('Ingredients: Aqua, Phosphoric Acid 10 %', false, gone, c)).toEqual([]);
    expect(labelBesideHouse('Ingredients: Aqua', false, HOUSE, c)).toEqual([]);
    expect(labelBesideHouse('  ', false, HOUSE, c)).toEqual([]);
  });
  test('bleach must not meet the vinegar, nor ammonia; a sign that nothing explains counts', () => {
    const at = (text: string): string[] => labelBesideHouse(text, false, HOUSE, c).map((x) => x.item);
    expect(at('Ingredients: Aqua, Sodium Hypochlorite 4.5 %')).toContain('white-vinegar');
    expect(at('Ingredients: Aqua, Glycerin\nSigns on it: GHS05')).toContain('chlorine-bleach');
    expect(at('Ingredients: Aqua, Glycerin')).toEqual([]);
  });
});
