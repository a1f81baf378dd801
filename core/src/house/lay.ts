import type { Catalogue, FixtureKind } from '../catalogue';
import type { Edit, Room, RecordOf, EnvelopeFields } from '../household';
import { neighboursOf, newSpot } from './spot';
import { apart, type Box, GAP_MM, onWall, perimeter, placesAt, spotIn, type Wall, wallLength } from './walls';
import { type DraftFixture, type DraftSpot, FLOOR, type RoomDraft } from './draft';

type Body<D extends 'rooms' | 'spots'> = Omit<RecordOf<D>, keyof EnvelopeFields>;
interface Placed {
  fixture: DraftFixture;
  kind: FixtureKind;
  box: Box;
  /** Along the walls from the north-west corner, clockwise; centre things come last. */
  along: number;
  wall: Wall | null;
}

const DOOR_MM = 800;
/** The least a thing is drawn where a room is full. */
const SMALLEST = 0.4;
const SHRINK = 0.92;
/** Windows shut, where nobody knows (common practice). */
const USUAL_ACH = 0.5;
/** A window of less than the wall. */
const WINDOW_SHARE = 0.8;

/**
 * A room from its draft, as the edits that make it and all its spots in one deed: a rectangle, wall things clockwise from
 * the north-west corner with the wet ones together, the door in the longest free stretch of wall, the window opposite.
 * Spots are numbered from the door along the wall, what stands in the middle and the floor last. `newId` gives ids.
 */
export function layRoom(
  draft: RoomDraft,
  order: number,
  newId: () => string,
  catalogue: Catalogue,
): { room: string; edits: Edit[] } {
  const { width_mm: w, depth_mm: d } = draft;
  const standing = draft.fixtures
    .map((fixture) => ({ fixture, kind: catalogue.fixtures.get(fixture.kind)! }))
    .filter(({ fixture }) => fixture.spots.some((s) => !s.left));
  const inWall = (k: FixtureKind): boolean => Boolean(k.window || k.door || k.fan);
  const solid = standing.filter((x) => !inWall(x.kind));
  const along = solid.filter((x) => x.kind.where === 'wall').sort((a, b) => wetFirst(a.kind) - wetFirst(b.kind));
  const walled = alongWalls(along, w, d);
  const door = doorPlace(walled, w, d);
  const window = opposite(door.wall);
  const middle = inMiddle(
    solid.filter((x) => x.kind.where === 'centre'),
    w,
    d,
  );
  const placed = [
    ...walled,
    ...middle,
    ...standing
      .filter((x) => inWall(x.kind))
      .map((x): Placed => {
        const wall = x.kind.door ? door.wall : window;
        const at = x.kind.door ? door.offset : wallLength(wall, w, d) * (x.kind.fan ? 0.15 : 0.35);
        const width = Math.min(x.kind.width_mm, wallLength(wall, w, d) * WINDOW_SHARE);
        const box = onWall(wall, Math.min(at, wallLength(wall, w, d) - width), width, x.kind.depth_mm, w, d);
        return { ...x, box, wall, along: perimeter(wall, at, w, d) };
      }),
  ];
  const kind = catalogue.roomkinds.get(draft.kind);
  const room = newId();
  const start = inFront(door.wall, door.offset + DOOR_MM / 2, w, d);
  const body: Body<'rooms'> = {
    name: draft.name,
    order,
    outline: [
      { x: 0, y: 0 },
      { x: w, y: 0 },
      { x: w, y: d },
      { x: 0, y: d },
    ],
    height_mm: kind?.height_mm ?? 2400,
    openings: [
      { kind: 'door', wall: door.wall, offset: Math.round(door.offset), width: DOOR_MM },
      ...(draft.window ? [windowOf(placed, window, w, d)] : []),
    ],
    ...(draft.fan && kind?.fan_Lps ? { fan_Lps: kind.fan_Lps } : {}),
    ach: USUAL_ACH,
    fixtures: placed
      .filter((p) => !inWall(p.kind) && !(p.kind.drain && p.kind.where === 'centre'))
      .map((p) => ({
        id: p.fixture.key,
        shape: p.kind.shape,
        ...rounded(p.box),
        rotation: 0,
        resident: p.fixture.residents,
      })),
    drains: placed
      .filter((p) => p.kind.drain)
      .map((p) => ({ x: Math.round(p.box.x + p.box.w / 2), y: Math.round(p.box.y + p.box.d / 2) })),
    start,
  };
  // from the door on along the walls, and what stands in the middle after that
  const round = 2 * (w + d);
  const from = perimeter(door.wall, door.offset, w, d);
  const rank = (p: Placed): number => (p.wall === null ? round + p.along : (p.along - from + round) % round);
  const walk = [...placed].sort((a, b) => rank(a) - rank(b));
  const ids = new Map<string, string>();
  const rows: { spot: DraftSpot; placed: Placed | null }[] = [
    ...walk.flatMap((p) => p.fixture.spots.filter((s) => !s.left).map((spot) => ({ spot, placed: p }))),
    ...(draft.floor.left ? [] : [{ spot: draft.floor, placed: null }]),
  ];
  for (const { spot } of rows) ids.set(spot.key, newId());
  const points = spread(
    rows.map(({ spot, placed: p }) =>
      p ? spotAt(p, p.fixture.spots.indexOf(spot), w, d) : { x: Math.round(w / 2), y: Math.round(d / 2) },
    ),
    w,
    d,
  );
  const floorArea = (w * d) / 1e6 - solid.reduce((a, x) => a + (x.kind.width_mm * x.kind.depth_mm) / 1e6, 0);
  const edits = rows.map(({ spot, placed: p }, i): Edit => {
    const made = p && p.kind.spots[p.fixture.spots.indexOf(spot)]!;
    const spotBody = newSpot(made, {
      room,
      ...(p && body.fixtures.some((f) => f.id === p.fixture.key) ? { fixture: p.fixture.key } : {}),
      name: spot.name,
      face: spot.face,
      ...points[i]!,
      routeOrder: i + 1,
      centre: !p || p.wall === null,
      neighbours:
        p && made ? neighboursOf(made, p.kind, (part) => ids.get(`${p.fixture.key}.${part}`), ids.get(FLOOR)) : [],
      // the floor has no template
      ...(p
        ? {}
        : {
            band: 'floor' as const,
            area_m2: Math.max(0.5, Math.round(floorArea * 10) / 10),
            interval_days: kind?.floor.days ?? 7,
            kinds: [FLOOR],
          }),
    });
    return {
      does: 'make',
      on: 'spots',
      id: ids.get(spot.key)!,
      fields: spotBody as unknown as Record<string, unknown>,
    };
  });
  return {
    room,
    edits: [
      { does: 'make', on: 'rooms', id: room, fields: body as unknown as Record<string, unknown> },
      ...inOrder(edits),
    ],
  };
}

/** What is named as a neighbour is made before what names it. */
function inOrder(edits: readonly Edit[]): Edit[] {
  const left = [...edits];
  const done = new Set<string>();
  const out: Edit[] = [];
  while (left.length) {
    const at = left.findIndex((e) =>
      (e.fields as unknown as Body<'spots'>).neighbours.every((n) => !n.spot || done.has(n.spot)),
    );
    const [next] = left.splice(Math.max(0, at), 1);
    done.add(next!.id);
    out.push(next!);
  }
  return out;
}
const wetFirst = (k: FixtureKind): number => (k.wet || k.drain ? 0 : 1);
const opposite = (wall: Wall): Wall => ((wall + 2) % 4) as Wall;
function inFront(wall: Wall, offset: number, w: number, d: number): { x: number; y: number } {
  const b = onWall(wall, offset, 0, Math.min(250, w / 4, d / 4), w, d);
  const x = wall === 3 ? b.w : b.x;
  const y = wall === 0 ? b.d : b.y;
  return { x: Math.round(x), y: Math.round(y) };
}
const rounded = (b: Box): Box => ({ x: Math.round(b.x), y: Math.round(b.y), w: Math.round(b.w), d: Math.round(b.d) });

interface Stretch {
  wall: Wall;
  from: number;
  to: number;
}
/**
 * Where things along the walls stand: clockwise, each wall filled before the next, with room left for a door. What does
 * not fit is drawn smaller; a person puts it right on the plan.
 */
function alongWalls(all: readonly Pick<Placed, 'fixture' | 'kind'>[], w: number, d: number): Placed[] {
  for (let scale = 1; scale >= SMALLEST; scale *= SHRINK) {
    const placed = tryWalls(all, w, d, scale);
    if (placed && longestFree(placed, w, d) >= DOOR_MM) return placed;
  }
  return tryWalls(all, w, d, SMALLEST) ?? all.map((x) => heaped(x, w, d));
}
/** Of more than the walls have room for nothing is lost: it lies one on the other till a person moves it. */
function heaped(x: Pick<Placed, 'fixture' | 'kind'>, w: number, d: number): Placed {
  const [width, depth] = [Math.min(x.kind.width_mm, w), Math.min(x.kind.depth_mm, d / 2)];
  return { ...x, box: onWall(0, 0, width, depth, w, d), wall: 0, along: width / 2 };
}
/** Each at the first place of the walls where it lies on nothing; null when one finds none. */
function tryWalls(
  all: readonly Pick<Placed, 'fixture' | 'kind'>[],
  w: number,
  d: number,
  scale: number,
): Placed[] | null {
  const out: Placed[] = [];
  for (const x of all) {
    // in a narrow room the longer way lies along the wall
    const deepest = Math.min(w, d) / 2 - GAP_MM;
    const [width, depth] = [x.kind.width_mm * scale, Math.min(x.kind.depth_mm * scale, deepest)];
    const at = ([0, 1, 2, 3] as const)
      .flatMap((wall) => placesAt(wall, width, w, d))
      .find(({ wall, offset }) => out.every((p) => apart(p.box, onWall(wall, offset, width, depth, w, d))));
    if (!at) return null;
    const along = perimeter(at.wall, at.offset + width / 2, w, d);
    out.push({ ...x, box: onWall(at.wall, at.offset, width, depth, w, d), wall: at.wall, along });
  }
  return out;
}
const longestFree = (placed: readonly Placed[], w: number, d: number): number =>
  Math.max(0, ...freeStretches(placed, w, d).map((f) => f.to - f.from));
/** What of the walls nothing stands at, or within a step of. */
function freeStretches(placed: readonly Placed[], w: number, d: number): Stretch[] {
  return ([0, 1, 2, 3] as const).flatMap((wall): Stretch[] => {
    const length = wallLength(wall, w, d);
    const near = placed
      .filter((p) => blocks(wall, p.box, w, d))
      .map((p) => (wall % 2 ? [p.box.y, p.box.y + p.box.d] : [p.box.x, p.box.x + p.box.w]) as [number, number])
      .sort((a, b) => a[0] - b[0]);
    const rests: Stretch[] = [];
    let at = 0;
    for (const [from, to] of [...near, [length, length] as [number, number]]) {
      if (from > at) rests.push({ wall, from: at, to: from });
      at = Math.max(at, to);
    }
    return rests;
  });
}
/** The door in the longest free stretch of wall, at its end. */
function doorPlace(placed: readonly Placed[], w: number, d: number): { wall: Wall; offset: number } {
  const [best] = freeStretches(placed, w, d).sort((a, b) => b.to - b.from - (a.to - a.from) || b.wall - a.wall);
  if (!best) return { wall: 2, offset: Math.max(0, w - DOOR_MM) };
  const offset = Math.max(best.from, best.to - DOOR_MM - GAP_MM);
  return { wall: best.wall, offset: Math.max(0, Math.min(offset, wallLength(best.wall, w, d) - DOOR_MM)) };
}
/** A thing stands in the way of a door in that wall: at it, or within a step of it. */
function blocks(wall: Wall, b: Box, w: number, d: number): boolean {
  const step = 300;
  return wall === 0 ? b.y < step : wall === 1 ? b.x + b.w > w - step : wall === 2 ? b.y + b.d > d - step : b.x < step;
}
/** What stands in the middle: side by side, no wider than the room. */
function inMiddle(all: readonly Pick<Placed, 'fixture' | 'kind'>[], w: number, d: number): Placed[] {
  const total = all.reduce((n, x) => n + x.kind.width_mm, 0) + GAP_MM * all.length;
  const scale = Math.min(1, (w * WINDOW_SHARE) / Math.max(1, total));
  let x0 = (w - total * scale) / 2;
  return all.map((x, i) => {
    const width = x.kind.width_mm * scale;
    const depth = Math.min(x.kind.depth_mm * scale, d * WINDOW_SHARE);
    const box = { x: x0, y: (d - depth) / 2, w: width, d: depth };
    x0 += width + GAP_MM;
    return { ...x, box, wall: null, along: i };
  });
}
function windowOf(placed: readonly Placed[], wall: Wall, w: number, d: number): Room['openings'][number] {
  const one = placed.find((p) => p.kind.window)?.kind.width_mm ?? 900;
  const length = wallLength(wall, w, d);
  const width = Math.round(Math.min(one, length * WINDOW_SHARE));
  return { kind: 'window', wall, offset: Math.round((length - width) / 2), width };
}
/** What a ring on the plan covers of a room, and how often rings are pushed apart. */
const RING_SHARE = 0.1;
const PUSHES = 80;
/** Spots moved apart until no ring lies on another, as far as the room has place; each stays near where it was. */
function spread(points: readonly { x: number; y: number }[], w: number, d: number): { x: number; y: number }[] {
  const out = points.map((p) => ({ ...p }));
  const ring = RING_SHARE * Math.max(w, d);
  for (let n = 0; n < PUSHES; n++) {
    let moved = false;
    for (const [i, a] of out.entries())
      for (const [k, b] of out.slice(i + 1).entries()) {
        const far = Math.hypot(b.x - a.x, b.y - a.y);
        if (far >= ring) continue;
        // two on the very same place part along a turning direction
        const turn = (i + k + 1) * 2.4;
        const [ux, uy] = far > 1 ? [(b.x - a.x) / far, (b.y - a.y) / far] : [Math.cos(turn), Math.sin(turn)];
        const push = (ring - far) / 2;
        for (const [p, sign] of [
          [a, -1],
          [b, 1],
        ] as const) {
          p.x = Math.max(0, Math.min(w, p.x + sign * ux * push));
          p.y = Math.max(0, Math.min(d, p.y + sign * uy * push));
        }
        moved = true;
      }
    if (!moved) break;
  }
  return out
    .map((p) => ({ x: Math.round(p.x / 10) * 10, y: Math.round(p.y / 10) * 10 }))
    .map((p) => ({
      x: Math.min(p.x, w),
      y: Math.min(p.y, d),
    }));
}
/** Where a spot of a thing stands, whole millimetres within the room. */
function spotAt(p: Placed, n: number, w: number, d: number): { x: number; y: number } {
  const { x, y } = spotIn(p.box, n, p.fixture.spots.length, p.kind.spots[n]!.band, p.wall);
  const inside = (v: number, most: number): number => Math.round(Math.max(60, Math.min(most - 60, v)));
  return { x: inside(x, w), y: inside(y, d) };
}
