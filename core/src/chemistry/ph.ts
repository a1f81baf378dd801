import type { AcidBaseSystem, Substance, Table } from '../catalogue';
import { bad, ok, type Result } from '../reason';

/** How much of a substance is dissolved. */
export interface Solute {
  substance: string;
  molPerL: number;
}
export type Activity = 'ideal' | 'davies';
export interface PhOptions {
  temperatureC?: number;
  activity?: Activity;
}
export interface PhAnswer {
  pH: number;
  /** mol/L of each species, ASCII names. */
  species: { name: string; molPerL: number }[];
  ionicStrength: number;
  activity: Activity;
  notes: string[];
}

/** pKa of HOCl. Morris 1966, J. Phys. Chem. 70:3798; T in °C, fitted for 5 to 35. */
export function hoclPka(temperatureC: number): number {
  const T = temperatureC + 273.15;
  return 3000 / T - 10.0686 + 0.0253 * T;
}
/** Share of free chlorine that is HOCl at a pH, 0–1. */
export const hoclFraction = (pH: number, temperatureC = 25): number => 1 / (1 + 10 ** (pH - hoclPka(temperatureC)));

/** pKw: 14.0 at 25 °C, moved by Harned and Owen's fit (4470.99/T − 6.0875 + 0.01706·T). */
export function waterPkw(temperatureC: number): number {
  const fit = (T: number) => 4470.99 / T - 6.0875 + 0.01706 * T;
  return 14.0 + fit(temperatureC + 273.15) - fit(298.15);
}

interface Pool {
  system: AcidBaseSystem;
  molPerL: number;
  pKa: number[];
  Ka: number[];
  /** How many of it, the constant, the charge and the name of each polymer. */
  polymers: { of: number; K: number; charge: number; name: string }[];
  /** What of each form is held by sodium, per mol of it that is free: the constant times free sodium. */
  held: number[];
}
const polymersOf = (s: AcidBaseSystem, gammaA = 0): Pool['polymers'] =>
  (s.polymers ?? []).map((p) => ({
    of: p.of,
    // n HA(0) ⇌ P(z) + H+: the charges on the right
    K: 10 ** (p.logK - gammaA * (p.charge ** 2 + 1)),
    charge: p.charge,
    name: p.name,
  }));
/** Constants of the pairs with sodium, one a form, at that activity. */
const pairsOf = (s: AcidBaseSystem, gammaA: number): number[] =>
  s.species.map((name, n) => {
    const pair = s.pairs?.find((x) => x.species === name);
    const z = s.fullCharge - n;
    return pair ? 10 ** (pair.logK + gammaA * (1 + z ** 2 - (z + 1) ** 2)) : 0;
  });
const constants = (pKa: readonly number[]): number[] => pKa.map((k) => 10 ** -k);

/** log10 γ per z² by Davies with 0.3; 0 when ideal. I in mol/L, held at 0.5 where the fit ends. */
function daviesA(ionicStrength: number): number {
  const I = Math.min(ionicStrength, 0.5);
  const s = Math.sqrt(I);
  return -0.509 * (s / (1 + s) - 0.3 * I);
}

/**
 * Shares of the protonation states of a system at [H+] = h, most protonated first: 1, Ka1/h, Ka1·Ka2/h² …, over their
 * sum; each with what sodium holds of it. The most protonated form is never held (kept by the catalogue's tests).
 */
function shares(Ka: readonly number[], h: number, held: readonly number[] = []): number[] {
  const w = [1];
  let term = 1;
  let sum = 1;
  for (const [n, k] of Ka.entries()) {
    term *= k / h;
    const one = term * (1 + (held[n + 1] ?? 0));
    w.push(one);
    sum += one;
  }
  return w.map((x) => x / sum);
}
const HALVINGS = 40;
/** mol/L of sodium that is held in pairs, at [H+] = h. */
const heldIn = (p: Pool, h: number): number =>
  monomersOf(p, h) * shares(p.Ka, h, p.held).reduce((n, f, i) => n + (f * p.held[i]!) / (1 + p.held[i]!), 0);
/** Free sodium: total less what is held, which rises with what is free; halved to 1e-12 of the total. */
function freeSodium(pools: readonly Pool[], pairs: readonly number[][], total: number, h: number): number {
  let [lo, hi] = [0, total];
  for (let i = 0; i < HALVINGS; i++) {
    const na = (lo + hi) / 2;
    const held = pools.reduce((n, p, i) => n + heldIn({ ...p, held: pairs[i]!.map((k) => k * na) }, h), 0);
    if (na + held > total) hi = na;
    else lo = na;
  }
  return (lo + hi) / 2;
}

/** mol/L that is left as monomer of all kinds at [H+] = h, where some of it stands in polymers. */
function monomersOf(p: Pool, h: number): number {
  if (p.molPerL === 0 || !p.polymers.length) return p.molPerL;
  const protonated = shares(p.Ka, h, p.held)[0]!;
  // m + Σ n·K·(m·protonated)^n / h = total rises and bends upwards: Newton from the right meets the one root
  let m = p.molPerL;
  for (let i = 0; i < 60; i++) {
    let f = m - p.molPerL;
    let slope = 1;
    for (const y of p.polymers) {
      const each = (y.of * y.K * (m * protonated) ** y.of) / h;
      f += each;
      slope += (y.of * each) / m;
    }
    const step = f / slope;
    m -= step;
    if (Math.abs(step) < 1e-14 * p.molPerL) break;
  }
  return m;
}
/** mol/L of each polymer. */
function polymersAt(p: Pool, h: number): { name: string; molPerL: number; charge: number }[] {
  if (!p.polymers.length) return [];
  const free = monomersOf(p, h) * shares(p.Ka, h, p.held)[0]!;
  return p.polymers.map((y) => ({ name: y.name, molPerL: (y.K * free ** y.of) / h, charge: y.charge }));
}

/** Mean charge of a system at [H+] = h, times its amount. */
function chargeOf(p: Pool, h: number): number {
  let term = 1;
  let z = p.system.fullCharge;
  let sum = 1;
  let q = z;
  // what sodium holds keeps its own charge here: sodium is counted whole with the strong cations
  for (let n = 0; n < p.Ka.length; n++) {
    term *= p.Ka[n]! / h;
    z -= 1;
    const one = p.held.length ? term * (1 + p.held[n + 1]!) : term;
    sum += one;
    q += one * z;
  }
  const charge = (monomersOf(p, h) * q) / sum;
  return p.polymers.length ? polymersAt(p, h).reduce((sum, y) => sum + y.molPerL * y.charge, charge) : charge;
}

/**
 * pH of dissolved acids, bases and salts by charge balance over all acid–base systems, found by
 * bracketing: the balance falls strictly with pH, so there is exactly one root.
 * Ideal unless `activity` is `davies`; ideal leaves out the polymers of borate and what sodium holds too, as textbook figures do. Substances without acid–base data are refused when their class
 * says that they matter, else counted as spectators. Concentrations in mol/L.
 */
export function solvePh(
  solutes: readonly Solute[],
  substances: Table<Substance>,
  systems: Table<AcidBaseSystem>,
  options: PhOptions = {},
): Result<PhAnswer> {
  const temperatureC = options.temperatureC ?? 25;
  const activity = options.activity ?? 'ideal';
  const amounts = new Map<string, number>();
  const spectators: { name: string; molPerL: number }[] = [];
  let strong = 0;
  let spectatorIons = 0;
  // potassium is held a little less than sodium, and counts as it
  let cations = 0;
  for (const [i, s] of solutes.entries()) {
    const sub = substances.get(s.substance);
    if (!sub) return bad(`/solutes/${i}/substance`, `"${s.substance}" is not in the catalogue of substances.`);
    if (!(s.molPerL >= 0) || s.molPerL > 60)
      return bad(`/solutes/${i}/molPerL`, 'The amount must be between 0 and 60 mol/L.');
    if (!sub.acidBase) {
      if (sub.classes.some((c) => ACID_BASE_CLASSES.has(c)))
        return bad(
          `/solutes/${i}/substance`,
          `The acid strength of ${sub.name} is not known here, so no pH can be given with it.`,
        );
      spectators.push({ name: sub.name, molPerL: s.molPerL });
      continue;
    }
    for (const p of sub.acidBase.parts) amounts.set(p.system, (amounts.get(p.system) ?? 0) + p.perFormula * s.molPerL);
    strong += (sub.acidBase.strongCations - sub.acidBase.strongAnions) * s.molPerL;
    cations += sub.acidBase.strongCations * s.molPerL;
    spectatorIons += (sub.acidBase.strongCations + sub.acidBase.strongAnions) * s.molPerL;
  }
  const thermo: Pool[] = [...amounts].map(([id, molPerL]) => {
    const system = systems.get(id)!;
    const pKa = system.followsTemperature ? [hoclPka(temperatureC)] : system.pKa;
    return { system, molPerL, pKa, Ka: constants(pKa), polymers: [], held: [] };
  });
  const pKw = waterPkw(temperatureC);

  let I = 0;
  let gammaA = 0;
  let h = 1e-7;
  let pools = thermo;
  let sodium = cations;
  let kw = 10 ** -pKw;
  for (let round = 0; round < (activity === 'davies' ? 40 : 1); round++) {
    if (activity === 'davies') {
      gammaA = daviesA(I);
      // concentration constant: pKa' = pKa + A·(z_acid² − z_base² − 1)·… for HA(z) ⇌ H+ + A(z−1)
      pools = thermo.map((p) => {
        const pKa = p.pKa.map((k, n) => {
          const z = p.system.fullCharge - n;
          return k + gammaA * ((z - 1) ** 2 + 1 - z ** 2);
        });
        const held = pairsOf(p.system, gammaA).map((k) => k * sodium);
        return { ...p, pKa, Ka: constants(pKa), polymers: polymersOf(p.system, gammaA), held };
      });
      kw = 10 ** -(pKw + 2 * gammaA);
    }
    h = root((x) => balance(x, pools, strong, kw));
    const next = ionicStrength(h, pools, kw, spectatorIons);
    const moved = Math.abs(next - I);
    I = next;
    if (activity === 'ideal') break;
    const pairs = pools.map((p) => pairsOf(p.system, gammaA));
    const free = freeSodium(pools, pairs, cations, h);
    if (moved < 1e-10 && Math.abs(free - sodium) < 1e-10) break;
    sodium = free;
  }
  const notes: string[] = [];
  if (temperatureC !== 25) {
    const fixed = thermo.filter((p) => !p.system.followsTemperature).map((p) => p.system.name);
    notes.push(
      fixed.length
        ? `Water and HOCl follow the temperature; these stay at 25 °C: ${fixed.join(', ')}.`
        : 'Water and HOCl follow the temperature.',
    );
  }
  if (I > ABOUT_FROM) notes.push('About: at this strength the salts themselves move it by some tenths.');
  if (activity === 'davies' && I > 0.5) notes.push('Stronger than Davies is good for (0.5 mol/L): a rough figure.');
  const gammaH = activity === 'davies' ? 10 ** gammaA : 1;
  return ok({
    pH: -Math.log10(h * gammaH),
    species: [
      { name: 'H+', molPerL: h },
      { name: 'OH-', molPerL: kw / h },
      ...pools.flatMap((p) => {
        const mono = monomersOf(p, h);
        return [
          // with what sodium holds of it
          ...shares(p.Ka, h, p.held).map((f, n) => ({ name: p.system.species[n]!, molPerL: f * mono })),
          ...polymersAt(p, h).map(({ name, molPerL }) => ({ name, molPerL })),
        ];
      }),
      ...spectators,
    ],
    ionicStrength: I,
    activity,
    notes,
  });
}

/** Ionic strength, mol/L, above which published data differ among themselves by tenths of a pH. */
export const ABOUT_FROM = 0.5;
/** Classes whose pH matters: without their constants no pH is given at all. */
export const ACID_BASE_CLASSES: ReadonlySet<string> = new Set([
  'strong-mineral-acid',
  'organic-acid',
  'acid-salt',
  'fluoride-acid',
  'caustic',
  'mild-alkali',
  'ammonia',
  'amine',
  'builder',
  'soap',
  'hydrochloric',
]);

function balance(h: number, pools: readonly Pool[], strong: number, kw: number): number {
  let q = strong + h - kw / h;
  for (const p of pools) q += chargeOf(p, h);
  return q;
}

function ionicStrength(h: number, pools: readonly Pool[], kw: number, spectatorIons: number): number {
  let s = h + kw / h + spectatorIons;
  for (const p of pools) {
    const mono = monomersOf(p, h);
    shares(p.Ka, h, p.held).forEach((f, n) => {
      const z = p.system.fullCharge - n;
      const paired = (p.held[n] ?? 0) / (1 + (p.held[n] ?? 0));
      // of a pair, sodium is already among the spectators
      s += mono * f * ((1 - paired) * z ** 2 + paired * ((z + 1) ** 2 - 1));
    });
    for (const y of polymersAt(p, h)) s += y.molPerL * y.charge ** 2;
  }
  return s / 2;
}

/**
 * Titratable reserve to pH 7 in mol/L: negative for acid, positive for alkali. Substances without
 * acid–base data count nothing here; callers that must be safe look at their class first.
 */
export function titratable(
  solutes: readonly Solute[],
  substances: Table<Substance>,
  systems: Table<AcidBaseSystem>,
): number {
  let q = 0;
  for (const s of solutes) {
    const ab = substances.get(s.substance)?.acidBase;
    if (!ab) continue;
    q += (ab.strongCations - ab.strongAnions) * s.molPerL;
    for (const p of ab.parts) {
      const system = systems.get(p.system)!;
      shares(constants(system.pKa), 1e-7).forEach(
        (f, n) => (q += p.perFormula * s.molPerL * f * (system.fullCharge - n)),
      );
    }
  }
  return q;
}

/** [H+] where the balance is zero: it falls with pH, which is halved from −2 to 16 down to 1e-12. */
function root(f: (h: number) => number): number {
  let [lo, hi] = [-2, 16];
  for (let i = 0; i < ROOT_HALVINGS; i++) {
    const mid = (lo + hi) / 2;
    if (f(10 ** -mid) > 0) lo = mid;
    else hi = mid;
  }
  return 10 ** -((lo + hi) / 2);
}
const ROOT_HALVINGS = 44;
