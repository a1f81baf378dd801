import { type Catalogue, withFinish } from '../catalogue';
import { judge, resolveItems } from '../mixing';
import type { Result } from '../reason';
import { ok } from '../reason';
import { inOneGo, type Stepwise } from '../stepwise';
import { adviseStepwise } from './advise';
import { takenOf } from './job';
import type { Advice, Context, Question, Rung } from './types';

export interface Turn {
  soil: string;
  /** Why it comes at this place. */
  because: string;
  source: string;
  advice: Advice;
  /** The rung that the plan takes: the recommended one, else the strongest. */
  rung: Rung | null;
  /** What has to happen between the turn before and this one; null when nothing. */
  between: { text: string; because: string; level: number; source: string } | null;
}

/**
 * Several soils on one spot: in the order of their groups, each with its reason and its own ladder, which
 * knows what the turns before have put there; the mixing engine says what is rinsed between.
 */
export const adviseSeveral = (
  q: Omit<Question, 'soil' | 'severity' | 'age'>,
  soils: readonly Pick<Question, 'soil' | 'severity' | 'age'>[],
  context: Context,
  catalogue: Catalogue,
): Result<Turn[]> => inOneGo(adviseSeveralStepwise(q, soils, context, catalogue));

/** The same, step by step. */
export function* adviseSeveralStepwise(
  q: Omit<Question, 'soil' | 'severity' | 'age'>,
  soils: readonly Pick<Question, 'soil' | 'severity' | 'age'>[],
  context: Context,
  catalogue: Catalogue,
): Stepwise<Result<Turn[]>> {
  const base = catalogue.materials.get(q.material);
  const material = base && withFinish(base, q.finish);
  const order = [...catalogue.orders.values()].find((o) => o.soft === (material?.soft ?? false))!;
  const place = (id: string): number => {
    const i = order.groups.findIndex((g) => g.order === catalogue.soils.get(id)?.order);
    return i < 0 ? order.groups.length : i;
  };
  const turns: Turn[] = [];
  const here = [...(context.last ?? [])];
  let before: string | null = null;
  let group = -1;
  // within a group the worse one goes first
  const sorted = [...soils].sort((a, b) => place(a.soil) - place(b.soil) || (b.severity ?? 3) - (a.severity ?? 3));
  for (const s of sorted) {
    const advice = yield* adviseStepwise({ ...q, ...s }, { ...context, last: here }, catalogue);
    if (!advice.ok) return advice;
    const a: Advice = advice.value;
    const rung: Rung | null = takenOf(a);
    turns.push({
      soil: s.soil,
      because:
        place(s.soil) === group ? 'the same kind: after the worse one' : (order.groups[place(s.soil)]?.because ?? ''),
      source: order.basis.default,
      advice: a,
      rung,
      between:
        before && rung?.product && rung.product !== before
          ? rinseBetween(before, rung.product, material?.porous ?? true, catalogue)
          : null,
    });
    group = place(s.soil);
    if (rung?.product) {
      before = rung.product;
      here.push({ product: rung.product, rinsed: true, times: 1, daysAgo: 0 });
    }
  }
  return ok(turns);
}

/** What the mixing engine asks between two products on one face, had the first not been rinsed off. */
function rinseBetween(first: string, second: string, porous: boolean, catalogue: Catalogue): Turn['between'] {
  const items = resolveItems([{ product: first, rinsed: false, daysAgo: 0 }, { product: second }], catalogue);
  if (!items.ok) return null;
  const answer = judge(items.value, { meeting: 'surface', porous }, catalogue);
  const name = catalogue.products.get(first)!.name;
  const worst = answer.findings[0];
  return {
    text:
      answer.level >= 4
        ? `Rinse the ${name} off twice with plain water, and wipe dry, before you go on.`
        : `Rinse the ${name} off with plain water before you go on.`,
    because: worst?.because ?? 'one product is rinsed off before the next',
    level: answer.level,
    source: worst?.source ?? 'common-practice',
  };
}
