import type { Bottle } from './records';

/** Filled bottles that are past their time, the longest past first. */
export const toPourAway = (bottles: readonly Bottle[], now: Date): Bottle[] =>
  bottles
    .filter((b) => b.fill && b.fill.left_mL > 0 && Date.parse(b.fill.discardAt) <= now.getTime())
    .sort((a, b) => Date.parse(a.fill!.discardAt) - Date.parse(b.fill!.discardAt));
