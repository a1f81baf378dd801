import { type Catalogue, type Product, productClasses, sourceOf, type Tool } from '../catalogue';
import { meetsHere, neighbourHit, refuseApplication, refuseHeat, strengthOnMaterial } from './refuse';
import { applicationsOf, chemDose, type Strength, strengthsOf, toolDose, tuning } from './supply';
import type { ChemOption, Context, Face, Refusal, Rung, ToolOption } from './types';

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** Nothing in it but water. */
export const isWater = (product: Product, catalogue: Catalogue): boolean =>
  productClasses(product, catalogue).every((c) => c === 'water');

/** A product at one strength, put on one way; `from` is the strength that it came from. */
export type ProductOption = ChemOption & { product: NonNullable<ChemOption['product']>; from: Strength };

/** Every way of putting a product on that the face, its neighbours and the household allow; and the limits met. */
export function productOptions(
  product: ProductOption['product'],
  face: Face,
  context: Context,
  catalogue: Catalogue,
): { admitted: ProductOption[]; refused: Refusal[] } {
  const t = tuning(catalogue);
  const admitted: ProductOption[] = [];
  const refused: Refusal[] = [];
  const plain = isWater(product, catalogue);
  const meets = meetsHere(product, face, context, catalogue);
  const clash = meets.find((m) => m.answer.level >= 3);
  if (clash) {
    const f = clash.answer.findings[0]!;
    const when = clash.last
      ? `${clash.product.name} was used here ${clash.last.daysAgo === 0 ? 'today' : `${clash.last.daysAgo} days ago`}${clash.last.rinsed ? '' : ' and not rinsed off'}`
      : `${clash.product.name} is always there`;
    return {
      admitted,
      refused: [
        {
          limit: 'must not meet',
          because: `${when}. ${f.because}`,
          operands: f.between.join(' with '),
          source: f.source,
        },
      ],
    };
  }
  const coolOnly =
    face.soil.sets.some((s) => s.kind === 'ban' && s.mechanism === 'water_warm') ||
    productClasses(product, catalogue).some((c) => catalogue.operandsOf.get(c)?.includes('active-halogen'));
  for (const s of strengthsOf(product, catalogue)) {
    const v = strengthOnMaterial(s, face.material, catalogue);
    if ('refusal' in v) {
      refused.push(v.refusal);
      continue;
    }
    const hits = (context.neighbours ?? [])
      .filter((n) => n.runoff)
      .map((n) => ({ n, hit: neighbourHit(s, n, catalogue) }))
      .find((x) => x.hit !== null);
    for (const application of applicationsOf(s, face, catalogue)) {
      const put = refuseApplication(
        { product, dilution: s.dilution, application },
        hits?.hit ? { name: hits.n.name ?? hits.hit.name, hit: hits.hit } : null,
        face,
        context,
        catalogue,
      );
      if (put) {
        refused.push(put);
        continue;
      }
      const warms = application.wetness === 'damp' || application.held;
      for (const temperature_C of coolOnly || !warms || (s.product.use.unit === 'neat' && !s.product.pantry)
        ? [t.cool_C]
        : [t.cool_C, t.warm_C]) {
        const heat = refuseHeat(temperature_C, face, catalogue);
        if (heat) {
          refused.push(heat);
          continue;
        }
        const own = application.dwell_min ?? product.dwell_min;
        const longest = Math.min(v.maxMinutes, own?.max ?? 2, application.stays_min ?? Infinity);
        if (application.dwell_min && longest < application.dwell_min.min) {
          refused.push({
            limit: 'time',
            because: `${capital(application.name)} needs ${application.dwell_min.min / 60} hours, and ${face.material.name} bears it for ${longest} minutes.`,
            operands: `${application.dwell_min.min} min against ${longest} min`,
            source: sourceOf(face.material, 'tolerates', catalogue).id,
          });
          continue;
        }
        const shortest = Math.min(longest, application.held ? (own?.min ?? 1) : 1);
        for (const dwell of dwells(shortest, longest)) {
          const supply = application.only
            ? Object.fromEntries(Object.entries(s.supply).filter(([m]) => application.only!.includes(m)))
            : { ...s.supply, ...application.adds };
          const { D, parts } = chemDose(supply, face, dwell, temperature_C, catalogue);
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
            D,
            parts,
            harms: [],
            keep: 1,
          };
          o.harms = [...v.nearness, ...applicationHarm(o, face, catalogue)];
          o.keep = o.harms.reduce((k, h) => k * (1 - h.h), 1);
          admitted.push(o);
        }
      }
    }
  }
  return { admitted, refused };
}

/** Waits worth telling apart: the shortest, three times that, and the longest. Minutes. */
function dwells(shortest: number, longest: number): number[] {
  if (longest <= shortest * 1.5) return [longest];
  const middle = shortest * 3;
  return longest <= middle * 1.5 ? [shortest, longest] : [shortest, middle, longest];
}

function applicationHarm(o: ProductOption, face: Face, catalogue: Catalogue): Rung['harms'] {
  const harms: Rung['harms'] = [];
  const order = ['dry', 'damp', 'wet', 'flood'];
  const wet = order.indexOf(o.application.wetness) / Math.max(1, order.indexOf(face.material.wetness));
  if (wet > 0) harms.push({ name: `${o.application.wetness} of ${face.material.wetness}`, h: 0.05 * wet ** 2 });
  // time itself harms wood, leather, wool, paper; what may be soaked does not mind
  if (face.material.porous && face.material.wetness !== 'flood' && o.dwell_min > 2)
    harms.push({ name: 'time on a face that drinks', h: Math.min(0.1, 0.005 * o.dwell_min) });
  if (face.material.maxTemp_C && o.temperature_C > 25)
    harms.push({
      name: `${o.temperature_C} of ${face.material.maxTemp_C} °C`,
      h: 0.04 * (o.temperature_C / face.material.maxTemp_C) ** 2,
    });
  // dilution and a wrung cloth keep vapour down; a spray puts all of it into the air
  const vapour = o.product.fume * Math.min(1, o.dilution * 4) * (o.application.reaches ? 1.3 : 1);
  if (vapour > 0.03) harms.push({ name: 'vapour for people', h: Math.min(0.5, 0.3 * vapour) });
  const burns = o.product.hazards.signal === 'Danger' ? 0.08 : o.product.hazards.signal === 'Warning' ? 0.03 : 0.005;
  // the trade's order: water, detergent, mild acid or alkali, solvent or oxidiser, whatever the limits allow
  for (const [id, supply] of Object.entries(o.supply)) {
    const m = catalogue.mechanisms.get(id)!;
    if (m.factor === 'chemistry' && m.harm > 0.03 && supply > 0.05) harms.push({ name: m.name, h: m.harm * supply });
  }
  harms.push({ name: 'skin and eyes', h: burns * (o.dose ? 0.6 : 1) * (o.application.reaches ? 1.4 : 1) });
  return harms;
}

/** A tool on this face, dry or wet: its dose, and how near each limit is. */
export function toolOption(tool: Tool, face: Face, dry: boolean, catalogue: Catalogue): ToolOption {
  const t = tuning(catalogue);
  const { D, parts } = toolDose(tool.mechanisms, face, dry, catalogue);
  const harms: Rung['harms'] = [];
  const limit = t.scrubLimit[face.material.scrub]!;
  harms.push({
    name: `rubbing ${tool.scrub} of ${limit}`,
    // a soft cloth well inside the limit leaves no trace; wear begins at about two fifths of what the face bears
    h: 0.1 * Math.max(0, tool.scrub / limit - 0.4) ** 2 * (face.material.gloss === 'gloss' ? 1.3 : 1),
  });
  if (tool.abrasive !== 'none' && tool.finePolish) harms.push({ name: 'polish takes metal', h: 0.15 });
  else if (tool.abrasive !== 'none' && face.material.hardness)
    harms.push({
      name: 'scratching',
      h: Math.min(0.6, 0.45 * ((tool.hardness_mohs ?? 6) / face.material.hardness) ** 2),
    });
  if (tool.lint === 'high' && face.material.gloss === 'gloss') harms.push({ name: 'lint on a gloss', h: 0.05 });
  if (tool.blade) harms.push({ name: 'blade', h: 0.25 });
  if (tool.mechanisms['steam']) harms.push({ name: 'steam', h: 0.15 });
  const real = harms.filter((h) => h.h > 0.001);
  return { tool, D, parts, harms: real, keep: real.reduce((k, h) => k * (1 - h.h), 1) };
}
