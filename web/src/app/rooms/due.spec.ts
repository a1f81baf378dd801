import type { LogEntry, Spot } from '@dolly-tub/core';
import { dirt, dueInDays, dueWords } from './due';

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
  test('from the first look when it was never cleaned', () => expect(dueInDays(spot, [], now, 'UTC')).toBe(-8));
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
  test('how dirty is its worst soil', () => expect(dirt(spot)).toBe(2));
});
