import {
  belowPar,
  type Catalogue,
  zoneHand,
  isCarried,
  isSolid,
  type Kit,
  type Product,
  type Stock,
  ZONES,
} from '@dolly-tub/core';
import { figure } from '../shared/words';
import type { Board, Thing } from './shelf';

const FILLS = ['#8fb6e8', '#d9c23c', '#e3a07c', '#b6d8a6', '#c8b6e2', '#9fd3d0', '#e8e2d2'];
const HOOK = 'hook';

/** What stands on a shelf as it is drawn: silhouettes with their fill, stacks, what is short and what clashes. */
export function boardsOf(
  kit: Kit,
  here: readonly Stock[],
  clashing: ReadonlySet<string>,
  nameOf: (item: string) => string,
  catalogue: Catalogue,
): Board[] {
  const short = new Set(belowPar(kit, here).map((p) => p.item));
  return [...kit.places]
    .sort((a, b) => a.row - b.row)
    .map((place) => ({
      id: place.id,
      name: place.name,
      hooks: place.heightBand === HOOK,
      locked: place.locked,
      ...pocketOf(place.zone, kit),
      things: here
        .filter((s) => (s.place ?? kit.places[0]?.id) === place.id)
        .map((stock, n): Thing => {
          const { item, pack, onHand } = stock;
          const par = kit.par.find((p) => p.item === item)?.level ?? null;
          const low = short.has(item);
          const piece = pack.unit === 'piece';
          return {
            stock,
            name: nameOf(item),
            shape: place.heightBand === HOOK ? 'hook' : piece ? 'stack' : shapeOf(catalogue.products.get(item)),
            level: Math.max(0, Math.min(1, onHand / pack.amount)),
            count: Math.round(onHand),
            par,
            amount: piece
              ? `${figure(onHand)}${par !== null ? ` of ${par}` : ''}`
              : `${figure(onHand)} of ${figure(low && par !== null ? par : pack.amount)} ${pack.unit}`,
            low,
            colour: FILLS[(item.length * 3 + n) % FILLS.length]!,
            clash: clashing.has(item),
            class: stock.colourClass ?? null,
          };
        }),
    }));
}
/** Of a carrier: what a pocket is for, the hand that finds it. */
function pocketOf(zone: string | null | undefined, kit: Kit): Pick<Board, 'zone' | 'hand' | 'back'> {
  const z = ZONES.find((x) => x.id === zone);
  return z && isCarried(kit) ? { zone: z.id, hand: zoneHand(z, kit.mirrored), back: z.side === 'back' } : {};
}
function shapeOf(product: Product | undefined): Thing['shape'] {
  switch (product?.state) {
    case 'spray':
    case 'aerosol':
      return 'spray';
    case 'paste':
    case 'cream':
      return 'jar';
    default:
      return product && isSolid(product) ? 'box' : 'bottle';
  }
}
