import {
  availableChlorine,
  type Catalogue,
  isSolid,
  type Keeping,
  percentInUse,
  type Product,
  productClasses,
  type Vessel,
} from '../catalogue';
import { type DiluteQuestion, inPercentOf, ppmPerPercent, strongestOf, targetsOf } from '../dilution';
import { judge, resolveItems } from '../mixing';
import { significant } from '../quantity';
import { judgeThere } from './meets';
import { capital } from '../reason';
import { type Profile, refusedByPeople, refusedByRecord } from './people';
import { type Also, answerOf, type Clock, type GateAnswer, type GateReason, type There } from './types';

/** Heat of a litre of water, kJ/K. */
const WATER_KJ_PER_K = 4.18;
/** Kelvin from which warming is told, and from which it is no recipe any more (common practice: 20 °C water to a hot tap's 60). */
const WARM_K = 5;
const HOT_K = 40;
export const SLACK = 1.002;
const f3 = (x: number): string => String(significant(x, 3));

/** What is made, in what, and what was there before. */
export interface BottleQuestion extends DiluteQuestion {
  /** Id of `vessels`; null where nobody said: then what must stay open is asked for. */
  vessel?: string | null;
  /** The vessel keeps light out. */
  opaque?: boolean;
  capacity_mL?: number;
  /** What the vessel held, and what its head has met. */
  there?: readonly There[];
  /** What the person's own label says of its dose, entered as such. */
  label?: { max: number; unit: 'mL/L' | 'g/L' | 'neat' } | null;
  profile?: Profile;
  clock?: Clock;
  /** What goes in besides, in place of so much of the water. */
  also?: readonly Also[];
}
/** What the gate says of a mix: how it is made and how long it keeps. */
export interface MixJudged {
  gate: GateAnswer;
  /** Hours that it keeps, and how warm the water is. */
  keeps_h: number;
  water: Keeping['water'];
  /** It must not be shut. */
  open: boolean;
  /** How it is made even: turned over in what is shut, stirred in what stays open. */
  mixed: string;
}

/** Percent up to which a product may be measured, and what says so: its use, a named target of its own, its label. */
export function strongestAllowed(
  product: Product,
  label: BottleQuestion['label'],
  catalogue: Catalogue,
): { percent: number; because: string; source: string } {
  const u = product.use;
  const density = isSolid(product) ? 1 : (product.density ?? 1);
  const ofDose = (amount: number): number => (product.strength.percent * amount * density) / 1000;
  const source = product.basis['use'] ?? product.basis.default;
  const own =
    u.unit === 'neat'
      ? { percent: Infinity, because: `${capital(product.name)} may be thinned as far as you like.`, source }
      : {
          percent: ofDose(u.max ?? 0),
          because: `${capital(product.name)} is used at ${u.min === u.max ? '' : 'up to '}${f3(u.max ?? 0)} ${u.unit}.`,
          source,
        };
  const all = [own];
  for (const t of targetsOf(product, catalogue))
    all.push({
      percent: inPercentOf(t, product, catalogue).max,
      because: `The strongest it is measured for is ${t.name}: ${t.window}.`,
      source: t.basis.default,
    });
  if (label)
    all.push({
      percent: label.unit === 'neat' ? Infinity : ofDose(label.max),
      because: 'Your label says so.',
      source: 'household',
    });
  return all.reduce((a, b) => (b.percent > a.percent ? b : a));
}

/** Rows of the table of keeping that hold for a product at this share of the mix. */
export function keepingOf(product: Product, dilution: number, catalogue: Catalogue): Keeping[] {
  const fizzes =
    isSolid(product) &&
    percentInUse({ product, dilution: 1 }, ['acid'], catalogue) >= 1 &&
    percentInUse({ product, dilution: 1 }, ['carbonate'], catalogue) >= 1;
  return [...catalogue.keeping.values()].filter(({ when }) => {
    if (when.fizzes) return fizzes;
    const operands = [...(when.classes ?? []), ...(when.substances ?? []).map((s) => `substance:${s}`)];
    return !operands.length || percentInUse({ product, dilution }, operands, catalogue) >= (when.minPercent ?? 0.001);
  });
}

/**
 * Whether a product may be mixed to a percent of its own, in that vessel, on top of what it held: its record, the dose,
 * the water as a partner, open or shut, what dissolves, how hot it gets, how full, and the people. Percent as `dilute`
 * counts it; volumes mL, masses g.
 */
export function mayMix(
  q: BottleQuestion,
  made: { percent: number; stock_g: number | null; stock_mL: number; final_mL: number },
  product: Product,
  catalogue: Catalogue,
): MixJudged {
  const bars: GateReason[] = [];
  const asks: GateReason[] = [];
  const solid = isSolid(product);
  const source = product.basis['use'] ?? product.basis.default;
  const dilution = solid ? (made.stock_g ?? 0) / made.final_mL : made.stock_mL / made.final_mL;
  const neat = dilution > 0.999 && !solid;
  const vessel = q.vessel ? catalogue.vessels.get(q.vessel) : undefined;

  const record = refusedByRecord(product);
  if (record) bars.push(record);
  const people = refusedByPeople(product, dilution, null, q.profile ?? {}, catalogue);
  if (people) bars.push(people);

  // the dose
  if (product.use.neatOnly && !neat && !q.label)
    bars.push({ kind: 'record', text: `${capital(product.name)} is used as it is, and never thinned.`, source });
  const top = strongestAllowed(product, q.label ?? null, catalogue);
  if (!product.use.neatOnly && made.percent > top.percent * SLACK)
    bars.push({
      kind: 'dose',
      text: `${f3(made.percent)} % is stronger than it is ever used. ${top.because}${q.label ? '' : ' If your own label says more, enter its dose.'}`,
      operands: `${f3(made.percent)} % against ${f3(top.percent)} %`,
      source: top.source,
    });
  const halogen = productClasses(product, catalogue).some((c) =>
    catalogue.operandsOf.get(c)?.includes('active-halogen'),
  );
  if (halogen && !neat) {
    const strongest = strongestOf('chlorine', catalogue);
    const share = catalogue.substances.get(product.strength.substance)?.availableChlorine
      ? (made.percent * ppmPerPercent(product, catalogue)) / 10000
      : availableChlorine(product, catalogue) * dilution;
    if (share > strongest.percent.max * SLACK)
      bars.push({
        kind: 'dose',
        text: `${f3(share * 10000)} ppm of chlorine is stronger than anything is mixed at home: the strongest named target is ${strongest.name}, ${strongest.window}.`,
        operands: `${f3(share * 10000)} against ${f3(strongest.percent.max * 10000)} ppm`,
        source: strongest.basis.default,
      });
  }
  for (const t of targetsOf(product, catalogue).slice(0, 1)) {
    const weakest = Math.min(...targetsOf(product, catalogue).map((x) => inPercentOf(x, product, catalogue).min));
    if (made.percent < weakest * 0.998 && t.purpose === 'disinfect')
      asks.push({
        kind: 'weak',
        text: 'Weaker than any named target: it disinfects nothing.',
        source: t.basis.default,
      });
  }

  // what dissolves, and how warm it gets
  const active = catalogue.substances.get(product.strength.substance)!;
  const gPerL = solid ? (dilution * 1000 * product.strength.percent) / 100 : 0;
  if (active.solubility_gPerL !== undefined && gPerL > active.solubility_gPerL)
    bars.push({
      kind: 'solubility',
      text: `That does not dissolve: at most about ${f3(active.solubility_gPerL)} g of ${active.name.toLowerCase()} go into a litre of water at 20 °C.`,
      operands: `${f3(gPerL)} g/L against ${f3(active.solubility_gPerL)} g/L`,
      source: active.basis['solubility_gPerL'] ?? active.basis.default,
    });
  if (active.solution_kJPerMol !== undefined && active.molarMass && solid) {
    const kelvin = (-active.solution_kJPerMol * gPerL) / active.molarMass / WATER_KJ_PER_K;
    const heat: GateReason = {
      kind: 'heat',
      text: `It warms the water by about ${Math.round(kelvin)} °C as it dissolves.`,
      source: active.basis['solution_kJPerMol'] ?? active.basis.default,
    };
    if (kelvin >= HOT_K) bars.push(heat);
    else if (kelvin >= WARM_K) asks.push({ ...heat, text: `${heat.text} Stir in a little at a time.` });
  }

  // the water, open and shut
  const rows = keepingOf(product, dilution, catalogue);
  const [open, shut] = [false, true].map((closed) => inWater(product, closed, catalogue));
  for (const f of open!.findings)
    if (f.level >= 3)
      bars.push({ kind: 'water', text: `With water: ${f.because}`, source: f.source, level: f.level, rule: f.rule });
  const mustBreathe = shut!.level >= 3 && open!.level < 3;
  const vents = rows.find((r) => r.vent);
  if (mustBreathe && vessel?.closed) {
    const f = shut!.findings[0]!;
    bars.push({
      kind: 'vessel',
      text: `${capital(vessel.name)}: it must not be shut. ${f.because}`,
      source: f.source,
      level: f.level,
      rule: f.rule,
    });
  } else if (mustBreathe)
    asks.push({
      kind: 'vessel',
      text: 'In an open bowl or bucket, never shut.',
      source: shut!.findings[0]!.source,
      level: 2,
    });
  else if (vents && vessel?.closed) asks.push({ kind: 'vessel', text: vents.says, source: vents.basis.default });
  if (rows.some((r) => r.dark) && q.opaque === false)
    asks.push({
      kind: 'vessel',
      text: 'This bottle lets light in: it keeps a day in it.',
      source: rows.find((r) => r.dark)!.basis.default,
    });
  const order = open!.findings.find((f) => f.order);
  if (order) asks.push({ kind: 'order', text: order.order!, source: order.source });
  const ordered = rows.find((r) => r.order);
  if (!order && ordered && !neat && !solid)
    asks.push({ kind: 'order', text: ordered.order!, source: ordered.basis.default });
  // how long it keeps is said once, by what keeps shortest
  const shortest = Math.min(...rows.map((r) => r.hours));
  for (const r of rows)
    if (!(r === vents && mustBreathe) && (r.hours === shortest || r.vent || r.dark))
      asks.push({ kind: 'keeps', text: r.says, source: r.basis.default });

  // how full
  if (vessel && q.capacity_mL && made.final_mL > q.capacity_mL * 1.0001)
    bars.push({
      kind: 'headspace',
      text: `It holds ${Math.round(q.capacity_mL)} mL: make less, or take another.`,
      source: vessel.basis.default,
    });
  else if (vessel && q.capacity_mL && made.final_mL > q.capacity_mL * (vessel.fill + 0.005))
    asks.push({
      kind: 'headspace',
      text: `Leave room: at most ${Math.round(q.capacity_mL * vessel.fill)} mL in this one.`,
      source: vessel.basis.default,
    });

  // what it held, and what the head has met
  const there = judgeThere({ product: product.id }, q.there ?? [], q.clock, catalogue);
  bars.push(...there.bars);
  asks.push(...there.asks.filter((a) => !(q.there ?? []).some((t) => t.where === 'vessel' && t.name === a.met)));

  const other = (q.there ?? []).find((t) => t.where === 'vessel' && !t.products.includes(product.id));
  if (other && !there.bars.length)
    asks.push({
      kind: 'rinse',
      text: `It held ${other.name}: pour that out, and rinse bottle, tube and trigger first.`,
      source: 'common-practice',
      met: other.name,
    });

  const hours = rows.reduce((h, r) => Math.min(h, r.hours), Infinity);
  const light = rows.some((r) => r.dark) && q.opaque === false ? 24 : Infinity;
  return {
    gate: answerOf(bars, asks),
    keeps_h: Math.min(hours, light),
    water: rows.find((r) => r.hours === hours)?.water ?? 'cool',
    open: mustBreathe,
    mixed: mixedIn(mustBreathe ? undefined : vessel, solid, catalogue),
  };
}
/** How a mix is made even in a vessel; in an open one where it must not be shut or nobody said. */
export function mixedIn(vessel: Vessel | undefined, powder: boolean, catalogue: Catalogue): string {
  const v = vessel ?? [...catalogue.vessels.values()].find((x) => !x.closed)!;
  return powder ? v.mixed.powder : v.mixed.liquid;
}
const waters = new WeakMap<Product, Map<boolean, ReturnType<typeof judge>>>();
/** The verdict of a product as sold with plain water. */
function inWater(product: Product, closed: boolean, catalogue: Catalogue): ReturnType<typeof judge> {
  let of = waters.get(product);
  if (!of) waters.set(product, (of = new Map()));
  let answer = of.get(closed);
  if (!answer) {
    const items = resolveItems([{ product: product.id }, { substance: 'water' }], catalogue);
    if (!items.ok) throw new Error(items.problems[0]!.message);
    of.set(closed, (answer = judge(items.value, { meeting: 'container', closed }, catalogue)));
  }
  return answer;
}
