import type { LogEntry, LogFields, Move } from '@dolly-tub/core';
import { and, desc, eq, gte, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Db } from './open';
import type { Change, Repository } from './repository';
import { changes, log } from './tables';

export class LogProblem extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}
const DAY_MS = 86_400_000;

export interface LogStore {
  /** Append an entry and do what it says to stock, bottles and shopping, all in the caller's transaction; `applied` only writes it down. */
  append(fields: LogFields, id?: string, applied?: boolean): LogEntry;
  get(id: string): LogEntry | null;
  list(q: { limit: number; after: string | null; kind: string | null; since: string | null }): {
    items: LogEntry[];
    next?: string;
  };
  all(): LogEntry[];
  /** Bring in an entry as exported; `exact` keeps its number. False when it was there. */
  put(entry: LogEntry, exact?: boolean): boolean;
}

export function createLog(
  db: Db,
  now: () => Date,
  onChange: (c: Change) => void,
  repos: { stock: Repository<'stock'>; bottles: Repository<'bottles'>; shopping: Repository<'shopping'> },
): LogStore {
  const { orm } = db;
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

  /** Apply a move and return it with what is left. Nothing goes below zero. */
  function applyMove(m: Move, i: number): Move {
    const row = repos.stock.get(m.stock);
    if (!row)
      throw new LogProblem(`/moves/${i}/stock`, 'That thing is no longer on a shelf: leave it out, or restore it.');
    if (row.pack.unit !== m.unit)
      throw new LogProblem(`/moves/${i}/unit`, `It is counted in ${row.pack.unit}, not in ${m.unit}.`);
    const after = Math.round((row.onHand + m.delta) * 1000) / 1000;
    if (after < 0)
      throw new LogProblem(
        `/moves/${i}/delta`,
        `Only ${row.onHand} ${row.pack.unit} are there: count the shelf first, then take ${-m.delta}.`,
      );
    repos.stock.patch(row.id, { onHand: after });
    return { ...m, after };
  }

  function effects(e: LogFields, at: string): LogFields {
    const done: LogFields = { ...e };
    if (e.moves) done.moves = e.moves.map(applyMove);
    if (e.kind === 'mix') {
      const bottle = repos.bottles.get(e.bottle!);
      if (!bottle) throw new LogProblem('/bottle', 'That bottle is not in this household.');
      const volume = e.fill!.left_mL;
      if (volume > bottle.capacity_mL)
        throw new LogProblem('/fill/left_mL', `The bottle holds ${bottle.capacity_mL} mL: mix less.`);
      repos.bottles.patch(bottle.id, { fill: e.fill });
    }
    if (e.kind === 'pour-out') {
      const bottle = repos.bottles.get(e.bottle!);
      if (!bottle) throw new LogProblem('/bottle', 'That bottle is not in this household.');
      repos.bottles.patch(bottle.id, { fill: null });
    }
    if (e.kind === 'clean' && e.bottle && e.used_mL) {
      const bottle = repos.bottles.get(e.bottle);
      if (bottle?.fill)
        repos.bottles.patch(bottle.id, {
          fill: { ...bottle.fill, left_mL: Math.max(0, Math.round((bottle.fill.left_mL - e.used_mL) * 10) / 10) },
        });
    }
    if (e.kind === 'stock' && e.reason === 'buy') {
      const items = new Set((e.moves ?? []).map((m) => repos.stock.get(m.stock)?.item));
      for (const line of repos.shopping.all())
        if (line.state === 'open' && items.has(line.item)) repos.shopping.patch(line.id, { state: 'bought' });
    }
    if (e.kind === 'undo') {
      const was = get(e.corrects!);
      if (!was) throw new LogProblem('/corrects', 'That entry is not in the log.');
      if (was.kind === 'undo') throw new LogProblem('/corrects', 'An undo cannot be undone: do it again instead.');
      // what a head has met would be forgotten with it
      if (was.kind === 'head-moved')
        throw new LogProblem('/corrects', 'Move the head back instead: what it has met goes with it.');
      if (Date.parse(at) - Date.parse(was.recordedAt) > DAY_MS)
        throw new LogProblem('/corrects', 'It is more than a day old: write a correction instead.');
      if (
        orm
          .select()
          .from(log)
          .where(and(eq(log.kind, 'undo'), sql`json_extract(${log.body}, '$.corrects') = ${was.id}`))
          .get()
      )
        throw new LogProblem('/corrects', 'It was undone before.');
      done.moves = (was.moves ?? []).map((m, i) => applyMove({ stock: m.stock, delta: -m.delta, unit: m.unit }, i));
    }
    return done;
  }

  return {
    get,
    append(fields, id = uuidv7(), applied = false) {
      const recordedAt = now().toISOString();
      const problem = required(fields);
      if (problem) throw problem;
      const done = applied ? fields : effects(fields, recordedAt);
      const { kind, at = recordedAt, ...body } = done;
      const r = orm.insert(log).values({ id, at, recordedAt, kind, body }).returning().get();
      told(id);
      return toEntry(r);
    },
    list({ limit, after, kind, since }) {
      const where = [];
      if (kind) where.push(eq(log.kind, kind));
      if (since) where.push(gte(log.at, since));
      if (after) {
        const [at, seq] = Buffer.from(after, 'base64url').toString().split('|');
        where.push(sql`(${log.at}, ${log.seq}) < (${at ?? ''}, ${Number(seq) || 0})`);
      }
      const rows = orm
        .select()
        .from(log)
        .where(and(...where))
        .orderBy(desc(log.at), desc(log.seq))
        .limit(limit + 1)
        .all();
      const page = rows.slice(0, limit);
      const last = page[page.length - 1];
      return {
        items: page.map(toEntry),
        ...(rows.length > limit && last ? { next: Buffer.from(`${last.at}|${last.seq}`).toString('base64url') } : {}),
      };
    },
    all: () => orm.select().from(log).orderBy(log.seq).all().map(toEntry),
    put(entry, exact = false) {
      if (get(entry.id)) return false;
      const { id, seq, at, recordedAt, kind, ...body } = entry;
      orm
        .insert(log)
        .values({
          ...(exact ? { seq } : {}),
          id,
          at: at ?? recordedAt,
          recordedAt,
          kind,
          body: body as Record<string, unknown>,
        })
        .run();
      told(id);
      return true;
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
