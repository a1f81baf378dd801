import { normal, seeded } from '../quantity';
import { bad, ok, type Result } from '../reason';

/** What a kitchen scale shows: grams, as often as it is asked. A real one is read over Bluetooth's Weight Scale Service (0x181D) or USB HID. */
export interface Scale {
  read(): number;
  tare(): void;
}
/** How a scale errs: grams of scatter (standard deviation), grams of drift a reading, the step that it shows. */
export interface Errs {
  noise_g: number;
  drift_g: number;
  step_g: number;
}
const KITCHEN: Errs = { noise_g: 0.15, drift_g: 0.01, step_g: 0.1 };

/** A scale that ships with the product: what lies on it is said, and it errs as a kitchen scale does; the same for the same seed. */
export function simulatedScale(on: () => number, seed = 1, errs: Errs = KITCHEN): Scale {
  const next = seeded(seed);
  let readings = 0;
  let zero = 0;
  const raw = (): number => on() + errs.drift_g * readings++ + errs.noise_g * normal(next);
  return {
    read: () => Math.round((raw() - zero) / errs.step_g) * errs.step_g,
    tare: () => void (zero = raw()),
  };
}

/** Readings as they were recorded, one after the other; past the last one it stands still. A tare counts from the one before. */
export function recordedScale(readings_g: readonly number[]): Scale {
  let [at, zero] = [0, 0];
  const next = (): number => readings_g[Math.min(at++, readings_g.length - 1)]!;
  return { read: () => next() - zero, tare: () => void (zero = readings_g[Math.max(0, at - 1)]!) };
}

/** A measure that was weighed: mL each, how far the weighings lie apart, and whether they are close enough to count. */
export interface Weighed {
  each_mL: number;
  each_g: number;
  /** Standard deviation of one, as a share of it; null of a single weighing. */
  spread: number | null;
  steady: boolean;
}
/** Weighings that lie further apart than that are no measure (common practice). */
const STEADY = 0.15;

/**
 * How much one stroke, drop or cap is, from readings of a scale after so many of them each time: grams on the scale, one
 * after the other without taring between. Density g/mL.
 */
export function weighed(readings_g: readonly number[], strokes: number, density: number): Result<Weighed> {
  if (!(strokes >= 1)) return bad('/strokes', 'Say how many there were each time: at least one.');
  if (!(density > 0)) return bad('/density', 'Say what it is: its weight a mL is needed.');
  if (readings_g.length < 2) return bad('/readings', 'Read the scale before and after.');
  const each = readings_g.slice(1).map((x, i) => (x - readings_g[i]!) / strokes);
  if (each.some((x) => !(x > 0))) return bad('/readings', 'The scale went down: tare it, and begin again.');
  const mean = each.reduce((a, b) => a + b, 0) / each.length;
  const spread =
    each.length > 1 ? Math.sqrt(each.reduce((n, x) => n + (x - mean) ** 2, 0) / (each.length - 1)) / mean : null;
  return ok({ each_g: mean, each_mL: mean / density, spread, steady: spread !== null && spread <= STEADY });
}
