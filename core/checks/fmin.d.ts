declare module 'fmin' {
  const fmin: {
    /** A root of f between a and b, where f changes its sign. */
    bisect(f: (x: number) => number, a: number, b: number, parameters?: { tolerance?: number; maxIterations?: number }): number;
  };
  export default fmin;
}
