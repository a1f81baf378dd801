import { dayNumber } from '../time';
import { lastDone } from './ledger';
import type { LogEntry, Spot } from './records';

/**
 * Days of the calendar in a zone until a spot is due again: 0 today, negative overdue; null when it has no rhythm. It
 * counts from the last clean; of a spot that was never cleaned, from when it was first known of. A look at it, whatever
 * it finds, never makes it due later.
 */
export function dueInDays(spot: Spot, log: readonly LogEntry[], now: Date, timeZone: string): number | null {
  if (!spot.interval_days) return null;
  const last = lastDone(log, spot.id);
  const known = [spot.createdAt, ...spot.soils.map((s) => s.seenAt)].map((at) => Date.parse(at));
  const from = last ? Date.parse(last.at) : Math.min(...known);
  return Math.floor(dayNumber(new Date(from), timeZone) + spot.interval_days) - dayNumber(now, timeZone);
}

/** Days until it is due in words: today, tomorrow, in 3 weeks, 2 days over. */
export function dueWords(days: number): string {
  if (days === 0) return 'today';
  if (days < 0) return days === -1 ? '1 day over' : `${-days} days over`;
  if (days === 1) return 'tomorrow';
  if (days < 14) return `in ${days} days`;
  if (days < 60) return `in ${Math.round(days / 7)} weeks`;
  return `in ${Math.round(days / 30)} months`;
}

/** How dirty a spot is at its worst, 0–5. */
export const dirt = (spot: Pick<Spot, 'soils'>): number => Math.max(0, ...spot.soils.map((s) => s.severity));

/** A thin film and more can be seen; a trace waits. */
const SEEN = 2;
/** The dirtiest spots that show it, the worst first. */
export const dirtiest = (spots: readonly Spot[], most: number): Spot[] =>
  spots
    .filter((s) => dirt(s) >= SEEN)
    .sort((a, b) => dirt(b) - dirt(a) || (a.name < b.name ? -1 : 1))
    .slice(0, most);

/**
 * The soils of a spot after one look at the whole of it, 0–5: the worst of them takes the new amount, seen now, and no
 * other is more than that.
 */
export function lookedAt(spot: Pick<Spot, 'soils'>, severity: number, now: Date): Spot['soils'] {
  const worst = dirt(spot);
  return spot.soils.map((s) => {
    if (s.severity === worst && severity > 0) return { ...s, severity, seenAt: now.toISOString() };
    return { ...s, severity: Math.min(s.severity, severity) };
  });
}

/** Area of the spots that are due and were last cleaned with a product, m², smooth and drinking, and how many they are. */
export function dueWith(
  product: string,
  h: { spots: readonly Spot[]; log: readonly LogEntry[] },
  now: Date,
  timeZone: string,
  drinks: (material: string) => boolean,
): { smooth_m2: number; drinks_m2: number; spots: number } {
  const due = h.spots.filter(
    (s) => lastDone(h.log, s.id)?.method?.product === product && (dueInDays(s, h.log, now, timeZone) ?? Infinity) <= 0,
  );
  const area = (porous: boolean): number =>
    due.filter((s) => drinks(s.material) === porous).reduce((sum, s) => sum + s.area_m2, 0);
  return { smooth_m2: area(false), drinks_m2: area(true), spots: due.length };
}
