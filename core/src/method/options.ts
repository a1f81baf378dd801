import { type Application, type Catalogue, type Product, productClasses, sourceOf, type Tool } from '../catalogue';
import { meetsHere, neighbourHit, refuseApplication, refuseHeat, strengthOnMaterial } from './refuse';
import {
  activeOf,
  activeOfTool,
  applicationsOf,
  doseOf,
  percentInUse,
  type Strength,
  strengthsOf,
  tuning,
} from './supply';
import type { ChemOption, Face, Here, Refusal, Rung, ToolOption } from './types';

type Harms = Rung['harms'];
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** Nothing in it but water. */
export const isWater = (product: Product, catalogue: Catalogue): boolean =>
  productClasses(product, catalogue).every((c) => c === 'water');

/** A product at one strength, put on one way; `from` is the strength that it came from. */
export type ProductOption = ChemOption & { product: NonNullable<ChemOption['product']>; from: Strength };

/**
 * Every way of putting a product on that the face, its neighbours and the household allow, and the first
 * limit met. Of a product that cannot do enough whatever its time, only the first way is told: it stands for
 * "allowed, but too weak".
 */
export function productOptions(
  product: Product,
  face: Face,
  context: Here,
  catalogue: Catalogue,
): { admitted: ProductOption[]; refused: Refusal | null } {
  const t = tuning(catalogue);
  const admitted: ProductOption[] = [];
  let refused: Refusal | null = null;
  const plain = isWater(product, catalogue);
  const clash = clashOf(product, face, context, catalogue);
  if (clash) return { admitted, refused: clash };
  const coolOnly =
    face.soil.sets.some((s) => s.kind === 'ban' && catalogue.mechanisms.get(s.mechanism)?.when === 'warm') ||
    productClasses(product, catalogue).some((c) => catalogue.operandsOf.get(c)?.includes('active-halogen'));
  const kept = context.habits.flatMap(({ choice }) =>
    choice.harm && percentInUse({ product, dilution: 1 }, choice.harm.classes, catalogue) > 0
      ? [{ name: choice.harm.says, h: choice.harm.h }]
      : [],
  );
  for (const s of strengthsOf(product, catalogue)) {
    const v = strengthOnMaterial(s, face.material, catalogue);
    if ('refusal' in v) {
      refused ??= v.refusal;
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
    for (const application of applicationsOf(s, face, catalogue)) {
      const put = refuseApplication({ product, dilution: s.dilution, application }, runoff, face, context, catalogue);
      if (put) {
        refused ??= put;
        continue;
      }
      const own = application.dwell_min ?? product.dwell_min;
      const longest = Math.min(v.maxMinutes, own?.max ?? 2, application.stays_min ?? Infinity);
      if (application.dwell_min && longest < application.dwell_min.min) {
        refused ??= {
          limit: 'time',
          because: `${capital(application.name)} needs ${application.dwell_min.min / 60} hours, and ${face.material.name} bears it for ${longest} minutes.`,
          operands: `${application.dwell_min.min} min against ${longest} min`,
          source: sourceOf(face.material, 'tolerates', catalogue).id,
        };
        continue;
      }
      const shortest = Math.min(longest, application.held ? (own?.min ?? 1) : 1);
      const supply = application.only
        ? Object.fromEntries(Object.entries(s.supply).filter(([m]) => application.only!.includes(m)))
        : application.adds
          ? { ...s.supply, ...application.adds }
          : s.supply;
      const warms =
        (application.wetness === 'damp' || application.held) &&
        !coolOnly &&
        !(s.product.use.unit === 'neat' && !s.product.pantry);
      for (const temperature_C of warms ? [t.cool_C, t.warm_C] : [t.cool_C]) {
        const heat = refuseHeat(temperature_C, face, catalogue);
        if (heat) {
          refused ??= heat;
          continue;
        }
        const active = activeOf(supply, face, temperature_C > t.cool_C, catalogue);
        const weak = !plain && active.reduce((a, x) => a + x.lifts * x.supply, 0) < t.tooWeak;
        if (weak && admitted.length) continue;
        for (const dwell of weak ? [longest] : dwells(shortest, longest)) {
          const o: ProductOption = {
            product,
            plain,
            application,
            from: s,
            dilution: s.dilution,
            strength: s.strength,
            dose: s.dose,
            temperature_C,
            dwell_min: dwell,
            dwellMax_min: longest,
            pH: s.pH,
            reserve: s.reserve,
            supply,
            D: doseOf(active, dwell, temperature_C),
            keep: 1,
            parts: () => {
              const parts: Rung['doses'] = [];
              doseOf(active, dwell, temperature_C, parts);
              return parts;
            },
            harms: () => {
              const harms: Harms = [...v.nearness, ...kept];
              applicationHarm(o, face, catalogue, harms);
              return harms;
            },
          };
          o.keep = v.keep * kept.reduce((k, x) => k * (1 - x.h), 1) * applicationHarm(o, face, catalogue);
          admitted.push(o);
        }
      }
    }
  }
  return { admitted, refused };
}

/** What was used here, or is always there, and must not meet this product. */
function clashOf(product: Product, face: Face, context: Here, catalogue: Catalogue): Refusal | null {
  const clash = meetsHere(product, face, context, catalogue).find((m) => m.answer.level >= 3);
  if (!clash) return null;
  const f = clash.answer.findings[0]!;
  const when = clash.last
    ? `${clash.product.name} was used here ${clash.last.daysAgo === 0 ? 'today' : `${clash.last.daysAgo} days ago`}${clash.last.rinsed ? '' : ' and not rinsed off'}`
    : `${clash.product.name} is always there`;
  return {
    limit: 'must not meet',
    because: `${when}. ${f.because}`,
    operands: f.between.join(' with '),
    source: f.source,
  };
}

/** Waits worth telling apart: the shortest, three times that, and the longest. Minutes. */
function dwells(shortest: number, longest: number): number[] {
  if (longest <= shortest * 1.5) return [longest];
  const middle = shortest * 3;
  return longest <= middle * 1.5 ? [shortest, longest] : [shortest, middle, longest];
}

const ORDER: readonly Application['wetness'][] = ['dry', 'damp', 'wet', 'flood'];
/** What harm of putting it on leaves, Π(1 − h); the parts too, when asked for. */
function applicationHarm(o: ProductOption, face: Face, catalogue: Catalogue, parts?: Harms): number {
  let keep = 1;
  const add = (h: number): boolean => {
    keep *= 1 - h;
    return parts !== undefined;
  };
  const { material } = face;
  const wet = ORDER.indexOf(o.application.wetness) / Math.max(1, ORDER.indexOf(material.wetness));
  if (wet > 0) {
    const h = 0.05 * wet ** 2;
    if (add(h)) parts!.push({ name: `${o.application.wetness} of ${material.wetness}`, h });
  }
  // time itself harms wood, leather, wool, paper; on what may be soaked it only risks drying on
  const drinks = material.porous && material.wetness !== 'flood';
  if (o.dwell_min > 2) {
    const h = drinks ? Math.min(0.1, 0.005 * o.dwell_min) : Math.min(0.03, 0.0005 * o.dwell_min);
    if (add(h)) parts!.push({ name: drinks ? 'time on a face that drinks' : 'the chance that it dries on', h });
  }
  if (material.maxTemp_C && o.temperature_C > 25) {
    const h = 0.04 * (o.temperature_C / material.maxTemp_C) ** 2;
    if (add(h)) parts!.push({ name: `${o.temperature_C} of ${material.maxTemp_C} °C`, h });
  }
  // dilution and a wrung cloth keep vapour down; a spray puts all of it into the air
  const vapour = o.product.fume * Math.min(1, o.dilution * 4) * (o.application.reaches ? 1.3 : 1);
  if (vapour > 0.03) {
    const h = Math.min(0.5, 0.3 * vapour);
    if (add(h)) parts!.push({ name: 'vapour for people', h });
  }
  // the trade's order: water, detergent, mild acid or alkali, solvent or oxidiser, whatever the limits allow
  for (const id in o.supply) {
    const m = catalogue.mechanisms.get(id)!;
    if (m.factor !== 'chemistry' || m.harm <= 0.03 || o.supply[id]! <= 0.05) continue;
    const h = m.harm * o.supply[id]!;
    if (add(h)) parts!.push({ name: m.name, h });
  }
  const burns = o.product.hazards.signal === 'Danger' ? 0.08 : o.product.hazards.signal === 'Warning' ? 0.03 : 0.005;
  const h = burns * (o.dose ? 0.6 : 1) * (o.application.reaches ? 1.4 : 1);
  if (add(h)) parts!.push({ name: 'skin and eyes', h });
  return keep;
}

/** A tool on this face, dry or wet: its dose, and how near each limit is. */
export function toolOption(tool: Tool, face: Face, dry: boolean, catalogue: Catalogue): ToolOption {
  const t = tuning(catalogue);
  const active = activeOfTool(tool, face, dry, catalogue);
  const harms: Harms = [];
  const limit = t.scrubLimit[face.material.scrub]!;
  // a soft cloth well inside the limit leaves no trace; wear begins at about two fifths of what the face bears
  const wear = 0.1 * Math.max(0, tool.scrub / limit - 0.4) ** 2 * (face.material.gloss === 'gloss' ? 1.3 : 1);
  if (wear > 0) harms.push({ name: `rubbing ${tool.scrub} of ${limit}`, h: wear });
  if (tool.abrasive !== 'none' && tool.finePolish) harms.push({ name: 'polish takes metal', h: 0.15 });
  else if (tool.abrasive !== 'none' && face.material.hardness)
    harms.push({
      name: 'scratching',
      h: Math.min(0.6, 0.45 * ((tool.hardness_mohs ?? 6) / face.material.hardness) ** 2),
    });
  if (tool.lint === 'high' && face.material.gloss === 'gloss') harms.push({ name: 'lint on a gloss', h: 0.05 });
  if (tool.blade) harms.push({ name: 'blade', h: 0.25 });
  if (tool.mechanisms['steam']) harms.push({ name: 'steam', h: 0.15 });
  return {
    tool,
    D: doseOf(active, t.work_min, 20),
    keep: harms.reduce((k, x) => k * (1 - x.h), 1),
    parts: () => {
      const parts: Rung['doses'] = [];
      doseOf(active, t.work_min, 20, parts);
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
    D: 0,
    keep: 1,
    parts: () => [],
    harms: () => [],
  };
}
