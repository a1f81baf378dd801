import { bad, ok, type Result } from '../reason';

/** The five figures of a dilution: percents on one basis (g or mL in 100 mL), volumes mL. */
export interface Dilution {
  stock_percent: number;
  wanted_percent: number;
  stock_mL: number;
  water_mL: number;
  final_mL: number;
}
const NAMES: Record<keyof Dilution, string> = {
  stock_percent: 'the strength that you start from',
  wanted_percent: 'the strength in the bottle',
  stock_mL: 'how much of it',
  water_mL: 'how much water',
  final_mL: 'how much in all',
};
const SAME = 1e-6;

/**
 * Any two of the five from the other three: final = stock + water, and stock % × stock = wanted % × final. What is given
 * twice must agree to a millionth. Volumes add up, which holds in water to a per cent or two; alcohol gives up to 4 % less.
 */
export function solveDilution(given: Partial<Dilution>): Result<Dilution> {
  const known: Partial<Dilution> = {};
  for (const key of Object.keys(NAMES) as (keyof Dilution)[]) {
    const x = given[key];
    if (x === undefined) continue;
    const least = key === 'water_mL' || key === 'stock_mL' || key === 'wanted_percent' ? x >= 0 : x > 0;
    if (!Number.isFinite(x) || !least || x > (key.endsWith('percent') ? 100 : 1e9))
      return bad(`/${key}`, `${NAMES[key]} must be a number ${key.endsWith('percent') ? 'up to 100' : 'above 0'}.`);
    known[key] = x;
  }
  let clash: keyof Dilution | null = null;
  const learn = (key: keyof Dilution, x: number): void => {
    if (!Number.isFinite(x)) return;
    const had = known[key];
    if (had === undefined) known[key] = x;
    else if (Math.abs(had - x) > SAME * Math.max(1, Math.abs(had), Math.abs(x))) clash ??= key;
  };
  // each rule gives one figure from others; four rounds carry what is learnt to the end
  for (let round = 0; round < 4 && !clash; round++) {
    const { stock_percent: s, wanted_percent: w, stock_mL: a, water_mL: b, final_mL: v } = known;
    if (a !== undefined && b !== undefined) learn('final_mL', a + b);
    if (v !== undefined && b !== undefined) learn('stock_mL', v - b);
    if (v !== undefined && a !== undefined) learn('water_mL', v - a);
    if (s !== undefined && w !== undefined && v !== undefined) learn('stock_mL', (w * v) / s);
    if (s !== undefined && w !== undefined && a !== undefined && w > 0) learn('final_mL', (s * a) / w);
    if (s !== undefined && w !== undefined && b !== undefined && s > w) learn('stock_mL', (w * b) / (s - w));
    if (s !== undefined && a !== undefined && v !== undefined) learn('wanted_percent', (s * a) / v);
    if (w !== undefined && a !== undefined && v !== undefined && a > 0) learn('stock_percent', (w * v) / a);
  }
  const all = known as Dilution;
  const missing = (Object.keys(NAMES) as (keyof Dilution)[]).filter((k) => known[k] === undefined);
  if (clash) return bad(`/${clash as string}`, `These figures do not fit together: look at ${NAMES[clash]} again.`);
  if (missing.length)
    return bad(
      `/${missing[0]!}`,
      `Say one thing more, for example ${NAMES[missing[0]!]}: three of the five are needed.`,
    );
  if (all.water_mL < -SAME || all.stock_mL < -SAME || all.wanted_percent > all.stock_percent * (1 + SAME))
    return bad(
      '/wanted_percent',
      'Water can only make it weaker: the bottle cannot be stronger than what you start from.',
    );
  if (all.stock_percent > 100 + SAME)
    return bad('/stock_percent', 'That would start from more than 100 %: look at the amounts again.');
  return ok(all);
}

/** A full bottle from what is left in it: what to add of stock and of water. Percents on one basis, volumes mL. */
export function topUp(q: {
  rest_mL: number;
  rest_percent: number;
  full_mL: number;
  wanted_percent: number;
  stock_percent: number;
}): Result<{ stock_mL: number; water_mL: number }> {
  const room = q.full_mL - q.rest_mL;
  if (!(q.rest_mL >= 0 && room > 0)) return bad('/rest_mL', 'The bottle is full already: there is no room to top up.');
  if (!(q.stock_percent > 0)) return bad('/stock_percent', 'Say how strong it is that you top up with.');
  const stock_mL = (q.wanted_percent * q.full_mL - q.rest_percent * q.rest_mL) / q.stock_percent;
  if (stock_mL < 0)
    return bad(
      '/rest_percent',
      'What is left is too strong to be brought down in this bottle: pour it away and make it anew.',
    );
  if (stock_mL > room)
    return bad('/wanted_percent', 'There is no room for as much as it takes: pour the rest away and make it anew.');
  return ok({ stock_mL, water_mL: room - stock_mL });
}

/** How many bottles a container makes, and what is left over; volumes mL. */
export function bottlesFrom(container_mL: number, stock_mL: number): { bottles: number; rest_mL: number } {
  const bottles = stock_mL > 0 ? Math.floor(container_mL / stock_mL + 1e-9) : 0;
  return { bottles, rest_mL: Math.max(0, container_mL - bottles * stock_mL) };
}

/** How strong the stock is, by a test strip held into a dilution of it: ppm (mg/L) of what the strip reads. */
export const stockByStrip = (strip_ppm: number, stock_mL: number, final_mL: number): number =>
  strip_ppm * (final_mL / stock_mL);

/** mL that cover a thing in a basin: its floor, how high the liquid has to stand, and what the thing itself takes up. */
export const soakVolume_mL = (floor_cm2: number, height_cm: number, thing_mL: number): number =>
  Math.max(0, floor_cm2 * height_cm - thing_mL);
