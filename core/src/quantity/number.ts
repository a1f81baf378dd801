const FRACTIONS: Record<string, number> = { '½': 0.5, '¼': 0.25, '¾': 0.75, '⅓': 1 / 3, '⅔': 2 / 3, '⅛': 0.125 };
const WORDS: Record<string, number> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  half: 0.5,
  quarter: 0.25,
  third: 1 / 3,
};

/** Read `2`, `0,5`, `1 1/2`, `1½`, `½`, `three`, `a half`. Null when it is no number. */
export function parseNumber(text: string): number | null {
  const t = text.trim().toLowerCase().replace(',', '.');
  if (t === '') return null;
  const mixed = /^(\d+(?:\.\d+)?)?\s*([½¼¾⅓⅔⅛])$/.exec(t);
  if (mixed) return Number(mixed[1] ?? 0) + FRACTIONS[mixed[2]!]!;
  const slash = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(t);
  if (slash && Number(slash[3]) !== 0) return Number(slash[1] ?? 0) + Number(slash[2]) / Number(slash[3]);
  if (/^\d+(\.\d+)?$/.test(t)) return Number(t);
  return WORDS[t.replace(/^a (half|quarter|third)$/, '$1')] ?? null;
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
