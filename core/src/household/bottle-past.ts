import type { Catalogue } from '../catalogue';
import { significant } from '../quantity';
import { standing } from './ledger';
import type { Bottle, Fill, LogEntry } from './records';

/** One thing that happened to a bottle, in words; at most so many are told, the newest first. */
export interface BottleDeed {
  id: string;
  at: string;
  says: string;
}

/**
 * What happened to a bottle, newest first: filled, used, poured away, its head moved. Entries that were undone are none;
 * what it holds stands there also where the log no longer reaches back to it.
 */
export function bottlePast(
  { id, fill }: Pick<Bottle, 'id' | 'fill'>,
  log: readonly LogEntry[],
  catalogue: Catalogue,
): BottleDeed[] {
  const told = standing(log)
    .filter((e) => e.bottle === id || e.from === id)
    .flatMap((e): BottleDeed | [] => {
      const says = saysOf(e, catalogue);
      return says ? { id: e.id, at: e.at, says } : [];
    });
  const known = standing(log).some((e) => e.kind === 'mix' && e.bottle === id && e.fill?.mixedAt === fill?.mixedAt);
  const held: BottleDeed[] =
    fill && !known ? [{ id: `${id} fill`, at: fill.mixedAt, says: filledWith(fill, catalogue) }] : [];
  return [...told, ...held].sort((a, b) => (a.at < b.at ? 1 : -1));
}
const filledWith = (fill: Pick<Fill, 'parts'>, catalogue: Catalogue): string =>
  `Filled with ${fill.parts.map((p) => catalogue.products.get(p.item)?.name ?? p.item).join(', ')}`;
function saysOf(e: LogEntry, catalogue: Catalogue): string | null {
  switch (e.kind) {
    case 'mix':
      return e.fill ? filledWith(e.fill, catalogue) : null;
    case 'pour-out':
      return 'Poured out';
    case 'head-moved':
      return e.text ?? 'Its head was moved';
    case 'clean':
      return e.used_mL
        ? `${significant(e.used_mL, 3)} mL used${e.names?.['spot'] ? ` on ${e.names['spot']}` : ''}`
        : null;
    default:
      return e.text ?? null;
  }
}
