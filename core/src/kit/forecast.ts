import type { LogEntry, Stock } from '../household';
import { standing } from '../household';
import { seeded } from '../quantity';

/** Weight of the newest figure (common practice for intermittent demand: 0.1 to 0.2). */
const ALPHA = 0.1;

/**
 * Amount a period by Croston (1972): size of a demand and the interval between two, each smoothed apart, at demands only.
 * Begins with the first demand and the first interval. 0 where nothing was ever used.
 */
export function croston(series: readonly number[], alpha = ALPHA): number {
  let [size, interval, since] = [0, 0, 0];
  for (const x of series) {
    since++;
    if (!(x > 0)) continue;
    if (size === 0) [size, interval] = [x, since];
    else {
      size += alpha * (x - size);
      interval += alpha * (since - interval);
    }
    since = 0;
  }
  return interval > 0 ? size / interval : 0;
}
/** The same without its bias: Syntetos and Boylan (2005). */
export const sba = (series: readonly number[], alpha = ALPHA): number => croston(series, alpha) * (1 - alpha / 2);

/**
 * Amount a period by Teunter, Syntetos and Babai (2011): the chance of a demand is smoothed every period, so what is not
 * used any more fades. Begins with the first period's 0 or 1, and the first demand.
 */
export function tsb(series: readonly number[], alphaSize = 0.2, alphaChance = 0.2): number {
  let size: number | null = null;
  let chance: number | null = null;
  for (const x of series) {
    const is = x > 0 ? 1 : 0;
    chance = chance === null ? is : chance + alphaChance * (is - chance);
    if (is) size = size === null ? x : size + alphaSize * (x - size);
  }
  return (chance ?? 0) * (size ?? 0);
}

const DAY_ms = 86_400_000;
const WEEK_ms = 7 * DAY_ms;
/** Older than that says little of today. */
const MOST_WEEKS = 52;

/**
 * What a pack lost to use, week by week up to now, the oldest first: from its first entry, a year at the most. Counting
 * less than there should be is use that nobody noted; buying, moving and throwing away are none.
 */
export function usedPerWeek(stock: ReadonlySet<string>, log: readonly LogEntry[], now: Date): number[] {
  const uses: { at: number; amount: number }[] = [];
  let first = Infinity;
  for (const e of standing(log)) {
    const delta = (e.moves ?? []).reduce((sum, m) => sum + (stock.has(m.stock) ? m.delta : 0), 0);
    if (!(e.moves ?? []).some((m) => stock.has(m.stock))) continue;
    const at = Date.parse(e.at);
    first = Math.min(first, at);
    if (delta < 0 && e.reason !== 'move' && e.reason !== 'discard' && e.reason !== 'buy')
      uses.push({ at, amount: -delta });
  }
  if (!Number.isFinite(first)) return [];
  const weeks = Math.min(MOST_WEEKS, Math.max(1, Math.ceil((now.getTime() - first) / WEEK_ms)));
  const out = new Array<number>(weeks).fill(0);
  for (const u of uses) {
    const ago = Math.floor((now.getTime() - u.at) / WEEK_ms);
    if (ago >= 0 && ago < weeks) out[weeks - 1 - ago]! += u.amount;
  }
  return out;
}

/** When something runs out, in days from now: five, fifty and ninety-five of a hundred ways it may go. */
export interface RunOut {
  perWeek: number;
  early_days: number;
  likely_days: number;
  late_days: number;
  /** Order when no more than that is left: what may go while it is under way, at its most in nineteen of twenty cases. */
  reorderAt: number;
}
/** A week from the list to the shelf (common practice). */
const LEAD_WEEKS = 1;
const RUNS = 400;
const MOST_WEEKS_AHEAD = 208;
/** Fewer uses than that say nothing of how they vary. */
const LEAST_USES = 2;

/**
 * When so much is used up, by the weeks there were, drawn again and again (the bootstrap of Willemain and others 2004 with
 * the rate of Syntetos and Boylan); the same for the same figures. Null where it was used less than twice. `planned` is
 * what the routine will use a week at the least.
 */
export function runOut(onHand: number, series: readonly number[], planned = 0, seed = 1): RunOut | null {
  const uses = series.filter((x) => x > 0);
  if (uses.length < LEAST_USES && !(planned > 0)) return null;
  const mean = series.length ? series.reduce((a, b) => a + b, 0) / series.length : 0;
  const perWeek = Math.max(sba(series), planned);
  // the weeks that were, as many as they were, at the rate that is expected now
  const scale = mean > 0 ? perWeek / mean : 0;
  const next = seeded(seed);
  const week = (): number =>
    uses.length >= LEAST_USES && scale > 0 ? series[Math.floor(next() * series.length)]! * scale : planned;
  const days: number[] = [];
  const leads: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    let left = onHand;
    let w = 0;
    let lead = 0;
    while (left > 0 && w < MOST_WEEKS_AHEAD) {
      const x = week();
      if (w < LEAD_WEEKS) lead += x;
      // within a week it goes evenly
      if (x >= left && x > 0) {
        w += left / x;
        left = 0;
      } else {
        left -= x;
        w++;
      }
    }
    if (onHand <= 0) for (let k = 0; k < LEAD_WEEKS; k++) lead += week();
    days.push(w * 7);
    leads.push(lead);
  }
  const at = (all: number[], q: number): number => [...all].sort((a, b) => a - b)[Math.floor(q * (all.length - 1))]!;
  return {
    perWeek,
    early_days: at(days, 0.05),
    likely_days: at(days, 0.5),
    late_days: at(days, 0.95),
    reorderAt: Math.max(perWeek * LEAD_WEEKS, at(leads, 0.95)),
  };
}

/** Weeks of several packs added up, the newest of each under one another. */
export function weeksOf(series: readonly (readonly number[])[]): number[] {
  const out = new Array<number>(Math.max(0, ...series.map((s) => s.length))).fill(0);
  for (const s of series) s.forEach((x, i) => (out[out.length - s.length + i]! += x));
  return out;
}
/**
 * When all there is of a thing runs out, by what was used of it in the house, week by week for each row of stock; null
 * where nothing is known. `planned` is what the routine takes a week.
 */
export function runOutOf(
  item: string,
  stock: readonly Stock[],
  weeks: Readonly<Record<string, readonly number[]>>,
  planned = 0,
): (RunOut & { onHand: number }) | null {
  const rows = stock.filter((s) => s.item === item);
  if (!rows.length) return null;
  const onHand = rows.reduce((sum, s) => sum + s.onHand, 0);
  const r = runOut(onHand, weeksOf(rows.flatMap((s) => (weeks[s.id] ? [weeks[s.id]!] : []))), planned);
  return r && { ...r, onHand };
}
