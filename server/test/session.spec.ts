import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { get } from 'node:http';
import { request as secureRequest } from 'node:https';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { accessOf } from '../src/access/access';
import { networkOf } from '../src/access/network';
import { NOW, testServer, type TestServer } from './server';

const WORDS = 'four wet cloths on a line';
let dataDir: string;
let s: TestServer;
const clock = { now: new Date(NOW) };
beforeEach(() => {
  clock.now = new Date(NOW);
  dataDir = mkdtempSync(join(tmpdir(), 'dolly-session-'));
});
afterEach(() => {
  s?.close();
  rmSync(dataDir, { recursive: true, force: true });
});
/** A server that others can reach, with a passphrase. */
const opened = async (): Promise<void> => {
  await accessOf(dataDir, () => clock.now).set(WORDS, undefined, 'here');
  s = await testServer({ demo: true, dataDir, clock, open: true });
};
const enter = async (passphrase: unknown = WORDS) => {
  const r = await s.call('POST', '/api/session', { passphrase });
  return { ...r, cookie: (r.headers.get('set-cookie') ?? '').split(';')[0]!, attributes: r.headers.get('set-cookie') };
};

test('on this machine alone nothing is asked', async () => {
  s = await testServer({ demo: true, dataDir });
  expect((await s.call('GET', '/api/rooms')).status).toBe(200);
  expect((await s.call('GET', '/api/session')).body).toMatchObject({ open: false, set: false, in: true });
});

describe('open to the home network', () => {
  test('every door asks for a session; the shell, the emergency card and the health do not', async () => {
    await opened();
    for (const [method, path, body] of [
      ['GET', '/api/rooms'],
      ['GET', '/api/household'],
      ['GET', '/api/export'],
      ['GET', '/api/backup'],
      ['GET', '/api/events'],
      ['GET', '/api/changes?after=0'],
      ['GET', '/api/catalogue/products'],
      ['GET', '/api/openapi.json'],
      ['GET', '/api/nothing'],
      ['POST', '/api/mix', { items: [{ product: 'water' }], meeting: 'container' }],
      ['POST', '/api/log', { kind: 'note', text: 'x' }],
      ['POST', '/api/import', {}],
      ['POST', '/api/household/empty', { confirm: 'empty' }],
      ['DELETE', '/api/session?all=1'],
    ] as const) {
      const r = await s.call(method, path, body);
      expect([path, r.status, r.body.detail]).toEqual([path, 401, expect.stringMatching(/passphrase|Sign in/)]);
    }
    const { hash } = (await s.call('GET', '/api/health')).body as { hash?: string };
    expect((await s.call('GET', '/api/health')).status).toBe(200);
    expect((await s.call('GET', `/api/catalogue/whole${hash ? `/${hash}` : ''}`)).status).toBe(200);
    expect((await s.call('GET', '/api/catalogue/lines')).status).toBe(200);
    expect((await s.call('GET', '/api/session')).body).toMatchObject({ open: true, set: true, in: false });
    // what is guarded cannot be reached by another writing of its name
    for (const path of ['//api/rooms', '/API/rooms', '/api/session/../rooms', '/api/./rooms', '/api/health/../rooms'])
      expect([path, JSON.stringify((await s.call('GET', path)).body).includes('"items"')]).toEqual([path, false]);
    expect(s.app.store.log.all().some((e) => e.text === 'x')).toBe(false);
  });
  test('the passphrase opens them for this device, until it is signed out', async () => {
    await opened();
    const { status, cookie, attributes } = await enter();
    expect([status, attributes]).toEqual([200, expect.stringMatching(/httponly/i)]);
    expect(attributes).toMatch(/samesite=strict/i);
    expect(attributes).toMatch(/path=\//i);
    expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(200);
    expect((await s.call('GET', '/api/rooms', undefined, { cookie: `${cookie}x` })).status).toBe(401);
    const out = await s.call('DELETE', '/api/session', undefined, { cookie });
    expect([out.status, out.headers.get('clear-site-data')]).toEqual([204, '"cache", "storage"']);
    expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(401);
  });
  test('a session outlives a restart, and ends after ninety days', async () => {
    await opened();
    const { cookie } = await enter();
    s.close();
    s = await testServer({ dataDir, clock, open: true });
    expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(200);
    clock.now = new Date(Date.parse(NOW) + 91 * 86_400_000);
    expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(401);
  });
  test('signed out everywhere: every device, and what it is listening to', async () => {
    await opened();
    const [a, b] = [(await enter()).cookie, (await enter()).cookie];
    let heard = '';
    const ended = new Promise<void>((done) => {
      get(`${s.url}/api/events`, { headers: { cookie: a } }, (r) => {
        r.on('data', (c: Buffer) => (heard += c.toString()));
        r.on('end', done);
      });
    });
    while (!heard) await new Promise((done) => setTimeout(done, 10));
    expect((await s.call('DELETE', '/api/session?all=1', undefined, { cookie: b })).status).toBe(204);
    s.app.store.transaction(() => void s.app.store.log.append({ kind: 'note', text: 'secret' }));
    await ended;
    expect(heard).not.toContain('"door":"log"');
    for (const cookie of [a, b]) expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(401);
  });
  test('wrong ones are counted, and the next must wait; a right one too', async () => {
    await opened();
    for (let i = 0; i < 5; i++) expect((await enter('a guess of mine')).status).toBe(401);
    const late = await enter();
    expect([late.status, late.body.detail, Number(late.headers.get('retry-after'))]).toEqual([
      429,
      'Too many wrong tries: wait 10 seconds.',
      10,
    ]);
    clock.now = new Date(clock.now.getTime() + 10_001);
    expect((await enter('another')).status).toBe(401);
    clock.now = new Date(clock.now.getTime() + 15_000);
    expect((await enter()).headers.get('retry-after')).toBe('5');
    clock.now = new Date(clock.now.getTime() + 5_001);
    expect((await enter()).status).toBe(200);
    // forgotten once somebody was right
    expect((await enter('a guess')).status).toBe(401);
    expect((await enter()).status).toBe(200);
  });
  test('odd ones are wrong ones', async () => {
    await opened();
    for (const odd of [null, 5, { $ne: '' }, [WORDS], '']) expect((await enter(odd)).status).toBe(401);
  });
  test('another one asks for the one now, is not short, and signs everybody out', async () => {
    await opened();
    const { cookie } = await enter();
    const put = (passphrase: unknown, current: unknown) =>
      s.call('PUT', '/api/session/passphrase', { passphrase, current }, { cookie });
    expect((await put('another one, and long', 'wrong')).status).toBe(401);
    const short = await put('short', WORDS);
    expect([short.status, short.body.errors[0].message]).toEqual([422, expect.stringMatching(/15 to 200 characters/)]);
    expect((await put('another one, and long', WORDS)).status).toBe(204);
    expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(401);
    expect((await enter()).status).toBe(401);
    expect((await enter('another one, and long')).status).toBe(200);
  });
  test('it is kept as a hash, for this user alone, and in no export, backup or copy', async () => {
    await opened();
    const { cookie } = await enter();
    const file = join(dataDir, 'access.json');
    const { salt, hash, sessions } = JSON.parse(readFileSync(file, 'utf8'));
    expect(statSync(file).mode & 0o077).toBe(0);
    const secrets = [WORDS, salt, hash, sessions[0].hash, cookie.split('=')[1]!];
    expect(readFileSync(file, 'utf8')).not.toContain(WORDS);
    expect(readFileSync(file, 'utf8')).not.toContain(cookie.split('=')[1]);
    for (const path of ['/api/export', '/api/backup']) {
      const bytes = Buffer.from(await (await fetch(s.url + path, { headers: { cookie } })).arrayBuffer());
      expect(secrets.filter((x) => bytes.includes(x))).toEqual([]);
    }
    // emptying the house takes its key from nobody
    await s.call('POST', '/api/household/empty', { confirm: 'empty', keep: false }, { cookie });
    expect((await s.call('GET', '/api/rooms', undefined, { cookie })).status).toBe(200);
  });
});

describe('starting', () => {
  /** What it says on the way, until it is open or gone. */
  const start = (env: Record<string, string>, ...words: string[]): Promise<{ says: string; code: number | null }> =>
    new Promise((done) => {
      const p = spawn(process.execPath, ['dist/server/main.js', ...words], {
        env: { ...process.env, NODE_OPTIONS: '', PORT: '0', DATA_DIR: dataDir, ...env },
      });
      let says = '';
      const end = (code: number | null): void => {
        p.kill('SIGKILL');
        done({ says, code });
      };
      p.stdout.on('data', (c: Buffer) => {
        says += c.toString();
        // all of it comes at once
        setTimeout(() => end(null), 100);
      });
      p.stderr.on('data', (c: Buffer) => (says += c.toString()));
      p.on('exit', end);
    });
  test('without a passphrase it stays with this machine, and says what to do and what to type then', async () => {
    const { says } = await start({ HOST: '0.0.0.0' });
    expect(says).toMatch(
      /to this machine only until the house has a passphrase: set one at http:\/\/127\.0\.0\.1:\d+\/settings, start again, and others type http:\/\/\S+:\d+\/\./,
    );
    expect(says).toMatch(/Dolly Tub is open at http:\/\/127\.0\.0\.1/);
  });
  test('with one it opens, and says where', async () => {
    await accessOf(dataDir, () => clock.now).set(WORDS, undefined, 'here');
    const { says } = await start({ HOST: '0.0.0.0' });
    expect(says).toMatch(/open at http:\/\/localhost:\d+\/\s+and on the home network at http:\/\//);
    expect(says).not.toMatch(/only until/);
  });
  test('what is derived from the log is filled anew by a command', async () => {
    s = await testServer({ demo: true, dataDir });
    const kept = s.app.store.log.derived.kept();
    s.app.store.db.sqlite.exec('DELETE FROM at_hand; DELETE FROM tallies');
    expect(s.app.store.log.derived.kept()).toEqual([]);
    s.close();
    expect(await start({}, 'rebuild')).toMatchObject({
      says: expect.stringMatching(/log of \d+ entries is filled anew/),
    });
    s = await testServer({ dataDir });
    expect(s.app.store.log.derived.kept()).toEqual(kept);
  });
  test('with a certificate it speaks TLS, and the session’s cookie goes nowhere else', async () => {
    await accessOf(dataDir, () => clock.now).set(WORDS, undefined, 'here');
    const tls = join(process.cwd(), 'server/test/tls');
    const p = spawn(process.execPath, ['dist/server/main.js'], {
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        PORT: '0',
        DATA_DIR: dataDir,
        HOST: '0.0.0.0',
        TLS_CERT: join(tls, 'cert.pem'),
        TLS_KEY: join(tls, 'key.pem'),
      },
    });
    try {
      const url = await new Promise<string>((done) =>
        p.stdout.on('data', (c: Buffer) => {
          const m = /(https:\/\/localhost:\d+)/.exec(c.toString());
          if (m) done(m[1]!);
        }),
      );
      const body = JSON.stringify({ passphrase: WORDS });
      const cookie = await new Promise<string>((done, fail) => {
        const asked = secureRequest(
          `${url}/api/session`,
          {
            method: 'POST',
            ca: readFileSync(join(tls, 'cert.pem')),
            headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
          },
          (r) => done(String(r.headers['set-cookie'])),
        );
        asked.on('error', fail);
        asked.end(body);
      });
      expect(cookie).toMatch(/^dolly-session=\S+.*secure/i);
    } finally {
      p.kill('SIGKILL');
    }
  });
  test('a passphrase that cannot be read is never none', async () => {
    writeFileSync(join(dataDir, 'access.json'), '{"salt":');
    const { says, code } = await start({ HOST: '0.0.0.0' });
    expect([says, code]).toEqual([expect.stringMatching(/access\.json, cannot be read: remove it/), 1]);
  });
  test.each([
    [{ TLS_CERT: 'a.pem' }, /go together/],
    [
      { TLS_CERT: '/nowhere/a.pem', TLS_KEY: '/nowhere/b.pem' },
      /TLS_CERT names \/nowhere\/a\.pem, which cannot be read/,
    ],
  ])('%j is told in a sentence', (env, says) => expect(() => networkOf(env)).toThrow(says));
  test('loopback by any of its names is this machine', () => {
    for (const host of ['127.0.0.1', 'localhost', '::1', '127.1.2.3'])
      expect(networkOf({ HOST: host }).open).toBe(false);
    for (const host of ['0.0.0.0', '::', '192.168.1.20', 'localhost.example'])
      expect(networkOf({ HOST: host }).open).toBe(true);
  });
});
