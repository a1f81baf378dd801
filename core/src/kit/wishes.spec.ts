import { catalogue } from '../../checks/catalogue-for-tests';
import { type Context, sufficing, wishesOver } from '@dolly-tub/core';

const job = { material: 'glazed-tile', soil: 'limescale' };
const steam: Context = { profile: { stance: 'steam', stances: { chemistry: 'steam' } } };
describe('a wish in the way', () => {
  test('with steam alone lime stays; without that wish it goes, and the wish is named', () => {
    expect(sufficing(job, steam, catalogue)).toEqual({ ok: true, value: [] });
    expect(wishesOver(job, steam, catalogue)).toEqual([
      { stance: 'chemistry', name: 'Chemistry', choice: 'steam and water only' },
    ]);
  });
  test('what is possible anyway has nothing in its way, nor what nothing would clear', () => {
    expect(wishesOver(job, {}, catalogue)).toEqual([]);
    expect(wishesOver({ material: 'vinyl-floor', soil: 'dust' }, steam, catalogue)).toEqual([]);
    const barred = [...catalogue.products.keys()].map((product) => ({
      product,
      tool: null,
      material: 'glazed-tile',
      finish: null,
    }));
    expect(wishesOver(job, { ...steam, barred }, catalogue)).toEqual([]);
  });
  test('who lives here is no wish: never offered to be dropped', () => {
    const careful: Context = { profile: { people: ['toddler', 'asthma'], noChlorine: true, fragranceFree: true } };
    for (const soil of ['mildew', 'limescale', 'dust'])
      for (const w of wishesOver({ material: 'grout', soil }, careful, catalogue))
        expect(catalogue.stances.has(w.stance)).toBe(true);
    expect(wishesOver({ material: 'marble', soil: 'rust' }, careful, catalogue)).toEqual([]);
  });
});
