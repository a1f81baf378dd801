/** The fault runner (`npm run mutants`) asks each test a thousand times: there a sample stands for the whole. */
const FAST = Boolean(process.env['MUTANTS']);

/** How often a property is tried: `n`, and a hundredth of it under the fault runner. */
export const runs = (n: number): number => (FAST ? Math.ceil(n / 100) : n);

/** All of a list, and every 23rd of it under the fault runner. */
export const sampled = <T>(all: readonly T[]): readonly T[] => (FAST ? all.filter((_, i) => i % 23 === 0) : all);
