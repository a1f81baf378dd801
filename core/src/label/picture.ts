import { distance as editDistance } from 'fastest-levenshtein';
import type { Catalogue } from '../catalogue';
import { dictionaryOf } from './dictionary';
import { type LabelAnswer, readLabel } from './read';
import { casIsValid, foldName, normaliseName } from './text';

/** A word as a recogniser saw it: 0–100, and where, in pixels of the picture as it was read (x, y, width, height). */
export interface SeenWord {
  text: string;
  confidence: number;
  box: readonly [number, number, number, number];
  /** It lies at the edge of the picture: the rest may lie beyond it. */
  cut?: boolean;
  /** So many letters stand beside it that were seen and not read. */
  missed?: number;
}
/** What was seen on a picture: its lines in reading order. */
export interface Seen {
  lines: readonly (readonly SeenWord[])[];
  width: number;
  height: number;
  /** Height of a small x on the picture as it was taken, px. */
  xHeight?: number;
}
export interface PictureWord extends SeenWord {
  unsure: boolean;
  /** Why, in words; null where it is sure. */
  why: string | null;
  /** The line that it stands in. */
  line: number;
}
export interface PictureAnswer {
  /** What is read, for the label reader: lines joined, slips of the eye mended that cannot mean another thing. */
  text: string;
  words: PictureWord[];
  /** A place is open: no level of it is final. */
  unsure: boolean;
  /** Why nothing could be read, and what to do; null where something was. */
  nothing: string | null;
  label: LabelAnswer;
  /** Its letters are so small that another picture, taken nearer, is worth more than all that can be done with this. */
  nearer?: boolean;
  /** It took too long: only what was read until then. */
  incomplete?: boolean;
  /** The picture as it was read: what the places of words are measured in. */
  width: number;
  height: number;
  /** By how many degrees it was turned so that its lines are level. */
  tilt?: number;
}

/** Names that one letter makes another thing: never sure on one look alone. */
const NEARLY =
  /(?:chlor(?:ite|ate|ide)|sulf(?:ite|ate|ide)|sulph(?:ite|ate|ide)|(?:hydr|per)oxide|nitr(?:ite|ate)|hypochlor\w*|chlorit|chlorat|chlorid|sulfit|sulfat|sulfid|nitrit|nitrat)/i;
/** From here a word that was read twice alike is sure, one of those above only from further up; below this none is. */
const SURE = 70;
const SURE_NEARLY = 88;
const KNOWN_ALONE = 90;
const NEVER = 40;
/** Where as much of two boxes as this is common to both they are of one word. */
const SAME_PLACE = 0.4;
/** Fewer letters than these beside a word are specks. */
const MISSED = 2;
/** From this height of an x, px, a point in a figure is seen; and so sure both looks must be that there is none. */
const CLEAR_PRINT_px = 8;
const CLEAR = 85;
/** Below this height of an x, px, a picture is to be taken nearer. */
const SMALL_PRINT_px = 7;
/** A gap of so many line heights begins something else. */
const APART = 1.9;
const MARKS = /^[\s.,;:()[\]{}"'“”‘’*•·|/\\–—-]+|[\s.,;:()[\]{}"'“”‘’*•·|/\\–—]+$/g;
const bare = (text: string): string => text.replace(MARKS, '');

const common = (a: SeenWord['box'], b: SeenWord['box']): number => {
  const w = Math.min(a[0] + a[2], b[0] + b[2]) - Math.max(a[0], b[0]);
  const h = Math.min(a[1] + a[3], b[1] + b[3]) - Math.max(a[1], b[1]);
  return w <= 0 || h <= 0 ? 0 : (w * h) / Math.min(a[2] * a[3], b[2] * b[3]);
};

/** What an eye confuses and nothing else can be: EUH031 read with a letter, H2O2 with a nought. */
export const mendSlips = (text: string): string =>
  text
    .replace(/\bEUH\s?[O0]{1,2}(?=\d{2}\b)/gi, 'EUH0')
    .replace(/\bH2[O0]2\b/g, 'H2O2')
    .replace(/\bH2[O0]\b/g, 'H2O')
    .replace(/(\d)\s?[°º]\s?\/\s?[o0]\b/g, '$1 %');

/**
 * A figure of which a sign may have been lost: two figures with a gap, where one surely was (`lost`), or tens before a per
 * cent sign, where tenths may have been meant (`bare`).
 */
function doubtfulFigure(words: readonly SeenWord[], i: number): 'lost' | 'bare' | null {
  const text = bare(words[i]!.text);
  const next = words[i + 1]?.text ?? '';
  const percent = /%/.test(words[i]!.text) || /^%/.test(next);
  if (!/\d/.test(text)) return null;
  const figure = text.replace(/%.*$/, '');
  if (
    /^\d+$/.test(figure) &&
    /^\d+([.,]\d+)?\s?%?/.test(next) &&
    (/%/.test(next) || /^%/.test(words[i + 2]?.text ?? ''))
  )
    return 'lost';
  const before = words[i - 1]?.text ?? '';
  if (percent && /^\d+$/.test(bare(before)) && /^\d+$/.test(figure)) return 'lost';
  // a range or a bound says how it is meant; 5, 15, 30 and 100 are those of the detergents regulation
  const tens = percent && /^\d{2,}$/.test(figure) && !/^(?:15|30|100)$/.test(figure);
  return tens && !/[<>≤≥~-]/.test(before + text) ? 'bare' : null;
}

/** Words that belong to a name of the dictionary, by their place in the list, with that name. */
function knownWords(words: readonly SeenWord[], catalogue: Catalogue): Map<number, string> {
  const { byName, longest } = dictionaryOf(catalogue);
  const out = new Map<number, string>();
  for (let i = 0; i < words.length; i++)
    for (let n = Math.min(longest, words.length - i); n >= 1; n--) {
      const name = normaliseName(
        words
          .slice(i, i + n)
          .map((w) => bare(w.text))
          .join(' '),
      );
      if (!name || !byName.has(name)) continue;
      for (let k = i; k < i + n; k++) if (!out.has(k)) out.set(k, name);
      break;
    }
  return out;
}

const apartIn = new WeakMap<Catalogue['substances'], ReadonlySet<string>>();
/**
 * Words of names that one letter makes the name of another substance: citric and nitric acid. Two names are one
 * letter apart where they are the same after one is left out of each at the same place, or of one of them.
 */
function oneLetterApart(catalogue: Catalogue): ReadonlySet<string> {
  let out = apartIn.get(catalogue.substances);
  if (out) return out;
  const { byName } = dictionaryOf(catalogue);
  const shortened = new Map<string, { name: string; substance: string }[]>();
  for (const [name, { substance }] of byName) {
    if (name.length < 4) continue;
    // with a sign where the letter was, and without: a letter for another, and a letter more or less
    const forms = new Set([name]);
    for (let i = 0; i < name.length; i++) {
      forms.add(`${name.slice(0, i)}\u0000${name.slice(i + 1)}`);
      forms.add(name.slice(0, i) + name.slice(i + 1));
    }
    for (const f of forms) {
      const had = shortened.get(f);
      if (had) had.push({ name, substance: substance.id });
      else shortened.set(f, [{ name, substance: substance.id }]);
    }
  }
  const found = new Set<string>();
  for (const [form, list] of shortened) {
    if (new Set(list.map((x) => x.substance)).size < 2) continue;
    // left out of both at other places is two letters
    const whole = form.includes('\u0000') || list.some((x) => x.name === form);
    if (!whole) continue;
    for (const a of list)
      for (const b of list) {
        if (a.substance === b.substance) continue;
        const others = new Set(b.name.split(' '));
        for (const word of a.name.split(' ')) if (!others.has(word)) found.add(word);
      }
  }
  apartIn.set(catalogue.substances, (out = found));
  return out;
}

/** The words in one text: a line runs on into the next unless there is a gap between; a name cut by a hyphen is joined. */
export function textOf(lines: readonly (readonly SeenWord[])[]): string {
  let out = '';
  let last: readonly SeenWord[] | null = null;
  for (const line of lines) {
    if (!line.length) continue;
    const said = line.map((w) => w.text).join(' ');
    if (last) {
      const top = Math.min(...line.map((w) => w.box[1]));
      const bottom = Math.max(...last.map((w) => w.box[1] + w.box[3]));
      const tall = Math.max(...last.map((w) => w.box[3]));
      const apart = top - bottom > APART * tall;
      out = apart ? `${out}\n` : /[a-z]-$/.test(out) ? out.slice(0, -1) : `${out} `;
    }
    out += said;
    last = line;
  }
  return mendSlips(out);
}

/** The text of words of an answer, after some were put right. */
export function textOfWords(words: readonly PictureWord[]): string {
  const lines = new Map<number, PictureWord[]>();
  for (const w of words) lines.set(w.line, [...(lines.get(w.line) ?? []), w]);
  return textOf([...lines].sort(([a], [b]) => a - b).map(([, l]) => l));
}

/** Below so much of it no picture of words. */
const NO_WORDS = 55;

/**
 * A label from what was seen on a picture: words as read, each with its doubt, and what the label reader says of them. A
 * second reading with other settings (`second`) vouches for a word where it says the same. Doubt never changes a word.
 */
export function labelOfPicture(first: Seen, second: Seen | null, catalogue: Catalogue): PictureAnswer {
  const all = first.lines.flat();
  const lineOf = first.lines.flatMap((l, n) => l.map(() => n));
  const others = second?.lines.flat() ?? [];
  const known = knownWords(all, catalogue);
  const apart = oneLetterApart(catalogue);
  const early = endsEarly(first.lines);
  const clear = (first.xHeight ?? 0) >= CLEAR_PRINT_px;
  const words = all.map((w, i): PictureWord => {
    const why = early.has(w)
      ? 'the line ends early: a part of it may be missing'
      : doubtOf(all, i, known.get(i) ?? null, others, second !== null, apart, clear);
    return { ...w, unsure: why !== null, why, line: lineOf[i]! };
  });
  const letters = all.filter((w) => /[\p{L}\p{N}]/u.test(w.text));
  const mean = letters.reduce((s, w) => s + w.confidence, 0) / Math.max(1, letters.length);
  const text = textOf(first.lines);
  const label = readLabel(text, catalogue);
  const read =
    letters.length > 0 &&
    (mean >= NO_WORDS || label.ingredients.some((x) => x.substance !== null && x.match !== 'near'));
  if (!read)
    return {
      text: '',
      words: [],
      unsure: true,
      nothing:
        'No words can be read on it: come nearer, with more light, the label flat and filling the picture. Or type it.',
      label: readLabel('', catalogue),
      width: first.width,
      height: first.height,
    };
  return {
    text,
    words,
    unsure: words.some((w) => w.unsure),
    nothing: null,
    label,
    width: first.width,
    height: first.height,
    ...(first.xHeight !== undefined && first.xHeight < SMALL_PRINT_px ? { nearer: true } : {}),
  };
}

/** Of the lines of a text that runs on so many are full. */
const RUNS_ON = 0.6;
/**
 * Last words of lines that end although the first word of the next had room: torn off, hidden by a light, or not seen.
 * Only where most lines are full, as of a text that runs on; in a list each entry ends its line.
 */
function endsEarly(lines: readonly (readonly SeenWord[])[]): ReadonlySet<SeenWord> {
  const full = lines.filter((l) => l.length > 0);
  const early: SeenWord[] = [];
  const ends = (l: readonly SeenWord[]): number => Math.max(...l.map((w) => w.box[0] + w.box[2]));
  for (let i = 0; i + 1 < full.length; i++) {
    const [line, next] = [full[i]!, full[i + 1]!];
    const last = line.at(-1)!;
    const tall = Math.max(...line.map((w) => w.box[3]));
    // another column begins above
    if (next[0]!.box[1] < last.box[1]) continue;
    const left = Math.min(line[0]!.box[0], next[0]!.box[0]);
    const column = full.filter((l) => l[0]!.box[0] < ends(line) && ends(l) > left);
    const right = Math.max(...column.map(ends));
    if (right - ends(line) > next[0]!.box[2] + 2.5 * tall) early.push(last);
  }
  return new Set(full.length >= 3 && early.length <= (1 - RUNS_ON) * (full.length - 1) ? early : []);
}

/** Of words so long a letter may differ; shorter ones than `SHORT` say nothing of a language. */
const LONG = 7;
const SHORT = 4;
const wordsIn = (text: string): string[] =>
  text
    .split(/[^\p{L}\p{N}]+/u)
    .map((w) => foldName(normaliseName(w)))
    .filter((w) => w.length >= SHORT);
/** Words of a list of ingredients in English that are no names, and look like those of other languages. */
const ENGLISH = 'ingredients contains composition perfume colorant components product danger preservatives';
interface Words {
  english: ReadonlySet<string>;
  /** Of each language those that no English or Latin name has. */
  own: ReadonlyMap<string, ReadonlySet<string>>;
}
const wordsOfLanguages = new WeakMap<Catalogue['substances'], Words>();
function ownWords(catalogue: Catalogue): Words {
  let out = wordsOfLanguages.get(catalogue.substances);
  if (out) return out;
  const english = new Set([
    ...wordsIn(ENGLISH),
    ...[...catalogue.substances.values()].flatMap((s) => [s.name, ...s.synonyms].flatMap(wordsIn)),
  ]);
  const own = new Map(
    [...catalogue.languages.values()].map((l) => {
      const all = [...l.names.flatMap((n) => n.words), ...l.says.map((x) => x.pattern)].flatMap(wordsIn);
      return [l.id, new Set(all.filter((w) => !english.has(w)))] as const;
    }),
  );
  wordsOfLanguages.set(catalogue.substances, (out = { english, own }));
  return out;
}
/**
 * The languages that a text is likeliest in, of those asked for: the one of whose own names and wording it has most, and
 * English beside it, in which half of the names on any label are. None found: English, or the first two that were asked for.
 */
export function likelyLanguages(text: string, asked: readonly string[], catalogue: Catalogue): string[] {
  const said = [...new Set(wordsIn(text))];
  const nearly = (w: string, words: ReadonlySet<string>): boolean =>
    w.length >= LONG && [...words].some((x) => Math.abs(x.length - w.length) <= 1 && editDistance(x, w) <= 1);
  const { english, own } = ownWords(catalogue);
  const scores = asked.flatMap((id) => {
    const words = own.get(id);
    if (!words) return [];
    const score = said.reduce(
      (n, w) => n + (words.has(w) ? w.length : !english.has(w) && nearly(w, words) ? w.length / 2 : 0),
      0,
    );
    return score > 0 ? [{ id, score }] : [];
  });
  const best = scores.sort((x, y) => y.score - x.score)[0];
  const too = asked.includes('en') ? ['en'] : [];
  return best ? [...new Set([best.id, ...too])] : asked.slice(0, too.length && asked[0] === 'en' ? 1 : 2);
}

function doubtOf(
  all: readonly SeenWord[],
  i: number,
  known: string | null,
  others: readonly SeenWord[],
  twice: boolean,
  apart: ReadonlySet<string>,
  clear: boolean,
): string | null {
  const w = all[i]!;
  const text = bare(w.text);
  if (!/[\p{L}\p{N}]/u.test(text)) return null;
  if (w.cut) return 'the edge of the picture may cut it off';
  if ((w.missed ?? 0) >= MISSED) return 'something printed beside it could not be read';
  const figure = doubtfulFigure(all, i);
  if (figure === 'lost') return 'a point or a comma may be missing in it';
  if (/^\d{2,7}-\d{2}-\d$/.test(text)) return casIsValid(text) ? null : 'its check digit does not fit';
  // an accent that one language's data does not know is no other letter
  const plain = (t: string): string => normaliseName(bare(t)).normalize('NFD').replace(/\p{M}/gu, '');
  const twin = others.find(
    (o) => common(w.box, o.box) >= SAME_PLACE && foldName(plain(o.text)) === foldName(plain(text)),
  );
  const same = twin !== undefined && plain(twin.text) === plain(text);
  // a point is seen where print is large, and two looks that are both sure have seen none
  if (figure === 'bare' && !(clear && same && Math.min(w.confidence, twin.confidence) >= CLEAR))
    return 'a point or a comma may be missing in it';
  if (NEARLY.test(text) || apart.has(normaliseName(text))) {
    const agreed = twice ? same && Math.max(w.confidence, twin.confidence) >= SURE_NEARLY : w.confidence >= 96;
    return agreed ? null : 'one letter would make it another substance';
  }
  if (w.confidence < NEVER) return 'hardly readable';
  if (known !== null && (w.confidence >= KNOWN_ALONE || same)) return null;
  if (twice ? same && Math.max(w.confidence, twin.confidence) >= SURE : w.confidence >= 93) return null;
  return twice && !same ? 'read twice, and not alike' : 'not sure of its letters';
}

/** Names of the dictionary that a word, or the words of an entry, are likeliest to mean: at most five, the likest first. */
export function likeliestNames(text: string, catalogue: Catalogue, most = 5): string[] {
  const said = foldName(normaliseName(bare(text)));
  if (said.length < 3) return [];
  const found = new Map<string, number>();
  for (const [name, hit] of dictionaryOf(catalogue).byName) {
    const fold = foldName(name);
    if (Math.abs(fold.length - said.length) > 4) continue;
    const d = editDistance(said, fold);
    if (d > Math.max(2, said.length / 3)) continue;
    const had = found.get(hit.substance.name);
    if (had === undefined || d < had) found.set(hit.substance.name, d);
  }
  return [...found]
    .sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1))
    .slice(0, most)
    .map(([name]) => name);
}
