import { catalogue } from '../../checks/catalogue-for-tests';
import { zoneHand, type Kit, mayShelve, type Member, placeFor, type Stock, storageOf, ZONES } from '@dolly-tub/core';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

const place = (id: string, heightBand: 'high' | 'eye' | 'low', locked = false, more = {}) => ({
  id,
  name: id,
  row: 0,
  heightBand,
  locked,
  ...more,
});
const kit = (id: string, places: Kit['places'], more: Partial<Kit> = {}): Kit =>
  ({ id, name: id, kind: 'shelf', limits: {}, par: [], mirrored: false, places, ...more }) as unknown as Kit;
let n = 0;
const thing = (item: string, inKit: string, at: string, more: Partial<Stock> = {}): Stock =>
  ({ id: `s${++n}`, item, kit: inKit, place: at, onHand: 500, pack: { amount: 500, unit: 'mL' }, ...more }) as Stock;
const member = (m: Partial<Member>): Member => ({ name: 'x', kind: 'adult', limits: [], ...m }) as Member;
const found = (k: Kit, stock: Stock[], people: string[] = [], members: Member[] = [], kits: Kit[] = [k], pets = ['']) =>
  storageOf(k, { kits, stock, members }, '2026-03-01', { people, pets }, catalogue);

describe('how things stand', () => {
  const open = kit('open', [place('low', 'low')]);
  const cupboard = kit('cupboard', [place('top', 'high', true), place('shelf', 'eye', true)], { kind: 'store' });
  test('where a toddler lives what harms goes behind a lock, below the eyes: one tap says where', () => {
    const bleach = thing('chlorine-bleach', 'open', 'low');
    expect(found(open, [bleach], ['toddler'], [], [open, cupboard])).toEqual([
      expect.objectContaining({
        kind: 'place',
        stock: bleach,
        better: { kit: 'cupboard', place: 'shelf', asks: [] },
      }),
    ]);
    expect(found(open, [bleach])).toEqual([]);
    expect(found(open, [thing('baking-soda', 'open', 'low')], ['toddler'])).toEqual([]);
    // no place is better: told all the same
    expect(found(open, [bleach], ['toddler'])[0]!.better).toBeNull();
  });
  test('a dog reaches what stands low, a bird in its cage does not; a child asks for a lock', () => {
    const bleach = thing('chlorine-bleach', 'open', 'low');
    expect(found(open, [bleach], [], [], [open], ['dog'])[0]!.text).toMatch(/A pet reaches/);
    expect(found(open, [bleach], [], [], [open], ['bird'])).toEqual([]);
    expect(found(open, [bleach], ['child'])[0]!.text).toMatch(/A child lives here/);
  });
  test('in a car: heat for what burns, frost for what holds water; powder bears both', () => {
    const boot = kit('boot', [place('box', 'low')], { kind: 'boot' });
    const of = (item: string) =>
      found(boot, [thing(item, 'boot', 'box')])
        .map((f) => f.text)
        .join();
    expect(of('isopropanol-70')).toMatch(/above 50/);
    expect(of('dish-detergent')).toMatch(/freezes/);
    expect(of('washing-soda')).toBe('');
  });
  test('what is past its time, too heavy, too full', () => {
    const small = kit('small', [place('low', 'low', false, { capacity: 1 })], {
      limits: { mass_g: 900, volume_mL: 900 },
    });
    const two = [
      thing('dish-detergent', 'small', 'low', { expiresOn: '2026-01-01' }),
      thing('baking-soda', 'small', 'low', { pack: { amount: 500, unit: 'g' } }),
    ];
    expect(found(small, two).map((f) => f.kind)).toEqual(['old', 'heavy', 'full', 'full']);
    expect(found(small, two.slice(1)).map((f) => f.kind)).toEqual([]);
  });
  test('bleach that was opened two years ago is weak, a fresh one and soda are not', () => {
    const of = (item: string, openedOn: string) =>
      found(open, [thing(item, 'open', 'low', { openedOn })]).filter((f) => f.kind === 'weak' || f.kind === 'old');
    expect(of('chlorine-bleach', '2026-02-20')).toEqual([]);
    expect(of('washing-soda', '2025-12-01').filter((f) => f.kind === 'weak')).toEqual([]);
    const made = thing('chlorine-bleach', 'open', 'low', {
      madeOn: '2025-01-01',
      labelStrength: { percent: 12, basis: 'w/w' },
    });
    const kinds = found(open, [{ ...made, expiresOn: '2027-01-01' }]);
    expect(kinds[0]!.text).toMatch(/no more than [\d.]+ of 12 % is left/);
    expect(Number(/than ([\d.]+) of/.exec(kinds[0]!.text)![1])).toBeLessThan(6);
  });
  test('two bottles of one feel, only where somebody does not see well', () => {
    const feel = { shape: 'round', size: 'hand', cap: 'screw' };
    const two = [thing('white-vinegar', 'open', 'low', { feel }), thing('dish-detergent', 'open', 'low', { feel })];
    expect(found(open, two, [], [member({ sight: 'no sight' })])[0]!.text).toMatch(/feels like/);
    expect(found(open, two, [], [member({})])).toEqual([]);
    const other = [two[0]!, { ...two[1]!, feel: { ...feel, cap: 'flip' } }];
    expect(found(open, other, [], [member({ sight: 'no sight' })])).toEqual([]);
  });
  test('any house: no place is named where the gate refuses, and none that asks for more than another', () => {
    const items = [...catalogue.products.values()].filter((p) => p.advised).map((p) => p.id);
    const kits = [open, cupboard, kit('boot', [place('box', 'low')], { kind: 'boot' })];
    const anyThing = fc
      .tuple(fc.constantFrom(...items), fc.constantFrom(...kits))
      .map(([item, k]) => thing(item, k.id, k.places[0]!.id));
    fc.assert(
      fc.property(
        fc.array(anyThing, { minLength: 1, maxLength: 8 }),
        fc.subarray(['toddler', 'child']),
        (stock, people) => {
          const [s] = stock;
          const better = placeFor(s!, kits, stock, { people }, catalogue);
          const gates = kits.flatMap((k) =>
            k.places
              .filter((p) => !(k.id === s!.kit && p.id === s!.place))
              .map((p) => ({
                at: `${k.id} ${p.id}`,
                gate: mayShelve(
                  s!.item,
                  stock.filter((x) => x.kit === k.id && x !== s).map((x) => x.item),
                  { ...p, kit: k.kind },
                  { people },
                  catalogue,
                ),
              })),
          );
          const may = gates.filter((g) => g.gate.may !== 'no');
          if (!better) return may.length === 0;
          const mine = may.find((g) => g.at === `${better.kit} ${better.place}`);
          return mine !== undefined && may.every((g) => g.gate.with.length >= mine.gate.with.length);
        },
      ),
      { numRuns: runs(150) },
    );
  });
});

test('zones change hands for somebody left-handed, and what is behind stays behind', () => {
  const hands = (mirrored: boolean) => ZONES.map((z) => zoneHand(z, mirrored));
  expect(hands(false)).toEqual([
    'right hand',
    'left hand',
    'either hand',
    'right hand',
    'left hand',
    'behind',
    'behind',
  ]);
  expect(hands(true)).toEqual([
    'left hand',
    'right hand',
    'either hand',
    'left hand',
    'right hand',
    'behind',
    'behind',
  ]);
});
