import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { catalogueSchemas, loadCatalogue, type RawCatalogue } from '@dolly-tub/core';
import { interpret } from './interpret';

const folder = join(process.cwd(), 'core/catalogue');
const raw = Object.fromEntries(
  Object.keys(catalogueSchemas).map((f) => [f, JSON.parse(readFileSync(join(folder, `${f}.json`), 'utf8'))]),
) as unknown as RawCatalogue;
const catalogue = loadCatalogue(raw);
const spots = [{ id: 's4', name: 'Shower screen', room: 'r1' }];
const rooms = [{ id: 'r1', name: 'Wet room' }];
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
