import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogue } from '../../core/checks/catalogue-for-tests';
import { type Computing, computingThreads } from '../src/compute/pool';
import { openForReading } from '../src/store/reading';
import { NOW, testServer } from './server';

describe('threads that compute', () => {
  const dir = mkdtempSync(join(tmpdir(), 'dolly-threads-'));
  const filename = join(dir, 'thread.mjs');
  let threads: Computing | undefined;
  beforeAll(() =>
    writeFileSync(
      filename,
      `export default ({ name, asked, now }) => {
         if (asked.endless) for (;;);
         return asked.wrong ? { refused: { status: 422, detail: 'no' } } : { text: JSON.stringify({ name, now }) };
       };`,
    ),
  );
  const started = (longest_ms?: number): Computing =>
    (threads = computingThreads({ filename }, { dataDir: dir, raw: {} as never }, () => new Date(NOW), longest_ms));
  afterEach(() => threads?.close());
  afterAll(() => rmSync(dir, { recursive: true, force: true }));
  const long = 'x'.repeat(3000);

  test('answers with the instant of the question; a refusal comes as one', async () => {
    const t = started();
    expect(JSON.parse(await t.answer('mix', {}))).toEqual({ name: 'mix', now: NOW });
    await expect(t.answer('mix', { wrong: true })).rejects.toMatchObject({ status: 422, detail: 'no' });
  });
  test('one that never ends is ended, told so, and the next is answered', async () => {
    // the start of a thread counts too, on a busy machine
    const t = started(3000);
    await expect(t.answer('mix', { endless: true })).rejects.toMatchObject({
      status: 503,
      detail: expect.stringContaining('fewer things'),
    });
    expect(await t.answer('label', {})).toContain('label');
  });
  test('long questions never hold a short one up', async () => {
    const t = started(2000);
    let ended = 0;
    const hostile = Array.from({ length: 8 }, () => t.answer('mix', { endless: true, long }).catch(() => void ended++));
    expect(await t.answer('ratio', {})).toContain('ratio');
    expect(ended).toBe(0);
    await Promise.all(hostile);
    expect(ended).toBe(8);
  });
  test('more than can wait are told to come back, not kept waiting', async () => {
    const t = started(1500);
    const says = await Promise.all(
      Array.from({ length: 90 }, () => t.answer('mix', { endless: true, long }).catch((e: Error) => e.message)),
    );
    expect(says.some((x) => /wait a moment/.test(x))).toBe(true);
  });
});

describe('through the doors', () => {
  test('more ingredients than can be judged at a time are refused in a sentence', async () => {
    const s = await testServer({});
    const names = [...catalogue.substances.values()].map((x) => x.name);
    const items = Array.from({ length: 40 }, (_, i) => ({
      label: `ingredients: ${Array.from({ length: 20 }, (_, k) => names[(i * 20 + k) % names.length]).join(', ')}`,
    }));
    const r = await s.call('POST', '/api/mix', { items, meeting: 'container' });
    expect(r.status).toBe(422);
    expect(r.body.errors[0]).toMatchObject({ path: '/items', message: expect.stringMatching(/fewer things.*300/) });
    s.close();
  });
  test('a thread sees what was written just before, and what was put away, emptied or brought back', async () => {
    const s = await testServer({});
    const ask = (product: string) =>
      s.call('POST', '/api/mix', { items: [{ product }, { product: 'white-vinegar' }], meeting: 'container' });
    const id = '0193a000-0000-7000-8000-000000000001';
    expect((await ask(id)).status).toBe(422);
    const made = await s.call('POST', '/api/products', {
      id,
      name: 'blue bottle',
      basedOn: 'chlorine-bleach',
      changes: {},
    });
    expect(made.status).toBe(201);
    expect((await ask(id)).body).toMatchObject({ level: 5 });
    expect((await s.call('DELETE', `/api/products/${id}`)).status).toBe(204);
    expect((await ask(id)).status).toBe(422);
    await s.call('POST', `/api/products/${id}/restore`, undefined);
    expect((await ask(id)).body).toMatchObject({ level: 5 });
    await s.call('POST', '/api/household/empty', { confirm: 'empty' });
    expect((await ask(id)).status).toBe(422);
    s.close();
  });
  test('what a thread reads is what the store holds', async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'dolly-reading-'));
    const s = await testServer({ demo: true, dataDir });
    const { store } = s.app;
    const reading = openForReading(dataDir, catalogue);
    const same = (): void => {
      const { log, rooms, spots, stock, settings, members, kits, runs } = reading.household();
      expect({ rooms, spots, stock, members, kits, runs }).toEqual({
        rooms: store.repos.rooms.all(),
        spots: store.repos.spots.all(),
        stock: store.repos.stock.all(),
        members: store.repos.members.all(),
        kits: store.repos.kits.all(),
        runs: store.repos.runs.all(),
      });
      expect(settings).toEqual(store.repos.settings.get('household'));
      expect(log).toEqual(store.log.derived.kept());
    };
    same();
    const before = reading.household();
    expect(reading.household().log).toBe(before.log);
    const spot = store.repos.spots.all()[0]!;
    store.transaction(() => void store.repos.spots.patch(spot.id, { name: 'other' }));
    same();
    // what did not change is not read again
    expect(reading.household().rooms).toBe(before.rooms);
    store.transaction(() => void store.log.append({ kind: 'note', text: 'n' }));
    same();
    store.empty();
    same();
    reading.close();
    s.close();
    rmSync(dataDir, { recursive: true, force: true });
  });
});
