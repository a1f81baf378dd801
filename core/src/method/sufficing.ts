import { type Catalogue, isWater, tuning } from '../catalogue';
import { ok, type Result } from '../reason';
import { faceOf, needOf } from './advise';
import { evidenceFor, isDry, method, toolsThatDo } from './combine';
import { dryOption, productOptions } from './options';
import { refuseProduct, refuseTool } from './refuse';
import { choicesOf } from './stances';
import { theresOf } from './there';
import type { ChemOption, Context, Here, Question } from './types';

/** A product with a tool that is likely to clear the soil in one go: its effect and harm at their gentlest that suffices. */
export interface Pair {
  /** Null: water, or nothing but the tool. */
  product: string | null;
  tool: string;
  effect: number;
  harm: number;
  /** Minutes that it waits. */
  dwell_min: number;
}

/**
 * Every product and tool that would do here by themselves, today. A ladder of a kit recommends something exactly where the
 * kit holds one of these pairs (water is always there), since the front of all methods holds one that suffices where any
 * does. Problems for what is not in the catalogue. O(products × tools) after the limits.
 */
export function sufficing(question: Question, given: Context, catalogue: Catalogue): Result<Pair[]> {
  const resolved = faceOf(question, catalogue);
  if (!resolved.ok) return resolved;
  const face = resolved.value;
  if (face.soil.damage && !face.soil.restores) return ok([]);
  const here: Here = {
    ...given,
    habits: choicesOf(given.profile, catalogue),
    met: theresOf(face, given, catalogue),
  };
  const t = tuning(catalogue);
  const need = needOf(face, catalogue);
  const evidence = evidenceFor(question, given);
  const barred = (key: 'product' | 'tool', id: string): boolean =>
    (given.barred ?? []).some(
      (b) => b[key] === id && b.material === question.material && (b.finish ?? null) === (question.finish ?? null),
    );
  const tools = [...catalogue.tools.values()].filter(
    (x) => !barred('tool', x.id) && !refuseTool(x, face, here, catalogue),
  );
  const sides = { dry: toolsThatDo(tools, face, true, catalogue), wet: toolsThatDo(tools, face, false, catalogue) };
  const best = new Map<string, Pair>();
  const pair = (product: string | null, chems: readonly ChemOption[]): void => {
    // gentlest first, so that the first that suffices is the one to tell
    const order = [...chems].sort((a, b) => b.keep - a.keep);
    for (const tool of isDry(chems[0]!) ? sides.dry : sides.wet)
      for (const chem of order) {
        if (tool.tool.alone && !chem.plain) continue;
        const m = method(chem, tool, need, evidence, face, catalogue);
        if (m.effect < t.suffices) continue;
        const key = `${product}|${tool.tool.id}`;
        const had = best.get(key);
        if (!had || m.cost < had.harm)
          best.set(key, { product, tool: tool.tool.id, effect: m.effect, harm: m.cost, dwell_min: chem.dwell_min });
        break;
      }
  };
  for (const product of catalogue.products.values()) {
    if (barred('product', product.id) || refuseProduct(product, face, here, catalogue)) continue;
    const water = isWater(product, catalogue);
    const chems = productOptions(product, face, here, catalogue).admitted.filter(
      (o) => o.from === null && (o.D >= t.tooWeak || water),
    );
    if (chems.length) pair(water ? null : product.id, chems);
  }
  pair(null, [dryOption(catalogue)]);
  return ok([...best.values()]);
}
