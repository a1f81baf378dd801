import { lastDone, localDay, type LogEntry, type Spot } from '@dolly-tub/core';

/** Local days until a spot is due again: 0 today, negative overdue; null when it has no rhythm. */
export function dueInDays(spot: Spot, log: readonly LogEntry[], now: Date, timeZone: string): number | null {
  if (!spot.interval_days) return null;
  const last = lastDone(log, spot.id);
  const from = last ? last.at : (spot.soils[0]?.seenAt ?? spot.createdAt);
  const due = Date.parse(localDay(new Date(Date.parse(from) + spot.interval_days * 86_400_000), timeZone));
  return Math.round((due - Date.parse(localDay(now, timeZone))) / 86_400_000);
}
export function dueWords(days: number): string {
  if (days === 0) return 'today';
  if (days < 0) return days === -1 ? '1 day over' : `${-days} days over`;
  if (days === 1) return 'tomorrow';
  if (days < 14) return `in ${days} days`;
  if (days < 60) return `in ${Math.round(days / 7)} weeks`;
  return `in ${Math.round(days / 30)} months`;
}
/** How dirty a spot is at its worst, 0–5. */
export const dirt = (spot: Spot): number => Math.max(0, ...spot.soils.map((s) => s.severity));
