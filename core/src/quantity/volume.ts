import type { Measure, Table } from '../catalogue';

export type MeasureSystem = 'metric' | 'us' | 'uk';

/** Spoken unit → measure id, by system. Volumes themselves stand in measures.json (NIST Handbook 44). */
const SPOKEN: [RegExp, Record<MeasureSystem, string>][] = [
  [/^(tsp|teaspoon)s?$/, { metric: 'metric-tsp', us: 'us-tsp', uk: 'metric-tsp' }],
  [/^(tbsp|tbs|tablespoon)s?$/, { metric: 'metric-tbsp', us: 'us-tbsp', uk: 'metric-tbsp' }],
  [/^dessertspoons?$/, { metric: 'dessertspoon', us: 'dessertspoon', uk: 'dessertspoon' }],
  [/^cups?$/, { metric: 'metric-cup', us: 'us-cup', uk: 'metric-cup' }],
  [/^(oz|fl\.? ?oz|ounces?|fluid ounces?)$/, { metric: 'us-floz', us: 'us-floz', uk: 'uk-floz' }],
  [/^(qt|quart)s?$/, { metric: 'us-qt', us: 'us-qt', uk: 'uk-qt' }],
  [/^(gal|gallon)s?$/, { metric: 'us-gal', us: 'us-gal', uk: 'uk-gal' }],
  [/^(pt|pint)s?$/, { metric: 'uk-pint', us: 'us-pint', uk: 'uk-pint' }],
];
/** Measures that nobody has weighed yet, each of its common size: drop, squirt, capful and the like. */
const VAGUE: [RegExp, string][] = [
  [/^drops?$/, 'drop'],
  [/^squirts?$/, 'squirt'],
  [/^pumps?$/, 'pump'],
  [/^squeezes?$/, 'squeeze'],
  [/^cap(ful)?s?$/, 'capful'],
  [/^scoops?$/, 'scoop'],
  [/^glugs?$/, 'glug'],
  [/^dash(es)?$/, 'dash'],
  [/^handfuls?$/, 'handful'],
];
const METRIC: Record<string, number> = {
  ml: 1,
  cc: 1,
  millilitre: 1,
  milliliter: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  ltr: 1000,
  litre: 1000,
  liter: 1000,
};
const REGIONS: [RegExp, MeasureSystem][] = [
  [/^(us|u\.s\.) /, 'us'],
  [/^(uk|imp|imp\.|imperial|british) /, 'uk'],
];
const bare = (word: string): string =>
  word
    .trim()
    .toLowerCase()
    .replace(/\.$/, '')
    .replace(/(spoon|cup)fuls?$/, '$1');

/**
 * Millilitres of one spoken unit in the given system, or in the one that it names ("imperial gallon"); null when the word
 * is no unit of volume.
 */
export function unitVolume_mL(word: string, measures: Table<Measure>, system: MeasureSystem = 'us'): number | null {
  const w = bare(word);
  const region = REGIONS.find(([says]) => says.test(w));
  if (region) return unitVolume_mL(w.replace(region[0], ''), measures, region[1]);
  const metric = METRIC[w] ?? METRIC[w.replace(/s$/, '')];
  if (metric) return metric;
  const id = SPOKEN.find(([says]) => says.test(w))?.[1][system] ?? vagueId(w);
  return (id && measures.get(id)?.volume_mL) || null;
}

/** Id of the measure that nobody has weighed yet which is called so; null where it is none. */
export const vagueId = (word: string): string | null => VAGUE.find(([says]) => says.test(bare(word)))?.[1] ?? null;

/** True for a measure that nobody has weighed yet: drop, squirt, capful and the like. */
export const isVague = (word: string): boolean => vagueId(word) !== null;

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
