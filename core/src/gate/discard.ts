import { type Catalogue, type Discard, percentInUse, type Product } from '../catalogue';
import type { Profile } from './people';

export interface DiscardAnswer {
  way: Discard['way'];
  /** A sentence a homemaker understands; the label and the rules of the place come before it. */
  says: string;
  because: string;
  source: string;
  /** What else speaks against anything milder. */
  also: { text: string; source: string }[];
}

function holds({ when }: Discard, p: Product, tank: boolean, catalogue: Catalogue): boolean {
  return (
    (!when.states || when.states.includes(p.state)) &&
    (!when.pictograms || when.pictograms.some((g) => p.hazards.pictograms.includes(g))) &&
    (!when.septic || when.septic.includes(p.septic)) &&
    (!when.disclosed || when.disclosed.includes(p.disclosed)) &&
    (!when.tank || tank) &&
    (!when.classes || percentInUse({ product: p, dilution: 1 }, when.classes, catalogue) >= (when.minPercent ?? 0.001))
  );
}

/**
 * Where what is left of a product goes: the first row of `discards` that holds, which are the strictest. Never milder
 * for one more hazard, for less that is told, or for a tank. Throws where no row holds (the last holds always).
 */
export function discardOf(product: Product, profile: Pick<Profile, 'septic'>, catalogue: Catalogue): DiscardAnswer {
  const rows = [...catalogue.discards.values()].filter((r) => holds(r, product, profile.septic ?? false, catalogue));
  const first = rows[0];
  if (!first) throw new Error('The last row of discards must hold always');
  return {
    way: first.way,
    says: first.says,
    because: first.because,
    source: first.basis.default,
    also: rows
      .slice(1)
      .filter((r) => r.way === first.way && Object.keys(r.when).length)
      .map((r) => ({ text: r.because, source: r.basis.default })),
  };
}
