/** Fractions of one sign. */
export const VULGAR: Record<string, number> = {
  '½': 1 / 2,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
  '⅙': 1 / 6,
  '⅕': 1 / 5,
};
/** Numbers as words. */
export const COUNTS: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  twenty: 20,
};
/** What a fraction in words divides by. */
export const FRACTION_WORDS: Record<string, number> = { half: 2, third: 3, quarter: 4, fifth: 5, eighth: 8, tenth: 10 };
const SIGNS = Object.keys(VULGAR).join('');

/** Read `2`, `0,5`, `1 1/2`, `1½`, `½`, `three`, `a half`. Null when it is no number. */
export function parseNumber(text: string): number | null {
  const t = text.trim().toLowerCase().replace(',', '.');
  if (t === '') return null;
  const mixed = new RegExp(`^(\\d+(?:\\.\\d+)?)?\\s*([${SIGNS}])$`).exec(t);
  if (mixed) return Number(mixed[1] ?? 0) + VULGAR[mixed[2]!]!;
  const slash = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(t);
  if (slash && Number(slash[3]) !== 0) return Number(slash[1] ?? 0) + Number(slash[2]) / Number(slash[3]);
  if (/^\d+(\.\d+)?$/.test(t)) return Number(t);
  const part = FRACTION_WORDS[t.replace(/^an? /, '')];
  return part === undefined ? (COUNTS[t] ?? null) : 1 / part;
}

/** Round to significant figures: 12.345 → 12.3 (3). Zero stays zero. */
export function significant(x: number, figures = 3): number {
  return x === 0 || !Number.isFinite(x) ? x : Number(x.toPrecision(figures));
}

/** `1½`, `¼`, `2` for multiples of a quarter; else up to two decimals. */
export function kitchenNumber(x: number): string {
  const whole = Math.floor(x + 1e-9);
  const part = Math.round((x - whole) * 4) / 4;
  const sign = { 0: '', 0.25: '¼', 0.5: '½', 0.75: '¾' }[part];
  if (sign === undefined || Math.abs(whole + part - x) > 1e-6) return String(Number(x.toFixed(2)));
  return (whole ? String(whole) : sign ? '' : '0') + sign;
}
