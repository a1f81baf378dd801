import { type AirChange, type AirSource, type Zones, zoneCurve } from './zones';
import { normal, seeded } from '../quantity';

/**
 * What is not known exactly: its middle, and a factor f so that nine of ten lie between middle/f and middle·f
 * (lognormal). 1 = known.
 */
export interface Uncertain {
  middle: number;
  factor: number;
}
/** Inputs of the scatter, all uncertain: volume, air changes closed and open, exchange, share of the bound let go. */
export interface AirScatter {
  room_m3: Uncertain;
  ach: Uncertain;
  /** Air changes from a minute on, when a window is opened. */
  opened: { from_min: number; ach: Uncertain } | null;
  exchange_m3PerMin: Uncertain;
  near_m3: number;
  /** mg that can come free, and the share of it that does. */
  mg: Uncertain;
  /** 0 = all at once; else it comes off with this constant, 1/min. */
  perMin: Uncertain;
}
export interface ScatterAnswer {
  times: number[];
  /** mg/m³ near the work: the 5th, 50th and 95th of a hundred. */
  low: number[];
  middle: number[];
  high: number[];
  /** How much of the variance of the (logarithm of the) peak goes with each input, first order, 0–1. */
  shares: { input: string; share: number }[];
  runs: number;
}

const Z95 = 1.6448536269514722;

const INPUTS = ['room', 'ventilation', 'exchange', 'amount', 'speed'] as const;

/**
 * Many rooms like this one: the two-zone model run with each input drawn from its range; seeded, so that the
 * same question has the same answer. `onProgress` is called about fifty times and ends the run when it
 * answers false (then null).
 */
export function scatter(
  q: AirScatter,
  minutes: number,
  runs: number,
  seed: number,
  onProgress: (done: number) => boolean = () => true,
): ScatterAnswer | null {
  const next = seeded(seed);
  const points = 60;
  const times = Array.from({ length: points + 1 }, (_, i) => (i * minutes) / points);
  const all = times.map(() => new Float64Array(runs));
  const peaks = new Float64Array(runs);
  const drawn = INPUTS.map(() => new Float64Array(runs));
  const draw = (u: Uncertain, z: number): number => u.middle * (u.factor === 1 ? 1 : u.factor ** (z / Z95));
  const air = { near: new Float64Array(points + 1), far: new Float64Array(points + 1) };
  const every = Math.max(1, Math.floor(runs / 50));
  for (let i = 0; i < runs; i++) {
    if (i % every === 0 && !onProgress(i)) return null;
    const z = INPUTS.map(() => normal(next));
    const room_m3 = draw(q.room_m3, z[0]!);
    const room: Zones = {
      room_m3,
      near_m3: Math.min(q.near_m3, room_m3 / 2),
      exchange_m3PerMin: draw(q.exchange_m3PerMin, z[2]!),
    };
    const changes: AirChange[] = [{ from_min: 0, ach: draw(q.ach, z[1]!) }];
    if (q.opened) changes.push({ from_min: q.opened.from_min, ach: draw(q.opened.ach, z[1]!) });
    const mg = draw(q.mg, z[3]!);
    const source: AirSource =
      q.perMin.middle === 0
        ? { kind: 'instant', at_min: 0, mg }
        : { kind: 'decaying', from_min: 0, mg, perMin: draw(q.perMin, z[4]!) };
    const { near } = zoneCurve(room, [source], changes, times, air);
    let peak = 0;
    for (let k = 0; k <= points; k++) {
      all[k]![i] = near[k]!;
      if (near[k]! > peak) peak = near[k]!;
    }
    peaks[i] = Math.log(Math.max(peak, 1e-12));
    INPUTS.forEach((_, k) => (drawn[k]![i] = z[k]!));
  }
  const at = (sorted: Float64Array, share: number): number => sorted[Math.min(runs - 1, Math.floor(share * runs))]!;
  const sorted = all.map((x) => x.slice().sort());
  onProgress(runs);
  return {
    times,
    low: sorted.map((s) => at(s, 0.05)),
    middle: sorted.map((s) => at(s, 0.5)),
    high: sorted.map((s) => at(s, 0.95)),
    shares: INPUTS.map((input, k) => ({ input, share: firstOrder(drawn[k]!, peaks) })).sort(
      (a, b) => b.share - a.share,
    ),
    runs,
  };
}

/** Var(E[Y|X]) / Var(Y): the first-order index, by means in bins of equal count, less what chance alone gives. */
function firstOrder(x: Float64Array, y: Float64Array): number {
  const n = x.length;
  const bins = Math.max(2, Math.min(40, Math.floor(n / 50)));
  const order = Array.from(x.keys()).sort((a, b) => x[a]! - x[b]!);
  const mean = y.reduce((a, v) => a + v, 0) / n;
  const variance = y.reduce((a, v) => a + (v - mean) ** 2, 0) / n;
  if (variance < 1e-15) return 0;
  let between = 0;
  for (let b = 0; b < bins; b++) {
    const [from, until] = [Math.floor((b * n) / bins), Math.floor(((b + 1) * n) / bins)];
    let sum = 0;
    for (let i = from; i < until; i++) sum += y[order[i]!]!;
    between += (until - from) * (sum / (until - from) - mean) ** 2;
  }
  const chance = (bins - 1) / n;
  return Math.max(0, Math.min(1, (between / n / variance - chance) / (1 - chance)));
}
