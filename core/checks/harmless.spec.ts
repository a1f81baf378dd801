import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { mix, type MixItem } from '@dolly-tub/core';
import { catalogue } from './catalogue-for-tests';

const pairs = readFileSync(join(process.cwd(), 'core/checks/harmless.tsv'), 'utf8')
  .split('\n')
  .filter((l) => l && !l.startsWith('#'))
  .map((l) => {
    const [a, b, most, why, meeting = 'container'] = l.split('\t') as string[];
    return [a!, b!, most!, why!, meeting] as const;
  });
const item = (id: string): MixItem => (catalogue.products.has(id) ? { product: id } : { substance: id });
const level = (a: string, b: string, more: object = {}): number => {
  const r = mix({ items: [item(a), item(b)], meeting: 'container', ...more }, catalogue);
  if (!r.ok) throw new Error(`${a}, ${b}: ${r.problems[0]!.message}`);
  return r.value.level;
};

describe('harmless pairs are said to be harmless, useless ones useless (common practice)', () => {
  test('120 pairs and more', () => expect(pairs.length).toBeGreaterThanOrEqual(120));
  test.each(pairs)('%s and %s: at most %s, %s (%s)', (a, b, most, _why, meeting) => {
    expect(level(a, b, { meeting })).toBeLessThanOrEqual(Number(most));
    expect(level(b, a, { meeting })).toBe(level(a, b, { meeting }));
  });
  test('none of them alarms on a shelf', () => {
    for (const [a, b, , , meeting] of pairs)
      if (meeting !== 'machine') expect([a, b, level(a, b, { meeting: 'shelf' })]).toEqual([a, b, 0]);
  });
});
