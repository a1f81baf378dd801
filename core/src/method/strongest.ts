import type { Rung } from './types';

/** The rung that does most; of equals the gentler one. A remedy at the end may do no more than one before it. */
export const strongestRung = (ladder: readonly Rung[]): Rung | null =>
  ladder.reduce<Rung | null>((a, b) => (a && a.effect >= b.effect ? a : b), null);
