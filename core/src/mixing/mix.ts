import { type Catalogue, type Clause, isInGroup, type Meeting, type Rule } from '../catalogue';
import { bad, ok, type Result } from '../reason';
import { type Ingredient, isTouchy, type JudgedItem, type MixItem, resolveItems } from './items';

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
  /** The column that changed its level, where one did. */
  note?: string;
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

const EMERGENCY =
  'Smelled it, or already mixed? Everybody out, fresh air, call the local emergency number or poison centre. Do not go back for the bottle; do not mop it, push it to the drain or neutralise it. On skin or in eyes: rinse at once with plenty of running water, take off soaked clothing and lenses, call. Swallowed: rinse the mouth, do not induce vomiting, call.';
const FLUORIDE = ' Fluoride acid: call at once, even without pain.';

type Named = { rule: Rule; clause: Clause };
/** Clauses by operand, and those between two signatures, worked out as they come up. Built once a catalogue. */
interface Compiled {
  byA: ReadonlyMap<string, readonly Named[]>;
  pairs: Map<number, readonly Named[]>;
  triples: Map<number, readonly Named[]>;
  /** Condition → operand → clauses. */
  places: ReadonlyMap<string, ReadonlyMap<string, readonly Named[]>>;
}
const NOTHING: readonly Named[] = [];
const PLACE = 'place:';
/** More signatures than any catalogue has. */
const SIGNATURES = 1 << 20;
const compiled = new WeakMap<Catalogue['rules'], Compiled>();
function compile(catalogue: Catalogue): Compiled {
  let c = compiled.get(catalogue.rules);
  if (c) return c;
  const byA = new Map<string, Named[]>();
  const places = new Map<string, Map<string, Named[]>>();
  for (const rule of catalogue.rules.values())
    for (const clause of rule.clauses) {
      if (clause.b.startsWith(PLACE)) {
        const here = places.get(clause.b.slice(PLACE.length)) ?? new Map<string, Named[]>();
        here.set(clause.a, [...(here.get(clause.a) ?? []), { rule, clause }]);
        places.set(clause.b.slice(PLACE.length), here);
        continue;
      }
      byA.set(clause.a, [...(byA.get(clause.a) ?? []), { rule, clause }]);
    }
  c = { byA, pairs: new Map(), triples: new Map(), places };
  compiled.set(catalogue.rules, c);
  return c;
}
/** Clauses of two that name both operands, in this order. */
function pairClauses(a: Ingredient, b: Ingredient, c: Compiled): readonly Named[] {
  const key = a.signature * SIGNATURES + b.signature;
  let list = c.pairs.get(key);
  if (!list) {
    const found = [...a.operands].flatMap((o) =>
      (c.byA.get(o) ?? NOTHING).filter((n) => !n.clause.c && b.operands.has(n.clause.b)),
    );
    c.pairs.set(key, (list = found.length ? found : NOTHING));
  }
  return list;
}
function tripleClauses(a: Ingredient, c: Compiled): readonly Named[] {
  let list = c.triples.get(a.signature);
  if (!list) {
    const found = [...a.operands].flatMap((o) => (c.byA.get(o) ?? NOTHING).filter((n) => n.clause.c));
    c.triples.set(a.signature, (list = found.length ? found : NOTHING));
  }
  return list;
}

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
  return ok(judge(items.value, q, catalogue));
}

/**
 * The categorical verdict: highest level over all pairs and triples of ingredients from different
 * items, each taken through the column of where it meets. Symmetric and order-free (every clause is
 * tried both ways round over an unordered union); monotone (nothing cancels, more items only add pairs).
 */
export function judge(items: readonly JudgedItem[], q: Omit<MixQuestion, 'items'>, catalogue: Catalogue): MixAnswer {
  const meeting = catalogue.meetings.get(q.meeting)!;
  const findings = new Map<string, Finding>();
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
      ...(at.again ? { again: at.again } : {}),
      ...(clause.order ? { order: clause.order } : {}),
    };
    if (!findings.has(key)) findings.set(key, found);
  };

  eachHit(items, meeting, q.conditions ?? [], catalogue, add);
  return answer([...findings.values()], items, meeting, q, catalogue);
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

type HitClause = Pick<
  Clause,
  'level' | 'forms' | 'because' | 'kind' | 'gas' | 'source' | 'closed' | 'firm' | 'order' | 'in' | 'notIn'
>;
/** `place` is a condition in the part's stead. */
type Part = { item: number; i: Ingredient | null; place?: string };
/** Every clause that holds between ingredients of different items, each way round. */
function eachHit(
  items: readonly JudgedItem[],
  meeting: Meeting,
  conditions: readonly string[],
  catalogue: Catalogue,
  tell: (rule: string, clause: HitClause, parts: Part[]) => void,
): void {
  const c = compile(catalogue);
  const hit = (rule: string, clause: HitClause, parts: Part[]): void => {
    if (clause.in && !clause.in.includes(meeting.id)) return;
    if (clause.notIn?.includes(meeting.id)) return;
    if (meeting.only && !meeting.only.includes(clause.kind)) return;
    tell(rule, clause, parts);
  };
  for (const id of conditions) placeHits(items, id, c, catalogue, hit);
  for (let x = 0; x < items.length; x++)
    for (let y = 0; y < items.length; y++) {
      if (x === y || items[x]!.key === items[y]!.key) continue;
      for (const a of items[x]!.ingredients) {
        for (const b of items[y]!.ingredients)
          for (const { rule, clause } of pairClauses(a, b, c))
            if (holds(clause, a, b, items[x]!, items[y]!, catalogue)) {
              const parts = [
                { item: x, i: a },
                { item: y, i: b },
              ];
              hit(rule.id, clause, x < y ? parts : parts.reverse());
            }
        for (const { rule, clause } of tripleClauses(a, c))
          tripleHits(items, x, y, a, clause, catalogue, (parts) => hit(rule.id, clause, parts));
      }
      if (x < y)
        unknownHits(items[x]!, items[y]!, meeting, catalogue, (clause) =>
          hit('U1', clause, [
            { item: x, i: null },
            { item: y, i: null },
          ]),
        );
    }
}

/** What a thing alone meets by how it is used. */
function placeHits(
  items: readonly JudgedItem[],
  id: string,
  c: Compiled,
  catalogue: Catalogue,
  hit: (rule: string, clause: HitClause, parts: Part[]) => void,
): void {
  const condition = catalogue.conditions.get(id);
  const here = c.places.get(id);
  if (!condition || !here) return;
  items.forEach((item, n) => {
    const place: Part = { item: n, i: null, place: id };
    for (const a of item.ingredients)
      for (const operand of a.operands)
        for (const { rule, clause } of here.get(operand) ?? [])
          if (a.percent >= (clause.when?.minA ?? 0)) hit(rule.id, clause, [{ item: n, i: a }, place]);
    if (item.unknown && condition.unknownToo)
      hit(
        'U1',
        {
          level: 3,
          forms: [],
          because: `${cap(item.name)}: not all that is in it is known, so ${condition.name} it is not safe.`,
          kind: 'unknown',
          source: 'common-practice',
        },
        [{ item: n, i: null }, place],
      );
  });
}

function holds(
  clause: Clause,
  a: Ingredient,
  b: Ingredient,
  itemA: JudgedItem,
  itemB: JudgedItem,
  catalogue: Catalogue,
): boolean {
  if (a.substance !== null && a.substance === b.substance) return false;
  const w = clause.when;
  if (!w) return true;
  if (w.minA !== undefined && a.percent < w.minA) return false;
  if (w.minB !== undefined && b.percent < w.minB) return false;
  if (w.stateA && a.state !== null && a.state !== w.stateA) return false;
  if (w.stateB && b.state !== null && b.state !== w.stateB) return false;
  if (w.concentratedA && !a.concentrated) return false;
  if (w.concentratedB && !b.concentrated) return false;
  if (w.aNotClass && a.classes.includes(w.aNotClass)) return false;
  if (w.bNotClass && b.classes.includes(w.bNotClass)) return false;
  if (w.aHasClass && !a.classes.includes(w.aHasClass)) return false;
  if (w.partnerDisclosed !== undefined && itemB.disclosed !== w.partnerDisclosed) return false;
  if (w.differentSubstance && a.substance !== null && a.substance === b.substance) return false;
  if (w.exceptSameHalogen && itemA.halogen && itemB.halogen) return false;
  if (w.aFreeOf && itemA.ingredients.some((i) => isInGroup(i.classes, w.aFreeOf!, catalogue))) return false;
  return true;
}

/** Three ingredients, not all from one item: a from item x, b and c from x or y, at least one of them from y. */
function tripleHits(
  items: readonly JudgedItem[],
  x: number,
  y: number,
  a: Ingredient,
  clause: Clause,
  catalogue: Catalogue,
  hit: (parts: { item: number; i: Ingredient }[]) => void,
): void {
  const others = items.map((_, n) => n);
  for (const bi of clause.when?.sameItemBC ? [y] : others)
    for (const ci of clause.when?.sameItemBC ? [y] : others) {
      if (bi === x && ci === x) continue;
      if (bi !== y && ci !== y) continue;
      for (const b of items[bi]!.ingredients) {
        if (b === a || !b.operands.has(clause.b) || !holds(clause, a, b, items[x]!, items[bi]!, catalogue)) continue;
        for (const c of items[ci]!.ingredients)
          if (c !== a && c !== b && c.operands.has(clause.c!))
            hit([
              { item: x, i: a },
              { item: bi, i: b },
              { item: ci, i: c },
            ]);
      }
    }
}

type U1Clause = Pick<Clause, 'level' | 'forms' | 'because' | 'kind' | 'source'>;
/** U1: an unknown partner, and the undisclosed rest of a catalogue product beside active halogen. */
function unknownHits(
  p: JudgedItem,
  r: JudgedItem,
  meeting: Meeting,
  catalogue: Catalogue,
  hit: (c: U1Clause) => void,
): void {
  if (p.key === r.key) return;
  for (const [u, other] of [
    [p, r],
    [r, p],
  ] as const) {
    if (other.onlyWater) continue;
    if (u.unknown) {
      if (meeting.column === 'shelf' && !isTouchy(other, catalogue) && !isTouchy(u, catalogue)) continue;
      const what = u.unknownWhat.length
        ? `"${u.unknownWhat[0]}" is not recognised`
        : 'it does not say all that is in it';
      hit({
        level: 3,
        forms: [],
        because: `${cap(u.name)}: ${what}, so a dangerous reaction cannot be ruled out.`,
        kind: 'unknown',
        source: 'common-practice',
      });
    } else if (!u.disclosed && other.halogen && !u.halogen) {
      hit({
        level: 3,
        forms: [],
        because: `The label of ${u.name} does not name everything, and beside chlorine that is not enough.`,
        kind: 'unknown',
        source: 'common-practice',
      });
    }
  }
}

/** What a column makes of a finding. */
interface At {
  level: number;
  note?: string;
  again?: { nights: number | null };
}
/** Where it meets: each finding goes through its column before the highest is taken. */
function columnOf(
  clause: HitClause,
  parts: readonly Part[],
  items: readonly JudgedItem[],
  meeting: Meeting,
  q: Omit<MixQuestion, 'items'>,
  catalogue: Catalogue,
): At {
  const level = clause.level;
  const own = catalogue.columns.get(meeting.column)!;
  if (clause.firm) return { level: own.firm ? own.firm[level]! : level };
  const rinsing = meeting.rinse ? rinsingOf(meeting.rinse, parts, items, q) : null;
  const column = rinsing ? catalogue.columns.get(rinsing.column)! : own;
  const shut = Boolean(q.closed && meeting.column !== 'shelf');
  if (shut && !rinsing && clause.closed !== undefined)
    return { level: Math.max(level, clause.closed), ...noteOf(catalogue.columns.get('closed')!.cells[1]!) };
  const cell = (shut && !rinsing ? catalogue.columns.get('closed')! : column).cells[level]!;
  const to = clause.gas && cell.gas !== undefined ? cell.gas : cell.to;
  const floor = shut && clause.kind === 'gas' ? (column.closedGas ?? 0) : 0;
  return {
    level: Math.max(to, floor),
    ...(to !== level ? noteOf(cell) : {}),
    ...(cell.day && rinsing ? { again: { nights: rinsing.nights } } : {}),
  };
}
const noteOf = (cell: { note?: string }): { note?: string } => (cell.note ? { note: cell.note } : {});

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

function answer(
  findings: Finding[],
  items: readonly JudgedItem[],
  meeting: Meeting,
  q: Omit<MixQuestion, 'items'>,
  catalogue: Catalogue,
): MixAnswer {
  findings.sort(
    (a, b) =>
      b.level - a.level ||
      b.ruleLevel - a.ruleLevel ||
      KIND_ORDER.indexOf(a.kind) - KIND_ORDER.indexOf(b.kind) ||
      (a.rule < b.rule ? -1 : 1),
  );
  const first = findings[0];
  const level = (first?.level ?? 0) as MixAnswer['level'];
  const verdict = [...catalogue.verdicts.values()].find((v) => v.level === level)!;
  const softened = first !== undefined && first.ruleLevel > level;
  const headline = softened
    ? level === 0
      ? 'Fine today'
      : 'Only after rinsing'
    : first && first.level > first.ruleLevel
      ? 'Can burst the bottle'
      : ((first && verdict.headlines[first.kind]) ?? Object.values(verdict.headlines)[0]!);
  const beside3 = level === 3 && items.some((i) => i.halogen || isAcid(i));
  const fluoride = level >= 4 && items.some((i) => i.ingredients.some((n) => n.classes.includes('fluoride-acid')));
  return {
    level,
    verdict: verdict.id,
    headline,
    findings,
    then: thenWhat(level, first, meeting, q, items, catalogue),
    ...(level >= 4 || beside3 ? { emergency: EMERGENCY + (fluoride ? FLUORIDE : '') } : {}),
  };
}
const KIND_ORDER: Clause['kind'][] = [
  'gas',
  'explode',
  'fire',
  'burst',
  'heat',
  'corrosive',
  'unknown',
  'pointless',
  'fresh',
  'fine',
];
const isAcid = (i: JudgedItem): boolean => i.ingredients.some((n) => n.operands.has('acid'));

function thenWhat(
  level: number,
  first: Finding | undefined,
  meeting: Meeting,
  q: Omit<MixQuestion, 'items'>,
  items: readonly JudgedItem[],
  catalogue: Catalogue,
): string[] {
  const condition = first?.place ? catalogue.conditions.get(first.place) : undefined;
  if (condition && level >= 2) return [condition.then];
  const softened = first && first.ruleLevel > level ? thenOf(first, catalogue) : undefined;
  if (softened) return [softened];
  if (meeting.column === 'shelf')
    return level >= 3
      ? [
          'Put them in separate trays on different shelves, the acid below; nothing above eye level, locked from children.',
        ]
      : ['They may stand side by side.'];
  if (level === 5)
    return meeting.rinse
      ? ['Do not put one on the other. Use one of the two, another day, after rinsing twice and airing.']
      : ['Keep them apart. Use one of the two, another day.'];
  if (level === 4)
    return [
      first && first.level > first.ruleLevel
        ? 'Never in a closed bottle: open bowl, used at once, poured away.'
        : 'Keep them apart. Use one of the two; rinse twice in between.',
    ];
  if (level === 3) return ['Treat it as dangerous until the whole list is known: keep apart, rinse in between.'];
  if (level === 2) return ['No harm at household strength, and no use: take one, rinse, then the other.'];
  if (level === 1) return ['Mix in an open bowl, use at once, pour the rest away. Never bottle it.'];
  const order = items.some((i) =>
    i.ingredients.some((n) => n.operands.has('acid') || n.classes.includes('caustic') || n.halogen),
  );
  return [q.closed ? 'It may be bottled and labelled.' : order ? 'Water first, then the product.' : 'Nothing to mind.'];
}
/** What the cell that softened a finding says to do. */
const thenOf = (f: Finding, catalogue: Catalogue): string | undefined =>
  [...catalogue.columns.values()].flatMap((c) => c.cells).find((c) => c.note === f.note && c.to === f.level)?.then;

const cap = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);
