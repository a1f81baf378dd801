import type { Run, Rung, Step } from '@dolly-tub/core';

/** What a run keeps of the rung it follows. */
export const methodOf = (r: Rung): NonNullable<Run['method']> => ({
  name: r.name,
  product: r.product,
  tool: r.tool,
  apply: r.apply,
  strength: r.strength,
  mechanism: r.mechanism,
  dwell_min: r.dwell_min,
  rung: r.rung,
  effect: r.effect,
});

/** Steps as a run keeps them: a wait only where there is one. */
export const stepsOf = (steps: readonly Step[]): Run['steps'] =>
  steps.map(({ id, text, because, active_s, wait_s }) => ({
    id,
    text,
    because,
    active_s,
    ...(wait_s ? { wait_s } : {}),
  }));
