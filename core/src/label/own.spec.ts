import {
  changesOfLabel,
  contentsOf,
  judge,
  labelRows,
  nearestProducts,
  overlay,
  readLabel,
  resolveItems,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';

const base = (id: string) => catalogue.products.get(id)!;
const withOwn = (text: string, near: string) =>
  overlay(catalogue, {
    products: [{ id: 'own-1', name: 'Mine', basedOn: near, changes: changesOfLabel(text, [], base(near), catalogue) }],
  });
const level = (text: string, near: string, other: string) => {
  const c = withOwn(text, near);
  const items = resolveItems([{ product: 'own-1' }, { product: other }], c);
  if (!items.ok) throw new Error(items.problems[0]!.message);
  return judge(items.value, { meeting: 'container' }, c).level;
};

describe('a label kept as an own product', () => {
  test('a full list takes the place of what the nearest holds', () =>
    expect(changesOfLabel('water, sodium hypochlorite 2-5 %', [], base('white-vinegar'), catalogue)).toEqual({
      contents: [
        { substance: 'water', percent: { min: 0, max: 100 } },
        { substance: 'sodium-hypochlorite', percent: { min: 2, max: 5 } },
      ],
      disclosed: 'yes',
    }));
  test('a partial one is added to it, and the product stays unknown', () => {
    const c = changesOfLabel('<5% non-ionic surfactants', [], base('white-vinegar'), catalogue);
    expect(c.disclosed).toBe('no');
    expect(c.contents.map((x) => x.substance)).toEqual(
      expect.arrayContaining(['acetic-acid', 'nonionic-surfactant-unspecified']),
    );
    expect(level('<5% non-ionic surfactants', 'dish-detergent', 'white-vinegar')).toBeGreaterThanOrEqual(3);
  });
  test('a warning is kept as every substance that it may stand for', () =>
    expect(contentsOf(readLabel('EUH031', catalogue)).map((c) => c.substance)).toEqual(
      expect.arrayContaining(['chlorine-bleach-unspecified', 'sodium-sulfite']),
    ));
  test('what is only like a part of a kit is no part of it', () =>
    expect(level('water, acetic acid 5 %', 'hair-bleach-powder', 'hair-bleach-powder')).toBeGreaterThanOrEqual(4));
  test('kept, it is judged no milder than its label alone (fast-check)', () => {
    const lists = [
      'water, acetic acid 5 %',
      'sodium hypochlorite 5 %, water',
      'ammonia 3 %',
      'EUH031',
      'H314',
      'goo',
      '<5% soap',
      'ethanol 70 %, parfum',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...lists),
        fc.constantFrom(...catalogue.products.keys()),
        fc.constantFrom(...catalogue.products.keys()),
        (text, near, other) => {
          const alone = resolveItems([{ label: text }, { product: other }], catalogue);
          return alone.ok && level(text, near, other) >= judge(alone.value, { meeting: 'container' }, catalogue).level;
        },
      ),
      { numRuns: 1500 },
    );
  });
});

describe('the nearest product', () => {
  test.each([
    ['water, sodium hypochlorite 4.5 %, sodium hydroxide', 'active-halogen'],
    ['water, acetic acid 5 %', 'acid'],
    ['ethanol 70 %, water', 'fuel'],
  ])('%s → holds %s', (text, group) => {
    const near = nearestProducts(readLabel(text, catalogue), catalogue)[0]!;
    const classes = near.contents.flatMap((c) => catalogue.substances.get(c.substance)!.classes);
    expect(classes.flatMap((c) => catalogue.operandsOf.get(c) ?? [c])).toContain(group);
  });
  test('nothing read, nothing near', () => expect(nearestProducts(readLabel('goo', catalogue), catalogue)).toEqual([]));
});

describe('a file of labels', () => {
  test('columns by their usual names; arrays of ingredients are joined', () =>
    expect(
      labelRows(
        [
          { Name: 'Blue one', Ingredients: 'water' },
          { product: 'Green', label: ['water', 'citric acid'], like: 'citric-descaler' },
        ],
        [],
      ),
    ).toMatchObject([
      { row: 2, name: 'Blue one', label: 'water', nearest: null, problems: [] },
      { row: 3, name: 'Green', label: 'water, citric acid', nearest: 'citric-descaler', problems: [] },
    ]));
  test('each row says what is wrong with it, and none is lost', () => {
    const rows = labelRows(
      [{ name: 'A' }, { label: 'water' }, 'x', null, { name: 'B', label: 'water' }, { name: 'b', label: 'salt' }],
      ['a'],
    );
    expect(rows.map((r) => r.problems.length > 0)).toEqual([true, true, true, true, false, true]);
    expect(rows[0]!.problems.join(' ')).toMatch(/no label text.*there already/);
  });
});
