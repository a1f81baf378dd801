import { preventionsOf } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const told = (material: string, soil: string): string[] =>
  preventionsOf(c.materials.get(material)!, c.soils.get(soil)!, c).map((p) => p.id);

// common practice
test.each([
  ['glazed-tile', 'limescale', 'pull-dry'],
  ['silicone-sealant', 'sealant-mould', 'air-it'],
  ['marble', 'coffee', 'seal-stone'],
  ['vitreous-china', 'toilet-ring', 'no-ring'],
  ['cotton', 'sweat', 'wash-before-storing'],
  ['oiled-wood', 'coffee', 'feed-oil'],
])('%s with %s: %s first', (material, soil, id) => expect(told(material, soil)[0]).toBe(id));
test('nothing is told that is not about this surface and this mark', () => {
  expect(told('cotton', 'limescale')).not.toContain('pull-dry');
  expect(told('glass', 'coffee')).not.toContain('seal-stone');
});
test('three at the most, and every row is told somewhere', () => {
  const seen = new Set<string>();
  for (const m of c.materials.keys())
    for (const s of c.soils.keys()) {
      const ids = told(m, s);
      expect(ids.length).toBeLessThanOrEqual(3);
      ids.forEach((id) => seen.add(id));
    }
  expect([...c.preventions.keys()].filter((id) => !seen.has(id))).toEqual([]);
});
