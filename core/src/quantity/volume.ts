import type { Measure, Table } from '../catalogue';

export type MeasureSystem = 'metric' | 'us' | 'uk';

/** Spoken unit → measure id, by system. Volumes themselves stand in measures.json (NIST Handbook 44). */
const SPOKEN: [RegExp, Record<MeasureSystem, string>][] = [
  [/^(tsp|teaspoons?)$/, { metric: 'metric-tsp', us: 'us-tsp', uk: 'metric-tsp' }],
  [/^(tbsp|tbs|tablespoons?)$/, { metric: 'metric-tbsp', us: 'us-tbsp', uk: 'metric-tbsp' }],
  [/^(cups?)$/, { metric: 'metric-cup', us: 'us-cup', uk: 'metric-cup' }],
  [/^(oz|fl ?oz|ounces?|fluid ounces?)$/, { metric: 'us-floz', us: 'us-floz', uk: 'uk-floz' }],
  [/^(qt|quarts?)$/, { metric: 'us-qt', us: 'us-qt', uk: 'us-qt' }],
  [/^(gal|gallons?)$/, { metric: 'us-gal', us: 'us-gal', uk: 'uk-gal' }],
  [/^(pt|pints?)$/, { metric: 'uk-pint', us: 'uk-pint', uk: 'uk-pint' }],
  [/^(drops?)$/, { metric: 'drop', us: 'drop', uk: 'drop' }],
  [/^(squirts?)$/, { metric: 'squirt', us: 'squirt', uk: 'squirt' }],
  [/^(capfuls?|caps?)$/, { metric: 'capful', us: 'capful', uk: 'capful' }],
  [/^(scoops?)$/, { metric: 'scoop', us: 'scoop', uk: 'scoop' }],
  [/^(glugs?)$/, { metric: 'glug', us: 'glug', uk: 'glug' }],
  [/^(dash(es)?)$/, { metric: 'dash', us: 'dash', uk: 'dash' }],
  [/^(handfuls?)$/, { metric: 'handful', us: 'handful', uk: 'handful' }],
];
const METRIC: Record<string, number> = {
  ml: 1,
  millilitre: 1,
  milliliter: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  litre: 1000,
  liter: 1000,
};

/** Millilitres of one spoken unit in the given system, or null when the word is no unit of volume. */
export function unitVolume_mL(word: string, measures: Table<Measure>, system: MeasureSystem = 'us'): number | null {
  const w = word.trim().toLowerCase().replace(/\.$/, '');
  const metric = METRIC[w] ?? METRIC[w.replace(/s$/, '')];
  if (metric) return metric;
  const spoken = SPOKEN.find(([re]) => re.test(w));
  return spoken ? (measures.get(spoken[1][system])?.volume_mL ?? null) : null;
}

/** True for a measure that nobody has weighed yet: drop, squirt, capful and the like. */
export const isVague = (word: string): boolean =>
  /^(drop|squirt|dash|glug|cap|capful|scoop|handful)s?$/.test(word.trim().toLowerCase());

/** Volume for display in a system: at most three figures, litres from 1000 mL. */
export function formatVolume(mL: number, system: MeasureSystem = 'metric'): string {
  if (system === 'us') {
    const oz = mL / 29.5735295625;
    return oz >= 64 ? `${trim(oz / 128)} gal` : `${trim(oz)} fl oz`;
  }
  if (system === 'uk') {
    const oz = mL / 28.4130625;
    return oz >= 40 ? `${trim(oz / 20)} pt` : `${trim(oz)} fl oz`;
  }
  return mL >= 1000 ? `${trim(mL / 1000)} L` : `${trim(mL)} mL`;
}
const trim = (x: number): string => String(Number(x >= 100 ? x.toFixed(0) : x >= 10 ? x.toFixed(1) : x.toFixed(2)));
