import type { Catalogue } from '../catalogue';
import { inOneGo, type Stepwise } from '../stepwise';
import { type JudgedItem, resolveItems } from './items';
import { levelOf, type MeetingId } from './mix';

/** Level of every pair of products, upper triangle by rows: `levels[i][j - i - 1]`. */
export const mixMatrix = (ids: readonly string[], meeting: MeetingId, catalogue: Catalogue): number[][] =>
  inOneGo(mixMatrixStepwise(ids, meeting, catalogue));

/** The same, a row at a time. Items are resolved once, and only levels are sought, not reasons. Throws on an unknown id. */
export function* mixMatrixStepwise(
  ids: readonly string[],
  meeting: MeetingId,
  catalogue: Catalogue,
): Stepwise<number[][]> {
  const resolved = resolveItems(
    ids.map((product) => ({ product })),
    catalogue,
  );
  if (!resolved.ok) throw new Error(resolved.problems.map((p) => p.message).join(' '));
  const items: JudgedItem[] = resolved.value;
  const levels: number[][] = [];
  for (let i = 0; i < items.length; i++) {
    const row: number[] = [];
    for (let j = i + 1; j < items.length; j++) row.push(levelOf([items[i]!, items[j]!], { meeting }, catalogue));
    levels.push(row);
    yield;
  }
  return levels;
}
