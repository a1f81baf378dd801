import { copyFileSync, mkdtempSync, openSync, readdirSync, rmSync, statSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { getTableConfig, type SQLiteTable } from 'drizzle-orm/sqlite-core';
import { copiesIn, damageOf, fileOf, takeCopy } from '../src/store/copies';
import { migrate, MIGRATIONS, STORE_VERSION } from '../src/store/migrations';
import { openStore } from '../src/store/open';
import { createStore } from '../src/store/store';
import { atHand, changes, derived, idempotency, log, tables, tallies } from '../src/store/tables';
import { NOW, testServer } from './server';

const folders: string[] = [];
const folder = (): string => {
  const d = mkdtempSync(join(tmpdir(), 'dolly-store-'));
  folders.push(d);
  return d;
};
afterAll(() => folders.forEach((d) => rmSync(d, { recursive: true, force: true })));
const now = (): Date => new Date(NOW);
const opened = (dir: string) => () => createStore(dir, now).close();

describe('one program a folder', () => {
  test('the second is told which folder, and may come once the first has gone', () => {
    const dir = folder();
    const first = createStore(dir, now);
    expect(opened(dir)).toThrow(
      `Another Dolly Tub is at work in ${dir}: use that one, or stop it first, or name another folder in DATA_DIR.`,
    );
    first.close();
    expect(opened(dir)).not.toThrow();
  });
  test('a start that fails leaves no lock behind', () => {
    const dir = folder();
    writeFileSync(join(dir, 'household.sqlite'), '');
    expect(opened(dir)).toThrow(/is empty/);
    rmSync(join(dir, 'household.sqlite'));
    expect(opened(dir)).not.toThrow();
  });
});

/** A store of the first version as a power cut leaves it: everything still in the write-ahead log. */
function cutOff(dir: string, entries: number): void {
  const source = folder();
  const db = new Database(join(source, 'household.sqlite'));
  db.pragma('journal_mode = WAL');
  db.pragma('wal_autocheckpoint = 0');
  migrate(db, 0, 1);
  const put = db.prepare(`INSERT INTO log (id, at, recorded_at, kind, body) VALUES (?, ?, ?, 'note', '{}')`);
  for (let i = 0; i < entries; i++) put.run(`e${i}`, '2026-11-25T07:00:00-05:00', NOW);
  for (const f of readdirSync(source)) copyFileSync(join(source, f), join(dir, f));
  db.close();
}

describe('a copy before anything that cannot be taken back', () => {
  test('before a migration: whole, though all of it stood in the write-ahead log', () => {
    const dir = folder();
    cutOff(dir, 500);
    expect(statSync(join(dir, 'household.sqlite')).size).toBeLessThan(statSync(join(dir, 'household.sqlite-wal')).size);
    const db = openStore(dir, now);
    expect(db.sqlite.prepare('SELECT count(*) FROM log').pluck().get()).toBe(500);
    expect(db.sqlite.pragma('user_version', { simple: true })).toBe(STORE_VERSION);
    db.close();
    const [copy] = copiesIn(dir);
    expect(copy).toMatchObject({ reason: 'migration', takenAt: NOW });
    const was = new Database(fileOf(dir, copy!.id), { readonly: true });
    expect(was.pragma('user_version', { simple: true })).toBe(1);
    expect(was.prepare(`SELECT count(*) FROM log WHERE at = '2026-11-25T07:00:00-05:00'`).pluck().get()).toBe(500);
    was.close();
  });
  test('a new store needs none; one that is up to date takes none', () => {
    const dir = folder();
    opened(dir)();
    opened(dir)();
    expect(copiesIn(dir)).toEqual([]);
  });
  test('the last three of a reason are kept, newest first, and those of other reasons beside them', () => {
    const dir = folder();
    const store = createStore(dir, now);
    const at = (n: number): Date => new Date(Date.parse(NOW) + n * 1000);
    for (let n = 0; n < 5; n++) takeCopy(store.db.sqlite, dir, 'import', at(n));
    takeCopy(store.db.sqlite, dir, 'empty', at(9));
    expect(copiesIn(dir).map((c) => [c.reason, c.takenAt])).toEqual([
      ['empty', at(9).toISOString()],
      ['import', at(4).toISOString()],
      ['import', at(3).toISOString()],
      ['import', at(2).toISOString()],
    ]);
    store.close();
  });
  test('a copy that is not whole counts as none: nothing is migrated', () => {
    const dir = folder();
    cutOff(dir, 10);
    writeFileSync(join(dir, 'copies'), 'a file where the folder should be');
    expect(opened(dir)).toThrow(/cannot be used/);
    rmSync(join(dir, 'copies'));
    const db = new Database(join(dir, 'household.sqlite'));
    expect(db.pragma('user_version', { simple: true })).toBe(1);
    db.close();
  });
});

/** Write rubbish over five pages in the middle. */
function hurt(file: string): void {
  const db = new Database(file);
  db.pragma('wal_checkpoint(TRUNCATE)');
  const size = db.pragma('page_size', { simple: true }) as number;
  const pages = db.pragma('page_count', { simple: true }) as number;
  db.close();
  const fd = openSync(file, 'r+');
  const rubbish = Buffer.alloc(size, 0xa5);
  for (let i = 0; i < 5; i++) writeSync(fd, rubbish, 0, size, (Math.floor(pages / 2) + i) * size);
}

describe('a damaged file', () => {
  async function damaged(copies: boolean) {
    const dataDir = folder();
    const first = await testServer({ dataDir, demo: true });
    if (copies) takeCopy(first.app.store.db.sqlite, dataDir, 'import', now());
    for (let i = 0; i < 300; i++)
      await first.call('POST', '/api/log', { kind: 'note', text: `${i} ${'x'.repeat(900)}` });
    first.close();
    hurt(join(dataDir, 'household.sqlite'));
    return { dataDir, server: await testServer({ dataDir, demo: true }) };
  }
  test('is read and never written; the sentence names the newest good copy, and that copy works', async () => {
    const { dataDir, server } = await damaged(true);
    const copy = fileOf(dataDir, copiesIn(dataDir)[0]!.id);
    const says = `The household's file is damaged, so nothing is written to it any more. Stop Dolly Tub. Put the newest good copy, ${copy}, in its place as household.sqlite.`;
    expect((await server.call('GET', '/api/health')).body).toMatchObject({ status: 'damaged', says });
    const note = await server.call('POST', '/api/log', { kind: 'note', text: 'is it kept?' });
    expect([note.status, note.body.detail]).toEqual([503, says]);
    // what computes goes on: nobody is left without an answer on safety
    const mix = await server.call('POST', '/api/mix', {
      items: [{ product: 'white-vinegar' }, { product: 'chlorine-bleach' }],
      meeting: 'container',
    });
    expect(mix.body.level).toBe(5);
    server.close();
    copyFileSync(copy, join(dataDir, 'household.sqlite'));
    for (const f of ['-wal', '-shm']) rmSync(join(dataDir, `household.sqlite${f}`), { force: true });
    const again = await testServer({ dataDir });
    expect((await again.call('GET', '/api/health')).body.status).toBe('ok');
    expect((await again.call('GET', '/api/rooms')).body.items.length).toBeGreaterThan(3);
    again.close();
  });
  test('without a copy it says so, and a damaged copy is none', async () => {
    const { dataDir, server } = await damaged(true);
    server.close();
    hurt(fileOf(dataDir, copiesIn(dataDir)[0]!.id));
    expect(damageOf(fileOf(dataDir, copiesIn(dataDir)[0]!.id))).not.toBeNull();
    const again = await testServer({ dataDir });
    expect((await again.call('GET', '/api/health')).body.says).toMatch(
      /Put a backup in its place as household\.sqlite, or name another folder in DATA_DIR\.$/,
    );
    again.close();
  });
  test('an empty file where a household was is not taken for a new house', () => {
    const dir = folder();
    writeFileSync(join(dir, 'household.sqlite'), '');
    expect(opened(dir)).toThrow(
      /is empty, and was not made so by Dolly Tub\..*To begin anew, remove the file first\.$/,
    );
    expect(statSync(join(dir, 'household.sqlite')).size).toBe(0);
  });
  test('a household that lost its settings gets plain ones, never the demo', async () => {
    const dataDir = folder();
    const first = await testServer({ dataDir });
    await first.call('POST', '/api/log', { kind: 'note', text: 'mine' });
    first.app.store.db.sqlite.exec('DELETE FROM settings');
    first.close();
    const again = await testServer({ dataDir, demo: true });
    expect((await again.call('GET', '/api/rooms')).body.items).toEqual([]);
    expect((await again.call('GET', '/api/settings/household')).body.name).toBe('My household');
    again.close();
  });
  test('a full disk is said, and nothing is half done', async () => {
    const server = await testServer();
    const { sqlite } = server.app.store.db;
    const pages = sqlite.pragma('page_count', { simple: true }) as number;
    sqlite.pragma(`max_page_count = ${pages + 2}`);
    const before = server.app.store.log.all().length;
    let written = 0;
    const note = () => server.call('POST', '/api/log', { kind: 'note', text: 'x'.repeat(4000) });
    let last = await note();
    for (; last.status === 201 && written < 20; written++) last = await note();
    expect([last.status, last.body.detail]).toEqual([507, expect.stringMatching(/^The disk has no room left/)]);
    const kept = server.app.store.log.all().length;
    expect(kept).toBe(before + written);
    sqlite.pragma('max_page_count = 1000000');
    expect((await server.call('POST', '/api/log', { kind: 'note', text: 'again' })).status).toBe(201);
    expect(server.app.store.log.all().length).toBe(kept + 1);
    server.close();
  });
});

describe('the tables as migrated are the tables as the program knows them', () => {
  const db = new Database(':memory:');
  beforeAll(() => migrate(db, 0));
  afterAll(() => db.close());
  const known: SQLiteTable[] = [...Object.values(tables), log, changes, idempotency, atHand, tallies, derived];
  test.each(known.map((t) => [getTableConfig(t).name, t] as const))('%s', (name, table) => {
    const config = getTableConfig(table);
    const rows = db.pragma(`table_xinfo(${name})`) as { name: string; type: string; notnull: number; pk: number }[];
    const keyed = new Set(config.primaryKeys.flatMap((k) => k.columns.map((c) => c.name)));
    expect(rows.map((r) => [r.name, r.type.toLowerCase(), r.notnull === 1 || r.pk > 0, r.pk > 0])).toEqual(
      expect.arrayContaining(
        config.columns.map((c) => [
          c.name,
          c.getSQLType().toLowerCase(),
          c.notNull || c.primary || keyed.has(c.name),
          c.primary || keyed.has(c.name),
        ]),
      ),
    );
    expect(rows).toHaveLength(config.columns.length);
    const indexes = (db.pragma(`index_list(${name})`) as { name: string; origin: string }[])
      .filter((i) => i.origin === 'c')
      .map((i) => [i.name, ...(db.pragma(`index_info(${i.name})`) as { name: string }[]).map((c) => c.name)]);
    expect(indexes.sort()).toEqual(
      config.indexes.map((i) => [i.config.name, ...i.config.columns.map((c) => (c as { name: string }).name)]).sort(),
    );
    const foreign = (db.pragma(`foreign_key_list(${name})`) as { from: string; table: string; to: string }[]).map((f) =>
      [f.from, f.table, f.to].join(),
    );
    expect(foreign.sort()).toEqual(
      config.foreignKeys
        .map((f) => f.reference())
        .map((r) => [r.columns[0]!.name, getTableConfig(r.foreignTable).name, r.foreignColumns[0]!.name].join())
        .sort(),
    );
  });
  test('and no table stands in the store that the program does not know', () =>
    expect(
      db
        .prepare(
          `SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'log\\_words%' ESCAPE '\\'`,
        )
        .pluck()
        .all()
        .sort(),
    ).toEqual(known.map((t) => getTableConfig(t).name).sort()));
  test('each migration has its number, in order', () =>
    expect(MIGRATIONS.map((m) => m.number)).toEqual(MIGRATIONS.map((_, i) => i + 1)));
});
