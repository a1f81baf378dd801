import type { Catalogue } from '../catalogue';
import { type JudgedItem, resolveItems } from './items';
import { levelOf, type MeetingId } from './mix';

/**
 * Level of every pair of products, upper triangle by rows: `levels[i][j - i - 1]`. Items are resolved
 * once, and only levels are sought, not reasons. `onRow` is told after each row, and may stop the work by returning false.
 */
export function mixMatrix(
  ids: readonly string[],
  meeting: MeetingId,
  catalogue: Catalogue,
  onRow?: (done: number, all: number) => boolean | void,
): number[][] {
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
    if (onRow?.(i + 1, items.length) === false) break;
  }
  return levels;
}
