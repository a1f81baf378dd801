declare module 'fmin/src/bisect.js' {
  /** A root of f between a and b, where f changes its sign. */
  export function bisect(
    f: (x: number) => number,
    a: number,
    b: number,
    parameters?: { tolerance?: number; maxIterations?: number },
  ): number;
}
