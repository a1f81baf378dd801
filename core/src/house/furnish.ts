import type { Catalogue } from '../catalogue';
import type { Edit, Room, Spot } from '../household';
import { sizeOf } from './change';
import { FLOOR } from './draft';
import { changed, cornerOf, GRID_MM } from './openings';
import { holds } from './outline';
import { neighboursOf, newSpot } from './spot';
import { apart, type Box, onWall, placesAt, spotIn } from './walls';
import { bad, ok, type Result } from '../reason';

export type Fixture = Room['fixtures'][number];
const freeId = (kind: string, taken: ReadonlySet<string>): string => {
  let id = kind;
  for (let n = 2; taken.has(id); n++) id = `${kind}-${n}`;
  return id;
};

/**
 * One more thing in a room that is there, with the spots that its template gives it, as one deed: at the first free place
 * of the walls (what has none stands in the middle), its spots last on the way round, the usual material taken. `newId`
 * gives ids. Problem: no such kind.
 */
export function furnished(
  room: Room,
  spots: readonly Spot[],
  kindId: string,
  newId: () => string,
  catalogue: Catalogue,
): Result<{ id: string; edits: Edit[] }> {
  const kind = catalogue.fixtures.get(kindId);
  if (!kind) return bad('/kind', `“${kindId}” is not among the things that a room may hold: choose one of the list.`);
  const { width_mm: w, depth_mm: d } = sizeOf(room);
  const from = cornerOf(room);
  const id = freeId(kind.id, new Set(room.fixtures.map((f) => f.id)));
  const standing = room.fixtures.map((f): Box => ({ x: f.x - from.x, y: f.y - from.y, w: f.w, d: f.d }));
  const [width, depth] = [Math.min(kind.width_mm, w), Math.min(kind.depth_mm, d / 2)];
  const free =
    kind.where === 'wall'
      ? ([0, 1, 2, 3] as const)
          .flatMap((wall) => placesAt(wall, width, w, d))
          .map(({ wall, offset }) => onWall(wall, offset, width, depth, w, d))
          .find(
            (box) =>
              standing.every((s) => apart(s, box)) && holds(room, { ...box, x: box.x + from.x, y: box.y + from.y }),
          )
      : undefined;
  const box = free ?? { x: (w - width) / 2, y: (d - depth) / 2, w: width, d: depth };
  const at = { x: Math.round(box.x + from.x), y: Math.round(box.y + from.y) };
  // a window, a door and a fan are part of the wall: only their spots are new
  const inWall = Boolean(kind.window || kind.door || kind.fan);
  const ids = new Map(kind.spots.map((s) => [s.id, newId()]));
  const floor = spots.find((s) => s.kinds.includes(FLOOR));
  const last = Math.max(0, ...spots.map((s) => s.routeOrder));
  const made = kind.spots.map((s, i): Edit => {
    const inside = spotIn(box, i, kind.spots.length, s.band);
    const fields = newSpot(s, {
      room: room.id,
      ...(inWall ? {} : { fixture: id }),
      name: s.name,
      face: s.faces[0]!,
      x: Math.round(inside.x + from.x),
      y: Math.round(inside.y + from.y),
      routeOrder: last + 1 + i,
      centre: kind.where === 'centre',
    });
    return { does: 'make', on: 'spots', id: ids.get(s.id)!, fields: { ...fields } };
  });
  // neighbours are told once all are made
  const beside = kind.spots.flatMap((s): Edit[] => {
    const neighbours = neighboursOf(s, kind, (part) => ids.get(part), floor?.id);
    return neighbours.length ? [{ does: 'change', on: 'spots', id: ids.get(s.id)!, fields: { neighbours } }] : [];
  });
  const fields: Partial<Room> = inWall
    ? {}
    : {
        fixtures: [
          ...room.fixtures,
          { id, shape: kind.shape, ...at, w: Math.round(box.w), d: Math.round(box.d), rotation: 0, resident: [] },
        ],
      };
  if (kind.drain)
    fields.drains = [...room.drains, { x: Math.round(at.x + box.w / 2), y: Math.round(at.y + box.d / 2) }].slice(0, 10);
  return ok({ id, edits: [...(Object.keys(fields).length ? [changed(room, fields)] : []), ...made, ...beside] });
}

/**
 * A thing put elsewhere or made of another size, within the room and on the grid, with its spots along; mm. Nothing where
 * it would stand in a corner that the room lacks.
 */
export function fixtureMoved(
  room: Room,
  spots: readonly Spot[],
  id: string,
  to: Partial<Pick<Fixture, 'x' | 'y' | 'w' | 'd'>>,
): Edit[] {
  const was = room.fixtures.find((f) => f.id === id);
  if (!was) return [];
  const { width_mm, depth_mm } = sizeOf(room);
  const from = cornerOf(room);
  const grid = (v: number): number => Math.round(v / GRID_MM) * GRID_MM;
  const w = Math.max(GRID_MM, Math.min(grid(to.w ?? was.w), width_mm));
  const d = Math.max(GRID_MM, Math.min(grid(to.d ?? was.d), depth_mm));
  const within = (v: number, least: number, most: number): number => Math.max(least, Math.min(most, v));
  const x = within(from.x + grid((to.x ?? was.x) - from.x), from.x, from.x + width_mm - w);
  const y = within(from.y + grid((to.y ?? was.y) - from.y), from.y, from.y + depth_mm - d);
  const is = { ...was, x, y, w, d };
  // where the room has no corner nothing stands
  if (!holds(room, is)) return [];
  const along = (s: Spot): Edit => ({
    does: 'change',
    on: 'spots',
    id: s.id,
    fields: {
      x: Math.round(within(x + ((s.x - was.x) / was.w) * w, from.x, from.x + width_mm)),
      y: Math.round(within(y + ((s.y - was.y) / was.d) * d, from.y, from.y + depth_mm)),
    },
  });
  return [
    changed(room, { fixtures: room.fixtures.map((f) => (f.id === id ? is : f)) }),
    ...spots.filter((s) => s.fixture === id).map(along),
  ];
}

/** A thing taken out of a room, with its drain and the spots that are parts of it. */
export function unfurnished(room: Room, spots: readonly Spot[], id: string): Edit[] {
  const was = room.fixtures.find((f) => f.id === id);
  if (!was) return [];
  const under = (p: { x: number; y: number }): boolean =>
    p.x >= was.x && p.x <= was.x + was.w && p.y >= was.y && p.y <= was.y + was.d;
  return [
    ...spots
      .filter((s) => s.fixture === id)
      .map((s): Edit => ({ does: 'put-away', on: 'spots', id: s.id, version: s.version })),
    changed(room, { fixtures: room.fixtures.filter((f) => f !== was), drains: room.drains.filter((p) => !under(p)) }),
  ];
}
