import type { Catalogue } from '../catalogue';
import { type GateReason, judgeThere, refusedByRecord } from '../gate';
import { faceOf, theresOf } from '../method';
import { type Household, questionOfSpot } from './context';
import type { Run } from './records';

/**
 * What speaks against going on with a run now: since it was planned somebody may have put something there that must not
 * meet it. What the run itself has put somewhere was judged when it was planned. Worst first.
 */
export function againstGoingOn(run: Run, h: Household, now: Date, catalogue: Catalogue): GateReason[] {
  if (run.state !== 'running') return [];
  const others = { ...h, runs: (h.runs ?? []).filter((r) => r.id !== run.id) };
  const parts =
    run.parts ?? (run.question && run.method ? [{ spot: run.spot, question: run.question, method: run.method }] : []);
  const out = parts.flatMap(({ spot: id, question, method }) => {
    const product = method.product ? catalogue.products.get(method.product) : undefined;
    const spot = h.spots.find((s) => s.id === id);
    if (!product || !spot) return [];
    const record = refusedByRecord(product);
    if (record) return [record];
    const { context } = questionOfSpot(spot, others, now, catalogue, question.soil);
    const face = faceOf(
      { ...question, finish: question.finish ?? null, severity: Math.max(1, question.severity ?? 3) },
      catalogue,
    );
    if (!face.ok) return [];
    return judgeThere({ product: product.id }, theresOf(face.value, context, catalogue), context.clock, catalogue).bars;
  });
  const seen = new Set<string>();
  return out.filter((b) => !seen.has(b.text) && seen.add(b.text)).sort((a, b) => (b.level ?? 0) - (a.level ?? 0));
}
