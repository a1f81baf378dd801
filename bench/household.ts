import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { catalogue } from '../core/checks/catalogue-for-tests';
import { By, openBrowser, until } from '../scripts/browser.mjs';
import { grown, TEN_YEARS } from './ten-years';

/**
 * A household after ten years against the demo, in the same run: reading it, asking about a spot, finding in the log,
 * memory, an import beside other work, many writes with many listeners, hostile questions. Ratios first, figures beside.
 */
const NOW = new Date('2026-11-25T10:30:00.000Z');
const say = (what: string, figure: string): void => console.log(`${what.padEnd(74)} ${figure}`);
const ms = (x: number): string => `${x < 10 ? x.toFixed(1) : x.toFixed(0)} ms`;
const at = (all: readonly number[], share: number): number =>
  [...all].sort((a, b) => a - b)[Math.min(all.length - 1, Math.floor(all.length * share))]!;

const running: ChildProcess[] = [];
process.on('exit', () => running.forEach((p) => p.kill('SIGKILL')));

interface House {
  url: string;
  process: ChildProcess;
  dataDir: string;
}
async function house(port: number): Promise<House> {
  const dataDir = mkdtempSync(join(tmpdir(), 'dolly-bench-'));
  const process_ = spawn(process.execPath, ['dist/server/main.js'], {
    env: { ...process.env, PORT: String(port), DATA_DIR: dataDir, DEMO_NOW: NOW.toISOString() },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running.push(process_);
  await new Promise((done) => process_.stdout!.once('data', done));
  return { url: `http://127.0.0.1:${port}`, process: process_, dataDir };
}
const post = (h: House, path: string, body: string | object): Promise<Response> =>
  fetch(h.url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
async function timed(ask: () => Promise<Response>, n: number): Promise<{ median: number; p95: number; bytes: number }> {
  const each: number[] = [];
  let bytes = 0;
  for (let i = 0; i < n; i++) {
    const t = performance.now();
    const r = await ask();
    const text = await r.text();
    if (!r.ok) throw new Error(`${r.status} ${text}`);
    bytes = text.length;
    each.push(performance.now() - t);
  }
  return { median: at(each, 0.5), p95: at(each, 0.95), bytes };
}
/** Resident memory of a server, MB; its threads are part of it. */
const memory = (h: House): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${h.process.pid}/status`, 'utf8'))![1]) / 1024;

const small = await house(4310);
const large = await house(4311);
const both = [small, large] as const;

// an import, while others ask
const document = (await (await fetch(`${small.url}/api/export`)).json()) as Parameters<typeof grown>[0];
const text = JSON.stringify(grown(document, TEN_YEARS, NOW));
for (const h of both) await timed(() => fetch(`${h.url}/api/rooms`), 30);
const quiet = await timed(() => fetch(`${large.url}/api/rooms`), 200);
const started = performance.now();
let taken = 0;
const importing = post(large, '/api/import', text).then(async (r) => {
  const answer = await r.text();
  if (!r.ok) throw new Error(answer.slice(0, 400));
  taken = performance.now() - started;
});
const beside: number[] = [];
while (!taken) {
  beside.push((await timed(() => fetch(`${large.url}/api/rooms`), 1)).median);
  await new Promise((done) => setTimeout(done, 5));
}
await importing;
say(
  `import of ${TEN_YEARS.entries} entries (${(text.length / 1e6).toFixed(1)} MB): others' p95 against quiet (at most 3)`,
  `${(at(beside, 0.95) / quiet.p95).toFixed(1)} (${ms(at(beside, 0.95))} against ${ms(quiet.p95)}; worst ${ms(Math.max(...beside))}; import ${(taken / 1000).toFixed(1)} s)`,
);

const against = (
  what: string,
  limit: number,
  a: { median: number; bytes?: number },
  b: { median: number; bytes?: number },
): void =>
  say(
    `${what}, ten years against the demo (at most ${limit})`,
    `${(b.median / a.median).toFixed(2)} (${ms(b.median)} against ${ms(a.median)}${b.bytes ? `; ${(b.bytes / 1000).toFixed(0)} kB against ${(a.bytes! / 1000).toFixed(0)} kB` : ''})`,
  );
const begin = [];
for (const h of both) begin.push(await timed(() => fetch(`${h.url}/api/household`), 30));
say(
  'what a page begins with, ten years against the demo',
  `${(begin[1]!.median / begin[0]!.median).toFixed(1)} (${ms(begin[1]!.median)} against ${ms(begin[0]!.median)}; ${(begin[1]!.bytes / 1000).toFixed(0)} kB against ${(begin[0]!.bytes / 1000).toFixed(0)} kB)`,
);

const spots = await Promise.all(
  both.map(
    async (h) => ((await (await fetch(`${h.url}/api/spots?limit=500`)).json()) as { items: { id: string }[] }).items,
  ),
);
const advice = [];
for (const [i, h] of both.entries()) {
  let n = 0;
  const ask = (): Promise<Response> => post(h, '/api/advise', { spot: spots[i]![n++ % 12]!.id });
  await timed(ask, 24);
  advice.push(await timed(ask, 60));
}
against('advice for a spot', 1.2, advice[0]!, advice[1]!);

const words = ['bleach', 'lime', 'shower scr', 'worked vinegar', 'zzzz', 'the', 'partly'];
const found = [];
for (const h of both) {
  let n = 0;
  const ask = (): Promise<Response> =>
    fetch(`${h.url}/api/log?limit=60&find=${encodeURIComponent(words[n++ % words.length]!)}`);
  await timed(ask, 14);
  found.push(await timed(ask, 70));
}
against('a page of the log found by words', 1.5, found[0]!, found[1]!);
say(
  'memory of the server, ten years against the demo (at most 2)',
  `${(memory(large) / memory(small)).toFixed(2)} (${memory(large).toFixed(0)} MB against ${memory(small).toFixed(0)} MB)`,
);

// Rooms in a browser: from asking for the page until what is due stands there
const rooms: number[][] = [];
for (const h of both) {
  const driver = await openBrowser();
  const each: number[] = [];
  for (let i = 0; i < 6; i++) {
    const t = performance.now();
    await driver.get(`${h.url}/rooms`);
    await driver.wait(until.elementLocated(By.css('dt-rooms .due li')), 60000);
    each.push(performance.now() - t);
  }
  await driver.quit();
  // the first time the program itself is read
  rooms.push(each.slice(1));
}
against('Rooms until usable', 1.5, { median: at(rooms[0]!, 0.5) }, { median: at(rooms[1]!, 0.5) });

/** Frames while a hand goes over a page: how long each took that is longer than one of sixty a second. */
async function frames(h: House, path: string, ready: string, tap: string): Promise<number[]> {
  const driver = await openBrowser();
  await driver.get(h.url + path);
  await driver.wait(until.elementLocated(By.css(ready)), 60000);
  const each = (await driver.executeAsyncScript(
    `const [tap, done] = arguments;
     const frames = []; let last = performance.now(); let on = true;
     const frame = (t) => { frames.push(t - last); last = t; if (on) requestAnimationFrame(frame); };
     requestAnimationFrame((t) => { last = t; requestAnimationFrame(frame); });
     const all = [...document.querySelectorAll(tap)].slice(0, 24); let n = 0;
     const next = () => {
       if (n >= all.length) { setTimeout(() => { on = false; done(frames); }, 400); return; }
       all[n++].click(); window.scrollBy(0, n % 2 ? 240 : -240); setTimeout(next, 100);
     };
     next();`,
    tap,
  )) as number[];
  await driver.quit();
  return each;
}
const many = async (h: House, door: string, by: 'kit' | 'room'): Promise<{ id: string; n: number }> => {
  const rows: Record<string, string>[] = [];
  for (let after = ''; ;) {
    const page = (await (await fetch(`${h.url}/api/${door}?limit=500${after}`)).json()) as {
      items: Record<string, string>[];
      next?: string;
    };
    rows.push(...page.items);
    if (!page.next) break;
    after = `&after=${page.next}`;
  }
  const of = new Map<string, number>();
  for (const r of rows) of.set(r[by]!, (of.get(r[by]!) ?? 0) + 1);
  const [id, n] = [...of].sort((a, b) => b[1] - a[1])[0]!;
  return { id, n };
};
for (const [what, door, by, path, ready, tap] of [
  ['the fullest shelf', 'stock', 'kit', '/kits/', 'dt-shelf button', 'dt-shelf button'],
  ['the fullest room', 'spots', 'room', '/rooms/', 'dt-plan .pin', 'dt-plan .pin'],
] as const) {
  const { id, n } = await many(large, door, by);
  const each = await frames(large, path + id, ready, tap);
  say(
    `${what}, ${n} ${door}: frames while 24 are tapped and it scrolls`,
    `p95 ${ms(at(each, 0.95))}, worst ${ms(Math.max(...each))}, of ${each.length}`,
  );
}

// many writes, many listeners
const SECONDS = Number(process.env['WRITE_SECONDS'] ?? 60);
const heard: string[][] = Array.from({ length: 20 }, () => []);
const streams = heard.map((list) =>
  get(`${large.url}/api/events`, (r) => {
    let rest = '';
    r.setEncoding('utf8');
    r.on('data', (chunk: string) => {
      const frames = (rest + chunk).split('\n\n');
      rest = frames.pop()!;
      for (const f of frames) {
        const m = /data: (\{.*"door":"log".*\})/.exec(f);
        if (m) list.push((JSON.parse(m[1]!) as { id: string }).id);
      }
    });
    r.on('error', () => undefined);
  }),
);
await new Promise((done) => setTimeout(done, 500));
const acknowledged: string[] = [];
const writes: number[] = [];
const begun = performance.now();
const pending: Promise<void>[] = [];
for (let n = 0; n < SECONDS * 50; n++) {
  const due = begun + n * 20;
  const wait = due - performance.now();
  if (wait > 0) await new Promise((done) => setTimeout(done, wait));
  const t = performance.now();
  pending.push(
    post(large, '/api/log', { kind: 'note', text: `note ${n}` }).then(async (r) => {
      const { id } = (await r.json()) as { id: string };
      acknowledged.push(id);
      writes.push(performance.now() - t);
    }),
  );
}
await Promise.all(pending);
await new Promise((done) => setTimeout(done, 1000));
const kept = new Set<string>();
for (let after = ''; ;) {
  const page = (await (await fetch(`${large.url}/api/log?kind=note&limit=500${after}`)).json()) as {
    items: { id: string }[];
    next?: string;
  };
  for (const e of page.items) kept.add(e.id);
  if (!page.next || kept.size > acknowledged.length + 20000) break;
  after = `&after=${page.next}`;
}
const lost = acknowledged.filter((id) => !kept.has(id)).length;
const deaf = heard.filter((list) => list.join() !== heard[0]!.join() || list.length !== acknowledged.length).length;
say(
  `50 writes a second for ${SECONDS} s, 20 listeners: lost, listeners that missed or misordered one`,
  `${lost}, ${deaf} of 20 (p95 ${ms(at(writes, 0.95))}, worst ${ms(Math.max(...writes))})`,
);
for (const s of streams) s.destroy();

// hostile questions
const names = [...catalogue.substances.values()].map((x) => x.name);
const hostile = {
  meeting: 'container',
  items: Array.from({ length: 14 }, (_, i) => ({
    label: `ingredients: ${Array.from({ length: 20 }, (_, k) => names[(i * 20 + k) % names.length]).join(', ')}`,
  })),
};
const ask = [
  () => fetch(`${small.url}/api/rooms`),
  () => post(small, '/api/ratio', { text: '1:10' }),
  () =>
    post(small, '/api/mix', {
      items: [{ product: 'chlorine-bleach' }, { product: 'white-vinegar' }],
      meeting: 'container',
    }),
];
for (const a of ask) await timed(a, 20);
const alone: number[] = [];
for (let i = 0; i < 60; i++) alone.push((await timed(ask[i % 3]!, 1)).median);
let attacked = true;
const attack = Promise.all(
  Array.from({ length: 8 }, () => post(small, '/api/mix', hostile).then((r) => r.text())),
).then(() => (attacked = false));
const held: number[] = [];
while (attacked) held.push((await timed(ask[held.length % 3]!, 1)).median);
await attack;
say(
  'beside eight hostile questions at once, others are held up by (at most 50 ms)',
  `${ms(at(held, 0.95) - at(alone, 0.95))} at the 95th percentile (${ms(at(held, 0.95))} against ${ms(at(alone, 0.95))}; worst ${ms(Math.max(...held))})`,
);

for (const h of both) {
  h.process.kill('SIGTERM');
  rmSync(h.dataDir, { recursive: true, force: true });
}
