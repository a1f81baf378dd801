import type { Catalogue } from '../catalogue';
import { operandsOfClasses } from '../catalogue';
import { inPercent, readAmount, type PercentRange } from './amount';
import { type Dictionary, dictionaryOf, type Hit, lookUp, type Match, nearest } from './dictionary';
import { type Piece, splitPieces } from './split';
import { casIsValid, normaliseName } from './text';

export interface LabelIngredient {
  substance: string | null;
  text: string;
  classes: string[];
  percent: PercentRange | null;
  match: Match;
  /** Letters that differ, for a near match. */
  distance?: number;
  /** Other substances that the words may as well mean; their classes are counted in. */
  alsoMaybe?: string[];
}
export interface LabelAnswer {
  ingredients: LabelIngredient[];
  unrecognised: string[];
  undisclosed: boolean;
  /** Why it counts as not fully disclosed. */
  signs: string[];
  /** What is wrong with the text, each as a sentence that says what to change. */
  problems: string[];
}
/** The household's word on a piece of the text: it is this substance, or it is not what it was taken for. */
export interface Correction {
  text: string;
  substance: string | null;
}

const MAX_TEXT = 20000;
const MAX_PIECES = 400;
const LONGEST_PIECE = 300;
const LONGEST_JOINED = 7;
/** Lines over which one name may run. */
const LONGEST_BROKEN = 4;
/** What must be named on a package whatever else is in it: it is no list of the rest. */
const MUST_BE_NAMED = ['preservative', 'terpene', 'enzyme', 'fragrance-undisclosed'];
const SOLVENTS = [
  'water',
  'alcohol',
  'ketone',
  'ester',
  'glycol-ether',
  'hydrocarbon',
  'chlorinated-solvent',
  'polyol',
];

/** Words that stand beside a name and name nothing. */
const PLAIN = new Set(
  'biodegradable ec-no cas-no index-no reach-no a an the of in with and or from for by as to at per also plus solution soln aqueous aq anhydrous hydrate technical tech grade pure purified ultra concentrated concentrate diluted dilute liquid powder granular flakes active cl available free contains contain containing ingredients ingredient including includes composition cas ec einecs index reach no nr number content total min max solvent solvents surfactant surfactants stabiliser stabilizer thickener builder preservative emulsifier buffer carrier propellant base corn maize coconut beet plant vegetable origin derived natural stabilised stabilized even numbered w v m x'.split(
    ' ',
  ),
);
const CAS = /\b\d{2,7}-\d{2}-\d\b/g;
const PH =
  /\bph(?: value)?(?: ?\([^)]{0,20}\))?\s{0,2}[:=]?\s{0,2}(?:[<>≤≥~]|approx\.?|about|ca\.?)?\s{0,2}(\d{1,2}(?:[.,]\d{1,2})?)(?:\s{0,2}(?:-|–|to)\s{0,2}(\d{1,2}(?:[.,]\d{1,2})?))?(?:\s{0,2}\([^)]{0,20}\))?/gi;
const PREFIX =
  /^[\s:.-]*(?:(?:also )?contains?|ingredients?|composition|made (?:from|of|with)|components?|list of ingredients)\b\s*[:.-]?\s*/i;

/**
 * Read a pasted ingredient list, EU content wording, the composition lines of a data sheet, or warning phrases.
 * Never throws, whatever the text, and takes time in proportion to it. A near spelling keeps the classes of every
 * candidate, so that a slip never lowers a hazard; what is not recognised is returned as such and never forced.
 * `corrections` are the household's; they fill what was not read or only nearly read, and cannot talk away what is
 * plainly written.
 */
export function readLabel(text: string, catalogue: Catalogue, corrections: readonly Correction[] = []): LabelAnswer {
  const d = dictionaryOf(catalogue);
  const whole = String(text ?? '');
  const signs = new Set<string>();
  const problems = new Set<string>();
  if (whole.length > MAX_TEXT) {
    signs.add('too long to read to the end');
    problems.add(`Only the first ${MAX_TEXT} characters are read. Paste the list of ingredients alone.`);
  }
  // eslint-disable-next-line no-control-regex
  const control = /[\u0000-\u0008\u000e-\u001f\ufffd]/g;
  let body = whole.slice(0, MAX_TEXT).normalize('NFKC');
  if ((body.match(control) ?? []).length > 2) {
    signs.add('not plain text');
    problems.add('This does not look like text. Copy the words of the label, not the file.');
  }
  body = inPercent(inEnglish(body.replace(control, ' '), d));

  const { rest, fired } = takePhrases(body, d, signs);
  const said = new Map(corrections.map((c) => [normaliseName(c.text), c.substance]));
  const reading = new Reading(d, catalogue, said, signs, problems);
  reading.pieces(rest);

  const ingredients = mergeSame(reading.ingredients);
  if (ingredients.reduce((sum, i) => sum + (i.percent?.min ?? 0), 0) > 100.5) {
    problems.add('The figures add up to more than 100 %, so none of them is counted on. Check them.');
    signs.add('the figures cannot be right');
    for (const i of ingredients) i.percent = null;
  }
  for (const f of fired) {
    const operands = operandsOfClasses(
      ingredients.flatMap((i) => i.classes),
      catalogue,
    );
    if (f.phrase.explainedBy?.some((c) => operands.has(c))) continue;
    ingredients.push({
      substance: null,
      text: f.text,
      classes: [...f.classes],
      percent: null,
      match: 'synonym',
      alsoMaybe: [...f.phrase.mayBe],
    });
  }
  const { unrecognised } = reading;
  // "contains" names some of it; "ingredients", or what all is dissolved in, names all
  if (
    /^\s*(?:also )?contains?\b/i.test(body) &&
    !/\bingredients\b/i.test(body) &&
    !ingredients.some((i) => i.classes.some((k) => SOLVENTS.includes(k))) &&
    ingredients.every((i) => i.classes.some((k) => MUST_BE_NAMED.includes(k)))
  )
    signs.add('only what must be named is named');
  if (unrecognised.length) signs.add('an entry was not recognised');
  if (!ingredients.length && !unrecognised.length) signs.add('nothing to read');
  if (unrecognised.length && !ingredients.length)
    problems.add(
      'No name here is known. Names are read in English and in INCI Latin, and CAS numbers in any language: paste those from the data sheet.',
    );
  return { ingredients, unrecognised, undisclosed: signs.size > 0, signs: [...signs], problems: [...problems] };
}

/** The wording of other languages in the English that the rest of the reader knows; names stay as they are. */
function inEnglish(text: string, d: Dictionary): string {
  let t = text;
  for (const { any, says } of d.wording) if (any.test(t)) for (const { re, means } of says) t = t.replace(re, means);
  return t;
}

interface Fired {
  phrase: Dictionary['phrases'][number]['phrase'];
  classes: readonly string[];
  text: string;
}
/** Take warnings and other wording out of the text, and note what they say. */
function takePhrases(body: string, d: Dictionary, signs: Set<string>): { rest: string; fired: Fired[] } {
  const fired: Fired[] = [];
  const stated: number[] = [];
  let rest = body.replace(PH, (all, a: string, b?: string) => {
    const values = [a, b].filter((x) => x !== undefined).map((x) => Number(x.replace(',', '.')));
    if (values.some((v) => v > 14)) return all;
    stated.push(...values);
    return ' ';
  });
  for (const { phrase, patterns, classes } of d.phrases) {
    if (phrase.within) continue;
    let first: string | null = null;
    const { max, min } = phrase.ph ?? {};
    const at = stated.find((v) => (max !== undefined && v <= max) || (min !== undefined && v >= min));
    if (at !== undefined) first = `pH ${at}`;
    for (const re of patterns)
      rest = rest.replace(re, (all) => {
        first ??= all;
        return phrase.keep ? all : ' ';
      });
    if (first === null) continue;
    if (phrase.partial) signs.add(phrase.name);
    if (classes.length) fired.push({ phrase, classes, text: first });
  }
  if (stated.length) signs.add('a pH is no list');
  return { rest, fired };
}

/** One pass over the pieces of a label. */
class Reading {
  readonly ingredients: LabelIngredient[] = [];
  readonly unrecognised: string[] = [];
  /** Entries of which a part was said not to be in it. */
  private readonly negated = new Set<string>();

  constructor(
    private readonly d: Dictionary,
    private readonly catalogue: Catalogue,
    private readonly said: ReadonlyMap<string, string | null>,
    private readonly signs: Set<string>,
    private readonly problems: Set<string>,
  ) {}

  pieces(text: string): void {
    const list = this.withFigures(splitPieces(text).map((p) => ({ ...p, text: this.withoutNegated(p.text) })));
    if (list.length > MAX_PIECES) {
      this.signs.add('too long to read to the end');
      this.problems.add(`Only the first ${MAX_PIECES} entries are read. Paste the list of ingredients alone.`);
    }
    let band: PercentRange | null = null;
    for (let i = 0; i < Math.min(list.length, MAX_PIECES); i++) {
      const piece = list[i]!;
      if (!piece.comma) band = null;
      const head = /^(.{1,40}?):\s*(?=\S)/.exec(piece.text);
      if (head) {
        const a = readAmount(head[1]!);
        if (a.percent && !nameIn(a.rest)) band = a.percent;
      }
      const joined = this.broken(list, i) ?? this.joined(list, i);
      if (joined) {
        i += joined.more;
        continue;
      }
      this.piece(piece.text, band);
    }
  }

  /** Without what is said not to be in it, unless the whole is a name: "acetone-free nail varnish remover". */
  private withoutNegated(raw: string): string {
    if (lookUp(clean(readAmount(raw).rest), this.d)) return raw;
    let t = raw;
    for (const { phrase, patterns } of this.d.phrases)
      if (phrase.within) for (const re of patterns) t = t.replace(re, ' ');
    t = t.trim();
    if (t !== raw) this.negated.add(t);
    return t;
  }

  /** Figures, registry numbers and plain words that stand alone belong to the piece before them. */
  private withFigures(list: Piece[]): Piece[] {
    const out: Piece[] = [];
    for (const p of list) {
      if (!p.text) continue;
      const before = out.at(-1);
      const numbers = p.text.match(CAS) ?? [];
      const alone = !nameIn(readAmount(p.text.replace(CAS, ' '), true).rest);
      if (before && alone && !(numbers.length && CAS.test(before.text))) before.text += ` ${p.text}`;
      else out.push({ ...p });
      CAS.lastIndex = 0;
    }
    return out;
  }

  /** A name that the package broke at the line's end: the longest run of lines that is one name. */
  private broken(list: readonly Piece[], i: number): { more: number } | null {
    let n = 1;
    while (n < LONGEST_BROKEN && list[i + n]?.line) n++;
    for (; n >= 2; n--) {
      const raw = list.slice(i, i + n).map((p) => p.text);
      raw[0] = raw[0]!.replace(PREFIX, '');
      // between two words, or in the middle of one
      for (const joint of [' ', '']) {
        const amount = readAmount(raw.join(joint).replace(CAS, ' '), true);
        const hit = lookUp(clean(amount.rest), this.d);
        if (!hit || hit.loose) continue;
        this.take(hit, raw.join(joint), amount.percent, raw.join(joint));
        return { more: n - 1 };
      }
    }
    return null;
  }

  /** A registry name with commas in it: the longest run of pieces that is one name. */
  private joined(list: readonly Piece[], i: number): { more: number } | null {
    let n = 1;
    while (n < LONGEST_JOINED && list[i + n]?.comma) n++;
    for (; n >= 2; n--) {
      const raw = list.slice(i, i + n).map((p) => p.text);
      const amount = readAmount(raw.at(-1)!.replace(CAS, ' '), true);
      const hit = lookUp(clean([...raw.slice(0, -1), amount.rest].join(', ')), this.d);
      if (!hit) continue;
      this.take(hit, raw.join(', '), amount.percent, raw.join(' '));
      return { more: n - 1 };
    }
    return null;
  }

  private piece(whole: string, band: PercentRange | null): void {
    let raw = whole.replace(PREFIX, '');
    const head = /^([^:]{3,60}):\s*(?=\p{L})/u.exec(raw);
    const headed = head && lookUp(clean(readAmount(head[1]!).rest), this.d);
    if (headed) {
      this.take(headed, head[1]!, readAmount(head[1]!).percent, '');
      raw = raw.slice(head[0].length);
    }
    if (!/\p{L}|\d/u.test(raw)) return;
    if (raw.length > LONGEST_PIECE) {
      this.unrecognised.push(raw.slice(0, LONGEST_PIECE));
      return;
    }
    const numbers = this.numbersIn(raw);
    const text = raw.replace(CAS, ' ');
    const outside = readAmount(text.replace(/\([^()]{0,120}\)/g, ' '), numbers.length > 0);
    const amount = outside.percent || outside.wrong ? outside : readAmount(text, numbers.length > 0);
    if (amount.wrong) {
      this.problems.add(amount.wrong);
      this.signs.add('the figures cannot be right');
    }
    const percent = amount.percent ?? band;
    const full = clean(readAmount(text, numbers.length > 0).rest);
    const outer = clean(outside.rest);
    const name = nameIn(full) ? full : '';
    const found = (name && (lookUp(full, this.d) ?? lookUp(outer, this.d))) || null;
    const hit = found?.loose && this.hides(full, found) ? null : found;
    const said = this.said.get(normaliseName(full)) ?? this.said.get(normaliseName(raw));
    if (!hit && said !== undefined) {
      this.corrected(said, raw, percent);
      return;
    }
    if (hit) {
      this.take(hit, raw, percent, raw);
      this.inside(text, hit, percent);
      return;
    }
    if (!name) {
      const byCas = this.casOf(numbers);
      if (byCas) this.take({ substance: byCas, match: 'cas' }, raw, percent, raw);
      else if (/\p{L}{2}/u.test(raw) && nameIn(raw)) this.unrecognised.push(raw);
      else if (numbers.length || CAS.test(raw)) this.unrecognised.push(raw);
      CAS.lastIndex = 0;
      return;
    }
    if (this.inside(text, null, percent)) {
      if (nameIn(outer)) this.unrecognised.push(raw);
      return;
    }
    const byCas = this.casOf(numbers);
    if (byCas) {
      this.take({ substance: byCas, match: 'cas' }, raw, percent, raw);
      return;
    }
    if (this.parts(full, raw) || this.near(outer || full, raw, percent)) return;
    if (!this.scan(full, raw, percent)) this.unrecognised.push(raw);
  }

  /** Runs of its words that are names as they stand, short of the whole. */
  private namesWithin(text: string): { run: string; substance: Hit['substance'] }[] {
    const words = normaliseName(text).split(' ');
    const out: { run: string; substance: Hit['substance'] }[] = [];
    for (let i = 0; i < words.length; i++)
      for (let n = Math.min(this.d.longest, words.length - i - (i ? 0 : 1)); n >= 1; n--) {
        const run = words.slice(i, i + n).join(' ');
        const known = this.d.byName.get(run);
        if (known) out.push({ run, substance: known.substance });
      }
    return out;
  }
  private holdsName = (text: string): boolean => this.namesWithin(text).some((n) => n.run.length >= 3);
  /** A loose pattern of names has swallowed a name that is worse: a comma is missing. */
  private hides = (full: string, hit: Hit): boolean =>
    this.namesWithin(full).some(
      ({ substance: s }) => this.d.hazard(s) >= 3 && s.classes.some((c) => !hit.substance.classes.includes(c)),
    );

  /** CAS numbers in it; one with a wrong check digit is named, with the digit it should have. */
  private numbersIn(raw: string): string[] {
    const all = raw.match(CAS) ?? [];
    for (const cas of all)
      if (!casIsValid(cas)) {
        this.signs.add('a CAS number is not right');
        this.problems.add(`CAS ${cas} is not a possible number: its last digit does not fit the others. Check it.`);
      }
    return all.filter(casIsValid);
  }
  private casOf = (numbers: readonly string[]) => numbers.map((n) => this.d.byCas.get(n)).find((s) => s !== undefined);

  private take(hit: Hit, text: string, percent: PercentRange | null, raw: string): void {
    // a name and a CAS number that disagree: both count
    const cas = this.casOf((raw.match(CAS) ?? []).filter(casIsValid));
    const other = cas && cas.id !== hit.substance.id ? cas : undefined;
    if (hit.partial) this.signs.add('only a kind is named');
    this.ingredients.push({
      substance: hit.substance.id,
      text,
      classes: [...new Set([...hit.substance.classes, ...(other?.classes ?? [])])],
      percent,
      match: hit.match,
      ...(other ? { alsoMaybe: [other.id] } : {}),
    });
  }

  /** What stands in brackets: other names of the same, or a list. True when something in it was recognised. */
  private inside(text: string, outer: Hit | null, percent: PercentRange | null): boolean {
    let any = false;
    for (const m of text.matchAll(/\(([^()]{1,200})\)/g)) {
      const words = m[1]!.split(/,| and |;/).map((w) => clean(readAmount(w).rest));
      for (const w of words) {
        if (!nameIn(w)) continue;
        const hit = lookUp(w, this.d);
        if (!hit) {
          if (outer && !this.partOfName(w, text, outer)) this.unrecognised.push(w);
          continue;
        }
        any = true;
        if (hit.substance.id !== outer?.substance.id) this.take(hit, w, outer ? null : percent, w);
      }
    }
    return any;
  }
  /** The brackets belong to the name: "naphtha (petroleum)", "CI 42090 (Blue 1)", "(R)-p-mentha-1,8-diene". */
  private partOfName(inner: string, text: string, outer: Hit): boolean {
    if (inner.length <= 3 || /^\d/.test(inner)) return true;
    return lookUp(clean(readAmount(text).rest), this.d)?.substance.id === outer.substance.id;
  }

  /** "sodium bicarbonate and citric acid", "aqua / water": only when every part is a name. */
  private parts(full: string, raw: string): boolean {
    const words = full.split(/ and | & | \+ |\//).map((w) => clean(w));
    if (words.length < 2) return false;
    const hits = words.map((w) => {
      const hit = lookUp(w, this.d);
      return hit?.loose && this.hides(w, hit) ? null : hit;
    });
    if (hits.some((h) => !h)) return false;
    hits.forEach((h) => this.take(h!, raw, null, ''));
    return true;
  }

  private near(name: string, raw: string, percent: PercentRange | null): boolean {
    const n = nearest(name, this.d);
    // a known name within a text that is only nearly another one: the rest of it is unknown
    if (!n || (n.distance > 0 && this.holdsName(name))) return false;
    const [worst, ...others] = n.substances;
    // a guess at something harmless settles nothing; one that only undoes the camera's slips does
    if ((n.distance > 0 && this.d.hazard(worst!) < 3) || this.negated.has(raw))
      this.signs.add(`"${raw.slice(0, 40)}" is only nearly a known name`);
    this.ingredients.push({
      substance: worst!.id,
      text: raw,
      classes: [...new Set(n.substances.flatMap((s) => s.classes))],
      percent,
      match: 'near',
      distance: n.distance,
      ...(others.length ? { alsoMaybe: others.map((s) => s.id) } : {}),
    });
    return true;
  }

  /** Names within a longer text. What is around them is not known, so the piece stays unrecognised as well. */
  private scan(full: string, raw: string, percent: PercentRange | null): boolean {
    const words = normaliseName(full).replace(/[():]/g, ' ').split(' ').filter(Boolean).slice(0, 40);
    const left: string[] = [];
    let hits = 0;
    for (let i = 0; i < words.length; i++) {
      let taken = 0;
      for (let n = Math.min(this.d.longest, words.length - i); n >= 1 && !taken; n--) {
        const name = words.slice(i, i + n).join(' ');
        if (name.length < 4) continue;
        const hit = lookUp(name, this.d);
        if (!hit || (hit.loose && this.hides(name, hit))) continue;
        this.take(hit, raw, percent, '');
        hits++;
        taken = n;
      }
      if (taken) i += taken - 1;
      else left.push(words[i]!);
    }
    if (hits > 1 || left.some((w) => nameIn(w))) {
      if (hits) this.unrecognised.push(raw);
    }
    return hits > 0;
  }

  /** The household has the label in its hand: where the text was not read, its word stands. */
  private corrected(id: string | null, raw: string, percent: PercentRange | null): void {
    const s = id ? this.catalogue.substances.get(id) : undefined;
    if (!s) this.unrecognised.push(raw);
    else this.ingredients.push({ substance: s.id, text: raw, classes: [...s.classes], percent, match: 'corrected' });
  }
}

/** Without prefixes, empty brackets, dots in place of a figure, and loose marks at the ends. */
function clean(text: string): string {
  let t = text
    .replace(/\.{2,}\s?%?/g, ' ')
    .replace(/\(\s*[:,]?\s*\)/g, ' ')
    .replace(/\b(?:cas|ec|einecs|index|reach)(?:[ -]?(?:no|nr|number))?\b\.?\s?:?/gi, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  for (let n = 0; n < 3; n++) t = t.replace(PREFIX, '');
  t = t.replace(/^[\s:,;.%-]+|[\s:,;.%-]+$/g, '');
  t = t.replace(/(?:[ ,]+(?:solution|aqueous|anhydrous|technical|pure|w\/w|v\/v|w\/v))+$/i, '');
  return t.trim();
}
/** Something in it may be a name: a word that is not among the plain ones. */
function nameIn(text: string): boolean {
  return (normaliseName(text).match(/[\p{L}][\p{L}\d'-]*/gu) ?? []).some((w) => !PLAIN.has(w));
}

function mergeSame(list: readonly LabelIngredient[]): LabelIngredient[] {
  const out: LabelIngredient[] = [];
  for (const i of list) {
    const same = i.substance ? out.find((o) => o.substance === i.substance) : undefined;
    if (!same) {
      out.push({ ...i });
      continue;
    }
    same.classes = [...new Set([...same.classes, ...i.classes])];
    if (!i.percent || !same.percent) same.percent = null;
    else
      same.percent = { min: Math.min(i.percent.min, same.percent.min), max: Math.max(i.percent.max, same.percent.max) };
  }
  return out;
}
