import type { Catalogue } from '../catalogue';
import type { Stock } from './records';

const pad = (n: number): string => String(n).padStart(2, '0');
/** The same day so many whole months on; the last of the month where it has no such day. */
function monthsOn(day: string, months: number): string {
  const [y, m, d] = day.split('-').map(Number) as [number, number, number];
  const at = y * 12 + (m - 1) + Math.trunc(months);
  const [year, month] = [Math.floor(at / 12), at % 12];
  const last = new Date(Date.UTC(year, month + 1, 0)).getUTCDate();
  return `${year}-${pad(month + 1)}-${pad(Math.min(d, last))}`;
}

/**
 * Why a pack is past its time, or null: the date printed on it, else how long a product of its kind keeps once it is
 * opened or made. Days as yyyy-mm-dd of the household's zone.
 */
export function pastItsTime(
  s: Pick<Stock, 'item' | 'expiresOn' | 'openedOn' | 'madeOn'>,
  today: string,
  catalogue: Catalogue,
): { text: string; source: string } | null {
  if (s.expiresOn)
    return s.expiresOn < today
      ? { text: `Past its date, ${s.expiresOn}: not to be counted on.`, source: 'household' }
      : null;
  const product = catalogue.products.get(s.item);
  const life = product?.shelfLife_months;
  if (!product || !life) return null;
  const ends = [
    ...(s.openedOn ? [{ end: monthsOn(s.openedOn, life.opened), of: `opened it keeps ${life.opened} months` }] : []),
    ...(s.madeOn ? [{ end: monthsOn(s.madeOn, life.closed), of: `closed it keeps ${life.closed} months` }] : []),
  ].sort((a, b) => (a.end < b.end ? -1 : 1));
  const first = ends[0];
  return first && first.end < today
    ? {
        text: `Too old since ${first.end}: ${first.of}.`,
        source: product.basis['shelfLife_months'] ?? product.basis.default,
      }
    : null;
}
