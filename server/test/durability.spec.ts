import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';

const MAIN = join(process.cwd(), 'dist/server/main.js');
const folders: string[] = [];
const folder = (): string => {
  const d = mkdtempSync(join(tmpdir(), 'dolly-kill-'));
  folders.push(d);
  return d;
};
afterAll(() => folders.forEach((d) => rmSync(d, { recursive: true, force: true })));

function start(env: Record<string, string>): Promise<{ child: ChildProcess; url: string }> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [MAIN], {
      env: { ...process.env, NODE_OPTIONS: '', PORT: '0', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let err = '';
    child.stderr!.on('data', (d) => (err += d));
    child.stdout!.on('data', (d) => {
      const m = /(http:\/\/\S+?)\/\s/.exec(String(d));
      if (m) resolve({ child, url: m[1]! });
    });
    child.on('exit', (code) => reject(Object.assign(new Error(err.trim()), { code })));
  });
}
const post = async (url: string, path: string, body: unknown) => {
  const r = await fetch(url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  return { status: r.status, body: (await r.json()) as { id: string; moves?: { after: number }[] } };
};

test('killed at random moments twenty times: every acknowledged record is there, nothing half-written', async () => {
  const dataDir = folder();
  const notes = new Set<string>();
  let stockId = '';
  let kitId = '';
  let acknowledged = 100000;
  for (let round = 0; round < 20; round++) {
    const { child, url } = await start({ DATA_DIR: dataDir, DEMO: '0' });
    const gone = new Promise<void>((done) => child.once('exit', () => done()));
    if (!stockId) {
      kitId = (
        await post(url, '/api/kits', { name: 'K', kind: 'store', limits: {}, places: [], par: [], mirrored: false })
      ).body.id;
      stockId = (
        await post(url, '/api/stock', {
          kit: kitId,
          position: 0,
          item: 'white-vinegar',
          pack: { amount: 500, unit: 'mL' },
          onHand: acknowledged,
        })
      ).body.id;
    } else {
      // what was acknowledged is there; one more may be, if the answer was cut off after the commit
      const log = (await (await fetch(`${url}/api/log?limit=500`)).json()) as {
        items: { id: string; kind: string; moves?: { delta: number; after: number }[] }[];
        next?: string;
      };
      const all = [...log.items];
      for (let next = log.next; next;) {
        const page = (await (await fetch(`${url}/api/log?limit=500&after=${next}`)).json()) as typeof log;
        all.push(...page.items);
        next = page.next;
      }
      const ids = new Set(all.map((e) => e.id));
      for (const n of notes)
        if (!ids.has(n)) throw new Error(`round ${round}: entry ${n} was acknowledged and is gone`);
      const onHand = ((await (await fetch(`${url}/api/stock/${stockId}`)).json()) as { onHand: number }).onHand;
      const moved = all.filter((e) => e.kind === 'stock').reduce((a, e) => a + (e.moves?.[0]?.delta ?? 0), 0);
      expect(onHand).toBe(100000 + moved);
      expect(acknowledged - onHand).toBeLessThanOrEqual(4 * 7);
      expect(onHand).toBeLessThanOrEqual(acknowledged);
      acknowledged = onHand;
    }
    notes.add((await post(url, '/api/log', { kind: 'note', text: `round ${round} begins` })).body.id);
    // killed in the middle of writing, after so many answers: a slow machine only takes longer
    let answers = 3 + Math.floor(Math.random() * 30);
    const answered = (): void => void (--answers === 0 && child.kill('SIGKILL'));
    await Promise.all(
      [0, 1, 2, 3].map(async (lane) => {
        for (let i = 0; ; i++) {
          try {
            if (i % 2)
              notes.add(
                (await post(url, '/api/log', { kind: 'note', text: `round ${round} lane ${lane} ${i}` })).body.id,
              );
            else {
              const r = await post(url, '/api/log', {
                kind: 'stock',
                reason: 'use',
                moves: [{ stock: stockId, delta: -7, unit: 'mL' }],
              });
              notes.add(r.body.id);
              acknowledged = Math.min(acknowledged, r.body.moves![0]!.after);
            }
            answered();
          } catch {
            return;
          }
        }
      }),
    );
    await gone;
  }
  // the first of each round, and three at the least before it was killed
  expect(notes.size).toBeGreaterThanOrEqual(20 * 4);
  const db = new Database(join(dataDir, 'household.sqlite'), { readonly: true });
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(db.pragma('foreign_key_check')).toEqual([]);
  db.close();
}, 180000);

test('npm ends, and what it started ends with it', async () => {
  const npm = spawn('npm', ['start'], {
    env: { ...process.env, NODE_OPTIONS: '', PORT: '0', DATA_DIR: folder(), DEMO: '0' },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  const url = await new Promise<string>((resolve) =>
    npm.stdout.on('data', (d) => {
      const m = /(http:\/\/\S+?)\/\s/.exec(String(d));
      if (m) resolve(m[1]!);
    }),
  );
  expect((await fetch(`${url}/api/health`)).status).toBe(200);
  npm.kill('SIGTERM');
  let answers = true;
  for (let i = 0; i < 40 && answers; i++) {
    await new Promise((done) => setTimeout(done, 250));
    answers = await fetch(`${url}/api/health`).then(
      () => true,
      () => false,
    );
  }
  expect(answers).toBe(false);
}, 60000);

describe('a clear sentence and a non-zero exit', () => {
  const fails = async (env: Record<string, string>): Promise<{ code: number; says: string }> => {
    try {
      const { child } = await start(env);
      child.kill();
      throw new Error('it started');
    } catch (e) {
      return { code: (e as { code: number }).code, says: (e as Error).message };
    }
  };
  test('a port that is taken', async () => {
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((done) => taken.once('listening', done));
    const port = (taken.address() as { port: number }).port;
    const f = await fails({ DATA_DIR: folder(), PORT: String(port) });
    taken.close();
    expect(f.code).toBe(1);
    expect(f.says).toBe(
      `Port ${port} is taken: stop what uses it, or start with another, for example PORT=${port + 1} npm start.`,
    );
  });
  test('a folder that another one works in', async () => {
    const dir = folder();
    const { child } = await start({ DATA_DIR: dir, DEMO: '0' });
    const gone = new Promise((done) => child.once('exit', done));
    expect(await fails({ DATA_DIR: dir })).toEqual({
      code: 1,
      says: `Another Dolly Tub is at work in ${dir}: use that one, or stop it first, or name another folder in DATA_DIR.`,
    });
    child.kill('SIGKILL');
    await gone;
    // killed without a word, it holds nothing any more
    const again = await start({ DATA_DIR: dir, DEMO: '0' });
    again.child.kill();
  });
  test('a folder that cannot be written', async () => {
    const file = join(folder(), 'a-file');
    writeFileSync(file, '');
    const f = await fails({ DATA_DIR: join(file, 'inside') });
    expect(f).toMatchObject({
      code: 1,
      says: expect.stringMatching(/cannot be written: make it writable, or name another in DATA_DIR\.$/),
    });
  });
  test('a store of a newer version', async () => {
    const dir = folder();
    const db = new Database(join(dir, 'household.sqlite'));
    db.pragma('user_version = 99');
    db.close();
    expect(await fails({ DATA_DIR: dir })).toMatchObject({
      code: 1,
      says: expect.stringMatching(/written by a newer Dolly Tub \(version 99/),
    });
  });
  test('a file that is no store', async () => {
    const dir = folder();
    writeFileSync(
      join(dir, 'household.sqlite'),
      'this is no database at all, but text of some length, to be sure of it',
    );
    expect(await fails({ DATA_DIR: dir })).toMatchObject({
      code: 1,
      says: expect.stringMatching(/Put a backup in its place/),
    });
  });
});
