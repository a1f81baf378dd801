import type { Evidence } from '../method';
import type { LogEntry } from './records';

/** How often something worked, of one spot: evidence with where it was, and the name it last had. */
export interface Tally extends Evidence {
  spot: string | null;
  name: string | null;
}
/** What an entry adds to the tallies; null where it is no answered clean. */
export function tallyOf(e: LogEntry): Tally | null {
  if (e.kind !== 'clean' || !e.question || !e.outcome || !e.method?.mechanism) return null;
  return {
    mechanism: e.method.mechanism,
    soil: e.question.soil,
    material: e.question.material,
    finish: e.question.finish ?? null,
    spot: e.spot ?? null,
    name: e.names?.['product'] ?? null,
    worked: e.outcome === 'worked' ? 1 : 0,
    partly: e.outcome === 'partly' ? 1 : 0,
    not: e.outcome === 'not' || e.outcome === 'damaged' ? 1 : 0,
  };
}
const face = (t: Evidence): string => [t.mechanism, t.soil, t.material, t.finish ?? ''].join('|');
/** What tells one tally from another: the face, and the spot. */
export const tallyKey = (t: Tally): string => `${face(t)}|${t.spot ?? ''}`;

const added = <T extends Evidence>(all: readonly T[], alike: (t: T) => string, of: (sum: T, t: T) => T): T[] => {
  const sums = new Map<string, T>();
  for (const t of all) {
    const had = sums.get(alike(t));
    sums.set(
      alike(t),
      had ? of({ ...had, worked: had.worked + t.worked, partly: had.partly + t.partly, not: had.not + t.not }, t) : t,
    );
  }
  return [...sums.values()];
};
/** Tallies added up, spot by spot; a name that comes first stays. */
export const addTallies = (all: readonly Tally[]): Tally[] =>
  added(all, tallyKey, (sum, t) => ({ ...sum, name: sum.name ?? t.name }));
/** The tallies of standing entries; each with the name that was written last. */
export const talliesOf = (entries: readonly LogEntry[]): Tally[] =>
  addTallies([...entries].sort((a, b) => b.seq - a.seq).flatMap((e) => tallyOf(e) ?? []));
/** What the whole house has seen of each face. Tallies are replaced, never changed: they are added up once. */
export function evidenceOfTallies(all: readonly Tally[]): readonly Evidence[] {
  let sum = summed.get(all);
  if (!sum) {
    sum = added(
      all.map(({ spot: _s, name: _n, ...e }): Evidence => e),
      face,
      (s) => s,
    );
    summed.set(all, sum);
  }
  return sum;
}
const summed = new WeakMap<readonly Tally[], readonly Evidence[]>();
