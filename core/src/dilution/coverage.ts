/** Ways of putting a mix on a surface, mL a smooth square metre (common practice: 20 to 40 sprayed, 30 to 60 mopped). */
export const PUT_ON = { spray: 30, cloth: 15, mop: 45 } as const;
export type PutOn = keyof typeof PUT_ON;
/** How much more what drinks takes (common practice): grout, bare stone, plaster. */
const DRINKS = 1.5;

/** mL of a mix for surfaces, each so many square metres, smooth or drinking. */
export const covering_mL = (surfaces: readonly { area_m2: number; porous: boolean }[], way: PutOn): number =>
  surfaces.reduce((mL, s) => mL + s.area_m2 * PUT_ON[way] * (s.porous ? DRINKS : 1), 0);

/** More than so many strokes in a row tire a hand (common practice): then a cloth, or a sprayer that is pumped up. */
const TIRES = 100;
/** Strokes of a trigger that so much takes, and whether that is too much for one hand; volumes mL. */
export function strokesFor(mL: number, stroke_mL: number): { strokes: number; tires: boolean } {
  const strokes = Math.ceil(mL / stroke_mL - 1e-9);
  return { strokes, tires: strokes > TIRES };
}
