import type { Catalogue } from '../catalogue';
import { residentThere, type There, whatOf, type Where } from '../gate';
import type { Context, Face, Last } from './types';

/** Everything that a product put on this surface may meet: what was used here and beside it, what hangs, stands or soaks there, and the soil itself. */
export function theresOf(face: Face, context: Context, catalogue: Catalogue): There[] {
  const here: Where = face.zone === 'bowl' ? 'bowl' : 'here';
  return [
    ...(context.last ?? []).map((l) => thereOfLast(l, here, face.material.porous, catalogue)),
    ...(context.resident ?? []).map((id) => residentThere(id, 'bowl', catalogue)),
    ...(context.there ?? []),
    ...(face.soil.holds
      ? [
          {
            name: face.soil.name,
            where: 'soil' as const,
            place: ', which is what is on it',
            products: [],
            what: face.soil.holds,
            stays: true,
            porous: face.material.porous,
          },
        ]
      : []),
  ];
}

/** A line of the ledger as something that is there. */
export function thereOfLast(l: Last, here: Where, porous: boolean, catalogue: Catalogue): There {
  return {
    name: catalogue.products.get(l.product)?.name ?? catalogue.residents.get(l.product)?.name ?? l.product,
    where: !l.where || l.where === 'here' ? here : l.where,
    ...(l.place ? { place: l.place } : {}),
    products: [l.product],
    what: whatOf(l.product, catalogue).map((w) => ({
      ...w,
      rinsed: l.rinsed,
      daysAgo: l.daysAgo,
      ...(l.times !== undefined ? { times: l.times } : {}),
      ...(l.rinsedDaysAgo !== undefined ? { rinsedDaysAgo: l.rinsedDaysAgo } : {}),
      ...(l.aired !== undefined ? { aired: l.aired } : {}),
      ...(l.sworn !== undefined ? { sworn: l.sworn } : {}),
    })),
    ...(l.stays ? { stays: true } : {}),
    porous: l.porous ?? porous,
    ...(l.rinsedAt ? { rinsedAt: l.rinsedAt } : {}),
  };
}
