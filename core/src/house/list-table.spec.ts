import { catalogue } from '../../checks/catalogue-for-tests';
import { readListTable } from '@dolly-tub/core';

const read = (...rows: string[][]) => readListTable(rows, catalogue);
test('what is known by its name is that thing, all else stays as written; what is not said is usual', () =>
  expect(
    read(['Name', 'amount', 'Unit', 'Shop'], ['white vinegar', '1000', 'mL', 'corner'], ['light bulbs', '2', '', ''])
      .rows,
  ).toEqual([
    {
      line: 2,
      name: 'white vinegar',
      problems: [],
      body: { item: 'white-vinegar', amount: 1000, unit: 'mL', section: 'cleaning', shop: 'corner' },
    },
    {
      line: 3,
      name: 'light bulbs',
      problems: [],
      body: { words: 'light bulbs', amount: 2, unit: 'piece', section: 'household', shop: null },
    },
  ]));
test.each([
  [['', '1', ''], /no name/],
  [['white vinegar', 'lots', 'mL'], /“lots” is no amount/],
  [['white vinegar', '-5', 'mL'], /is no amount/],
  [['white vinegar', '2', 'barrels'], /“barrels” is no unit/],
  [['microfibre cloth', '500', 'mL'], /bought in pieces/],
])('%j is told what to change', (row, says) => {
  const [r] = read(['name', 'amount', 'unit'], row).rows;
  expect(r!.body).toBeNull();
  expect(r!.problems.join()).toMatch(says);
});
test('a table without a head, an empty one, and one of fifty thousand rows', () => {
  expect(read(['vinegar', '2'], ['soda', '3']).problems[0]).toMatch(/No column is called “name”/);
  expect(read(['name']).problems[0]).toMatch(/empty/);
  const many = Array.from({ length: 50_000 }, () => ['soda']);
  expect(read(['name'], ...many).problems[0]).toMatch(/50000 lines are too many/);
});
test('a comma may be decimal, and a mark against formulas is no part of a name', () =>
  expect(read(['name', 'amount'], ["'=bulbs", '2,5']).rows[0]!.body).toMatchObject({ words: '=bulbs', amount: 2.5 }));
