import { type Catalogue, overlay, type OwnRecord, type Product } from '../catalogue';
import { dictionaryOf } from './dictionary';
import { type Correction, type LabelAnswer, readLabel } from './read';
import { signsOn, withMore } from './signs';

export type Contents = Product['contents'];

/**
 * What a label names, as the contents of a product. Every substance that a word may mean is in it; an amount that is
 * not stated counts as anything up to all.
 */
export function contentsOf(read: LabelAnswer): Contents {
  const out = new Map<string, { min: number; max: number }>();
  for (const i of read.ingredients)
    for (const id of [i.substance, ...(i.alsoMaybe ?? [])]) {
      if (!id) continue;
      const now = i.percent ?? { min: 0, max: 100 };
      const had = out.get(id);
      out.set(id, had ? { min: Math.min(had.min, now.min), max: Math.max(had.max, now.max) } : { ...now });
    }
  return [...out].map(([substance, percent]) => ({ substance, percent }));
}

/** Taken where a label states no amount. */
const USUAL_PERCENT = 5;

/** Products of the catalogue that are most like what a label names, nearest first: shared classes weighed by their hazard. */
export function nearestProducts(read: LabelAnswer, catalogue: Catalogue, count = 4): Product[] {
  const d = dictionaryOf(catalogue);
  // what it is counts most, then its class, each by its hazard and, softly, by how much of it there is
  const weigh = (contents: Contents): Map<string, number> => {
    const w = new Map<string, number>();
    for (const { substance, percent } of contents) {
      const s = catalogue.substances.get(substance);
      if (!s || s.classes.includes('water')) continue;
      const stated = percent.max - percent.min < 99;
      const much = Math.sqrt(stated ? Math.min(60, (percent.min + percent.max) / 2) + 0.2 : USUAL_PERCENT);
      const heavy = (d.hazard(s) + 1) * much;
      w.set(substance, heavy);
      for (const c of s.classes) w.set(c, Math.max(w.get(c) ?? 0, heavy));
    }
    return w;
  };
  const mine = weigh(contentsOf(read));
  if (!mine.size) return [];
  const score = (p: Product): number => {
    const theirs = weigh(p.contents);
    let shared = 0;
    let all = 0;
    for (const key of new Set([...mine.keys(), ...theirs.keys()])) {
      shared += Math.min(mine.get(key) ?? 0, theirs.get(key) ?? 0);
      all += Math.max(mine.get(key) ?? 0, theirs.get(key) ?? 0);
    }
    return all ? shared / all : 0;
  };
  return [...catalogue.products.values()]
    .filter((p) => p.basis['default'] !== 'household')
    .map((p) => ({ p, s: score(p) }))
    .filter((x) => x.s > 0)
    .sort((a, b) => b.s - a.s || (a.p.id < b.p.id ? -1 : 1))
    .slice(0, count)
    .map((x) => x.p);
}

/**
 * What differs from the nearest product when a label is known. A full list takes the place of its contents; a partial
 * one is added to them and leaves the product not fully named, so that it stays unknown beside anything but water. Signs
 * that were seen on it are added to its own.
 */
export function changesOfLabel(
  text: string,
  corrections: readonly Correction[],
  base: Product,
  catalogue: Catalogue,
): { contents: Contents; disclosed: Product['disclosed']; hazards?: Product['hazards'] } {
  const read = readLabel(text, catalogue, corrections);
  const named = contentsOf(read);
  const rest = base.contents.filter((c) => !named.some((n) => n.substance === c.substance));
  const contents = read.undisclosed || !named.length ? [...named, ...rest] : named;
  const signs = signsOn(text);
  return {
    contents,
    disclosed: read.undisclosed ? 'no' : 'yes',
    ...(signs.length ? { hazards: withMore(base.hazards, signs) } : {}),
  };
}

/** An own record as it lies in the household, with the label that it was read from. */
export type OwnLabelled = OwnRecord & { label?: { text: string; corrections?: readonly Correction[] } | null };

/**
 * A product of which only the label is known: judged by what it names, never offered for use, and unknown beside
 * anything unless the list is whole. What nobody said is taken at its worst.
 */
export function productOfLabel(own: OwnLabelled, catalogue: Catalogue): Product {
  const read = readLabel(own.label?.text ?? '', catalogue, own.label?.corrections ?? []);
  const named = contentsOf(read);
  const nothing = [...catalogue.substances.values()].find((s) => s.classes.includes('undisclosed'))!;
  const contents = named.length ? named : [{ substance: nothing.id, percent: { min: 0, max: 100 } }];
  return {
    id: own.id,
    name: own.name ?? own.id,
    synonyms: [],
    state: 'liquid',
    contents,
    disclosed: read.undisclosed || !named.length ? 'no' : 'yes',
    pH: null,
    density: null,
    strength: { substance: contents[0]!.substance, percent: 100, basis: 'w/w' },
    mechanisms: {},
    use: { unit: 'neat', neatOnly: true },
    dwell_min: null,
    rinse: 'rinse',
    price: 0,
    shelfLife_months: null,
    septic: 'no',
    fragrance: 'varies',
    fume: 1,
    hazards: withMore({ pictograms: [], signal: 'Danger' }, signsOn(own.label?.text ?? '')),
    disinfects: 'no',
    advised: false,
    suits: 'none',
    basis: { default: 'household' },
  };
}

/** The shipped catalogue with everything of the household's own over it, what is only a label too. */
export function catalogueOfHousehold(
  shipped: Catalogue,
  own: Partial<Record<'products' | 'materials' | 'soils' | 'tools', readonly OwnLabelled[]>>,
): Catalogue {
  const merged = overlay(shipped, own);
  const bare = (own.products ?? []).filter((p) => !p.basedOn);
  if (!bare.length) return merged;
  return {
    ...merged,
    products: new Map([...merged.products, ...bare.map((p) => [p.id, productOfLabel(p, shipped)] as const)]),
  };
}

/** A row of a file of own labels, and what is wrong with it. */
export interface LabelRow {
  /** Row as the file counts them, the head being 1. */
  row: number;
  name: string;
  label: string;
  /** Id or name of the nearest product, where the file says it. */
  nearest: string | null;
  problems: string[];
}
const NAME = ['name', 'product', 'what', 'title'];
const LABEL = ['label', 'ingredients', 'contents', 'text', 'composition'];
const NEAREST = ['nearest', 'like', 'basedon', 'based on'];

/**
 * Rows of a file (objects, as a CSV with a head or a JSON array gives them) as labels to be kept. Every row comes
 * back; what cannot be kept says why. O(rows).
 */
export function labelRows(rows: readonly unknown[], known: readonly string[]): LabelRow[] {
  const seen = new Set(known.map((k) => k.trim().toLowerCase()));
  return rows.map((raw, i) => {
    const fields = new Map(
      Object.entries(raw !== null && typeof raw === 'object' ? raw : {}).map(([k, v]) => [
        k.trim().toLowerCase(),
        typeof v === 'string' ? v.trim() : Array.isArray(v) ? v.filter((x) => typeof x === 'string').join(', ') : '',
      ]),
    );
    const one = (keys: readonly string[]): string => keys.map((k) => fields.get(k)).find((v) => v) ?? '';
    const name = one(NAME);
    const label = one(LABEL);
    const problems: string[] = [];
    if (!name) problems.push('It has no name: give the column "name" a word.');
    if (name.length > 120) problems.push('Its name is longer than 120 letters: shorten it.');
    if (!label) problems.push('It has no label text: put the ingredients into the column "label".');
    if (label.length > 20000)
      problems.push('Its label is longer than 20000 letters: keep the list of ingredients alone.');
    if (name && seen.has(name.toLowerCase()))
      problems.push(`"${name}" is there already: give it another name, or leave it out.`);
    if (name) seen.add(name.toLowerCase());
    return { row: i + 2, name, label, nearest: one(NEAREST) || null, problems };
  });
}
