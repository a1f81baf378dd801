import { distance } from 'fastest-levenshtein';
import type { Catalogue, Substance } from '../catalogue';

export type Match = 'exact' | 'synonym' | 'cas' | 'near';
export interface LabelIngredient {
  substance: string | null;
  text: string;
  classes: string[];
  percent: { min: number; max: number } | null;
  match: Match;
  /** Letters that differ, for a near match. */
  distance?: number;
  /** Other substances that the word may as well be; their classes are counted in. */
  alsoMaybe?: string[];
}
export interface LabelAnswer {
  ingredients: LabelIngredient[];
  unrecognised: string[];
  undisclosed: boolean;
  /** Why it counts as not fully disclosed. */
  signs: string[];
}

/** Words → substance; built once a catalogue. */
interface Dictionary {
  byName: Map<string, { substance: Substance; match: Match }>;
  byCas: Map<string, Substance>;
  names: string[];
}
const dictionaries = new WeakMap<Catalogue['substances'], Dictionary>();

const MAX_TEXT = 20000;
const MAX_ENTRIES = 400;

/** Lower case, one kind of space and dash, British and German-style spellings folded, "sulph" → "sulf". */
export function normaliseName(text: string): string {
  return text
    .toLowerCase()
    .normalize('NFKC')
    .replace(/[‐‑‒–—−]/g, '-')
    .replace(/sulph/g, 'sulf')
    .replace(/alumin(?=um)/g, 'alumini')
    .replace(/colour/g, 'color')
    .replace(/isation/g, 'ization')
    .replace(/[*†®™"“”'’]/g, '')
    .replace(/\s+/g, ' ')
    .trim();
}

function dictionary(catalogue: Catalogue): Dictionary {
  let d = dictionaries.get(catalogue.substances);
  if (d) return d;
  const byName: Dictionary['byName'] = new Map();
  const byCas = new Map<string, Substance>();
  for (const s of catalogue.substances.values()) {
    const put = (name: string, match: Match): void => {
      const key = normaliseName(name);
      if (key && !byName.has(key)) byName.set(key, { substance: s, match });
    };
    put(s.name, 'exact');
    put(s.id.replace(/-/g, ' '), 'exact');
    s.synonyms.forEach((n) => put(n, 'synonym'));
    if (s.cas) byCas.set(s.cas, s);
  }
  d = { byName, byCas, names: [...byName.keys()] };
  dictionaries.set(catalogue.substances, d);
  return d;
}

/** CAS check digit: digits from the right, weighted 1, 2, 3 …, sum mod 10 (CAS registry rule). */
export function casIsValid(cas: string): boolean {
  const m = /^(\d{2,7})-(\d{2})-(\d)$/.exec(cas);
  if (!m) return false;
  const digits = (m[1]! + m[2]!).split('').reverse().map(Number);
  return digits.reduce((sum, d, i) => sum + d * (i + 1), 0) % 10 === Number(m[3]);
}

/** Hazard phrase → classes that must be assumed. EU CLP wording; the worst reading stands. */
const PHRASES: [RegExp, string[], string][] = [
  [/euh\s?031|contact with acids liberates toxic gas/i, ['hypochlorite', 'sulfite'], 'EUH031'],
  [
    /euh\s?206|may release dangerous gases \(chlorine\)|do not use together with other products/i,
    ['hypochlorite'],
    'EUH206',
  ],
  [/euh\s?032|contact with acids liberates very toxic gas/i, ['phosphide'], 'EUH032'],
  [/euh\s?029|euh\s?014|\bh26[01]\b|in contact with water releases/i, ['water-reactive'], 'EUH029'],
  [/\bh27[12]\b|oxidi[sz]er/i, ['nitrate', 'peroxide'], 'H272'],
  [/\bh22[0-6]\b|(?:highly |extremely )?flammable (?:liquid|aerosol|gas)/i, ['alcohol'], 'H226'],
];
/** Signs that a list is not the whole list. */
const PARTIAL: [RegExp, string][] = [
  [
    /(?:<|less than|under)\s*5\s*%.{0,60}(?:surfactant|soap|perfume|bleach)|5\s*%?\s*(?:-|–|to)\s*15\s*%.{0,60}(?:surfactant|soap|bleach)/i,
    'EU content bands name only some ingredients',
  ],
  [/\b(?:other|inert|additional) ingredients?\b/i, '"other ingredients"'],
  [/\b(?:an)?ionic surfactants?\b|\bsurfactants?\b|\bcleaning agents?\b/i, 'surfactants not named'],
  [
    /\bsection 3\b|hazardous (?:components|ingredients)|composition\s*\/?\s*information/i,
    'a data sheet lists only what is hazardous',
  ],
  [/\bactive ingredients?\b/i, 'only the active ingredient is named'],
];
const NEGATED =
  /\b(?:no|without|free from|free of|contains? no|0\s*%)\s+[a-z ]{3,30}|\b[a-z]+[ -]free\b|\bnon[ -](?:chlorine|ammonia|acid|toxic)[a-z ]{0,12}/i;
const OXYGEN = /\b(?:non[ -]chlorine|colou?r[ -]safe|oxygen(?:[ -]based)?) (?:bleach|bleaching agents?)\b/i;
const SCENT = /\b(?:scent|scented|fragrance|parfum|perfume|aroma|smell of)\b/i;

/**
 * Read a pasted ingredient list, EU-style content wording, or the composition lines of a data sheet.
 * Never throws, whatever the text. Near spellings keep every candidate's classes, so that a typing
 * error never lowers a hazard; what is not recognised is returned as such.
 */
export function readLabel(text: string, catalogue: Catalogue): LabelAnswer {
  const dict = dictionary(catalogue);
  const body = String(text ?? '').slice(0, MAX_TEXT);
  const ingredients: LabelIngredient[] = [];
  const unrecognised: string[] = [];
  const signs: string[] = [];
  for (const [re, why] of PARTIAL) if (re.test(body)) signs.push(why);
  let rest = body;
  for (const [re, classes, code] of PHRASES) {
    const m = re.exec(rest);
    if (!m) continue;
    signs.push(`warning ${code}`);
    ingredients.push({ substance: null, text: m[0], classes, percent: null, match: 'synonym' });
    rest = rest.replace(new RegExp(re.source, 'gi'), ' ');
  }
  rest = rest.replace(/\b(?:euh|h|p)\s?\d{3}(?:\s?\+\s?[hp]?\d{3})*\b[:.]?/gi, ' ');
  // registry names put the tail behind commas: "alcohols, C12-14, ethoxylated"
  rest = rest.replace(
    /\balcohols?\s*,\s*(?:c\d[^,;\n]{0,20},\s*)?(?:[a-z-]{1,20}\s*,\s*)?ethoxylated\b/gi,
    'alcohol ethoxylate',
  );
  const entries = splitEntries(rest);
  if (body.length >= MAX_TEXT || entries.length > MAX_ENTRIES) signs.push('too long to read to the end');
  for (const entry of entries.slice(0, MAX_ENTRIES)) {
    const found = readEntry(entry, dict, catalogue);
    if (!found) continue;
    if (typeof found === 'string') unrecognised.push(found);
    else ingredients.push(found);
  }
  if (unrecognised.length) signs.push('an entry was not recognised');
  if (!ingredients.length && !unrecognised.length) signs.push('nothing to read');
  return {
    ingredients: mergeSame(ingredients),
    unrecognised,
    undisclosed: signs.length > 0,
    signs: [...new Set(signs)],
  };
}

function splitEntries(text: string): string[] {
  const out: string[] = [];
  let depth = 0;
  let now = '';
  const flush = (): void => {
    if (now.trim()) out.push(now.trim());
    now = '';
  };
  for (let i = 0; i < text.length; i++) {
    const ch = text[i]!;
    if (ch === '(' || ch === '[') depth++;
    if (ch === ')' || ch === ']') depth = Math.max(0, depth - 1);
    const decimalComma = ch === ',' && /\d/.test(text[i - 1] ?? '') && /\d/.test(text[i + 1] ?? '');
    if (ch === '\n' || ch === '\r') depth = 0;
    if (/[;·•\n\r|]/.test(ch) || (ch === ',' && depth === 0 && !decimalComma)) flush();
    else now += ch;
  }
  flush();
  return out;
}

function readEntry(raw: string, dict: Dictionary, catalogue: Catalogue): LabelIngredient | string | null {
  let t = raw.replace(
    /^\s*(?:ingredients?|contains?|composition|active ingredients?|other ingredients?|inert ingredients?)\s*:?\s*/i,
    '',
  );
  t = t.replace(/[.\s]+$/, '').trim();
  if (!t) return null;
  if (OXYGEN.test(t)) return found(dict, 'oxygen bleach unspecified', raw, readPercent(t), 'synonym') ?? raw;
  if (SCENT.test(t)) return found(dict, 'parfum', raw, readPercent(t), 'synonym') ?? raw;
  if (NEGATED.test(t)) return null;
  const percent = readPercent(t);
  const cas = t.match(/\b\d{2,7}-\d{2}-\d\b/g)?.find(casIsValid);
  const byCas = cas ? dict.byCas.get(cas) : undefined;
  const name = stripNumbers(t);
  if (!name && !byCas) return /[a-z]/i.test(t) ? raw : null;
  // "5-15 % anionic surfactants" and "sodium hypochlorite (bleach)" both carry the name in pieces
  const tries = [
    name,
    name.replace(/\(.*?\)/g, ' '),
    ...[...name.matchAll(/\(([^)]+)\)/g)].map((m) => m[1]!),
    ...name.split('/'),
  ];
  for (const x of tries) {
    const hit = dict.byName.get(normaliseName(x));
    if (hit) return ingredient(hit.substance, raw, percent, hit.match, byCas);
  }
  if (byCas) return ingredient(byCas, raw, percent, 'cas');
  if (/ethoxylat|\b[a-z]*eth-\d+\b|\bpareth\b/i.test(name) && !/sulf/i.test(name))
    return found(dict, 'alcohol ethoxylate', raw, percent, 'synonym') ?? raw;
  return near(normaliseName(name), raw, percent, dict, catalogue) ?? raw;
}

/** Percent range: `5-15 %`, `< 5 %`, `≥ 30%`, `5 % or more`, `0.5%`. Null when none or out of sense. */
export function readPercent(text: string): { min: number; max: number } | null {
  const t = text.replace(/(\d),(\d)/g, '$1.$2').replace(/[‐‑‒–—−]/g, '-');
  const n = String.raw`(\d{1,3}(?:\.\d{1,4})?)`;
  const clamp = (lo: number, hi: number) => (lo >= 0 && hi <= 100 && lo <= hi ? { min: lo, max: hi } : null);
  let m = new RegExp(`${n}\\s*%?\\s*(?:-|to|and|up to)\\s*(?:<|≤)?\\s*${n}\\s*(?:%|percent|w/w)`, 'i').exec(t);
  if (m) return clamp(Number(m[1]), Number(m[2]));
  m = new RegExp(`(?:<|≤|<=|less than|under|up to|max\\.?|at most)\\s*${n}\\s*(?:%|percent)`, 'i').exec(t);
  if (m) return clamp(0, Number(m[1]));
  m = new RegExp(`(?:>|≥|>=|more than|over|at least|min\\.?)\\s*${n}\\s*(?:%|percent)`, 'i').exec(t);
  if (m) return clamp(Number(m[1]), 100);
  m = new RegExp(`${n}\\s*(?:%|percent)\\s*(?:or more|and (?:more|over|above))`, 'i').exec(t);
  if (m) return clamp(Number(m[1]), 100);
  m = new RegExp(`${n}\\s*(?:%|percent)`, 'i').exec(t);
  return m ? clamp(Number(m[1]), Number(m[1])) : null;
}

const stripNumbers = (t: string): string =>
  t
    .replace(/\b\d{2,7}-\d{2}-\d\b/g, ' ')
    .replace(/\b(?:cas|ec|einecs|index|reach)(?:\s*(?:no|nr|number))?\.?\s*:?/gi, ' ')
    .replace(
      /(?:<=?|>=?|≤|≥|less than|more than|at least|at most|up to|under|over)?\s*\d{1,3}(?:[.,]\d+)?\s*%?\s*(?:[-–—]|to)\s*(?:<|≤)?\s*\d{1,3}(?:[.,]\d+)?\s*(?:%|percent|w\/w)/gi,
      ' ',
    )
    .replace(
      /(?:<=?|>=?|≤|≥|less than|more than|at least|at most|up to|under|over)?\s*\d{1,3}(?:[.,]\d+)?\s*(?:%|percent)(?:\s*(?:w\/w|v\/v|w\/v|or more|and more))?/gi,
      ' ',
    )
    .replace(/\(\s*\)/g, ' ')
    .replace(/^[\s:,-]+|[\s:,-]+$/g, '')
    .replace(/\s+/g, ' ')
    .trim();

function ingredient(
  s: Substance,
  text: string,
  percent: LabelIngredient['percent'],
  match: Match,
  other?: Substance,
): LabelIngredient {
  // a name and a CAS number that disagree: both count
  const both = other && other.id !== s.id ? other : undefined;
  return {
    substance: s.id,
    text,
    classes: [...new Set([...s.classes, ...(both?.classes ?? [])])],
    percent,
    match,
    ...(both ? { alsoMaybe: [both.id] } : {}),
  };
}
const found = (
  dict: Dictionary,
  name: string,
  text: string,
  percent: LabelIngredient['percent'],
  match: Match,
): LabelIngredient | null => {
  const hit = dict.byName.get(normaliseName(name));
  return hit ? ingredient(hit.substance, text, percent, match) : null;
};

/** One letter in six may differ, three at most; all candidates at the least distance and one further are kept. */
function near(
  name: string,
  text: string,
  percent: LabelIngredient['percent'],
  dict: Dictionary,
  catalogue: Catalogue,
): LabelIngredient | null {
  if (name.length < 6 || name.length > 80) return null;
  const allowed = Math.min(3, Math.floor(name.length / 6));
  const close: { substance: Substance; d: number }[] = [];
  for (const candidate of dict.names) {
    if (Math.abs(candidate.length - name.length) > allowed || candidate.length < 5) continue;
    const d = distance(candidate, name);
    if (d <= allowed) close.push({ substance: dict.byName.get(candidate)!.substance, d });
  }
  if (!close.length) return null;
  const least = Math.min(...close.map((c) => c.d));
  const kept = close.filter((c) => c.d <= least + 1);
  kept.sort((a, b) => hazard(b.substance, catalogue) - hazard(a.substance, catalogue) || a.d - b.d);
  const others = [...new Set(kept.map((k) => k.substance.id))].slice(1);
  return {
    substance: kept[0]!.substance.id,
    text,
    classes: [...new Set(kept.flatMap((k) => k.substance.classes))],
    percent,
    match: 'near',
    distance: least,
    ...(others.length ? { alsoMaybe: others } : {}),
  };
}
/** The highest level of any clause that names one of its classes: how bad it would be to be wrong. */
function hazard(s: Substance, catalogue: Catalogue): number {
  let worst = 0;
  const operands = new Set(s.classes.flatMap((c) => catalogue.operandsOf.get(c) ?? [c]));
  for (const r of catalogue.rules.values())
    for (const c of r.clauses) if (operands.has(c.a) || operands.has(c.b)) worst = Math.max(worst, c.level);
  return worst;
}

function mergeSame(list: LabelIngredient[]): LabelIngredient[] {
  const out: LabelIngredient[] = [];
  for (const i of list) {
    const same = i.substance ? out.find((o) => o.substance === i.substance) : undefined;
    if (!same) out.push(i);
    else if (!i.percent || !same.percent) same.percent = null;
    else
      same.percent = { min: Math.min(i.percent.min, same.percent.min), max: Math.max(i.percent.max, same.percent.max) };
  }
  return out;
}
