import { croston, type LogEntry, runOut, runOutOf, sba, type Stock, tsb, usedPerWeek, weeksOf } from '@dolly-tub/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

/** Series and forecasts by statsforecast 2.1 (Apache 2.0). */
const rows = readFileSync(join(process.cwd(), 'core/checks/forecast.tsv'), 'utf8')
  .trim()
  .split('\n')
  .slice(1)
  .map((l) => l.split('\t'));

describe('intermittent use', () => {
  test.each(rows)('%s', (_name, series, c, s, t) => {
    const x = series!.split(' ').map(Number);
    expect(croston(x, 0.1)).toBeCloseTo(Number(c), 5);
    expect(sba(x, 0.1)).toBeCloseTo(Number(s), 5);
    expect(tsb(x, 0.2, 0.2)).toBeCloseTo(Number(t), 5);
  });
  test('nothing used is nothing', () => expect([croston([0, 0]), sba([]), tsb([0, 0, 0])]).toEqual([0, 0, 0]));
});

describe('when it runs out', () => {
  test('ten a week of a hundred: ten weeks, as sure as it is even', () => {
    const r = runOut(100, new Array<number>(20).fill(10))!;
    // the correction of Syntetos and Boylan takes a twentieth off
    expect(r.perWeek).toBeCloseTo(9.5, 9);
    expect(r.likely_days).toBeCloseTo((100 / 9.5) * 7, 6);
    expect(r.early_days).toBeCloseTo(r.late_days, 6);
    expect(r.reorderAt).toBeCloseTo(9.5, 9);
  });
  test('uneven use has a wide span, and asks for more in hand', () => {
    const even = runOut(100, new Array<number>(24).fill(10))!;
    const uneven = runOut(100, [0, 0, 0, 40, 0, 0, 0, 40, 0, 0, 0, 40, 0, 0, 0, 40, 0, 0, 0, 40, 0, 0, 0, 40])!;
    expect(uneven.late_days - uneven.early_days).toBeGreaterThan(even.late_days - even.early_days + 14);
    expect(uneven.reorderAt).toBeGreaterThan(even.reorderAt * 2);
  });
  test('once is no rhythm; what is planned is used all the same', () => {
    expect(runOut(100, [0, 0, 5])).toBeNull();
    expect(runOut(100, [0, 0, 5], 20)).toMatchObject({ perWeek: 20, likely_days: 35 });
  });
  test('any use: early before likely before late, more in hand lasts longer, the same each time', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 12 }), { minLength: 3, maxLength: 40 }),
        fc.integer({ min: 1, max: 200 }),
        (series, onHand) => {
          const [r, more] = [runOut(onHand, series), runOut(onHand * 2, series)];
          if (!r || !more) return series.filter((x) => x > 0).length < 2;
          return (
            r.early_days <= r.likely_days &&
            r.likely_days <= r.late_days &&
            r.likely_days <= more.likely_days &&
            JSON.stringify(r) === JSON.stringify(runOut(onHand, series))
          );
        },
      ),
      { numRuns: runs(100) },
    );
  });
});

describe('use by the log', () => {
  const entry = (seq: number, at: string, reason: LogEntry['reason'], delta: number, more: object = {}): LogEntry =>
    ({
      id: `e${seq}`,
      seq,
      at,
      recordedAt: at,
      kind: 'stock',
      reason,
      moves: [{ stock: 's', delta, unit: 'mL' }],
      ...more,
    }) as LogEntry;
  const now = new Date('2026-03-01T00:00:00Z');
  const log = [
    entry(1, '2026-02-01T12:00:00Z', 'buy', 500),
    entry(2, '2026-02-09T12:00:00Z', 'use', -40),
    entry(3, '2026-02-10T12:00:00Z', 'move', -100),
    entry(4, '2026-02-25T12:00:00Z', 'count', -20),
    entry(5, '2026-02-26T12:00:00Z', 'use', -30),
  ];
  test('week by week from its first entry; buying and moving are no use, a short count is', () =>
    expect(usedPerWeek(new Set(['s']), log, now)).toEqual([0, 40, 0, 50]));
  test('what was undone was not used', () => {
    const undone = [
      ...log,
      entry(6, '2026-02-27T12:00:00Z', null as never, 0, { kind: 'undo', corrects: 'e5', moves: [] }),
    ];
    expect(usedPerWeek(new Set(['s']), undone, now)).toEqual([0, 40, 0, 20]);
  });
  test('all packs of a thing are one supply', () => {
    const pack = (id: string, onHand: number): Stock => ({ id, item: 'x', onHand }) as unknown as Stock;
    const weeks = { s: usedPerWeek(new Set(['s']), log, now), t: [10] };
    expect(weeksOf([weeks.s, weeks.t])).toEqual([0, 40, 0, 60]);
    expect(runOutOf('x', [pack('s', 100), pack('t', 80)], weeks)).toMatchObject({ onHand: 180 });
    expect(runOutOf('y', [pack('s', 100)], weeks)).toBeNull();
    expect(runOutOf('y', [pack('s', 100)], weeks, 7)).toBeNull();
    expect(runOutOf('x', [pack('u', 100)], weeks, 10)).toMatchObject({ perWeek: 10, likely_days: 70 });
  });
});
