import type { Barred, Evidence, Last } from '../method';
import type { Fill, LogEntry } from './records';

const DAY_MS = 86_400_000;
/** Whole local days between two instants, in the household's zone: 0 today, 1 yesterday. */
export function daysBetween(from: string, now: Date, timeZone: string): number {
  return Math.max(
    0,
    Math.round((Date.parse(localDay(now, timeZone)) - Date.parse(localDay(new Date(from), timeZone))) / DAY_MS),
  );
}
/** `2026-11-25` as it is in that zone. Unknown zones count as UTC. */
export function localDay(instant: Date, timeZone: string): string {
  let format = formats.get(timeZone);
  if (format === undefined) {
    try {
      format = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
    } catch {
      format = null;
    }
    formats.set(timeZone, format);
  }
  return format ? format.format(instant) : instant.toISOString().slice(0, 10);
}
/** Making a format takes far longer than using it. */
const formats = new Map<string, Intl.DateTimeFormat | null>();

/** Entries that still stand: corrections and undos take the place of what they correct. Newest first. */
export function standing(log: readonly LogEntry[]): readonly LogEntry[] {
  let known = stood.get(log);
  if (!known) {
    const gone = new Set(log.map((e) => e.corrects).filter((x): x is string => Boolean(x)));
    known = log
      .filter((e) => !gone.has(e.id) && e.kind !== 'undo')
      .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : b.seq - a.seq));
    stood.set(log, known);
  }
  return known;
}
/** A log is replaced, never changed: it is sorted once, however many ask. */
const stood = new WeakMap<readonly LogEntry[], readonly LogEntry[]>();

/** Something met, with its name as it was then. */
export type Met = Last & { at: string; name: string };
/** Rinsed and this many days back it no longer counts. */
const FORGOTTEN_DAYS = 60;

/**
 * What a spot last met: the latest use of each product, whether it was rinsed (then or since), and how
 * many days ago. Derived from the log, never stored. Products more than 60 days back and rinsed are left out.
 */
export function ledgerOfSpot(log: readonly LogEntry[], spot: string, now: Date, timeZone: string): Met[] {
  return met(log, now, timeZone, (e) => {
    if (e.spot !== spot) return null;
    const product = e.kind === 'clean' || e.kind === 'test-spot' ? e.method?.product : null;
    const all = e.kind === 'rinse';
    return { products: product ? [product] : [], rinsed: all || (e.rinsed ?? 0) > 0, all };
  });
}

/**
 * What a tool last met, by its piece of stock. That the face was rinsed says nothing of the tool: only a rinse of
 * its own counts.
 */
export function ledgerOfTool(log: readonly LogEntry[], piece: string, now: Date, timeZone: string): Met[] {
  return met(log, now, timeZone, (e) => {
    if (!e.tools?.includes(piece)) return null;
    const product = e.kind === 'clean' || e.kind === 'test-spot' ? e.method?.product : null;
    const all = e.kind === 'rinse' || (e.toolsRinsed ?? 0) > 0;
    return { products: product ? [product] : [], rinsed: all, all };
  });
}

/**
 * What a sprayer head has met: what is in the bottle it sits on, what was mixed there since it came, and what was in
 * the bottles that it left.
 */
export function ledgerOfHead(
  log: readonly LogEntry[],
  head: string,
  on: { id: string; fill?: Fill | null } | null,
  now: Date,
  timeZone: string,
): Met[] {
  const came = standing(log).find((e) => e.kind === 'head-moved' && e.tools?.includes(head))?.at ?? '';
  const past = met(log, now, timeZone, (e) => {
    const here = e.kind === 'mix' && e.bottle === on?.id && e.at >= came;
    if (!e.tools?.includes(head) && !here) return null;
    return {
      products: e.kind === 'head-moved' || here ? (e.fill?.parts.map((p) => p.item) ?? []) : [],
      rinsed: e.kind === 'rinse' || (e.toolsRinsed ?? 0) > 0,
      all: e.kind === 'rinse' || (e.toolsRinsed ?? 0) > 0,
    };
  });
  if (!on?.fill) return past;
  const inside = on.fill.parts.map((p) => ({
    product: p.item,
    name: p.item,
    rinsed: false,
    daysAgo: daysBetween(on.fill!.mixedAt, now, timeZone),
    at: on.fill!.mixedAt,
  }));
  return [...inside, ...past.filter((p) => !inside.some((i) => i.product === p.product))];
}

/** Walk back through the log: the latest of each product, rinsed when it was then or since (`all`: that rinse took everything before it along). */
function met(
  log: readonly LogEntry[],
  now: Date,
  timeZone: string,
  look: (e: LogEntry) => { products: readonly string[]; rinsed: boolean; all: boolean } | null,
): Met[] {
  const seen = new Map<string, Met>();
  let since = false;
  for (const e of standing(log)) {
    const found = look(e);
    if (!found) continue;
    for (const product of found.products) {
      if (seen.has(product)) continue;
      const rinsed = since || found.rinsed;
      const daysAgo = daysBetween(e.at, now, timeZone);
      if (!(rinsed && daysAgo > FORGOTTEN_DAYS))
        seen.set(product, { product, rinsed, daysAgo, at: e.at, name: e.names?.['product'] ?? product });
    }
    since ||= found.all;
  }
  return [...seen.values()];
}

/** Hit counts by mechanism, soil and face, from cleans that were answered worked, partly, not or damaged. */
export function evidenceOf(log: readonly LogEntry[]): Evidence[] {
  const sums = new Map<string, Evidence>();
  for (const e of standing(log)) {
    if (e.kind !== 'clean' || !e.question || !e.outcome || !e.method?.mechanism) continue;
    const finish = e.question.finish ?? null;
    const key = [e.method.mechanism, e.question.soil, e.question.material, finish].join('|');
    const s = sums.get(key) ?? {
      mechanism: e.method.mechanism,
      soil: e.question.soil,
      material: e.question.material,
      finish,
      worked: 0,
      partly: 0,
      not: 0,
    };
    if (e.outcome === 'worked') s.worked++;
    else if (e.outcome === 'partly') s.partly++;
    else s.not++;
    sums.set(key, s);
  }
  return [...sums.values()];
}

/** Products and tools barred on a material because of noted damage. */
export function barredOf(log: readonly LogEntry[]): Barred[] {
  return standing(log)
    .filter((e) => e.question && (e.kind === 'damage' || e.outcome === 'damaged'))
    .map((e) => ({
      product: e.method?.product ?? null,
      tool: e.method?.tool ?? null,
      material: e.question!.material,
      finish: e.question!.finish ?? null,
    }));
}

/** When a spot was last cleaned, or null. */
export const lastDone = (log: readonly LogEntry[], spot: string): LogEntry | null =>
  standing(log).find((e) => e.kind === 'clean' && e.spot === spot) ?? null;
