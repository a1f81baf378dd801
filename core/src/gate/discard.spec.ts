import { catalogue as c } from '../../checks/catalogue-for-tests';
import { discardOf } from './discard';

const STRICT = { collection: 2, bin: 1, drain: 0 };
const of = (id: string, septic = false) => discardOf(c.products.get(id)!, { septic }, c);

test.each([
  ['chlorine-bleach', 'collection'],
  ['white-spirit', 'collection'],
  ['caustic-soda', 'collection'],
  ['insect-spray', 'collection'],
  ['weedkiller-glyphosate', 'collection'],
  ['air-freshener-spray', 'collection'],
  ['moth-balls', 'collection'],
  ['battery-acid', 'collection'],
  ['cooking-oil', 'bin'],
  ['cornflour', 'bin'],
  ['cat-litter-clay', 'bin'],
  ['desiccant-silica', 'bin'],
  ['white-vinegar', 'drain'],
  ['baking-soda', 'drain'],
  ['peroxide-3', 'drain'],
])('what is left of %s goes to the %s', (id, way) => expect(of(id).way).toBe(way));

test('every product has an answer with its reason and source', () => {
  for (const p of c.products.values()) {
    const a = discardOf(p, {}, c);
    expect([p.id, c.sources.has(a.source), a.says.length > 3, a.because.length > 3]).toEqual([p.id, true, true, true]);
  }
});
test('no product that a hazard sign is on goes down a drain, but for the mild one', () => {
  for (const p of c.products.values())
    if (p.hazards.pictograms.some((g) => g !== 'GHS07')) expect([p.id, of(p.id).way]).toEqual([p.id, 'collection']);
});
test('one more hazard, less that is told or a tank never makes it milder', () => {
  for (const p of c.products.values()) {
    const now = STRICT[discardOf(p, {}, c).way];
    for (const g of ['GHS02', 'GHS03', 'GHS05', 'GHS06', 'GHS07', 'GHS08', 'GHS09'])
      expect(
        STRICT[discardOf({ ...p, hazards: { ...p.hazards, pictograms: [...p.hazards.pictograms, g] } }, {}, c).way],
      ).toBeGreaterThanOrEqual(now);
    for (const worse of [{ disclosed: 'no' as const }, { septic: 'no' as const }, { state: 'aerosol' as const }])
      expect(STRICT[discardOf({ ...p, ...worse }, {}, c).way]).toBeGreaterThanOrEqual(now);
    expect(STRICT[discardOf(p, { septic: true }, c).way]).toBeGreaterThanOrEqual(now);
  }
});
test('a house with a tank keeps from it what harms the tank', () => {
  expect(of('softener-salt').way).toBe('drain');
  expect(of('softener-salt', true)).toMatchObject({ way: 'collection', because: expect.stringContaining('tank') });
});
test('what else speaks against it is told', () =>
  expect(of('white-spirit').also.map((x) => x.text)).toEqual(
    expect.arrayContaining([expect.stringContaining('vapour burns'), expect.stringContaining('lives in water')]),
  ));
