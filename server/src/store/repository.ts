import { bodyOf, type Door, type Edited, type RecordOf, DAY_MS } from '@dolly-tub/core';
import { and, eq, gt, isNotNull, isNull, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { Db } from './open';
import { changes, tables } from './tables';

export type Op = 'create' | 'update' | 'delete' | 'restore';
export interface Change {
  seq: number;
  door: string;
  id: string;
  version: number;
  op: Op;
}
export class Conflict extends Error {
  constructor(readonly current: { id: string; version: number }) {
    super('newer');
  }
}
export class Gone extends Error {}

/** Which records go and return with a parent. */
const CHILDREN: Partial<Record<Door, { door: Edited; field: 'room' | 'kit' }[]>> = {
  rooms: [
    { door: 'spots', field: 'room' },
    { door: 'kits', field: 'room' },
  ],
  kits: [{ door: 'stock', field: 'kit' }],
};

export interface Repository<D extends Door> {
  list(limit: number, after: string | null): { items: RecordOf<D>[]; next?: string };
  all(): RecordOf<D>[];
  /** What goes and returns with a record, the innermost first. */
  children(id: string): { on: Edited; id: string }[];
  /** A record where there is none now: made, or as it was before it was put away, with the next version. */
  bring(id: string, body: Record<string, unknown>): void;
  get(id: string): RecordOf<D> | null;
  /** A new record, or the one of that id when the body is the same; else a Conflict. */
  create(body: Record<string, unknown>, id?: string): RecordOf<D>;
  replace(id: string, version: number, body: Record<string, unknown>): RecordOf<D>;
  /** Change some fields now, whatever the version: for what the log does inside its transaction. */
  patch(id: string, fields: Record<string, unknown>): RecordOf<D>;
  remove(id: string, version: number | null, withId?: string): void;
  restore(id: string): RecordOf<D>;
  /** Bring in a record as exported, in the place of what is there; `exact` keeps its version too. */
  put(record: RecordOf<D>, exact?: boolean): 'same' | 'changed' | 'added';
}

type Row = {
  id: string;
  version: number;
  createdAt: string;
  updatedAt: string;
  deletedAt: string | null;
  deletedWith: string | null;
  body: Record<string, unknown>;
};

/** The same text for the same content, whatever the order of its fields. */
export const stable = (x: unknown): string =>
  JSON.stringify(x, (_, v: unknown) =>
    v && typeof v === 'object' && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );

export function createRepository<D extends Door>(
  door: D,
  db: Db,
  now: () => Date,
  onChange: (c: Change) => void,
  repos: () => { [K in Door]: Repository<K> },
): Repository<D> {
  const table = tables[door] as (typeof tables)['rooms'];
  const { orm } = db;
  const toRecord = (row: Row): RecordOf<D> =>
    ({
      id: row.id,
      version: row.version,
      createdAt: row.createdAt,
      updatedAt: row.updatedAt,
      ...(row.deletedAt ? { deletedAt: row.deletedAt } : {}),
      ...(row.deletedWith ? { deletedWith: row.deletedWith } : {}),
      ...row.body,
    }) as unknown as RecordOf<D>;
  /** Filter columns and checked numbers that stand beside the body. */
  const columns = (body: Record<string, unknown>): Record<string, unknown> => {
    const c: Record<string, unknown> = { body };
    if ('room' in table) c['room'] = body['room'] ?? null;
    if ('kit' in table) c['kit'] = body['kit'] ?? null;
    if (door === 'stock') Object.assign(c, { item: body['item'], onHand: body['onHand'] });
    if (door === 'files') {
      const { bytes, ...rest } = body;
      Object.assign(c, {
        body: rest,
        sha256: body['sha256'] ?? '',
        bytes: Buffer.from((bytes as string | undefined) ?? '', 'base64'),
      });
    }
    return c;
  };
  const changed = (id: string, version: number, op: Op): void => {
    const r = orm.insert(changes).values({ door, id, version, op }).returning().get();
    onChange({ ...r, op });
  };
  const row = (id: string): Row | undefined => orm.select().from(table).where(eq(table.id, id)).get();
  const living = (id: string): Row => {
    const r = row(id);
    if (!r || r.deletedAt) throw new Gone();
    return r;
  };
  const write = (r: Row, fields: Record<string, unknown>, op: Op): RecordOf<D> => {
    const version = r.version + 1;
    const values = { version, updatedAt: now().toISOString(), ...fields };
    orm
      .update(table)
      .set(values as never)
      .where(eq(table.id, r.id))
      .run();
    changed(r.id, version, op);
    return toRecord(row(r.id)!);
  };

  const repo: Repository<D> = {
    list(limit, after) {
      const rows = orm
        .select()
        .from(table)
        .where(after ? and(isNull(table.deletedAt), gt(table.id, after)) : isNull(table.deletedAt))
        .orderBy(table.id)
        .limit(limit + 1)
        .all();
      const page = rows.slice(0, limit);
      return { items: page.map(toRecord), ...(rows.length > limit ? { next: page[page.length - 1]!.id } : {}) };
    },
    all: () => orm.select().from(table).where(isNull(table.deletedAt)).orderBy(table.id).all().map(toRecord),
    get(id) {
      const r = row(id);
      return r && !r.deletedAt ? toRecord(r) : null;
    },
    create(body, id = uuidv7()) {
      const had = row(id);
      if (had) {
        if (!had.deletedAt && stable(had.body) === stable(columns(body)['body'])) return toRecord(had);
        throw new Conflict(toRecord(had));
      }
      const at = now().toISOString();
      orm
        .insert(table)
        .values({ id, version: 1, createdAt: at, updatedAt: at, ...columns(body) } as never)
        .run();
      changed(id, 1, 'create');
      return toRecord(row(id)!);
    },
    replace(id, version, body) {
      const r = living(id);
      if (r.version !== version) throw new Conflict(toRecord(r));
      return write(r, columns(body), 'update');
    },
    patch(id, fields) {
      const r = living(id);
      return write(r, columns({ ...r.body, ...fields }), 'update');
    },
    remove(id, version, withId) {
      const r = living(id);
      if (version !== null && r.version !== version) throw new Conflict(toRecord(r));
      write(r, { deletedAt: now().toISOString(), deletedWith: withId ?? null }, 'delete');
      for (const child of CHILDREN[door] ?? []) {
        const t = tables[child.door] as unknown as (typeof tables)['spots'];
        const column = (t as unknown as Record<string, typeof t.room>)[child.field]!;
        for (const c of orm
          .select({ id: t.id })
          .from(t)
          .where(and(eq(column, id), isNull(t.deletedAt)))
          .all())
          repos()[child.door].remove(c.id, null, withId ?? id);
      }
    },
    children: (id) =>
      (CHILDREN[door] ?? []).flatMap((child) => {
        const t = tables[child.door] as unknown as (typeof tables)['spots'];
        const column = (t as unknown as Record<string, typeof t.room>)[child.field]!;
        return orm
          .select({ id: t.id })
          .from(t)
          .where(and(eq(column, id), isNull(t.deletedAt)))
          .orderBy(t.id)
          .all()
          .flatMap((c) => [...repos()[child.door].children(c.id), { on: child.door, id: c.id }]);
      }),
    bring(id, body) {
      const r = row(id);
      if (!r) return void repo.create(body as never, id);
      write(r, { deletedAt: null, deletedWith: null, ...columns(body) }, 'restore');
    },
    restore(id) {
      const r = row(id);
      if (!r) throw new Gone();
      if (!r.deletedAt) return toRecord(r);
      if (now().getTime() - Date.parse(r.deletedAt) > DAY_MS) throw new Gone();
      const back = write(r, { deletedAt: null, deletedWith: null }, 'restore');
      for (const d of Object.keys(tables) as Door[]) {
        const t = tables[d] as (typeof tables)['rooms'];
        for (const c of orm
          .select({ id: t.id })
          .from(t)
          .where(and(isNotNull(t.deletedAt), sql`${t.deletedWith} = ${id}`))
          .all())
          repos()[d].restore(c.id);
      }
      return back;
    },
    put(record, exact = false) {
      const had = row(record.id);
      const body = bodyOf(record);
      if (had && !had.deletedAt && stable(bodyOf(repo.get(record.id)!)) === stable(body)) return 'same';
      // versions only rise: whoever holds the record as it was must not save over what came
      const version = had && !exact ? Math.max(had.version + 1, record.version) : record.version;
      const values = {
        id: record.id,
        version,
        createdAt: record.createdAt,
        updatedAt: record.updatedAt,
        deletedAt: null,
        deletedWith: null,
        ...columns(body),
      };
      orm
        .insert(table)
        .values(values as never)
        .onConflictDoUpdate({ target: table.id, set: values as never })
        .run();
      changed(record.id, version, had ? 'update' : 'create');
      return had ? 'changed' : 'added';
    },
  };
  if (door === 'files') {
    const get = repo.get.bind(repo);
    repo.get = (id) => {
      const found = get(id);
      if (!found) return null;
      const bytes = orm.select({ bytes: tables.files.bytes }).from(tables.files).where(eq(tables.files.id, id)).get();
      return { ...found, bytes: bytes!.bytes.toString('base64') } as unknown as RecordOf<D>;
    };
  }
  return repo;
}
