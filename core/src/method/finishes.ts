import { strongestRung } from './strongest';
import type { Catalogue } from '../catalogue';
import { advise } from './advise';
import type { Context, Question, Rung } from './types';

/**
 * Where the finish is not known, what knowing it would change: the recommended rung of each finish of the
 * material, or its strongest where none is likely to suffice. Empty when the finish is known or makes no difference.
 */
export function finishesMatter(
  q: Question,
  context: Context,
  catalogue: Catalogue,
): { finish: string; name: string; rung: Rung | null; suffices: boolean }[] {
  const material = catalogue.materials.get(q.material);
  if (q.finish || !material?.finishes.length) return [];
  const best = (finish: string | null): { rung: Rung | null; suffices: boolean } => {
    const a = advise({ ...q, finish }, context, catalogue);
    if (!a.ok) return { rung: null, suffices: false };
    const first = a.value.ladder.find((r) => r.rung === a.value.recommended);
    return { rung: first ?? strongestRung(a.value.ladder), suffices: first !== undefined };
  };
  const unknown = best(null).rung?.name;
  const each = material.finishes.map((f) => ({ finish: f.id, name: f.name, ...best(f.id) }));
  return each.some((e) => e.rung?.name !== unknown) ? each : [];
}
