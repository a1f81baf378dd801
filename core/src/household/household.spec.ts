import {
  barredOf,
  daysBetween,
  evidenceOf,
  ledgerOfSpot,
  type LogEntry,
  movesFor,
  profileOf,
  questionOfSpot,
  type Stock,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

let seq = 0;
const entry = (e: Partial<LogEntry>): LogEntry =>
  ({
    id: `e${++seq}`,
    seq,
    at: '2026-11-20T10:00:00Z',
    recordedAt: '2026-11-20T10:00:00Z',
    kind: 'clean',
    ...e,
  }) as LogEntry;
const cleaned = (product: string, at: string, more: Partial<LogEntry> = {}) =>
  entry({
    spot: 's1',
    at,
    rinsed: 1,
    outcome: 'worked',
    question: { material: 'acrylic', soil: 'limescale' },
    method: { name: product, product, mechanism: 'acid' },
    ...more,
  });
const now = new Date('2026-11-25T10:00:00Z');

describe('what a spot last met', () => {
  test('latest use of each product, with days and rinse', () => {
    const l = ledgerOfSpot(
      [
        cleaned('white-vinegar', '2026-11-10T10:00:00Z'),
        cleaned('chlorine-bleach', '2026-11-22T10:00:00Z', { rinsed: 0 }),
      ],
      's1',
      now,
      'UTC',
    );
    expect(l).toMatchObject([
      { product: 'chlorine-bleach', rinsed: false, daysAgo: 3 },
      { product: 'white-vinegar', rinsed: true, daysAgo: 15 },
    ]);
  });
  test('a rinse noted afterwards counts', () =>
    expect(
      ledgerOfSpot(
        [
          cleaned('chlorine-bleach', '2026-11-22T10:00:00Z', { rinsed: 0 }),
          entry({ kind: 'rinse', spot: 's1', at: '2026-11-23T10:00:00Z' }),
        ],
        's1',
        now,
        'UTC',
      )[0],
    ).toMatchObject({ rinsed: true }));
  test('never rinsed never ends; rinsed and two months old is left out', () => {
    expect(
      ledgerOfSpot([cleaned('chlorine-bleach', '2026-05-01T10:00:00Z', { rinsed: 0 })], 's1', now, 'UTC'),
    ).toHaveLength(1);
    expect(ledgerOfSpot([cleaned('chlorine-bleach', '2026-05-01T10:00:00Z')], 's1', now, 'UTC')).toHaveLength(0);
  });
  test('an undone clean is forgotten', () => {
    const e = cleaned('chlorine-bleach', '2026-11-22T10:00:00Z');
    expect(ledgerOfSpot([e, entry({ kind: 'undo', corrects: e.id })], 's1', now, 'UTC')).toEqual([]);
  });
  test('days are days of the household’s zone', () => {
    expect(daysBetween('2026-11-24T23:30:00Z', new Date('2026-11-25T00:30:00Z'), 'UTC')).toBe(1);
    expect(daysBetween('2026-11-24T23:30:00Z', new Date('2026-11-25T00:30:00Z'), 'America/New_York')).toBe(0);
  });
});
test('evidence counts worked, partly and not by mechanism, soil and face', () => {
  const log = [
    cleaned('white-vinegar', '2026-11-01T10:00:00Z'),
    cleaned('white-vinegar', '2026-11-02T10:00:00Z', { outcome: 'partly' }),
    cleaned('white-vinegar', '2026-11-03T10:00:00Z', { outcome: 'not' }),
    cleaned('white-vinegar', '2026-11-04T10:00:00Z', { outcome: 'damaged' }),
  ];
  expect(evidenceOf(log)).toEqual([
    { mechanism: 'acid', soil: 'limescale', material: 'acrylic', finish: null, worked: 1, partly: 1, not: 2 },
  ]);
  expect(barredOf(log)).toEqual([{ product: 'white-vinegar', tool: null, material: 'acrylic', finish: null }]);
});
test('limits end on their date', () => {
  const member = (until?: string) => ({
    id: 'm',
    version: 1,
    createdAt: '',
    updatedAt: '',
    name: 'A',
    colour: 'x',
    kind: 'adult' as const,
    limits: [{ limit: 'pregnant', ...(until ? { until } : {}) }],
  });
  const h = (m: ReturnType<typeof member>) => ({
    settings: null,
    members: [m],
    rooms: [],
    spots: [],
    kits: [],
    stock: [],
    log: [],
  });
  expect(profileOf(h(member('2026-11-25')), now).people).toEqual(['pregnant']);
  expect(profileOf(h(member('2026-11-24')), now).people).toEqual([]);
});
describe('what a job takes off the shelf', () => {
  const row = (id: string, kit: string, onHand: number, openedOn?: string): Stock => ({
    id,
    version: 1,
    createdAt: '',
    updatedAt: '',
    kit,
    item: 'white-vinegar',
    position: 0,
    pack: { amount: 500, unit: 'mL' },
    onHand,
    ...(openedOn ? { openedOn } : {}),
  });
  test('the room’s own opened pack first, never below zero, the rest is said to be short', () => {
    const r = movesFor(
      [{ item: 'white-vinegar', amount: 300, unit: 'mL' }],
      [row('a', 'far', 500), row('b', 'near', 100), row('c', 'near', 50, '2026-01-01')],
      ['near'],
    );
    expect(r.moves).toEqual([
      { stock: 'c', delta: -50, unit: 'mL' },
      { stock: 'b', delta: -100, unit: 'mL' },
      { stock: 'a', delta: -150, unit: 'mL' },
    ]);
    expect(movesFor([{ item: 'white-vinegar', amount: 900, unit: 'mL' }], [row('a', 'far', 500)], []).short).toEqual([
      { item: 'white-vinegar', amount: 400, unit: 'mL' },
    ]);
  });
});
test('a spot’s question takes its worst soil, its neighbours and its zone', () => {
  const spot = (id: string, more: object) => ({
    id,
    version: 1,
    createdAt: '',
    updatedAt: '',
    room: 'r',
    name: id,
    x: 0,
    y: 0,
    routeOrder: 1,
    centre: false,
    band: 'mid' as const,
    area_m2: 2,
    material: 'acrylic',
    soils: [],
    neighbours: [],
    touch: 0,
    food: false,
    skin: false,
    kinds: [],
    ...more,
  });
  const floor = spot('Floor', { material: 'limestone', band: 'floor' });
  const screen = spot('Screen', {
    soils: [
      { soil: 'soap-scum', severity: 1, age: 'dried', seenAt: '' },
      { soil: 'limescale', severity: 4, age: 'set', seenAt: '' },
    ],
    neighbours: [{ spot: 'Floor', relation: 'below', runoff: true }],
  });
  const h = { settings: null, members: [], rooms: [], spots: [floor, screen] as never, kits: [], stock: [], log: [] };
  const q = questionOfSpot(screen as never, h, now, catalogue);
  expect(q.question).toMatchObject({ soil: 'limescale', severity: 4, age: 'set', area_m2: 2, zone: null });
  expect(q.context.neighbours).toEqual([{ material: 'limestone', finish: null, runoff: true, name: 'floor' }]);
  expect(questionOfSpot(floor as never, h, now, catalogue).question.zone).toBe('floor');
  // a shower tray lies as low, and no mop comes to it
  const tray = { ...(floor as object), fixture: 'shower' };
  expect(questionOfSpot(tray as never, h, now, catalogue).question.zone).toBeNull();
});
