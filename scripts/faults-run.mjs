import { format } from 'node:util';
import { expect } from 'expect';

/**
 * What a spec asks of Jest, enough for those of the core: it gathers tests, and `tried` runs them until one fails. With
 * COVER it runs all of them and says which faults each one comes by (bundle of faults.mjs).
 */
const tests = [];
const scopes = [];
const add = (name, fn) => tests.push({ name, fn, scopes: [...scopes] });
function describe(name, fn) {
  scopes.push({ name, before: [], after: [], all: [] });
  fn();
  scopes.pop();
}
const each =
  (run) =>
  (table) =>
  (name, fn, ...rest) => {
    for (const row of table) {
      const args = Array.isArray(row) ? row : [row];
      run(format(name, ...args), () => fn(...args), ...rest);
    }
  };
const test = Object.assign(add, { each: each(add) });
Object.assign(globalThis, {
  expect,
  test,
  it: test,
  describe: Object.assign(describe, { each: each(describe) }),
  beforeEach: (fn) => scopes.at(-1)?.before.push(fn),
  afterEach: (fn) => scopes.at(-1)?.after.push(fn),
  beforeAll: (fn) => scopes.at(-1)?.all.push(fn),
});

async function run(t) {
  for (const s of t.scopes) for (const fn of s.all.splice(0)) await fn();
  for (const s of t.scopes) for (const fn of s.before) await fn();
  await t.fn();
  for (const s of t.scopes) for (const fn of s.after) await fn();
}

export async function tried() {
  const faults = (globalThis.__stryker__ ??= {});
  if (process.env.COVER) {
    const started = Date.now();
    const told = [];
    for (const [n, t] of tests.entries()) {
      // the namespace of the instrumenter takes an empty name for none
      faults.currentTestId = `t${n}`;
      const at = Date.now();
      await run(t);
      told.push({ name: t.name, ms: Date.now() - at });
    }
    const cover = {};
    for (const [test, ids] of Object.entries(faults.mutantCoverage?.perTest ?? {}))
      for (const id of Object.keys(ids)) (cover[id] ??= []).push(Number(test.slice(1)));
    // a long line into a pipe is written after this turn: leave once it is
    process.stdout.write(`${JSON.stringify({ tests: told, cover, took_ms: Date.now() - started })}\n`, () =>
      process.exit(0),
    );
    return;
  }
  for (const n of process.env.TESTS.split(',').map(Number))
    try {
      await run(tests[n]);
    } catch {
      console.log(`failed ${n}`);
      process.exit(1);
    }
  process.exit(0);
}
