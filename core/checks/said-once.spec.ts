import { catalogue } from './catalogue-for-tests';

// What a column says of a level anyway is not said again by a clause: a mark that changes nothing would never be missed.
const clauses = [...catalogue.rules.values()].flatMap((r) => r.clauses.map((c, k) => ({ name: `${r.id}.${k}`, ...c })));
const columns = [...catalogue.columns.values()];
const shut = catalogue.columns.get('closed')!;

test('a clause makes gas only where some column makes another level of it', () => {
  const idle = clauses.filter(
    (c) =>
      c.gas &&
      !columns.some((x) => x.cells[c.level]!.gas !== undefined && x.cells[c.level]!.gas !== x.cells[c.level]!.to),
  );
  expect(idle.map((c) => c.name)).toEqual([]);
});
test('a clause has a level of its own for a closed bottle only where that is another, or was as high in the open', () => {
  const idle = clauses.filter((c) => {
    if (c.closed === undefined || c.closed === c.level) return false;
    const cell = shut.cells[c.level]!;
    return Math.max(c.level, c.closed) === (c.gas ? (cell.gas ?? cell.to) : cell.to);
  });
  expect(idle.map((c) => c.name)).toEqual([]);
});
test('no two clauses of a rule are the same', () => {
  const said = clauses.map((c) => JSON.stringify({ ...c, name: c.name.split('.')[0] }));
  expect(said.filter((x, i) => said.indexOf(x) !== i)).toEqual([]);
});
