import { strongestRung } from './strongest';
import type { Catalogue, Clue } from '../catalogue';
import { advise } from './advise';
import { answersOf } from './identify';
import type { Context, Question, Rung } from './types';

/** A finish that it may be, and the rung that would then be taken. */
export interface IfFinish {
  finish: string;
  name: string;
  rung: Rung | null;
  suffices: boolean;
}

/**
 * Where the finish is not known, what knowing it would change: the recommended rung of each finish of the
 * material, or its strongest where none is likely to suffice. Empty when the finish is known or makes no difference.
 */
export function finishesMatter(q: Question, context: Context, catalogue: Catalogue): IfFinish[] {
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

/** The one question or harmless test that changes the ladder most, and what each answer leaves. */
export interface FinishQuestion {
  clue: Clue;
  answers: {
    id: string;
    text: string;
    /** Finishes that it may still be. */
    finishes: readonly IfFinish[];
  }[];
}

/**
 * Where the finish decides: the clue that tells the rungs apart best, each finish taken to be as likely as any other.
 * What is counted is how many different rungs are expected to be left after the answer; of equals looking comes before
 * feeling and testing. Null where none tells any two apart.
 */
export function finishQuestion(
  material: string,
  depends: readonly IfFinish[],
  catalogue: Catalogue,
): FinishQuestion | null {
  const rungs = (list: readonly IfFinish[]): number => new Set(list.map((f) => f.rung?.name ?? '')).size;
  let best: FinishQuestion | null = null;
  let least = rungs(depends);
  const kinds: readonly Clue['kind'][] = ['look', 'place', 'feel', 'test', 'smell'];
  const clues = [...catalogue.clues.values()]
    .filter((c) => c.of === 'material')
    .sort((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind));
  for (const clue of clues) {
    const table = answersOf(clue, catalogue);
    const may = (f: IfFinish): readonly string[] => table.get(`${material}/${f.finish}`) ?? [];
    const answers = clue.answers
      .map((a) => ({ ...a, finishes: depends.filter((f) => !may(f).length || may(f).includes(a.id)) }))
      .filter((a) => depends.some((f) => may(f).includes(a.id)));
    if (answers.length < 2) continue;
    const weight = (id: string): number =>
      depends.reduce((s, f) => s + (may(f).includes(id) ? 1 / may(f).length : 0), 0);
    const all = answers.reduce((s, a) => s + weight(a.id), 0);
    const left = answers.reduce((s, a) => s + (weight(a.id) / all) * rungs(a.finishes), 0);
    if (left < least - 1e-9) {
      least = left;
      best = { clue, answers: answers.map(({ id, text, finishes }) => ({ id, text, finishes })) };
    }
  }
  return best;
}
