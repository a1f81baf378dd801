/** A share by mass as a label states it, in percent. */
export interface PercentRange {
  min: number;
  max: number;
}
export interface Amount {
  percent: PercentRange | null;
  /** What is left of the text when the figure is taken out. */
  rest: string;
  /** A figure stands there and makes no sense: what to change. */
  wrong?: string;
}

const BELOW = String.raw`<\s?=?|≤|less than|not more than|at most|up to|under|max(?:imum|\.)?|no more than`;
const ABOVE = String.raw`>\s?=?|≥|more than|at least|not less than|over|min(?:imum|\.)?`;
const NEAR = String.raw`~|≈|about|approx(?:imately|\.)?|ca\.?|between|from|of`;
const NUM = String.raw`(-?\d{1,4}(?:[.,]\d{1,6})?)`;
const UNIT = String.raw`(?:%|per ?cent\b|(?:gew|wt|vol)\.?[ -]?%)`;
const MORE = String.raw`(?:or|and) (?:more|over|above|higher)`;
const TO = String.raw`-|to|and|up to|but|or over but`;
const AFTER = String.raw`(?:\(?\s?(?:w\s?\/\s?w|v\s?\/\s?v|w\s?\/\s?v|m\s?\/\s?m|by (?:volume|weight|mass|wt|vol))\s?\)?)`;
/** One comparator, a figure, perhaps a second one, and the unit. All parts are bounded: no text can make it slow. */
const AMOUNT = new RegExp(
  String.raw`(?:(${BELOW})|(${ABOVE})|(?:${NEAR}))?\s{0,3}(?<![\d.,a-z])${NUM}\s{0,3}${UNIT}?\s{0,2}(${MORE})?(?:\s{0,2}(?:${TO})\s{0,3}(${BELOW}|${ABOVE})?\s{0,3}${NUM})?\s{0,3}${UNIT}(?:\s{0,2}${AFTER})?(?:\s{0,2}(${MORE}))?`,
  'i',
);
/** In a row of a data sheet the percent sign may be missing. */
const BARE = new RegExp(
  String.raw`(${BELOW}|${ABOVE})?\s{0,3}(?<![\d.,a-z-])(\d{1,3}(?:[.,]\d{1,4})?)\s{0,2}-\s{0,2}(?:${BELOW})?\s{0,2}(\d{1,3}(?:[.,]\d{1,4})?)(?![\d-])`,
  'i',
);

const number = (t: string): number => Number(t.replace(',', '.'));

/** Amounts by weight or volume as percents: `4.5 g per 100 g`, `50 g/L`, `400 mg/L`, `500 ppm` (a litre as a kilogram). */
export function inPercent(text: string): string {
  const per100 = /\b100 ?(?:g|ml) (?:of (?:the )?product )?contains?\b/i.test(text);
  const say = (n: number): string => `${Number(n.toPrecision(6))} %`;
  // 10 volumes of oxygen are 3 % of hydrogen peroxide (pharmacopoeia)
  const volumes = /peroxide|oxyg[ée]n[ée]e|oxigenada|peroxid\b/i.test(text);
  let t = (
    volumes
      ? text.replace(/(\d{1,3}) ?vol(?:umes?)?\b(?!\.? ?-?%)\.?/gi, (_m, n: string) => say(number(n) * 0.3))
      : text
  )
    .replace(/(\d{1,4}(?:[.,]\d{1,4})?) ?g ?(?:per|\/) ?100 ?(?:g|ml)\b/gi, (_m, n: string) => say(number(n)))
    .replace(/(\d{1,5}(?:[.,]\d{1,4})?) ?g ?\/ ?(?:l|kg)\b/gi, (_m, n: string) => say(number(n) / 10))
    .replace(/(\d{1,7}(?:[.,]\d{1,4})?) ?(?:mg ?\/ ?(?:l|kg)|ppm)\b/gi, (_m, n: string) => say(number(n) / 10000));
  if (per100)
    t = t
      .replace(/\b100 ?(?:g|ml) (?:of (?:the )?product )?contains?\b ?:?/gi, ' ')
      .replace(/(\d{1,3}(?:[.,]\d{1,4})?) ?g\b/gi, (_m, n: string) => say(number(n)));
  return t;
}

/**
 * The percent range in a piece of label text, and the text without it. A figure below nothing or above
 * everything is not believed: the percent is null, which counts as the highest, and `wrong` says what to change.
 * Of two figures the wider range stands.
 */
export function readAmount(text: string, bare = false): Amount {
  const first = readOne(text, bare);
  if (!first.percent) return first;
  const next = readOne(first.rest, false);
  if (!next.percent) return next.wrong ? { percent: null, rest: next.rest, wrong: next.wrong } : first;
  const percent = {
    min: Math.min(first.percent.min, next.percent.min),
    max: Math.max(first.percent.max, next.percent.max),
  };
  return { percent, rest: next.rest };
}

function readOne(text: string, bare: boolean): Amount {
  const t = text.replace(/[‐‑‒–—−]/g, '-');
  let m = AMOUNT.exec(t);
  let min: number, max: number;
  if (m) {
    const [, below, above, first, more, , second, more2] = m;
    const a = number(first!);
    if (second !== undefined) [min, max] = [a, number(second)];
    else if (below) [min, max] = [0, a];
    else if (above || more || more2) [min, max] = [a, 100];
    else [min, max] = [a, a];
  } else if (bare && (m = BARE.exec(t))) [min, max] = [number(m[2]!), number(m[3]!)];
  else return { percent: null, rest: text };
  const rest = `${t.slice(0, m.index)} ${t.slice(m.index + m[0].length)}`;
  // "≤ 0 %" claims that there is none: of something that is named there is some
  if (min < 0 || max <= 0)
    return { percent: null, rest, wrong: `"${m[0].trim()}": an amount is more than 0 %. Check the figure.` };
  if (max > 100 || min > 100)
    return { percent: null, rest, wrong: `"${m[0].trim()}" is more than the whole. Check the figure.` };
  if (min > max) return { percent: null, rest, wrong: `"${m[0].trim()}" runs from more to less. Check the figures.` };
  return { percent: { min, max }, rest };
}
