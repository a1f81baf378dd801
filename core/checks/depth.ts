/** The fault runner (`npm run mutants`) asks each test a thousand times: there a sample stands for the whole. */
const FAST = Boolean(process.env['MUTANTS']);

/** How often a property is tried: `n`, and a fortieth of it under the fault runner. */
export const runs = (n: number): number => (FAST ? Math.ceil(n / 40) : n);

/** All of a list, and every eleventh of it under the fault runner. */
export const sampled = <T>(all: readonly T[]): readonly T[] => (FAST ? all.filter((_, i) => i % 11 === 0) : all);
