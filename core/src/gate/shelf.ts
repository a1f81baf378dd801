import type { Catalogue, Product, Storing } from '../catalogue';
import { type Finding, judge, resolveItems } from '../mixing';
import { capital } from '../reason';
import { inOneGo, type Stepwise } from '../stepwise';
import { type Profile } from './people';
import { answerOf, type GateAnswer, type GateReason } from './types';

/** Where a thing is put: as a kit's record has it. */
export interface Shelf {
  heightBand?: 'high' | 'eye' | 'low' | 'hook';
  locked?: boolean;
  /** Kind of the kit that it is a place of. */
  kit?: string;
}

/** Whether a rule of storing concerns this product in this place of this house. */
function concerns({ when: w }: Storing, p: Product, shelf: Shelf, profile: Profile): boolean {
  const { signal, pictograms } = p.hazards;
  const is = [
    ...(w.harms ? [signal !== null || pictograms.length > 0] : []),
    ...(w.signals ? [signal !== null && w.signals.includes(signal)] : []),
    ...(w.pictograms ? [w.pictograms.some((g) => pictograms.includes(g))] : []),
    ...(w.states ? [w.states.includes(p.state)] : []),
  ];
  const one = (of: readonly string[] | undefined, all: readonly string[] | undefined): boolean =>
    !of || of.some((x) => all?.includes(x));
  return (
    is.some(Boolean) &&
    one(w.people, profile.people) &&
    one(w.pets, profile.pets) &&
    one(w.bands, shelf.heightBand ? [shelf.heightBand] : []) &&
    one(w.kits, shelf.kit ? [shelf.kit] : []) &&
    !(w.unlocked && shelf.locked)
  );
}

/**
 * Whether a product may stand on a shelf or in a carrier beside what stands there: every pair by the shelf column, and
 * who could reach it. Ids of the catalogue; tools are no partners.
 */
export function mayShelve(
  product: string,
  others: readonly string[],
  shelf: Shelf | null,
  profile: Profile,
  catalogue: Catalogue,
): GateAnswer {
  const p = catalogue.products.get(product);
  if (!p) return answerOf([], []);
  const bars: GateReason[] = [];
  const asks: GateReason[] = [];
  for (const id of new Set(others)) {
    const other = catalogue.products.get(id);
    if (!other || id === product) continue;
    const f = besideOf(product, id, catalogue)?.finding;
    if (f)
      bars.push({
        kind: 'meets',
        text: `Not beside ${other.name}. If both leak: ${f.because.charAt(0).toLowerCase()}${f.because.slice(1)}`,
        source: f.source,
        level: f.level,
        rule: f.rule,
        met: other.name,
      });
  }
  for (const r of shelf ? catalogue.storing.values() : [])
    if (concerns(r, p, shelf!, profile))
      asks.push({
        kind: r.kind,
        text: r.says.replace('{name}', capital(p.name)),
        source: r.basis['says'] ?? r.basis.default,
      });
  return answerOf(bars, asks);
}

/** Two things that may not stand on one shelf, and what is done about it. */
export interface Clash {
  pair: [string, string];
  level: number;
  because: string;
  then: string;
  source: string;
}
/** Two products side by side: what the shelf column finds from a tray on, and what is done about it; null below that. */
function besideOf(a: string, b: string, catalogue: Catalogue): Beside | null {
  let of = known.get(catalogue);
  if (!of) known.set(catalogue, (of = new Map()));
  const key = `${a}|${b}`;
  let found = of.get(key);
  if (found === undefined) {
    const items = resolveItems([{ product: a }, { product: b }], catalogue);
    const verdict = items.ok ? judge(items.value, { meeting: 'shelf' }, catalogue) : null;
    const finding = verdict?.findings[0];
    found = finding && finding.level >= TRAY ? { finding, then: verdict!.then[0] ?? '' } : null;
    of.set(key, found);
  }
  return found;
}
interface Beside {
  finding: Finding;
  then: string;
}
const TRAY = 3;
/** A catalogue is never changed: what two products do beside each other is asked once. */
const known = new WeakMap<Catalogue, Map<string, Beside | null>>();

/** Every pair of products that may not stand on one shelf, worst first. */
export const clashesOn = (ids: readonly string[], catalogue: Catalogue): Clash[] =>
  inOneGo(clashesOnStepwise(ids, catalogue));

/** The same, a pair at a step. */
export function* clashesOnStepwise(ids: readonly string[], catalogue: Catalogue): Stepwise<Clash[]> {
  const products = [...new Set(ids)].filter((id) => catalogue.products.has(id));
  const out: Clash[] = [];
  for (let i = 0; i < products.length; i++)
    for (let j = i + 1; j < products.length; j++) {
      yield;
      const found = besideOf(products[i]!, products[j]!, catalogue);
      if (found) {
        const { level, because, source } = found.finding;
        out.push({ pair: [products[i]!, products[j]!], level, because, then: found.then, source });
      }
    }
  return out.sort((a, b) => b.level - a.level);
}
