import type { Spot } from '../household';
import { FLOOR } from './draft';

type Neighbour = Spot['neighbours'][number];
/** So near (mm) lies what wet work from above runs onto, and what it splashes beside (common practice). */
const RUNS_MM = 1200;
const SPLASHES_MM = 700;
const OFFERED = 5;
const HEIGHT = { high: 3, mid: 2, low: 1, floor: 0 } as const;

/**
 * What probably lies below or beside a spot, by the plan, for a person to confirm: of the same room, not named yet, the
 * nearest first. What lies lower is run onto; the floor of the room always is, but by a spot of the floor itself.
 */
export function likelyNeighbours(
  spot: Pick<Spot, 'id' | 'room' | 'x' | 'y' | 'band' | 'neighbours'>,
  spots: readonly Spot[],
): (Neighbour & { spot: string })[] {
  const named = new Set(spot.neighbours.map((n) => n.spot));
  return spots
    .filter((s) => s.room === spot.room && s.id !== spot.id && !named.has(s.id))
    .flatMap((s): { far: number; near: Neighbour & { spot: string } }[] => {
      const far = Math.hypot(s.x - spot.x, s.y - spot.y);
      const lower = HEIGHT[s.band] < HEIGHT[spot.band];
      if (lower && (far <= RUNS_MM || s.kinds.includes(FLOOR)))
        return [{ far, near: { spot: s.id, relation: 'below', runoff: true } }];
      return far <= SPLASHES_MM ? [{ far, near: { spot: s.id, relation: 'beside', runoff: false } }] : [];
    })
    .sort((a, b) => a.far - b.far)
    .slice(0, OFFERED)
    .map((x) => x.near);
}
