import { type Catalogue, type Mechanism, sourceOf } from '../catalogue';
import { mechanismOf, type Method } from './combine';
import type { ProductOption } from './options';
import { appliesTo, meetsHere, neighbourHit } from './refuse';
import { coverageOf } from './stances';
import { composeSteps, usesOf } from './steps';
import { activeOf, doseOf, tuning } from './supply';
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
export function rungOf(m: Method, rung: number, face: Face, context: Here, catalogue: Catalogue): Rung {
  const { chem, tool } = m;
  const p = chem.product;
  const water = p !== null && chem.plain;
  const protection = p
    ? [...catalogue.protection.values()]
        .filter(
          (r) =>
            r.action === 'wear' &&
            !(r.when.signal && chem.dose && chem.dilution < 0.02 && p.hazards.signal === 'Warning') &&
            !(water && r.when.mild) &&
            appliesTo(r, p, chem.dilution, chem.application.id, context, catalogue),
        )
        .map((r) => ({ text: r.says, because: r.because, source: r.basis.default }))
    : [];
  for (const { stance, choice } of context.habits)
    if (choice.wear) protection.push({ text: choice.wear, because: stance.because, source: 'household' });
  const meets = p
    ? meetsHere(p, face, context, catalogue)
        .filter((m) => m.answer.findings.length > 0)
        .map(({ last, product, answer }) => ({
          text: `${product.name}${last ? `, used here ${last.daysAgo === 0 ? 'today' : last.daysAgo === 1 ? 'yesterday' : `${last.daysAgo} days ago`}, ${last.rinsed ? 'rinsed' : 'not rinsed'}` : ', always here'}: ${answer.headline.toLowerCase()}. ${answer.then[0] ?? ''}`.trim(),
          level: answer.level,
          source: answer.findings[0]?.source ?? 'common-practice',
        }))
    : [];
  const rinse = p ? (face.material.touch && p.rinse !== 'none' && !water ? 'rinse' : (p.rinse ?? 'wipe')) : 'none';
  const guard =
    p && chem.application.held && !chem.application.reaches
      ? guardFor(chem as ProductOption, context, catalogue)
      : null;
  const rinseMin = rinse === 'rinse' ? 2 : rinse === 'wipe' ? 1 : 0;
  const coverage = coverageOf(context.habits);
  const minutes = Math.ceil(
    chem.application.setup_min +
      chem.dwell_min +
      tuning(catalogue).work_min * Math.max(0.5, face.area_m2) * coverage +
      rinseMin +
      (p && !water ? 1 : 0),
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
    sinner: sinnerOf(m, face, catalogue),
    doses: [...chem.parts(), ...tool.parts()].sort((a, b) => b.dose - a.dose),
    harms: [...chem.harms(), ...tool.harms()].sort((a, b) => b.h - a.h),
    mechanism: mechanismOf(chem, tool),
    protection,
    meets,
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
  return { ...partial, steps: composeSteps(partial, tool, face, { guard, water }, catalogue) };
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
    const hit = neighbourHit(o.from, n, catalogue);
    if (hit) return n.name ?? hit.name;
  }
  return null;
}

const round1 = (x: number): number => Math.round(x * 10) / 10;
/** How a method is called: product, strength, way of putting on, and the tool where it matters. */
export function methodName(chem: ChemOption, tool: ToolOption): string {
  const t = tool.tool.name;
  if (!chem.product) return `Dry, with ${/^[aeiou]/i.test(t) ? 'an' : 'a'} ${t}`;
  const warm = chem.temperature_C > 25 ? ', warm' : '';
  const name = chem.product.name.replace(/\s+\d+(\.\d+)?\s*%$/, '');
  const strength = chem.strength ? ` ${chem.strength.percent} %` : '';
  const spoken =
    chem.product.disclosed === 'yes' ? strength : chem.dose ? ` ${chem.dose.amount} ${chem.dose.unit}` : '';
  const showStrength = chem.strength && chem.strength.percent < 99 ? spoken : '';
  // a plain cloth goes without saying; what scrubs, scrapes, draws or steams is named
  const rest = tool.tool.cloth ? '' : `, then ${t}`;
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}${showStrength}, ${chem.application.says}${warm}${rest}`;
}
