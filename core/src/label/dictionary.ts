import { distance } from 'fastest-levenshtein';
import type { Catalogue, Family, Phrase, Substance } from '../catalogue';
import { casIsValid, foldName, normaliseName } from './text';

export type Match = 'exact' | 'synonym' | 'cas' | 'near' | 'corrected';
export interface Hit {
  substance: Substance;
  match: Match;
  partial?: boolean;
  /** Found by a pattern that lets any words in. */
  loose?: boolean;
}
export interface Near {
  /** Worst first. */
  substances: Substance[];
  /** Letters that differ, once what looks alike is taken as alike. */
  distance: number;
}
interface Folded {
  fold: string;
  letters: number;
  substance: Substance;
}
/** All names of the catalogue, ready to be looked up. Built once a catalogue. */
export interface Dictionary {
  byName: ReadonlyMap<string, Hit>;
  byCas: ReadonlyMap<string, Substance>;
  byFold: ReadonlyMap<string, readonly Substance[]>;
  byLength: ReadonlyMap<number, readonly Folded[]>;
  families: readonly { re: RegExp; family: Family; substance: Substance }[];
  phrases: readonly { phrase: Phrase; patterns: readonly RegExp[]; classes: readonly string[] }[];
  hazard: (s: Substance) => number;
  /** Wording of other languages, and the English for it; `any` says quickly that none of a language is there. */
  wording: readonly { any: RegExp; says: readonly { re: RegExp; means: string }[] }[];
  /** Words in the longest name. */
  longest: number;
}
const built = new WeakMap<Catalogue['substances'], Dictionary>();

/** Shortest fold that is compared by likeness: below it too many words are alike. */
const SHORTEST = 6;
const mayDiffer = (length: number): number => Math.min(3, Math.floor(length / 6));

export function dictionaryOf(catalogue: Catalogue): Dictionary {
  let d = built.get(catalogue.substances);
  if (d) return d;
  const byName = new Map<string, Hit>();
  const byCas = new Map<string, Substance>();
  const byFold = new Map<string, Substance[]>();
  const byLength = new Map<number, Folded[]>();
  let longest = 1;
  const elsewhere = new Map<string, string[]>();
  for (const l of catalogue.languages.values())
    for (const n of l.names) elsewhere.set(n.substance, [...(elsewhere.get(n.substance) ?? []), ...n.words]);
  for (const s of catalogue.substances.values()) {
    if (s.cas) byCas.set(s.cas, s);
    const foreign = (elsewhere.get(s.id) ?? []).flatMap((w) => [w, withoutAccents(w)]);
    [s.name, s.id.replace(/-/g, ' '), ...s.synonyms, ...foreign].forEach((raw, i) => {
      const cas = /^CAS (\S+)$/.exec(raw)?.[1];
      if (cas) {
        if (casIsValid(cas) && !byCas.has(cas)) byCas.set(cas, s);
        return;
      }
      const name = normaliseName(raw);
      if (!name) return;
      if (!byName.has(name)) byName.set(name, { substance: s, match: i < 2 ? 'exact' : 'synonym' });
      longest = Math.max(longest, name.split(' ').length);
      const fold = foldName(name);
      if (fold.length < SHORTEST) return;
      const same = byFold.get(fold);
      if (same?.includes(s)) return;
      byFold.set(fold, [...(same ?? []), s]);
      byLength.set(fold.length, [
        ...(byLength.get(fold.length) ?? []),
        { fold, letters: lettersOf(fold), substance: s },
      ]);
    });
  }
  const known = new Map<Substance, number>();
  d = {
    byName,
    byCas,
    byFold,
    byLength,
    longest,
    families: [...catalogue.families.values()].map((family) => ({
      re: new RegExp(family.pattern),
      family,
      substance: catalogue.substances.get(family.substance)!,
    })),
    phrases: [...catalogue.phrases.values()].map((phrase) => ({
      phrase,
      patterns: phrase.says.map((p) => new RegExp(p, 'gi')),
      classes: [...new Set(phrase.mayBe.flatMap((id) => catalogue.substances.get(id)!.classes))],
    })),
    wording: [...catalogue.languages.values()].map((l) => ({
      any: new RegExp(l.says.map((x) => x.pattern).join('|'), 'iu'),
      says: l.says.map(({ pattern, means }) => ({
        re: new RegExp(`(?<![\\p{L}])(?:${pattern})(?![\\p{L}])`, 'giu'),
        means,
      })),
    })),
    hazard: (s) => {
      let worst = known.get(s);
      if (worst === undefined) known.set(s, (worst = worstLevel(s, catalogue)));
      return worst;
    },
  };
  built.set(catalogue.substances, d);
  return d;
}

/** "ácido" as it stands where accents are left out. */
const withoutAccents = (w: string): string => w.normalize('NFD').replace(/\p{M}/gu, '');

/** Which letters occur, as bits: an edit changes two of them at most. */
function lettersOf(word: string): number {
  let bits = 0;
  for (let i = 0; i < word.length; i++) bits |= 1 << (word.charCodeAt(i) % 31);
  return bits;
}
function bitCount(n: number): number {
  n -= (n >>> 1) & 0x55555555;
  n = (n & 0x33333333) + ((n >>> 2) & 0x33333333);
  return (((n + (n >>> 4)) & 0x0f0f0f0f) * 0x01010101) >>> 24;
}

/** The highest level of any clause that names one of its classes: how bad it would be to be wrong. */
function worstLevel(s: Substance, catalogue: Catalogue): number {
  let worst = 0;
  const operands = new Set(s.classes.flatMap((c) => catalogue.operandsOf.get(c) ?? [c]));
  for (const r of catalogue.rules.values())
    for (const c of r.clauses) if (operands.has(c.a) || operands.has(c.b)) worst = Math.max(worst, c.level);
  return worst;
}

/** A name as it stands, or of a known pattern. */
export function lookUp(name: string, d: Dictionary): Hit | null {
  const key = normaliseName(name);
  if (!key) return null;
  const of = (first: boolean): Hit | null => {
    const f = d.families.find((x) => Boolean(x.family.first) === first && x.re.test(key));
    return f
      ? {
          substance: f.substance,
          match: 'synonym',
          ...(f.family.loose ? { loose: true } : {}),
          ...(f.family.partial ? { partial: true } : {}),
        }
      : null;
  };
  // a bare "acid" or "chlorine" on a label means more than the pure substance of that name
  return of(true) ?? d.byName.get(key) ?? of(false);
}

/**
 * Names that look like it: one letter in six may differ, three at most, a swap of two neighbours counting as one.
 * All at the least distance and one further are kept, so that a slip of the hand never hides the worse of two.
 */
export function nearest(name: string, d: Dictionary): Near | null {
  const normal = normaliseName(name);
  const close = new Map<Substance, number>();
  for (const fold of new Set([foldName(normal), foldName(normal, false)])) likeFold(fold, d, close);
  if (!close.size) return null;
  const least = Math.min(...close.values());
  const kept = [...close].filter(([, far]) => far <= least + 1);
  kept.sort(([s, x], [r, y]) => d.hazard(r) - d.hazard(s) || x - y || (s.id < r.id ? -1 : 1));
  return { substances: kept.map(([s]) => s), distance: least };
}

/** Notes the least distance of every name that is near enough to a fold. */
function likeFold(fold: string, d: Dictionary, close: Map<Substance, number>): void {
  if (fold.length < SHORTEST || fold.length > 80) return;
  const allowed = mayDiffer(fold.length);
  const note = (s: Substance, far: number): void => {
    if (far < (close.get(s) ?? Infinity)) close.set(s, far);
  };
  d.byFold.get(fold)?.forEach((s) => note(s, 0));
  for (let i = 0; i + 1 < fold.length; i++)
    if (fold[i] !== fold[i + 1])
      d.byFold.get(fold.slice(0, i) + fold[i + 1]! + fold[i]! + fold.slice(i + 2))?.forEach((s) => note(s, 1));
  const letters = lettersOf(fold);
  for (let length = fold.length - allowed; length <= fold.length + allowed; length++)
    for (const c of d.byLength.get(length) ?? []) {
      if (bitCount(c.letters ^ letters) > 2 * allowed) continue;
      const far = distance(c.fold, fold);
      if (far <= allowed) note(c.substance, far);
    }
}
