import fc from 'fast-check';
import {
  agoWords,
  dayNumber,
  dirt,
  dirtiest,
  dueInDays,
  dueWords,
  type LogEntry,
  lookedAt,
  type Spot,
} from '@dolly-tub/core';

const spot = {
  id: 's',
  interval_days: 7,
  createdAt: '2026-11-01T00:00:00Z',
  soils: [{ soil: 'dust', severity: 2, age: 'dried', seenAt: '2026-11-10T00:00:00Z' }],
} as unknown as Spot;
const clean = (at: string) => ({ id: at, seq: 1, at, recordedAt: at, kind: 'clean', spot: 's' }) as LogEntry;
const now = new Date('2026-11-25T10:00:00Z');

describe('when a spot is due', () => {
  test('its rhythm counts from the last clean', () =>
    expect(dueInDays(spot, [clean('2026-11-22T09:00:00Z')], now, 'UTC')).toBe(4));
  test('from when it was first known of, when it was never cleaned', () =>
    expect(dueInDays(spot, [], now, 'UTC')).toBe(-17));
  test('a look never makes it due later, whatever it finds', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5 }), fc.array(fc.integer({ min: 0, max: 5 })), (found, severities) => {
        const soils = severities.map((severity, i) => ({ ...spot.soils[0]!, soil: `s${i}`, severity }));
        const was = { ...spot, soils };
        const is = { ...was, soils: lookedAt(was, found, now) };
        expect(dueInDays(is, [], now, 'UTC')!).toBeLessThanOrEqual(dueInDays(was, [], now, 'UTC')!);
        expect(dirt(is)).toBe(soils.length ? found : 0);
      }),
    ));
  test('over a change of clocks a week is seven days of the calendar', () => {
    // 25 October 2026 has 25 hours in London
    const late = { ...spot, createdAt: '2026-10-24T22:30:00Z', soils: [] } as unknown as Spot;
    expect(dueInDays(late, [], new Date('2026-10-31T00:30:00Z'), 'Europe/London')).toBe(0);
    expect(dueInDays(late, [], new Date('2026-10-31T23:30:00Z'), 'Europe/London')).toBe(0);
    expect(dayNumber(new Date('2026-10-25T23:30:00Z'), 'Europe/London')).toBe(
      dayNumber(new Date('2026-10-25T00:30:00Z'), 'Europe/London'),
    );
  });
  test('nights back in words', () => expect([0, 1, 2].map(agoWords)).toEqual(['today', 'yesterday', '2 days ago']));
  test('no rhythm, never due', () =>
    expect(dueInDays({ ...spot, interval_days: null } as Spot, [], now, 'UTC')).toBeNull());
  test.each([
    [0, 'today'],
    [1, 'tomorrow'],
    [-1, '1 day over'],
    [-3, '3 days over'],
    [5, 'in 5 days'],
    [21, 'in 3 weeks'],
    [90, 'in 3 months'],
  ])('%d → %s', (d, w) => expect(dueWords(d)).toBe(w));
  test('the dirtiest first, and only what shows', () => {
    const of = (name: string, ...severities: number[]): Spot =>
      ({ ...spot, name, soils: severities.map((severity) => ({ soil: 'dust', severity })) }) as Spot;
    const all = [of('b', 3), of('clean'), of('trace', 1), of('a', 1, 3), of('worst', 5), of('c', 2)];
    expect(dirtiest(all, 3).map((s) => s.name)).toEqual(['worst', 'a', 'b']);
  });
  test('how dirty is its worst soil', () => expect(dirt(spot)).toBe(2));
});
