import type { Catalogue } from '../catalogue';
import { advise } from './advise';
import type { Context, Question, Rung } from './types';

/**
 * Where the finish is not known, what knowing it would change: the recommended rung of each finish of the
 * material, null where none is likely to suffice. Empty when the finish is known or makes no difference.
 */
export function finishesMatter(
  q: Question,
  context: Context,
  catalogue: Catalogue,
): { finish: string; name: string; rung: Rung | null }[] {
  const material = catalogue.materials.get(q.material);
  if (q.finish || !material?.finishes.length) return [];
  const rungOf = (finish: string | null): Rung | null => {
    const a = advise({ ...q, finish }, context, catalogue);
    return a.ok ? (a.value.ladder.find((r) => r.rung === a.value.recommended) ?? null) : null;
  };
  const unknown = rungOf(null)?.name ?? null;
  const each = material.finishes.map((f) => ({ finish: f.id, name: f.name, rung: rungOf(f.id) }));
  return each.some((e) => (e.rung?.name ?? null) !== unknown) ? each : [];
}
