import { type Catalogue, type Clue, type Material, type Soil, withFinish } from '../catalogue';

/** Something that the unknown may be: a face (`material` or `material/finish`) or a soil. */
export interface Candidate {
  id: string;
  name: string;
}
type Of = Clue['of'];
type When = Clue['answers'][number]['when'][number];
/** Answers given so far, by clue; a clue answered `null` was "don't know". */
export type Answers = Readonly<Record<string, string | null>>;

/** All that the unknown may be: every finish of every material, or every soil that is no damage of its own making. */
export function candidatesOf(of: Of, catalogue: Catalogue): Candidate[] {
  if (of === 'soil')
    return [...catalogue.soils.values()].filter((s) => s.nature !== 'unknown').map((s) => ({ id: s.id, name: s.name }));
  // what stands for "nobody knows" is no answer to what it is
  const known = [...catalogue.materials.values()].filter((m) => !m.unknown);
  return known.flatMap((m) =>
    m.finishes.length ? m.finishes.map((f) => ({ id: `${m.id}/${f.id}`, name: f.name })) : [{ id: m.id, name: m.name }],
  );
}

/** A face by its id, `material` or `material/finish`; undefined when there is none. */
export function faceById(id: string, catalogue: Catalogue): Material | undefined {
  const [material, finish] = id.split('/');
  const m = catalogue.materials.get(material!);
  return m && withFinish(m, finish);
}

function holds(w: When, id: string, record: Material | Soil): boolean {
  const m = record as Material;
  const s = record as Soil;
  return (
    (!w.id || w.id.includes(id) || w.id.includes(id.split('/')[0]!)) &&
    (!w.family || w.family.includes(m.family)) &&
    (!w.nature || w.nature.includes(s.nature)) &&
    (!w.gloss || w.gloss.includes(m.gloss ?? '')) &&
    (w.soft === undefined || w.soft === m.soft) &&
    (w.porous === undefined || w.porous === m.porous) &&
    (w.floor === undefined || w.floor === m.floor)
  );
}

const tables = new WeakMap<Catalogue['clues'], Map<string, ReadonlyMap<string, readonly string[]>>>();

/** Answers that a candidate may give to a clue; none when the clue does not speak of it. */
export function answersOf(clue: Clue, catalogue: Catalogue): ReadonlyMap<string, readonly string[]> {
  let all = tables.get(catalogue.clues);
  if (!all) tables.set(catalogue.clues, (all = new Map()));
  let table = all.get(clue.id);
  if (!table) {
    table = new Map(
      candidatesOf(clue.of, catalogue).map(({ id }) => {
        const record = clue.of === 'soil' ? catalogue.soils.get(id)! : faceById(id, catalogue)!;
        return [id, clue.answers.filter((a) => a.when.some((w) => holds(w, id, record))).map((a) => a.id)];
      }),
    );
    all.set(clue.id, table);
  }
  return table;
}

/** Candidates that no answer speaks against. What a clue says nothing of stays. */
export function narrow(of: Of, answers: Answers, catalogue: Catalogue): Candidate[] {
  let left = candidatesOf(of, catalogue);
  for (const [id, answer] of Object.entries(answers)) {
    const clue = catalogue.clues.get(id);
    if (!clue || answer === null) continue;
    const table = answersOf(clue, catalogue);
    left = left.filter((c) => {
      const may = table.get(c.id) ?? [];
      return !may.length || may.includes(answer);
    });
  }
  return left;
}

/** What answers about a mark say of what it is on, as answers of their own. */
export const impliedBy = (answers: Answers, catalogue: Catalogue): Answers =>
  Object.fromEntries(
    Object.entries(answers).flatMap(([id, answer]) => {
      const implies = catalogue.clues.get(id)?.answers.find((a) => a.id === answer)?.implies;
      return implies ? [[implies.clue, implies.answer]] : [];
    }),
  );

/**
 * The question that tells most: of those not yet asked, the one after whose answer fewest candidates are
 * expected to be left, each candidate taken to be as likely as any other and to answer evenly among what
 * it may. Null when none would tell any two apart.
 */
export function nextClue(of: Of, answers: Answers, catalogue: Catalogue): Clue | null {
  const left = narrow(of, answers, catalogue);
  if (left.length <= 1) return null;
  let best: Clue | null = null;
  let bestExpected = left.length - 0.5;
  for (const clue of catalogue.clues.values()) {
    if (clue.of !== of || clue.id in answers) continue;
    const table = answersOf(clue, catalogue);
    let silent = 0;
    const size = new Map(clue.answers.map((a) => [a.id, 0]));
    const weight = new Map(size);
    for (const c of left) {
      const may = table.get(c.id) ?? [];
      if (!may.length) silent++;
      for (const a of may) {
        size.set(a, size.get(a)! + 1);
        weight.set(a, weight.get(a)! + 1 / may.length);
      }
    }
    const told = left.length - silent;
    if (!told) continue;
    const expected = [...size].reduce((e, [a, n]) => e + (weight.get(a)! / told) * (n + silent), 0);
    if (expected < bestExpected) [best, bestExpected] = [clue, expected];
  }
  return best;
}

/** Answers of a clue that some candidate left may still give, in their order. */
export function openAnswers(clue: Clue, answers: Answers, catalogue: Catalogue): Clue['answers'] {
  const table = answersOf(clue, catalogue);
  const left = narrow(clue.of, answers, catalogue);
  return clue.answers.filter((a) => left.some((c) => table.get(c.id)?.includes(a.id)));
}
