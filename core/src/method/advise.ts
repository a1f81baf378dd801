import { type Catalogue, sourceOf, type Tool, withFinish } from '../catalogue';
import { bad, ok, type Reason, type Result } from '../reason';
import { combine, thin } from './combine';
import { front } from './front';
import { dryOption, isWater, productOptions } from './options';
import { refuseProduct, refuseTool } from './refuse';
import { rungOf } from './rung';
import { choicesOf } from './stances';
import { tuning } from './supply';
import type { Advice, ChemOption, Considered, Context, Face, Here, Question, Refusal } from './types';

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
export function advise(question: Question, given: Context, catalogue: Catalogue): Result<Advice> {
  const resolved = faceOf(question, catalogue);
  if (!resolved.ok) return resolved;
  const face = resolved.value;
  const context: Here = { ...given, habits: choicesOf(given.profile, catalogue) };
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
    const water = isWater(product, catalogue);
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
    if (refused) note(product.id, refused);
    if (!admitted.length) {
      // a limit outranks "too weak": people ask why not vinegar, and the limit is the answer
      if (refused) set({ status: 'refused', ...refused });
      else set({ status: 'weak', because: `Nothing in ${product.name} moves ${face.soil.name}.`, source });
      continue;
    }
    if (!inKit(product.id) && !water) {
      set({ status: 'kit', because: `${product.name} is not in the kit.`, source: 'household' });
      continue;
    }
    const best = admitted.reduce((a, o) => Math.max(a, o.D), 0);
    if (refused) set({ status: 'limited', ...refused });
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
  chems.push(dryOption(catalogue));

  const tools: Tool[] = [];
  for (const tool of catalogue.tools.values()) {
    const refusal = barred('tool', tool.id)
      ? { limit: 'damaged before', because: `You noted damage by ${tool.name} on this material.`, source: 'household' }
      : refuseTool(tool, face, context, catalogue);
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
