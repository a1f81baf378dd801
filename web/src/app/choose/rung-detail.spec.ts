import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchemas, type Kit, loadCatalogue, type RawCatalogue, type Rung, type Stock } from '@dolly-tub/core';
import { needsOf } from './rung-detail';

const folder = join(process.cwd(), 'core/catalogue');
const catalogue = loadCatalogue(
  Object.fromEntries(
    Object.keys(catalogueSchemas).map((f) => [f, JSON.parse(readFileSync(join(folder, `${f}.json`), 'utf8'))]),
  ) as unknown as RawCatalogue,
);
const kits = [
  { id: 'near', name: 'Shelf', room: 'r1' },
  { id: 'far', name: 'Store', room: 'r2' },
] as Kit[];
const row = (kit: string, item: string, onHand = 100) => ({ id: `${kit}-${item}`, kit, item, onHand }) as Stock;
const rung = (product: string | null, tool: string) => ({ product, tool }) as Rung;

describe('what a rung needs, and where it stands', () => {
  test('the room’s own kit comes first', () =>
    expect(
      needsOf(
        rung('white-vinegar', 'cotton-cloth'),
        catalogue,
        kits,
        [row('far', 'white-vinegar'), row('near', 'white-vinegar'), row('far', 'cotton-cloth')],
        'r1',
      ).map((n) => n.where),
    ).toEqual(['Shelf', 'Store']));
  test('what is used up is missing', () =>
    expect(
      needsOf(rung('white-vinegar', 'cotton-cloth'), catalogue, kits, [row('near', 'white-vinegar', 0)], 'r1').map(
        (n) => n.where,
      ),
    ).toEqual([null, null]));
  test('water is always there', () =>
    expect(needsOf(rung('water', 'cotton-cloth'), catalogue, kits, [], 'r1').map((n) => n.item)).toEqual([
      'cotton-cloth',
    ]));
});
