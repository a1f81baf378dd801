import type { AirLimit, Catalogue, Product, Substance } from '../catalogue';
import { chlorineBound_g, ppmOf } from '../chemistry';
import { bad, ok, type Reason, type Result } from '../reason';

/** Something spilt: a product or a substance, and perhaps what it met. mL of each; m² wetted. */
export interface Spill {
  product?: string;
  substance?: string;
  percent?: number;
  mL: number;
  area_m2?: number;
  with?: { product?: string; substance?: string; percent?: number; mL?: number };
}
export interface AirQuestion {
  gas: string;
  released_g?: number;
  spill?: Spill;
  room_m3: number;
  /** Air changes an hour. */
  ach: number;
  minutes: number;
  mixingFactor?: number;
}
export interface AirAnswer {
  curve: [number, number][];
  peak_ppm: number;
  limits: { name: string; ppm: number; minutesAbove: number; source: string }[];
  safeAfter_min: number | null;
  released_g: number;
  because: Reason[];
}

/** Constant source for a while, then none, in one well-mixed box. Rates in mg/min, time in minutes, mg/m³ out. */
export interface BoxSource {
  instant_mg: number;
  rate_mgPerMin: number;
  until_min: number;
}

/**
 * Concentration (mg/m³) in one well-mixed room at minute t: closed form of V·dC/dt = G − Q·C.
 * Instant release decays as e^(−λt); a constant source tends to G/Q (CDC 2003, Appendix B, the same balance).
 */
export function boxConcentration(t: number, source: BoxSource, room_m3: number, ach: number): number {
  const lambda = ach / 60;
  const decay = (x: number) => Math.exp(-lambda * x);
  let c = (source.instant_mg / room_m3) * decay(t);
  if (source.rate_mgPerMin > 0) {
    const on = Math.min(t, source.until_min);
    const built =
      lambda > 0
        ? (source.rate_mgPerMin / (lambda * room_m3)) * (1 - decay(on))
        : (source.rate_mgPerMin * on) / room_m3;
    c += built * decay(t - on);
  }
  return c;
}

/** Minutes until a purge by `ach` takes a concentration from c1 to c2: −ln(c2/c1)/ACH (CDC 2003, Table B.1). */
export const purgeMinutes = (c1: number, c2: number, ach: number): number => (-Math.log(c2 / c1) / ach) * 60;

/**
 * Gas in a room over time, well mixed: curve, peak, minutes above each published limit, and when it is
 * back under the lowest one (times the mixing factor). An upper bound for an accident; workplace limits
 * for healthy adults, so under the lowest is still "not proven safe".
 */
export function roomAir(q: AirQuestion, catalogue: Catalogue): Result<AirAnswer> {
  const gas = catalogue.substances.get(q.gas);
  const limits = [...catalogue.limits.values()].filter((l) => l.gas === q.gas).sort((a, b) => a.ppm - b.ppm);
  if (!gas?.molarMass)
    return bad('/gas', `"${q.gas}" is no gas that I can follow: name a substance such as chlorine or ammonia.`);
  if (!limits.length)
    return bad('/gas', `No published limit of ${gas.name} is known here, so nothing can be said of it.`);
  for (const [key, low, high] of [
    ['room_m3', 0.5, 10000],
    ['ach', 0, 200],
    ['minutes', 1, 10080],
  ] as const)
    if (!(q[key] >= low && q[key] <= high)) return bad(`/${key}`, `Must be between ${low} and ${high}.`);
  const factor = q.mixingFactor ?? 1;
  if (!(factor >= 1 && factor <= 10)) return bad('/mixingFactor', 'The mixing factor lies between 1 and 10.');
  let source: BoxSource;
  const because: Reason[] = [];
  if (q.released_g !== undefined) {
    if (!(q.released_g > 0 && q.released_g <= 1e5)) return bad('/released_g', 'Grams released must be more than 0.');
    source = { instant_mg: q.released_g * 1000, rate_mgPerMin: 0, until_min: 0 };
    because.push({ text: `${q.released_g} g let go at once.` });
  } else if (q.spill) {
    const s = sourceOfSpill(q.spill, gas, catalogue);
    if (!s.ok) return s;
    source = s.value.source;
    because.push(s.value.because);
  } else return bad('/released_g', 'Say how much: released_g, or a spill.');

  const at = (t: number) => ppmOf(boxConcentration(t, source, q.room_m3, q.ach), gas.molarMass!);
  const steps = Math.min(240, Math.max(24, Math.ceil(q.minutes)));
  const times = new Set<number>([0, source.until_min, q.minutes]);
  for (let i = 0; i <= steps; i++) times.add((i * q.minutes) / steps);
  const curve = [...times]
    .filter((t) => t <= q.minutes)
    .sort((a, b) => a - b)
    .map((t): [number, number] => [t, at(t)]);
  const peakAt = Math.min(source.until_min, q.minutes);
  const peak_ppm = Math.max(at(0), at(peakAt));
  because.push({
    text: 'Well-mixed room: peaks near the spill are higher. Workplace limits for healthy adults; children, asthma and birds react below them.',
    source: 'cdc-2003-table-b1',
  });
  return ok({
    curve,
    peak_ppm,
    limits: limits.map((l) => ({
      name: l.name,
      ppm: l.ppm,
      minutesAbove: minutesAbove(l.ppm, at, source, q.minutes),
      source: l.basis.default,
    })),
    safeAfter_min: safeAfter(limits[0]!, at, source, q.ach, factor),
    released_g: (source.instant_mg + source.rate_mgPerMin * source.until_min) / 1000,
    because,
  });
}

/** The curve rises until the source ends and falls afterwards: two crossings at most. */
function minutesAbove(ppm: number, at: (t: number) => number, s: BoxSource, minutes: number): number {
  const peak = Math.min(s.until_min, minutes);
  if (at(peak) <= ppm && at(0) <= ppm) return 0;
  const start = at(0) > ppm ? 0 : crossing(at, ppm, 0, peak);
  const end = at(minutes) > ppm ? minutes : crossing(at, ppm, minutes, peak);
  return Math.max(0, end - start);
}
function crossing(at: (t: number) => number, ppm: number, below: number, above: number): number {
  for (let i = 0; i < 80; i++) {
    const mid = (below + above) / 2;
    if (at(mid) > ppm) above = mid;
    else below = mid;
  }
  return (below + above) / 2;
}
function safeAfter(
  lowest: AirLimit,
  at: (t: number) => number,
  s: BoxSource,
  ach: number,
  factor: number,
): number | null {
  const c = Math.max(at(0), at(s.until_min));
  if (c <= lowest.ppm) return 0;
  if (ach === 0) return null;
  return (s.until_min + purgeMinutes(at(s.until_min), lowest.ppm, ach)) * factor;
}

/** What a spill lets go of a gas, at the most: all at once, or evaporating at a rate until it is gone. mg, minutes. */
export function sourceOfSpill(
  spill: Spill,
  gas: Substance,
  catalogue: Catalogue,
): Result<{ source: BoxSource; because: Reason }> {
  if (!(spill.mL > 0 && spill.mL <= 1e5)) return bad('/spill/mL', 'Millilitres spilt must be more than 0.');
  const parts = contentsOf(spill, '/spill', catalogue);
  if (!parts.ok) return parts;
  const chlorine_g = parts.value.reduce((g, p) => g + (p.substance.availableChlorine ?? 0) * p.grams, 0);
  // the bound holds for chlorine itself; of what else may form, no amount is known
  if (spill.with && chlorine_g > 0 && gas.boundByAvailableChlorine) {
    const other = contentsOf({ mL: spill.with.mL ?? 1e6, ...spill.with }, '/spill/with', catalogue);
    if (!other.ok) return other;
    const protons =
      spill.with.mL === undefined
        ? Infinity
        : other.value.reduce((n, p) => n + protonsOf(p.substance) * (p.grams / (p.substance.molarMass ?? Infinity)), 0);
    const g = chlorineBound_g(chlorine_g, protons);
    return ok({
      source: { instant_mg: g * 1000, rate_mgPerMin: 0, until_min: 0 },
      because: {
        text: `At most ${g.toFixed(1)} g of gas can come free, all at once. ${g < chlorine_g ? 'The acid is used up first.' : 'The chlorine is used up first.'}`,
        rule: 'R1',
        source: 'stoichiometry',
      },
    });
  }
  const own = parts.value.find((p) => p.substance.id === gas.id);
  if (!own || !gas.vapourPressure_kPa)
    return bad('/spill', `${gas.name} does not come out of that by itself: name what it met ("with"), or another gas.`);
  // Evaporation, common practice: mass-transfer coefficient 0.25 cm/s over still indoor air.
  const area = spill.area_m2 ?? spill.mL / 1000;
  const moleShare = own.moleFraction;
  const rate = ((0.15 * area * gas.vapourPressure_kPa * moleShare * gas.molarMass! * 1000) / (8.314 * 298.15)) * 1000;
  return ok({
    source: { instant_mg: 0, rate_mgPerMin: rate, until_min: (own.grams * 1000) / rate },
    because: {
      text: `It evaporates from ${area.toFixed(2)} m², at most until all ${own.grams.toFixed(1)} g are gone.`,
      source: 'from-memory',
    },
  });
}

interface Part {
  substance: Substance;
  grams: number;
  moleFraction: number;
}
/** Grams of each ingredient at its declared maximum. */
function contentsOf(
  s: { product?: string; substance?: string; percent?: number; mL: number },
  path: string,
  catalogue: Catalogue,
): Result<Part[]> {
  let rows: { substance: string; percent: number }[];
  let density = 1;
  if (s.product !== undefined) {
    const p: Product | undefined = catalogue.products.get(s.product);
    if (!p) return bad(`${path}/product`, `"${s.product}" is not in the catalogue of products.`);
    density = p.density ?? 1;
    // the strength named on the label where one ingredient has it, else the declared maximum
    rows = p.contents.map((c) => ({
      substance: c.substance,
      percent: c.substance === p.strength.substance ? p.strength.percent : c.percent.max,
    }));
  } else if (s.substance !== undefined) rows = [{ substance: s.substance, percent: s.percent ?? 100 }];
  else return bad(path, 'Name a product or a substance.');
  const parts: Part[] = [];
  let moles = 0;
  for (const r of rows) {
    const substance = catalogue.substances.get(r.substance);
    if (!substance) return bad(`${path}/substance`, `"${r.substance}" is not in the catalogue of substances.`);
    // without a product the percent is g/100 mL
    const grams = (s.mL * density * r.percent) / 100;
    const n = grams / (substance.molarMass ?? 200);
    moles += n;
    parts.push({ substance, grams, moleFraction: n });
  }
  if (s.product === undefined && (s.percent ?? 100) < 100) moles += (s.mL * (1 - (s.percent ?? 100) / 100)) / 18.015;
  for (const p of parts) p.moleFraction /= moles;
  return ok(parts);
}
/** mol of H+ that a mole of an acid can give, counting every proton of its systems. */
function protonsOf(s: Substance): number {
  if (!s.acidBase) return 0;
  const held = s.acidBase.parts.reduce((n, p) => n + p.perFormula * p.protonsHeld, 0);
  return Math.max(0, held + s.acidBase.strongAnions - s.acidBase.strongCations);
}
