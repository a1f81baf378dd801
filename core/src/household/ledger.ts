import type { Barred, Evidence, Last } from '../method';
import type { LogEntry } from './records';

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
  try {
    return new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }).format(
      instant,
    );
  } catch {
    return instant.toISOString().slice(0, 10);
  }
}

/** Entries that still stand: corrections and undos take the place of what they correct. Newest first. */
export function standing(log: readonly LogEntry[]): LogEntry[] {
  const gone = new Set(log.map((e) => e.corrects).filter((x): x is string => Boolean(x)));
  return log
    .filter((e) => !gone.has(e.id) && e.kind !== 'undo')
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : b.seq - a.seq));
}

/**
 * What a spot last met: the latest use of each product, whether it was rinsed (then or since), and how
 * many days ago. Derived from the log, never stored. Products more than 60 days back and rinsed are left out.
 */
export function ledgerOfSpot(
  log: readonly LogEntry[],
  spot: string,
  now: Date,
  timeZone: string,
): (Last & { at: string; name: string })[] {
  const seen = new Map<string, Last & { at: string; name: string }>();
  let rinsedSince = false;
  for (const e of standing(log)) {
    if (e.spot !== spot) continue;
    if (e.kind === 'rinse') rinsedSince = true;
    const product = e.kind === 'clean' || e.kind === 'test-spot' ? e.method?.product : null;
    if (!product || seen.has(product)) continue;
    const rinsed = rinsedSince || (e.rinsed ?? 0) > 0;
    const daysAgo = daysBetween(e.at, now, timeZone);
    if (!(rinsed && daysAgo > 60))
      seen.set(product, { product, rinsed, daysAgo, at: e.at, name: e.names?.['product'] ?? product });
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
