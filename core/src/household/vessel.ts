import type { Catalogue } from '../catalogue';
import type { There } from '../gate';
import { thereOfLast } from '../method';
import { carriersOf, type CarrierSource } from './carriers';
import type { Bottle } from './records';

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
