import type { Member, Spot } from './records';

/**
 * How high, mm above the floor, a hand has to come for work in a band: `high` is above the head of most, `mid` at
 * standing height, `low` and `floor` by stooping, which nobody is too short for (common practice; a seated person reaches
 * 1220 mm, ADA Standards 2010, 308).
 */
export const BAND_mm: Record<Spot['band'], number> = { high: 1900, mid: 1250, low: 0, floor: 0 };
/** Those of the house whose reach, as it was noted, ends below the work on a spot. */
export const beyondReach = (spot: Pick<Spot, 'band'>, members: readonly Member[]): Member[] =>
  members.filter((m) => m.kind !== 'pet' && (m.reach_mm ?? Infinity) < BAND_mm[spot.band]);

/** Nobody of the house whose reach was noted comes up to it, and nobody was left out. */
export const outOfReach = (spot: Pick<Spot, 'band'>, members: readonly Member[]): boolean => {
  const people = members.filter((m) => m.kind === 'adult');
  return people.length > 0 && beyondReach(spot, people).length === people.length;
};
