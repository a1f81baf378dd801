import * as ohm from 'ohm-js';
import type { Measure, Table } from '../catalogue';
import { bad, ok, type Result } from '../reason';
import { COUNTS, FRACTION_WORDS, significant, VULGAR } from './number';
import { RATIO_GRAMMAR } from './ratio-grammar';
import { isVague, type MeasureSystem, unitVolume_mL } from './volume';

/** One way to read a ratio: so many parts of stock to so many parts of water. */
export interface RatioReading {
  form: string;
  partsStock: number;
  partsWater: number;
  /** How it was taken, in words. */
  says: string;
}
/** A strength of what works in it, not a share of the bottle. */
export type Strength = { percent: number } | { ppm: number } | { gPerL: number };
export interface RatioAnswer {
  readings: RatioReading[];
  /** What it asks of the finished mix, where it is a strength; `10 %` may be that or a share of the bottle. */
  strength?: Strength;
  /** Tablets, sachets: so many in so many mL; null where it is the bottle. */
  pieces?: { count: number; in_mL: number | null };
  /** What is measured, mL, where the size of the vessel is not said. */
  amount_mL?: number;
  /** What is still missing, e.g. the size of "the bottle". */
  needs?: ('bottle' | 'stock')[];
  /** A vague measure was taken at its common size. */
  vague?: boolean;
}

/** What was said, before anything is computed. */
type Said =
  | { is: 'half' }
  | { is: 'percent' | 'ppm'; n: number }
  | { is: 'mass'; g: number; of: Volume }
  | { is: 'pieces'; n: number; of: Volume | null }
  | { is: 'parts' | 'plus' | 'in' | 'sides' | 'slash'; a: number; b: number }
  | { is: 'share'; share: number }
  | { is: 'dose'; n: number; unit: string; of: Volume | null; how: 'water' | 'made' | null };
interface Volume {
  n: number;
  unit: string;
}

const GRAMS: Record<string, number> = {
  mg: 0.001,
  milligram: 0.001,
  g: 1,
  gram: 1,
  gramme: 1,
  kg: 1000,
  kilogram: 1000,
};
const singular = (word: string): string => word.replace(/s$/, '');
const optional = (node: ohm.Node): ohm.Node | undefined => node.children[0];
const wholeOf = (n: ohm.Node, volume: ohm.Node): Volume => ({
  n: optional(n) ? (optional(n)!['value'] as number) : 1,
  unit: volume.sourceString,
});
const isWaterName = (name: ohm.Node): boolean => /\bwater$/.test(name.sourceString);

/** Grammar and meaning, made when something is read for the first time. */
function reader(): { grammar: ohm.Grammar; semantics: ohm.Semantics } {
  const grammar = ohm.grammar(RATIO_GRAMMAR);
  const semantics = grammar.createSemantics();
  const digits = (text: string): number => Number(text.replace(/[, ]/g, ''));
  semantics.addAttribute<number>('value', {
    mixed_slashed: (whole, _, part) => digits(whole.sourceString) + part['value'],
    mixed_vulgar: (whole, _, part) => digits(whole.sourceString) + part['value'],
    mixed_spoken: (whole, _1, _2, _3, _4, _5, part) => whole['value'] + part['value'],
    fraction_word: (_a, _s, word) => word['value'],
    fraction_words: (n, _, word) => n['value'] * word['value'],
    slashed: (a, _, b, _space, _letter) => digits(a.sourceString) / digits(b.sourceString),
    vulgar: (sign) => VULGAR[sign.sourceString]!,
    decimal_thousands(_a, _b, _c, _d, _e) {
      return digits(this.sourceString);
    },
    decimal_spaced(_a, _b, _c, _d, _e, _space, _letter) {
      return digits(this.sourceString);
    },
    decimal_point: (whole, _, part) => Number(`${whole.sourceString || '0'}.${part.sourceString}`),
    decimal_whole: (all) => digits(all.sourceString),
    spoken_dozen: (_a, _s, _dozen) => 12,
    spoken_count: (word) => word['value'],
    spoken_an: (_) => 1,
    spoken_a: (_) => 1,
    countWord: (word) => COUNTS[word.sourceString]!,
    fractionWord: (word) => 1 / FRACTION_WORDS[word.sourceString]!,
    fractionWords: (word) => 1 / FRACTION_WORDS[singular(word.sourceString)]!,
    digits: (all) => digits(all.sourceString),
  });
  const sides = (is: 'parts' | 'plus' | 'in' | 'sides' | 'slash', a: ohm.Node, b: ohm.Node): Said => ({
    is,
    a: a['value'] as number,
    b: b['value'] as number,
  });
  semantics.addAttribute<Said>('said', {
    Text: (_lead, said) => said['said'],
    Said_halves: (_x, _t, _e) => ({ is: 'half' }),
    Said_strength: (x, _t, _e) => x['said'],
    Said_pieces: (x, _t, _e) => x['said'],
    Said_plus: (x, _t, _e) => x['said'],
    Said_parts: (x, _t, _e) => x['said'],
    Said_dose: (x, _t, _e) => x['said'],
    Said_amount: (x, _t, _e) => x['said'],
    Said_in: (x, _t, _e) => x['said'],
    Said_sides: (x, _t, _e) => x['said'],
    Said_slash: (x, _t, _e) => x['said'],
    Said_share: (x, _t, _e) => x['said'],
    Strength_percent: (n, _) => ({ is: 'percent', n: n['value'] }),
    Strength_ppm: (n, _) => ({ is: 'ppm', n: n['value'] }),
    Strength_mass: (n, mass, _per, whole, volume, _v, _w) => ({
      is: 'mass',
      g: (n['value'] as number) * (GRAMS[mass.sourceString] ?? GRAMS[singular(mass.sourceString)])!,
      of: wholeOf(whole, volume),
    }),
    Pieces_sized: (n, _some, _p, _name, _per, whole, volume, _v, _w) => ({
      is: 'pieces',
      n: n['value'],
      of: wholeOf(whole, volume),
    }),
    Pieces_unsized: (n, _some, _p, _name, _per, _v, _w) => ({ is: 'pieces', n: n['value'], of: null }),
    Plus: (a, _p, _plus, b, _q) => sides('plus', a, b),
    Parts_both: (a, _p, name, _j, b, _q, _m) => (isWaterName(name) ? sides('parts', b, a) : sides('parts', a, b)),
    Parts_named: (a, _p, name, _j, b, _m) => (isWaterName(name) ? sides('parts', b, a) : sides('parts', a, b)),
    Parts_in: (a, _p, _in, b, _q, _of, _name) => sides('parts', a, b),
    Parts_after: (first, a, _p, _j, _second, b, _q) =>
      isWaterName(first) ? sides('parts', b, a) : sides('parts', a, b),
    In: (a, _p, _in, b, _q) => sides('in', a, b),
    Sides: (a, _p, _sign, b) => sides('sides', a, b),
    Slash: (a, _, b) => sides('slash', a, b),
    Share: (share, _name, _rest) => ({ is: 'share', share: share['value'] }),
    Dose_sized: (n, _some, unit, _name, _per, whole, volume, _v, water) => ({
      is: 'dose',
      n: n['value'],
      unit: unit.sourceString,
      of: wholeOf(whole, volume),
      how: optional(water) ? 'water' : null,
    }),
    Dose_made: (n, _some, unit, _name, _made, whole, volume, _v) => ({
      is: 'dose',
      n: n['value'],
      unit: unit.sourceString,
      of: wholeOf(whole, volume),
      how: 'made',
    }),
    Dose_unsized: (n, _some, unit, _name, _per, _v, _w) => ({
      is: 'dose',
      n: n['value'],
      unit: unit.sourceString,
      of: null,
      how: null,
    }),
    Amount: (n, _some, unit, _name) => ({ is: 'dose', n: n['value'], unit: unit.sourceString, of: null, how: null }),
  });
  semantics.addAttribute<Item>('item', {
    Item_volume: (n, _some, unit, _of, name) => ({
      n: n['value'],
      of: 'volume',
      unit: unit.sourceString,
      name: name.sourceString,
    }),
    Item_mass: (n, mass, _of, name) => ({
      n: (n['value'] as number) * (GRAMS[mass.sourceString] ?? GRAMS[singular(mass.sourceString)])!,
      of: 'mass',
      unit: null,
      name: name.sourceString,
    }),
    Item_parts: (n, _part, _of, name) => ({ n: n['value'], of: 'parts', unit: null, name: name.sourceString }),
    Item_percent: (n, _percent, _of, name) => ({
      n: n['value'] / 100,
      of: 'share',
      unit: null,
      name: name.sourceString,
    }),
    Item_share: (n, _of, name) => ({ n: n['value'], of: 'share', unit: null, name: name.sourceString }),
  });
  return { grammar, semantics };
}
/** So much of something, as a line of a recipe says it: mL of a volume by its unit, grams, parts, a share of the whole. */
interface Item {
  n: number;
  of: 'volume' | 'mass' | 'parts' | 'share';
  unit: string | null;
  name: string;
}
let made: ReturnType<typeof reader> | null = null;

const part = (stock: number, water: number, says: string): RatioReading => {
  const n = significant(water / stock, 4);
  return { form: `1+${n}`, partsStock: 1, partsWater: n, says };
};
const inTotal = (total: number): RatioReading =>
  part(1, total - 1, `one part in ${significant(total, 4)} parts in all`);
const added = (parts: number): RatioReading => part(1, parts, `one part and ${significant(parts, 4)} of water`);
const MOST_PARTS = 1e6;
const LONGEST = 100;
const EXAMPLES = 'try 1:10, 1+9, 1 in 10, 2 %, 20 mL/L or 4 tsp per quart';

/** Lower case, plain signs: a colon is a colon however wide, a dash a dash. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[０-９：]/g, (c) => String.fromCharCode(c.charCodeAt(0) - 0xfee0))
    .replace(/[∶]/g, ':')
    .replace(/[–—−]/g, '-')
    .replace(/[⁄]/g, '/')
    .replace(/\s+/g, ' ')
    .trimEnd();

/** Where reading stopped: the word there. */
function wordAt(text: string, position: number): string | null {
  if (position >= text.length) return null;
  const within = /[\p{L}\p{N}]/u.test(text[position]!);
  const from = within ? Math.max(0, text.slice(0, position).search(/[\p{L}\p{N}]*$/u)) : position;
  return /^([\p{L}\p{N}]+|\S)/u.exec(text.slice(from).trimStart())?.[1] ?? null;
}
const wrong = (message: string): Result<never> => bad('/text', message);

/**
 * Read a ratio as it is said or printed: `1:10`, `1+9`, `1 in 10`, `10 %`, `1000 ppm`, `½ cup per gallon`, `20 mL/L`,
 * `3 drops per bottle`, `50/50`, `2 tablets per litre`. The reading that is taken comes first. "1:10" has two: one part
 * in ten (1+9), one part and ten of water (1+10). A strength (`1000 ppm`, `20 g/L`) is no share of a bottle: it needs
 * the stock. Volumes mL; measures by `system`. A text that is no ratio names the word at which it stops being one.
 */
export function parseRatio(text: string, measures: Table<Measure>, system: MeasureSystem = 'us'): Result<RatioAnswer> {
  if (!text.trim()) return wrong('Write a ratio, for example 1:10, 1+9, 20 mL/L or 4 tsp per quart.');
  if (text.length > LONGEST) return wrong('That is too long for a ratio: write only the ratio, for example 1:10.');
  const t = plain(text);
  if (/ or /.test(t)) return wrong('Those are two ratios: write one of them, without "or".');
  made ??= reader();
  const match = made.grammar.match(t);
  if (match.failed()) {
    const at = wordAt(t, match.getRightmostFailurePosition());
    return wrong(
      at === null
        ? `Something is missing at the end of "${text.trim()}": ${EXAMPLES}.`
        : `"${text.trim()}" is not a ratio I know, from "${at}" on: ${EXAMPLES}.`,
    );
  }
  const said = (made.semantics(match) as unknown as { said: Said }).said;
  const mL = (v: Volume): number => v.n * unitVolume_mL(v.unit, measures, system)!;
  switch (said.is) {
    case 'half':
      return ok({ readings: [part(1, 1, 'half stock, half water')] });
    case 'percent':
      if (!(said.n > 0 && said.n <= 100))
        return wrong(`A share must be more than 0 and at most 100 %, and this is ${said.n}.`);
      return ok({
        readings: [part(said.n, 100 - said.n, 'that share of the whole is stock')],
        strength: { percent: said.n },
      });
    case 'ppm':
      if (!(said.n > 0 && said.n <= 1e6))
        return wrong(`Parts per million are more than 0 and at most 1000000, and this is ${said.n}.`);
      return ok({ readings: [], strength: { ppm: said.n }, needs: ['stock'] });
    case 'mass': {
      const gPerL = (said.g / mL(said.of)) * 1000;
      if (!(gPerL > 0 && gPerL <= 3000))
        return wrong('That is no weight that a litre can hold: check the two amounts.');
      return ok({
        readings: [],
        // milligrams a litre are how ppm is printed, too
        strength:
          gPerL < 0.5 || /^[\d., ]*(mg|milli)/.test(t)
            ? { ppm: significant(gPerL * 1000, 12) }
            : { gPerL: significant(gPerL, 12) },
        needs: ['stock'],
      });
    }
    case 'pieces':
      if (!(said.n > 0)) return wrong('Say how many: at least one.');
      return ok({
        readings: [],
        pieces: { count: said.n, in_mL: said.of ? mL(said.of) : null },
        needs: said.of ? ['stock'] : ['bottle', 'stock'],
      });
    case 'share':
      if (!(said.share > 0 && said.share < 1)) return wrong('A share is more than nothing and less than the whole.');
      return ok({ readings: [part(said.share, 1 - said.share, 'that share of the whole is stock')] });
    case 'dose':
      return readDose(said, mL);
    default:
      return readSides(said);
  }
}

function readSides({ is, a, b }: Extract<Said, { a: number }>): Result<RatioAnswer> {
  // "1 + 0" is neat
  if (!(a > 0 && (b > 0 || is === 'plus')))
    return wrong('Both sides of the ratio must be more than nothing: 0 is none.');
  if (b > 0 && Math.max(a, b) / Math.min(a, b) > MOST_PARTS)
    return wrong(`That is thinner than one in ${MOST_PARTS}: check the ${Math.max(a, b)}.`);
  if (is === 'plus' || is === 'parts')
    return ok({ readings: [part(a, b, `${significant(a, 4)} of stock and ${significant(b, 4)} of water`)] });
  if (is === 'in' || (is === 'slash' && a + b !== 100)) {
    if (b <= a) return wrong(`Write it as "1 in 10": the second number is the whole, so ${b} must be the larger.`);
    return ok({ readings: [inTotal(b / a)] });
  }
  const [small, large] = a <= b ? [a, b] : [b, a];
  if (is === 'slash' || small === large)
    return ok({
      readings: [part(small, large, `${significant(small, 4)} of stock and ${significant(large, 4)} of water`)],
    });
  const both = [inTotal(large / small), added(large / small)];
  // "3:7" and "1:1.5" are so many parts to so many; "1:10" is one in ten first
  const oneIn = Number.isInteger(small) && Number.isInteger(large / small);
  return ok({ readings: oneIn ? both : both.reverse() });
}

function readDose(said: Extract<Said, { is: 'dose' }>, mL: (v: Volume) => number): Result<RatioAnswer> {
  const amount_mL = mL({ n: said.n, unit: said.unit });
  if (!(amount_mL > 0)) return wrong('Say how much: more than 0.');
  const vague = isVague(said.unit) ? { vague: true } : {};
  if (!said.of) return ok({ readings: [], amount_mL, needs: ['bottle'], ...vague });
  const parts = mL(said.of) / amount_mL;
  if (!(parts > 1))
    return wrong(
      `${said.n} ${said.unit} does not go into ${said.of.n} ${said.of.unit} with water beside it: there is more stock than water.`,
    );
  const [into, upTo] = [
    part(1, parts, 'poured into that much water'),
    part(1, parts - 1, 'made up with water to that volume'),
  ];
  const metric = /^(m|c|d)?l|cc|lit|milli/.test(said.of.unit);
  const readings = said.how === 'water' ? [into] : said.how === 'made' ? [upTo] : metric ? [upTo, into] : [into, upTo];
  return ok({ readings, ...vague });
}

/** An amount with the name of what it is of. */
export interface AmountOf {
  n: number;
  /** mL, g, parts, or a share of the whole (0–1). */
  in: 'mL' | 'g' | 'parts' | 'share';
  /** A vague measure was taken at its common size. */
  vague: boolean;
  name: string;
}
/** One line of a recipe: `½ cup of vinegar`, `20 g washing soda`, `1 part alcohol`, `50 % water`. Null where it says no amount. */
export function parseAmount(text: string, measures: Table<Measure>, system: MeasureSystem = 'us'): AmountOf | null {
  if (text.length > LONGEST) return null;
  made ??= reader();
  const match = made.grammar.match(plain(text).trimStart(), 'Item');
  if (match.failed()) return null;
  const { n, of, unit, name } = (made.semantics(match) as unknown as { item: Item }).item;
  if (!(n > 0)) return null;
  const inUnit = { volume: 'mL', mass: 'g', parts: 'parts', share: 'share' } as const;
  const size = unit === null ? 1 : unitVolume_mL(unit, measures, system)!;
  return { n: n * size, in: inUnit[of], vague: unit !== null && isVague(unit), name: name.trim() };
}
