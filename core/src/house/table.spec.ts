import { readTable, type Stock, tableOf } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const PLACES = [
  { id: 'top', name: 'top shelf' },
  { id: 'hooks', name: 'hooks' },
];
const HEAD = ['Name', 'On hand', 'Unit', 'Pack', 'Keep', 'Place', 'Opened', 'Best before', 'Colour'];
const read = (...rows: string[][]) => readTable([HEAD, ...rows], PLACES, c);

test('a row is a thing, with its pack, its par, its place, its days and its colour', () =>
  expect(
    read(['white vinegar', '0,5', 'mL', '1000', '250', 'Top shelf', '2026-11-01', '31.3.2027', 'K']).rows[0],
  ).toEqual({
    line: 2,
    name: 'white vinegar',
    problems: [],
    thing: {
      item: 'white-vinegar',
      onHand: 0.5,
      pack: { amount: 1000, unit: 'mL' },
      par: 250,
      place: 'top',
      openedOn: '2026-11-01',
      expiresOn: '2027-03-31',
      colourClass: 'K',
    },
  }));
test('what is left empty is as usual', () =>
  expect(read(['squeegee']).rows[0]!.thing).toEqual({
    item: 'squeegee',
    onHand: 1,
    pack: { amount: 1, unit: 'piece' },
    par: null,
  }));
test.each([
  [['', '1'], /no name/],
  [['white vinager', '1'], /“white vinager” is not known: perhaps white vinegar/],
  [['white vinegar', 'lots'], /“lots” is no amount: write a number/],
  [['white vinegar', '-3'], /“-3” is no amount/],
  [['white vinegar', '99999', 'mL', '500'], /200 packs of 500 mL/],
  [['white vinegar', '1', 'pint'], /“pint” is no unit: write mL, g or piece/],
  [['white vinegar', '1', 'piece'], /White vinegar is counted in mL or g, not in piece/],
  [['squeegee', '1', 'mL'], /Squeegee is counted in pieces, not in mL/],
  [['white vinegar', '1', 'mL', '0'], /A pack of nothing/],
  [['white vinegar', '1', 'mL', '500', '', 'cellar'], /no place “cellar”: it has top shelf, hooks/],
  [['white vinegar', '1', 'mL', '500', '', '', '2026-02-30'], /“2026-02-30” is no day: write 2027-03-31/],
  [['white vinegar', '1', 'mL', '500', '', '', 'March'], /“March” is no day/],
])('%o: what to change, and no thing', (cells, says) => {
  const [row] = read(cells).rows;
  expect(row!.problems.join(' ')).toMatch(says);
  expect(row!.thing).toBeNull();
});
test('of the table as a whole: nothing in it, no names, too many', () => {
  expect(readTable([], PLACES, c).problems[0]).toMatch(/empty/);
  expect(readTable([HEAD], PLACES, c).problems[0]).toMatch(/empty/);
  expect(
    readTable(
      [
        ['a', 'b'],
        ['1', '2'],
      ],
      PLACES,
      c,
    ).problems[0],
  ).toMatch(/No column is called “name”/);
  expect(read(...Array.from({ length: 50_000 }, () => ['squeegee'])).problems[0]).toMatch(/50000 things are too many/);
});
test('written out and read again it is the same', () => {
  const stock = [
    { item: 'white-vinegar', onHand: 640, pack: { amount: 1000, unit: 'mL' }, place: 'top', openedOn: '2026-10-02' },
    { item: 'squeegee', onHand: 1, pack: { amount: 1, unit: 'piece' }, place: 'hooks', colourClass: 'B' },
  ] as unknown as Stock[];
  const table = tableOf(stock, { places: PLACES, par: [{ item: 'white-vinegar', level: 500 }] }, c);
  expect(readTable(table, PLACES, c).rows.map((r) => r.thing)).toEqual([
    { ...stock[0], par: 500 },
    { ...stock[1], par: null },
  ]);
});
test('a cell that a spreadsheet was kept from running is read as it was', () =>
  expect(readTable([['name'], ["'-bleach"]], [], c).rows[0]!.name).toBe('-bleach'));
