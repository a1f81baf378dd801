import type { Catalogue } from '../catalogue';
import type { Edit, EnvelopeFields, RecordOf, Room, Spot } from '../household';
import { openingIn } from './openings';
import { newSpot } from './spot';

type Body<D extends 'rooms' | 'spots'> = Omit<RecordOf<D>, keyof EnvelopeFields>;
type XY = { x: number; y: number };

/** Width and depth of a room by its outline, mm. */
export function sizeOf(room: Pick<Room, 'outline'>): { width_mm: number; depth_mm: number } {
  const xs = room.outline.map((p) => p.x);
  const ys = room.outline.map((p) => p.y);
  return { width_mm: Math.max(...xs) - Math.min(...xs), depth_mm: Math.max(...ys) - Math.min(...ys) };
}
/**
 * A room made so wide and so deep: what is drawn in it and its spots keep their share of it; things keep their own size as
 * far as the room has place.
 */
export function resized(
  room: Room,
  spots: readonly Spot[],
  width_mm: number,
  depth_mm: number,
): { room: Partial<Body<'rooms'>>; spots: { id: string; fields: XY }[] } {
  const was = sizeOf(room);
  const [kx, ky] = [width_mm / was.width_mm, depth_mm / was.depth_mm];
  const x0 = Math.min(...room.outline.map((p) => p.x));
  const y0 = Math.min(...room.outline.map((p) => p.y));
  const at = (p: XY): XY => ({ x: Math.round(x0 + (p.x - x0) * kx), y: Math.round(y0 + (p.y - y0) * ky) });
  const outline = room.outline.map(at);
  return {
    room: {
      outline,
      start: at(room.start),
      drains: room.drains.map(at),
      fixtures: room.fixtures.map((f) => {
        const [w, d] = [Math.min(f.w, width_mm), Math.min(f.d, depth_mm)];
        const { x, y } = at(f);
        return { ...f, w, d, x: Math.min(x, x0 + width_mm - w), y: Math.min(y, y0 + depth_mm - d) };
      }),
      openings: room.openings.map((o) => {
        const k = o.wall % 2 ? ky : kx;
        return openingIn({ ...room, outline }, { ...o, offset: o.offset * k });
      }),
    },
    spots: spots.map((s) => ({ id: s.id, fields: at(s) })),
  };
}
const copyOf = <T extends object>(record: T): Record<string, unknown> => {
  const { id, version, createdAt, updatedAt, deletedAt, deletedWith, ...body } = record as T & Partial<EnvelopeFields>;
  void [id, version, createdAt, updatedAt, deletedAt, deletedWith];
  return JSON.parse(JSON.stringify(body)) as Record<string, unknown>;
};
/** One more room like it, with its spots as clean as new: their materials and neighbours, none of their dirt. */
export function duplicated(
  room: Room,
  spots: readonly Spot[],
  name: string,
  order: number,
  newId: () => string,
): { room: string; edits: Edit[] } {
  const id = newId();
  const ids = new Map(spots.map((s) => [s.id, newId()]));
  // what lies in another room is no neighbour of the new one
  const near = (s: Spot): Spot['neighbours'] =>
    s.neighbours.filter((n) => !n.spot || ids.has(n.spot)).map((n) => (n.spot ? { ...n, spot: ids.get(n.spot)! } : n));
  const made = spots.map((s): Edit => ({
    does: 'make',
    on: 'spots',
    id: ids.get(s.id)!,
    fields: { ...copyOf(s), room: id, soils: [], neighbours: [] },
  }));
  // neighbours name each other both ways: they are told once all are made
  const beside = spots.flatMap((s): Edit[] =>
    near(s).length ? [{ does: 'change', on: 'spots', id: ids.get(s.id)!, fields: { neighbours: near(s) } }] : [],
  );
  return {
    room: id,
    edits: [{ does: 'make', on: 'rooms', id, fields: { ...copyOf(room), name, order } }, ...made, ...beside],
  };
}

/** A kind of spot that templates know, by fixture and name. */
export interface SpotKind {
  id: string;
  name: string;
  faces: readonly string[];
}
/** Every spot that a template knows; of those with one name the first. */
export const spotKinds = (catalogue: Catalogue): SpotKind[] =>
  [
    ...new Map(
      [...catalogue.fixtures.values()]
        .flatMap((f) => f.spots.map((s) => ({ id: `${f.id}.${s.id}`, name: s.name, faces: s.faces })))
        .reverse()
        .map((s) => [s.name, s] as const),
    ).values(),
  ].reverse();
/** One more spot of a room: as its template has it, or plain; last on the way round, in the middle of the room. */
export function spotOf(
  kind: string | null,
  name: string,
  face: string,
  room: Room,
  spots: readonly Spot[],
  catalogue: Catalogue,
): Body<'spots'> {
  const [fixture, part] = (kind ?? '').split('.');
  const made = catalogue.fixtures.get(fixture ?? '')?.spots.find((s) => s.id === part);
  const { width_mm, depth_mm } = sizeOf(room);
  const free = freePlace(spots, width_mm, depth_mm);
  return newSpot(made, {
    room: room.id,
    name,
    face,
    x: Math.min(...room.outline.map((p) => p.x)) + free.x,
    y: Math.min(...room.outline.map((p) => p.y)) + free.y,
    routeOrder: Math.max(0, ...spots.map((s) => s.routeOrder)) + 1,
    centre: false,
  });
}
/** The place of a room that is farthest from every spot that is there. */
function freePlace(spots: readonly XY[], w: number, d: number): XY {
  const steps = [0.2, 0.35, 0.5, 0.65, 0.8];
  const places = steps.flatMap((x) => steps.map((y) => ({ x: Math.round(x * w), y: Math.round(y * d) })));
  const far = (p: XY): number => Math.min(Infinity, ...spots.map((s) => Math.hypot(s.x - p.x, s.y - p.y)));
  return places.reduce((best, p) => (far(p) > far(best) ? p : best));
}

/** Spots put away, and named no longer as what lies below or beside the others; one deed. */
export function putAwaySpots(gone: readonly Spot[], all: readonly Spot[]): Edit[] {
  const ids = new Set<string | null | undefined>(gone.map((s) => s.id));
  const stays = all.filter((s) => !ids.has(s.id) && s.neighbours.some((n) => ids.has(n.spot)));
  return [
    ...stays.map((s): Edit => ({
      does: 'change',
      on: 'spots',
      id: s.id,
      fields: { neighbours: s.neighbours.filter((n) => !ids.has(n.spot)) },
    })),
    ...gone.map((s): Edit => ({ does: 'put-away', on: 'spots', id: s.id, version: s.version })),
  ];
}
