import {
  type Application,
  type Catalogue,
  isWater,
  percentInUse,
  type Product,
  productClasses,
  type Tool,
  tuning,
} from '../catalogue';
import { soapLost_gPerL } from '../dilution';
import { fumeOf, type GateReason, judgeThere } from '../gate';
import {
  holdsFor,
  neighbourHit,
  refusal,
  refuseApplication,
  refuseHeat,
  refuseOnMark,
  refuseTime,
  strengthOnMaterial,
  WET_ORDER,
  worseOf,
} from './refuse';
import {
  type Active,
  activeOf,
  activeOfTool,
  doseOf,
  fitsMark,
  type Strength,
  strengthsOf,
  waysToPutOn,
} from './supply';
import type { ChemOption, Face, Here, Refusal, Rung, ToolOption } from './types';

type Harms = Rung['harms'];

/** A product at one strength, put on one way; `strengthOf` is the strength that it came from. */
export type ProductOption = ChemOption & { product: NonNullable<ChemOption['product']>; strengthOf: Strength };

/** One strength put on one way on a surface, whatever the mark: what forbids it there, how long it may stay, what it wears. */
interface Way {
  s: Strength;
  application: Application | null;
  /** A limit of the surface, the people or the neighbours; null where it may. */
  no: Refusal | null;
  longest: number;
  own: { min: number; max: number } | null | undefined;
  supply: Readonly<Record<string, number>>;
  nearness: Harms;
  /** What is left of the surface after it, by warmth and minutes. */
  keeps: Map<number, number>;
}
/** What hard water leaves of a soap: the lime of each litre takes so many grams of it first. */
function softened(
  supply: Readonly<Record<string, number>>,
  s: Strength,
  water_mgL: number | undefined,
  catalogue: Catalogue,
): Readonly<Record<string, number>> {
  const soap = water_mgL && s.dose ? percentInUse(s, [SOAP], catalogue) * 10 : 0;
  if (!soap || !supply[DETERGENT]) return supply;
  return { ...supply, [DETERGENT]: supply[DETERGENT] * Math.max(0, 1 - soapLost_gPerL(water_mgL!) / soap) };
}
const SOAP = 'soap';
const DETERGENT = 'surfactant';

/** Ways of products on one surface, for the marks that are asked of it one after the other. */
export type Ways = Map<string, readonly Way[]>;

/** The ways of a product on a surface: everything that does not depend on the mark. */
function waysOf(product: Product, face: Face, context: Here, catalogue: Catalogue): Way[] {
  const t = tuning(catalogue);
  const out: Way[] = [];
  for (const s of strengthsOf(product, catalogue)) {
    const v = strengthOnMaterial(s, face.material, catalogue);
    const none = { s, longest: 0, own: null, supply: s.supply, nearness: [], keeps: new Map<number, number>() };
    if ('refusal' in v) {
      out.push({ ...none, application: null, no: v.refusal });
      continue;
    }
    let runoff: { name: string; hit: Refusal } | null = null;
    for (const n of context.neighbours ?? []) {
      const hit = n.runoff ? neighbourHit(s, n, catalogue) : null;
      if (hit) {
        runoff = { name: n.name ?? hit.name, hit };
        break;
      }
    }
    for (const application of waysToPutOn(s, face.material, catalogue)) {
      const own = application.dwell_min ?? product.dwell_min;
      out.push({
        s,
        application,
        no: refuseApplication({ product, dilution: s.dilution, application, runoff }, face, context, catalogue),
        longest: Math.min(v.maxMinutes, own?.max ?? t.time.unheld_min, application.stays_min ?? Infinity),
        own,
        supply: softened(
          application.only
            ? Object.fromEntries(Object.entries(s.supply).filter(([m]) => application.only!.includes(m)))
            : application.adds
              ? { ...s.supply, ...application.adds }
              : s.supply,
          s,
          context.water_mgL,
          catalogue,
        ),
        nearness: v.nearness,
        keeps: new Map(),
      });
    }
  }
  return out;
}

/** More minutes than anything is left: warmth and minutes in one number. */
const DAY_min = 100_000;

/** An option of a product on a surface and a mark. Its sums are told only for the few that are shown. */
class Put implements ProductOption {
  keep = 1;
  constructor(
    readonly product: Product,
    readonly plain: boolean,
    readonly from: string | null,
    private readonly way: Way,
    readonly temperature_C: number,
    readonly dwell_min: number,
    readonly D: number,
    private readonly active: readonly Active[],
    private readonly near: Harms,
    private readonly face: Face,
    private readonly catalogue: Catalogue,
  ) {}
  // read through to what they are of: thousands of these are made for one question, and few are told
  get dwellMax_min(): number {
    return this.way.longest;
  }
  get strengthOf(): Strength {
    return this.way.s;
  }
  get dilution(): number {
    return this.way.s.dilution;
  }
  get strength(): Strength['strength'] {
    return this.way.s.strength;
  }
  get dose(): Strength['dose'] {
    return this.way.s.dose;
  }
  get pH(): Strength['pH'] {
    return this.way.s.pH;
  }
  get reserve(): number {
    return this.way.s.reserve;
  }
  get application(): Application {
    return this.way.application!;
  }
  get supply(): Record<string, number> {
    return this.way.supply;
  }
  parts(): Rung['doses'] {
    const parts: Rung['doses'] = [];
    doseOf(this.active, this.dwell_min, this.temperature_C, parts);
    return parts;
  }
  harms(): Harms {
    const harms: Harms = [...this.near];
    applicationHarm(this, this.face, this.catalogue, harms);
    return harms;
  }
}

/**
 * Every way of putting a product on that the face, its neighbours and the household allow, and the limit that is told of
 * it. Of a product that cannot do enough whatever its time, only the first way is told: it stands for "allowed, but too
 * weak". `known` keeps what does not depend on the mark, for other marks on the same surface in the same context.
 */
export function productOptions(
  product: Product,
  face: Face,
  context: Here,
  catalogue: Catalogue,
  known?: Ways,
): { admitted: ProductOption[]; refused: Refusal | null } {
  const t = tuning(catalogue);
  const admitted: ProductOption[] = [];
  // of what may be used some way the first limit is told; of what may not at all the worst, which would stand without the others
  let first: Refusal | null = null;
  let worst: Refusal | null = null;
  const meet = (no: Refusal): void => {
    first ??= no;
    worst = worseOf(worst, no, catalogue);
  };
  const plain = isWater(product, catalogue);
  const there = judgeThere({ product: product.id }, context.met, context.clock, catalogue).bars;
  const barred = there.find((b) => !b.from);
  if (barred) return { admitted, refused: meetsRefusal(barred, catalogue) };
  // today is not the day: what it would do then is still worth seeing
  const later = there.reduce<GateReason | null>((a, b) => (!a || b.from! > a.from! ? b : a), null);
  const coolOnly =
    face.soil.sets.some((s) => holdsFor(s, face) && catalogue.mechanisms.get(s.mechanism)?.when === 'warm') ||
    productClasses(product, catalogue).some((c) => catalogue.operandsOf.get(c)?.includes('active-halogen'));
  const kept = context.habits.flatMap(({ choice }) =>
    choice.harm && percentInUse({ product, dilution: 1 }, choice.harm.classes, catalogue) > 0
      ? [{ name: choice.harm.says, h: choice.harm.h }]
      : [],
  );
  const keptLeaves = kept.reduce((k, x) => k * (1 - x.h), 1);
  let ways = known?.get(product.id);
  if (!ways) known?.set(product.id, (ways = waysOf(product, face, context, catalogue)));
  ways ??= waysOf(product, face, context, catalogue);
  for (const way of ways) {
    const { s, application, no, longest, own, supply } = way;
    if (!application) {
      meet(no!);
      continue;
    }
    if (!fitsMark(application, face)) continue;
    const put = no ?? refuseOnMark(application, face, catalogue);
    if (put) {
      meet(put);
      continue;
    }
    const short = refuseTime(application, longest, face, catalogue);
    if (short) {
      meet(short);
      continue;
    }
    const shortest = Math.min(longest, application.held ? (own?.min ?? t.time.least_min) : t.time.least_min);
    const warms =
      (application.wetness === 'damp' || application.held) &&
      !coolOnly &&
      !(s.product.use.unit === 'neat' && !s.product.pantry);
    for (const temperature_C of warms ? [t.cool_C, t.warm_C] : [t.cool_C]) {
      const heat = refuseHeat(temperature_C, face, catalogue);
      if (heat) {
        meet(heat);
        continue;
      }
      const active = activeOf(supply, face, temperature_C > t.cool_C, catalogue);
      const weak = !plain && active.reduce((a, x) => a + x.lifts * x.supply, 0) < t.tooWeak;
      if (weak && admitted.length) continue;
      for (const dwell of weak ? [longest] : dwells(shortest, longest, catalogue)) {
        const D = doseOf(active, dwell, temperature_C);
        const near = kept.length ? [...way.nearness, ...kept] : way.nearness;
        const o = new Put(
          product,
          plain,
          later?.from ?? null,
          way,
          temperature_C,
          dwell,
          D,
          active,
          near,
          face,
          catalogue,
        );
        const key = temperature_C * DAY_min + dwell;
        let keep = way.keeps.get(key);
        if (keep === undefined)
          way.keeps.set(
            key,
            (keep = way.nearness.reduce((k, n) => k * (1 - n.h), 1) * applicationHarm(o, face, catalogue)),
          );
        o.keep = keep * keptLeaves;
        admitted.push(o);
      }
    }
  }
  return { admitted, refused: (admitted.length ? first : worst) ?? (later && meetsRefusal(later, catalogue)) };
}

/** What the gate says of a meeting, as a refusal with its words. */
const meetsRefusal = (b: GateReason, catalogue: Catalogue): Refusal => ({
  ...refusal(b.from ? 'later' : 'meets', { says: b.text }, b.source, catalogue, b.operands),
  ...(b.from ? { from: b.from } : {}),
});

/** Waits worth telling apart: the shortest, three times that, and the longest. Minutes. */
function dwells(shortest: number, longest: number, catalogue: Catalogue): number[] {
  const t = tuning(catalogue).time;
  if (longest <= shortest * t.apart) return [longest];
  const middle = shortest * t.middle;
  return longest <= middle * t.apart ? [shortest, longest] : [shortest, middle, longest];
}

/** What harm of putting it on leaves, Π(1 − h); the parts too, when asked for. */
function applicationHarm(o: ProductOption, face: Face, catalogue: Catalogue, parts?: Harms): number {
  let keep = 1;
  const add = (h: number): boolean => {
    keep *= 1 - h;
    return parts !== undefined;
  };
  const { material } = face;
  const k = tuning(catalogue).harm;
  const wet = WET_ORDER.indexOf(o.application.wetness) / Math.max(1, WET_ORDER.indexOf(material.wetness));
  if (wet > 0) {
    const h = k.wet * wet ** 2;
    if (add(h)) parts!.push({ name: `${o.application.wetness} of ${material.wetness}`, h });
  }
  // time itself harms wood, leather, wool, paper; on what may be soaked it only risks drying on
  const drinks = material.porous && material.wetness !== 'flood';
  if (o.dwell_min > k.settle_min) {
    const h = drinks
      ? Math.min(k.drinksMost, k.drinks_perMin * o.dwell_min)
      : Math.min(k.driesMost, k.dries_perMin * o.dwell_min);
    if (add(h)) parts!.push({ name: drinks ? 'time on a surface that drinks' : 'the chance that it dries on', h });
  }
  if (material.maxTemp_C && o.temperature_C > k.warmFrom_C) {
    const h = k.warm * (o.temperature_C / material.maxTemp_C) ** 2;
    if (add(h)) parts!.push({ name: `${o.temperature_C} of ${material.maxTemp_C} °C`, h });
  }
  // dilution and a wrung cloth keep vapour down; a spray puts all of it into the air
  const vapour = fumeOf(o.product, o.dilution, catalogue) * (o.application.reaches ? k.reaches : 1);
  if (vapour > k.vapourFrom) {
    const h = Math.min(k.vapourMost, k.vapour * vapour);
    if (add(h)) parts!.push({ name: 'vapour for people', h });
  }
  // the trade's order: water, detergent, mild acid or alkali, solvent or oxidiser, whatever the limits allow
  for (const id in o.supply) {
    const m = catalogue.mechanisms.get(id)!;
    if (m.factor !== 'chemistry' || m.harm <= k.chemistryFrom || o.supply[id]! <= tuning(catalogue).mechanismFrom)
      continue;
    const h = m.harm * o.supply[id]!;
    if (add(h)) parts!.push({ name: m.name, h });
  }
  const signal = o.product.hazards.signal;
  const burns = signal === 'Danger' ? k.danger : signal === 'Warning' ? k.warning : k.none;
  const h = burns * (o.dose ? k.diluted : 1) * (o.application.reaches ? k.reachesSkin : 1);
  if (add(h)) parts!.push({ name: 'skin and eyes', h });
  return keep;
}

const HAND = 'hand';
/** Rubbed by hand with weight, by somebody whose hands have little of it. */
export const strains = (tool: Tool, face: Face, catalogue: Catalogue): boolean =>
  face.weakHands && tool.reach === HAND && !tool.powered && tool.scrub >= tuning(catalogue).harm.strainsFrom;
/** From half a square metre on a floor is not done with a cloth in the hand. */
const onTheFloor = (face: Face): boolean => face.zone === 'floor' && face.area_m2 >= HALF;
const HALF = 0.5;
/** A tool on this face, dry or wet: its dose, and how near each limit is. */
export function toolOption(tool: Tool, face: Face, dry: boolean, catalogue: Catalogue): ToolOption {
  const t = tuning(catalogue);
  const k = t.harm;
  const active = activeOfTool(tool, face, dry, catalogue);
  const harms: Harms = [];
  const limit = t.scrubLimit[face.material.scrub]!;
  // a soft cloth well inside the limit leaves no trace; wear begins at about two fifths of what the face bears
  const glossy = face.material.gloss === 'gloss';
  const wear = k.wear * Math.max(0, tool.scrub / limit - k.wearFrom) ** 2 * (glossy ? k.wearGloss : 1);
  if (wear > 0) harms.push({ name: `rubbing ${tool.scrub} of ${limit}`, h: wear });
  if (tool.abrasive !== 'none' && tool.finePolish) harms.push({ name: 'polish takes metal', h: k.polish });
  else if (tool.abrasive !== 'none' && face.material.hardness)
    harms.push({
      name: 'scratching',
      h: Math.min(k.scratchMost, k.scratch * ((tool.hardness_mohs ?? t.mohsUnknown) / face.material.hardness) ** 2),
    });
  if (tool.lint === 'high' && glossy) harms.push({ name: 'lint on a gloss', h: k.linty });
  if (!tool.usual) harms.push({ name: 'not the tool one takes first', h: k.unusual });
  if (tool.reach === HAND && onTheFloor(face)) harms.push({ name: 'on one’s knees', h: k.knees });
  if (tool.reach === HAND && face.high) harms.push({ name: 'above one’s reach', h: k.overhead });
  if (strains(tool, face, catalogue)) harms.push({ name: 'hard on the hands', h: k.strains });
  if (tool.reach === HAND && face.zone === 'bowl') harms.push({ name: 'a hand in the bowl', h: k.bowl });
  if (tool.blade) harms.push({ name: 'blade', h: k.blade });
  if (tool.mechanisms['steam']) harms.push({ name: 'steam', h: k.steam });
  const minutes = tool.contact_min ?? t.work_min;
  return {
    tool,
    D: doseOf(active, minutes, 20),
    keep: harms.reduce((k, x) => k * (1 - x.h), 1),
    parts: () => {
      const parts: Rung['doses'] = [];
      doseOf(active, minutes, 20, parts);
      return parts;
    },
    harms: () => harms,
  };
}

/** No product at all: the tool alone, dry. */
export function dryOption(catalogue: Catalogue): ChemOption {
  return {
    product: null,
    plain: true,
    application: [...catalogue.applications.values()].find((a) => !a.forStates.length)!,
    dilution: 0,
    strength: null,
    dose: null,
    temperature_C: tuning(catalogue).cool_C,
    dwell_min: 0,
    dwellMax_min: 0,
    pH: null,
    reserve: 0,
    supply: {},
    from: null,
    D: 0,
    keep: 1,
    parts: () => [],
    harms: () => [],
  };
}
