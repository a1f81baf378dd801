/** The fault runner (`npm run mutants`) asks each test a thousand times: there a sample stands for the whole. */
const FAST = Boolean(process.env['MUTANTS']);

/** How often a property is tried: `n`, and a hundredth of it under the fault runner. */
export const runs = (n: number): number => (FAST ? Math.ceil(n / 100) : n);

/** Products that between them meet every kind of condition a clause can set. */
const TELLING = new Set([
  'chlorine-bleach',
  'peroxide-3',
  'peroxide-12',
  'percarbonate-booster',
  'white-vinegar',
  'vinegar-essence',
  'glass-cleaner-ammonia',
  'drain-opener-caustic',
  'caustic-soda',
  'muriatic-acid',
  'salt',
  'pool-shock-oxygen',
  'pool-trichlor-tablets',
  'colour-run-remover',
  'laundry-powder',
  'dish-detergent',
  'castile-soap',
  'acetone',
  'water',
]);

/** All of a list, and every 23rd of it under the fault runner; of products those that tell most as well. */
export const sampled = <T>(all: readonly T[]): readonly T[] =>
  FAST ? all.filter((x, i) => i % 23 === 0 || TELLING.has(String(x))) : all;
