declare module 'ode45-cash-karp' {
  interface Integrator {
    t: number;
    y: number[];
    dt: number;
    /** Up to so many steps, towards a limit; true when it was not yet reached. */
    steps(most: number, until: number): boolean;
  }
  /** Adaptive Runge–Kutta of Cash and Karp (1990): `derive(out, y, t)` writes dy/dt. */
  export default function ode45(
    y0: number[],
    derive: (out: number[], y: number[], t: number) => void,
    t0: number,
    dt: number,
    options?: { tol?: number; dtMaxMag?: number },
  ): Integrator;
}
