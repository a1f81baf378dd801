import type { Problem } from '../reason';
import { bad, ok, type Result } from '../reason';
import { KIND_WORDS } from './told';
import type {
  Bottle,
  Edit,
  Edited,
  Effect,
  LogEntry,
  LogFields,
  Move,
  RecordOf,
  Shopping,
  Spot,
  Stock,
} from './records';

/**
 * What a deed does to the household, as data: worked out once from what is written down and from the household as it
 * is, carried out by whoever keeps the records, and kept with the entry, so that exactly it can be taken back.
 */
export interface Reach {
  stock(id: string): Stock | null;
  bottle(id: string): Bottle | null;
  spot(id: string): Spot | null;
  run(id: string): RecordOf<'runs'> | null;
  shopping(): readonly Shopping[];
  /** Any record without its envelope; null when it is not there. */
  body(on: Edited, id: string): Record<string, unknown> | null;
  /** What goes and returns with a record: what stands in a room, what lies in a kit; the innermost first. */
  children(on: Edited, id: string): readonly { on: Edited; id: string }[];
}
export interface Done {
  /** The entry with what it found out: what is left of each piece of stock. */
  entry: LogFields;
  effects: Effect[];
  /** Entries that are written with it: the other head of two that changed places. */
  also: LogFields[];
}

const round = (x: number, places = 3): number => Math.round(x * 10 ** places) / 10 ** places;
const ordered = (x: unknown): string =>
  JSON.stringify(x ?? null, (_, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
/** The same content, whatever the order of its fields. */
const same = (a: unknown, b: unknown): boolean => ordered(a) === ordered(b);
/** A value in the place of another; said too where it was so already, since it would have been done. */
const set = (on: Edited, id: string, path: string, was: unknown, is: unknown): Effect => ({
  on,
  id,
  path,
  was: was ?? null,
  is: is ?? null,
});

/** Where a soil stands in a spot. */
const soilPath = (soil: string): string => `soils/${soil}`;
/** Severity after a clean that went so: gone, or a step less, never below a trace. */
const SEVERITY_AFTER: Partial<Record<NonNullable<LogFields['outcome']>, (severity: number) => number>> = {
  worked: () => 0,
  partly: (severity) => Math.max(1, severity - 1),
};

/**
 * What an entry does: moves of stock, what is in a bottle, the soil of a spot, lines of the list, heads, the end of a
 * run. `at` is the instant it is written down. Problems name what is not there, or not enough.
 */
export function deedOf(e: LogFields, reach: Reach, at: string): Result<Done> {
  const effects: Effect[] = [];
  const also: LogFields[] = [];
  const entry: LogFields = { ...e };
  if (e.kind === 'edit')
    for (const [i, edit] of (e.edits ?? []).entries()) {
      const done = editOf(edit, i, effects, reach);
      if (!done.ok) return done;
      effects.push(...done.value);
    }
  if (e.moves) {
    const moved: Move[] = [];
    for (const [i, m] of e.moves.entries()) {
      const one = moveOf(m, i, e.reason === 'count' || e.reason === 'adjust', reach, moved);
      if (!one.ok) return one;
      moved.push(one.value.move);
      effects.push(...one.value.effects);
    }
    entry.moves = moved;
  }
  const bottle = e.bottle ? reach.bottle(e.bottle) : null;
  if (e.kind === 'mix' || e.kind === 'pour-out' || e.kind === 'head-moved') {
    if (!bottle) return bad('/bottle', 'That bottle is not in this household.');
    if (e.kind === 'head-moved') {
      const heads = headsOf(e, bottle, reach);
      if (!heads.ok) return heads;
      effects.push(...heads.value.effects);
      also.push(...heads.value.also);
    } else {
      if (e.fill && e.fill.left_mL > bottle.capacity_mL)
        return bad('/fill/left_mL', `The bottle holds ${bottle.capacity_mL} mL: mix less.`);
      effects.push(set('bottles', bottle.id, 'fill', bottle.fill, e.kind === 'mix' ? e.fill : null));
    }
  }
  if (e.kind === 'clean') {
    if (bottle && e.used_mL) effects.push(takenOf(bottle, e.used_mL));
    const spot = e.spot ? reach.spot(e.spot) : null;
    const soil = spot?.soils.find((x) => x.soil === e.question?.soil);
    const after = SEVERITY_AFTER[e.outcome ?? 'not'];
    if (spot && soil && after)
      effects.push(
        set('spots', spot.id, soilPath(soil.soil), soil, { ...soil, severity: after(soil.severity), seenAt: at }),
      );
  }
  if (e.kind === 'stock' && e.reason === 'buy') {
    const items = new Set((e.moves ?? []).map((m) => reach.stock(m.stock)?.item));
    for (const line of reach.shopping())
      if (line.state !== 'dropped' && line.item && items.has(line.item))
        effects.push(set('shopping', line.id, 'state', line.state, 'bought'));
  }
  const run = e.ends && e.run ? reach.run(e.run) : null;
  if (run) effects.push(set('runs', run.id, 'state', run.state, 'done'), set('runs', run.id, 'timers', run.timers, []));
  return ok({ entry, effects, also });
}

/** A whole record, as a path. */
const WHOLE = '.';
/** What an edit does, after others of the same entry: a record where there was none, fields, or none where there was one. */
function editOf(edit: Edit, i: number, before: readonly Effect[], reach: Reach): Result<Effect[]> {
  const { does, on, id } = edit;
  if (on === 'settings' && does !== 'change')
    return bad(`/edits/${i}/does`, 'The settings are one record: change them.');
  const had = bodyAfter(before, on, id, reach);
  if (does === 'make') {
    if (had) return bad(`/edits/${i}/id`, 'There is one of that id already: take another id.');
    return ok([set(on, id, WHOLE, null, edit.fields ?? {})]);
  }
  if (!had) return bad(`/edits/${i}/id`, 'That record is not here (any more).');
  if (does === 'put-away') {
    const hanging = reach.children(on, id).filter((c) => bodyAfter(before, c.on, c.id, reach));
    return ok([...hanging, { on, id }].map((x) => set(x.on, x.id, WHOLE, bodyAfter(before, x.on, x.id, reach), null)));
  }
  return ok(Object.entries(edit.fields ?? {}).map(([field, value]) => set(on, id, field, had[field], value)));
}
/** A record as effects that are not carried out yet leave it. */
function bodyAfter(effects: readonly Effect[], on: Edited, id: string, reach: Reach): Record<string, unknown> | null {
  const mine = effects.filter((x) => x.on === on && x.id === id);
  const after = recordsAfter(mine, () => reach.body(on, id));
  return mine.length ? ((after[0]?.is ?? null) as Record<string, unknown> | null) : reach.body(on, id);
}

/**
 * What a use takes of a mixed bottle. The last of it is what was left, so it hangs on what was taken before; of an empty
 * one nothing is taken, but would have been.
 */
function takenOf(bottle: Bottle, used_mL: number): Effect {
  const one = { on: 'bottles', id: bottle.id, path: 'fill/left_mL' } as const;
  if (!bottle.fill) return { ...one, add: 0 };
  const { left_mL, mixedAt } = bottle.fill;
  return used_mL >= left_mL ? { ...one, was: left_mL, is: 0 } : { ...one, add: -used_mL, of: mixedAt };
}

/** A move of stock with what is left; nothing goes below zero. A count says how much there is, whatever it was. */
function moveOf(
  m: Move,
  i: number,
  absolute: boolean,
  reach: Reach,
  before: readonly Move[],
): Result<{ move: Move; effects: Effect[] }> {
  const row = reach.stock(m.stock);
  if (!row) return bad(`/moves/${i}/stock`, 'That thing is no longer on a shelf: leave it out, or restore it.');
  if (row.pack.unit !== m.unit) return bad(`/moves/${i}/unit`, `It is counted in ${row.pack.unit}, not in ${m.unit}.`);
  const onHand = before.filter((b) => b.stock === m.stock).at(-1)?.after ?? row.onHand;
  const after = round(onHand + m.delta);
  if (after < 0)
    return bad(
      `/moves/${i}/delta`,
      `Only ${onHand} ${row.pack.unit} are there: count the shelf first, then take ${-m.delta}.`,
    );
  const effects: Effect[] = absolute
    ? [set('stock', row.id, 'onHand', onHand, after)]
    : m.delta === 0
      ? []
      : [{ on: 'stock', id: row.id, path: 'onHand', add: m.delta }];
  return ok({ move: { ...m, after }, effects });
}

/** Two bottles change heads: the one named goes over, and the other, where there is one, comes back for it. */
function headsOf(e: LogFields, to: Bottle, reach: Reach): Result<{ effects: Effect[]; also: LogFields[] }> {
  const from = e.from ? reach.bottle(e.from) : null;
  if (!from) return ok({ effects: [], also: [] });
  if (from.head?.id !== e.tools?.[0])
    return bad('/tools', `That head is not on ${from.name} any more: look at the bottles again.`);
  const effects = [
    set('bottles', from.id, 'head', from.head, to.head),
    set('bottles', to.id, 'head', to.head, from.head),
  ];
  if (!to.head) return ok({ effects, also: [] });
  return ok({
    effects,
    also: [
      {
        ...e,
        tools: [to.head.id],
        from: to.id,
        bottle: from.id,
        fill: to.fill ?? null,
        names: { from: to.name, bottle: from.name },
        text: `The ${to.head.kind} head of ${to.name} now sits on ${from.name}${e.toolsRinsed ? ', rinsed twice' : ', as it was'}.`,
      },
    ],
  });
}

/** What an entry did: as it was kept with it; of an older one, its moves. */
export const didOf = (e: LogEntry): readonly Effect[] =>
  e.did ?? (e.moves ?? []).map((m): Effect => ({ on: 'stock', id: m.stock, path: 'onHand', add: m.delta }));

const touches = (a: Effect, b: Effect): boolean =>
  a.on === b.on &&
  a.id === b.id &&
  (a.path === b.path ||
    a.path === WHOLE ||
    b.path === WHOLE ||
    a.path.startsWith(`${b.path}/`) ||
    b.path.startsWith(`${a.path}/`));

/**
 * The exact inverse of what an entry did. Amounts are given back, whatever came and went since. What was set goes back
 * to what it was, unless something else has touched it since: then it is refused, naming that. `later` are the standing
 * entries written after it, oldest first.
 */
export function inverseOf(
  e: LogEntry,
  later: readonly LogEntry[],
  read: (on: Edited, id: string, path: string) => unknown,
): Result<Effect[]> {
  const out: Effect[] = [];
  /** As it is now, and as what is taken back already leaves it. */
  const value = (on: Edited, id: string, path: string): unknown => {
    const mine = out.filter((x) => x.on === on && x.id === id);
    if (!mine.length) return read(on, id, path);
    return valueAt(recordsAfter(mine, () => read(on, id, WHOLE) as object | null)[0]?.is ?? null, path);
  };
  for (const d of [...didOf(e)].reverse()) {
    const now = value(d.on, d.id, d.path);
    if (d.add !== undefined) {
      if (d.add === 0) continue;
      // what it was taken from has been poured out or filled anew: there is nothing to give back
      if (d.of !== undefined && value(d.on, d.id, 'fill/mixedAt') !== d.of) continue;
      const counted = hangingOn(d, later, (x) => x.add === undefined);
      if (counted) return refused(counted, 'the amount was set since');
      if (now === undefined) return bad('/corrects', 'What it took is no longer there: restore that first.');
      const eaten = takenSince(d, later, Number(now));
      if (eaten) return refused(eaten, 'it took of what this had brought');
      if (round(Number(now) - d.add) < 0)
        return bad('/corrects', `Only ${String(now)} are left of what it brought: count the shelf instead.`);
      out.push({ ...d, add: -d.add });
    } else {
      const since = hangingOn(d, later, () => true);
      if (since) return refused(since, 'it has been changed since');
      // of what was made or put away, whatever was done with it since, or would have been
      const uses = d.path === WHOLE ? later.find((l) => l.kind !== 'undo' && speaksOf(l, d)) : undefined;
      if (uses) return refused(uses, 'it was used since');
      const back = (d.path === WHOLE ? d.was : { [d.path]: d.was }) as Record<string, unknown> | null;
      for (const [on, parent] of [
        ['rooms', back?.['room']],
        ['kits', back?.['kit']],
      ] as const)
        if (typeof parent === 'string') {
          // it would have gone with what it stood in, whatever stands there by now
          const by = later.find((l) => didOf(l).some((x) => x.id === parent && x.path === WHOLE && x.is === null));
          if (by) return refused(by, 'what it stood in went with it');
          if (value(on, parent, WHOLE) === null)
            return bad('/corrects', 'What it stood in is put away: bring that back first.');
        }
      if (now === undefined) return bad('/corrects', 'What it changed is no longer there: restore that first.');
      if (!same(now, d.is)) return bad('/corrects', 'It was edited by hand since: change it back there instead.');
      out.push({ ...d, was: d.is ?? null, is: d.was ?? null });
    }
  }
  return ok(out);
}
/** The first later entry that could not have taken what it took without this one: the amount would have gone below zero. */
function takenSince(d: Effect, later: readonly LogEntry[], now: number): LogEntry | undefined {
  const each = later.map((l) => ({
    l,
    add: didOf(l).reduce((n, x) => n + (touches(d, x) && l.kind !== 'undo' ? (x.add ?? 0) : 0), 0),
  }));
  let without = now - each.reduce((n, x) => n + x.add, 0) - d.add!;
  return each.find((x) => round((without += x.add)) < 0 && x.add < 0)?.l;
}
/** An entry speaks of a record, by whichever of its fields; what is bought crosses lines of the list off by what it is. */
const speaksOf = (l: LogEntry, d: Effect): boolean =>
  JSON.stringify(l).includes(JSON.stringify(d.id)) || (d.on === 'shopping' && l.reason === 'buy');
function hangingOn(d: Effect, later: readonly LogEntry[], of: (x: Effect) => boolean): LogEntry | undefined {
  return later.find((l) => l.kind !== 'undo' && didOf(l).some((x) => touches(d, x) && of(x)));
}
const refused = (by: LogEntry, why: string): { ok: false; problems: Problem[] } =>
  bad('/corrects', `${nameOf(by)} hangs on it (${why}): take that back first.`) as { ok: false; problems: Problem[] };
const nameOf = (e: LogEntry): string =>
  `${KIND_WORDS[e.kind]} of ${e.at.slice(0, 16).replace('T', ' ')}${Object.values(e.names ?? {})[0] ? ` (${Object.values(e.names!)[0]})` : ''}`;

/**
 * The value at a path of a record: a field, a field of it, a soil of a spot, or (`.`) all of it without its envelope;
 * undefined when it is not there, null when it is a whole record.
 */
export function valueAt(record: object | null, path: string): unknown {
  if (path === WHOLE) return record && bodyOf(record);
  if (!record) return undefined;
  const [field, inner] = path.split('/') as [string, string | undefined];
  const value = (record as Record<string, unknown>)[field];
  if (inner === undefined) return value ?? null;
  if (Array.isArray(value)) return (value as { soil: string }[]).find((x) => x.soil === inner);
  return value === null || value === undefined ? undefined : (value as Record<string, unknown>)[inner];
}

/** Fields of a record after an effect. What is no longer there stays away. */
function fieldsAfter(record: object, effect: Effect): Record<string, unknown> {
  const [field, inner] = effect.path.split('/') as [string, string | undefined];
  const was = (record as Record<string, unknown>)[field];
  const next = (x: unknown): unknown => (effect.add === undefined ? effect.is : round(Number(x) + effect.add));
  if (inner === undefined) return { [field]: next(was) };
  if (Array.isArray(was)) return { [field]: (was as { soil: string }[]).map((x) => (x.soil === inner ? next(x) : x)) };
  if (was === null || was === undefined) return {};
  return { [field]: { ...(was as object), [inner]: next((was as Record<string, unknown>)[inner]) } };
}

/** A record as it was and as it is now; null where there is none. */
export interface After {
  on: Edited;
  id: string;
  was: object | null;
  is: object | null;
}
/**
 * Records as they were and as effects leave them, each once and in the order in which they were first touched, however
 * much of it changes. A field of what is not there is left out.
 */
export function recordsAfter(effects: readonly Effect[], read: (on: Edited, id: string) => object | null): After[] {
  const each = new Map<string, After>();
  for (const e of effects) {
    const key = `${e.on} ${e.id}`;
    const had = each.get(key);
    const was = had ? had.was : read(e.on, e.id);
    const now = had ? had.is : was;
    if (e.path === WHOLE) each.set(key, { on: e.on, id: e.id, was, is: e.is as object | null });
    else if (now) each.set(key, { on: e.on, id: e.id, was, is: { ...now, ...fieldsAfter(now, e) } });
  }
  return [...each.values()];
}

/** What the store keeps about a record beside what it says. */
const ENVELOPE = new Set(['id', 'version', 'createdAt', 'updatedAt', 'deletedAt', 'deletedWith']);
/** A record without its envelope. */
export const bodyOf = (record: object): Record<string, unknown> =>
  Object.fromEntries(Object.entries(record).filter(([k]) => !ENVELOPE.has(k)));
