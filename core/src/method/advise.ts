import { type Catalogue, productClasses, sourceOf, type Tool, withFinish } from '../catalogue';
import { bad, ok, type Reason, type Result } from '../reason';
import { front, type Scored } from './front';
import {
  appliesTo,
  meetsHere,
  neighbourHit,
  refuseApplication,
  refuseHeat,
  refuseProduct,
  refuseTool,
  strengthOnMaterial,
} from './refuse';
import { composeSteps, usesOf } from './steps';
import { applicationsOf, chemDose, type Strength, strengthsOf, toolDose, tuning } from './supply';
import type {
  Advice,
  ChemOption,
  Considered,
  Context,
  Face,
  Question,
  Refusal,
  Rung,
  Share,
  ToolOption,
} from './types';

type ProductOption = ChemOption & { product: NonNullable<ChemOption['product']>; from: Strength };
interface Method extends Scored {
  chem: ChemOption;
  tool: ToolOption;
  D: number;
  effect: number;
  modelEffect: number;
  evidence: Rung['evidence'];
  mechanism: string;
}

/** Resolve ids to records, or say which one is not known. */
export function faceOf(q: Question, catalogue: Catalogue): Result<Face> {
  const base = catalogue.materials.get(q.material);
  if (!base) return bad('/material', `"${q.material}" is not in the catalogue of materials.`);
  if (q.finish && !base.finishes.some((f) => f.id === q.finish))
    return bad(
      '/finish',
      `${base.name} has no finish "${q.finish}": leave it out, or take one of ${base.finishes.map((f) => f.id).join(', ') || 'none'}.`,
    );
  const soil = catalogue.soils.get(q.soil);
  if (!soil) return bad('/soil', `"${q.soil}" is not in the catalogue of soils.`);
  const severity = q.severity ?? 3;
  if (!(severity >= 1 && severity <= 5)) return bad('/severity', 'How much of it: 1 (a trace) to 5 (a thick crust).');
  return ok({
    material: withFinish(base, q.finish),
    soil,
    severity: Math.round(severity),
    age: q.age ?? 'dried',
    area_m2: q.area_m2 ?? 1,
    zone: q.zone ?? soil.zone ?? null,
  });
}

/**
 * The ladder of methods for one soil on one face: generate, refuse with reasons, estimate effect and
 * harm from mechanisms, keep the Pareto front from gentlest to strongest, recommend the first that is
 * likely to suffice. Pure; effect, harm and shares 0–1, minutes, °C.
 */
export function advise(question: Question, context: Context, catalogue: Catalogue): Result<Advice> {
  const resolved = faceOf(question, catalogue);
  if (!resolved.ok) return resolved;
  const face = resolved.value;
  const t = tuning(catalogue);
  const because: Reason[] = [];
  const considered: Record<string, Considered> = {};
  const firstRefusal = new Map<string, Refusal>();
  const note = (id: string, r: Refusal): void => {
    if (!firstRefusal.has(id)) firstRefusal.set(id, r);
  };

  const need = t.needBySeverity[face.severity - 1]! / face.soil.ageFactor[face.age];
  const chems: ChemOption[] = [];
  const inKit = (id: string): boolean => !context.kit || context.kit.includes(id);
  const barred = (key: 'product' | 'tool', id: string): boolean =>
    (context.barred ?? []).some(
      (b) => b[key] === id && b.material === question.material && (b.finish ?? null) === (question.finish ?? null),
    );

  for (const product of catalogue.products.values()) {
    const source = sourceOf(product, 'mechanisms', catalogue).id;
    const set = (c: Omit<Considered, 'kind'>): void => void (considered[product.id] = { kind: 'product', ...c });
    const water = productClasses(product, catalogue).every((c) => c === 'water');
    const refusal = barred('product', product.id)
      ? {
          limit: 'damaged before',
          because: `You noted damage by ${product.name} on this material.`,
          source: 'household',
        }
      : refuseProduct(product, face, context, catalogue);
    if (refusal) {
      note(product.id, refusal);
      set({ status: 'refused', ...refusal });
      continue;
    }
    const { admitted, refused } = productOptions(product, face, context, catalogue);
    refused.forEach((r) => note(product.id, r));
    if (!admitted.length) {
      // a limit outranks "too weak": people ask why not vinegar, and the limit is the answer
      const r = refused[0];
      if (r) set({ status: 'refused', ...r });
      else set({ status: 'weak', because: `Nothing in ${product.name} moves ${face.soil.name}.`, source });
      continue;
    }
    if (!inKit(product.id) && !water) {
      set({ status: 'kit', because: `${product.name} is not in the kit.`, source: 'household' });
      continue;
    }
    const best = Math.max(...admitted.map((o) => o.D));
    if (refused.length) set({ status: 'limited', ...refused[0]! });
    else
      set({
        status: best < t.tooWeak && !water ? 'weak' : 'outdone',
        because:
          best < t.tooWeak
            ? `Nothing in ${product.name} moves ${face.soil.name}.`
            : `Others do as much with less harm.`,
        source,
      });
    if (best < t.tooWeak && !water) continue;
    chems.push(...admitted.filter((o) => o.D >= t.tooWeak || water));
  }
  const dry = [...catalogue.applications.values()].find((a) => !a.forStates.length)!;
  chems.push({
    product: null,
    application: dry,
    dilution: 0,
    strength: null,
    dose: null,
    temperature_C: t.cool_C,
    dwell_min: 0,
    dwellMax_min: 0,
    pH: null,
    reserve: 0,
    supply: {},
    D: 0,
    parts: [],
    harms: [],
    keep: 1,
  });

  const tools: Tool[] = [];
  for (const tool of catalogue.tools.values()) {
    const refusal = barred('tool', tool.id)
      ? { limit: 'damaged before', because: `You noted damage by ${tool.name} on this material.`, source: 'household' }
      : refuseTool(tool, face, catalogue);
    if (refusal) {
      note(tool.id, refusal);
      considered[tool.id] = { kind: 'tool', status: 'refused', ...refusal };
    } else if (!inKit(tool.id))
      considered[tool.id] = {
        kind: 'tool',
        status: 'kit',
        because: `${tool.name} is not in the kit.`,
        source: 'household',
      };
    else {
      considered[tool.id] = {
        kind: 'tool',
        status: 'outdone',
        because: 'Another tool does as much with less wear.',
        source: sourceOf(tool, 'mechanisms', catalogue).id,
      };
      tools.push(tool);
    }
  }

  const methods = face.soil.damage ? [] : combine(chems, tools, face, need, question, context, catalogue);
  const ladderAll = front(methods);
  const found = ladderAll.findIndex((m) => m.effect >= t.suffices);
  const kept = thin(ladderAll, found, catalogue);
  const ladder = kept.map((m, i) => rungOf(m, i + 1, face, context, catalogue));
  const recommended = found < 0 ? null : kept.indexOf(ladderAll[found]!) + 1;
  for (const r of ladder) {
    if (r.product) {
      const but = firstRefusal.get(r.product);
      considered[r.product] = {
        kind: 'product',
        status: 'ladder',
        because: `It is on the ladder: rung ${r.rung}, ${r.name}.`,
        source: r.basis[0]!.source,
        ...(but ? { but } : {}),
      };
    }
    considered[r.tool] = {
      kind: 'tool',
      status: 'ladder',
      because: `It is on the ladder: rung ${r.rung}.`,
      source: considered[r.tool]!.source,
    };
  }
  if (face.soil.damage)
    because.push({
      text: `${face.soil.name} is damage, not dirt: nothing can be cleaned off. ${face.soil.firstAid}.`,
      source: sourceOf(face.soil, 'firstAid', catalogue).id,
    });
  else if (recommended === null)
    because.push({
      text: ladder.length
        ? 'No rung here is likely to clear it. Take the strongest once or twice, then get professional help.'
        : 'Nothing here is safe for this face. Leave it, or get professional help.',
      source: 'common-practice',
    });
  else
    because.push({
      text: `The first rung likely to clear it in one go (${Math.round(ladder[recommended - 1]!.effect * 100)} %).`,
      rule: 'suffices',
      operands: `${t.suffices}`,
      source: 'from-memory',
    });

  const refused: Advice['refused'] = [];
  const limited: Advice['limited'] = [];
  for (const [id, c] of Object.entries(considered)) {
    const r = firstRefusal.get(id);
    if (!r) continue;
    if (c.status === 'refused')
      refused.push({ product: c.kind === 'product' ? id : null, ...(c.kind === 'tool' ? { tool: id } : {}), ...r });
    else if (c.kind === 'product') limited.push({ product: id, ...r });
  }
  return ok({ ladder, recommended, refused, limited, considered, because });
}

/** Every way of putting a product on that the face, its neighbours and the household allow; and the limits met. */
function productOptions(
  product: ProductOption['product'],
  face: Face,
  context: Context,
  catalogue: Catalogue,
): { admitted: ProductOption[]; refused: Refusal[] } {
  const t = tuning(catalogue);
  const admitted: ProductOption[] = [];
  const refused: Refusal[] = [];
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
    for (const application of applicationsOf(s, face.zone, catalogue)) {
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
        const longest = Math.min(v.maxMinutes, product.dwell_min?.max ?? 2, application.held ? Infinity : 2);
        const shortest = Math.min(longest, application.held ? (product.dwell_min?.min ?? 1) : 1);
        for (const dwell of longest > shortest * 1.5 ? [shortest, Math.min(longest, shortest * 3)] : [longest]) {
          const supply = application.only
            ? Object.fromEntries(Object.entries(s.supply).filter(([m]) => application.only!.includes(m)))
            : s.supply;
          const { D, parts } = chemDose(supply, face, dwell, temperature_C, catalogue);
          const o: ProductOption = {
            product,
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
          o.harms = [...v.nearness, ...applicationHarm(o, face)];
          o.keep = o.harms.reduce((k, h) => k * (1 - h.h), 1);
          admitted.push(o);
        }
      }
    }
  }
  return { admitted, refused };
}

function applicationHarm(o: ProductOption, face: Face): Rung['harms'] {
  const harms: Rung['harms'] = [];
  const order = ['dry', 'damp', 'wet', 'flood'];
  const wet = order.indexOf(o.application.wetness) / Math.max(1, order.indexOf(face.material.wetness));
  if (wet > 0) harms.push({ name: `${o.application.wetness} of ${face.material.wetness}`, h: 0.05 * wet ** 2 });
  if (face.material.porous && o.dwell_min > 2)
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
  harms.push({ name: 'skin and eyes', h: burns * (o.dose ? 0.6 : 1) * (o.application.reaches ? 1.4 : 1) });
  return harms;
}

function toolOption(tool: Tool, face: Face, dry: boolean, catalogue: Catalogue): ToolOption {
  const t = tuning(catalogue);
  const { D, parts } = toolDose(tool.mechanisms, face, dry, catalogue);
  const harms: Rung['harms'] = [];
  const limit = t.scrubLimit[face.material.scrub]!;
  harms.push({
    name: `rubbing ${tool.scrub} of ${limit}`,
    h: 0.06 * (tool.scrub / limit) ** 2 * (face.material.gloss === 'gloss' ? 1.3 : 1),
  });
  if (tool.abrasive !== 'none' && face.material.hardness)
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

/** Whether a tool is used that wet. */
const takesWetness = (tool: Tool, wetness: string): boolean =>
  tool.wet === 'any' || (wetness === 'dry' ? tool.wet === 'dry' : tool.wet !== 'dry');

/**
 * Dose adds and harm composes monotonically, so the front of each side (grouped by dry or wet) is
 * taken first and only those are combined: the same front as plain enumeration.
 */
function combine(
  chems: ChemOption[],
  tools: Tool[],
  face: Face,
  need: number,
  q: Question,
  context: Context,
  catalogue: Catalogue,
): Method[] {
  const out: Method[] = [];
  const hasEvidence = (context.evidence ?? []).length > 0;
  for (const dry of [true, false]) {
    const toolAll = tools
      .filter((x) => takesWetness(x, dry ? 'dry' : 'wet'))
      .map((x) => toolOption(x, face, dry, catalogue));
    const toolFront = front(toolAll.map((x) => ({ x, gain: x.D, cost: 1 - x.keep }))).map((s) => s.x);
    const groups = new Map<string, ChemOption[]>();
    for (const c of chems) {
      if ((c.application.wetness === 'dry' && !c.product) !== dry) continue;
      // household evidence speaks of a mechanism: options led by different ones are not comparable by dose alone
      const key = hasEvidence ? (leading(c.parts)?.mechanism ?? '') : '';
      groups.set(key, [...(groups.get(key) ?? []), c]);
    }
    for (const group of groups.values()) {
      const chemFront = front(group.map((x) => ({ x, gain: x.D, cost: 1 - x.keep }))).map((s) => s.x);
      for (const chem of chemFront)
        for (const tool of toolFront) out.push(method(chem, tool, face, need, q, context, catalogue));
    }
  }
  return out.filter((m) => m.effect >= tuning(catalogue).leastEffect);
}

const leading = (parts: Rung['doses']): Rung['doses'][number] | undefined =>
  parts.reduce<Rung['doses'][number] | undefined>((a, b) => (!a || b.dose > a.dose ? b : a), undefined);

function method(
  chem: ChemOption,
  tool: ToolOption,
  face: Face,
  need: number,
  q: Question,
  context: Context,
  catalogue: Catalogue,
): Method {
  const D = chem.D + tool.D;
  const modelEffect = 1 - Math.exp(-D / need);
  const mechanism = leading([...chem.parts, ...tool.parts])?.mechanism ?? '';
  const seen = (context.evidence ?? []).filter(
    (e) =>
      e.mechanism === mechanism &&
      e.soil === face.soil.id &&
      e.material === q.material &&
      (e.finish ?? null) === (q.finish ?? null),
  );
  const n = seen.reduce((a, e) => a + e.worked + e.partly + e.not, 0);
  const good = seen.reduce((a, e) => a + e.worked + e.partly / 2, 0);
  const w = tuning(catalogue).priorWeight;
  // Beta prior of weight 4 at the model's value, plus worked 1, partly ½, not 0
  const effect = n ? (w * modelEffect + good) / (w + n) : modelEffect;
  return {
    chem,
    tool,
    D,
    effect,
    modelEffect,
    evidence: n ? { worked: good, of: n } : null,
    mechanism,
    gain: effect,
    cost: 1 - chem.keep * tool.keep,
  };
}

/** At most seven rungs a person can tell apart: the gentlest, the recommended and the strongest always stay. */
function thin(all: Method[], recommended: number, catalogue: Catalogue): Method[] {
  const t = tuning(catalogue);
  const must = new Set([all[0], all[all.length - 1], all[recommended]].filter((m): m is Method => m !== undefined));
  let kept: Method[] = [];
  for (const m of all) {
    const last = kept[kept.length - 1];
    const close = last && Math.abs(last.gain - m.gain) < t.mergeWithin && Math.abs(last.cost - m.cost) < t.mergeWithin;
    const alike = last && methodName(last.chem, last.tool) === methodName(m.chem, m.tool);
    if (last && (close || alike)) {
      // nobody can tell them apart: the recommended one stays, else the gentler
      if (!must.has(m) || (alike && last === all[recommended])) continue;
      if (!must.has(last) || (alike && m === all[recommended])) kept.pop();
    }
    kept.push(m);
  }
  while (kept.length > t.mostRungs) {
    // drop the rung whose neighbours are nearest in effect
    let worst = -1;
    let gap = Infinity;
    for (let i = 1; i < kept.length - 1; i++) {
      if (must.has(kept[i]!)) continue;
      const g = kept[i + 1]!.gain - kept[i - 1]!.gain;
      if (g < gap) [gap, worst] = [g, i];
    }
    if (worst < 0) break;
    kept = kept.filter((_, i) => i !== worst);
  }
  return kept;
}

/** Losses of dose without chemistry, without action, at 20 °C, at one minute: normalised to one (Sinner 1959). */
function sinnerOf(m: Method, face: Face, catalogue: Catalogue): Share {
  const { chem, tool } = m;
  const cool = chemDose(chem.supply, face, chem.dwell_min, 20, catalogue).D;
  const short = chemDose(chem.supply, face, Math.min(1, chem.dwell_min || 1), chem.temperature_C, catalogue).D;
  const heatParts = [...chem.parts, ...tool.parts]
    .filter((p) => catalogue.mechanisms.get(p.mechanism)!.factor === 'temperature')
    .reduce((a, p) => a + p.dose, 0);
  const losses = {
    chemistry: chem.parts
      .filter((p) => catalogue.mechanisms.get(p.mechanism)!.factor === 'chemistry')
      .reduce((a, p) => a + p.dose, 0),
    action:
      tool.parts
        .filter((p) => catalogue.mechanisms.get(p.mechanism)!.factor === 'action')
        .reduce((a, p) => a + p.dose, 0) +
      chem.parts
        .filter((p) => catalogue.mechanisms.get(p.mechanism)!.factor === 'action')
        .reduce((a, p) => a + p.dose, 0),
    temperature:
      heatParts +
      Math.max(
        0,
        chem.D -
          cool -
          chem.parts
            .filter((p) => catalogue.mechanisms.get(p.mechanism)!.factor === 'temperature')
            .reduce((a, p) => a + p.dose, 0),
      ),
    time: Math.max(0, chem.D - short),
  };
  const sum = losses.chemistry + losses.action + losses.temperature + losses.time;
  if (sum <= 0) return { chemistry: 0, action: 1, temperature: 0, time: 0 };
  return {
    chemistry: losses.chemistry / sum,
    action: losses.action / sum,
    temperature: losses.temperature / sum,
    time: losses.time / sum,
  };
}

function rungOf(m: Method, rung: number, face: Face, context: Context, catalogue: Catalogue): Rung {
  const { chem, tool } = m;
  const p = chem.product;
  const water = p !== null && productClasses(p, catalogue).every((c) => c === 'water');
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
  const minutes = Math.ceil(
    chem.application.setup_min +
      chem.dwell_min +
      tuning(catalogue).work_min * Math.max(0.5, face.area_m2) +
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
    cost: null,
    effect: m.effect,
    modelEffect: m.modelEffect,
    evidence: m.evidence,
    harm: m.cost,
    sinner: sinnerOf(m, face, catalogue),
    doses: [...chem.parts, ...tool.parts].sort((a, b) => b.dose - a.dose),
    harms: [...chem.harms, ...tool.harms].sort((a, b) => b.h - a.h),
    mechanism: m.mechanism,
    protection,
    meets,
    uses: usesOf(chem, tool, face),
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
function methodName(chem: ChemOption, tool: ToolOption): string {
  const t = tool.tool.name;
  if (!chem.product) return `Dry, with ${/^[aeiou]/i.test(t) ? 'an' : 'a'} ${t}`;
  const warm = chem.temperature_C > 25 ? ', warm' : '';
  const name = chem.product.name.replace(/\s+\d+(\.\d+)?\s*%$/, '');
  const strength = chem.strength ? ` ${chem.strength.percent} %` : '';
  const spoken =
    chem.product.disclosed === 'yes' ? strength : chem.dose ? ` ${chem.dose.amount} ${chem.dose.unit}` : '';
  const showStrength = chem.strength && chem.strength.percent < 99 ? spoken : '';
  const rougher = tool.tool.absorb < 0.5 && tool.tool.scrub >= 0.5 ? `, then ${t}` : '';
  return `${name.charAt(0).toUpperCase()}${name.slice(1)}${showStrength}, ${chem.application.says}${warm}${rougher}`;
}
