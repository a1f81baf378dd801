import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchemas, loadCatalogue, type RawCatalogue } from '@dolly-tub/core';
import { demoRows } from '../testing/house';
import { interpret, type Named, type NamedSpot } from './interpret';

const folder = join(process.cwd(), 'core/catalogue');
const raw = Object.fromEntries(
  Object.keys(catalogueSchemas).map((f) => [f, JSON.parse(readFileSync(join(folder, `${f}.json`), 'utf8'))]),
) as unknown as RawCatalogue;
const catalogue = loadCatalogue(raw);
const spots = [{ id: 's4', name: 'Shower screen', room: 'r1' }];
const rooms = [{ id: 'r1', name: 'Wet room' }];
/** Heron Lock as the box knows it. */
function seeded(): { spots: NamedSpot[]; rooms: Named[] } {
  const { tables } = demoRows();
  return { spots: tables['spots'] as unknown as NamedSpot[], rooms: tables['rooms'] as unknown as Named[] };
}
const first = (t: string) => interpret(t, catalogue, spots, rooms)[0];

describe('the command box', () => {
  test.each([
    ['limescale on acrylic', '/choose', { soil: 'limescale', material: 'acrylic' }],
    ['wine on wool', '/choose', { soil: 'red-wine', material: 'wool' }],
    ['can I mix bleach and vinegar', '/mix', { with: 'chlorine-bleach,white-vinegar' }],
    ['can i mix bleach and vinegar?', '/mix', { with: 'chlorine-bleach,white-vinegar' }],
    ['bleach 1000 ppm 2 L', '/dilute', { product: 'chlorine-bleach', ppm: '1000', mL: '2000' }],
    ['bleach + ammonia', '/mix', {}],
    ['limescale on the shower screen', '/choose', { spot: 's4', soil: 'limescale' }],
  ])('%s', (text, path, query) => {
    const s = first(text)!;
    expect(s.path[0]).toBe(path);
    expect(s.query).toMatchObject(query);
  });
  test.each([
    ['what is vinegar good for', 'white-vinegar'],
    ['what can I clean with baking soda?', 'baking-soda'],
    ['what can i do with the degreaser', 'degreaser'],
    ['I have citric acid', 'citric-descaler'],
  ])('%s', (text, product) => expect(first(text)!.path).toEqual(['/choose/product', product]));
  test('typing errors are forgiven', () =>
    expect(first('limscale on acrylc')!.query).toMatchObject({ soil: 'limescale', material: 'acrylic' }));
  test('a spot, a room and a place by name', () => {
    expect(first('shower screen')!.query).toMatchObject({ spot: 's4' });
    expect(first('wet room')!.path).toEqual(['/rooms', 'r1']);
    expect(first('settings')!.path).toEqual(['/settings']);
  });
  test('one word offers what can be done with it', () =>
    expect(interpret('rust', catalogue).map((s) => s.path[0])).toContain('/choose'));
  test('nothing for nothing, and nothing throws', () => {
    expect(interpret('   ', catalogue)).toEqual([]);
    for (const t of ['((', '%%%', 'a'.repeat(500), '1 ppm', 'on on on', '+'])
      expect(Array.isArray(interpret(t, catalogue))).toBe(true);
  });
});

describe('phrases of a house: the own house comes first', () => {
  const house = seeded();
  const at = (t: string) => interpret(t, catalogue, house.spots, house.rooms)[0];
  test.each([
    ['coffee on my rug', 'Wool rug'],
    ['red wine on the rug', 'Wool rug'],
    ['wine on marble hearth', 'Marble hearth'],
    ['limescale from the taps', 'Basin taps'],
    ['soap scum off the shower tray', 'Shower tray'],
    ['fingerprints on the touch screen', 'Touch screen'],
    ['soot on the stove glass', 'Stove glass'],
    ['grease on the hood', 'Hood filter'],
    ['dust on the blinds', 'Linen blinds'],
    ['mud on the jute mat', 'Jute mat'],
    ['limescale on the showr screen', 'Shower screen'],
    ['mildew on the grout', 'Tile grout'],
    ['ink on the leather chair', 'Leather chair'],
    ['milk on the mattress', 'Latex mattress'],
    ['rust on the zinc tub', 'Zinc tub'],
  ])('%s → the %s of this house', (text, spot) => {
    const s = at(text)!;
    expect([s.path[0], s.query['spot']]).toEqual(['/choose', house.spots.find((x) => x.name === spot)!.id]);
    expect(catalogue.soils.has(s.query['soil']!)).toBe(true);
  });
  test.each([
    ['clean the oven', 'Oven inside'],
    ['how do I clean the oven', 'Oven inside'],
    ['wash the quarry tiles', 'Quarry tiles'],
    ['wipe the worktop', 'Oak worktop'],
    ['descale the kitchen tap', 'Kitchen tap'],
    ['scrub my floor drain', 'Floor drain'],
    ['dust the lampshade', 'Paper lampshade'],
    ['polish the brass lamp', 'Brass lamp'],
    ['clean the fridge door', 'Fridge door'],
    ['clean out the hood filter', 'Hood filter'],
  ])('%s → what shifts it from the %s', (text, spot) =>
    expect(at(text)).toMatchObject({
      path: ['/choose'],
      query: { spot: house.spots.find((x) => x.name === spot)!.id },
    }),
  );
  test.each([
    ['my bathroom', 'Wet room'],
    ['the bathroom', 'Wet room'],
    ['wet room', 'Wet room'],
    ['the kitchen', 'Galley kitchen'],
    ['stove parlour', 'Stove parlour'],
    ['the loft', 'Loft bedroom'],
    ['nook', 'Sewing nook'],
    ['wash-house', 'Wash-house'],
    ['boot porch', 'Boot porch'],
  ])('%s → %s', (text, room) =>
    expect(at(text)).toMatchObject({ path: ['/rooms', house.rooms.find((x) => x.name === room)!.id] }),
  );
  test.each([
    ['mirror', 'Mirror'],
    ['window sill', 'Window sill'],
    ['settle', 'Velvet settle'],
    ['sewing machine', 'Sewing machine'],
    ['machine seal', 'Washing machine seal'],
    ['boot bench', 'Boot bench'],
  ])('%s → the spot', (text, spot) =>
    expect(at(text)).toMatchObject({ query: { spot: house.spots.find((x) => x.name === spot)!.id } }),
  );
  test.each([
    ['shopping list', '/list'],
    ['what to buy', '/list'],
    ['scan a barcode', '/code'],
    ['read a code', '/code'],
    ['running out of soap', '/list'],
    ['add a room', '/make'],
    ['new bathroom', '/make'],
    ['one more bedroom', '/make'],
    ['add another guest room', '/make'],
    ['make my house', '/make'],
    ['set up my own home', '/make'],
    ['add a kit', '/kits/new'],
    ['new caddy', '/kits/new'],
    ['add a toddler', '/settings'],
    ['add my cat', '/settings'],
    ['new spoon', '/settings'],
    ['add a spray bottle', '/dilute'],
    ['kits', '/kits'],
    ['what must not meet', '/mix/shelf'],
    ['find out what it is', '/choose/find'],
    ['what is this', '/choose/find'],
    ['everything at a glance', '/choose/field'],
    ['settings', '/settings'],
    ['dark', '/settings'],
    ['history', '/log'],
    ['ratio', '/dilute'],
    ['a whole job', '/choose/job'],
    ['fumes', '/emergency'],
    ['I mixed it', '/emergency'],
    ['bleach in the eye', '/emergency'],
    ['toddler drank detergent', '/emergency'],
    ['does vinegar disinfect', '/choose/claim'],
    ['steam kills germs', '/choose/claim'],
    ['can I mix bleach and toilet cleaner', '/mix'],
    ['mix vinegar and peroxide', '/mix'],
    ['vinegar + bleach', '/mix'],
    ['bleach 500 ppm 1 L', '/dilute'],
    ['vinegar 2 % 500 mL', '/dilute'],
    ['rust on granite', '/choose'],
    ['wax from linen', '/choose'],
    ['toner on carpet', '/choose'],
  ])('%s → %s', (text, path) => expect(at(text)!.path[0]).toBe(path));
  test.each([
    ['remove coffee from cotton', { soil: 'coffee', material: 'cotton' }],
    ['blood on the sheets', { soil: 'blood' }],
    ['get chewing gum out of the carpet', { soil: 'chewing-gum' }],
    ['how do I get red wine out of a carpet', { soil: 'red-wine' }],
    ['how to remove rust from chrome', { soil: 'rust', material: 'chrome-plate' }],
    ['candle wax on the tablecloth', { soil: 'candle-wax' }],
    ['grease stain on silk', { material: 'silk' }],
    ['what takes ink out of suede', { material: 'suede' }],
    ['sticker residue on plastic', { soil: 'adhesive' }],
    ['mould on silicone', { soil: 'mould', material: 'silicone-sealant' }],
    ['tea in the mug', { soil: 'tea' }],
    ['urine on the mattress', { soil: 'urine' }],
    ['there is limescale on the chrome', { soil: 'limescale', material: 'chrome-plate' }],
    ['tarnish on silver', { soil: 'tarnish', material: 'silver' }],
    ['water rings on wood', {}],
    ['pet hair on the sofa', { soil: 'pet-hair' }],
    ['soap scum on tiles', { soil: 'soap-scum' }],
    ['grass stains on jeans', { soil: 'grass', material: 'cotton', finish: 'dyed' }],
  ])('%s', (text, query) => {
    expect(at(text)!.path[0]).toBe('/choose');
    expect(at(text)!.query).toMatchObject(query);
  });
  test.each([
    ['is it safe to mix bleach with vinegar', '/mix'],
    ['is bleach safe with ammonia', '/mix'],
    ['what happens if I mix bleach and alcohol', '/mix'],
    ['vinegar with baking soda', '/mix'],
    ['bleach and peroxide together', '/mix'],
    ['may I put bleach and toilet cleaner together', '/mix'],
    ['never mix bleach with', '/mix'],
    ['dilute bleach to 1000 ppm', '/dilute'],
    ['1000 ppm bleach', '/dilute'],
    ['0.1 % bleach in 500 mL', '/dilute'],
    ['make 2 litres of 0.5 % bleach', '/dilute'],
    ['how much bleach for 1 litre', '/dilute'],
    ['citric acid 5 % in a litre', '/dilute'],
    ['bleach 1:10', '/dilute'],
    ['1 to 50 detergent', '/dilute'],
    ['I breathed in bleach', '/emergency'],
    ['drain cleaner on my skin', '/emergency'],
    ['my son drank bleach', '/emergency'],
    ['the dog licked bleach', '/emergency'],
    ['it smells of chlorine', '/emergency'],
    ['poison centre', '/emergency'],
    ['baby ate a dishwasher tablet', '/emergency'],
    ['help', '/emergency'],
    ['scent kills germs', '/choose/claim'],
    ['tea on the windows', '/choose/claim'],
    ['does steam sterilise', '/choose/claim'],
    ['own things', '/own'],
    ['add a product', '/own'],
    ['add my own stain', '/own'],
    ['paste a label', '/own'],
    ['backup', '/settings'],
    ['export', '/settings'],
    ['large print', '/settings'],
    ['water hardness', '/settings'],
    ['who lives here', '/settings'],
    ['what did I do yesterday', '/log'],
    ['undo', '/log'],
    ['what is due', '/rooms'],
    ['what should I clean today', '/rooms'],
    ['what is missing', '/list'],
    ['we are out of bleach', '/list'],
    ['where is the bleach', '/kits'],
    ['what is on the shelf', '/kits'],
    ['clean the toilet', '/choose'],
    ['clean my bathroom', '/rooms'],
    ['rooms', '/rooms'],
    ['what is vinegar good for', '/choose/product'],
  ])('%s → %s', (text, path) => expect(at(text)!.path[0]).toBe(path));
});
