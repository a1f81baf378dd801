import type { Catalogue, Column, Meeting } from '../catalogue';
import { type HitClause, meets, type Part } from './hits';
import type { JudgedItem } from './items';
import type { MixQuestion } from './mix';

/** What a column makes of a finding. */
interface At {
  level: number;
  headline?: string;
  note?: string;
  then?: string;
  again?: { nights: number | null };
}
type Cell = Column['cells'][number];
type Case = NonNullable<Cell['cases']>[number];

/** Where it meets: each finding goes through its column before the highest is taken. */
export function columnOf(
  clause: HitClause,
  parts: readonly Part[],
  items: readonly JudgedItem[],
  meeting: Meeting,
  q: Omit<MixQuestion, 'items'>,
  catalogue: Catalogue,
): At {
  const level = clause.level;
  // how it is used stays, wherever it is
  if (parts.some((p) => p.place)) return { level };
  const own = catalogue.columns.get(meeting.column)!;
  if (clause.firm) return { level: own.firm ? own.firm[level]! : level };
  const rinsing = meeting.rinse ? rinsingOf(meeting.rinse, parts, items, q) : null;
  const column = rinsing ? catalogue.columns.get(rinsing.column)! : own;
  const shut = Boolean(q.closed && meeting.column !== 'shelf');
  if (shut && !rinsing && clause.closed !== undefined)
    return { level: Math.max(level, clause.closed), ...wordsOf(catalogue.columns.get('closed')!.cells[1]!) };
  const cell = (shut && !rinsing ? catalogue.columns.get('closed')! : column).cells[level]!;
  const special = cell.cases?.find((c) => fits(c, c.to < cell.to, clause, parts, items));
  const to = special ? special.to : clause.gas && cell.gas !== undefined ? cell.gas : cell.to;
  const floor = shut && clause.kind === 'gas' ? (column.closedGas ?? 0) : 0;
  const at = Math.max(to, floor);
  const label = column.labelled;
  if (label && label.from.includes(at) && parts.every((p) => items[p.item]!.labelled))
    return { level: label.to, note: label.note, then: label.then, ...headlineIn(column, label.to) };
  return {
    level: at,
    ...(to !== level ? wordsOf(special ?? cell) : {}),
    ...(at < level ? headlineIn(column, at) : {}),
    ...(cell.day && rinsing ? { again: { nights: rinsing.nights } } : {}),
  };
}
const headlineIn = (column: Column, level: number): { headline?: string } => {
  const headline = column.headlines?.[String(level)];
  return headline ? { headline } : {};
};
const wordsOf = (cell: { note?: string; then?: string }): { note?: string; then?: string } => ({
  ...(cell.note ? { note: cell.note } : {}),
  ...(cell.then ? { then: cell.then } : {}),
});

/** Whether a finding is what a case of a cell speaks of; where the case lowers, a form that nobody said is not it. */
function fits(
  c: Case,
  lowers: boolean,
  clause: HitClause,
  parts: readonly Part[],
  items: readonly JudgedItem[],
): boolean {
  if (c.kinds && !c.kinds.includes(clause.kind)) return false;
  const unnamed = parts.every((p) => p.i === null);
  if (c.unknownLabel) return unnamed && parts.some((p) => items[p.item]!.unknown);
  if (c.unknownBeside)
    return (
      unnamed &&
      parts.some(
        (p) =>
          items[p.item]!.unknown &&
          parts.some((o) => o.item !== p.item && c.unknownBeside!.some((x) => holdsOne(items[o.item]!, x))),
      )
    );
  if (c.sameMachine) {
    const [first, ...rest] = parts.map((p) => items[p.item]!);
    return first!.goesIn.some((m) => rest.every((x) => x.goesIn.includes(m)));
  }
  if (!c.a && !c.b) return c.kinds !== undefined;
  return parts.some((x) =>
    parts.some(
      (y) =>
        x !== y &&
        x.i !== null &&
        y.i !== null &&
        (!c.a || x.i.operands.has(c.a)) &&
        (!c.b || y.i.operands.has(c.b)) &&
        (c.belowA === undefined || x.i.percent < c.belowA) &&
        (c.maxB === undefined || y.i.percent <= c.maxB) &&
        meets(c, x.i, y.i, lowers),
    ),
  );
}
const holdsOne = (item: JudgedItem, x: NonNullable<Case['unknownBeside']>[number]): boolean =>
  item.ingredients.some(
    (i) =>
      i.operands.has(x.operand) &&
      i.percent >= (x.min ?? 0) &&
      (!x.state || i.state === null || i.state === x.state) &&
      (!x.concentrated || i.concentrated),
  );

/** Whether rinsing counts for a finding: the column that it goes through, and the nights until it is over; null when it does not. */
function rinsingOf(
  rinse: NonNullable<Meeting['rinse']>,
  parts: readonly Part[],
  items: readonly JudgedItem[],
  q: Omit<MixQuestion, 'items'>,
): { column: 'rinsed' | 'over'; nights: number | null } | null {
  const drinks = rinse.porous && q.porous !== false ? rinse.porous : null;
  let best: { column: 'rinsed' | 'over'; nights: number | null } | null = null;
  for (const p of parts) {
    const item = items[p.item]!;
    const s = item.since;
    const times = Math.max(s.times, q.rinsed ? rinse.times : 0);
    if (
      rinse.airs &&
      !drinks &&
      s.aired &&
      s.daysAgo >= rinse.airs.nights &&
      item.ingredients.length > 0 &&
      !item.unknown &&
      item.ingredients.every((i) => rinse.airs!.classes.some((k) => i.operands.has(k)))
    )
      return { column: 'over', nights: 0 };
    const nights = s.times > 0 ? s.nights : 0;
    if (times < rinse.times || (!rinse.sameDay && nights < 1)) continue;
    if (!drinks) {
      if (nights >= rinse.nights) return { column: 'over', nights: 0 };
      best ??= { column: 'rinsed', nights: rinse.nights };
      continue;
    }
    const stays = drinks.never.some((k) => p.i?.operands.has(k)) || (drinks.solid && p.i?.state !== 'liquid');
    const [a, b] = [parts[0]?.i?.operands, parts[1]?.i?.operands];
    const asked = drinks.word.some((w) => (a?.has(w.a) && b?.has(w.b)) || (a?.has(w.b) && b?.has(w.a)));
    const ever = !stays && !item.unknown && (!asked || s.sworn) && times >= drinks.times;
    if (ever && nights >= drinks.nights) return { column: 'over', nights: 0 };
    if (!best || best.nights === null) best = { column: 'rinsed', nights: ever ? drinks.nights : null };
  }
  return best;
}
