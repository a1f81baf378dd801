import { bottlePast, dueWith, type Fill, type LogEntry, type Spot } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const fill = (item: string, mixedAt: string): Fill => ({
  parts: [{ item, amount: 5, unit: 'mL' }],
  water_mL: 400,
  result: [],
  mixedAt,
  discardAt: mixedAt,
  left_mL: 400,
});
const entry = (seq: number, at: string, more: Partial<LogEntry>): LogEntry =>
  ({ id: `e${seq}`, seq, at, recordedAt: at, kind: 'note', ...more }) as LogEntry;

describe('what happened to a bottle', () => {
  const log = [
    entry(1, '2026-01-01T10:00:00Z', { kind: 'mix', bottle: 'b', fill: fill('white-vinegar', '2026-01-01T10:00:00Z') }),
    entry(2, '2026-01-02T10:00:00Z', { kind: 'clean', bottle: 'b', used_mL: 12.34, names: { spot: 'the tap' } }),
    entry(3, '2026-01-03T10:00:00Z', { kind: 'pour-out', bottle: 'b' }),
    entry(4, '2026-01-04T10:00:00Z', { kind: 'mix', bottle: 'other', fill: fill('salt', '2026-01-04T10:00:00Z') }),
    entry(5, '2026-01-05T10:00:00Z', { kind: 'head-moved', bottle: 'other', from: 'b', text: 'Its head went.' }),
  ];
  test('newest first, in words, its own alone', () =>
    expect(bottlePast({ id: 'b', fill: null }, log, catalogue).map((d) => d.says)).toEqual([
      'Its head went.',
      'Poured out',
      '12.3 mL used on the tap',
      'Filled with white vinegar',
    ]));
  test('what it holds stands there once, whether the log tells of it or not', () => {
    const told = bottlePast({ id: 'b', fill: fill('white-vinegar', '2026-01-01T10:00:00Z') }, log, catalogue);
    expect(told.filter((d) => d.says.startsWith('Filled'))).toHaveLength(1);
    expect(bottlePast({ id: 'x', fill: fill('salt', '2025-01-01T10:00:00Z') }, log, catalogue)).toHaveLength(1);
  });
  test('what was undone did not happen', () => {
    const undone = [...log, entry(6, '2026-01-06T10:00:00Z', { kind: 'undo', corrects: 'e3' })];
    expect(bottlePast({ id: 'b', fill: null }, undone, catalogue).map((d) => d.says)).not.toContain('Poured out');
  });
});

test('what is due and was cleaned with a thing: its area, smooth and drinking', () => {
  const spot = (id: string, material: string, area_m2: number): Spot =>
    ({ id, material, area_m2, interval_days: 7, soils: [], createdAt: '2026-01-01T00:00:00Z' }) as unknown as Spot;
  const spots = [spot('a', 'glass', 2), spot('b', 'cement-grout', 0.5), spot('c', 'glass', 9), spot('d', 'glass', 4)];
  const cleaned = (s: string, product: string, at: string, seq: number): LogEntry =>
    entry(seq, at, { kind: 'clean', spot: s, method: { name: 'm', product } });
  const log = [
    cleaned('a', 'white-vinegar', '2026-01-02T10:00:00Z', 1),
    cleaned('b', 'white-vinegar', '2026-01-02T10:00:00Z', 2),
    cleaned('c', 'dish-detergent', '2026-01-02T10:00:00Z', 3),
    // cleaned yesterday: not due
    cleaned('d', 'white-vinegar', '2026-01-11T10:00:00Z', 4),
  ];
  const drinks = (m: string): boolean => m === 'cement-grout';
  expect(dueWith('white-vinegar', { spots, log }, new Date('2026-01-12T10:00:00Z'), 'UTC', drinks)).toEqual({
    smooth_m2: 2,
    drinks_m2: 0.5,
    spots: 2,
  });
});
