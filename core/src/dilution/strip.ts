import type { Strip } from '../catalogue';
import { normal, seeded } from '../quantity';

/** What a strip shows after a dip: which of the printed pads it is most like. A real one is held to the pads by eye, or read by a camera. */
export interface StripReader {
  dip(): number;
}
/** How a strip and an eye err together: share of scatter of what is read (common practice: one pad up or down at times). */
const SCATTER = 0.15;

/** What is left of a strip's colour, months after its tin was opened: nothing is lost in its time, a share a month after it. */
export const stripLeft = (strip: Strip, opened_months: number): number =>
  Math.max(0, 1 - strip.fades * Math.max(0, opened_months - strip.keeps_months));

/** A strip that ships with the product: dipped into so many ppm it shows the nearest pad, with scatter; the same for the same seed. */
export function simulatedStrip(strip: Strip, ppm: number, opened_months = 0, seed = 1): StripReader {
  const next = seeded(seed);
  return {
    dip: () => {
      const seen = ppm * stripLeft(strip, opened_months) * (1 + SCATTER * normal(next));
      return nearest(strip, seen);
    },
  };
}
/** Dips as they were recorded: indices of pads, one after the other. */
export function recordedStrip(dips: readonly number[]): StripReader {
  let at = 0;
  return { dip: () => dips[Math.min(at++, dips.length - 1)]! };
}
function nearest(strip: Strip, ppm: number): number {
  const off = strip.pads.map((p) => Math.abs(p.ppm - ppm));
  return off.indexOf(Math.min(...off));
}

/** Between which strengths a pad lies, ppm; `high` is Infinity at the last pad: it may be any more. */
export interface StripReading {
  ppm: number;
  low: number;
  high: number;
  /** The tin is past its time, so it may be more than it shows. */
  faded: boolean;
}
/**
 * What a pad stands for: up to half-way to its neighbours, and what a strip and an eye err besides. A strip past its time shows too little, so only its upper edge
 * is lifted: what it shows at the least is what counts for being strong enough.
 */
export function readStrip(strip: Strip, pad: number, opened_months = 0): StripReading {
  const at = strip.pads[pad]!.ppm;
  const [below, above] = [strip.pads[pad - 1]?.ppm, strip.pads[pad + 1]?.ppm];
  const left = stripLeft(strip, opened_months);
  return {
    ppm: at,
    low: below === undefined ? 0 : ((below + at) / 2) * (1 - SCATTER),
    high: above === undefined || left === 0 ? Infinity : (((at + above) / 2) * (1 + SCATTER)) / left,
    faded: left < 1,
  };
}
