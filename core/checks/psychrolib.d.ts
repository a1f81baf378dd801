declare module 'psychrolib' {
  const psychrolib: {
    SI: unknown;
    SetUnitSystem(system: unknown): void;
    /** °C to Pa. */
    GetSatVapPres(temperature_C: number): number;
  };
  export default psychrolib;
}
