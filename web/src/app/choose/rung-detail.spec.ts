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
const rung = (product: string | null, tool: string) => ({ product, tool, or: [], orWith: [] }) as unknown as Rung;

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
  test('where the house has none, what it has that does as well, the first that is named', () => {
    const r = {
      ...rung('white-vinegar', 'sponge-mop'),
      or: [{ product: 'lemon-juice', name: 'lemon juice' }],
      orWith: [
        { tool: 'string-mop', name: 'string mop' },
        { tool: 'flat-mop', name: 'flat mop' },
      ],
    } as unknown as Rung;
    expect(needsOf(r, catalogue, kits, [row('far', 'flat-mop')], 'r1').map((n) => [n.where, n.instead])).toEqual([
      [null, null],
      [null, { name: 'flat mop', where: 'Store' }],
    ]);
    expect(
      needsOf(r, catalogue, kits, [row('far', 'sponge-mop'), row('far', 'flat-mop')], 'r1')[1]!.instead,
    ).toBeNull();
  });
  test('water is always there', () =>
    expect(needsOf(rung('water', 'cotton-cloth'), catalogue, kits, [], 'r1').map((n) => n.item)).toEqual([
      'cotton-cloth',
    ]));
});
