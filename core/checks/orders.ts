import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Catalogue } from '@dolly-tub/core';
import { faceOf } from '../src/method/advise';
import { productOptions } from '../src/method/options';
import { refuseProduct } from '../src/method/refuse';
import { choicesOf } from '../src/method/stances';
import type { Here } from '../src/method/types';

/** On a surface with a mark one product lifts more than another. */
export interface Order {
  material: string;
  finish: string | null;
  soil: string;
  more: string;
  less: string;
  basis: string;
}
/** Every pair of every chain of `orders.tsv`, once. */
export function orders(): Order[] {
  const all = readFileSync(join(process.cwd(), 'core/checks/orders.tsv'), 'utf8')
    .split('\n')
    .filter((l) => l && !l.startsWith('#'))
    .flatMap((l) => {
      const [face, soil, chain, basis] = l.split('\t') as [string, string, string, string];
      const [material, finish] = face.split('/') as [string, string?];
      const things = chain.split(' > ');
      return things.flatMap((more, i) =>
        things.slice(i + 1).map((less) => ({ material, finish: finish ?? null, soil, more, less, basis })),
      );
    });
  return [...new Map(all.map((o) => [JSON.stringify(o), o])).values()];
}
/** Soils whose orders no table may be fitted to: one in three, drawn by seed. */
export function keptOut(soils: readonly string[]): Set<string> {
  let seed = 20261201;
  const next = (): number => (seed = (seed * 48271) % 2147483647) / 2147483647;
  return new Set([...new Set(soils)].sort().filter(() => next() < 1 / 3));
}

export interface Told extends Order {
  /** `right`, `wrong`, or `barred`: one of the two is refused there, so nothing is compared. */
  is: 'right' | 'wrong' | 'barred';
  lifts: [number, number];
}
/** What the engine says of each: the dose that the best admitted way of each product brings. */
export function tell(list: readonly Order[], c: Catalogue): Told[] {
  const known = new Map<string, number | null>();
  const dose = (o: Order, id: string): number | null => {
    const key = `${o.material}|${o.finish}|${o.soil}|${id}`;
    if (!known.has(key)) {
      const face = faceOf({ material: o.material, finish: o.finish, soil: o.soil, severity: 3 }, c);
      if (!face.ok) throw new Error(face.problems[0]!.message);
      const context: Here = { habits: choicesOf(undefined, c), met: [] };
      const product = c.products.get(id);
      if (!product) throw new Error(`"${id}" is no product`);
      const { admitted } = refuseProduct(product, face.value, context, c)
        ? { admitted: [] }
        : productOptions(product, face.value, context, c);
      known.set(key, admitted.length ? Math.max(...admitted.map((x) => x.D)) : null);
    }
    return known.get(key)!;
  };
  return list.map((o) => {
    const [a, b] = [dose(o, o.more), dose(o, o.less)];
    return { ...o, is: a === null || b === null ? 'barred' : a > b ? 'right' : 'wrong', lifts: [a ?? 0, b ?? 0] };
  });
}
