import type { Catalogue, Clause } from '../catalogue';
import { bad, ok, type Result } from '../reason';
import { columnOf } from './column';
import { breadthOf, eachHit, type HitClause, type Part } from './hits';
import { type JudgedItem, type MixItem, resolveItems } from './items';
import { answer, type Ranked } from './says';

export type MeetingId = 'container' | 'surface' | 'shelf' | 'drain' | 'fixture' | 'machine' | 'carried' | 'room';
export interface MixQuestion {
  items: MixItem[];
  meeting: MeetingId;
  closed?: boolean;
  rinsed?: boolean;
  /** The face keeps residue: grout, stone, bare wood, cloth. Unknown counts as porous. */
  porous?: boolean;
  /** How it is used where that alone matters: ids of `conditions`, e.g. beside a flame. */
  conditions?: string[];
}
export interface Finding {
  /** After where it meets is taken into account. */
  level: number;
  /** Of the rule itself. */
  ruleLevel: number;
  rule: string;
  between: string[];
  forms: string[];
  because: string;
  source: string;
  kind: Clause['kind'];
  pair: { item: number; substance: string | null; name: string }[];
  /** The condition that decides, where it is one. */
  place?: string;
  /** The column that changed its level, where one did, and what it says to do. */
  note?: string;
  then?: string;
  headline?: string;

  /** Today is not the day: nights after the last rinse until it is over; null when it never is. */
  again?: { nights: number | null };
  /** In which order they come together. */
  order?: string;
}
export interface MixAnswer {
  level: 0 | 1 | 2 | 3 | 4 | 5;
  verdict: string;
  headline: string;
  findings: Finding[];
  then: string[];
  emergency?: string;
}

/** Ingredients of one question: the pairs among them grow with the square. */
const MOST_INGREDIENTS = 300;

/** Verdict of things that meet. Problems come back for unknown ids; see `judge` for how. */
export function mix(
  q: MixQuestion,
  catalogue: Catalogue,
  bottles?: (id: string) => MixItem[] | null,
): Result<MixAnswer> {
  if (!catalogue.meetings.has(q.meeting))
    return bad('/meeting', 'Say where they meet: container, surface, shelf, drain, fixture, machine or carried.');
  if (!q.items.length) return bad('/items', 'Name at least one thing.');
  const odd = q.conditions?.find((id) => !catalogue.conditions.has(id));
  if (odd !== undefined)
    return bad('/conditions', `"${odd}" is no condition: ${[...catalogue.conditions.keys()].join(', ')}.`);
  const items = resolveItems(q.items, catalogue, bottles);
  if (!items.ok) return items;
  // a word that may be another: as it is read, and with something unknown in it; the worse counts
  if (q.items.some((i) => i.unsure && i.label !== undefined)) {
    const asRead = mix({ ...q, items: q.items.map(({ unsure: _open, ...i }) => i) }, catalogue, bottles);
    const open = items.value.map((i, n) =>
      q.items[n]!.unsure ? { ...i, disclosed: false, unknown: true, onlyWater: false } : i,
    );
    const unknown = judge(open, q, catalogue);
    return asRead.ok && asRead.value.level > unknown.level ? asRead : ok(unknown);
  }
  const named = items.value.reduce((n, i) => n + i.ingredients.length + i.traces.length, 0);
  if (named > MOST_INGREDIENTS)
    return bad(
      '/items',
      `Together they name ${named} ingredients, and each is judged beside every other: ask about fewer things at a time (${MOST_INGREDIENTS} ingredients at the most).`,
    );
  return ok(judge(items.value, q, catalogue));
}

/**
 * The categorical verdict: highest level over all pairs and triples of ingredients from different
 * items, each taken through the column of where it meets. Symmetric and order-free (every clause is
 * tried both ways round over an unordered union); monotone (nothing cancels, more items only add pairs).
 */
export function judge(items: readonly JudgedItem[], q: Omit<MixQuestion, 'items'>, catalogue: Catalogue): MixAnswer {
  const meeting = catalogue.meetings.get(q.meeting)!;
  const hits: (Ranked & { key: string; pair: string })[] = [];
  const worst = new Map<string, Finding>();
  const nameOf = (p: Part): string =>
    p.place ? catalogue.conditions.get(p.place)!.name : (p.i?.name ?? items[p.item]!.name);
  const add = (rule: string, clause: HitClause, parts: Part[]): void => {
    const at = columnOf(clause, parts, items, meeting, q, catalogue);
    const key = `${rule}|${clause.level}|${at.level}|${at.again?.nights}|${clause.because}|${[...new Set(parts.map((p) => p.item))].sort().join()}`;
    const place = parts.find((p) => p.place)?.place;
    const found: Finding = {
      level: at.level,
      ruleLevel: clause.level,
      rule,
      between: parts.map(nameOf),
      forms: clause.forms,
      because: clause.because,
      source: clause.source,
      kind: clause.kind,
      pair: parts.map((p) => ({
        item: p.item,
        substance: p.i?.substance ?? null,
        name: nameOf(p),
      })),
      ...(place ? { place } : {}),
      ...(at.note ? { note: at.note } : {}),
      ...(at.then ? { then: at.then } : {}),
      ...(at.headline ? { headline: at.headline } : {}),
      ...(at.again ? { again: at.again } : {}),
      ...(clause.order ? { order: clause.order } : {}),
    };
    const least = Math.min(...parts.map((p) => p.i?.percent ?? 100));
    const pair = `${rule}|${found.pair
      .map((p) => `${p.item}:${p.name}`)
      .sort()
      .join()}`;
    hits.push({ found, least, breadth: breadthOf(clause, catalogue), key, pair });
    const had = worst.get(pair);
    if (!had || found.ruleLevel > had.ruleLevel) worst.set(pair, found);
  };

  eachHit(items, meeting, q.conditions ?? [], catalogue, add);
  // of what one rule says of the same two only the worst is told, and like things once, by what there is most of
  const told = new Map<string, Ranked>();
  for (const h of hits) {
    const w = worst.get(h.pair)!;
    if (h.found.ruleLevel < w.ruleLevel && h.found.level <= w.level) continue;
    const had = told.get(h.key);
    const breadth = Math.min(had?.breadth ?? Infinity, h.breadth);
    if (!had || had.least < h.least) told.set(h.key, { found: h.found, least: h.least, breadth });
    else had.breadth = breadth;
  }
  return answer([...told.values()], items, meeting, q, catalogue);
}

/** The level alone, of things that meet: what `judge` says, without the reasons. */
export function levelOf(items: readonly JudgedItem[], q: Omit<MixQuestion, 'items'>, catalogue: Catalogue): number {
  const meeting = catalogue.meetings.get(q.meeting)!;
  let worst = 0;
  eachHit(items, meeting, q.conditions ?? [], catalogue, (_rule, clause, parts) => {
    if (clause.level <= worst && !q.closed) return;
    const at = columnOf(clause, parts, items, meeting, q, catalogue);
    if (at.level > worst) worst = at.level;
  });
  return worst;
}
