import { parFor, sba, type Stock, useFirst } from '@dolly-tub/core';
import fc from 'fast-check';

const pack = { amount: 500, unit: 'mL' as const };
describe('how much to keep', () => {
  test('by hand: 20 mL every week are 19 by Syntetos and Boylan; nine weeks of that are 171, in steps of 50 are 200', () => {
    const weeks = new Array<number>(10).fill(20);
    expect(sba(weeks)).toBeCloseTo(19, 9);
    expect(parFor(weeks, pack, null)).toMatchObject({ level: 200, weeks: 8 });
    // it keeps three weeks: no more than is used in them
    expect(parFor(weeks, pack, 3)).toMatchObject({ level: 100, weeks: 3 });
    expect(parFor([0, 20], pack, null)).toBeNull();
  });
  test('any use: at least a step, never more than is used while it keeps and a step', () =>
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 80 }), { minLength: 2, maxLength: 40 }),
        fc.integer({ min: 1, max: 60 }),
        (series, keeps) => {
          const p = parFor(series, pack, keeps);
          return !p || (p.level >= 50 && p.level <= p.perWeek * keeps + 50 + 1e-9);
        },
      ),
    ));
});
describe('which pack first', () => {
  const row = (id: string, more: Partial<Stock>): Stock => ({ id, item: 'x', onHand: 100, ...more }) as Stock;
  test.each<[string, Partial<Stock>[], string]>([
    ['the one that ends first', [{ openedOn: '2026-01-01' }, { expiresOn: '2026-05-01' }], 'b'],
    ['the open one', [{}, { openedOn: '2026-01-01' }], 'b'],
    ['the older one', [{ madeOn: '2026-02-01' }, { madeOn: '2026-01-01' }], 'b'],
    ['the one with less', [{ onHand: 300 }, { onHand: 20 }], 'b'],
  ])('%s', (_, [a, b], first) => expect(useFirst('x', [row('a', a!), row('b', b!)])!.id).toBe(first));
  test('of one pack, and of an empty one beside it, nothing is said', () => {
    expect(useFirst('x', [row('a', {})])).toBeNull();
    expect(useFirst('x', [row('a', {}), row('b', { onHand: 0 })])).toBeNull();
  });
});
