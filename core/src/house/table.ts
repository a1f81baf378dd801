import { distance } from 'fastest-levenshtein';
import type { Catalogue } from '../catalogue';
import { oddAmount, type Stock, usualPack } from '../household';
import { parseNumber } from '../quantity';
import type { Thing } from './kit';
import { capital } from '../reason';

/** Columns of a table of things, by what people call them. */
const COLUMNS = {
  name: ['name', 'item', 'thing', 'product', 'what'],
  amount: ['amount', 'on hand', 'there', 'how much', 'quantity', 'count'],
  pack: ['pack', 'pack size', 'size', 'package'],
  unit: ['unit', 'measure'],
  par: ['par', 'keep', 'keep so much', 'minimum'],
  place: ['place', 'board', 'shelf', 'where'],
  opened: ['opened', 'opened on'],
  expires: ['expires', 'expires on', 'best before', 'use by'],
  colour: ['colour', 'color', 'class', 'colour class'],
} as const;
type Column = keyof typeof COLUMNS;
/** Columns as a table is written out, in order. */
export const TABLE_HEAD: readonly Column[] = [
  'name',
  'amount',
  'unit',
  'pack',
  'par',
  'place',
  'opened',
  'expires',
  'colour',
];
/** So many things come in at a time, as one deed. */
export const MOST_ROWS = 190;

export interface TableRow {
  /** Line of the table, the head being the first. */
  line: number;
  name: string;
  thing: (Thing & { par: number | null }) | null;
  /** What to change, a sentence each. */
  problems: string[];
}
interface Place {
  id: string;
  name: string;
}

/**
 * A table of things (rows of cells, the first the head) read against the catalogue and the places of a kit: each row a
 * thing or what to change in it. Problems of the table as a whole stand in `problems`. Numbers may have a comma; days are
 * written 2027-03-31 or 31.3.2027.
 */
export function readTable(
  rows: readonly (readonly string[])[],
  places: readonly Place[],
  catalogue: Catalogue,
): { rows: TableRow[]; problems: string[] } {
  const [head, ...body] = rows.map((r) => r.map(plainCell));
  if (!head || !body.length) return { rows: [], problems: ['The table is empty: a head, then a line a thing.'] };
  const at = new Map<Column, number>();
  for (const [i, cell] of head.entries()) {
    const said = cell.toLowerCase();
    const column = (Object.keys(COLUMNS) as Column[]).find((c) => (COLUMNS[c] as readonly string[]).includes(said));
    if (column && !at.has(column)) at.set(column, i);
  }
  if (!at.has('name'))
    return {
      rows: [],
      problems: [`No column is called “name”: the first line is “${head.join(', ')}”. Name the columns there.`],
    };
  if (body.length > MOST_ROWS)
    return { rows: [], problems: [`${body.length} things are too many at a time: bring in ${MOST_ROWS} at the most.`] };
  const cell = (r: readonly string[], c: Column): string => r[at.get(c) ?? -1] ?? '';
  return {
    problems: [],
    rows: body.map((r, i) => rowOf((c) => cell(r, c), i + 2, places, catalogue)),
  };
}
/** A cell without blanks, and without the mark that keeps a spreadsheet from running it. */
export const plainCell = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@\t\r])/, '');

function rowOf(cell: (c: Column) => string, line: number, places: readonly Place[], catalogue: Catalogue): TableRow {
  const problems: string[] = [];
  const name = cell('name');
  const known = byName(name, catalogue);
  if (!name) problems.push('It has no name.');
  else if (!known) {
    const perhaps = likeIt(name, catalogue);
    problems.push(`“${name}” is not known${perhaps.length ? `: perhaps ${perhaps.join(', or ')}?` : '.'}`);
  }
  const number = (c: Column): number | null => {
    const said = cell(c);
    if (!said) return null;
    const n = parseNumber(said.replace(/\s*(mL|ml|g|pieces?)$/, ''));
    if (n !== null && n >= 0 && n <= 1e6) return n;
    problems.push(`“${said}” is no ${c === 'amount' ? 'amount' : c}: write a number, for example 250.`);
    return null;
  };
  const day = (c: Column): string | null => {
    const said = cell(c);
    if (!said) return null;
    const found = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said) ?? /^(\d{1,2})\.(\d{1,2})\.(\d{4})$/.exec(said);
    const [y, m, d] = found ? (found[1]!.length === 4 ? found.slice(1, 4) : [found[3], found[2], found[1]]) : [];
    const iso = found && `${y}-${m!.padStart(2, '0')}-${d!.padStart(2, '0')}`;
    if (iso && new Date(`${iso}T12:00:00Z`).toISOString().slice(0, 10) === iso) return iso;
    problems.push(`“${said}” is no day: write 2027-03-31 or 31.3.2027.`);
    return null;
  };
  const usual = known ? usualPack(known.id, catalogue) : { amount: 1, unit: 'piece' as const };
  const unit = cell('unit') ? UNITS[cell('unit').toLowerCase()] : usual.unit;
  if (unit === undefined) problems.push(`“${cell('unit')}” is no unit: write mL, g or piece.`);
  else if (known && (unit === 'piece') !== (usual.unit === 'piece'))
    problems.push(
      `${capital(known.name)} is counted in ${usual.unit === 'piece' ? 'pieces' : 'mL or g'}, not in ${unit}.`,
    );
  const size = number('pack');
  if (size === 0) problems.push('A pack of nothing: leave it empty, or write how much one holds.');
  const pack = { amount: size || (unit === 'piece' ? 1 : usual.amount), unit: unit ?? usual.unit };
  const amount = number('amount');
  const onHand = amount ?? pack.amount;
  const odd = oddAmount(onHand, pack);
  if (odd) problems.push(odd);
  const par = number('par');
  const said = cell('place').toLowerCase();
  const place = said ? places.find((p) => p.name.toLowerCase() === said || p.id === said) : undefined;
  if (said && !place)
    problems.push(
      `This kit has no place “${cell('place')}”: it has ${places.map((p) => p.name).join(', ') || 'none'}.`,
    );
  const [openedOn, expiresOn] = [day('opened'), day('expires')];
  const colour = cell('colour');
  return {
    line,
    name: known?.name ?? name,
    problems,
    thing:
      known && !problems.length
        ? {
            item: known.id,
            onHand,
            pack,
            par,
            ...(place ? { place: place.id } : {}),
            ...(openedOn ? { openedOn } : {}),
            ...(expiresOn ? { expiresOn } : {}),
            ...(colour ? { colourClass: colour.slice(0, 4) } : {}),
          }
        : null,
  };
}
const UNITS: Record<string, Stock['pack']['unit'] | undefined> = {
  ml: 'mL',
  g: 'g',
  piece: 'piece',
  pieces: 'piece',
  pc: 'piece',
  pcs: 'piece',
};
/** A product or tool by its name, another name for it, or its id; whatever the case. */
export function byName(name: string, catalogue: Catalogue): { id: string; name: string } | null {
  const said = name.toLowerCase();
  for (const x of [...catalogue.products.values(), ...catalogue.tools.values()])
    if (x.id === said || [x.name, ...x.synonyms].some((n) => n.toLowerCase() === said)) return x;
  return null;
}

/** Names of which at most a third of the letters is another, the nearest first. */
const likeIt = (name: string, catalogue: Catalogue): string[] =>
  [...catalogue.products.values(), ...catalogue.tools.values()]
    .map((x) => ({
      name: x.name,
      off: Math.min(...[x.name, ...x.synonyms].map((n) => distance(n.toLowerCase(), name.toLowerCase()) / n.length)),
    }))
    .filter((x) => x.off <= 1 / 3)
    .sort((a, b) => a.off - b.off)
    .slice(0, 3)
    .map((x) => x.name);

/** The things of a kit as a table that `readTable` reads again: the head, then a row a thing. */
export function tableOf(
  stock: readonly Stock[],
  kit: { places: readonly Place[]; par: readonly { item: string; level: number }[] },
  catalogue: Catalogue,
): string[][] {
  const rows = stock.map((s) => {
    const cells: Record<Column, string> = {
      name: (catalogue.products.get(s.item) ?? catalogue.tools.get(s.item))?.name ?? s.item,
      amount: String(s.onHand),
      unit: s.pack.unit,
      pack: String(s.pack.amount),
      par: String(kit.par.find((p) => p.item === s.item)?.level ?? ''),
      place: kit.places.find((p) => p.id === s.place)?.name ?? '',
      opened: s.openedOn ?? '',
      expires: s.expiresOn ?? '',
      colour: s.colourClass ?? '',
    };
    return TABLE_HEAD.map((c) => cells[c]);
  });
  return [[...TABLE_HEAD], ...rows];
}
