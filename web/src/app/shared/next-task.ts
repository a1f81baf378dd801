import type { Stepwise } from '@dolly-tub/core';

/** What follows stands in a task of its own: a tap, or a turn of the page, is heard before it. */
export const nextTask = (): Promise<void> => new Promise((go) => setTimeout(go));

const AT_A_TIME_ms = 5;
/** A computation whose steps are taken a few at a time, each few in a task of their own; null once it no longer counts. */
export async function inTasks<T>(steps: Stepwise<T>, counts: () => boolean): Promise<T | null> {
  for (let since = performance.now(); counts();) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - since < AT_A_TIME_ms) continue;
    await nextTask();
    since = performance.now();
  }
  return null;
}
