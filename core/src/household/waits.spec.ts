import type { Run } from './records';
import { goneOn, leftOf, nextIn, waitsOf } from './waits';

const NOW = new Date('2026-11-25T10:30:00Z');
const before = (s: number): string => new Date(NOW.getTime() - s * 1000).toISOString();
const wait = (id: string, gone_s: number, more: object = {}) => ({
  id,
  label: id,
  startedAt: before(gone_s),
  min_s: 600,
  max_s: 900,
  paused_s: 0,
  ...more,
});
const step = (id: string, wait_s?: { min: number; max: number }) => ({
  id,
  text: id,
  because: id,
  active_s: 30,
  wait_s,
});
const run = (more: object): Run =>
  ({
    state: 'running',
    index: 0,
    timers: [],
    steps: [step('a'), step('b', { min: 600, max: 900 }), step('c')],
    ...more,
  }) as unknown as Run;

describe('what a run waits for', () => {
  test.each([
    [0, { remaining_s: 600, ready: false, over: false, share: 0 }],
    [599.5, { remaining_s: 1, ready: false, over: false }],
    [600, { remaining_s: 0, ready: true, over: false, share: 1 }],
    [900, { remaining_s: 0, ready: true, over: false, share: 1 }],
    [901, { remaining_s: 0, ready: true, over: true, share: 1 }],
  ])('%d s after it was begun', (gone, want) =>
    expect(waitsOf(run({ timers: [wait('b', gone)] }), NOW)).toMatchObject([want]),
  );
  test('a pause does not count, and a run that is over waits for nothing', () => {
    expect(waitsOf(run({ timers: [wait('b', 700, { paused_s: 150 })] }), NOW)[0]!.remaining_s).toBe(50);
    expect(waitsOf(run({ state: 'done', timers: [wait('b', 0)] }), NOW)).toEqual([]);
  });
});
test('what is left: steps, waits not begun at their shortest, and the longest that is begun', () => {
  expect(leftOf(run({}), NOW)).toBe(30 + 30 + 600 + 30);
  expect(leftOf(run({ index: 1, timers: [wait('b', 400)] }), NOW)).toBe(30 + 30 + 200);
  // of another step, begun before and longer
  expect(leftOf(run({ index: 2, timers: [wait('b', 400), wait('x', 100)] }), NOW)).toBe(30 + 500);
  expect(leftOf(run({ index: 3 }), NOW)).toBe(0);
});
test('what comes next', () => {
  const at = (index: number, timers: object[] = []) => nextIn(run({ index, timers }), NOW);
  expect([at(0), at(1), at(1, [wait('b', 10)]), at(1, [wait('b', 601)]), at(3)]).toEqual([
    'step',
    'begin-wait',
    'wait',
    'step',
    null,
  ]);
});
test('going on: a wait is begun once, and goes with its step', () => {
  const begun = goneOn(run({ index: 1 }), NOW, 'Shower screen');
  expect(begun).toEqual({
    timers: [{ id: 'b', label: 'Shower screen', startedAt: NOW.toISOString(), min_s: 600, max_s: 900, paused_s: 0 }],
  });
  const other = wait('x', 5);
  expect(goneOn(run({ index: 1, timers: [wait('b', 10), other] }), NOW, 'y')).toEqual({ index: 2, timers: [other] });
  expect(goneOn(run({}), NOW, 'y')).toEqual({ index: 1, timers: [] });
});
