/** Walls as an outline has them: north, east, south, west. */
export type Wall = 0 | 1 | 2 | 3;
export interface Box {
  x: number;
  y: number;
  w: number;
  d: number;
}
/** Beside a door, and between two things. */
export const GAP_MM = 20;
export const wallLength = (wall: Wall, w: number, d: number): number => (wall % 2 ? d : w);
/** Clockwise from the north-west corner; offsets are counted from the west and from the north. */
export function perimeter(wall: Wall, offset: number, w: number, d: number): number {
  return wall === 0 ? offset : wall === 1 ? w + offset : wall === 2 ? w + d + (w - offset) : 2 * w + d + (d - offset);
}
/** A thing against a wall, so far from its west or north end. */
export function onWall(wall: Wall, offset: number, width: number, depth: number, w: number, d: number): Box {
  if (wall === 0) return { x: offset, y: 0, w: width, d: depth };
  if (wall === 2) return { x: offset, y: d - depth, w: width, d: depth };
  if (wall === 1) return { x: w - depth, y: offset, w: depth, d: width };
  return { x: 0, y: offset, w: depth, d: width };
}
/** Offsets along a wall, clockwise: north and east from their beginning, south and west from their end. */
export function placesAt(wall: Wall, width: number, w: number, d: number): { wall: Wall; offset: number }[] {
  const rest = wallLength(wall, w, d) - width;
  const steps = rest < 0 ? 0 : Math.floor(rest / GAP_MM) + 1;
  return Array.from({ length: steps }, (_, i) => ({ wall, offset: wall < 2 ? i * GAP_MM : rest - i * GAP_MM }));
}
export const apart = (a: Box, b: Box): boolean =>
  a.x + a.w <= b.x || b.x + b.w <= a.x || a.y + a.d <= b.y || b.y + b.d <= a.y;

/**
 * Where the n-th of several spots of a thing lies: side by side along it, so that no ring hides another, high ones near the
 * wall that it stands at and low ones in front.
 */
export function spotIn(
  box: Box,
  n: number,
  of: number,
  band: 'high' | 'mid' | 'low' | 'floor',
  wall: Wall | null = null,
): { x: number; y: number } {
  const share = (n + 0.5) / of;
  const deep = { high: 0.15, mid: 0.4, low: 0.65, floor: 0.85 }[band];
  return box.w >= box.d
    ? { x: box.x + box.w * share, y: box.y + box.d * (wall === 2 ? 1 - deep : deep) }
    : { x: box.x + box.w * (wall === 1 ? 1 - deep : deep), y: box.y + box.d * share };
}
