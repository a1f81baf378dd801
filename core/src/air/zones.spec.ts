import {
  type AirChange,
  type AirSource,
  boxConcentration,
  scatter,
  seeded,
  zoneCurve,
  type Zones,
} from '@dolly-tub/core';
import ode45 from 'ode45-cash-karp';

const BATH: Zones = { room_m3: 12, near_m3: 1.5, exchange_m3PerMin: 2.4 };
const ONE: Zones = { room_m3: 12, near_m3: 0, exchange_m3PerMin: 0 };
const times = Array.from({ length: 61 }, (_, i) => i);

/** What a source lets go at minute t, mg/min, written out on its own. */
function rate(s: AirSource, t: number): number {
  if (s.kind === 'constant') return t >= s.from_min && t < s.until_min ? s.mgPerMin : 0;
  if (s.kind === 'decaying') return t >= s.from_min ? s.mg * s.perMin * Math.exp(-s.perMin * (t - s.from_min)) : 0;
  if (s.kind === 'spray') {
    const T = s.until_min - s.from_min;
    const d = (s.mg * (1 - s.airborne)) / T;
    if (t < s.from_min) return 0;
    if (t < s.until_min) return (s.mg * s.airborne) / T + d * (1 - Math.exp(-s.perMin * (t - s.from_min)));
    return d * (1 - Math.exp(-s.perMin * T)) * Math.exp(-s.perMin * (t - s.until_min));
  }
  return 0;
}
/** The same room by a general integrator (Cash and Karp’s Runge–Kutta), restarted at every change. */
function byOde45(
  room: Zones,
  sources: AirSource[],
  changes: AirChange[],
  until: number,
  cuts: number[],
): [number, number] {
  const vf = room.room_m3 - room.near_m3;
  let state = [0, 0];
  const stops = [...new Set([0, ...cuts.filter((c) => c < until), until])].sort((a, b) => a - b);
  for (let i = 0; i + 1 < stops.length; i++) {
    const [from, to] = [stops[i]!, stops[i + 1]!];
    for (const s of sources) if (s.kind === 'instant' && s.at_min === from) state[0]! += s.mg / room.near_m3;
    const ach = changes.reduce((a, e) => (e.from_min <= from ? e.ach : a), 0);
    const q = (ach / 60) * room.room_m3;
    // the middle of the stretch says which sources are on, so that no edge is met while integrating
    const on = sources.filter((s) => s.kind === 'instant' || rate(s, (from + to) / 2) > 0);
    const run = ode45(
      [...state],
      (out, y, t) => {
        const g = on.reduce((a, s) => a + rate(s, Math.min(t, to - 1e-9)), 0);
        out[0] = (g + room.exchange_m3PerMin * (y[1]! - y[0]!)) / room.near_m3;
        out[1] = (room.exchange_m3PerMin * (y[0]! - y[1]!) - q * y[1]!) / vf;
      },
      from,
      0.01,
      { tol: 1e-9 },
    );
    while (run.steps(1000, to));
    state = [...run.y];
  }
  return [state[0]!, state[1]!];
}

describe('one zone', () => {
  test('all at once, and a constant source: the closed forms of one box', () => {
    const instant = zoneCurve(ONE, [{ kind: 'instant', at_min: 0, mg: 500 }], [{ from_min: 0, ach: 2 }], times);
    const steady = zoneCurve(
      ONE,
      [{ kind: 'constant', from_min: 0, until_min: 20, mgPerMin: 30 }],
      [{ from_min: 0, ach: 2 }],
      times,
    );
    for (const t of times) {
      expect(instant.near[t]).toBeCloseTo(
        boxConcentration(t, { instant_mg: 500, rate_mgPerMin: 0, until_min: 0 }, 12, 2),
        8,
      );
      expect(steady.far[t]).toBeCloseTo(
        boxConcentration(t, { instant_mg: 0, rate_mgPerMin: 30, until_min: 20 }, 12, 2),
        8,
      );
    }
  });
});

describe('two zones', () => {
  test('steady state: far G/Q, near G/Q + G/β (AIHA 2009, two-zone model)', () => {
    const { near, far } = zoneCurve(
      BATH,
      [{ kind: 'constant', from_min: 0, until_min: 1e9, mgPerMin: 30 }],
      [{ from_min: 0, ach: 6 }],
      [0, 5000],
    );
    const q = (6 / 60) * 12;
    expect(far[1]).toBeCloseTo(30 / q, 6);
    expect(near[1]).toBeCloseTo(30 / q + 30 / 2.4, 6);
  });
  test('with fast exchange it is one well-mixed room', () => {
    const source: AirSource[] = [{ kind: 'decaying', from_min: 0, mg: 400, perMin: 0.1 }];
    const mixed = zoneCurve({ ...BATH, exchange_m3PerMin: 1e5 }, source, [{ from_min: 0, ach: 1 }], times);
    const one = zoneCurve(ONE, source, [{ from_min: 0, ach: 1 }], times);
    for (const t of [5, 20, 60]) expect(mixed.near[t]! / one.near[t]!).toBeCloseTo(1, 3);
  });
  test('nothing is lost where nothing leaves', () => {
    const { near, far } = zoneCurve(BATH, [{ kind: 'instant', at_min: 0, mg: 300 }], [{ from_min: 0, ach: 0 }], times);
    for (const t of times) expect(near[t]! * 1.5 + far[t]! * 10.5).toBeCloseTo(300, 4);
  });
  test('a spray lets go what it holds, no more', () => {
    const { near, far } = zoneCurve(
      BATH,
      [{ kind: 'spray', from_min: 1, until_min: 3, mg: 200, airborne: 0.3, perMin: 0.2 }],
      [{ from_min: 0, ach: 0 }],
      [0, 1, 600],
    );
    expect(near[1]).toBe(0);
    expect(near[2]! * 1.5 + far[2]! * 10.5).toBeCloseTo(200, 3);
  });
  test.each([
    [
      'all at once, window opened at minute 10',
      [{ kind: 'instant', at_min: 0, mg: 800 }],
      [
        { from_min: 0, ach: 0.5 },
        { from_min: 10, ach: 6 },
      ],
      [10],
    ],
    ['evaporating', [{ kind: 'decaying', from_min: 2, mg: 900, perMin: 0.07 }], [{ from_min: 0, ach: 1 }], [2]],
    [
      'sprayed for three minutes, fan from minute 5',
      [{ kind: 'spray', from_min: 0, until_min: 3, mg: 250, airborne: 0.2, perMin: 0.15 }],
      [
        { from_min: 0, ach: 0.3 },
        { from_min: 5, ach: 8 },
      ],
      [3, 5],
    ],
    [
      'two sources',
      [
        { kind: 'constant', from_min: 0, until_min: 15, mgPerMin: 12 },
        { kind: 'instant', at_min: 8, mg: 60 },
      ],
      [{ from_min: 0, ach: 2 }],
      [8, 15],
    ],
  ] as [string, AirSource[], AirChange[], number[]][])(
    '%s: within 0.1 % of a general integrator (ode45)',
    (_, sources, changes, cuts) => {
      for (const until of [4, 12, 30, 60]) {
        const { near, far } = zoneCurve(BATH, sources, changes, [0, until]);
        const [n, f] = byOde45(BATH, sources, changes, until, cuts);
        expect(Math.abs(near[1]! / n - 1)).toBeLessThan(1e-3);
        expect(Math.abs(far[1]! / f - 1)).toBeLessThan(1e-3);
      }
    },
  );
});

describe('many rooms like this one', () => {
  const q = {
    room_m3: { middle: 12, factor: 1.3 },
    ach: { middle: 0.5, factor: 2 },
    opened: { from_min: 10, ach: { middle: 4, factor: 2 } },
    exchange_m3PerMin: { middle: 2.4, factor: 2 },
    near_m3: 1.5,
    mg: { middle: 500, factor: 3 },
    perMin: { middle: 0.2, factor: 2 },
  };
  test('seeded: the same seed, the same answer; another seed, nearly', () => {
    const [a, b, c] = [scatter(q, 60, 3000, 1)!, scatter(q, 60, 3000, 1)!, scatter(q, 60, 3000, 2)!];
    expect(a).toEqual(b);
    expect(c.middle).not.toEqual(a.middle);
    expect(Math.abs(c.middle[10]! / a.middle[10]! - 1)).toBeLessThan(0.12);
  });
  test('bands lie in order, shares are shares, and what varies most has the most', () => {
    const a = scatter(q, 60, 4000, 3)!;
    a.times.forEach((_, i) => expect(a.low[i]! <= a.middle[i]! && a.middle[i]! <= a.high[i]!).toBe(true));
    expect(a.shares[0]!.input).toBe('amount');
    expect(a.shares.reduce((s, x) => s + x.share, 0)).toBeGreaterThan(0.85);
    expect(a.shares.reduce((s, x) => s + x.share, 0)).toBeLessThan(1.1);
  });
  test('fixing the input with the greatest share narrows the band', () => {
    const width = (mg: { middle: number; factor: number }): number => {
      const a = scatter({ ...q, mg }, 60, 3000, 4)!;
      return a.high[10]! / a.low[10]!;
    };
    expect(width({ middle: 500, factor: 1 })).toBeLessThan(width(q.mg) / 2);
  });
  test('progress is told, and false ends it', () => {
    const seen: number[] = [];
    expect(scatter(q, 60, 1000, 5, (n) => seen.push(n) < 5)).toBeNull();
    expect(seen).toHaveLength(5);
  });
  test('the generator is even enough', () => {
    const next = seeded(9);
    const mean = Array.from({ length: 20000 }, next).reduce((a, x) => a + x, 0) / 20000;
    expect(mean).toBeCloseTo(0.5, 1);
  });
});
