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

/**
 * Concentrations at the given minutes (ascending), near and in the rest of the room. One zone answers the
 * same for both. Ventilation of nothing is taken as one change in two thousand years.
 */
export function zoneCurve(
  room: Zones,
  sources: readonly AirSource[],
  changes: readonly AirChange[],
  times: readonly number[],
): { near: Float64Array; far: Float64Array } {
  const near = new Float64Array(times.length);
  const far = new Float64Array(times.length);
  const terms = sources.flatMap(termsOf);
  const pulses = sources.flatMap((s) => (s.kind === 'instant' ? [s] : []));
  const last = times[times.length - 1] ?? 0;
  const cuts = [
    ...new Set([
      0,
      last,
      ...changes.map((c) => c.from_min),
      ...terms.flatMap((t) => [t.from, t.until]),
      ...pulses.map((p) => p.at_min),
    ]),
  ]
    .filter((t) => t >= 0 && t <= last)
    .sort((x, y) => x - y);
  const two = room.near_m3 > 0;
  const vn = two ? room.near_m3 : room.room_m3;
  const vf = two ? room.room_m3 - room.near_m3 : room.room_m3;
  let x = 0;
  let y = 0;
  let i = 0;
  for (let c = 0; c < cuts.length; c++) {
    const from = cuts[c]!;
    const until = cuts[c + 1] ?? from;
    for (const p of pulses) if (p.at_min === from) x += p.mg / vn;
    if (!two) y = x;
    const ach = changes.reduce((a, e) => (e.from_min <= from ? e.ach : a), 0);
    const step = segment(
      two,
      vn,
      vf,
      room.exchange_m3PerMin,
      Math.max(STILL, (ach / 60) * room.room_m3),
      x,
      y,
      terms,
      from,
    );
    // the value at a cut is that after what happens there
    for (; i < times.length && (times[i]! < until || c === cuts.length - 1); i++)
      [near[i], far[i]] = step(times[i]! - from).map((x) => Math.max(0, x)) as [number, number];
    [x, y] = step(until - from);
  }
  return { near, far };
}

/** The closed form on one stretch: state, and what is let go, from its beginning. */
function segment(
  two: boolean,
  vn: number,
  vf: number,
  beta: number,
  q: number,
  x0: number,
  y0: number,
  terms: readonly Term[],
  from: number,
): (t: number) => [number, number] {
  const on = terms.flatMap((s) =>
    s.from <= from && from < s.until ? [{ g: s.g * Math.exp(-s.k * (from - s.from)), k: s.k }] : [],
  );
  if (!two) {
    const rate = q / vn;
    const parts = on.map((s) => {
      const k = Math.abs(s.k - rate) < STILL ? s.k + STILL : s.k;
      return { p: s.g / vn / (rate - k), k };
    });
    const h = x0 - parts.reduce((a, s) => a + s.p, 0);
    return (t) => {
      const c = parts.reduce((a, s) => a + s.p * Math.exp(-s.k * t), h * Math.exp(-rate * t));
      return [c, c];
    };
  }
  const a = beta / vn;
  const b = beta / vf;
  const r = q / vf;
  const half = (a + b + r) / 2;
  const root = Math.sqrt(Math.max(STILL * STILL, half * half - a * r));
  const [l1, l2] = [-half + root, -half - root];
  let hx = x0;
  let hy = y0;
  const parts = on.map((s) => {
    // (A + kI)·p = −(g/V_N, 0)
    let k = s.k;
    let det = (k - a) * (k - b - r) - a * b;
    if (Math.abs(det) < STILL * half * half) {
      k += half * 1e-7;
      det = (k - a) * (k - b - r) - a * b;
    }
    const g = -s.g / vn;
    const px = (g * (k - b - r)) / det;
    const py = (-g * b) / det;
    hx -= px;
    hy -= py;
    return { px, py, k };
  });
  // e^(At) = ((A − λ2)e^(λ1·t) − (A − λ1)e^(λ2·t)) / (λ1 − λ2)
  const d = l1 - l2;
  const ax = -a * hx + a * hy;
  const ay = b * hx - (b + r) * hy;
  const [u1, v1] = [(ax - l2 * hx) / d, (ay - l2 * hy) / d];
  const [u2, v2] = [(ax - l1 * hx) / d, (ay - l1 * hy) / d];
  return (t) => {
    const e1 = Math.exp(l1 * t);
    const e2 = Math.exp(l2 * t);
    let cx = u1 * e1 - u2 * e2;
    let cy = v1 * e1 - v2 * e2;
    for (const s of parts) {
      const e = s.k === 0 ? 1 : Math.exp(-s.k * t);
      cx += s.px * e;
      cy += s.py * e;
    }
    return [cx, cy];
  };
}
