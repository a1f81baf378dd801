import { type Catalogue, isSolid, isWater, type Product } from '../catalogue';
import { mix, type MixAnswer } from '../mixing';
import { formatVolume } from '../quantity';
import { bad, ok, type Result } from '../reason';
import { type BottleQuestion, mayMix } from './may-mix';
import { doesIn } from './recipe';
import { type Also, answerOf, type GateAnswer, together } from './types';

/** What it comes to in the whole. */
export interface AlsoMade {
  product: Product;
  mL: number | null;
  g: number | null;
  /** Of its own working substance, in 100 mL of the finished mix (v/v for alcohol). */
  percent: number;
  /** What it still does there, in a sentence. */
  does: string;
}
/** What else is in the bottle, what that leaves for water, and what the gate says of all of it together. */
export interface Together {
  also: AlsoMade[];
  water_mL: number;
  verdict: MixAnswer | null;
  gate: GateAnswer;
  keeps_h: number;
}
/** Verdicts from here on say that the things change each other, and below it that they may meet only for a while. */
const UNDONE = 2;
const FRESH = 1;
/** What is good only fresh is used within the hour (common practice). */
const FRESH_h = 1;
const MOST = 5;

/** So much of a product in a finished volume: its room (a powder takes none), share and percent of its own. */
export function shareIn(
  product: Product,
  amount: number,
  final_mL: number,
): { room: number; share: number; percent: number } {
  const solid = isSolid(product);
  const share = amount / final_mL;
  const density = solid || product.strength.basis === 'v/v' ? 1 : (product.density ?? 1);
  return { room: solid ? 0 : amount, share, percent: share * product.strength.percent * density };
}

/**
 * Further things in a bottle that is being made: the strength of each in the whole, what it still does, the water that is
 * left to fill up with, and the gate on all of it: each by its own dose and keeping, and all of them with each other as
 * sold, in a shut bottle unless the vessel is open. Volumes mL, masses g.
 */
export function makeTogether(
  q: BottleQuestion,
  main: { product: Product; water_mL: number; gate: GateAnswer; keeps_h: number },
  also: readonly Also[],
  catalogue: Catalogue,
): Result<Together> {
  if (also.length > MOST) return bad('/also', `At most ${MOST} things more: a recipe of so many is none.`);
  const made: AlsoMade[] = [];
  const gates = [main.gate];
  let [water_mL, keeps_h] = [main.water_mL, main.keeps_h];
  for (const [i, { product: id, amount }] of also.entries()) {
    const product = catalogue.products.get(id);
    if (!product) return bad(`/also/${i}/product`, `"${id}" is not in the catalogue of products.`);
    if (product === main.product || made.some((m) => m.product === product))
      return bad(`/also/${i}/product`, `${product.name} is in it already: say how much of it once.`);
    if (!(amount > 0 && amount <= q.final.mL))
      return bad(`/also/${i}/amount`, `How much of ${product.name}? More than nothing, and no more than the bottle.`);
    const { room, share, percent } = shareIn(product, amount, q.final.mL);
    const solid = isSolid(product);
    water_mL -= room;
    if (water_mL < -1e-9)
      return bad(
        `/also/${i}/amount`,
        `There is no room for ${formatVolume(amount)} of ${product.name}: take less of it, or a larger bottle.`,
      );
    made.push({
      product,
      mL: solid ? null : amount,
      g: solid ? amount : null,
      percent,
      does: doesIn(product, percent, share, catalogue),
    });
    if (isWater(product, catalogue)) continue;
    const own = mayMix(
      { ...q, label: null },
      { percent, stock_g: solid ? amount : null, stock_mL: room, final_mL: q.final.mL },
      product,
      catalogue,
    );
    gates.push(own.gate);
    keeps_h = Math.min(keeps_h, own.keeps_h);
  }
  // as sold: what is weak in the whole was strong where it ran in
  const closed = q.vessel ? (catalogue.vessels.get(q.vessel)?.closed ?? true) : true;
  const items = [main.product, ...made.map((m) => m.product)].map((p) => ({ product: p.id }));
  const verdict = items.length > 1 ? mix({ items, meeting: 'container', closed }, catalogue) : null;
  if (verdict && !verdict.ok) return verdict;
  const level = verdict?.value.level ?? 0;
  const findings = (verdict?.value.findings ?? [])
    .filter((f) => f.level === level)
    .slice(0, 3)
    .map((f) => ({ kind: 'meets' as const, text: f.because, source: f.source, level: f.level, rule: f.rule }));
  if (level >= UNDONE) gates.push(answerOf(findings, []));
  else if (level >= FRESH) {
    gates.push(answerOf([], findings));
    keeps_h = Math.min(keeps_h, FRESH_h);
  }
  return ok({
    also: made,
    water_mL: Math.max(0, water_mL),
    verdict: verdict?.value ?? null,
    gate: together(gates),
    keeps_h,
  });
}
