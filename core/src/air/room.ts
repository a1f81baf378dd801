import type { AirLimit, Catalogue, Substance } from '../catalogue';
import { ppmOf } from '../chemistry';
import { bad, ok, type Reason, type Result } from '../reason';
import { gramsOf, freedBound } from './freed';
import { HOT_TIMES, type Vapour, vapourOf } from './vapour';

/** Something spilt: a product or a substance, and perhaps what it met. mL of each; m² wetted. */
export interface Spill {
  product?: string;
  substance?: string;
  percent?: number;
  mL: number;
  area_m2?: number;
  /** In hot water, about 50 °C. */
  hot?: boolean;
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
  /** Null where nobody can promise it: no change of air, or a gas that may cause cancer. */
  safeAfter_min: number | null;
  released_g: number;
  /** A tenth of the lower explosive limit, where the vapour burns, and for how long it is passed. */
  explosive: { ppm: number; minutesAbove: number; source: string } | null;
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
  let most = Infinity;
  const because: Reason[] = [];
  if (q.released_g !== undefined) {
    if (!(q.released_g > 0 && q.released_g <= 1e5)) return bad('/released_g', 'Grams released must be more than 0.');
    source = { instant_mg: q.released_g * 1000, rate_mgPerMin: 0, until_min: 0 };
    because.push({ text: `${q.released_g} g let go at once.` });
  } else if (q.spill) {
    const s = sourceOfSpill(q.spill, gas, catalogue);
    if (!s.ok) return s;
    source = s.value.source;
    most = s.value.saturated_ppm;
    because.push(s.value.because);
  } else return bad('/released_g', 'Say how much: released_g, or a spill.');

  // the air holds no more of a vapour than stands over its liquid
  const at = (t: number) => Math.min(most, ppmOf(boxConcentration(t, source, q.room_m3, q.ach), gas.molarMass!));
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
  const burns = gas.lowerExplosive_percent;
  const tenth = burns === undefined ? null : burns * 1000;
  if (gas.carcinogen)
    because.push({
      text: `${gas.name} may cause cancer (${[gas.carcinogen.iarc && `IARC group ${gas.carcinogen.iarc}`, gas.carcinogen.ntp && `NTP: ${gas.carcinogen.ntp}`].filter(Boolean).join('; ')}): no time is promised after which it is safe.`,
      source: gas.basis['carcinogen'] ?? gas.basis.default,
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
    safeAfter_min: gas.carcinogen ? null : safeAfter(limits[0]!, at, source, q.ach, factor),
    explosive:
      tenth === null
        ? null
        : {
            ppm: tenth,
            minutesAbove: minutesAbove(tenth, at, source, q.minutes),
            source: gas.basis['lowerExplosive_percent'] ?? gas.basis.default,
          },
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
): Result<{ source: BoxSource; because: Reason; saturated_ppm: number }> {
  if (!(spill.mL > 0 && spill.mL <= 1e5)) return bad('/spill/mL', 'Millilitres spilt must be more than 0.');
  const parts = gramsOf(spill, '/spill', catalogue);
  if (!parts.ok) return parts;
  if (spill.with) {
    const other = gramsOf({ ...spill.with, mL: spill.with.mL ?? 1e6 }, '/spill/with', catalogue);
    if (!other.ok) return other;
    const bound = freedBound(parts.value, other.value, gas, catalogue, spill.with.mL === undefined ? 'b' : null);
    if (bound)
      return ok({
        source: { instant_mg: bound.grams * 1000, rate_mgPerMin: 0, until_min: 0 },
        because: {
          text: `At most ${bound.grams.toFixed(1)} g of gas can come free, all at once. ${bound.because}`,
          ...(bound.rule ? { rule: bound.rule } : {}),
          source: bound.source,
        },
        saturated_ppm: Infinity,
      });
  }
  const own = parts.value.find((p) => p.substance.id === gas.id);
  const vapour = own && vapourOf(own, catalogue);
  if (!own || !vapour)
    return bad(
      '/spill',
      own
        ? `How much ${gas.name} stands over that is not known, so no amount is told.`
        : `${gas.name} does not come out of that by itself: name what it met ("with"), or another gas. Where no amount can be bounded, none is told.`,
    );
  const hot = spill.hot ? HOT_TIMES : 1;
  const kPa = Math.min(vapour.kPa * hot, ATMOSPHERE_KPA);
  // Evaporation, common practice: mass-transfer coefficient 0.25 cm/s over still indoor air.
  const area = spill.area_m2 ?? spill.mL / 1000;
  const rate = ((0.15 * area * kPa * gas.molarMass! * 1000) / (8.314 * 298.15)) * 1000;
  return ok({
    source: { instant_mg: 0, rate_mgPerMin: rate, until_min: (own.grams * 1000) / rate },
    because: {
      text: `It evaporates from ${area.toFixed(2)} m², at most until all ${own.grams.toFixed(1)} g are gone: ${HOW[vapour.how]} ${Number(kPa.toPrecision(3))} kPa${spill.hot ? ', hot' : ''}. Wiped, sprayed or in a draught it is faster.`,
      source: vapour.source,
    },
    saturated_ppm: (kPa / ATMOSPHERE_KPA) * 1e6,
  });
}
const ATMOSPHERE_KPA = 101.325;
const HOW: Record<Vapour['how'], string> = {
  solution: 'over this solution in water stand',
  neat: 'over the neat liquid stand',
  emulsion: 'it does not dissolve in water and counts in full,',
  mixture: 'over its share of the mixture stand',
};
