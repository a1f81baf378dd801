import type { Catalogue } from '@dolly-tub/core';

export type Kind = 'materials' | 'soils' | 'tools' | 'products';
/** One thing that can be told apart from the nearest known record: where it stands in it, and how it is asked. */
export interface Field {
  /** Path in the record, e.g. `pH.min`. */
  path: string;
  label: string;
  ask: 'choice' | 'number' | 'flag';
  choices?: { value: string | null; name: string }[];
  min?: number;
  max?: number;
  step?: number;
  hint?: string;
}
const words = (...pairs: [string | null, string][]): Field['choices'] =>
  pairs.map(([value, name]) => ({ value, name }));
const num = (path: string, label: string, min: number, max: number, step: number, hint?: string): Field => ({
  path,
  label,
  ask: 'number',
  min,
  max,
  step,
  ...(hint ? { hint } : {}),
});
const flag = (path: string, label: string): Field => ({ path, label, ask: 'flag' });
const BEARS = words(
  ['no', 'none'],
  ['brief', 'a minute'],
  ['dilute-brief', 'weak, ten minutes'],
  ['dilute', 'weak'],
  ['ok', 'yes'],
);

/** The short form of each kind: what tells a thing from its nearest. */
export const FIELDS: Record<Kind, Field[]> = {
  materials: [
    {
      path: 'wetness',
      label: 'How wet may it get?',
      ask: 'choice',
      choices: words(['dry', 'dry only'], ['damp', 'damp'], ['wet', 'wet'], ['flood', 'soaked']),
    },
    {
      path: 'scrub',
      label: 'How hard may it be rubbed?',
      ask: 'choice',
      choices: words(
        ['none', 'not at all'],
        ['soft-cloth', 'soft cloth'],
        ['soft-brush', 'soft brush'],
        ['white-pad', 'white pad'],
        ['stiff', 'stiff brush'],
      ),
    },
    {
      path: 'gloss',
      label: 'Shine',
      ask: 'choice',
      choices: words(['matt', 'matt'], ['satin', 'satin'], ['gloss', 'gloss']),
    },
    {
      path: 'face',
      label: 'What lies on top',
      ask: 'choice',
      choices: words(
        ['solid', 'the thing itself'],
        ['plated', 'a plating'],
        ['coated', 'a coating'],
        ['printed', 'a print'],
        ['plastic', 'plastic'],
      ),
    },
    num('pH.min', 'Most acid it bears, pH', 0, 7, 0.1, '7 is none; vinegar is 2.4'),
    num('pH.max', 'Most alkaline it bears, pH', 7, 14, 0.1, '7 is none; washing soda is 11'),
    { path: 'tolerates.alcohol', label: 'Bears alcohol', ask: 'choice', choices: BEARS },
    { path: 'tolerates.chlorine', label: 'Bears chlorine', ask: 'choice', choices: BEARS },
    num('maxTemp_C', 'Warmest it bears, °C', 20, 300, 5),
    flag('porous', 'It drinks: a drop darkens it'),
    flag('clothOnly', 'Never sprayed: only with the cloth'),
    flag('steam', 'It bears steam'),
  ],
  soils: [
    num('lifts.dry_lift', 'Comes off dry', 0, 1, 0.1, '0 not at all, 1 fully'),
    num('lifts.water_cold', 'Cool water', 0, 1, 0.1),
    num('lifts.water_warm', 'Warm water', 0, 1, 0.1),
    num('lifts.surfactant', 'Detergent', 0, 1, 0.1),
    num('lifts.acid', 'Acid', 0, 1, 0.1),
    num('lifts.mild_alkali', 'Soda', 0, 1, 0.1),
    num('lifts.protease', 'Protein enzyme', 0, 1, 0.1),
    num('lifts.oxidiser_peroxide', 'Peroxide', 0, 1, 0.1),
    num('lifts.alcohol', 'Alcohol', 0, 1, 0.1),
    num('lifts.hydrocarbon', 'White spirit', 0, 1, 0.1),
    num('lifts.scrape', 'Scraping', 0, 1, 0.1),
  ],
  tools: [
    num('scrub', 'How rough, 0 to 1', 0, 1, 0.05, 'a soft cloth is 0.3, a stiff brush 0.8'),
    num('absorb', 'How much it drinks, 0 to 1', 0, 1, 0.05),
    num('hardness_mohs', 'Hardness, Mohs', 0.5, 10, 0.5, 'a fingernail is 2.5, glass 5.5'),
    {
      path: 'abrasive',
      label: 'Scouring',
      ask: 'choice',
      choices: words(
        ['none', 'no'],
        ['very fine', 'very fine'],
        ['fine', 'fine'],
        ['medium', 'medium'],
        ['coarse', 'coarse'],
      ),
    },
    {
      path: 'wet',
      label: 'Used',
      ask: 'choice',
      choices: words(['dry', 'dry'], ['damp', 'damp'], ['wet', 'wet'], ['any', 'either way']),
    },
    {
      path: 'class',
      label: 'Kept for',
      ask: 'choice',
      choices: words(
        ['any', 'anything'],
        ['floor', 'floors'],
        ['dust', 'dust'],
        ['kitchen', 'kitchen'],
        ['toilet', 'the toilet'],
        ['glass', 'glass'],
        ['basin', 'basin and bath'],
      ),
    },
  ],
  products: [
    num('strength.percent', 'Strength on the label, %', 0, 100, 0.1),
    num('pH.min', 'pH from', 0, 14, 0.1),
    num('pH.max', 'pH to', 0, 14, 0.1),
    num('fume', 'Vapour, 0 to 1', 0, 1, 0.05, 'water 0, ammonia 1'),
    {
      path: 'fragrance',
      label: 'Scented',
      ask: 'choice',
      choices: words(['no', 'no'], ['varies', 'not said'], ['yes', 'yes']),
    },
    {
      path: 'septic',
      label: 'Septic tank',
      ask: 'choice',
      choices: words(['ok', 'fine'], ['limit', 'little of it'], ['no', 'never']),
    },
    {
      path: 'rinse',
      label: 'After use',
      ask: 'choice',
      choices: words(['none', 'nothing'], ['wipe', 'wipe'], ['rinse', 'rinse']),
    },
  ],
};

/** What stands at a path of a record. */
export function at(record: unknown, path: string): unknown {
  return path
    .split('.')
    .reduce<unknown>((r, k) => (r && typeof r === 'object' ? (r as Record<string, unknown>)[k] : undefined), record);
}

/**
 * Changes to keep: only what differs from the nearest record, whole first-level fields, so that a correction
 * of the rest still arrives.
 */
export function changesOf(
  base: Record<string, unknown>,
  values: Readonly<Record<string, unknown>>,
): Record<string, unknown> {
  const out: Record<string, unknown> = {};
  for (const [path, value] of Object.entries(values)) {
    if (value === undefined || value === at(base, path)) continue;
    const [first, second] = path.split('.');
    if (!second) out[first!] = value;
    else out[first!] = { ...((out[first!] ?? base[first!] ?? {}) as object), [second]: value };
  }
  return out;
}

/** Limits that the own record takes more lightly than the nearest known one: said before it is kept. */
export function laxer(kind: Kind, base: Record<string, unknown>, changes: Readonly<Record<string, unknown>>): string[] {
  if (kind !== 'materials') return [];
  const out: string[] = [];
  const order = (path: string, ladder: (string | null)[]): boolean =>
    ladder.indexOf(at({ ...base, ...changes }, path) as string) > ladder.indexOf(at(base, path) as string);
  const name = (path: string): string =>
    FIELDS.materials
      .find((f) => f.path === path)!
      .label.toLowerCase()
      .replace(/\?$/, '');
  if (order('wetness', ['dry', 'damp', 'wet', 'flood'])) out.push(name('wetness'));
  if (order('scrub', ['none', 'soft-cloth', 'soft-brush', 'white-pad', 'stiff'])) out.push(name('scrub'));
  const n = (path: string): [number, number] => [at({ ...base, ...changes }, path) as number, at(base, path) as number];
  if (n('pH.min')[0] < n('pH.min')[1]) out.push(name('pH.min'));
  if (n('pH.max')[0] > n('pH.max')[1]) out.push(name('pH.max'));
  for (const k of ['tolerates.alcohol', 'tolerates.chlorine'])
    if (order(k, ['no', 'brief', 'dilute-brief', 'dilute', 'ok'])) out.push(name(k));
  if (at({ ...base, ...changes }, 'steam') === true && at(base, 'steam') === false) out.push(name('steam'));
  return out;
}

/** The records of a kind, from the catalogue. */
export const tableOf = (
  kind: Kind,
  c: Catalogue,
): ReadonlyMap<string, { id: string; name: string; synonyms: string[] }> => c[kind];
