import type { Measure, Table } from '../catalogue';
import { bad, ok, type Result } from '../reason';
import { parseNumber, significant } from './number';
import { isVague, type MeasureSystem, unitVolume_mL } from './volume';

/** One way to read a ratio: so many parts of stock to so many parts of water. */
export interface RatioReading {
  form: string;
  partsStock: number;
  partsWater: number;
  /** How it was taken, in words. */
  says: string;
}
export interface RatioAnswer {
  readings: RatioReading[];
  /** What is still missing, e.g. the size of "the bottle". */
  needs?: string[];
  /** A vague measure was taken at its common size. */
  vague?: boolean;
}

const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?\s*[½¼¾⅓⅔⅛]?|\d+/\d+|[½¼¾⅓⅔⅛]|an?|half an?|half|one|two|three|four|five)`;
const reading = (partsWater: number, says: string): RatioReading => {
  const n = significant(partsWater, 4);
  return { form: `1+${n}`, partsStock: 1, partsWater: n, says };
};
const inTotal = (total: number): RatioReading =>
  reading(total - 1, `one part in ${significant(total, 4)} parts in all`);

/**
 * Read a ratio as spoken or printed: `1:10`, `1+9`, `1 in 10`, `10%`, `5000 ppm`, `½ cup per gallon`,
 * `20 mL/L`, `3 drops per bottle`, `50/50`. The default reading comes first. "1:10" has two: one part
 * in ten (1+9), one part to ten of water (1+10).
 */
export function parseRatio(text: string, measures: Table<Measure>, system: MeasureSystem = 'us'): Result<RatioAnswer> {
  const t = text.trim().toLowerCase().replace(/\s+/g, ' ');
  if (!t) return bad('/text', 'Write a ratio, for example 1:10, 1+9, 20 mL/L or 4 tsp per quart.');
  if (t.length > 100) return bad('/text', 'That is too long for a ratio: write only the ratio, for example 1:10.');
  let m = /^(\d+(?:[.,]\d+)?)\s*\+\s*(\d+(?:[.,]\d+)?)$/.exec(t);
  if (m) {
    const [a, b] = [parseNumber(m[1]!)!, parseNumber(m[2]!)!];
    if (a <= 0) return bad('/text', 'The first part must be more than nothing.');
    return ok({ readings: [reading(b / a, `${m[1]} part of stock and ${m[2]} of water`)] });
  }
  m = /^(\d+(?:[.,]\d+)?)\s*(?::|to)\s*(\d+(?:[.,]\d+)?)$/.exec(t);
  if (m) {
    const [a, b] = [parseNumber(m[1]!)!, parseNumber(m[2]!)!];
    if (a <= 0 || b <= 0) return bad('/text', 'Both sides of the ratio must be more than nothing.');
    const [small, large] = a <= b ? [a, b] : [b, a];
    const added = reading(large / small, `one part and ${significant(large / small, 4)} of water`);
    if (large === small) return ok({ readings: [added] });
    return ok({ readings: [inTotal(large / small), added] });
  }
  m = /^(\d+(?:[.,]\d+)?) (?:part )?in (\d+(?:[.,]\d+)?)$/.exec(t);
  if (m) {
    const [a, b] = [parseNumber(m[1]!)!, parseNumber(m[2]!)!];
    if (a <= 0 || b <= a)
      return bad('/text', 'Write it as "1 in 10": the second number is the whole, so it must be the larger.');
    return ok({ readings: [inTotal(b / a)] });
  }
  if (/^(50\s*\/\s*50|half and half|half ?\/ ?half)$/.test(t))
    return ok({ readings: [reading(1, 'half stock, half water')] });
  m = /^(\d+(?:[.,]\d+)?)\s*(%|percent|per cent|ppm)$/.exec(t);
  if (m) {
    const share = parseNumber(m[1]!)! / (m[2] === 'ppm' ? 1e6 : 100);
    if (share <= 0 || share > 1) return bad('/text', 'A share must be more than 0 and at most 100 %.');
    return ok({ readings: [reading(1 / share - 1, 'that share of the whole is stock')] });
  }
  m = new RegExp(
    String.raw`^(${NUMBER}) ?([a-z. ]+?) ?(?:/|per|in|to|for)(?: (?=\S))?(?:every )?(${NUMBER})? ?([a-z. ]+?)(?: of water)?$`,
  ).exec(t);
  if (m) {
    const amount = parseNumber(m[1]!.replace(/^half an?$/, 'half'));
    const stockUnit = unitVolume_mL(m[2]!, measures, system);
    const whole = m[3] ? parseNumber(m[3]) : 1;
    const vague = isVague(m[2]!);
    if (amount !== null && stockUnit !== null && whole !== null && amount > 0 && whole > 0) {
      const waterUnit = unitVolume_mL(m[4]!, measures, system);
      if (waterUnit === null && /^(the )?(bottle|sprayer|bucket|jug|tank|sink|basin)$/.test(m[4]!.trim()))
        return ok({ readings: [], needs: ['bottle'], vague });
      if (waterUnit !== null) {
        const parts = (whole * waterUnit) / (amount * stockUnit);
        const made = reading(parts - 1, 'made up with water to that volume');
        const added = reading(parts, 'poured into that much water');
        const metric = /^m?l$|lit/.test(m[4]!.trim());
        if (parts <= 1) return bad('/text', 'There is more stock than water in that: check the two amounts.');
        return ok({ readings: metric ? [made, added] : [added, made], ...(vague ? { vague } : {}) });
      }
    }
  }
  return bad(
    '/text',
    `"${text.trim().slice(0, 40)}" is not a ratio I know: try 1:10, 1+9, 1 in 10, 2 %, 20 mL/L or 4 tsp per quart.`,
  );
}
