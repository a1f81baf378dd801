import type { Catalogue } from '../catalogue';

/** A load of washing: what it costs all in, and how many cloths go along (common practice: 60 °C, half a kilowatt hour to one, detergent). */
const LOAD = { euros: 0.6, cloths: 40 };
const WEEKS = 52;

/** A year of wiping with paper, and with cloth: what each costs in the catalogue's levels, cloths bought and washed counted in. */
export interface Yearly {
  paper: number;
  cloth: number;
  /** Sheets of paper and faces of cloth that the wipes take. */
  wipes: number;
}
/**
 * So many wipes a week with a thing that is used once, against a cloth that is washed: the cloth costs its share of a life
 * and its share of a load. Null where one is no such thing. Prices in euros; `paid` is what a piece was bought for.
 */
export function paperAgainstCloth(
  paper: string,
  cloth: string,
  perWeek: number,
  catalogue: Catalogue,
  paid: number | null = null,
): Yearly | null {
  const [p, c] = [catalogue.tools.get(paper), catalogue.tools.get(cloth)];
  if (p?.lifetime !== 1 || !c?.launders || !c.lifetime || !(perWeek > 0)) return null;
  const wipes = perWeek * WEEKS;
  // a sheet has as many faces as it has: two wipes of a face each take a sheet of two
  const facesOf = (faces: number | null): number => Math.max(1, faces ?? 1);
  const cloths = (wipes * facesOf(p.faces)) / facesOf(c.faces);
  return {
    wipes,
    paper: wipes * (paid ?? p.price),
    cloth: cloths * (c.price / c.lifetime + LOAD.euros / LOAD.cloths),
  };
}
