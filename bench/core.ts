import { join } from 'node:path';
import {
  advise,
  type Context,
  type LabelAnswer,
  mixMatrix,
  type Question,
  questionOfSpot,
  readAmount,
  readLabel,
  scatter,
  seeded as seededRandom,
  solvePh,
  zoneCurve,
} from '@dolly-tub/core';
import { seedDemo } from '@dolly-tub/demo';
import { bisect } from 'fmin/src/bisect.js';
import Fuse from 'fuse.js';
import ode45 from 'ode45-cash-karp';
import { readCatalogue } from '../core/catalogue/read';
import { enumerate } from '../core/checks/enumerate';
import { readCorpus, score, type Score } from '../core/checks/label-corpus';
import { keptOut, orders, tell } from '../core/checks/orders';
import { plainLevel } from '../core/checks/plain-mix';

/** Figures of the core, each against a named reference in the same run. */
const catalogue = readCatalogue(join(process.cwd(), 'core/catalogue'));
const ms = (f: () => void): number => {
  const t = performance.now();
  f();
  return performance.now() - t;
};
const pc = (s: Score): string => `${((100 * s.found) / s.wanted).toFixed(1)} %`;
const say = (what: string, figure: string): void => console.log(`${what.padEnd(74)} ${figure}`);

// advice for one spot against one frame of 16 ms: every soil of every demo spot, warm
const rows: Record<string, Record<string, unknown>[]> = {};
const log: unknown[] = [];
seedDemo(
  {
    repos: new Proxy(
      {},
      { get: (_, door: string) => ({ put: (r: Record<string, unknown>) => (rows[door] ??= []).push(r) }) },
    ),
    log: { put: (e: unknown) => log.push(e) },
  } as never,
  new Date('2026-11-25T10:30:00Z'),
);
const h = {
  settings: rows['settings']![0],
  members: rows['members'],
  rooms: rows['rooms'],
  spots: rows['spots'],
  kits: rows['kits'],
  stock: rows['stock'],
  log,
} as never;
const questions = (rows['spots'] as unknown as { soils: { soil: string }[] }[]).flatMap((s) =>
  s.soils.map((x) => questionOfSpot(s as never, h, new Date('2026-11-25T10:30:00Z'), catalogue, x.soil)),
);
for (let i = 0; i < 3; i++) for (const q of questions) advise(q.question, q.context, catalogue);
const times: number[] = [];
for (let i = 0; i < 5; i++)
  for (const q of questions) times.push(ms(() => advise(q.question, q.context as Context, catalogue)));
times.sort((a, b) => a - b);
const [median, p99] = [times[Math.floor(times.length / 2)]!, times[Math.floor(times.length * 0.99)]!];
say(
  `advice for one spot (${questions.length} questions), median against a 16 ms frame`,
  `${(median / 16).toFixed(2)} of a frame (${median.toFixed(1)} ms)`,
);
say(
  'advice for one spot, 99th percentile against a 16 ms frame',
  `${(p99 / 16).toFixed(2)} frames (${p99.toFixed(1)} ms)`,
);

// the fronts of each side, combined, against every combination: 200 seeded questions, same answers asked for
let draw = 3;
const pick = <T>(from: readonly T[]): T => from[(draw = (draw * 1103515245 + 12345) % 2147483648) % from.length]!;
const faces = [...catalogue.materials.values()].flatMap((m) => [
  { material: m.id, finish: null as string | null },
  ...m.finishes.map((f) => ({ material: m.id, finish: f.id as string | null })),
]);
const seeded = Array.from({ length: 200 }, () => ({
  ...pick(faces),
  soil: pick([...catalogue.soils.keys()]),
  severity: 1 + (pick([0, 1, 2, 3, 4]) as number),
}));
let unlike = 0;
const answer = (q: Question): string => {
  const a = advise(q, {}, catalogue);
  // what disinfects afterwards is left out: the reference leaves it to the engine
  return a.ok ? JSON.stringify([a.value.ladder.map((r) => ({ ...r, then: null })), a.value.recommended]) : 'refused';
};
seeded.forEach(answer);
let short: string[] = [];
let plain: string[] = [];
const fast = ms(() => (short = seeded.map(answer)));
const slow = ms(
  () =>
    (plain = seeded.map((q) => {
      const a = enumerate(q, {}, catalogue);
      return JSON.stringify([a.ladder, a.recommended]);
    })),
);
short.forEach((x, i) => (unlike += Number(x !== plain[i])));
say(
  'advice on 200 seeded questions against plain enumeration (goal 5 times faster)',
  `${(slow / fast).toFixed(1)} times faster (${(fast / 200).toFixed(1)} ms each), ${unlike} answers differ`,
);

// the whole mixing matrix against pair by pair without shared work, same answers
const ids = [...catalogue.products.keys()];
let matrix: number[][] = mixMatrix(ids.slice(0, 60), 'container', catalogue);
const shared = ms(() => (matrix = mixMatrix(ids, 'container', catalogue)));
let different = 0;
let plainLevels: number[] = [];
const apart = ms(() => {
  plainLevels = ids.flatMap((a, i) => ids.slice(i + 1).map((b) => plainLevel(a, b, catalogue)));
});
matrix.flat().forEach((l, i) => (different += Number(l !== plainLevels[i])));
say(
  `mixing matrix of ${plainLevels.length} pairs against pair by pair without shared work`,
  `${(apart / shared).toFixed(1)} times faster (${shared.toFixed(0)} ms), ${different} answers differ`,
);

// label lines against a general fuzzy-search library over the same names, on the corpus with its answers
const corpus = readCorpus(join(process.cwd(), 'core/checks/label-corpus.tsv'));
const names = [...catalogue.substances.values()].flatMap((s) =>
  [s.name, ...s.synonyms, ...(s.cas ? [s.cas] : [])].map((name) => ({ name, id: s.id })),
);
const fuse = new Fuse(names, { keys: ['name'], threshold: 0.3, ignoreLocation: true, includeScore: true });
/** What a person would build with the library: split at commas, take the best hit of each piece, the percent by hand. */
const byLibrary = (text: string): LabelAnswer => {
  const ingredients: LabelAnswer['ingredients'] = [];
  const unrecognised: string[] = [];
  for (const piece of text
    .split(/[,;\n•·|]/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    const amount = readAmount(piece);
    const hit = fuse.search(amount.rest.trim().slice(0, 60), { limit: 1 })[0];
    if (!hit) {
      unrecognised.push(piece);
      continue;
    }
    const s = catalogue.substances.get(hit.item.id)!;
    ingredients.push({ substance: s.id, text: piece, classes: [...s.classes], percent: amount.percent, match: 'near' });
  }
  return { ingredients, unrecognised, undisclosed: unrecognised.length > 0, signs: [], problems: [] };
};
for (const l of corpus.slice(0, 40)) readLabel(l.text, catalogue);
let reader = score(corpus, (t) => readLabel(t, catalogue), catalogue);
let library = reader;
const read = ms(() => (reader = score(corpus, (t) => readLabel(t, catalogue), catalogue)));
const searched = ms(() => (library = score(corpus, byLibrary, catalogue)));
say(
  `${corpus.length} label lines against fuse.js over the same names`,
  `${(searched / read).toFixed(1)} times faster (${read.toFixed(0)} ms), recall ${pc(reader)} against ${pc(library)}, hazards taken for milder ${reader.downgrades.length} against ${library.downgrades.length}`,
);
const unknown = Array.from({ length: 300 }, (_, i) => `unknownium compound number ${i} of its kind`);
const lost = ms(() => unknown.forEach((t) => readLabel(t, catalogue)));
const lostByLibrary = ms(() => unknown.forEach((t) => byLibrary(t)));
say(
  '300 unknown lines against fuse.js',
  `${(lostByLibrary / lost).toFixed(1)} times faster (${lost.toFixed(0)} ms; goal well under a second)`,
);

// pH against a general root finder (fmin's bisect) on the same problems
const known = [...catalogue.substances.values()].filter((s) => s.acidBase);
let seed = 11;
const next = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;
const problems = Array.from({ length: 1500 }, () =>
  Array.from({ length: 1 + Math.floor(next() * 4) }, () => ({
    substance: known[Math.floor(next() * known.length)]!.id,
    molPerL: 10 ** (-4 + 4 * next()),
  })),
);
const ours: number[] = [];
const theirs: number[] = [];
const own = ms(() => {
  for (const p of problems) {
    const r = solvePh(p, catalogue.substances, catalogue.systems);
    ours.push(r.ok ? r.value.pH : NaN);
  }
});
const reference = ms(() => {
  for (const p of problems)
    theirs.push(
      bisect(
        (pH) => {
          const hh = 10 ** -pH;
          let q = hh - 1e-14 / hh;
          for (const x of p) {
            const ab = catalogue.substances.get(x.substance)!.acidBase!;
            q += (ab.strongCations - ab.strongAnions) * x.molPerL;
            for (const part of ab.parts) {
              const sys = catalogue.systems.get(part.system)!;
              const pKa = sys.followsTemperature ? [3000 / 298.15 - 10.0686 + 0.0253 * 298.15] : sys.pKa;
              const terms = [1];
              for (const k of pKa) terms.push((terms[terms.length - 1]! * 10 ** -k) / hh);
              const sum = terms.reduce((a, b) => a + b, 0);
              terms.forEach((t, n) => (q += (part.perFormula * x.molPerL * t * (sys.fullCharge - n)) / sum));
            }
          }
          return q;
        },
        -2,
        16,
        { tolerance: 1e-12, maxIterations: 200 },
      ),
    );
});
const worst = Math.max(...ours.map((x, i) => Math.abs(x - theirs[i]!)));
say(
  `pH of ${problems.length} mixtures against a general root finder (fmin bisect)`,
  `${(reference / own).toFixed(2)} times its speed, largest difference ${worst.toExponential(1)} pH`,
);

// the two-zone air of many rooms against a general integrator (ode45, Cash and Karp) at 0.1 %
const draws = seededRandom(5);
const rooms = Array.from({ length: 400 }, () => ({
  room_m3: 6 + 30 * draws(),
  near_m3: 1.5,
  exchange_m3PerMin: 1 + 5 * draws(),
  ach: 0.3 + 3 * draws(),
  open: 3 + 6 * draws(),
  mg: 100 + 900 * draws(),
  perMin: 0.05 + 0.4 * draws(),
}));
const minutes = Array.from({ length: 61 }, (_, i) => i);
const air = { near: new Float64Array(61), far: new Float64Array(61) };
const oneRoom = (r: (typeof rooms)[number]): Float64Array =>
  zoneCurve(
    r,
    [{ kind: 'decaying', from_min: 0, mg: r.mg, perMin: r.perMin }],
    [
      { from_min: 0, ach: r.ach },
      { from_min: 10, ach: r.open },
    ],
    minutes,
    air,
  ).near;
const exact = rooms.map((r) => oneRoom(r).slice());
for (let i = 0; i < 20; i++) rooms.forEach(oneRoom);
const closed =
  ms(() => {
    for (let i = 0; i < 10; i++) rooms.forEach(oneRoom);
  }) / 10;
let stepped: number[][] = [];
const integrate = (): number[][] =>
  rooms.map((r) => {
    const vf = r.room_m3 - r.near_m3;
    const run = ode45(
      [0, 0],
      (out, y, t) => {
        const q = ((t < 10 ? r.ach : r.open) / 60) * r.room_m3;
        const flow = r.exchange_m3PerMin * (y[1]! - y[0]!);
        out[0] = (r.mg * r.perMin * Math.exp(-r.perMin * t) + flow) / r.near_m3;
        out[1] = (-flow - q * y[1]!) / vf;
      },
      0,
      0.05,
      { tol: 3e-4 },
    );
    return minutes.map((t) => {
      while (t > 0 && run.steps(1000, t));
      return run.y[0]!;
    });
  });
integrate();
const general = ms(() => (stepped = integrate()));
const off = Math.max(
  ...exact.flatMap((x, i) => [...x].map((v, k) => (v < 1e-3 ? 0 : Math.abs(stepped[i]![k]! / v - 1)))),
);
say(
  `two-zone air of ${rooms.length} rooms against a general integrator (ode45) at 0.1 % (goal 20 times faster)`,
  `${(general / closed).toFixed(0)} times faster, largest difference ${(off * 100).toFixed(3)} %`,
);
const whole = ms(() =>
  scatter(
    {
      room_m3: { middle: 12, factor: 1.3 },
      ach: { middle: 0.5, factor: 2 },
      opened: { from_min: 10, ach: { middle: 4, factor: 2 } },
      exchange_m3PerMin: { middle: 2.4, factor: 2 },
      near_m3: 1.5,
      mg: { middle: 500, factor: 3 },
      perMin: { middle: 0.2, factor: 2 },
    },
    60,
    20000,
    1,
  ),
);
say('20 000 rooms with bands and shares, against 1 s', `${(whole / 1000).toFixed(2)} (${Math.round(whole)} ms)`);

// orders of what lifts more, as the trade has them, against what the tables say
const order = orders();
const held = keptOut(order.map((o) => o.soil));
for (const [which, kept] of [
  ['soils that a table may be fitted to', false],
  ['soils kept out of any fit', true],
] as const) {
  const told = tell(
    order.filter((o) => held.has(o.soil) === kept),
    catalogue,
  );
  const compared = told.filter((t) => t.is !== 'barred');
  const right = compared.filter((t) => t.is === 'right').length;
  say(
    `orders of what lifts more, ${which}, against 90 %`,
    `${((100 * right) / compared.length).toFixed(1)} % (${right} of ${compared.length}; ${told.length - compared.length} more are refused there)`,
  );
}
