import GLPK from 'glpk.js';
import highsLoader from 'highs';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  type Cover,
  clashesOn,
  croston,
  highsSolver,
  jobsOfKind,
  type Kit,
  leastWays,
  type Milp,
  pairsOf,
  programme,
  sba,
  seeded,
  smallestOf,
  solveCover,
  type Stock,
  storageOf,
  tsb,
} from '@dolly-tub/core';
import { readCatalogue } from '../core/catalogue/read';

/** Kits: the own presolve and search against HiGHS alone, and forecasts against the naive rate; the same run. */
const say = (what: string, figure: string): void => console.log(`${what.padEnd(74)} ${figure}`);
const catalogue = readCatalogue(join(process.cwd(), 'core/catalogue'));

/** The optimum of a programme by GLPK; null where there is none. */
async function byGlpk(glpk: Awaited<ReturnType<typeof GLPK>>, model: Milp): Promise<number | null> {
  const name = (i: number): string => `x${i}`;
  const { result } = await glpk.solve(
    {
      name: 'kit',
      objective: {
        direction: glpk.GLP_MIN,
        name: 'cost',
        vars: model.cost.map((coef, i) => ({ name: name(i), coef })),
      },
      subjectTo: model.rows.map((r, i) => {
        const [up, low] = [Number.isFinite(r.upper), Number.isFinite(r.lower)];
        const type = up && low ? (r.upper === r.lower ? glpk.GLP_FX : glpk.GLP_DB) : up ? glpk.GLP_UP : glpk.GLP_LO;
        return {
          name: `r${i}`,
          vars: r.of.map((x, k) => ({ name: name(x), coef: r.with[k]! })),
          bnds: { type, lb: low ? r.lower : 0, ub: up ? r.upper : 0 },
        };
      }),
      bounds: model.cost.flatMap((_, i) =>
        model.whole[i] ? [] : [{ name: name(i), type: glpk.GLP_DB, lb: 0, ub: 1 }],
      ),
      binaries: model.cost.flatMap((_, i) => (model.whole[i] ? [name(i)] : [])),
    },
    { msglev: glpk.GLP_MSG_OFF, presol: true, tmlim: 60 },
  );
  return result.status === glpk.GLP_OPT ? result.z : null;
}

async function main(): Promise<void> {
  const solver = highsSolver(await highsLoader());
  const timed = <T>(f: () => T): [number, T] => {
    const t = performance.now();
    const x = f();
    return [performance.now() - t, x];
  };
  const timedLater = async <T>(f: () => Promise<T>): Promise<[number, T]> => {
    const t = performance.now();
    const x = await f();
    return [performance.now() - t, x];
  };
  // fifty seeded houses as abstract covers: thirty spots of ten ways of one to three of thirty items
  // glpk.js (GPL-3.0) is a reference here, and ships with nothing
  const glpk = await GLPK();
  let [own, alone, gnu, same, sameGnu] = [0, 0, 0, 0, 0];
  for (let house = 0; house < 50; house++) {
    const next = seeded(1000 + house);
    const int = (n: number): number => Math.floor(next() * n);
    const cover: Cover = {
      weights: Array.from({ length: 30 }, () => 1 + int(9)),
      conflicts: Array.from({ length: 8 }, () => [int(30), int(30)] as const).filter(([a, b]) => a !== b),
      spots: Array.from({ length: 30 }, () =>
        Array.from({ length: 10 }, () => [...new Set(Array.from({ length: 1 + int(3) }, () => int(30)))]),
      ),
    };
    const [t, r] = timed(() => solveCover(cover, solver, { time_s: 60, all: true }));
    const spots = cover.spots.map((s) => leastWays(s, () => false));
    const [u, a] = timed(() => solver(programme(spots, cover.weights, cover.conflicts, null).model, { time_s: 60 }));
    const [v, g] = await timedLater(() => byGlpk(glpk, programme(spots, cover.weights, cover.conflicts, null).model));
    own += t;
    alone += u;
    gnu += v;
    if ((r === null) === (g === null) && (r === null || Math.abs(r.value - g!) < 1e-6)) sameGnu++;
    if ((r === null) === (a.status === 'infeasible') && (r === null || Math.abs(r.value - a.bound) < 0.999)) same++;
  }
  say('smallest kits of 50 seeded houses: HiGHS alone / own presolve and search', `${(alone / own).toFixed(1)} ×`);
  say('  the same optimum', `${same} of 50`);
  say('smallest kits of 50 seeded houses: glpk.js / own presolve and search', `${(gnu / own).toFixed(1)} ×`);
  say('  the same optimum', `${sameGnu} of 50`);

  // a house of every kind of room
  const h = { settings: null, members: [], rooms: [], spots: [], kits: [], stock: [], log: [] };
  const jobs = [...catalogue.roomkinds.values()].flatMap((k) =>
    jobsOfKind(k, h, new Date('2026-11-25T10:00:00Z'), catalogue),
  );
  const [read, pairs] = timed(() =>
    pairsOf(
      jobs.map((j) => j.question),
      jobs.map((j) => j.context),
      catalogue,
    ),
  );
  if (pairs.ok) {
    const [solved, kit] = timed(() => smallestOf(pairs.value, { time_s: 30 }, catalogue, solver));
    const ways = pairs.value.reduce((n, p) => n + p.length, 0);
    say(
      `a house of every kind of room: ${jobs.length} marks, ${ways} ways, ${kit.items.length} things`,
      kit.proven ? 'proven' : `at least ${kit.least}`,
    );
    say('  solving it / 3 s', `${(solved / 3000).toFixed(2)} ×`);
    say('  finding its ways / solving it', `${(read / solved).toFixed(2)} ×`);
  }

  // covers of another solver
  const known = JSON.parse(readFileSync(join(process.cwd(), 'core/checks/covers.json'), 'utf8')) as {
    name: string;
    cost: number[];
    conflicts: [number, number][];
    spots: number[][][];
    optimum: { count: number };
  }[];
  for (const k of known.filter((x) => /^(large|house)/.test(x.name))) {
    const [t, r] = timed(() =>
      solveCover({ weights: k.cost.map(() => 1), conflicts: k.conflicts, spots: k.spots }, solver, {
        time_s: 60,
        all: true,
      }),
    );
    say(
      `${k.name}: found ${r?.value}, known ${k.optimum.count}${r?.proven ? ', proven' : `, at least ${r?.bound}`}; against 60 s`,
      `${(t / 60_000).toFixed(2)} ×`,
    );
  }

  // Steiner triple coverings, tripled from nine points (Fulkerson, Nemhauser and Trotter 1974): 18, from memory
  const a9 = ['012', '345', '678', '036', '147', '258', '048', '156', '237', '057', '138', '246'].map((t) =>
    [...t].map(Number),
  );
  const a27: number[][] = [];
  for (let i = 0; i < 9; i++) a27.push([i, i + 9, i + 18]);
  for (const level of [0, 9, 18]) for (const t of a9) a27.push(t.map((x) => x + level));
  for (const [a, b, c] of a9 as [number, number, number][])
    for (const [x, y, z] of [
      [a, b, c],
      [a, c, b],
      [b, a, c],
      [b, c, a],
      [c, a, b],
      [c, b, a],
    ] as const)
      a27.push([x, y + 9, z + 18]);
  const [steiner, a27found] = timed(() =>
    solveCover(
      { weights: new Array<number>(27).fill(1), conflicts: [], spots: a27.map((t) => t.map((i) => [i])) },
      solver,
      { time_s: 60 },
    ),
  );
  say(
    `Steiner triple covering A27: found ${a27found?.value}, known 18${a27found?.proven ? ', proven' : ''}; against 60 s`,
    `${(steiner / 60_000).toFixed(2)} ×`,
  );

  // a shelf of 200 things: what must be kept apart and how all of it stands, as its page asks at each change
  const items = [...catalogue.products.keys()].slice(0, 90).concat([...catalogue.tools.keys()].slice(0, 110));
  const kit = {
    id: 'k',
    name: 'k',
    kind: 'shelf',
    limits: {},
    par: [],
    mirrored: false,
    places: [{ id: 'p', name: 'p', row: 0, heightBand: 'low', locked: false }],
  } as unknown as Kit;
  const stock = items.map(
    (item, i) =>
      ({ id: `s${i}`, item, kit: 'k', onHand: 1, position: i, pack: { amount: 1, unit: 'piece' } }) as unknown as Stock,
  );
  const look = (): unknown => [
    clashesOn(items, catalogue),
    storageOf(kit, { kits: [kit], stock, members: [] }, '2026-11-25', { people: ['toddler'] }, catalogue),
  ];
  const [first] = timed(look);
  const again = Array.from({ length: 9 }, () => timed(look)[0]).sort((a, b) => a - b)[4]!;
  say('a shelf of 200 things, looked at again / a frame of 16.7 ms', `${(again / 16.7).toFixed(2)} ×`);
  say('  for the first time / a frame', `${(first / 16.7).toFixed(1)} ×`);

  // forecasts one week ahead on seeded intermittent use, against "as much as last week"
  const errors = { croston: 0, sba: 0, tsb: 0, smooth: 0, naive: 0 };
  for (let s = 0; s < 200; s++) {
    const next = seeded(7000 + s);
    const chance = 0.1 + 0.5 * next();
    const series = Array.from({ length: 60 }, () => (next() < chance ? 1 + Math.floor(next() * 10) : 0));
    let level = series[0]!;
    for (let i = 20; i < 59; i++) {
      const past = series.slice(0, i);
      for (const x of past.slice(-1)) level += 0.1 * (x - level);
      const actual = series.slice(i, i + 8).reduce((a, b) => a + b, 0) / Math.min(8, series.length - i);
      errors.croston += (croston(past) - actual) ** 2;
      errors.sba += (sba(past) - actual) ** 2;
      errors.tsb += (tsb(past) - actual) ** 2;
      errors.smooth += (level - actual) ** 2;
      errors.naive += (past.at(-1)! - actual) ** 2;
    }
  }
  for (const [name, e] of Object.entries(errors))
    if (name !== 'naive')
      say(
        `forecast of the next eight weeks: error of ${name} / of the naive rate`,
        `${Math.sqrt(e / errors.naive).toFixed(2)} ×`,
      );
}
void main();
