import {
  type Application,
  type Catalogue,
  type Material,
  productClasses,
  type Product,
  type Protection,
  sourceOf,
  type Tool,
  withFinish,
} from '../catalogue';
import { judge, resolveItems, type MixAnswer } from '../mixing';
import { significant } from '../quantity';
import { stanceRefusesProduct, stanceRefusesSpray, stanceRefusesTool } from './stances';
import { percentInUse, type Strength, tuning } from './supply';
import type { Context, Face, Here, Last, Neighbour, Refusal } from './types';

const WET_ORDER = ['dry', 'damp', 'wet', 'flood'];
const f1 = (x: number): string => String(significant(x, 3));
const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/** A refusal, or how many minutes the method may stay at most. */
export type Verdict =
  { refusal: Refusal } | { maxMinutes: number; nearness: { name: string; h: number }[]; keep: number };

// ---------- product alone

/** What refuses a product whatever its strength: not advised, stance, household, kit. */
export function refuseProduct(product: Product, face: Face, context: Here, catalogue: Catalogue): Refusal | null {
  const src = sourceOf(product, 'contents', catalogue).id;
  if (!product.advised)
    return {
      limit: 'never advised',
      because: `${capital(product.name)} is known here so that mixing can be judged; it is no method for a household face.`,
      source: src,
    };
  const made =
    product.suits === 'none' ||
    (product.suits !== 'both' && (product.suits === 'soft') !== face.material.soft) ||
    (product.families && !product.families.includes(face.material.family));
  if (made)
    return {
      limit: 'made for something else',
      because: `${capital(product.name)} is made for ${product.families ? product.families.join(' and ') : product.suits === 'none' ? 'a machine, a drain or another use' : product.suits === 'soft' ? 'cloth and pile' : 'hard faces'}, not for ${face.material.name}.`,
      source: sourceOf(product, 'suits', catalogue).id,
    };
  if (product.floor && !face.material.floor && face.zone !== 'floor')
    return {
      limit: 'made for something else',
      because: `${capital(product.name)} is made for floors, not for ${face.material.name}.`,
      source: sourceOf(product, 'suits', catalogue).id,
    };
  if (product.forNatures && !product.forNatures.includes(face.soil.nature))
    return {
      limit: 'kind of soil',
      because: `${capital(product.name)} is made for ${product.forNatures.join(' and ').replace(/-/g, ' ')}, not for ${face.soil.name}.`,
      source: sourceOf(product, 'suits', catalogue).id,
    };
  const profile = context.profile ?? {};
  const classes = productClasses(product, catalogue);
  const water = classes.every((c) => c === 'water');
  if (profile.stance === 'pantry' && !product.pantry)
    return {
      limit: 'stance',
      because: 'You keep to the pantry: this is no pantry product.',
      source: 'common-practice',
    };
  if (profile.stance === 'steam' && !water)
    return { limit: 'stance', because: 'You keep to steam and water.', source: 'common-practice' };
  if (profile.noChlorine && percentInUse({ product, dilution: 1 }, ['active-halogen'], catalogue) > 0)
    return { limit: 'no chlorine', because: 'This household uses no chlorine.', source: 'common-practice' };
  if (profile.fragranceFree && product.fragrance !== 'no')
    return {
      limit: 'fragrance-free',
      because:
        product.fragrance === 'yes' ? 'It is scented.' : 'It may be scented, and this household is fragrance-free.',
      source: 'common-practice',
    };
  const chosen = stanceRefusesProduct(product, context.neighbours ?? [], context.habits, catalogue);
  if (chosen) return chosen;
  for (const rule of catalogue.protection.values())
    if (rule.action === 'refuse' && !rule.when.apply && appliesTo(rule, product, 1, null, context, catalogue, classes))
      return { limit: rule.name, because: `${rule.says}: ${rule.because}.`, source: rule.basis.default };
  const ban = face.soil.sets.find((s) => s.kind === 'ban' && setBy(s.mechanism, product, classes, catalogue));
  if (ban)
    return {
      limit: 'makes it worse',
      because: `${mechanismName(ban.mechanism, catalogue)} on ${face.soil.name}: ${ban.because}.`,
      source: sourceOf(face.soil, 'sets', catalogue).id,
    };
  return null;
}

/** A soil's ban reads on a product by its mechanisms, or by a class of that name; a ban on warmth is none on the product. */
function setBy(mechanism: string, product: Product, classes: readonly string[], catalogue: Catalogue): boolean {
  if (catalogue.mechanisms.get(mechanism)?.when) return false;
  if ((product.mechanisms[mechanism] ?? 0) > 0.05) return true;
  if (mechanism === 'salt') return classes.includes('halide-salt') && product.contents.some((c) => c.percent.max >= 50);
  return classes.includes(mechanism) && !mechanism.startsWith('water');
}
const mechanismName = (id: string, catalogue: Catalogue): string => capital(catalogue.mechanisms.get(id)?.name ?? id);

/** Whether a protection rule concerns this product, put on this way, in this household. */
export function appliesTo(
  rule: Protection,
  product: Product,
  dilution: number,
  apply: string | null,
  context: Context,
  catalogue: Catalogue,
  classes = productClasses(product, catalogue),
): boolean {
  const w = rule.when;
  const p = context.profile ?? {};
  if (w.people && !p.people?.includes(w.people)) return false;
  if (w.pets && !p.pets?.includes(w.pets)) return false;
  if (w.septic && (!p.septic || !w.septic.includes(product.septic))) return false;
  if (w.apply && (!apply || !w.apply.includes(apply))) return false;
  if (w.state && !w.state.includes(product.state)) return false;
  if (w.fume !== undefined && product.fume * Math.min(1, dilution * 4) < w.fume) return false;
  if (w.signal && !(product.hazards.signal && w.signal.includes(product.hazards.signal))) return false;
  if (w.pictograms && !w.pictograms.some((g) => product.hazards.pictograms.includes(g))) return false;
  if (w.classes) {
    if (w.minPercent !== undefined) return percentInUse({ product, dilution }, w.classes, catalogue) >= w.minPercent;
    return w.classes.some((c) => classes.includes(c));
  }
  if (w.mild) return product.hazards.signal === null && !product.hazards.pictograms.length;
  return Boolean(
    w.people || w.pets || w.septic || w.state || w.fume !== undefined || w.signal || w.pictograms || w.mild,
  );
}

// ---------- strength on a face (also used for what runs onto a neighbour)

/**
 * Limits of a material against a product at a strength: pH and time, what attacks the face, abrasives.
 * Returns the first limit broken, or the longest time it may stay and how near each limit is (0–1).
 */
export function strengthOnMaterial(s: Strength, material: Material, catalogue: Catalogue): Verdict {
  let seen = verdicts.get(s);
  if (!seen) verdicts.set(s, (seen = new WeakMap()));
  let v = seen.get(material);
  if (!v) seen.set(material, (v = judgeStrength(s, material, catalogue)));
  return v;
}
/** Strengths and faces are immutable: each pair is judged once. */
const verdicts = new WeakMap<Strength, WeakMap<Material, Verdict>>();

function judgeStrength(s: Strength, material: Material, catalogue: Catalogue): Verdict {
  const t = tuning(catalogue);
  let max = Infinity;
  const nearness: { name: string; h: number }[] = [];
  const refuse = (limit: string, because: string, operands: string, field: string): Verdict => ({
    refusal: { limit, because, operands, source: sourceOf(material, field, catalogue).id },
  });
  const near = (name: string, h: number): void => {
    if (h > 0.005) nearness.push({ name, h: Math.min(0.9, h) });
  };
  if (s.pH && s.reserve >= t.reserve_molPerL) {
    for (const [end, value] of [
      ['low', s.pH.min],
      ['high', s.pH.max],
    ] as const) {
      const edge = end === 'low' ? material.pH.min : material.pH.max;
      const out = end === 'low' ? value < edge : value > edge;
      const what = end === 'low' ? 'acid' : 'alkali';
      if (!out) {
        const room = Math.abs(7 - edge);
        const used = end === 'low' ? 7 - value : value - 7;
        if (used > 0 && room > 0) near(`pH ${f1(value)} of ${f1(edge)}`, 0.15 * (used / room) ** 2);
        continue;
      }
      const zone = material.pH.outside.find((z) => value >= z.min && value <= z.max);
      if (!zone) {
        const why =
          material.acidSoluble && end === 'low'
            ? `${capital(material.name)} dissolves in acid.`
            : `Too ${what === 'acid' ? 'acid' : 'alkaline'} for ${material.name}.`;
        return refuse('pH', why, `pH ${f1(value)} against ${f1(edge)} for ${material.name}`, 'pH');
      }
      max = Math.min(max, zone.minutes);
      near(`pH ${f1(value)} past ${f1(edge)}, ${zone.minutes} min at the most`, 0.35);
    }
  }
  for (const attack of catalogue.attacks.values()) {
    const percent = percentInUse(s, attack.classes, catalogue);
    if (percent < attack.fromPercent) continue;
    const tolerance = material.tolerates[attack.tolerance];
    if (tolerance === 'ok') {
      near(attack.name, 0.04);
      continue;
    }
    if (tolerance === 'no')
      return refuse(
        attack.name,
        `${capital(attack.name)} attacks ${material.name}.`,
        `${f1(percent)} % ${attack.name}; ${material.name} bears none`,
        'tolerates',
      );
    if (tolerance.startsWith('dilute') && attack.dilutePercent !== null && percent > attack.dilutePercent * 1.2)
      return refuse(
        attack.name,
        `Too strong for ${material.name}.`,
        `${f1(percent)} % ${attack.name} against ${attack.dilutePercent} %`,
        'tolerates',
      );
    if (tolerance !== 'dilute') max = Math.min(max, attack.brief_min);
    near(`${attack.name}, ${tolerance.replace('-', ', ')}`, tolerance === 'dilute' ? 0.12 : 0.3);
  }
  if ((s.supply['abrasion'] ?? 0) > 0) {
    const hardness = Math.max(
      0,
      ...s.product.contents
        .filter((c) => c.percent.max >= 1)
        .map((c) => catalogue.substances.get(c.substance)?.hardness ?? 0),
    );
    const polish = s.product.finePolish && polishes(material);
    const r = polish ? null : abrasiveOn(`the grit in ${s.product.name}`, hardness, material, catalogue);
    if (r) return { refusal: r };
    if (polish) near('polish takes metal', 0.15);
    else near('grit', material.hardness ? 0.4 * (hardness / material.hardness) ** 2 : 0.3);
  }
  return { maxMinutes: max, nearness, keep: nearness.reduce((k, n) => k * (1 - n.h), 1) };
}

/** Solid metal is polished by powder under about 5 µm; a finish of unknown nature is not taken for solid. */
const polishes = (m: Material): boolean => m.face === 'solid' && m.family === 'metal' && m.hardness !== null;

/** An abrasive against a face: top of its range against the bottom of the face's. */
function abrasiveOn(what: string, hardness: number, material: Material, catalogue: Catalogue): Refusal | null {
  const source = sourceOf(material, 'hardness', catalogue).id;
  if (material.face !== 'solid')
    return {
      limit: 'abrasive',
      because: `A ${material.face} face bears no abrasive, whatever its hardness.`,
      operands: `${what} hardness ${f1(hardness)} against ${material.name}${material.hardness ? ` ${f1(material.hardness)}` : ''}`,
      source,
    };
  if (material.hardness === null)
    return {
      limit: 'abrasive',
      because: `${capital(material.name)} is roughened by any abrasive.`,
      operands: `${what} hardness ${f1(hardness)} against no hardness to speak of`,
      source,
    };
  if (hardness >= material.hardness)
    return {
      limit: 'hardness',
      because: `It is as hard as ${material.name} or harder, and scratches it.`,
      operands: `${what} hardness ${f1(hardness)} against ${material.name} ${f1(material.hardness)}`,
      source: 'hardness-rule',
    };
  return null;
}

// ---------- product put on the face

/** Too warm for the face. */
export function refuseHeat(temperature_C: number, face: Face, catalogue: Catalogue): Refusal | null {
  const m = face.material;
  if (m.maxTemp_C === null || temperature_C <= m.maxTemp_C) return null;
  return {
    limit: 'heat',
    because: `Too warm for ${m.name}.`,
    operands: `${temperature_C} °C against ${m.maxTemp_C} °C`,
    source: sourceOf(m, 'maxTemp_C', catalogue).id,
  };
}

/** Limits that come from how it is put on: cloth only, wetness, household, and what it would run onto (`runoff`). */
export function refuseApplication(
  o: { product: Product; dilution: number; application: Application },
  runoff: { name: string; hit: Refusal } | null,
  face: Face,
  context: Here,
  catalogue: Catalogue,
): Refusal | null {
  const m = face.material;
  const src = (field: string): string => sourceOf(m, field, catalogue).id;
  if (m.clothOnly && o.application.reaches)
    return {
      limit: 'cloth only',
      because: `Nothing is sprayed or poured on ${m.name}: put it on the cloth.`,
      operands: `${o.application.name} against cloth only`,
      source: src('clothOnly'),
    };
  const dryFirst = face.soil.sets.some((x) => x.kind === 'ban' && x.mechanism === 'wetting');
  if (dryFirst && WET_ORDER.indexOf(o.application.wetness) > 1)
    return {
      limit: 'makes it worse',
      because: `Wetting ${face.soil.name}: ${face.soil.sets.find((x) => x.mechanism === 'wetting')!.because}.`,
      source: sourceOf(face.soil, 'sets', catalogue).id,
    };
  if (WET_ORDER.indexOf(o.application.wetness) > WET_ORDER.indexOf(m.wetness))
    return {
      limit: 'wetness',
      because: `${capital(m.name)} bears ${m.wetness === 'dry' ? 'no water' : `only ${m.wetness}`}.`,
      operands: `${o.application.wetness} against ${m.wetness}`,
      source: src('wetness'),
    };
  for (const rule of catalogue.protection.values())
    if (
      rule.action === 'refuse' &&
      rule.when.apply &&
      appliesTo(rule, o.product, o.dilution, o.application.id, context, catalogue)
    )
      return { limit: rule.name, because: `${rule.says}: ${rule.because}.`, source: rule.basis.default };
  if (o.application.reaches && o.application.wetness === 'wet') {
    const chosen = stanceRefusesSpray(context.habits);
    if (chosen) return chosen;
  }
  if (o.application.reaches && runoff)
    return {
      ...runoff.hit,
      limit: 'runs onto a neighbour',
      because: `${capital(o.application.name)}, it runs onto the ${runoff.name} beside it. ${runoff.hit.because}`,
    };
  return null;
}

/** What a product would do to a neighbour that it ran onto, or null. */
export function neighbourHit(s: Strength, n: Neighbour, catalogue: Catalogue): (Refusal & { name: string }) | null {
  const base = catalogue.materials.get(n.material);
  if (!base)
    return {
      limit: 'unknown neighbour',
      because: 'What stands beside it is not known, and unknown is not safe.',
      source: 'common-practice',
      name: n.material,
    };
  const face = withFinish(base, n.finish);
  const v = strengthOnMaterial(s, face, catalogue);
  return 'refusal' in v ? { ...v.refusal, name: face.name } : null;
}

/** What a product meets here: verdict against each thing that was here last, and what is always here. */
export function meetsHere(
  product: Product,
  face: Face,
  context: Context,
  catalogue: Catalogue,
): { last: Last | null; product: Product; answer: MixAnswer }[] {
  const out: { last: Last | null; product: Product; answer: MixAnswer }[] = [];
  const against = (id: string, last: Last | null): void => {
    const other = catalogue.products.get(id);
    if (!other || other.id === product.id) return;
    const answer = metOnce(product, other, last, face.material.porous, catalogue);
    if (answer) out.push({ last, product: other, answer });
  };
  for (const l of context.last ?? []) against(l.product, l);
  for (const r of context.resident ?? []) against(r, null);
  return out;
}

/** Products are immutable: two that meet in the same way are judged once. */
const met = new WeakMap<Product, WeakMap<Product, Map<string, MixAnswer | null>>>();
function metOnce(
  product: Product,
  other: Product,
  last: Last | null,
  porous: boolean,
  catalogue: Catalogue,
): MixAnswer | null {
  let of = met.get(product);
  if (!of) met.set(product, (of = new WeakMap()));
  let seen = of.get(other);
  if (!seen) of.set(other, (seen = new Map()));
  const key = `${last ? `${last.rinsed}|${last.daysAgo}` : 'always'}|${porous}`;
  let answer = seen.get(key);
  if (answer === undefined) {
    const items = resolveItems(
      [{ product: product.id }, { product: other.id, rinsed: last?.rinsed ?? false, daysAgo: last?.daysAgo ?? 0 }],
      catalogue,
    );
    answer = items.ok ? judge(items.value, { meeting: last ? 'surface' : 'fixture', porous }, catalogue) : null;
    seen.set(key, answer);
  }
  return answer;
}

// ---------- tool alone

/** What refuses a tool on this face: its kind, its class, hardness, gloss, blade, scrub, wetness, stance. */
export function refuseTool(tool: Tool, face: Face, context: Here, catalogue: Catalogue): Refusal | null {
  const m = face.material;
  const t = tuning(catalogue);
  const src = (field: string): string => sourceOf(m, field, catalogue).id;
  const own = sourceOf(tool, 'class', catalogue).id;
  if (tool.role === 'equipment')
    return { limit: 'equipment', because: `${capital(tool.name)} helps, but does not clean by itself.`, source: own };
  if (tool.suits !== 'both' && (tool.suits === 'soft') !== m.soft)
    return {
      limit: 'kind of face',
      because: `${capital(tool.name)} is made for ${tool.suits === 'soft' ? 'cloth and pile' : 'hard faces'}.`,
      source: own,
    };
  const chosen = stanceRefusesTool(tool, context.habits);
  if (chosen) return chosen;
  const toilet = face.zone === 'toilet' || face.zone === 'bowl';
  if (tool.class === 'toilet' && !toilet)
    return {
      limit: 'kept for the toilet',
      because: `${capital(tool.name)} is kept for the toilet and never leaves it.`,
      source: 'npsa-2007-15',
    };
  if (tool.class !== 'toilet' && (face.zone === 'bowl' || (tool.class !== 'any' && toilet)))
    return {
      limit: 'kept from the toilet',
      because: `${capital(tool.name)} goes back to other places: it stays out of the toilet.`,
      source: 'npsa-2007-15',
    };
  if (tool.class === 'floor' && !m.floor && face.zone !== 'floor')
    return {
      limit: 'kept for the floor',
      because: `${capital(tool.name)} is kept for floors.`,
      source: 'npsa-2007-15',
    };
  if (tool.mechanisms['steam'] && !m.steam)
    return {
      limit: 'steam',
      because: `${capital(m.name)} bears no steam.`,
      operands: `steam against ${m.name}`,
      source: src('steam'),
    };
  if (tool.abrasive !== 'none' && !(tool.finePolish && polishes(m))) {
    const r = abrasiveOn(tool.name, tool.hardness_mohs ?? 6, m, catalogue);
    if (r) return r;
  }
  if (
    (tool.forOrders && !tool.forOrders.includes(face.soil.order)) ||
    (tool.forNatures && !tool.forNatures.includes(face.soil.nature))
  )
    return {
      limit: 'kind of soil',
      because: `${capital(tool.name)} is made for ${(tool.forOrders ?? tool.forNatures!).join(' and ')}, and only spreads ${face.soil.name}.`,
      source: own,
    };
  if (tool.needsBody && face.severity < t.bodyFromSeverity && (face.soil.lifts['scrape'] ?? 0) < t.bodyFromLift)
    return {
      limit: 'nothing to get under',
      because: `${capital(tool.name)} needs a crust to get under; on a film it only scratches.`,
      operands: `severity ${face.severity} against ${t.bodyFromSeverity}`,
      source: own,
    };
  if (tool.dullsGloss && (m.gloss === 'gloss' || m.face !== 'solid' || m.hardness === null))
    return {
      limit: 'gloss',
      because: `${capital(tool.name)} is a very fine abrasive: it dulls a glossy, soft or printed face.`,
      operands: `${tool.name} against ${m.gloss ?? m.face} ${m.name}`,
      source: src('gloss'),
    };
  if (tool.blade && !m.blade)
    return {
      limit: 'blade',
      because: `A blade is for plain glass and glass-ceramic, wet; not for ${m.name}.`,
      operands: `blade against ${m.face} ${m.name}`,
      source: own,
    };
  if (tool.adhesive && m.noSticky)
    return {
      limit: 'sticky',
      because: `${capital(tool.name)} pulls at ${m.name}: its pile, print or skin comes off with it.`,
      operands: `glue against ${m.name}`,
      source: own,
    };
  if (tool.iron && m.ironFree)
    return {
      limit: 'iron',
      because: `Iron left in ${m.name} rusts.`,
      operands: `iron against ${m.name}`,
      source: src('face'),
    };
  if (face.soil.fine && tool.mechanisms['suction'] && !tool.fineFilter)
    return {
      limit: 'filter',
      because: `${capital(tool.name)} blows the finest of ${face.soil.name} back into the room: a HEPA filter keeps it.`,
      source: own,
    };
  const limit = t.scrubLimit[m.scrub]!;
  if (tool.scrub > limit && !(tool.mechanisms['suction'] ?? tool.mechanisms['sticky']))
    return {
      limit: 'scrubbing',
      because: `Too rough for ${m.name}.`,
      operands: `scrub ${f1(tool.scrub)} against ${f1(limit)}`,
      source: src('scrub'),
    };
  if (m.wetness === 'dry' && tool.wet === 'wet')
    return {
      limit: 'wetness',
      because: `${capital(m.name)} bears no water.`,
      operands: `wet against dry`,
      source: src('wetness'),
    };
  for (const s of face.soil.sets) {
    if (s.kind !== 'ban' || s.mechanism === 'rub') continue;
    const supply = tool.mechanisms[s.mechanism];
    if (supply && supply > 0.05)
      return {
        limit: 'makes it worse',
        because: `${mechanismName(s.mechanism, catalogue)} on ${face.soil.name}: ${s.because}.`,
        source: sourceOf(face.soil, 'sets', catalogue).id,
      };
  }
  return null;
}
