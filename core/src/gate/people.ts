import { type Catalogue, percentInUse, type Product, productClasses, type Protection, tuning } from '../catalogue';
import { capital } from '../reason';
import type { GateReason } from './types';

/** Who lives in the house and what it keeps to, as far as it bears on what may be used. */
export interface Profile {
  stance?: 'pantry' | 'conventional' | 'steam';
  /** `toddler`, `asthma`, `pregnant`, `ill`. */
  people?: string[];
  pets?: string[];
  septic?: boolean;
  noChlorine?: boolean;
  fragranceFree?: boolean;
  /** Choices where people disagree, by question; the default where nothing was chosen. */
  stances?: Record<string, string>;
}

/** How much of a product's vapour is left when it is thinned: a quarter of it gives off as much as all of it. */
export const fumeOf = (product: Product, dilution: number, catalogue: Catalogue): number =>
  product.fume * Math.min(1, dilution * tuning(catalogue).fumeOfDilution);

/** Whether a protection rule concerns this product, put on this way, in this household. */
export function appliesTo(
  rule: Protection,
  product: Product,
  dilution: number,
  apply: string | null,
  profile: Profile,
  catalogue: Catalogue,
  classes = productClasses(product, catalogue),
): boolean {
  const w = rule.when;
  if (w.people && !profile.people?.includes(w.people)) return false;
  if (w.pets && !profile.pets?.includes(w.pets)) return false;
  if (w.septic && (!profile.septic || !w.septic.includes(product.septic))) return false;
  if (w.apply && (!apply || !w.apply.includes(apply))) return false;
  if (w.state && !w.state.includes(product.state)) return false;
  if (w.fume !== undefined && fumeOf(product, dilution, catalogue) < w.fume) return false;
  if (w.signal && !(product.hazards.signal && w.signal.includes(product.hazards.signal))) return false;
  if (w.pictograms && !w.pictograms.some((g) => product.hazards.pictograms.includes(g))) return false;
  if (w.classes) {
    if (w.minPercent !== undefined) return percentInUse({ product, dilution }, w.classes, catalogue) >= w.minPercent;
    return w.classes.some((c) => classes.includes(c));
  }
  if (w.mild) return product.hazards.signal === null && !product.hazards.pictograms.length;
  return Boolean(
    w.people || w.pets || w.septic || w.state || w.fume !== undefined || w.signal || w.pictograms || w.mild,
  );
}

/** What the household's people, pets, tank and choices refuse of a product; `apply` null asks for what holds however it is put on. */
export function refusedByPeople(
  product: Product,
  dilution: number,
  apply: string | null,
  profile: Profile,
  catalogue: Catalogue,
): GateReason | null {
  if (apply === null) {
    if (profile.noChlorine && percentInUse({ product, dilution: 1 }, ['active-halogen'], catalogue) > 0)
      return { kind: 'household', text: 'This household uses no chlorine.', source: 'household' };
    if (profile.fragranceFree && product.fragrance !== 'no')
      return {
        kind: 'household',
        text:
          product.fragrance === 'yes' ? 'It is scented.' : 'It may be scented, and this household is fragrance-free.',
        source: 'household',
      };
  }
  const classes = productClasses(product, catalogue);
  for (const rule of catalogue.protection.values()) {
    if (rule.action !== 'refuse' || Boolean(rule.when.apply) !== (apply !== null)) continue;
    if (appliesTo(rule, product, dilution, apply, profile, catalogue, classes))
      return { kind: 'people', text: `${rule.says}: ${rule.because}.`, source: rule.basis.default };
  }
  return null;
}

/** What its own record refuses: known so that mixing can be judged, and no more. */
export const refusedByRecord = (product: Product): GateReason | null =>
  product.advised
    ? null
    : {
        kind: 'record',
        text: `${capital(product.name)} is known here so that mixing can be judged; it is never offered for use at home.`,
        source: product.basis['contents'] ?? product.basis.default,
      };
