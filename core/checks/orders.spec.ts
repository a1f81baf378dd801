import { catalogue as c } from './catalogue-for-tests';
import { keptOut, orders, tell, type Told } from './orders';

const list = orders();
const out = keptOut(list.map((o) => o.soil));
const told = tell(list, c);
const agrees = (some: readonly Told[]): number => {
  const compared = some.filter((t) => t.is !== 'barred');
  return compared.filter((t) => t.is === 'right').length / compared.length;
};

test('at least three hundred, each once, of the catalogue, with a basis', () => {
  expect(list.length).toBeGreaterThanOrEqual(300);
  expect(new Set(list.map((o) => [o.material, o.finish, o.soil, o.more, o.less].join())).size).toBe(list.length);
  expect(list.filter((o) => !c.sources.has(o.basis))).toEqual([]);
});
test('no order contradicts another', () => {
  const key = (o: (typeof list)[number], a: string, b: string): string => [o.material, o.finish, o.soil, a, b].join();
  const said = new Set(list.map((o) => key(o, o.more, o.less)));
  expect(list.filter((o) => said.has(key(o, o.less, o.more)))).toEqual([]);
});
// facts of the trade (common practice): what is compared is what each brings in the best way that the surface bears
test('the tables agree with nine in ten, of the soils that nothing was fitted to as well', () => {
  expect(out.size).toBeGreaterThan(10);
  expect(agrees(told)).toBeGreaterThanOrEqual(0.93);
  expect(agrees(told.filter((t) => out.has(t.soil)))).toBeGreaterThanOrEqual(0.9);
});
test('four in five can be compared: the others are refused on that surface', () =>
  expect(told.filter((t) => t.is !== 'barred').length / told.length).toBeGreaterThanOrEqual(0.8));
