import type { Edit, Room, Spot } from '../household';
import { changed, cornerOf, GRID_MM, type Opening, openingIn, wallNames, wallOf } from './openings';
import { resized, sizeOf } from './change';

type XY = { x: number; y: number };
/** Corners of a room, of which one may be missing: an L. */
export const CORNERS = ['north-west', 'north-east', 'south-east', 'south-west'] as const;
export type CornerName = (typeof CORNERS)[number];
export interface Cut {
  corner: CornerName;
  width_mm: number;
  depth_mm: number;
}

/** An outline of four walls, or of six where a corner is cut out of it; clockwise from the north-west. */
function outlineOf(from: XY, w: number, d: number, cut: Cut | null): XY[] {
  const [a, b] = cut ? [cut.width_mm, cut.depth_mm] : [0, 0];
  const points: XY[][] = [
    cut?.corner === 'north-west'
      ? [
          { x: 0, y: b },
          { x: a, y: b },
          { x: a, y: 0 },
        ]
      : [{ x: 0, y: 0 }],
    cut?.corner === 'north-east'
      ? [
          { x: w - a, y: 0 },
          { x: w - a, y: b },
          { x: w, y: b },
        ]
      : [{ x: w, y: 0 }],
    cut?.corner === 'south-east'
      ? [
          { x: w, y: d - b },
          { x: w - a, y: d - b },
          { x: w - a, y: d },
        ]
      : [{ x: w, y: d }],
    cut?.corner === 'south-west'
      ? [
          { x: a, y: d },
          { x: a, y: d - b },
          { x: 0, y: d - b },
        ]
      : [{ x: 0, y: d }],
  ];
  return points.flat().map((p) => ({ x: Math.round(from.x + p.x), y: Math.round(from.y + p.y) }));
}

/** The corner that a room lacks; null where it has four, or more is cut out of it than one. */
export function cutOf(room: Pick<Room, 'outline'>): Cut | null {
  if (room.outline.length !== 6) return null;
  const { width_mm: w, depth_mm: d } = sizeOf(room);
  const from = cornerOf(room);
  const has = (p: XY): boolean => room.outline.some((o) => o.x === p.x && o.y === p.y);
  const at: Record<CornerName, XY> = {
    'north-west': from,
    'north-east': { x: from.x + w, y: from.y },
    'south-east': { x: from.x + w, y: from.y + d },
    'south-west': { x: from.x, y: from.y + d },
  };
  const [corner, more] = CORNERS.filter((c) => !has(at[c]));
  if (!corner || more) return null;
  // the one point of the outline that lies inside
  const inner = room.outline.find((p) => p.x > from.x && p.x < from.x + w && p.y > from.y && p.y < from.y + d);
  if (!inner) return null;
  return { corner, width_mm: Math.abs(inner.x - at[corner].x), depth_mm: Math.abs(inner.y - at[corner].y) };
}

/** Where the middle of an opening lies, mm. */
function middleOf(room: Pick<Room, 'outline'>, o: Opening): XY {
  const a = room.outline[o.wall % room.outline.length]!;
  const b = room.outline[(o.wall + 1) % room.outline.length]!;
  const along = o.offset + o.width / 2;
  // offsets are counted from the west and from the north, walls run clockwise
  return a.y === b.y ? { x: Math.min(a.x, b.x) + along, y: a.y } : { x: a.x, y: Math.min(a.y, b.y) + along };
}

/**
 * A room with one corner missing, or with all four again: its walls, and its doors and windows in the walls that look the
 * same way and lie nearest. The cut is at most nine tenths of the room each way.
 */
export function withCut(room: Room, cut: Cut | null): Pick<Room, 'outline' | 'openings'> {
  const { width_mm: w, depth_mm: d } = sizeOf(room);
  const most = (v: number, of: number): number => Math.max(100, Math.min(Math.round(v), Math.round(of * 0.9)));
  const within = cut && { ...cut, width_mm: most(cut.width_mm, w), depth_mm: most(cut.depth_mm, d) };
  const is = { ...room, outline: outlineOf(cornerOf(room), w, d, within) };
  const way = (r: Pick<Room, 'outline'>, n: number): string => wallNames(r)[n]!.split(' ')[0]!;
  return {
    outline: is.outline,
    openings: room.openings.map((o) => {
      const m = middleOf(room, o);
      const [best] = is.outline
        .map((_, wall) => wall)
        .filter((wall) => way(is, wall) === way(room, o.wall % room.outline.length))
        .map((wall) => {
          const start = middleOf(is, { ...o, wall, offset: -o.width / 2 });
          const end = middleOf(is, { ...o, wall, offset: wallOf(is, wall) - o.width / 2 });
          const near = { x: clamp(m.x, start.x, end.x), y: clamp(m.y, start.y, end.y) };
          const offset = Math.hypot(near.x - start.x, near.y - start.y) - o.width / 2;
          return { wall, offset, far: Math.hypot(near.x - m.x, near.y - m.y) };
        })
        .sort((a, b) => a.far - b.far);
      return openingIn(is, { ...o, wall: best!.wall, offset: best!.offset });
    }),
  };
}
const clamp = (v: number, a: number, b: number): number => Math.max(Math.min(a, b), Math.min(Math.max(a, b), v));

/** Whether a box lies wholly inside a room, also one of an L. */
export function holds(room: Pick<Room, 'outline'>, box: XY & { w: number; d: number }): boolean {
  const { width_mm, depth_mm } = sizeOf(room);
  const from = cornerOf(room);
  const inRect =
    box.x >= from.x &&
    box.y >= from.y &&
    box.x + box.w <= from.x + width_mm + 1 &&
    box.y + box.d <= from.y + depth_mm + 1;
  const cut = cutOf(room);
  if (!inRect || !cut) return inRect;
  const [west, north] = [/west/.test(cut.corner), /north/.test(cut.corner)];
  const beyond = west ? box.x < from.x + cut.width_mm : box.x + box.w > from.x + width_mm - cut.width_mm;
  const over = north ? box.y < from.y + cut.depth_mm : box.y + box.d > from.y + depth_mm - cut.depth_mm;
  return !(beyond && over);
}

/** A box or a point pushed out of the corner that is missing, the shorter way; where it fits nowhere it stays. */
function pushedOut<T extends XY & { w?: number; d?: number }>(room: Pick<Room, 'outline'>, p: T): T {
  const box = { x: p.x, y: p.y, w: p.w ?? 0, d: p.d ?? 0 };
  const cut = cutOf(room);
  if (!cut || holds(room, box)) return p;
  const { width_mm, depth_mm } = sizeOf(room);
  const from = cornerOf(room);
  const x = /west/.test(cut.corner) ? from.x + cut.width_mm : from.x + width_mm - cut.width_mm - box.w;
  const y = /north/.test(cut.corner) ? from.y + cut.depth_mm : from.y + depth_mm - cut.depth_mm - box.d;
  const ways = [
    { ...p, x },
    { ...p, y },
  ].filter((q) => holds(room, { ...box, x: q.x, y: q.y }));
  const far = (q: XY): number => Math.abs(q.x - p.x) + Math.abs(q.y - p.y);
  return ways.sort((a, b) => far(a) - far(b))[0] ?? p;
}

/** A room with a corner cut out (or given back), as one deed: what stood in that corner moves out of it, things and spots. */
export function cornerCut(room: Room, spots: readonly Spot[], cut: Cut | null): Edit[] {
  const is = { ...room, ...withCut(room, cut) };
  const fields = {
    outline: is.outline,
    openings: is.openings,
    fixtures: room.fixtures.map((f) => pushedOut(is, f)),
    drains: room.drains.map((p) => pushedOut(is, p)),
    start: pushedOut(is, room.start),
  };
  return [
    changed(room, fields),
    ...spots.flatMap((s): Edit[] => {
      const was = room.fixtures.find((f) => f.id === s.fixture);
      const now = fields.fixtures.find((f) => f.id === s.fixture);
      // a part goes with its thing
      const at = was && now ? { x: s.x + now.x - was.x, y: s.y + now.y - was.y } : { x: s.x, y: s.y };
      const { x, y } = pushedOut(is, at);
      return x === s.x && y === s.y ? [] : [{ does: 'change', on: 'spots', id: s.id, fields: { x, y } }];
    }),
  ];
}

/** Rooms are no narrower and no wider than this, mm. */
const NARROWEST_MM = 600;
const WIDEST_MM = 30_000;
/**
 * A wall pushed outwards (or, below nothing, inwards) by so many mm, on the grid: the room grows or shrinks with all that is
 * in it; a wall of the corner that is missing makes that corner smaller or larger. Nothing where it would not move.
 */
export function wallPushed(room: Room, spots: readonly Spot[], wall: number, by_mm: number): Edit[] {
  const by = Math.round(by_mm / GRID_MM) * GRID_MM;
  const face = wallNames(room)[wall]?.split(' ')[0];
  if (!by || !face) return [];
  const upright = face === 'east' || face === 'west';
  const a = room.outline[wall]!;
  const { width_mm: w, depth_mm: d } = sizeOf(room);
  const from = cornerOf(room);
  const outer = upright ? a.x === from.x || a.x === from.x + w : a.y === from.y || a.y === from.y + d;
  const cut = cutOf(room);
  if (!outer) {
    if (!cut) return [];
    const is = upright ? { ...cut, width_mm: cut.width_mm - by } : { ...cut, depth_mm: cut.depth_mm - by };
    const gone = Math.min(is.width_mm, is.depth_mm) < GRID_MM;
    return cornerCut(room, spots, gone ? null : is);
  }
  const within = (mm: number): number => Math.max(NARROWEST_MM, Math.min(WIDEST_MM, mm));
  const [width, depth] = upright ? [within(w + by), d] : [w, within(d + by)];
  if (width === w && depth === d) return [];
  const is = resized(room, spots, width, depth);
  return [
    changed(room, is.room as Partial<Room>),
    ...is.spots.map(({ id, fields }): Edit => ({ does: 'change', on: 'spots', id, fields: { ...fields } })),
  ];
}
