import { catalogue as c } from './catalogue-for-tests';
import { ledBy, remediesFor } from '../src/method/remedies';
import { remedies, scoreOf } from './remedies';

const list = remedies();
const scored = scoreOf(list, c);
const face = (q: (typeof list)[number]): string => `${q.material}${q.finish ? `/${q.finish}` : ''}, ${q.soil}`;
const share = (of: (s: (typeof scored)[number]) => boolean): number => scored.filter(of).length / scored.length;

test('every question is of the catalogue, once, with a basis that is a source', () => {
  expect(new Set(list.map(face)).size).toBe(list.length);
  expect(list.length).toBeGreaterThan(140);
  const known = new Set([...c.mechanisms.keys(), ...c.products.keys(), ...c.tools.keys(), 'dry']);
  expect(list.flatMap((q) => [...q.start, ...q.strong]).filter((x) => !known.has(x))).toEqual([]);
  expect(list.filter((q) => !c.sources.has(q.basis)).map((q) => q.basis)).toEqual([]);
});
// common practice: what a person of the trade would start with, and what must be there for what that leaves
test('nine in ten ladders start as one starts', () => expect(share((s) => s.starts)).toBeGreaterThanOrEqual(0.89));
test('nine in ten hold the strong remedy', () => expect(share((s) => s.stands)).toBeGreaterThanOrEqual(0.9));
test('where it is missing, every product that brings it is refused or does nothing there', () => {
  for (const s of scored.filter((x) => !x.stands)) {
    const chemistries = remediesFor({ soil: c.soils.get(s.soil)! }, c);
    for (const p of c.products.values()) {
      if (!s.strong.includes(ledBy(p)) || !chemistries.has(ledBy(p)) || p.advised === false) continue;
      expect([face(s), p.id, s.considered[p.id]!.status]).toEqual([
        face(s),
        p.id,
        expect.stringMatching(/^(?:refused|limited|weak)$/),
      ]);
    }
  }
});
test('no two neighbours are the same product with the same tool, put on in degrees', () => {
  const wayOf = (apply: string): string => c.applications.get(apply)!.degreeOf ?? apply;
  for (const s of scored)
    for (const [n, r] of s.ladder.entries()) {
      const next = s.ladder[n + 1];
      if (!next || next.product !== r.product || wayOf(next.apply) !== wayOf(r.apply)) continue;
      expect([face(s), next.tool === r.tool]).toEqual([face(s), false]);
    }
});
