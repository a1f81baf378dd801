import type { Catalogue } from './catalogue';
import type { Tuning } from './schema';

/** The one record of the engine's numbers; asked for in the innermost loops, so nothing is copied. */
export const tuning = (catalogue: Catalogue): Tuning => catalogue.tuning.values().next().value!;
