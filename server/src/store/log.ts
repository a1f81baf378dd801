import {
  bodyOf,
  deedOf,
  type Edited,
  type Effect,
  inverseOf,
  type LogEntry,
  type LogFields,
  type Move,
  type Reach,
  recordsAfter,
  type Result,
  valueAt,
  DAY_MS,
} from '@dolly-tub/core';
import type { Statement } from 'better-sqlite3';
import { and, eq, gt, gte, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { type Derived, derivedOf } from './derived';
import { type LogQuery, logPages } from './log-pages';
import type { Db } from './open';
import { type Change, type Repository, stable } from './repository';
import { changes, log } from './tables';

export class LogProblem extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

export interface LogStore {
  /** Append an entry and do what it says to stock, bottles and shopping, all in the caller's transaction; `applied` only writes it down. */
  append(fields: LogFields, id?: string, applied?: boolean): LogEntry;
  get(id: string): LogEntry | null;
  /** A page as JSON text: `{items: (LogEntry & {undone?: true})[], next?}`, without what each did. */
  list(q: LogQuery): string;
  all(): LogEntry[];
  /** Every standing entry of what took of the shelves or was done with tools, without what it did. */
  ofThings(): LogEntry[];
  /** The next entries after a number, in order of writing. */
  after(seq: number, limit: number): LogEntry[];
  /** The number of the newest entry; 0 where there is none. */
  last(): number;
  /**
   * Bring in an entry as exported; `exact` keeps its number. False when it was there; open pages must be told
   * that everything is another. What is derived from the log is
   * filled anew when the transaction ends.
   */
  put(entry: LogEntry, exact?: boolean): boolean;
  /** Answered cleans since an instant that still stand: what worked lately. */
  answeredSince(at: string): LogEntry[];
  derived: Derived;
}

export function createLog(
  db: Db,
  now: () => Date,
  onChange: (c: Change) => void,
  repos: { [D in Edited]: Repository<D> },
  words: (e: LogEntry) => string,
): LogStore {
  const { orm } = db;
  const derived = derivedOf(db.sqlite, now, words);
  const toEntry = (r: typeof log.$inferSelect): LogEntry =>
    ({ id: r.id, seq: r.seq, recordedAt: r.recordedAt, ...r.body, kind: r.kind, at: r.at }) as LogEntry;
  const get = (id: string): LogEntry | null => {
    const r = orm.select().from(log).where(eq(log.id, id)).get();
    return r ? toEntry(r) : null;
  };

  const told = (id: string): void => {
    const c = orm.insert(changes).values({ door: 'log', id, version: 1, op: 'create' }).returning().get();
    onChange({ ...c, op: 'create' });
  };

  const reach: Reach = {
    stock: (id) => repos.stock.get(id),
    bottle: (id) => repos.bottles.get(id),
    spot: (id) => repos.spots.get(id),
    run: (id) => repos.runs.get(id),
    shopping: () => repos.shopping.all(),
    body: (on, id) => {
      const r = record(on, id);
      return r && bodyOf(r);
    },
    children: (on, id) => repos[on].children(id),
  };
  const record = (on: Edited, id: string): object | null => repos[on].get(id);
  /**
   * What comes first, then what changes, then what goes: a thing is moved out before what it stood in is put away. What is
   * so already is not written again.
   */
  const carryOut = (effects: readonly Effect[]): void => {
    const after = recordsAfter(effects, record);
    for (const { on, id, was, is } of after) if (!was && is) repos[on].bring(id, bodyOf(is));
    for (const { on, id, was, is } of after)
      if (was && is && stable(bodyOf(was)) !== stable(bodyOf(is))) repos[on].patch(id, bodyOf(is));
    for (const { on, id, was, is } of after) if (was && !is) repos[on].remove(id, null);
  };
  /** What a deed found out, as a problem of the request. */
  function orRefuse<T>(r: Result<T>): T {
    if (r.ok) return r.value;
    throw new LogProblem(r.problems[0]!.path, r.problems[0]!.message);
  }

  /** Why an entry cannot be taken back at all; null when it can. */
  function takenBack(was: LogEntry, at: string): string | null {
    if (was.kind === 'undo') return 'An undo cannot be undone: do it again instead.';
    // what a head has met would be forgotten with it
    if (was.kind === 'head-moved') return 'Move the head back instead: what it has met goes with it.';
    if (Date.parse(at) - Date.parse(was.recordedAt) > DAY_MS)
      return 'It is more than a day old: write a correction instead.';
    return undone().has(was.id) ? 'It was undone before.' : null;
  }
  const undone = (): ReadonlySet<string | null> =>
    new Set(
      orm
        .select({ id: log.corrects })
        .from(log)
        .where(eq(log.kind, 'undo'))
        .all()
        .map((r) => r.id),
    );
  /** Take an entry back: exactly what it did, the other way round. */
  function undo(e: LogFields, at: string): LogFields {
    const was = get(e.corrects!);
    if (!was) throw new LogProblem('/corrects', 'That entry is not in the log.');
    const never = takenBack(was, at);
    if (never) throw new LogProblem('/corrects', never);
    const gone = undone();
    const later = orm
      .select()
      .from(log)
      .where(gt(log.seq, was.seq))
      .orderBy(log.seq)
      .all()
      .map(toEntry)
      .filter((x) => !gone.has(x.id));
    const did = orRefuse(inverseOf(was, later, (on, id, path) => valueAt(record(on, id), path)));
    carryOut(did);
    const moves = (was.moves ?? []).map((m): Move => ({
      stock: m.stock,
      delta: -m.delta,
      unit: m.unit,
      after: repos.stock.get(m.stock)?.onHand,
    }));
    return { ...e, moves, did };
  }
  /** Do what an entry says, and what is written with it. */
  function act(e: LogFields, at: string): { entry: LogFields; also: LogFields[] } {
    if (e.kind === 'undo') return { entry: undo(e, at), also: [] };
    const { entry, effects, also } = orRefuse(deedOf(e, reach, at));
    carryOut(effects);
    return { entry: { ...entry, ...(effects.length ? { did: effects } : {}) }, also };
  }
  function write(fields: LogFields, id: string, recordedAt: string): LogEntry {
    const { kind, at = recordedAt, ...body } = fields;
    const r = orm
      .insert(log)
      .values({ id, at, recordedAt, kind, body, corrects: fields.corrects ?? null })
      .returning()
      .get();
    told(id);
    const entry = toEntry(r);
    derived.noted(entry);
    return entry;
  }

  let putting: Statement | undefined;
  return {
    get,
    derived,
    append(fields, id = uuidv7(), applied = false) {
      const recordedAt = now().toISOString();
      const problem = required(fields);
      if (problem) throw problem;
      if (applied) return write(fields, id, recordedAt);
      const { entry, also } = act(fields, recordedAt);
      const written = write(entry, id, recordedAt);
      for (const other of also) write(other, uuidv7(), recordedAt);
      return written;
    },
    list: logPages(db.sqlite),
    answeredSince: (at) =>
      orm
        .select()
        .from(log)
        .where(
          and(
            eq(log.kind, 'clean'),
            gte(log.at, at),
            sql`NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = ${log.id})`,
          ),
        )
        .all()
        .map(toEntry),
    last: () =>
      orm
        .select({ n: sql<number>`coalesce(max(${log.seq}), 0)` })
        .from(log)
        .get()!.n,
    after: (seq, limit) =>
      orm.select().from(log).where(gt(log.seq, seq)).orderBy(log.seq).limit(limit).all().map(toEntry),
    ofThings: () =>
      (
        db.sqlite
          .prepare(
            `SELECT json_object('id', id, 'seq', seq, 'recordedAt', recorded_at, 'kind', kind, 'at', at) AS head,
               json_remove(body, '$.did', '$.fill', '$.question') AS body
             FROM log WHERE (kind IN ('clean', 'rinse', 'mix', 'stock') OR json_extract(body, '$.upkeep') IS NOT NULL)
               AND NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = log.id) ORDER BY seq`,
          )
          .all() as { head: string; body: string }[]
      ).map(({ head, body }) => ({ ...(JSON.parse(body) as object), ...(JSON.parse(head) as object) }) as LogEntry),
    all: () => orm.select().from(log).orderBy(log.seq).all().map(toEntry),
    put(entry, exact = false) {
      // ten years of them come at a time, so one statement for all, and nobody is told of each
      putting ??= db.sqlite.prepare(
        'INSERT OR IGNORE INTO log (seq, id, at, recorded_at, kind, body, corrects) VALUES (?, ?, ?, ?, ?, ?, ?)',
      );
      const { id, seq, at, recordedAt, kind, ...body } = entry;
      const put = putting.run(
        exact ? seq : null,
        id,
        at ?? recordedAt,
        recordedAt,
        kind,
        JSON.stringify(body),
        entry.corrects ?? null,
      );
      if (put.changes) derived.upset();
      return put.changes > 0;
    },
  };
}

/** What each kind must carry. */
function required(e: LogFields): LogProblem | null {
  const need = (ok: unknown, path: string, says: string): LogProblem | null => (ok ? null : new LogProblem(path, says));
  switch (e.kind) {
    case 'note':
    case 'incident':
      return need(e.text, '/text', 'Write a few words.');
    case 'clean':
      return (
        need(e.spot, '/spot', 'Say which spot was cleaned.') ??
        need(e.outcome, '/outcome', 'Say how it went: worked, partly, not or damaged.')
      );
    case 'edit':
      return need(e.edits?.length, '/edits', 'Say what is made, changed or put away.');
    case 'rinse':
      return need(e.spot ?? e.tools?.length, '/spot', 'Say which spot, or which tools.');
    case 'head-moved':
      return (
        need(e.tools?.length, '/tools', 'Say which head.') ??
        need(e.bottle, '/bottle', 'Say onto which bottle it went.')
      );
    case 'inspect':
      return need(e.spot, '/spot', 'Say which spot.');
    case 'mix':
      return need(e.bottle, '/bottle', 'Say which bottle.') ?? need(e.fill, '/fill', 'Say what went in.');
    case 'pour-out':
      return need(e.bottle, '/bottle', 'Say which bottle.');
    case 'stock':
      return (
        need(e.reason, '/reason', 'Say why: buy, use, count, adjust or move.') ??
        need(e.moves?.length, '/moves', 'Say what moved.')
      );
    case 'damage':
      return need(e.question, '/question', 'Say on which material.');
    case 'undo':
      return need(e.corrects, '/corrects', 'Say which entry to undo.');
    default:
      return null;
  }
}
