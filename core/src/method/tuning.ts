import type { Catalogue, Tuning } from '../catalogue';

/** The one record of the engine's numbers. */
export const tuning = (catalogue: Catalogue): Tuning => [...catalogue.tuning.values()][0]!;
