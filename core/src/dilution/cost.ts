/** A way to have a cleaner: what a pack costs, how much is in it, and how much of it goes into a ready litre (1000: as it is). */
export interface Pack {
  price: number;
  pack_mL: number;
  dose_mLPerL: number;
}
/** What a ready litre costs, and a year of so much ready-made a week; the currency is that of the price. */
export function runningCost(p: Pack, used_mLPerWeek: number): { litre: number; year: number } {
  const litre = (p.price / p.pack_mL) * p.dose_mLPerL;
  return { litre, year: (litre * used_mLPerWeek * WEEKS) / 1000 };
}
/** Weeks of a mean Gregorian year: 365.2425 days. */
const WEEKS = 365.2425 / 7;
