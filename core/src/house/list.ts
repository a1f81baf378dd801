import { distance } from 'fastest-levenshtein';
import type { Catalogue } from '../catalogue';
import { usualPack } from '../household';
import { parseNumber } from '../quantity';
import type { Thing } from './kit';

/** One piece of a list in plain words: what it was understood as, or what may have been meant. */
export interface Listed {
  /** As it was typed. */
  text: string;
  thing: Thing | null;
  name: string | null;
  /** Where it is not understood: things of like names, the nearest first. */
  perhaps: { item: string; name: string }[];
}

const UNITS: Record<string, [number, 'mL' | 'g']> = {
  ml: [1, 'mL'],
  cl: [10, 'mL'],
  dl: [100, 'mL'],
  l: [1000, 'mL'],
  litre: [1000, 'mL'],
  liter: [1000, 'mL'],
  g: [1, 'g'],
  gram: [1, 'g'],
  kg: [1000, 'g'],
  kilo: [1000, 'g'],
};
const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[½¼¾⅓⅔]|\d+\s*/\s*\d+)`;
const MEASURE = new RegExp(String.raw`(${NUMBER})\s*(ml|cl|dl|l|litres?|liters?|grams?|g|kg|kilos?)\b`, 'i');
const BARE = new RegExp(String.raw`\(\s*(${NUMBER})\s*(ml|cl|l|g|kg)?\s*\)`, 'i');
const LEVEL =
  /^(?:a |an |one )?(half|quarter|third|full|whole|nearly empty|almost empty|empty|new)?\s*(?:a |an |of an? |of )?(bottle|pack|packet|box|tub|jar|can|tin|bag|spray|tube|roll|pair)s?\s+(?:of\s+)?/i;
const FULLNESS: Record<string, number> = {
  half: 0.5,
  quarter: 0.25,
  third: 1 / 3,
  'nearly empty': 0.1,
  'almost empty': 0.1,
  empty: 0,
};
const COUNT = /^(\d{1,3}|an?|one|two|three|four|five|six|seven|eight|nine|ten|a dozen|a pair of|a few)\s*(?:x|×)?\s+/i;
const COUNTS: Record<string, number> = {
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  'a dozen': 12,
  'a pair of': 2,
  'a few': 3,
};
/** A name may differ from what was typed by one letter in five. */
const ALIKE = 5;
const PERHAPS = 4;
/** Farther off than this nothing is offered. */
const LIKE = 0.5;
/** Two things that are as near as that are a question, not an answer. */
const AS_NEAR = 0.12;

const words = (s: string): string[] =>
  s
    .toLowerCase()
    .replace(/[^\p{L}\p{N}%]+/gu, ' ')
    .split(' ')
    .filter((w) => w && !['the', 'of', 'some', 'my', 'and', 'for'].includes(w))
    .map((w) => (w.length > 3 ? w.replace(/(?<=[^s])s$/, '').replace(/(ch|sh|ss|x)es?$/, '$1') : w));

interface Name {
  item: string;
  name: string;
  words: string[];
}
const known = new WeakMap<Catalogue, Name[]>();
function namesOf(c: Catalogue): Name[] {
  let all = known.get(c);
  if (!all)
    known.set(
      c,
      (all = [...c.products.values(), ...c.tools.values()].flatMap((x) =>
        [x.name, ...x.synonyms].map((n) => ({ item: x.id, name: x.name, words: words(n) })),
      )),
    );
  return all;
}
/** 0 = the very name; else how far off, 1 and more not understood. What is nearer wins, of alike the shorter name. */
function far(asked: readonly string[], name: readonly string[]): number {
  const used = new Set<number>();
  let slips = 0;
  let letters = 0;
  for (const a of asked) {
    let best = -1;
    let off = Infinity;
    name.forEach((n, i) => {
      if (used.has(i)) return;
      const d = distance(a, n);
      if (d < off) [best, off] = [i, d];
    });
    letters += a.length;
    if (best < 0 || off > Math.floor(a.length / ALIKE)) slips += a.length;
    else {
      used.add(best);
      slips += off / 2;
    }
  }
  const missing = name.filter((_, i) => !used.has(i)).reduce((n, w) => n + w.length, 0);
  return letters ? slips / letters + (0.3 * missing) / (missing + letters) : 1;
}
/** Above it a word is not understood as that thing. */
const UNDERSTOOD = 0.22;

/**
 * A list in plain words: "2 microfibre cloths, vinegar 1 L, half a bottle of bleach (750), squeegee, washing soda 1 kg".
 * Pieces end at a comma, a semicolon or a line's end. What is not understood is handed back with what may have been
 * meant, and never forced. `own` names of the household are in the catalogue that is handed over.
 */
export function readList(text: string, catalogue: Catalogue): Listed[] {
  return text
    .split(/[\n;]|,(?!\d)/)
    .map((t) => t.trim().replace(/^[-•*]\s*/, ''))
    .filter((t) => /\p{L}/u.test(t))
    .map((piece) => readOne(piece, catalogue));
}
function readOne(piece: string, catalogue: Catalogue): Listed {
  let rest = piece;
  let amount: number | null = null;
  let unit: 'mL' | 'g' | null = null;
  const measure = BARE.exec(rest) ?? MEASURE.exec(rest);
  if (measure) {
    const [scale, in_] = UNITS[(measure[2] ?? 'ml').toLowerCase().replace(/(?<=..)s$/, '')] ?? [1, 'mL'];
    amount = parseNumber(measure[1]!)! * scale;
    unit = measure[2] ? in_ : null;
    rest = rest.replace(measure[0], ' ').trim();
  }
  let count = 1;
  let full = 1;
  const level = LEVEL.exec(rest);
  if (level) {
    full = FULLNESS[level[1]?.toLowerCase() ?? ''] ?? 1;
    rest = rest.slice(level[0].length);
  } else {
    const counted = COUNT.exec(rest);
    if (counted) {
      const n = counted[1]!.toLowerCase();
      count = COUNTS[n] ?? parseNumber(n) ?? 1;
      rest = rest.slice(counted[0].length);
      const of = LEVEL.exec(rest);
      if (of) {
        full = FULLNESS[of[1]?.toLowerCase() ?? ''] ?? 1;
        rest = rest.slice(of[0].length);
      }
    }
  }
  const asked = words(rest);
  const scored = namesOf(catalogue)
    .map((n) => ({ ...n, off: far(asked, n.words) }))
    .sort((a, b) => a.off - b.off || a.words.length - b.words.length);
  const best = scored[0];
  const perhaps = [...new Map(scored.slice(0, 30).map((s) => [s.item, s])).values()]
    .filter((s) => s.off < LIKE)
    .slice(0, PERHAPS)
    .map(({ item, name }) => ({ item, name }));
  const rival = scored.find((s) => s.item !== best?.item);
  if (!asked.length || !best || best.off > UNDERSTOOD || (rival && best.off > 0 && rival.off - best.off < AS_NEAR))
    return { text: piece, thing: null, name: null, perhaps };
  const usual = usualPack(best.item, catalogue);
  if (usual.unit === 'piece')
    return {
      text: piece,
      thing: { item: best.item, onHand: count, pack: { amount: 1, unit: 'piece' } },
      name: best.name,
      perhaps: [],
    };
  const pack = { amount: amount ?? usual.amount, unit: unit ?? usual.unit };
  const onHand = Math.round(pack.amount * full * count * 1000) / 1000;
  return { text: piece, thing: { item: best.item, onHand, pack }, name: best.name, perhaps: [] };
}
