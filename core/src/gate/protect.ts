import { type Catalogue, type Product, type Protection, tuning } from '../catalogue';
import { appliesTo, type Profile } from './people';

/** One line of protection: what to wear or do, or whom it is not for. */
export interface Guard {
  kind: Protection['kind'];
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
  const lines = new Map<string, Guard>();
  for (const p of products)
    for (const rule of catalogue.protection.values()) {
      const apply = p.state === 'spray' || p.state === 'aerosol' ? 'spray' : null;
      if (!appliesTo(rule, p, 1, apply, profile, catalogue)) continue;
      const w = rule.when;
      const line = lines.get(rule.says);
      if (line) line.products.push(p.name);
      else
        lines.set(rule.says, {
          kind: rule.kind,
          text: rule.says,
          because: rule.because,
          source: rule.basis.default,
          who: Boolean(w.people ?? w.pets ?? w.septic),
          products: [p.name],
        });
    }
  const all = [...lines.values()];
  const strict = all.some((l) => l.kind !== 'bare' && !l.who);
  return all.filter((l) => !(l.kind === 'bare' && strict)).sort((a, b) => Number(b.who) - Number(a.who));
}

/** What to wear or do for one product in use, at this share of the mix and put on this way. */
export function wearFor(
  product: Product,
  dilution: number,
  diluted: boolean,
  apply: string,
  profile: Profile,
  catalogue: Catalogue,
): Pick<Guard, 'kind' | 'text' | 'because' | 'source'>[] {
  const thin = diluted && dilution < tuning(catalogue).thinBelow;
  return [...catalogue.protection.values()]
    .filter(
      (r) =>
        r.action === 'wear' &&
        !(r.when.signal && thin && product.hazards.signal === 'Warning') &&
        appliesTo(r, product, dilution, apply, profile, catalogue),
    )
    .map((r) => ({ kind: r.kind, text: r.says, because: r.because, source: r.basis.default }));
}
