import {
  cornerCut,
  CORNERS,
  cutOf,
  draftOf,
  type Edit,
  fixtureMoved,
  furnished,
  holds,
  layRoom,
  openingsWith,
  recordBodies,
  type Room,
  sizeOf,
  type Spot,
  unfurnished,
  usualOpening,
  wallNames,
  wallOf,
  wallPushed,
} from '@dolly-tub/core';
import Ajv from 'ajv';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const ajv = addFormats(new Ajv({ strict: false }));
const isRoom = ajv.compile(recordBodies.rooms);
const isSpot = ajv.compile(recordBodies.spots);
const counting = (as = 'new') => {
  let n = 0;
  return () => `${as}-${++n}`;
};
interface House {
  room: Room;
  spots: Spot[];
}
/** What edits leave of a room and its spots. */
function after(h: House, edits: readonly Edit[]): House {
  const start = [{ on: 'rooms', r: h.room }, ...h.spots.map((r) => ({ on: 'spots', r }))] as const;
  const all = new Map<string, Record<string, unknown> | null>(
    start.map(({ on, r }) => [`${on} ${r.id}`, { ...r } as unknown as Record<string, unknown>]),
  );
  for (const e of edits) {
    const key = `${e.on} ${e.id}`;
    if (e.does === 'put-away') all.set(key, null);
    else all.set(key, { ...(all.get(key) ?? { id: e.id, version: 1 }), ...e.fields });
  }
  const rows = [...all].flatMap(([key, r]) => (r ? [{ key, r }] : []));
  return {
    room: rows.find((x) => x.key.startsWith('rooms'))!.r as unknown as Room,
    spots: rows.filter((x) => x.key.startsWith('spots')).map((x) => x.r as unknown as Spot),
  };
}
const built = new Map<string, House>();
function house(kind: string, east = 0, south = 0): House {
  let h = built.get(kind);
  if (!h) {
    const { room, edits } = layRoom(draftOf(c.roomkinds.get(kind)!, [], c), 0, counting('old'), c);
    built.set(kind, (h = after({ room: { id: room, version: 1 } as Room, spots: [] }, edits)));
  }
  const move = <P extends { x: number; y: number }>(p: P): P => ({ ...p, x: p.x + east, y: p.y + south });
  return {
    room: {
      ...h.room,
      outline: h.room.outline.map(move),
      fixtures: h.room.fixtures.map(move),
      drains: h.room.drains.map(move),
      start: move(h.room.start),
    },
    spots: h.spots.map(move),
  };
}
const body = (r: object): object => {
  const { id: _i, version: _v, ...rest } = r as { id: string; version: number };
  return rest;
};
/** All of it is as its schema says, inside the room, and names only what is there. */
function sound({ room, spots }: House): string[] {
  const { width_mm, depth_mm } = sizeOf(room);
  const x0 = Math.min(...room.outline.map((p) => p.x));
  const y0 = Math.min(...room.outline.map((p) => p.y));
  const inside = (p: { x: number; y: number; w?: number; d?: number }): boolean =>
    p.x >= x0 && p.y >= y0 && p.x + (p.w ?? 0) <= x0 + width_mm + 1 && p.y + (p.d ?? 0) <= y0 + depth_mm + 1;
  const fixtures = new Set(room.fixtures.map((f) => f.id));
  const ids = new Set(spots.map((s) => s.id));
  return [
    ...(isRoom(body(room)) ? [] : [JSON.stringify(isRoom.errors)]),
    ...(fixtures.size === room.fixtures.length ? [] : ['two things of one id']),
    ...room.fixtures.filter((f) => !inside(f)).map((f) => `${f.id} outside`),
    ...spots.flatMap((s) => [
      ...(isSpot(body(s)) ? [] : [`${s.name}: ${JSON.stringify(isSpot.errors)}`]),
      ...(inside(s) ? [] : [`${s.name} outside`]),
      ...(s.fixture && !fixtures.has(s.fixture) ? [`${s.name} on nothing`] : []),
      ...s.neighbours.filter((n) => n.spot && !ids.has(n.spot)).map(() => `${s.name} beside nothing`),
    ]),
    ...room.openings
      .filter((o) => o.offset + o.width > wallOf(room, o.wall) + 1)
      .map((o) => `${o.kind} beyond its wall`),
  ];
}
const aRoom = fc
  .tuple(fc.constantFrom(...c.roomkinds.keys()), fc.constantFrom(-4000, 0, 1230), fc.constantFrom(-770, 0, 5000))
  .map(([k, x, y]) => house(k, x, y));

test('a room of every kind takes everything that a room may hold', () => {
  for (const k of c.roomkinds.keys())
    for (const f of c.fixtures.values()) {
      const h = house(k);
      const r = furnished(h.room, h.spots, f.id, counting(), c);
      if (!r.ok) throw new Error(r.problems[0]!.message);
      const is = after(h, r.value.edits);
      expect([k, f.id, sound(is)]).toEqual([k, f.id, []]);
      expect(is.spots.length).toBe(h.spots.length + f.spots.length);
      // last on the way round, each once
      const order = is.spots.map((s) => s.routeOrder).sort((a, b) => a - b);
      expect(new Set(order).size).toBe(order.length);
    }
});
test('what is not known says so', () =>
  expect(furnished(house('bathroom').room, [], 'spaceship', counting(), c)).toMatchObject({ ok: false }));
test('where the walls have place it lies on nothing that stands there', () => {
  const { room, spots } = house('bedroom');
  const wide = {
    ...room,
    outline: [
      [0, 0],
      [9000, 0],
      [9000, 9000],
      [0, 9000],
    ].map(([x, y]) => ({ x: x!, y: y! })),
  };
  const r = furnished(wide, spots, 'basin', counting(), c);
  if (!r.ok) throw new Error();
  const is = after({ room: wide, spots }, r.value.edits).room.fixtures;
  const mine = is.at(-1)!;
  for (const f of is.slice(0, -1))
    expect(mine.x + mine.w <= f.x || f.x + f.w <= mine.x || mine.y + mine.d <= f.y || f.y + f.d <= mine.y).toBe(true);
});
test('wet things drip onto the floor of the room that they come into', () => {
  const h = house('bedroom');
  const r = furnished(h.room, h.spots, 'basin', counting(), c);
  if (!r.ok) throw new Error();
  const floor = h.spots.find((s) => s.kinds.includes('floor'))!;
  const made = after(h, r.value.edits).spots.filter((s) => s.id.startsWith('new-') && s.fixture);
  expect(made.length).toBeGreaterThan(0);
  for (const s of made) expect(s.neighbours).toContainEqual({ spot: floor.id, relation: 'beside', runoff: true });
});
test('brought in and taken out again, the room is as it was', () =>
  fc.assert(
    fc.property(aRoom, fc.constantFrom(...c.fixtures.keys()), (h, kind) => {
      const r = furnished(h.room, h.spots, kind, counting(), c);
      if (!r.ok) throw new Error();
      const there = after(h, r.value.edits);
      const gone = after(there, unfurnished(there.room, there.spots, r.value.id));
      expect([gone.room.fixtures, gone.room.drains]).toEqual([h.room.fixtures, h.room.drains]);
      const f = c.fixtures.get(kind)!;
      if (!(f.window || f.door || f.fan)) expect(gone.spots).toEqual(h.spots);
    }),
    { numRuns: 150 },
  ));
test('moved and resized anywhere it stays in the room, on the grid, with its spots on it', () =>
  fc.assert(
    fc.property(
      aRoom.filter((h) => h.room.fixtures.length > 0),
      fc.nat(),
      fc.record({ x: fc.integer({ min: -9000, max: 9000 }), y: fc.integer({ min: -9000, max: 9000 }) }),
      fc.option(fc.integer({ min: -5, max: 20000 }), { nil: undefined }),
      (h, n, to, w) => {
        const { id } = h.room.fixtures[n % h.room.fixtures.length]!;
        const is = after(h, fixtureMoved(h.room, h.spots, id, { ...to, ...(w === undefined ? {} : { w }) }));
        expect(sound(is)).toEqual([]);
        const f = is.room.fixtures.find((x) => x.id === id)!;
        const was = h.spots.filter((s) => s.fixture === id);
        const box = h.room.fixtures.find((x) => x.id === id)!;
        for (const s of was.filter(
          (s) => s.x >= box.x && s.x <= box.x + box.w && s.y >= box.y && s.y <= box.y + box.d,
        )) {
          const at = is.spots.find((x) => x.id === s.id)!;
          expect(at.x >= f.x - 1 && at.x <= f.x + f.w + 1 && at.y >= f.y - 1 && at.y <= f.y + f.d + 1).toBe(true);
        }
      },
    ),
    { numRuns: 300 },
  ));
test('walls are called by the way they look out, also round a corner', () => {
  const at = (...points: [number, number][]) => wallNames({ outline: points.map(([x, y]) => ({ x, y })) });
  expect(at([0, 0], [4, 0], [4, 3], [0, 3])).toEqual(['north wall', 'east wall', 'south wall', 'west wall']);
  expect(at([0, 0], [4, 0], [4, 2], [2, 2], [2, 3], [0, 3])).toEqual([
    'north wall',
    'east wall 1',
    'south wall 1',
    'east wall 2',
    'south wall 2',
    'west wall',
  ]);
});
test('doors and windows: one more, another wall, wider than the wall, gone', () => {
  const { room } = house('kitchen');
  const n = room.openings.length;
  const made = after({ room, spots: [] }, openingsWith(room, n, usualOpening(room, 'window'))).room;
  expect(made.openings).toHaveLength(n + 1);
  const wide = after(
    { room: made, spots: [] },
    openingsWith(made, n, { kind: 'window', wall: 1, offset: 99_000, width: 50_000 }),
  ).room;
  expect(wide.openings[n]).toEqual({ kind: 'window', wall: 1, offset: 0, width: Math.round(wallOf(room, 1)) });
  expect(sound({ room: wide, spots: [] })).toEqual([]);
  expect(after({ room: wide, spots: [] }, openingsWith(wide, n, null)).room.openings).toEqual(room.openings);
});

describe('a room that lacks a corner', () => {
  const cuts = fc.record({
    corner: fc.constantFrom(...CORNERS),
    width_mm: fc.integer({ min: 1, max: 9000 }),
    depth_mm: fc.integer({ min: 1, max: 9000 }),
  });
  test('six walls, the corner it says, doors and windows in walls that look the same way', () =>
    fc.assert(
      fc.property(aRoom, cuts, (h, cut) => {
        const is = after(h, cornerCut(h.room, h.spots, cut));
        expect(is.room.outline).toHaveLength(6);
        expect(sizeOf(is.room)).toEqual(sizeOf(h.room));
        expect(cutOf(is.room)!.corner).toBe(cut.corner);
        expect(sound({ room: { ...is.room, fixtures: [] }, spots: [] })).toEqual([]);
        const way = (r: Room) => r.openings.map((o) => [o.kind, wallNames(r)[o.wall]!.split(' ')[0]]);
        expect(way(is.room)).toEqual(way(h.room));
      }),
      { numRuns: 300 },
    ));
  test('cut and given back, the walls are as they were', () =>
    fc.assert(
      fc.property(aRoom, cuts, (h, cut) => {
        const there = after(h, cornerCut(h.room, h.spots, cut));
        expect(after(there, cornerCut(there.room, there.spots, null)).room.outline).toEqual(h.room.outline);
      }),
      { numRuns: 100 },
    ));
  test('a wall pushed: the room grows by as much on the grid, a wall of the missing corner eats into that corner alone', () =>
    fc.assert(
      fc.property(aRoom, fc.option(cuts), fc.nat(5), fc.integer({ min: -2000, max: 2000 }), (h, cut, n, by) => {
        const was = cut ? after(h, cornerCut(h.room, h.spots, cut)) : h;
        const wall = n % was.room.outline.length;
        const is = after(was, wallPushed(was.room, was.spots, wall, by));
        const grid = Math.round(by / 100) * 100;
        const [a, b] = [sizeOf(was.room), sizeOf(is.room)];
        const upright = /^(east|west)/.test(wallNames(was.room)[wall]!);
        const inner = cutOf(was.room) && Math.abs(b.width_mm - a.width_mm) + Math.abs(b.depth_mm - a.depth_mm) === 0;
        if (!inner) {
          const grown = upright ? b.width_mm - a.width_mm : b.depth_mm - a.depth_mm;
          const kept = upright ? b.depth_mm - a.depth_mm : b.width_mm - a.width_mm;
          expect(kept).toBe(0);
          expect(Math.min(b.width_mm, b.depth_mm) <= 600 || Math.abs(grown - grid) <= 1).toBe(true);
        }
        expect(sound({ room: { ...is.room, fixtures: [] }, spots: [] })).toEqual([]);
        expect(wallPushed(was.room, was.spots, wall, 49)).toEqual([]);
      }),
      { numRuns: 300 },
    ));
  test('by hand: a bathroom 2 m deep, its south wall out by 0.3 m; an L whose inner wall goes in until the corner is whole', () => {
    const h = house('bathroom');
    const { depth_mm } = sizeOf(h.room);
    const south = wallNames(h.room).indexOf('south wall');
    expect(sizeOf(after(h, wallPushed(h.room, h.spots, south, 312)).room).depth_mm).toBe(depth_mm + 300);
    const l = after(h, cornerCut(h.room, h.spots, { corner: 'north-east', width_mm: 500, depth_mm: 400 }));
    const inner = l.room.outline.findIndex((p, i) => {
      const q = l.room.outline[(i + 1) % 6]!;
      return p.y === q.y && p.y > Math.min(...l.room.outline.map((o) => o.y)) && /^north/.test(wallNames(l.room)[i]!);
    });
    expect(cutOf(after(l, wallPushed(l.room, l.spots, inner, 200)).room)).toMatchObject({ depth_mm: 200 });
    expect(cutOf(after(l, wallPushed(l.room, l.spots, inner, -100)).room)).toMatchObject({ depth_mm: 500 });
    expect(after(l, wallPushed(l.room, l.spots, inner, 400)).room.outline).toHaveLength(4);
  });
  test('no spot and no way in is left in the corner; what fits beside it moves there', () =>
    fc.assert(
      fc.property(aRoom, cuts, (h, cut) => {
        const is = after(h, cornerCut(h.room, h.spots, cut));
        const loose = is.spots.filter((s) => !s.fixture);
        for (const p of [is.room.start, ...loose]) expect(holds(is.room, { ...p, w: 0, d: 0 })).toBe(true);
      }),
      { numRuns: 300 },
    ));
  test('by hand: a basin in the corner that goes stands beside it, its spots with it', () => {
    const h = house('bathroom');
    const square = {
      ...h.room,
      outline: [
        [0, 0],
        [4000, 0],
        [4000, 4000],
        [0, 4000],
      ].map(([x, y]) => ({ x: x!, y: y! })),
      openings: [],
    };
    const basin = { id: 'b', shape: 'basin', x: 0, y: 200, w: 600, d: 400, rotation: 0, resident: [] };
    const spot = { ...h.spots[0]!, fixture: 'b', x: 100, y: 300 };
    const is = after(
      { room: { ...square, fixtures: [basin] }, spots: [spot] },
      cornerCut({ ...square, fixtures: [basin] }, [spot], { corner: 'north-west', width_mm: 1000, depth_mm: 2000 }),
    );
    expect(is.room.outline).toEqual(
      [
        [0, 2000],
        [1000, 2000],
        [1000, 0],
        [4000, 0],
        [4000, 4000],
        [0, 4000],
      ].map(([x, y]) => ({ x, y })),
    );
    expect(is.room.fixtures[0]).toMatchObject({ x: 1000, y: 200 });
    expect(is.spots[0]).toMatchObject({ x: 1100, y: 300 });
    // into the corner it is not put
    expect(fixtureMoved(is.room, is.spots, 'b', { x: 100, y: 100 })).toEqual([]);
    expect(fixtureMoved(is.room, is.spots, 'b', { x: 1200, y: 0 })).not.toEqual([]);
  });
});
