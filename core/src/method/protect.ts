import type { Catalogue, Product } from '../catalogue';
import { appliesTo } from './refuse';
import type { Profile } from './types';

/** One line of protection: what to wear or do, or whom it is not for. */
export interface Guard {
  text: string;
  because: string;
  source: string;
  /** It concerns somebody of the house: a person, a pet, the tank. */
  who: boolean;
  /** Products that it is for. */
  products: string[];
}

/**
 * What to wear for things as sold and whom of the household they concern, each line once, people first. Mist from a
 * spray counts for what is sold as one. "Bare hands will do" stands only when nothing else does.
 */
export function guardsFor(products: readonly Product[], profile: Profile, catalogue: Catalogue): Guard[] {
  const lines = new Map<string, Guard & { mild: boolean }>();
  for (const p of products)
    for (const rule of catalogue.protection.values()) {
      const apply = p.state === 'spray' || p.state === 'aerosol' ? 'spray' : null;
      if (!appliesTo(rule, p, 1, apply, { profile }, catalogue)) continue;
      const w = rule.when;
      const line = lines.get(rule.says);
      if (line) line.products.push(p.name);
      else
        lines.set(rule.says, {
          text: rule.says,
          because: rule.because,
          source: rule.basis.default,
          who: Boolean(w.people ?? w.pets ?? w.septic),
          products: [p.name],
          mild: Boolean(w.mild),
        });
    }
  const all = [...lines.values()];
  const strict = all.some((l) => !l.mild && !l.who);
  return all
    .filter((l) => !(l.mild && strict))
    .sort((a, b) => Number(b.who) - Number(a.who))
    .map(({ text, because, source, who, products: of }) => ({ text, because, source, who, products: of }));
}
