import type { Catalogue } from '../catalogue';
import { type Shopping, usualPack } from '../household';
import { parseNumber } from '../quantity';
import { byName, plainCell } from './table';

const COLUMNS = {
  name: ['name', 'item', 'thing', 'product', 'what'],
  amount: ['amount', 'how much', 'quantity', 'count'],
  unit: ['unit', 'measure'],
  section: ['section', 'aisle'],
  shop: ['shop', 'store', 'where'],
} as const;
type Column = keyof typeof COLUMNS;
const UNITS: Readonly<Record<string, Shopping['unit']>> = { ml: 'mL', g: 'g', piece: 'piece', pieces: 'piece' };
/** So many lines come in at a time, as one deed. */
export const MOST_LINES = 190;
const MOST_AMOUNT = 1e6;

export interface ListRow {
  line: number;
  name: string;
  body: Pick<Shopping, 'item' | 'words' | 'amount' | 'unit' | 'section' | 'shop'> | null;
  problems: string[];
}
/**
 * A table of what to buy, the first row its head: what is known by its name is that thing, all else stays as it was written.
 * Each row is a line or what to change in it; problems of the whole table stand in `problems`.
 */
export function readListTable(
  rows: readonly (readonly string[])[],
  catalogue: Catalogue,
): { rows: ListRow[]; problems: string[] } {
  const [head, ...body] = rows.map((r) => r.map(plainCell));
  if (!head || !body.length) return { rows: [], problems: ['The table is empty: a head, then a line a thing.'] };
  const at = new Map<Column, number>();
  head.forEach((cell, i) => {
    const c = (Object.keys(COLUMNS) as Column[]).find((k) =>
      (COLUMNS[k] as readonly string[]).includes(cell.toLowerCase()),
    );
    if (c && !at.has(c)) at.set(c, i);
  });
  if (!at.has('name'))
    return {
      rows: [],
      problems: [`No column is called “name”: the first line is “${head.join(', ')}”. Name the columns there.`],
    };
  if (body.length > MOST_LINES)
    return { rows: [], problems: [`${body.length} lines are too many at a time: bring in ${MOST_LINES} at the most.`] };
  return {
    problems: [],
    rows: body.map((cells, i) => lineOf((c) => cells[at.get(c) ?? -1] ?? '', i + 2, catalogue)),
  };
}
function lineOf(cell: (c: Column) => string, line: number, catalogue: Catalogue): ListRow {
  const problems: string[] = [];
  const name = cell('name').slice(0, 120);
  if (!name) problems.push('It has no name.');
  const known = byName(name, catalogue);
  const usual = known ? usualPack(known.id, catalogue) : { amount: 1, unit: 'piece' as const };
  const said = cell('unit');
  const unit = said ? UNITS[said.toLowerCase()] : usual.unit;
  if (!unit) problems.push(`“${said}” is no unit: write mL, g or piece.`);
  else if (known && (unit === 'piece') !== (usual.unit === 'piece'))
    problems.push(`It is bought in ${usual.unit === 'piece' ? 'pieces' : 'mL or g'}, not in ${unit}.`);
  const amount = cell('amount') ? parseNumber(cell('amount')) : usual.amount;
  if (amount === null || !(amount > 0) || amount > MOST_AMOUNT)
    problems.push(`“${cell('amount')}” is no amount: write a number, for example 500.`);
  const section =
    cell('section').slice(0, 60) || (known && catalogue.products.has(known.id) ? 'cleaning' : 'household');
  return {
    line,
    name: known?.name ?? name,
    problems,
    body: problems.length
      ? null
      : {
          ...(known ? { item: known.id } : { words: name }),
          amount: amount!,
          unit: unit!,
          section,
          shop: cell('shop').slice(0, 60) || null,
        },
  };
}
