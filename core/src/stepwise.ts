/** A computation in steps: what is done between two of them is up to whoever takes them. */
export type Stepwise<T> = Generator<undefined, T>;

/** All steps of it, one after the other. */
export function inOneGo<T>(steps: Stepwise<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
