/**
 * A gas in a room of one or two zones over time, solved exactly. Two zones (near the work, and the rest) with
 * exchange β between them and ventilation Q of the rest: V_N·dC_N/dt = G + β(C_F − C_N),
 * V_F·dC_F/dt = β(C_N − C_F) − Q·C_F (Keil, Simmons and Anthony, Mathematical Models for Estimating
 * Occupational Exposure to Chemicals, AIHA 2009). Between changes of source or ventilation the system is linear
 * with exponential forcing, so it has a closed form. m³, minutes, mg, mg/m³.
 */
export interface Zones {
  room_m3: number;
  /** Volume of the near zone; 0 = the room is one well-mixed zone. */
  near_m3: number;
  /** Air exchanged between the zones, m³/min. */
  exchange_m3PerMin: number;
}
/** From that minute on the room has so many air changes an hour. The first begins at 0. */
export interface AirChange {
  from_min: number;
  ach: number;
}
export type AirSource =
  /** All of it at once. */
  | { kind: 'instant'; at_min: number; mg: number }
  /** So much a minute, for a while. */
  | { kind: 'constant'; from_min: number; until_min: number; mgPerMin: number }
  /** Evaporating or reacting away: mg·k·e^(−k·t) a minute. */
  | { kind: 'decaying'; from_min: number; mg: number; perMin: number }
  /** Sprayed evenly for a while; a share is in the air at once, the rest settles and evaporates with k. */
  | { kind: 'spray'; from_min: number; until_min: number; mg: number; airborne: number; perMin: number };

/** mg/m³ at each time, near the work and in the rest of the room. */
export interface ZoneAir {
  near: Float64Array;
  far: Float64Array;
}

/** G(t) = g·e^(−k(t − from)) between two instants. */
interface Term {
  from: number;
  until: number;
  g: number;
  k: number;
}
function termsOf(s: AirSource): Term[] {
  switch (s.kind) {
    case 'instant':
      return [];
    case 'constant':
      return [{ from: s.from_min, until: s.until_min, g: s.mgPerMin, k: 0 }];
    case 'decaying':
      return [{ from: s.from_min, until: Infinity, g: s.mg * s.perMin, k: s.perMin }];
    case 'spray': {
      const minutes = s.until_min - s.from_min;
      const settled = (s.mg * (1 - s.airborne)) / minutes;
      return [
        { from: s.from_min, until: s.until_min, g: (s.mg * s.airborne) / minutes + settled, k: 0 },
        { from: s.from_min, until: s.until_min, g: -settled, k: s.perMin },
        {
          from: s.until_min,
          until: Infinity,
          g: settled * (1 - Math.exp(-s.perMin * minutes)),
          k: s.perMin,
        },
      ];
    }
  }
}

const STILL = 1e-9;
/** Particular solution of each term that is on, p·e^(−k·t), and its value along the way: used anew in each call. */
const scratch = (n: number): Float64Array[] => Array.from({ length: 5 }, () => new Float64Array(n));
let [px, py, pk, pe, pm] = scratch(32) as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array];

/** A few numbers in order, in place. */
function ascending(xs: number[]): void {
  for (let i = 1; i < xs.length; i++) {
    const x = xs[i]!;
    let k = i;
    while (k > 0 && xs[k - 1]! > x) {
      xs[k] = xs[k - 1]!;
      k--;
    }
    xs[k] = x;
  }
}

/** Even spacing of an array of times, or 0: found once, since the same times serve many rooms. */
const spacing = new WeakMap<readonly number[], number>();
function spacingOf(times: readonly number[]): number {
  let d = spacing.get(times);
  if (d === undefined) {
    d = times.length > 2 ? times[1]! - times[0]! : 0;
    for (let i = 1; i < times.length && d; i++) if (Math.abs(times[i]! - times[i - 1]! - d) > 1e-9 * d) d = 0;
    spacing.set(times, d);
  }
  return d;
}

/**
 * Concentrations at the given minutes (ascending), near and in the rest of the room. One zone answers the
 * same for both. `into` is written over and handed back. Ventilation of nothing is taken as one change in two thousand years. Written without
 * allocating within the loops: the scatter runs it twenty thousand times.
 */
export function zoneCurve(
  room: Zones,
  sources: readonly AirSource[],
  changes: readonly AirChange[],
  times: readonly number[],
  into: ZoneAir = { near: new Float64Array(times.length), far: new Float64Array(times.length) },
): ZoneAir {
  const { near, far } = into;
  const terms: Term[] = [];
  const last = times[times.length - 1] ?? 0;
  const cuts = [0, last];
  for (const c of changes) cuts.push(c.from_min);
  for (const s of sources)
    if (s.kind === 'instant') cuts.push(s.at_min);
    else
      for (const t of termsOf(s)) {
        terms.push(t);
        cuts.push(t.from, t.until);
      }
  ascending(cuts);
  const even = spacingOf(times);
  const two = room.near_m3 > 0;
  const vn = two ? room.near_m3 : room.room_m3;
  const vf = two ? room.room_m3 - room.near_m3 : room.room_m3;
  const a = two ? room.exchange_m3PerMin / vn : 0;
  const b = two ? room.exchange_m3PerMin / vf : 0;
  if (terms.length > px.length)
    [px, py, pk, pe, pm] = scratch(terms.length) as [
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
      Float64Array,
    ];
  let x = 0;
  let y = 0;
  let i = 0;
  for (let c = 0; c < cuts.length; c++) {
    const from = cuts[c]!;
    if (from < 0 || from > last || (c > 0 && from === cuts[c - 1])) continue;
    let until = last;
    for (let k = c + 1; k < cuts.length; k++)
      if (cuts[k]! > from) {
        until = Math.min(last, cuts[k]!);
        break;
      }
    for (const s of sources) if (s.kind === 'instant' && s.at_min === from) x += s.mg / vn;
    if (!two) y = x;
    let ach = 0;
    for (const e of changes) if (e.from_min <= from) ach = e.ach;
    const r = Math.max(STILL, (ach / 60) * room.room_m3) / vf;
    const half = (a + b + r) / 2;
    const root = two ? Math.sqrt(Math.max(STILL * STILL, half * half - a * r)) : 0;
    // one zone: a single rate, and the second has no part in it
    const l1 = two ? -half + root : -r;
    const l2 = two ? -half - root : -r;
    let hx = x;
    let hy = y;
    let n = 0;
    for (const s of terms) {
      if (!(s.from <= from && from < s.until)) continue;
      const g = (s.g * Math.exp(-s.k * (from - s.from))) / vn;
      let k = s.k;
      if (two) {
        // (A + kI)·p = −(g, 0)
        let det = (k - a) * (k - b - r) - a * b;
        if (Math.abs(det) < STILL * half * half) {
          k += half * 1e-7;
          det = (k - a) * (k - b - r) - a * b;
        }
        px[n] = (-g * (k - b - r)) / det;
        py[n] = (g * b) / det;
      } else {
        if (Math.abs(k - r) < STILL) k += STILL;
        px[n] = py[n] = g / (r - k);
      }
      hx -= px[n]!;
      hy -= py[n]!;
      pk[n++] = k;
    }
    // e^(At) = ((A − λ2)e^(λ1·t) − (A − λ1)e^(λ2·t)) / (λ1 − λ2)
    let u1 = hx;
    let v1 = hy;
    let u2 = 0;
    let v2 = 0;
    if (two) {
      const d = l1 - l2;
      const ax = -a * hx + a * hy;
      const ay = b * hx - (b + r) * hy;
      u1 = (ax - l2 * hx) / d;
      v1 = (ay - l2 * hy) / d;
      u2 = (ax - l1 * hx) / d;
      v2 = (ay - l1 * hy) / d;
    }
    // the value at a cut is that after what happens there; along even steps the exponentials are multiplied on
    let end = i;
    while (end < times.length && (until === last || times[end]! < until)) end++;
    if (end > i) {
      const t0 = times[i]! - from;
      let e1 = Math.exp(l1 * t0);
      let e2 = Math.exp(l2 * t0);
      const m1 = even ? Math.exp(l1 * even) : 0;
      const m2 = even ? Math.exp(l2 * even) : 0;
      for (let k = 0; k < n; k++) {
        pe[k] = Math.exp(-pk[k]! * t0);
        pm[k] = even ? Math.exp(-pk[k]! * even) : 0;
      }
      while (i < end) {
        let cx = u1 * e1 - u2 * e2;
        let cy = v1 * e1 - v2 * e2;
        for (let k = 0; k < n; k++) {
          const e = pe[k]!;
          cx += px[k]! * e;
          cy += py[k]! * e;
          pe[k] = e * pm[k]!;
        }
        near[i] = cx > 0 ? cx : 0;
        far[i] = cy > 0 ? cy : 0;
        e1 *= m1;
        e2 *= m2;
        if (++i < end && !even) {
          const t = times[i]! - from;
          e1 = Math.exp(l1 * t);
          e2 = Math.exp(l2 * t);
          for (let k = 0; k < n; k++) pe[k] = Math.exp(-pk[k]! * t);
        }
      }
    }
    const t = until - from;
    const f1 = Math.exp(l1 * t);
    const f2 = Math.exp(l2 * t);
    x = u1 * f1 - u2 * f2;
    y = v1 * f1 - v2 * f2;
    for (let k = 0; k < n; k++) {
      const e = Math.exp(-pk[k]! * t);
      x += px[k]! * e;
      y += py[k]! * e;
    }
  }
  return into;
}
