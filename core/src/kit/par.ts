import type { Stock } from '../household';
import { sba } from './forecast';

/** Eight weeks of use stand on a shelf (common practice); what keeps less long, as much as is used while it does. */
const WEEKS = 8;
const LEAD_WEEKS = 1;

export interface ParAdvice {
  level: number;
  perWeek: number;
  /** Fewer weeks than eight, since it keeps no longer. */
  weeks: number;
}
/**
 * How much of a row to keep, from what was used of it week by week: eight weeks and a week's reserve, never more than is
 * used while it keeps, in steps of a tenth of a pack. Null where too little was used to say.
 */
export function parFor(series: readonly number[], pack: Stock['pack'], keeps_weeks: number | null): ParAdvice | null {
  if (series.filter((x) => x > 0).length < 2) return null;
  const perWeek = sba(series);
  const weeks = Math.min(WEEKS, keeps_weeks ?? Infinity);
  const step = pack.unit === 'piece' ? 1 : pack.amount / 10;
  const wanted = Math.min(perWeek * (weeks + LEAD_WEEKS), keeps_weeks === null ? Infinity : perWeek * keeps_weeks);
  return { level: Math.max(step, Math.ceil(wanted / step - 1e-9) * step), perWeek, weeks };
}

/** Of several packs of one thing the one to use first: what is nearest its end, then what is open, then the oldest, then the least. */
export function useFirst(item: string, stock: readonly Stock[]): Stock | null {
  const rows = stock.filter((s) => s.item === item && s.onHand > 0);
  const END = '9999';
  const key = (s: Stock): string =>
    [s.expiresOn ?? END, s.openedOn ?? END, s.madeOn ?? END, String(Math.round(s.onHand)).padStart(9, '0'), s.id].join(
      ' ',
    );
  return rows.length > 1 ? rows.reduce((a, b) => (key(a) <= key(b) ? a : b)) : null;
}
