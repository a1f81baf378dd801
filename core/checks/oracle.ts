import type { Catalogue } from '@dolly-tub/core';

/**
 * A second opinion on mixing, typed anew from the table of reactions: it reads what is in a product and of which
 * classes, and no rule, line, group, column, meeting or verdict of the catalogue. Slow and plain on purpose: a moved line
 * or a lost clause in the data moves only one of the two.
 */
export interface Asked {
  meeting: 'container' | 'surface' | 'drain' | 'fixture' | 'machine' | 'carried' | 'shelf';
  closed?: boolean;
  /** Of every item alike. */
  rinsed?: { times: number; nights: number };
  porous?: boolean;
}
interface Ing {
  id: string;
  c: string[];
  p: number;
  solid: boolean;
}
interface Item {
  id: string;
  i: Ing[];
  told: boolean;
  halogen: boolean;
  goesIn: readonly string[];
  kit: string | null;
}
/** Level, whether it is a gas, explosion or other, whether it makes gas, level when shut, whether no column lowers it. */
interface Found {
  n: number;
  kind: 'gas' | 'explode' | 'other' | 'unknown';
  fizz?: boolean;
  shut?: number;
  firm?: boolean;
  a: Ing | null;
  b: Ing | null;
  all: Ing[];
}

const HALOGEN = ['hypochlorite', 'calcium-hypochlorite', 'chlorinated-isocyanurate', 'bromine-donor'];
const ACID = ['strong-mineral-acid', 'organic-acid', 'acid-salt', 'fluoride-acid'];
const FUEL = [
  'alcohol',
  'ketone',
  'ester',
  'hydrocarbon',
  'terpene',
  'polyol',
  'drying-oil',
  'oil-fat',
  'combustible-solid',
];
const SURFACTANT = ['anionic-surfactant', 'nonionic-surfactant', 'amphoteric-surfactant', 'soap'];
const SALTS = ['chlorite', 'chlorate', 'persulfate', 'permanganate', 'nitrate'];
const OXIDISER = [...HALOGEN, 'peroxide', 'peracid', ...SALTS];
const CARBONATE =
  /^(sodium-carbonate|sodium-bicarbonate|sodium-sesquicarbonate|potassium-carbonate|ammonium-carbonate|ammonium-bicarbonate|calcium-carbonate|sodium-percarbonate|baking-powder)$/;
const MILD_ACID =
  /^(acetic|citric|lactic|glycolic|formic|malic|tartaric|adipic|succinic|gluconic|ascorbic|salicylic|acetylsalicylic|caprylic|fatty)-acid(-monohydrate)?$|^lemon-juice$/;
const ALKANOLAMINE = /^(monoethanolamine|diethanolamine|triethanolamine|isopropanolamine|aminomethylpropanol)$/;
const ORGANIC = [
  'organic-acid',
  ...FUEL,
  'glycol-ether',
  'amine',
  'aldehyde',
  ...SURFACTANT,
  'quat',
  'phenolic',
  'chelant',
];

const is = (x: Ing, ...classes: string[]): boolean => classes.some((k) => x.c.includes(k));
/** At or above the line where it is called concentrated (CLP Annex VI; EU 2019/1148; from memory for acid salts and amines). */
function strong(x: Ing): boolean {
  const own: Record<string, number> = {
    'acetic-acid': 25,
    'lactic-acid': 25,
    'glycolic-acid': 25,
    'formic-acid': 10,
    'phosphoric-acid': 10,
    'sulfamic-acid': 10,
    'sodium-bisulfate': 10,
    'sulfuric-acid': 5,
    'nitric-acid': 3,
  };
  if (own[x.id] !== undefined) return x.p >= own[x.id]!;
  return (
    (is(x, 'organic-acid', 'acid-salt') && x.p >= 25) ||
    (is(x, 'hydrochloric', 'strong-mineral-acid') && x.p >= 10) ||
    (is(x, 'fluoride-acid') && x.p >= 1) ||
    (is(x, 'caustic') && x.p >= 2) ||
    (is(x, 'ammonia', 'amine') && x.p >= 10) ||
    (is(x, 'peroxide') && !x.solid && x.p >= 12) ||
    (is(x, 'peracid') && x.p >= 4)
  );
}
const liquid8 = (x: Ing): boolean => !x.solid && x.p >= 8;

/** What two ingredients of different things make, this way round: rows R1 to N58. */
function pair(a: Ing, b: Ing, A: Item, B: Item): Omit<Found, 'a' | 'b' | 'all'>[] {
  const out: Omit<Found, 'a' | 'b' | 'all'>[] = [];
  const gas = (n: number): number => out.push({ n, kind: 'gas' });
  const bang = (n: number): number => out.push({ n, kind: 'explode' });
  const bad = (n: number, more: Partial<Found> = {}): number => out.push({ n, kind: 'other', ...more });
  const maybe = (n: number): number => out.push({ n, kind: 'unknown' });
  const fizz = (n: number, more: Partial<Found> = {}): number => bad(n, { fizz: true, ...more });
  const sameHalogen = A.halogen && B.halogen;
  if (is(a, ...HALOGEN)) {
    // R1
    if (is(b, ...ACID)) {
      const mild = MILD_ACID.test(b.id);
      const sum = B.i.filter((x) => MILD_ACID.test(x.id)).reduce((n, x) => n + x.p, 0);
      if (mild && is(a, 'hypochlorite') && !a.solid && sum <= 0.5) maybe(3);
      else gas(5);
    }
    // R2
    if (is(b, 'ammonia', 'ammonium-salt', 'urea')) gas(5);
    if (is(b, 'amine')) {
      const sum = B.i.filter((x) => ALKANOLAMINE.test(x.id)).reduce((n, x) => n + x.p, 0);
      if (ALKANOLAMINE.test(b.id) && sum <= 0.5) maybe(3);
      else gas(5);
    }
    if (is(b, 'alkanolamide')) maybe(3);
    // R3
    if (is(b, 'alcohol')) {
      if (a.p >= 0.1 && b.p >= 10) gas(5);
      else if (a.p >= 0.1 && b.p >= 1) gas(4);
      else maybe(3);
    }
    if (is(b, 'ketone')) {
      if (b.p >= 1) gas(5);
      else maybe(3);
    }
    if (is(b, 'glycol-ether', 'polyol', 'ester')) {
      if (a.solid && a.p >= 10) bad(4);
      maybe(3);
    }
    if (is(b, 'hydrocarbon', 'oil-fat', 'drying-oil', 'chlorinated-solvent')) maybe(3);
    // R4 to R7
    if (is(b, 'terpene')) bad(4);
    if (is(b, 'fragrance-undisclosed') && !sameHalogen) maybe(3);
    if (is(b, 'peroxide')) fizz(4);
    if (is(b, 'peracid')) out.push({ n: 5, kind: 'gas', fizz: true });
    if (is(b, 'quat')) bad(4);
    if (is(b, 'sulfite')) {
      if (a.p >= 0.1 || is(b, 'acid-salt')) gas(5);
      bad(2);
    } else if (is(b, 'reducing-agent')) bad(a.p >= 0.1 ? 4 : 2);
    // R9, R10
    if (is(b, ...SURFACTANT)) {
      if (!B.told && !sameHalogen) maybe(3);
      bad(1);
    }
    if (is(b, 'caustic')) {
      if (b.p >= 25 && b.solid && !sameHalogen) bad(4);
      if (b.p > 2) {
        bad(2);
        if (!B.told && B.goesIn.includes('drain') && !sameHalogen) fizz(4);
      }
    }
    if (is(b, 'mild-alkali', 'builder')) {
      if (is(a, 'chlorinated-isocyanurate') && a.p >= 20) maybe(3);
      bad(1);
    }
    if (is(b, 'very-weak-acid', 'permanganate')) maybe(3);
    // R27, R29, N4, N16, N19 to N44
    if (is(b, 'enzyme')) bad(2);
    if (is(b, 'reactive-metal')) fizz(4);
    if (is(b, 'chlorite')) gas(5);
    if (is(b, 'persulfate')) {
      if (is(b, 'acid-salt')) gas(5);
      bad(4);
    }
    if (/^(sodium-bromide|potassium-iodide)$/.test(b.id) || is(b, 'iodine')) bad(4);
    if (is(b, 'biguanide', 'phenolic', 'aldehyde', 'sulfide', 'thiourea', 'thiol', 'nitrite')) bad(4);
    if (is(b, 'metal-salt')) fizz(4);
    if (is(b, ...FUEL) && a.solid && a.p >= 10) bad(4);
    if (is(b, 'pesticide')) maybe(3);
    if (is(b, 'protein', 'chelant', 'dye')) bad(2);
  }
  // R8
  if (is(a, 'chlorinated-isocyanurate')) {
    if (is(b, 'caustic') && a.p >= 20 && b.p >= 2) bang(5);
    if (is(b, 'hypochlorite', 'calcium-hypochlorite')) {
      if (a.p >= 20) bang(5);
      else maybe(3);
    }
    if (is(b, 'chlorinated-isocyanurate') && a.p >= 20 && b.p >= 20) maybe(3);
  }
  if (is(a, 'calcium-hypochlorite')) {
    if (is(b, 'hypochlorite') && !is(b, 'calcium-hypochlorite')) bad(4);
    if (is(b, 'cyanurate')) bad(4);
  }
  if (
    is(a, 'bromine-donor') &&
    is(b, 'hypochlorite', 'calcium-hypochlorite', 'chlorinated-isocyanurate') &&
    !is(b, 'bromine-donor')
  )
    gas(5);
  if (is(a, 'peroxide')) {
    // R11 to R16
    if (is(b, 'organic-acid') || /^(sodium-diacetate|potassium-bitartrate)$/.test(b.id)) {
      if (b.p >= 1) bad(4);
      else if (is(b, 'organic-acid')) bad(1);
    }
    if (is(b, 'hydrochloric')) gas(5);
    if (is(b, 'fluoride-acid')) bad(4);
    if (is(b, 'strong-mineral-acid')) bad(strong(b) || liquid8(a) ? 4 : 1);
    if (is(b, 'ketone')) {
      if (b.p >= 10) bang(5);
      else maybe(3);
    }
    if (is(b, 'caustic')) fizz((liquid8(a) && b.p >= 0.5) || b.p >= 2 ? 4 : 1);
    if (is(b, 'mild-alkali')) fizz(liquid8(a) ? 4 : 1);
    if (is(b, 'ammonia')) fizz(liquid8(a) || b.p >= 5 ? 4 : 1);
    if (is(b, 'amine')) fizz(liquid8(a) || (a.solid ? b.p > 10 : b.p >= 5) ? 4 : 1);
    // R28: percarbonate from 30 %
    if (a.solid && a.p >= 30) {
      if (is(b, 'alcohol', 'ketone') && b.p >= 20) bad(4);
      if (is(b, 'hydrocarbon', 'terpene', 'drying-oil')) bad(4);
    }
    if (a.solid && is(b, ...SURFACTANT)) bad(1);
    // R27, N33 to N37
    if (is(b, 'enzyme')) {
      if (liquid8(a)) bad(2);
      fizz(1);
    }
    if (is(b, 'metal-salt')) fizz(4);
    if (b.id === 'catalase') fizz(a.solid ? 1 : 4);
    if (is(b, 'protein')) fizz(liquid8(a) ? 4 : 1);
    if (is(b, 'sulfite', 'thiourea', 'thiol')) bad(a.solid || liquid8(a) ? 4 : 2);
    if (is(b, 'alcohol', 'polyol', 'glycol-ether', 'ester', 'terpene')) {
      if (liquid8(a)) bang(4);
      else fizz(1);
    }
    if (is(b, ...SURFACTANT, 'quat')) fizz(1);
    if (is(b, 'ammonium-salt')) bad(a.solid ? 4 : 1);
  }
  if (is(a, ...ACID)) {
    // R17 to R25
    if (is(b, 'caustic')) {
      if (strong(a) && b.p >= 2) bad(4);
      if (strong(b) && a.p >= 2 && !/^(calcium-hydroxide|portland-cement)$/.test(b.id)) bad(4);
      bad(2);
    }
    if (CARBONATE.test(b.id)) {
      if (is(a, 'strong-mineral-acid') && strong(a) && !a.solid) fizz(4);
      if (a.id === 'acetic-acid' && strong(a)) fizz(4);
      fizz(2);
    }
    if (is(b, 'mild-alkali')) bad(2);
    if (is(b, 'soap')) bad(a.id === 'acetic-acid' && strong(a) ? 4 : 2);
    if (is(b, 'ammonia', 'amine')) bad((strong(a) && b.p >= 2) || (strong(b) && a.p >= 2) ? 4 : 2);
    if (is(b, 'sulfide')) gas(5);
    if (is(b, 'thiourea', 'thiol')) bad(4);
    if (is(b, 'sulfite') && !is(a, 'sulfite')) {
      if (b.p > 1) gas(is(a, 'strong-mineral-acid', 'organic-acid', 'fluoride-acid') ? 5 : 4);
      else gas(3);
    }
    if (is(b, 'fluoride') && b.p >= 1 && !is(a, 'fluoride')) gas(5);
    if (is(b, 'reactive-metal')) fizz(4);
    // N4 to N8, N41
    if (is(b, 'chlorite', 'chlorate', 'nitrite')) gas(5);
    if (is(b, 'phosphide')) out.push({ n: 5, kind: 'gas', fizz: true, firm: true });
    if (is(b, 'carbide')) fizz(4, { firm: true });
    if (is(b, 'dithiocarbamate')) bad(4);
    if (is(b, 'permanganate')) bad(4);
  }
  // R26
  if (is(a, 'quat') && is(b, 'soap', 'anionic-surfactant')) bad(2);
  if (is(a, 'enzyme')) {
    if (is(b, 'caustic', 'strong-mineral-acid')) bad(2);
    if (is(b, 'alcohol') && b.p >= 20) bad(2);
  }
  // R28, R29, R30
  if (is(a, ...SALTS) && a.solid && is(b, ...FUEL)) bad(4);
  if (is(a, 'caustic')) {
    if (is(b, 'reactive-metal')) fizz(4);
    if (is(b, 'chlorinated-solvent')) {
      if (a.p >= 2) gas(5);
      else maybe(3);
    }
    // N1, N3, N53
    if (is(b, 'ammonium-salt')) {
      if (a.p >= 2) gas(5);
      else bad(2);
    }
    if (is(b, 'urea')) bad(4);
    if (a.p >= 25 && a.solid) {
      if (is(b, 'ketone', 'aldehyde')) bad(4);
      if (is(b, 'alcohol') && b.p >= 20) bad(4);
    }
    // N57, N58
    if (b.id === 'glyphosate-isopropylamine') {
      if (a.p >= 2 && b.p >= 10) gas(4);
      else if (a.p >= 2) maybe(3);
      bad(2);
    }
  }
  if (is(a, 'mild-alkali')) {
    if (b.id === 'aluminium') fizz(1);
    if (is(b, 'ammonium-salt')) bad(2);
  }
  if (a.id === 'water') {
    if (is(b, 'phosphide')) out.push({ n: 5, kind: 'gas', fizz: true, firm: true });
    if (is(b, 'carbide')) fizz(4, { firm: true });
    if (/^(sodium-percarbonate|sodium-perborate|sodium-dithionite|baking-powder)$/.test(b.id)) fizz(1);
    if (is(b, 'caustic') && b.p >= 25 && b.solid && !B.i.some((x) => is(x, 'reactive-metal'))) bad(1, { shut: 4 });
    if (b.id === 'calcium-oxide') bad(4, { shut: 4, firm: true });
    if (
      (is(b, 'calcium-hypochlorite', 'chlorinated-isocyanurate', 'bromine-donor', 'persulfate') && b.p >= 10) ||
      (is(b, 'peracid') && b.p >= 1)
    )
      fizz(0, { shut: 4 });
  }
  // N9 to N13, N55
  if (a.id === 'sulfuric-acid' && a.p >= 50) {
    if (is(b, 'halide-salt') && b.p >= 20) gas(5);
    if (is(b, 'hydrochloric', 'nitrate') || /^(oxalic|formic)-acid$/.test(b.id)) gas(5);
    if (is(b, ...ORGANIC)) bad(4);
    if (b.id === 'water') bad(4, { firm: true });
  }
  if (a.id === 'nitric-acid') {
    if (is(b, 'hydrochloric') || /^(sodium-bromide|potassium-iodide)$/.test(b.id)) gas(5);
    if (a.p >= 3) {
      if (is(b, ...ORGANIC, 'reactive-metal', 'metal-salt', 'silver-salt')) gas(5);
      if (is(b, 'urea', 'ammonium-salt')) bang(5);
    }
    if (a.p >= 10 && is(b, 'halide-salt') && b.p >= 5) gas(5);
  }
  // N14 to N18, N28, N54
  if (is(a, 'permanganate', 'persulfate', 'nitrate') && is(b, 'hydrochloric')) gas(5);
  if (is(a, 'permanganate')) {
    if (is(b, ...FUEL, 'peroxide', 'ammonium-salt', 'sulfite')) bad(4);
    if (b.id === 'formaldehyde') gas(5);
  }
  if (is(a, 'persulfate') && is(b, 'halide-salt') && a.p >= 25 && b.p >= 5) bad(4);
  if (is(a, ...SALTS) && a.solid && b.solid && is(b, 'ammonium-salt', 'reducing-agent', 'combustible-solid')) bad(4);
  if (is(a, 'permanganate', 'chlorite', 'persulfate')) {
    if (is(b, 'sulfide')) gas(5);
    if (is(b, 'sulfite', 'ammonia')) bad(4);
  }
  // N20 to N29
  if (is(a, 'iodine')) {
    if (is(b, 'ammonia')) bang(4);
    if (is(b, 'ketone')) bad(4);
    if (is(b, 'peroxide')) fizz(4);
    if (/^(sodium-thiosulfate|ascorbic-acid|starch)$/.test(b.id) || is(b, 'biguanide', 'quat', 'silver-salt')) bad(2);
  }
  if (is(a, 'biguanide') && is(b, 'soap', 'anionic-surfactant', 'builder', 'persulfate')) bad(2);
  if (is(a, 'phenolic') && is(b, 'nonionic-surfactant', 'quat')) bad(2);
  if (a.id === 'formaldehyde' && is(b, 'peroxide', 'hydrochloric')) bad(4);
  // N38, N42, N45 to N47, N50, N56, N57
  if (is(a, 'peracid')) {
    if (is(b, 'caustic', 'amine', 'ammonia', 'ketone', 'metal-salt')) fizz(4);
    if (is(b, 'sulfite')) gas(5);
    if (is(b, 'carbonate-mineral')) fizz(a.p >= 4 ? 3 : 2, { shut: 4 });
  }
  if (is(a, 'silver-salt') && is(b, 'ammonia')) bang(4);
  if (is(a, 'amine', 'ammonia') && is(b, 'chlorinated-solvent')) bad(4);
  if (is(a, 'nitrite') && is(b, 'amine', 'ammonium-salt')) bad(4);
  if (is(a, 'moth-solid') && is(b, 'moth-solid')) bad(2);
  if (is(a, 'fluoride-acid')) {
    if (CARBONATE.test(b.id) || is(b, 'reactive-metal')) fizz(4);
    if (is(b, 'caustic')) bad(4);
  }
  if (is(a, 'cyanoacrylate') && is(b, 'caustic', 'amine')) bad(3);
  return out;
}

/** What three ingredients make, not all of one thing. */
function triple(
  x: Ing,
  y: Ing,
  z: Ing,
  one: (a: Ing, b: Ing) => boolean,
  meeting: string,
): Omit<Found, 'a' | 'b' | 'all'>[] {
  const out: Omit<Found, 'a' | 'b' | 'all'>[] = [];
  if (x.id === 'sodium-bromide' && is(y, ...OXIDISER) && is(z, ...ACID)) out.push({ n: 5, kind: 'gas' });
  if (is(x, 'halide-salt') && x.p >= 5 && is(y, 'persulfate') && y.p >= 25 && is(z, ...ACID))
    out.push({ n: 5, kind: 'gas' });
  if (x.id === 'sodium-percarbonate' && is(y, 'bleach-activator') && is(z, 'hydrochloric'))
    out.push({ n: 5, kind: 'gas' });
  if (x.id === 'water' && one(y, z)) {
    if (is(y, ...ACID) && CARBONATE.test(z.id) && y.solid && y.id !== z.id)
      out.push({ n: 1, kind: 'other', fizz: true });
    if (is(y, 'caustic') && is(z, 'reactive-metal'))
      out.push({ n: meeting === 'drain' ? 1 : 4, kind: 'other', fizz: true, shut: 4 });
  }
  return out;
}

/** What where it meets makes of a finding. */
function column(f: Found, A: Item, B: Item, q: Asked): number {
  const both = (t: (x: Ing, y: Ing) => boolean): boolean => f.all.some((x) => f.all.some((y) => x !== y && t(x, y)));
  if (f.firm) return q.meeting === 'shelf' ? [0, 0, 0, 3, 3, 5][f.n]! : f.n;
  if (q.meeting === 'shelf') {
    if (f.n <= 3) return 0;
    if (f.n === 4) {
      const feeds = (y: Ing): boolean =>
        is(y, ...FUEL, 'glycol-ether', 'reducing-agent', 'reactive-metal') && y.p >= 20;
      if (both((x, y) => is(x, ...OXIDISER) && !is(x, 'peroxide') && x.solid && x.p >= 10 && feeds(y))) return 4;
      if (both((x, y) => is(x, 'peroxide') && x.solid && x.p >= 10 && feeds(y) && !is(y, 'glycol-ether'))) return 4;
      if (both((x, y) => is(x, ...HALOGEN) && x.solid && x.p >= 20 && !y.solid)) return 3;
      const counts = (x: Ing): boolean =>
        is(x, ...ACID, 'caustic', 'ammonia', 'amine', 'peroxide', 'peracid') && strong(x);
      return both((x, y) => counts(x) && counts(y)) ? 3 : 0;
    }
    if (both((x, y) => is(x, 'hypochlorite') && !x.solid && is(y, 'alcohol', 'ketone'))) return 3;
    if (both((x, y) => is(x, 'peroxide') && (x.solid || x.p < 8) && is(y, 'hydrochloric'))) return 3;
    return f.kind === 'gas' || f.kind === 'explode' ? 5 : 3;
  }
  const r = rinsing(f, q);
  if (r === 'over') return q.closed && f.kind === 'gas' ? 0 : 0;
  if (r === 'rinsed') return Math.max([0, 0, 0, 2, 2, 2][f.n]!, q.closed && f.kind === 'gas' ? 3 : 0);
  if (q.closed) {
    if (f.shut !== undefined) return Math.max(f.n, f.shut);
    return [0, 4, f.fizz ? 4 : 2, 3, 4, 5][f.n]!;
  }
  if (q.meeting !== 'machine') return f.n;
  if (f.n <= 2) return [0, 0, 1][f.n]!;
  if (f.n === 3) return A.goesIn.some((m) => B.goesIn.includes(m)) ? 1 : 2;
  if (f.n === 4) return 2;
  if (both((x, y) => is(x, 'hypochlorite') && !x.solid && is(y, 'amine', 'alcohol'))) return 2;
  if (both((x, y) => is(x, ...HALOGEN) && x.p < 1 && is(y, 'organic-acid'))) return 2;
  if (both((x, y) => is(x, 'sulfite') && is(y, ...ACID) && y.p <= 0.5)) return 2;
  return 5;
}
/** How far rinsing counts; every item was rinsed alike. */
function rinsing(f: Found, q: Asked): 'no' | 'rinsed' | 'over' {
  const r = q.rinsed;
  if (!r || q.meeting === 'container') return 'no';
  if (q.meeting === 'drain') return r.nights < 1 ? 'no' : r.nights >= 7 ? 'over' : 'rinsed';
  if (r.times < (q.meeting === 'fixture' ? 2 : 1)) return 'no';
  if (q.meeting === 'machine' || q.porous === false) return r.nights >= 1 ? 'over' : 'rinsed';
  const stays = (x: Ing): boolean =>
    x.solid || x.id === 'urine' || is(x, 'urea', 'ammonium-salt', 'pesticide', 'drying-oil');
  const word =
    f.a &&
    f.b &&
    [
      [f.a, f.b],
      [f.b, f.a],
    ].some(([x, y]) => is(x!, ...ACID) && is(y!, ...HALOGEN));
  const ends = f.all.some((x) => !stays(x)) && !word && r.times >= 2 && r.nights >= 7;
  return ends ? 'over' : 'rinsed';
}

/** A product by its id, or so many percent of a substance. */
export type Probe = string | { substance: string; percent: number; solid: boolean };
function itemOf(of: Probe, c: Catalogue): Item {
  if (typeof of !== 'string') {
    const x = { id: of.substance, c: [...c.substances.get(of.substance)!.classes], p: of.percent, solid: of.solid };
    return {
      id: `${of.substance}:${of.percent}:${of.solid}`,
      i: [x],
      told: true,
      halogen: is(x, ...HALOGEN),
      goesIn: [],
      kit: null,
    };
  }
  const p = c.products.get(of)!;
  const solid = ['powder', 'tablet', 'block', 'solid'].includes(p.state);
  const i = p.contents
    .map((x) => ({ id: x.substance, c: [...c.substances.get(x.substance)!.classes], p: x.percent.max, solid }))
    // a trace is left out: active halogen counts from 0.001 %, phosphide always
    .filter((x) => x.p >= (is(x, 'phosphide') ? 0 : is(x, ...HALOGEN) ? 0.001 : 0.1));
  return {
    id: of,
    i,
    told: p.disclosed === 'yes',
    halogen: i.some((x) => is(x, ...HALOGEN)),
    goesIn: p.goesIn ?? [],
    kit: p.kit ?? null,
  };
}
const made = new WeakMap<object, Map<string, Item>>();
const cached = (of: Probe, c: Catalogue): Item => {
  if (typeof of !== 'string') return itemOf(of, c);
  let all = made.get(c.products);
  if (!all) made.set(c.products, (all = new Map()));
  let x = all.get(of);
  if (!x) all.set(of, (x = itemOf(of, c)));
  return x;
};

/** The level of things that meet, by the table. */
export function oracleLevel(of: readonly Probe[], q: Asked, catalogue: Catalogue): number {
  const items = of.map((x) => cached(x, catalogue));
  let worst = 0;
  const tell = (f: Found, A: Item, B: Item): void => void (worst = Math.max(worst, column(f, A, B, q)));
  const asSold = (A: Item, B: Item): boolean =>
    A === B || A.id === B.id || (A.kit !== null && A.kit === B.kit && !A.halogen && !B.halogen);
  for (const A of items)
    for (const B of items) {
      if (asSold(A, B)) continue;
      for (const a of A.i)
        for (const b of B.i)
          if (a.id !== b.id) for (const f of pair(a, b, A, B)) tell({ ...f, a, b, all: [a, b] }, A, B);
      // the undisclosed rest beside an active halogen (U1)
      const water = A.i.every((x) => is(x, 'water'));
      if (!B.told && A.halogen && !B.halogen && !water)
        tell({ n: 3, kind: 'unknown', a: null, b: null, all: [] }, A, B);
    }
  const all = items.flatMap((it) => it.i.map((x) => ({ x, it })));
  for (const p of all)
    for (const r of all)
      for (const s of all) {
        if (p.x === r.x || r.x === s.x || p.x === s.x) continue;
        const of = [p.it, r.it, s.it];
        if (of.every((o) => o.id === of[0]!.id)) continue;
        // not all of one kit
        if (of[0]!.kit && of.every((o) => o.kit === of[0]!.kit && !o.halogen)) continue;
        const found = triple(p.x, r.x, s.x, () => r.it === s.it && r.it !== p.it, q.meeting);
        for (const f of found)
          tell(
            { ...f, a: p.x, b: r.x, all: [p.x, r.x, s.x] },
            p.it,
            of.find((o) => o !== p.it)!,
          );
      }
  return worst;
}
