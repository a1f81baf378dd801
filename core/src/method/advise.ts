import { type Catalogue, isWater, type Product, sourceOf, type Tool, tuning, withFinish } from '../catalogue';
import { bad, ok, type Reason, type Result } from '../reason';
import { inOneGo, type Stepwise } from '../stepwise';
import { combine, type Method } from './combine';
import { hygieneOf, isWashed } from './hygiene';
import { insteadOf, insteadWith, working } from './instead';
import { strongestRung } from './strongest';
import { byHarm, ladderOf, type Stand } from './ladder';
import { dryOption, productOptions } from './options';
import { refusal, refuseProduct, refuseTool } from './refuse';
import { rungOf } from './rung';
import { choicesOf } from './stances';
import { theresOf } from './there';
import type { Advice, ChemOption, Considered, Context, Face, Here, Question, Refusal, Rung } from './types';

/** Equal for own things that differ in their names only: one of them is judged for all. Null for what is shipped. */
function sameness(product: Product): string | null {
  if (product.basis['default'] !== 'household') return null;
  let known = alike.get(product);
  if (known === undefined) {
    const { id: _id, name: _name, ...rest } = product;
    alike.set(product, (known = JSON.stringify(rest)));
  }
  return known;
}
const alike = new WeakMap<Product, string>();

const FLOOR = 'floor';
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
  const material = withFinish(base, q.finish);
  const zone = q.zone ?? soil.zone ?? (material.floorOnly ? FLOOR : null);
  return ok({
    material,
    among: q.among ?? {
      materials: [material.id],
      families: [material.family],
      faces: [material.face],
      soils: [soil.id],
      natures: [soil.nature],
    },
    soil,
    severity: Math.round(severity),
    age: q.age ?? 'dried',
    area_m2: q.area_m2 ?? 1,
    zone,
    high: q.high ?? false,
    weakHands: q.weakHands ?? false,
    washed: isWashed(material, { zone, ...(q.food ? { food: true } : {}), ...(q.touched ? { touched: true } : {}) }),
  });
}

/** Dose that a film of it needs, by how much there is and how old it is. */
export const needOf = (
  { soil, severity, age }: Pick<Face, 'soil' | 'severity' | 'age'>,
  catalogue: Catalogue,
): number => tuning(catalogue).needBySeverity[severity - 1]! / soil.ageFactor[age];

/**
 * The ladder of methods for one soil on one face: generate, refuse with reasons, estimate effect and
 * harm from mechanisms, keep the Pareto front from gentlest to strongest, recommend the first that is
 * likely to suffice. Pure; effect, harm and shares 0–1, minutes, °C.
 */
export const advise = (question: Question, given: Context, catalogue: Catalogue): Result<Advice> =>
  inOneGo(adviseStepwise(question, given, catalogue));

/** The same, a product or a rung at a step: some hundred steps. */
export function* adviseStepwise(question: Question, given: Context, catalogue: Catalogue): Stepwise<Result<Advice>> {
  const resolved = faceOf(question, catalogue);
  if (!resolved.ok) return resolved;
  const face = resolved.value;
  const context: Here = {
    ...given,
    habits: choicesOf(given.profile, catalogue),
    met: theresOf(face, given, catalogue),
  };
  const t = tuning(catalogue);
  const because: Reason[] = [];
  const considered: Record<string, Considered> = {};
  const firstRefusal = new Map<string, Refusal>();
  const note = (id: string, r: Refusal): void => {
    if (!firstRefusal.has(id)) firstRefusal.set(id, r);
  };

  const need = needOf(face, catalogue);
  const chems: ChemOption[] = [];
  const inKit = (id: string): boolean => !context.kit || context.kit.includes(id);
  const barred = (key: 'product' | 'tool', id: string): boolean =>
    (context.barred ?? []).some(
      (b) => b[key] === id && b.material === question.material && (b.finish ?? null) === (question.finish ?? null),
    );

  const set = (id: string, c: Omit<Considered, 'kind'>): void => void (considered[id] = { kind: 'product', ...c });
  const judged = new Map<string, Product>();
  for (const product of catalogue.products.values()) {
    yield;
    const source = sourceOf(product, 'mechanisms', catalogue).id;
    const water = isWater(product, catalogue);
    const no = barred('product', product.id)
      ? refusal('damaged', { thing: product.name }, 'household', catalogue)
      : refuseProduct(product, face, context, catalogue);
    if (no) {
      note(product.id, no);
      considered[product.id] = told('product', 'refused', no);
      continue;
    }
    const like = sameness(product);
    const same = like === null ? undefined : judged.get(like);
    if (same && inKit(same.id) === inKit(product.id)) {
      set(product.id, { status: 'outdone', because: `It is the same as ${same.name}.`, source });
      continue;
    }
    if (like !== null) judged.set(like, product);
    const { admitted, refused } = productOptions(product, face, context, catalogue);
    if (refused) note(product.id, refused);
    if (!admitted.length) {
      // a limit outranks "too weak": people ask why not vinegar, and the limit is the answer
      if (refused) considered[product.id] = told('product', 'refused', refused);
      else set(product.id, { status: 'weak', because: `Nothing in ${product.name} moves ${face.soil.name}.`, source });
      continue;
    }
    if (!inKit(product.id) && !water) {
      considered[product.id] = told('product', 'kit', refusal('kit', { thing: product.name }, 'household', catalogue));
      continue;
    }
    const best = admitted.reduce((a, o) => Math.max(a, o.D), 0);
    if (refused) considered[product.id] = told('product', refused.from ? 'later' : 'limited', refused);
    else
      set(product.id, {
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
  chems.push(dryOption(catalogue));

  const tools: Tool[] = [];
  yield;
  for (const tool of catalogue.tools.values()) {
    const no = barred('tool', tool.id)
      ? refusal('damaged', { thing: tool.name }, 'household', catalogue)
      : refuseTool(tool, face, context, catalogue);
    if (no) {
      note(tool.id, no);
      considered[tool.id] = told('tool', 'refused', no);
    } else if (!inKit(tool.id))
      considered[tool.id] = told('tool', 'kit', refusal('kit', { thing: tool.name }, 'household', catalogue));
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

  yield;
  const methods = (list: readonly ChemOption[]): Method[] =>
    face.soil.damage && !face.soil.restores ? [] : combine(list, tools, face, need, question, context, catalogue);
  const now = ladderOf(methods(chems.filter((c) => c.from === null)), face, catalogue);
  // what may only be done another day is shown where it would do more, and never recommended
  const later = chems.some((c) => c.from !== null)
    ? ladderOf(methods(chems.filter((c) => c.from !== null)), face, catalogue)
        .stands.filter(({ method: m }) => !now.stands.some(({ method: k }) => k.cost <= m.cost && k.effect >= m.effect))
        .slice(0, Math.max(1, t.mostRungs - now.stands.length))
    : [];
  yield;
  const shown = [...now.stands, ...later].sort(byHarm);
  const options = { dry: working(tools, face, true, catalogue), wet: working(tools, face, false, catalogue) };
  let gentler = -1;
  const ladder: Rung[] = [];
  for (const [i, stand] of shown.entries()) {
    yield;
    // in its place on the ladder, and enough where it was enough
    const fits = (m: Method): boolean =>
      m.cost >= gentler &&
      m.cost < (shown[i + 1]?.method.cost ?? Infinity) &&
      (stand.method.effect < t.suffices || m.effect >= t.suffices);
    const first = insteadOf(stand, chems, need, question, face, context, catalogue);
    const product = ownedFirst(stand, first, ({ chem }) => chem.product?.id, fits, context);
    const tools = insteadWith(product.stand, options, need, question, face, context, catalogue);
    const tool = ownedFirst(product.stand, tools, (m) => m.tool.tool.id, fits, context);
    gentler = tool.stand.method.cost;
    ladder.push(rungOf(tool.stand, i + 1, product.others, tool.others, face, context, catalogue));
  }
  yield;
  const recommended = now.recommended ? shown.findIndex((s) => s.method === now.recommended) + 1 : null;
  const hygiene = face.soil.damage
    ? null
    : hygieneOf(face, context, ladder[(recommended ?? 0) - 1] ?? strongestRung(ladder), catalogue);
  if (hygiene?.disinfect)
    for (const r of ladder)
      r.then = {
        product: hygiene.disinfect.product,
        strength: hygiene.disinfect.strength,
        contact_min: hygiene.disinfect.contact_min,
      };
  for (const r of ladder) {
    if (r.product) {
      const but = firstRefusal.get(r.product);
      considered[r.product] = {
        kind: 'product',
        status: 'ladder',
        because: `It is on the ladder: rung ${r.rung}, ${r.name}.`,
        source: r.basis[0]!.source,
        ...(r.from ? { from: r.from } : {}),
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
      text: `${face.soil.name} is damage, not dirt: ${face.soil.restores && ladder.length ? 'it is made better, not cleaned off, gentlest first' : 'nothing can be cleaned off'}. ${face.soil.firstAid}.`,
      source: sourceOf(face.soil, 'firstAid', catalogue).id,
    });
  else if (recommended === null)
    because.push({
      text:
        later.length && !now.stands.length
          ? 'Nothing may be done here today: see the rung that says from when.'
          : ladder.length
            ? 'No rung here is likely to clear it. Take the strongest once or twice, then get professional help.'
            : 'Nothing here is safe for this surface. Leave it, or get professional help.',
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
  const sourceOfSoil = (field: string): string => sourceOf(face.soil, field, catalogue).id;
  return ok({
    ladder,
    recommended,
    refused,
    limited,
    firstAid: face.soil.firstAid ? { text: face.soil.firstAid, source: sourceOfSoil('firstAid') } : null,
    hazard: face.soil.hazard
      ? { text: face.soil.hazard.text, because: face.soil.hazard.because, source: sourceOfSoil('hazard') }
      : null,
    hygiene,
    considered,
    because,
  });
}

/** A refusal as what became of a product or tool: one object, since most of the catalogue is refused in every question. */
function told(kind: Considered['kind'], status: Considered['status'], r: Refusal): Considered {
  const c: Considered = { kind, status, refusal: r.kind, because: r.because, source: r.source };
  if (r.operands !== undefined) c.operands = r.operands;
  if (r.from !== undefined) c.from = r.from;
  return c;
}

/**
 * Of things that do as well, the one that the house has stands on the rung, where its own thing is not in the house: as
 * long as it stays in its place, so that the order of the ladder and where it starts are the same.
 */
function ownedFirst(
  stand: Stand,
  others: readonly Method[],
  of: (m: Method) => string | undefined,
  fits: (m: Method) => boolean,
  { owned }: Here,
): { stand: Stand; others: readonly Method[] } {
  const has = (m: Method): boolean => owned!.includes(of(m) ?? '');
  if (!owned || of(stand.method) === undefined || has(stand.method)) return { stand, others };
  const own = others.find((m) => has(m) && fits(m) && m.effect >= stand.method.effect - A_LITTLE);
  if (!own) return { stand, others };
  return { stand: { ...stand, method: own, stronger: [] }, others: [stand.method, ...others.filter((m) => m !== own)] };
}
/** Of two that nearly do the same nobody could tell which was used. */
const A_LITTLE = 0.1;
