import {
  bodyOf,
  DAY_MS,
  type Door,
  DOORS,
  Envelope,
  hitRates,
  type HousePast,
  LogBody,
  type LogEntry,
  type LogFields,
  pastOf,
  type Problem,
  recordBodies,
  utcInstant,
} from '@dolly-tub/core';
import Router from '@koa/router';
import { type TSchema, Type } from '@sinclair/typebox';
import type { Context } from 'koa';
import { v7 as uuidv7 } from 'uuid';
import { Conflict, stable } from '../store/repository';
import type { Store } from '../store/store';
import { LARGE_LIMIT, LIMIT, readJson } from './body';
import { asDeed } from './by-door';
import { once } from './once';
import { type Picture, readPicture } from './picture';
import { HttpProblem, invalid } from './problem';
import { checkRefs, type HouseCatalogue, notHere } from './refs';
import { check, faults, inUtc } from './validate';

const MAX_PAGE = 500;
const withEnvelope = (body: TSchema): TSchema =>
  Type.Object(
    {
      id: Type.Optional(Envelope.id),
      version: Type.Optional(Envelope.version),
      createdAt: Type.Optional(Envelope.createdAt),
      updatedAt: Type.Optional(Envelope.updatedAt),
      ...(body as unknown as { properties: Record<string, TSchema> }).properties,
    },
    { additionalProperties: false },
  );
const incoming = Object.fromEntries(DOORS.map((d) => [d, withEnvelope(recordBodies[d])])) as Record<Door, TSchema>;
const incomingLog = withEnvelope(LogBody);

/** `limit` (1–500, default 100) and `after` of a page. */
function page(ctx: Context): { limit: number; after: string | null } {
  const raw = ctx.query['limit'];
  const limit = raw === undefined ? 100 : Number(raw);
  if (!Number.isInteger(limit) || limit < 1 || limit > MAX_PAGE)
    throw invalid([{ path: '/limit', message: `limit must be a whole number from 1 to ${MAX_PAGE}.` }]);
  const after = ctx.query['after'];
  return { limit, after: typeof after === 'string' ? after : null };
}

const badSince = (): HttpProblem =>
  invalid([
    { path: '/since', message: 'since must be a date and time with its offset, for example 2026-11-25T14:10:00Z.' },
  ]);
/** A question's own word of at most 200 characters; null where it is not asked. */
function word(ctx: Context, name: string): string | null {
  const value = ctx.query[name];
  if (value === undefined) return null;
  if (typeof value !== 'string' || value.length > 200)
    throw invalid([{ path: `/${name}`, message: `${name} is one text of at most 200 characters.` }]);
  return value;
}

/** What the log says of the things, kept until something is another, or the day is. */
function pastOfStore(store: Store, catalogue: HouseCatalogue, now: () => Date): () => HousePast {
  let made: { day: number; past: HousePast } | null = null;
  store.onChange(() => (made = null));
  return () => {
    const at = now();
    const day = Math.floor(at.getTime() / DAY_MS);
    if (made?.day !== day) {
      const { spots, stock } = store.repos;
      made = { day, past: pastOf(store.log.ofThings(), { spots: spots.all(), stock: stock.all() }, at, catalogue()) };
    }
    return made.past;
  };
}

/** The doors of the records: list, read, make, replace, remove, restore; and the log. */
export function recordRoutes(store: Store, catalogue: HouseCatalogue, now: () => Date): Router {
  const router = new Router({ prefix: '/api' });
  const past = pastOfStore(store, catalogue, now);
  for (const door of DOORS) {
    const repo = store.repos[door];
    const limit = door === 'files' ? LARGE_LIMIT / 4 : LIMIT;
    const checked = async (raw: unknown): Promise<Record<string, unknown>> => {
      const value = check<Record<string, unknown>>(incoming[door], raw);
      checkRefs(door, value, store, catalogue());
      if (door !== 'files') return value;
      const { type, bytes, sha256 } = value as unknown as Picture;
      return { ...value, ...(await readPicture(type, bytes, sha256)) };
    };
    router.get(`/${door}`, (ctx) => {
      const { limit: size, after } = page(ctx);
      ctx.body = repo.list(size, after);
    });
    router.get(`/${door}/:id`, (ctx) => {
      const found = repo.get(ctx.params['id']!);
      if (!found) throw notHere();
      ctx.body = found;
    });
    router.put(`/${door}/:id`, async (ctx) => {
      const raw = await readJson(ctx, limit);
      const value = await checked(raw);
      const version = value['version'];
      if (typeof version !== 'number')
        throw invalid([{ path: '/version', message: '"version" is missing: send the version that you read.' }]);
      const id = ctx.params['id']!;
      const replace = repo.replace as (i: string, v: number, b: Record<string, unknown>) => unknown;
      ctx.body = store.transaction(() => asDeed(store, door, id, () => replace(id, version, bodyOf(value))));
    });
    if (door === 'settings') {
      for (const method of ['post', 'delete'] as const)
        router[method](['/settings', '/settings/:id'], (ctx) => {
          ctx.set('Allow', 'GET, PUT');
          throw new HttpProblem(405, 'The settings are one record: read it, or replace it.');
        });
      continue;
    }
    router.post(`/${door}`, async (ctx) => {
      const raw = await readJson(ctx, limit);
      const value = await checked(raw);
      const id = (value['id'] as string | undefined) ?? uuidv7();
      once(ctx, store, now, raw, () => ({
        status: 201,
        answer: asDeed(store, door, id, () => repo.create(bodyOf(value), id)),
      }));
    });
    router.delete(`/${door}/:id`, (ctx) => {
      const v = ctx.query['version'];
      const version = v === undefined ? null : Number(v);
      if (version !== null && !Number.isInteger(version))
        throw invalid([{ path: '/version', message: 'version must be a whole number.' }]);
      const id = ctx.params['id']!;
      store.transaction(() => asDeed(store, door, id, () => repo.remove(id, version)));
      ctx.status = 204;
    });
    router.post(`/${door}/:id/restore`, (ctx) => {
      const id = ctx.params['id']!;
      once(ctx, store, now, null, () => ({ status: 200, answer: asDeed(store, door, id, () => repo.restore(id)) }));
    });
  }
  router.get('/log', (ctx) => {
    const { limit, after } = page(ctx);
    const kind = ctx.query['kind'];
    const since = ctx.query['since'] === undefined ? null : utcInstant(String(ctx.query['since']));
    if (ctx.query['since'] !== undefined && since === null) throw badSince();
    ctx.type = 'application/json';
    ctx.body = store.log.list({
      limit,
      after,
      kind: typeof kind === 'string' ? kind : null,
      without: word(ctx, 'without'),
      since,
      find: word(ctx, 'find'),
      spot: word(ctx, 'spot'),
    });
  });
  /** What worked since an instant: how often each thing was used, and how often it did what was hoped. */
  router.get('/log/rates', (ctx) => {
    const since = utcInstant(word(ctx, 'since') ?? '');
    if (since === null) throw badSince();
    ctx.body = { items: hitRates(store.log.answeredSince(since)) };
  });
  /** What the whole log says of the things on the shelves: use by weeks, uses and washes, reckoned against counted. */
  router.get('/log/past', (ctx) => {
    ctx.body = past();
  });
  router.get('/log/:id', (ctx) => {
    const e = store.log.get(ctx.params['id']!);
    if (!e) throw notHere();
    ctx.body = e;
  });
  router.post('/log', async (ctx) => {
    const raw = await readJson(ctx);
    const value = check<LogFields & { id?: string }>(incomingLog, raw);
    const { id, ...fields } = value;
    if (fields.did) throw invalid([{ path: '/did', message: 'What an entry did is found out here: leave "did" out.' }]);
    once(ctx, store, now, raw, () => {
      if (id) {
        const had = store.log.get(id);
        if (had) {
          if (stable(asked(had, fields.at)) === stable(asked(fields, fields.at))) return { status: 201, answer: had };
          throw new HttpProblem(
            409,
            'An entry of that id is in the log already, and the log is never changed: write a correction.',
            undefined,
            { current: had },
          );
        }
      }
      beforeEdits(fields, store);
      const written = store.log.append(bodyOf(fields) as LogFields, id);
      checkTouched(fields, written, store, catalogue);
      return { status: 201, answer: written };
    });
  });
  for (const method of ['put', 'delete'] as const)
    router[method]('/log/:id', (ctx) => {
      ctx.set('Allow', 'GET, POST');
      throw new HttpProblem(405, 'The log is only added to: write a correction (corrects: id) instead.');
    });
  return router;
}

/** What a person asked to be written down: without what the log added to it (its instant, what is left, moves back). */
function asked(entry: LogFields, at: string | undefined): unknown {
  const { at: was, moves, did: _d, ...rest } = bodyOf(entry) as LogFields;
  const { seq: _s, recordedAt: _r, ...same } = rest as Partial<LogEntry>;
  return {
    ...same,
    ...(at ? { at: was } : {}),
    ...(entry.kind === 'undo' ? {} : { moves: moves?.map(({ stock, delta, unit }) => ({ stock, delta, unit })) }),
  };
}

/** Edits as they are carried out: instants in UTC, and of the version that was read. Problems: 409. */
function beforeEdits(fields: LogFields, store: Store): void {
  for (const edit of fields.edits ?? []) {
    inUtc(recordBodies[edit.on], edit.fields);
    const current = edit.does === 'make' ? null : store.repos[edit.on].get(edit.id);
    if (current && edit.version !== undefined && current.version !== edit.version) throw new Conflict(current);
  }
}
/**
 * What edits, or taking something back, left behind is as its schema says, and what was edited refers to what is there;
 * else nothing of it is kept: what an entry says that it did may have come with an import. Problems: 422.
 */
function checkTouched(asked: LogFields, written: LogEntry, store: Store, catalogue: HouseCatalogue): void {
  if (asked.kind !== 'edit' && asked.kind !== 'undo') return;
  const touched = asked.edits ?? [...new Map((written.did ?? []).map((d) => [`${d.on} ${d.id}`, d])).values()];
  const known = asked.edits ? catalogue.now() : null;
  for (const [i, { on, id }] of touched.entries()) {
    const record = store.repos[on].get(id);
    if (!record) continue;
    const at = (p: Problem): Problem => (asked.edits ? { ...p, path: `/edits/${i}/fields${p.path}` } : p);
    const wrong = faults(recordBodies[on], bodyOf(record));
    if (wrong.length) throw invalid(wrong.map(at));
    if (!known) continue;
    try {
      checkRefs(on, bodyOf(record), store, known);
    } catch (e) {
      if (e instanceof HttpProblem && e.errors) throw invalid(e.errors.map(at));
      throw e;
    }
  }
}
