import type { Catalogue, Measure } from '../catalogue';
import { dilute, type DiluteAnswer } from '../dilution';
import { bad, ok, type Problem, type Result } from '../reason';
import { type BottleQuestion, mayMix, type MixJudged, mixedIn, SLACK, strongestAllowed } from './may-mix';
import { type AlsoMade, makeTogether } from './several';
import { answerOf, type GateAnswer } from './types';

/** A recipe with what the gate says of it. */
export interface BottleAnswer extends MixJudged {
  recipe: DiluteAnswer;
  /** What else is in it. */
  also: AlsoMade[];
}

/**
 * A recipe, and whether it may be made. Problems come back for what cannot be computed; what may not be made comes back
 * with the gate's answer `no` or `from`, and its reasons. Without a product there is nothing to ask the gate.
 */
export function makeBottle(
  q: BottleQuestion,
  catalogue: Catalogue,
  ownMeasures: readonly Measure[] = [],
): Result<BottleAnswer> {
  const product = q.stock.product === undefined ? undefined : catalogue.products.get(q.stock.product);
  const most = product ? strongestAllowed(product, q.label ?? null, catalogue).percent : Infinity;
  const recipe = dilute(q, catalogue, ownMeasures, most * SLACK);
  if (!recipe.ok) return recipe;
  const r = recipe.value;
  if (!product && q.also?.length) return bad('/stock/product', 'Name what it is: only what has a name may be mixed.');
  if (!product)
    return ok({
      recipe: { ...r, warnings: [...r.warnings, 'No product was named, so only the sum was done: read the label.'] },
      gate: answerOf([], []),
      keeps_h: 24,
      water: 'cool',
      open: false,
      mixed: mixedIn(catalogue.vessels.get(q.vessel ?? ''), false, catalogue),
      also: [],
    });
  const judged = mayMix(
    q,
    { percent: r.strength.percent, stock_g: r.stock_g, stock_mL: r.stock_mL, final_mL: q.final.mL },
    product,
    catalogue,
  );
  if (!q.also?.length) return ok({ recipe: r, ...judged, also: [] });
  const all = makeTogether(q, { ...judged, product, water_mL: r.water_mL }, q.also, catalogue);
  if (!all.ok) return all;
  const { also, water_mL, gate, keeps_h } = all.value;
  return ok({ ...judged, recipe: { ...r, water_mL }, gate, keeps_h, also });
}

/** What the gate refused as a problem of the request, with its source; null when it may be made. */
export function refusalOf(gate: GateAnswer, path = '/stock/product'): { ok: false; problems: Problem[] } | null {
  if (gate.may !== 'no' && gate.may !== 'from') return null;
  const problems = gate.because.map((b) => ({
    path: b.kind === 'dose' || b.kind === 'solubility' || b.kind === 'heat' ? '/target' : path,
    message: b.text,
    source: b.source,
  }));
  return problems.length ? { ok: false, problems } : bad(path, 'That may not be made.');
}
