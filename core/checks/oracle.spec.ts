import { catalogue } from './catalogue-for-tests';
import { oracleLevel, type Probe } from './oracle';
import {
  atTheLines,
  engineOf,
  PLACES,
  pairsOf,
  productIds,
  productsAnywhere,
  type Question,
  substancePairs,
} from './probes';

/** The engine and its data against a table of reactions typed anew (see oracle.ts). */
const engine = engineOf(catalogue);
function differ(questions: Iterable<Question>): string[] {
  const out: string[] = [];
  for (const q of questions) {
    const [got, want] = [engine(q), oracleLevel(q.of, q.at, catalogue)];
    if (got !== want) out.push(`${JSON.stringify(q)}: ${got}, by the table ${want}`);
    if (out.length > 40) break;
  }
  return out;
}
function* everywhere(pairs: Iterable<readonly Probe[]>, at: Question['at']): Generator<Question> {
  for (const of of pairs) yield { of: [...of], at };
}
const TIME = 240000;
// shut and in a machine: by the samples below; all pairs of those too under `npm run mutants data`
test.each(PLACES.filter((p) => !p.closed && p.meeting !== 'machine'))(
  'every pair of products: %j',
  (at) => expect(differ(everywhere(pairsOf(productIds(catalogue)), at))).toEqual([]),
  TIME,
);
test(
  'every pair of substances, neat',
  () => expect(differ(everywhere(substancePairs(catalogue), { meeting: 'container' }))).toEqual([]),
  TIME,
);
test(
  'substances at and beside every line, anywhere',
  () => expect(differ(atTheLines(catalogue, 60000, 13))).toEqual([]),
  TIME,
);
test(
  'products anywhere, rinsed or not, on what drinks or does not, open or shut',
  () => expect(differ(productsAnywhere(catalogue, 2, 15000, 11))).toEqual([]),
  TIME,
);
test('three at once', () => expect(differ(productsAnywhere(catalogue, 3, 5000, 12))).toEqual([]), TIME);
