import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { mix, type MixItem } from '@dolly-tub/core';
import { catalogue } from './catalogue-for-tests';

const pairs = readFileSync(join(process.cwd(), 'core/checks/harmless.tsv'), 'utf8')
  .split('\n')
  .filter((l) => l && !l.startsWith('#'))
  .map((l) => l.split('\t') as [string, string, string, string]);
const item = (id: string): MixItem => (catalogue.products.has(id) ? { product: id } : { substance: id });
const level = (a: string, b: string, more: object = {}): number => {
  const r = mix({ items: [item(a), item(b)], meeting: 'container', ...more }, catalogue);
  if (!r.ok) throw new Error(`${a}, ${b}: ${r.problems[0]!.message}`);
  return r.value.level;
};

describe('harmless pairs are said to be harmless, useless ones useless (common practice)', () => {
  test('40 pairs and more', () => expect(pairs.length).toBeGreaterThanOrEqual(40));
  test.each(pairs)('%s and %s: at most %s, %s', (a, b, most) => {
    expect(level(a, b)).toBeLessThanOrEqual(Number(most));
    expect(level(b, a)).toBe(level(a, b));
  });
  test('none of them alarms on a shelf', () => {
    for (const [a, b] of pairs) expect([a, b, level(a, b, { meeting: 'shelf' })]).toEqual([a, b, 0]);
  });
});
