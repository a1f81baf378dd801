import type { Catalogue } from '../catalogue';
import type { There } from '../gate';
import { thereOfLast } from '../method';
import { carriersOf, type CarrierSource, meetsOn } from './carriers';
import type { Bottle, LogFields } from './records';

/** What a bottle held (by what went in, undiluted) and what its head has met: what the next thing put into it would meet. */
export function inVessel(bottle: Bottle, h: CarrierSource, now: Date, catalogue: Catalogue): There[] {
  const held: There[] = (bottle.fill?.parts ?? []).map((p) => ({
    name: catalogue.products.get(p.item)?.name ?? p.item,
    where: 'vessel',
    place: `in ${bottle.name}`,
    products: [p.item],
    what: [
      p.contents ? { label: p.contents } : catalogue.products.has(p.item) ? { product: p.item } : { label: p.item },
    ],
    porous: false,
    stays: true,
  }));
  const inside = new Set(bottle.fill?.parts.map((p) => p.item));
  const head = carriersOf({ ...h, stock: [], spots: [], rooms: [], bottles: [bottle] }, now, catalogue)[0];
  const met = (head?.met ?? [])
    .filter((m) => !inside.has(m.product))
    .map((m) => thereOfLast({ ...m, where: 'head', place: 'through this head' }, 'head', false, catalogue));
  return [...held, ...met];
}

/** The same under a head that comes from another bottle: what that one holds has run through it. */
export function underHeadOf(other: Bottle, bottle: Bottle, h: CarrierSource, now: Date, catalogue: Catalogue): There[] {
  const held = inVessel(bottle, h, now, catalogue).filter((t) => t.where === 'vessel');
  const ran = inVessel(other, h, now, catalogue).map((t): There => ({
    ...t,
    where: 'head',
    place: `through the head of ${other.name}`,
  }));
  return [...held, ...ran];
}

/** The entry of a head that goes from one bottle to another, which gives its own in return; rinsed twice, or as it was. */
export const headMoved = (from: Bottle, to: Bottle, rinsed: 0 | 2 = 0): LogFields => ({
  kind: 'head-moved',
  tools: [from.head!.id],
  from: from.id,
  bottle: to.id,
  fill: from.fill ?? null,
  toolsRinsed: rinsed,
  names: { from: from.name, bottle: to.name },
  text: `The ${from.head!.kind} head of ${from.name} now sits on ${to.name}, ${rinsed ? 'rinsed twice' : 'as it was'}.`,
});

/**
 * What it does to another bottle to give its head away: the head that it gets in return, on what it holds. The worst of
 * it, or null where nothing is carried that concerns it.
 */
export function headInReturn(
  bottle: Bottle,
  other: Bottle,
  h: CarrierSource,
  now: Date,
  catalogue: Catalogue,
): { level: number; because: string } | null {
  const heads = carriersOf({ ...h, stock: [], spots: [], rooms: [], bottles: [bottle] }, now, catalogue);
  const met = heads.flatMap((head) => (other.fill?.parts ?? []).flatMap((p) => meetsOn(head, p.item, catalogue) ?? []));
  return met.sort((a, b) => b.level - a.level)[0] ?? null;
}
