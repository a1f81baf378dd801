import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { keptOf, type LogEntry, slimOf } from '@dolly-tub/core';
import sharp from 'sharp';
import { catalogue } from '../../core/checks/catalogue-for-tests';
import { type Progress, stage } from '../src/import/stage';
import { NOW, testServer, type TestServer } from './server';

let dataDir: string;
let s: TestServer;
beforeEach(async () => {
  dataDir = mkdtempSync(join(tmpdir(), 'dolly-import-'));
  s = await testServer({ demo: true, dataDir });
});
afterEach(() => {
  s.close();
  rmSync(dataDir, { recursive: true, force: true });
});
const exported = async (of: TestServer) => {
  const { exportedAt: _, ...rest } = (await of.call('GET', '/api/export')).body;
  return rest;
};
const whole = async (of: TestServer): Promise<string> => (await of.call('GET', '/api/export')).body;
const send = (path: string, body: BodyInit, type = 'application/json') =>
  fetch(s.url + path, { method: 'POST', headers: { 'content-type': type }, body }).then(async (r) => ({
    status: r.status,
    body: (await r.json()) as { detail: string; errors: { path: string; message: string }[]; problems: unknown[] },
  }));
const left = (): string[] => readdirSync(dataDir).filter((f) => f.startsWith('incoming-'));
const note = (i: number): LogEntry =>
  ({ id: `n${i}`, seq: i + 1, at: NOW, recordedAt: NOW, kind: 'note', text: `note ${i}` }) as LogEntry;

describe('of any size', () => {
  test('more than 64 MB of a document are taken in', async () => {
    const document = JSON.stringify({ ...((await whole(s)) as unknown as object) });
    const r = await send('/api/import', `${document.slice(0, -1)}${' '.repeat(70_000_000)}}`);
    expect(r.status).toBe(200);
    expect(left()).toEqual([]);
  }, 60000);
  test('with photos as files beside it: the same house, in an empty one', async () => {
    const bytes = await sharp({ create: { width: 30, height: 20, channels: 3, background: 'teal' } })
      .png()
      .toBuffer();
    await s.call('POST', '/api/files', {
      name: 'label',
      type: 'image/png',
      sha256: createHash('sha256').update(bytes).digest('hex'),
      bytes: bytes.toString('base64'),
    });
    const zip = await fetch(`${s.url}/api/export?archive=1`);
    expect(zip.headers.get('content-disposition')).toMatch(/household-2026-11-25\.zip/);
    const archive = Buffer.from(await zip.arrayBuffer());
    expect(archive.includes('household.json') && archive.includes('photos/')).toBe(true);
    const other = await testServer();
    const r = await fetch(`${other.url}/api/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: archive,
    });
    expect(r.status).toBe(200);
    expect(await exported(other)).toEqual(await exported(s));
    other.close();
    // the photo's file taken out, or the archive cut off
    const broken = Buffer.from(archive);
    for (let at = broken.indexOf('photos/'); at >= 0; at = broken.indexOf('photos/', at)) broken.write('PHOTOS/', at);
    expect((await send('/api/import', broken, 'application/zip')).body.errors[0]!.message).toMatch(/is not in the zip/);
    expect((await send('/api/import', archive.subarray(0, 900), 'application/zip')).body.errors[0]!.message).toMatch(
      /no zip that can be read/,
    );
    expect((await send('/api/import', 'rubbish', 'application/zip')).status).toBe(422);
  }, 60000);
  test('junk is refused in a sentence, and nothing is kept of it', async () => {
    const before = await whole(s);
    const head = '"$schema":"x","format":"dolly-tub-household","version":1,"exportedAt":"2026-11-25T10:00:00Z"';
    for (const [junk, says] of [
      [`{${head},"records":{"rooms":[{"name":"${'x'.repeat(13_000_000)}"}]}}`, /too large to be one/],
      [`{${head},"extra":[${'1,'.repeat(1000)}1]}`, /"extra" is not known here/],
      [`{${head},"records":{"beds":[]}}`, /"beds" is not known here/],
      [`{${head},"records":[]}`, /must be an object/],
      [`{${head},"records":{"rooms":{"a":1}}}`, /must be a list/],
      [`{${head},"records":{},"log":5}`, /must be a list/],
      [`{${head},"records":{"rooms":[${'['.repeat(40)}`, /nested too deeply/],
      [`{${head},"records":{"rooms":[`, /no valid JSON|cut off/],
      [`{${head},"records":{}} and more`, /no valid JSON/],
      ['[]', /must be an object/],
      ['', /no valid JSON|cut off/],
      [`{"format":"x"}`, /"\$schema" is missing/],
      [JSON.stringify({ ...JSON.parse(`{${head}}`), records: { rooms: Array(90).fill(5) } }), /must be an object/],
      [`{${head.replace('"version":1', '"version":99')},"records":{}}`, /newer Dolly Tub \(format 99/],
      [`{${head},"records":{"rooms":[{"id":"r"}]}}`, /"version" is missing/],
    ] as const) {
      const r = await send('/api/import', junk);
      expect([r.status, r.body.detail]).toEqual([422, expect.stringMatching(says)]);
    }
    expect(await whole(s)).toEqual(before);
    expect([left(), (await s.call('GET', '/api/copies')).body.items]).toEqual([[], []]);
  }, 60000);
});

describe('while it goes', () => {
  /** Long enough to be asked about. */
  const long = async (): Promise<string> => {
    const document = (await s.call('GET', '/api/export')).body;
    return JSON.stringify({ ...document, log: Array.from({ length: 30000 }, (_, i) => note(i)) });
  };
  const begun = async (): Promise<void> => {
    while ((await s.call('GET', '/api/import')).body.state === 'none')
      await new Promise((done) => setTimeout(done, 20));
  };
  test('it says how far it is, holds nobody up, lets no second one in, and can be stopped', async () => {
    const before = await exported(s);
    const first = send('/api/import', await long());
    await begun();
    expect((await s.call('GET', '/api/import')).body).toMatchObject({
      state: expect.stringMatching(/reading|checking/),
    });
    expect((await s.call('POST', '/api/log', { kind: 'note', text: 'meanwhile' })).status).toBe(201);
    expect(await send('/api/import', '{}')).toMatchObject({
      status: 409,
      body: { detail: expect.stringMatching(/under way/) },
    });
    expect((await s.call('DELETE', '/api/import')).status).toBe(204);
    expect(await first).toMatchObject({
      status: 409,
      body: { detail: 'The import was stopped: nothing was changed.' },
    });
    expect((await s.call('GET', '/api/import')).body).toEqual({ state: 'none' });
    const after = await exported(s);
    expect(after.log.pop().text).toBe('meanwhile');
    expect([after, left()]).toEqual([before, []]);
  }, 60000);
  test('what a hard stop left behind is gone at the next start', async () => {
    s.close();
    mkdirSync(join(dataDir, 'incoming-dead'));
    writeFileSync(join(dataDir, 'incoming-file'), 'x');
    s = await testServer({ dataDir });
    expect(left()).toEqual([]);
  });
});

describe('staged beside the household, then put in', () => {
  const staged = async (document: object, work: string) => {
    mkdirSync(work, { recursive: true });
    const file = join(work, 'sent.json');
    writeFileSync(file, JSON.stringify(document));
    const seen: Progress[] = [];
    const result = await stage(
      { file, zip: false, dataDir, work, now: NOW, preview: false },
      catalogue,
      (p) => void seen.push(p),
    );
    return { result, seen, put: () => put(join(work, 'household.sqlite'), result.from) };
  };
  const put = (file: string, from: { log: number; changes: number }): void => {
    const { store } = s.app;
    store.takeIn(file, from, (go) => store.transaction(go));
  };
  test('what was saved and written meanwhile stays: versions rise over it, entries come after it', async () => {
    const { store } = s.app;
    const document = (await s.call('GET', '/api/export')).body;
    const [a, b] = store.repos.rooms.all();
    document.records.rooms[0].name = 'as brought in';
    document.records.rooms[1].name = 'as brought in too';
    document.log = [note(1), note(2)];
    const { put: go } = await staged(document, join(dataDir, 'incoming-a'));
    // a person goes on working
    store.transaction(() => {
      store.repos.rooms.patch(a!.id, { name: 'edited meanwhile' });
      store.repos.rooms.patch(a!.id, { name: 'edited twice' });
      store.log.append({ kind: 'note', text: 'written meanwhile' });
    });
    const last = store.log.last();
    go();
    expect(store.repos.rooms.get(a!.id)).toMatchObject({ name: 'as brought in', version: a!.version + 3 });
    expect(store.repos.rooms.get(b!.id)).toMatchObject({ name: 'as brought in too', version: b!.version + 1 });
    expect(store.log.after(last - 1, 9).map((e) => e.text)).toEqual(['written meanwhile', 'note 1', 'note 2']);
    // what is derived is of all of it
    const heads = new Set(store.repos.bottles.all().flatMap((x) => (x.head ? [x.head.id] : [])));
    expect(store.log.derived.kept()).toEqual(keptOf(store.log.all(), new Date(NOW), heads).map(slimOf));
    const found = (find: string): unknown[] =>
      (JSON.parse(store.log.list({ limit: 9, after: null, kind: null, since: null, find })) as { items: unknown[] })
        .items;
    expect(found('meanwhile brought')).toHaveLength(0);
    expect(found('note 2')).toHaveLength(1);
  });
  test('an older entry that is needed because of what comes is at hand too', async () => {
    const { store } = s.app;
    const spot = store.repos.spots.all()[0]!;
    const clean = (id: string, at: string, more: object): LogEntry =>
      ({ id, seq: 1, at, recordedAt: at, kind: 'clean', spot: spot.id, outcome: 'worked', ...more }) as LogEntry;
    // ever the same, so only the last is needed
    for (let i = 0; i < 3; i++)
      store.transaction(() => void store.log.append({ ...clean('', NOW, {}), id: undefined, seq: undefined } as never));
    const document = (await s.call('GET', '/api/export')).body;
    const last = store.log.all().at(-1)!;
    // what comes takes the last one back
    document.log = [{ id: 'u', seq: 1, at: NOW, recordedAt: NOW, kind: 'undo', corrects: last.id }];
    const { put: go } = await staged(document, join(dataDir, 'incoming-c'));
    go();
    const heads = new Set(store.repos.bottles.all().flatMap((x) => (x.head ? [x.head.id] : [])));
    expect(store.log.derived.kept()).toEqual(keptOf(store.log.all(), new Date(NOW), heads).map(slimOf));
    expect((await s.call('GET', '/api/household')).body.log).toEqual(store.log.derived.kept());
  });
  test('a deed that fails at the end changes nothing', async () => {
    const before = await exported(s);
    const document = (await s.call('GET', '/api/export')).body;
    document.records.rooms[0].name = 'as brought in';
    const { result } = await staged(document, join(dataDir, 'incoming-b'));
    expect(result).toMatchObject({ changes: { rooms: 1 }, problems: [], copy: { reason: 'import' } });
    const { store } = s.app;
    expect(() =>
      store.takeIn(join(dataDir, 'incoming-b', 'household.sqlite'), result.from, (go) =>
        store.transaction(() => {
          go();
          throw new Error('power cut');
        }),
      ),
    ).toThrow('power cut');
    expect(await exported(s)).toEqual(before);
  });
});
