import { capital } from '../reason';
import { type Catalogue, type Mechanism, percentInUse, sourceOf, tuning } from '../catalogue';
import { soapLost_gPerL } from '../dilution';
import { significant } from '../quantity';
import { mechanismOf, type Method } from './combine';
import { followerOf } from './follow';
import type { Stand } from './ladder';
import { type ProductOption, strains } from './options';
import { washes } from './wash';
import { judgeThere, thereWords, wearFor } from '../gate';
import { neighbourHit, toldFor } from './refuse';
import { ledBy } from './remedies';
import { coverageOf } from './stances';
import { composeSteps, usesOf } from './steps';
import { activeOf, doseOf } from './supply';
import type { ChemOption, Context, Face, Here, Rung, Share, ToolOption } from './types';

/** Losses of dose without chemistry, without action, at 20 °C, at one minute: normalised to one (Sinner 1959). */
function sinnerOf(m: Method, face: Face, catalogue: Catalogue): Share {
  const { chem, tool } = m;
  const active = activeOf(chem.supply, face, chem.temperature_C > tuning(catalogue).cool_C, catalogue);
  const cool = doseOf(active, chem.dwell_min, 20);
  const short = doseOf(active, Math.min(1, chem.dwell_min || 1), chem.temperature_C);
  const sum = (parts: Rung['doses'], factor: Mechanism['factor']): number =>
    parts.reduce((a, p) => a + (catalogue.mechanisms.get(p.mechanism)!.factor === factor ? p.dose : 0), 0);
  const [ofChem, ofTool] = [chem.parts(), tool.parts()];
  const losses = {
    chemistry: sum(ofChem, 'chemistry'),
    action: sum(ofChem, 'action') + sum(ofTool, 'action'),
    temperature: sum(ofChem, 'temperature') + sum(ofTool, 'temperature') + Math.max(0, chem.D - cool),
    time: chem.product ? Math.max(0, chem.D - short) : 0,
  };
  const all = losses.chemistry + losses.action + losses.temperature + losses.time;
  if (all <= 0) return { chemistry: 0, action: 1, temperature: 0, time: 0 };
  return {
    chemistry: losses.chemistry / all,
    action: losses.action / all,
    temperature: losses.temperature / all,
    time: losses.time / all,
  };
}

/** A method told in full: name, steps, protection, shares, sums, basis. */
export function rungOf(
  stand: Stand,
  rung: number,
  instead: readonly Method[],
  others: readonly Method[],
  face: Face,
  context: Here,
  catalogue: Catalogue,
): Rung {
  const m = stand.method;
  const { chem, tool } = m;
  const p = chem.product;
  const water = p !== null && chem.plain;
  const profile = context.profile ?? {};
  const protection: Rung['protection'] = p
    ? wearFor(p, chem.dilution, chem.dose !== null, chem.application.id, profile, catalogue).filter(
        (g) => !(water && g.kind === 'bare'),
      )
    : [];
  for (const w of face.soil.hazard?.wear ?? [])
    protection.push({ ...w, source: sourceOf(face.soil, 'hazard', catalogue).id });
  for (const { stance, choice } of context.habits)
    if (choice.wear)
      protection.push({ kind: 'gloves', text: choice.wear, because: stance.because, source: 'household' });
  const there = p
    ? judgeThere({ product: p.id }, context.met, context.clock, catalogue)
    : { bars: [], asks: [], met: [] };
  const meets = meetsOf(there.met);
  const rinse = p ? (face.material.touch && p.rinse !== 'none' && !water ? 'rinse' : (p.rinse ?? 'wipe')) : 'none';
  const t = tuning(catalogue).time;
  const guard =
    p && chem.application.held && !chem.application.reaches
      ? guardFor(chem as ProductOption, context, catalogue)
      : null;
  const rinseMin = rinse === 'rinse' ? t.rinse_min : rinse === 'wipe' ? t.wipe_min : 0;
  const coverage = coverageOf(context.habits);
  const follower = followerOf(tool.tool, chem.application.wetness !== 'dry', face, context, catalogue);
  const minutes = Math.ceil(
    chem.application.setup_min +
      chem.dwell_min +
      (tool.tool.min_per_m2 ?? tuning(catalogue).work_min) *
        Math.max(t.area, face.area_m2) *
        coverage *
        (strains(tool.tool, face, catalogue) ? t.strained : 1) +
      Math.max(0, (tool.tool.contact_min ?? 0) - tuning(catalogue).work_min) +
      rinseMin +
      (p && !water ? t.wear_min : 0) +
      (follower ? (follower.active_s / 60) * Math.max(t.area, face.area_m2) : 0),
  );
  const partial: Omit<Rung, 'steps'> = {
    rung,
    name: methodName(chem, tool),
    product: p?.id ?? null,
    strength: chem.strength,
    dose: chem.dose,
    tool: tool.tool.id,
    apply: chem.application.id,
    temperature_C: chem.temperature_C,
    wetness: chem.application.wetness,
    rinse,
    dwell_min: round1(chem.dwell_min),
    dwellMax_min: round1(chem.dwellMax_min),
    minutes,
    cost: costOf(usesOf(chem, tool, face, coverage), context.prices),
    effect: m.effect,
    modelEffect: m.modelEffect,
    evidence: m.evidence,
    harm: m.cost,
    stronger: stand.stronger.map((more) => ({ how: moreThan(m, more), effect: more.effect, harm: more.cost })),
    or: instead.map(({ chem, effect, cost }) => ({
      product: chem.product!.id,
      name: chem.product!.name,
      effect,
      harm: cost,
    })),
    orWith: others.map(({ tool: x, effect, cost }) => ({ tool: x.tool.id, name: x.tool.name, effect, harm: cost })),
    follow: follower && {
      with: follower.with.map((id) => ({ tool: id, name: catalogue.tools.get(id)!.name })),
      text: follower.text,
    },
    remedy: stand.remedy && p ? (catalogue.mechanisms.get(ledBy(p))?.name ?? null) : null,
    madeFor: stand.own ? face.material.family : null,
    sinner: sinnerOf(m, face, catalogue),
    doses: [...chem.parts(), ...tool.parts()].sort((a, b) => b.dose - a.dose),
    harms: [...chem.harms(), ...tool.harms()].sort((a, b) => b.h - a.h),
    mechanism: mechanismOf(chem, tool),
    protection,
    meets,
    may: chem.from ? 'from' : there.asks.length || protection.some((g) => g.kind !== 'bare') ? 'with' : 'yes',
    from: chem.from,
    with: there.asks.map(({ kind, text, source }) => ({ kind, text, source })),
    minds: [...mindsOf(chem, tool, face, catalogue), ...waterMinds(chem, context, catalogue)],
    then: null,
    washes: washes(chem, tool, catalogue),
    uses: usesOf(chem, tool, face, coverage),
    basis: [
      ...(p ? [{ claim: p.name, source: sourceOf(p, 'mechanisms', catalogue).id }] : []),
      { claim: face.material.name, source: sourceOf(face.material, 'pH', catalogue).id },
      { claim: face.soil.name, source: sourceOf(face.soil, 'lifts', catalogue).id },
      { claim: tool.tool.name, source: sourceOf(tool.tool, 'mechanisms', catalogue).id },
      { claim: 'effect and harm', source: 'from-memory' },
      { claim: 'four factors', source: 'sinner-1959' },
    ],
  };
  return {
    ...partial,
    steps: composeSteps(partial, tool, face, { guard, water, powder: p?.state === 'powder', follower }, catalogue),
  };
}

/** What is there, and what became of it, each thing once with the worst that it makes with this product. */
function meetsOf(met: ReturnType<typeof judgeThere>['met']): Rung['meets'] {
  const worst = new Map<string, Rung['meets'][number]>();
  for (const { there, item, finding: f } of met) {
    const words = thereWords(there, item);
    const had = worst.get(words);
    if (had && had.level >= f.level) continue;
    worst.set(words, { text: `${words}. ${f.note ?? f.because}`, level: f.level, source: f.source });
  }
  return [...worst.values()].sort((a, b) => b.level - a.level);
}

/** Conditions of the soil that only the person can see, where this method would meet them. */
function mindsOf(chem: ChemOption, tool: ToolOption, face: Face, catalogue: Catalogue): Rung['minds'] {
  const from = tuning(catalogue).mechanismFrom;
  const wet = chem.application.wetness !== 'dry';
  return face.soil.sets.filter(toldFor).flatMap((s) => {
    const has =
      (chem.supply[s.mechanism] ?? 0) > from ||
      (tool.tool.mechanisms[s.mechanism] ?? 0) > from ||
      (s.mechanism === 'wetting' && wet);
    const name = catalogue.mechanisms.get(s.mechanism)?.name ?? s.mechanism;
    return has
      ? [{ text: `${capital(name)}, if so: ${s.because}.`, source: sourceOf(face.soil, 'sets', catalogue).id }]
      : [];
  });
}

/** Soap in hard water: what the lime of each litre takes of it. */
function waterMinds({ product, dose, dilution }: ChemOption, { water_mgL }: Here, catalogue: Catalogue): Rung['minds'] {
  const soap = product && dose && water_mgL ? percentInUse({ product, dilution }, ['soap'], catalogue) * 10 : 0;
  if (!soap) return [];
  const lost = Math.min(soap, soapLost_gPerL(water_mgL!));
  return [
    {
      text: `Your water (${Math.round(water_mgL!)} mg/L of lime) takes ${significant(lost, 2)} g of the ${significant(soap, 2)} g of soap in a litre: soft water, or a detergent that is no soap.`,
      source: 'formula-soap',
    },
  ];
}

/** What the method takes from the shelf, in money; null when a price is not known. */
function costOf(uses: Rung['uses'], prices: Here['prices']): number | null {
  if (!uses.length) return 0;
  let sum = 0;
  for (const u of uses) {
    const price = prices?.[u.item];
    if (price === undefined) return null;
    sum += price * u.amount;
  }
  return Math.round(sum * 1000) / 1000;
}

/** The neighbour that this product would harm if it ran: what the towel is for. */
function guardFor(o: ProductOption, context: Context, catalogue: Catalogue): string | null {
  for (const n of context.neighbours ?? []) {
    if (!n.runoff) continue;
    const hit = neighbourHit(o.strengthOf, n, catalogue);
    if (hit) return n.name ?? hit.name;
  }
  return null;
}

/** What is more about a method than about another of the same way: "warm, on a held cloth, 30 min". */
function moreThan({ chem: less, tool }: Method, { chem, tool: other }: Method): string {
  const said = [
    chem.temperature_C > less.temperature_C ? 'warm' : chem.temperature_C < less.temperature_C ? 'cool' : null,
    chem.application.id !== less.application.id ? chem.application.says : null,
    chem.dose && less.dose && chem.dose.amount > less.dose.amount ? `${chem.dose.amount} ${chem.dose.unit}` : null,
    chem.dwell_min > less.dwell_min ? `left ${round1(chem.dwell_min)} min` : null,
    other.tool.id !== tool.tool.id ? `with ${withArticle(other.tool.name)}` : null,
  ];
  return said.filter(Boolean).join(', ') || 'more of it';
}
const withArticle = (name: string): string => `${/^[aeiou]/i.test(name) ? 'an' : 'a'} ${name}`;

const round1 = (x: number): number => Math.round(x * 10) / 10;
/** How a method is called: product, strength, way of putting on, and the tool where it matters. */
export function methodName(chem: ChemOption, tool: ToolOption): string {
  const t = tool.tool.name;
  if (!chem.product) return `Dry, with ${withArticle(t)}`;
  const warm = chem.temperature_C > 25 ? ', warm' : '';
  const name = chem.product.name.replace(/\s+\d+(\.\d+)?\s*%$/, '');
  const strength = chem.strength ? ` ${chem.strength.percent} %` : '';
  const spoken =
    chem.product.disclosed === 'yes' ? strength : chem.dose ? ` ${chem.dose.amount} ${chem.dose.unit}` : '';
  const showStrength = chem.strength && chem.strength.percent < 99 ? spoken : '';
  // a plain cloth goes without saying; what scrubs, scrapes, draws or steams is named
  const rest = tool.tool.cloth ? '' : `, then ${t}`;
  return `${capital(name)}${showStrength}, ${chem.application.says}${warm}${rest}`;
}
