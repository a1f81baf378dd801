import * as fc from 'fast-check';

/** A sample stands for the whole: each property is tried a thousand times over, once a fault. */
const MOST_RUNS = 40;
export * from 'fast-check';
export const assert = (property, params) =>
  fc.assert(property, { ...params, numRuns: Math.min(params?.numRuns ?? 100, MOST_RUNS), endOnFailure: true });
export default { ...fc, assert };
