import {
  barOf,
  boughtOf,
  deedOf,
  type Kit,
  kitFor,
  missingFrom,
  recordsAfter,
  type Shopping,
  type Stock,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const kit = (id: string, par: Kit['par'] = []): Kit =>
  ({ id, name: id, kind: 'shelf', places: [{ id: `${id}-top` }], par, limits: {} }) as unknown as Kit;
const row = (id: string, item: string, onHand: number, in_ = 'bath', unit: 'mL' | 'g' | 'piece' = 'mL'): Stock =>
  ({ id, item, kit: in_, onHand, position: 0, pack: { amount: 500, unit } }) as unknown as Stock;
const line = (more: Partial<Shopping>): Shopping =>
  ({ id: 'l', amount: 500, unit: 'mL', reason: 'r', section: 's', state: 'open', ...more }) as unknown as Shopping;
const KITS = [kit('bath'), kit('kitchen', [{ item: 'washing-soda', level: 500, unit: 'g' }])];
const bought = (l: Shopping, stock: Stock[], k: Kit | null = KITS[0]!) => boughtOf(l, k, stock, () => 'new', catalogue);
/** What of it is carried out, by the one place that carries deeds out. */
const done = (l: Shopping, stock: Stock[], k: Kit | null = KITS[0]!) => {
  const one = (on: string, id: string) =>
    (on === 'stock' ? stock.find((s) => s.id === id) : on === 'shopping' && id === l.id ? l : null) ?? null;
  const d = deedOf(
    bought(l, stock, k),
    {
      stock: (id) => one('stock', id) as never,
      bottle: () => null,
      spot: () => null,
      run: () => null,
      shopping: () => [l],
      body: (on, id) => one(on, id) as never,
      children: () => [],
    },
    '2026-11-25T10:00:00.000Z',
  );
  if (!d.ok) throw new Error(d.problems[0]!.message);
  return recordsAfter(d.value.effects, one as never).map((r) => [r.on, r.id, r.is] as const);
};

describe('what is bought', () => {
  test('a thing of the shelf: so much more of it, and the line is bought, in one entry', () => {
    const after = done(line({ item: 'dish-detergent' }), [row('soap', 'dish-detergent', 120)]);
    expect(after).toMatchObject([
      ['stock', 'soap', { onHand: 620 }],
      ['shopping', 'l', { state: 'bought' }],
    ]);
  });
  test('what is not there yet, or counted in another unit, is a row of its own', () => {
    const after = done(line({ item: 'washing-soda', unit: 'g', amount: 1000 }), [
      row('x', 'washing-soda', 5, 'bath', 'mL'),
    ]);
    expect(after).toMatchObject([
      [
        'stock',
        'new',
        { kit: 'bath', place: 'bath-top', item: 'washing-soda', onHand: 1000, pack: { unit: 'g' }, position: 1 },
      ],
      ['shopping', 'l', { state: 'bought' }],
    ]);
    expect(done(line({ item: 'squeegee', unit: 'piece', amount: 2 }), [])[0]).toMatchObject([
      'stock',
      'new',
      { onHand: 2, pack: { amount: 1, unit: 'piece' } },
    ]);
  });
  test('own words buy nothing but the line; without any kit neither does a thing', () => {
    expect(done(line({ words: 'light bulbs' }), [])).toMatchObject([['shopping', 'l', { state: 'bought' }]]);
    expect(bought(line({ words: 'light bulbs' }), []).names).toEqual({ record: 'light bulbs' });
    expect(done(line({ item: 'squeegee' }), [], null)).toMatchObject([['shopping', 'l', { state: 'bought' }]]);
  });
  test('where to: the kit of the line, one that has it, one that wants it, the first', () => {
    const has = [row('soap', 'dish-detergent', 1, 'kitchen')];
    expect(kitFor(line({ item: 'x', kit: 'kitchen' }), KITS, [])!.id).toBe('kitchen');
    expect(kitFor(line({ item: 'dish-detergent' }), KITS, has)!.id).toBe('kitchen');
    expect(kitFor(line({ item: 'washing-soda' }), KITS, [])!.id).toBe('kitchen');
    expect(kitFor(line({ item: 'x' }), KITS, [])!.id).toBe('bath');
    expect(kitFor(line({ item: 'x' }), [], [])).toBeNull();
  });
});
test('the gate is asked of what is bought: bleach does not go beside an acid, and where it stands already it stays', () => {
  const acid = [row('a', 'white-vinegar', 500)];
  const bar = (item: string | undefined, stock: Stock[]) =>
    barOf(line({ ...(item ? { item } : { words: 'x' }) }), KITS[0]!, stock, {}, catalogue);
  expect(bar('chlorine-bleach', acid)).toMatchObject({
    item: 'chlorine-bleach',
    because: expect.stringMatching(/^Not beside white vinegar/),
  });
  expect(bar('chlorine-bleach', [...acid, row('b', 'chlorine-bleach', 10)])).toBeNull();
  expect(bar('dish-detergent', acid)).toBeNull();
  expect(bar('chlorine-bleach', [row('a', 'white-vinegar', 0)])).toBeNull();
  expect(bar(undefined, acid)).toBeNull();
});
test('what is missing: below its par and not on the list, by so much', () => {
  const kits = [kit('bath', [{ item: 'dish-detergent', level: 500, unit: 'mL' }]), KITS[1]!];
  const stock = [
    row('a', 'dish-detergent', 100),
    row('b', 'dish-detergent', 150),
    row('c', 'washing-soda', 900, 'kitchen', 'g'),
  ];
  expect(missingFrom(kits, stock, [])).toEqual([{ item: 'dish-detergent', amount: 250, unit: 'mL', kit: 'bath' }]);
  expect(missingFrom(kits, stock, [line({ item: 'dish-detergent' })])).toEqual([]);
  expect(missingFrom(kits, [], []).map((m) => m.item)).toEqual(['dish-detergent', 'washing-soda']);
});
