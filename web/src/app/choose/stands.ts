import type { Kit, Stock } from '@dolly-tub/core';
import { figure } from '../shared/words';

/** Where a thing stands in this house, and how much of it. */
export const standsAt = (item: string | undefined, stock: readonly Stock[], kits: readonly Kit[]) =>
  stock
    .filter((s) => s.item === item && s.onHand > 0)
    .map((s) => ({
      id: s.id,
      kit: s.kit,
      where: kits.find((k) => k.id === s.kit)?.name ?? 'a kit',
      amount: `${figure(s.onHand)} ${s.pack.unit === 'piece' ? '' : s.pack.unit}`.trim(),
    }));
