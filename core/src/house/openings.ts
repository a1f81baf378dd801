import type { Edit, Room } from '../household';

export type Opening = Room['openings'][number];
/** What is dragged lands on a grid of this, mm. */
export const GRID_MM = 100;

/** A change of a room, of the version that was read. */
export const changed = (room: Room, fields: Partial<Room>): Edit => ({
  does: 'change',
  on: 'rooms',
  id: room.id,
  version: room.version,
  fields: { ...fields },
});
/** The north-west corner of a room, mm. */
export const cornerOf = (room: Pick<Room, 'outline'>): { x: number; y: number } => ({
  x: Math.min(...room.outline.map((p) => p.x)),
  y: Math.min(...room.outline.map((p) => p.y)),
});
/**
 * What people call the walls of a room, in the order of its outline: by the way they look out, several of one way numbered.
 */
export function wallNames(room: Pick<Room, 'outline'>): string[] {
  const faces = room.outline.map((a, i) => {
    const b = room.outline[(i + 1) % room.outline.length]!;
    const [east, south] = [b.x - a.x, b.y - a.y];
    // outlines run clockwise: a wall that runs east has the room in the south of it
    return Math.abs(east) >= Math.abs(south) ? (east > 0 ? 'north' : 'south') : south > 0 ? 'east' : 'west';
  });
  return faces.map((f, i) => {
    const of = faces.filter((x) => x === f).length;
    return of === 1 ? `${f} wall` : `${f} wall ${faces.slice(0, i + 1).filter((x) => x === f).length}`;
  });
}
/** Length of a wall of a room, mm. */
export function wallOf(room: Room, wall: number): number {
  const a = room.outline[wall % room.outline.length]!;
  const b = room.outline[(wall + 1) % room.outline.length]!;
  return Math.hypot(b.x - a.x, b.y - a.y);
}
/** A door or window in a wall, no wider than it and within it. */
export function openingIn(room: Room, o: Opening): Opening {
  const length = wallOf(room, o.wall);
  const width = Math.round(Math.min(Math.max(o.width, GRID_MM), length));
  return { ...o, width, offset: Math.round(Math.max(0, Math.min(o.offset, length - width))) };
}
/** The doors and windows of a room, one put in the place of that of a number, added after the last, or (null) left out. */
export function openingsWith(room: Room, n: number, o: Opening | null): Edit[] {
  const all = room.openings.flatMap((x, i) => (i === n ? (o ? [openingIn(room, o)] : []) : [x]));
  const openings = n >= room.openings.length && o ? [...all, openingIn(room, o)] : all;
  return [changed(room, { openings })];
}
/** A usual door or window: in the longest wall, in its middle; 800 and 900 mm wide (common practice). */
export function usualOpening(room: Room, kind: Opening['kind']): Opening {
  const [wall] = room.outline.map((_, i) => i).sort((a, b) => wallOf(room, b) - wallOf(room, a));
  const width = kind === 'door' ? 800 : 900;
  return openingIn(room, { kind, wall: wall!, offset: (wallOf(room, wall!) - width) / 2, width });
}
