import type { Catalogue } from '../catalogue';
import type { Kept } from '../gate';
import { keptPlace, type LogEntry, type Spot, standing, type Stock } from '../household';
import { usedPerWeek } from './forecast';

/** What a cloth, a brush or a machine has done, by the whole log. */
export interface PiecePast {
  uses: number;
  washes: number;
  /** When it was last washed; null = never. */
  washedAt: string | null;
  /** Since then: faces of cloth that were taken, at which kinds of places, and when last. */
  faces: number;
  places: Kept[];
  usedAt: string | null;
  /** Uses of the last eight weeks. */
  lately: number;
  /** Uses since each upkeep was done; what was never done is not in it. */
  upkept: Record<string, number>;
}
/** What was reckoned to be taken of a thing by cleaning, and what was really gone by counting and weighing. */
export interface TakenOf {
  /** Cleans that took of it. */
  times: number;
  /** Reckoned before anything was learned, and gone: taken, and more or less found by counting. */
  reckoned: number;
  gone: number;
}
/** What the log says of the things of a house, made once for all that ask. Keys are rows of stock; of `taken` what they are. */
export interface HousePast {
  weeks: Record<string, number[]>;
  pieces: Record<string, PiecePast>;
  taken: Record<string, TakenOf>;
  /** What the rhythm of the spots takes of each thing a week, each as at its last clean. */
  planned: Record<string, number>;
}

/** A wet wipe takes a face, and drying it another; a dry one takes one (common practice). */
const WET_FACES = 2;
const DRY_FACES = 1;
const WEEK_d = 7;
const LATELY_MS = 8 * 7 * 86_400_000;
const EMPTY: PiecePast = {
  uses: 0,
  washes: 0,
  washedAt: null,
  faces: 0,
  places: [],
  usedAt: null,
  lately: 0,
  upkept: {},
};

/**
 * Past of every row of stock: use by weeks (as `usedPerWeek`), uses and washes of tools, and how far counting and
 * reckoning were apart. `log` is the whole log in any order; entries that were taken back count for nothing. O(log).
 */
export function pastOf(
  log: readonly LogEntry[],
  h: { spots: readonly Spot[]; stock: readonly Stock[] },
  now: Date,
  catalogue: Catalogue,
): HousePast {
  const spots = new Map(h.spots.map((s) => [s.id, s]));
  const item = new Map(h.stock.map((s) => [s.id, s.item]));
  const pieces: HousePast['pieces'] = {};
  const taken: HousePast['taken'] = {};
  const moved = new Map<string, LogEntry[]>();
  const last = new Map<string, LogEntry>();
  const past = (id: string): PiecePast => (pieces[id] ??= { ...EMPTY, places: [], upkept: {} });
  const takenOf = (id: string): TakenOf | null => {
    const of = item.get(id);
    return of === undefined ? null : (taken[of] ??= { times: 0, reckoned: 0, gone: 0 });
  };
  // the oldest first, so that a wash begins anew
  for (const e of [...standing(log)].reverse()) {
    for (const m of e.moves ?? []) {
      const had = moved.get(m.stock);
      if (had) had.push(e);
      else moved.set(m.stock, [e]);
      const t = takenOf(m.stock);
      if (t && e.kind === 'clean' && m.delta < 0) {
        // what was taken was reckoned with what had been learned by then
        t.reckoned -= m.delta / learnedFactor(t);
        t.gone -= m.delta;
        t.times++;
      } else if (t && (e.reason === 'count' || e.reason === 'adjust')) t.gone -= m.delta;
    }
    const place = e.spot ? spots.get(e.spot) : undefined;
    if (place && e.kind === 'clean') last.set(place.id, e);
    for (const id of e.tools ?? []) {
      if (!item.has(id)) continue;
      const p = past(id);
      if (e.upkeep) p.upkept[e.upkeep] = p.uses;
      if (e.kind === 'rinse' && e.washed) {
        Object.assign(p, { washes: p.washes + 1, washedAt: e.at, faces: 0, places: [], usedAt: null });
      } else if (e.kind === 'clean') {
        p.uses++;
        p.usedAt = e.at;
        const kept = place && keptPlace(place, catalogue);
        // a cloth that did the toilet does nothing else before it is washed
        const whole = kept === 'toilet' ? catalogue.tools.get(item.get(id)!)?.faces : null;
        p.faces += whole ?? (e.method?.product ? WET_FACES : DRY_FACES);
        if (now.getTime() - Date.parse(e.at) < LATELY_MS) p.lately++;
        if (kept && !p.places.includes(kept)) p.places.push(kept);
      }
    }
  }
  const weeks = Object.fromEntries([...moved].map(([id, of]) => [id, usedPerWeek(new Set([id]), of, now)]));
  for (const p of Object.values(pieces)) for (const id of Object.keys(p.upkept)) p.upkept[id] = p.uses - p.upkept[id]!;
  const planned: HousePast['planned'] = {};
  for (const [id, e] of last) {
    const { interval_days } = spots.get(id)!;
    for (const m of interval_days ? (e.moves ?? []) : []) {
      const of = item.get(m.stock);
      if (of !== undefined && m.delta < 0) planned[of] = (planned[of] ?? 0) - (m.delta * WEEK_d) / interval_days!;
    }
  }
  return { weeks, pieces, taken, planned };
}

/** So many uses weigh as much as what was assumed before anybody counted. */
const PRIOR_TIMES = 8;
const MOST_FACTOR = 4;
/**
 * How much more than reckoned this house takes of a thing, shrunk to 1 where little was seen (a weighted mean of the ratio
 * and 1, the prior worth eight uses), between a quarter and four times.
 */
export function learnedFactor(t: TakenOf | undefined): number {
  if (!t || !(t.reckoned > 0)) return 1;
  const ratio = Math.max(0, t.gone) / t.reckoned;
  const factor = (PRIOR_TIMES + t.times * ratio) / (PRIOR_TIMES + t.times);
  return Math.min(MOST_FACTOR, Math.max(1 / MOST_FACTOR, factor));
}
