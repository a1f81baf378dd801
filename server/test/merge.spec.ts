import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { parts, spreadByBrowser, type Use } from '../../scripts/merge.mjs';

const PAGES = ['rooms', 'kits', 'mix', 'log'];
/** Files of which each needs only some before it; whoever needs a file needs what it needs too, as in a build. */
const builds = fc
  .array(
    fc.record({
      needs: fc.array(fc.nat()),
      by: fc.subarray(PAGES, { minLength: 1 }),
      length: fc.integer({ min: 1, max: 60_000 }),
      alone: fc.boolean(),
    }),
    { minLength: 1, maxLength: 30 },
  )
  .map((files) => {
    const uses = new Map<string, Use>();
    files.forEach(({ needs, by, ...f }, i) =>
      uses.set(`f${i}`, { ...f, by: new Set(by), needs: i ? [...new Set(needs.map((n) => `f${n % i}`))] : [] }),
    );
    for (const use of [...uses.values()].reverse())
      for (const n of use.needs) for (const page of use.by) uses.get(n)!.by.add(page);
    return uses;
  });

describe('files of a build put into parts', () => {
  test('each file is in one, and needs only its own part and those before it', () => {
    fc.assert(
      fc.property(builds, (uses) => {
        const part = parts(uses);
        expect([...part.keys()].sort()).toEqual([...uses.keys()].sort());
        for (const [file, use] of uses)
          for (const n of use.needs) expect(part.get(n)!).toBeLessThanOrEqual(part.get(file)!);
      }),
    );
  });

  test('what is asked for by its name is alone, and a part is no longer than 48 000 unless one file is', () => {
    fc.assert(
      fc.property(builds, (uses) => {
        const part = parts(uses);
        for (const n of new Set(part.values())) {
          const of = [...part].filter(([, p]) => p === n).map(([file]) => uses.get(file)!);
          if (of.length === 1) continue;
          expect(of.some((f) => f.alone)).toBe(false);
          expect(of.reduce((sum, f) => sum + f.length, 0)).toBeLessThanOrEqual(48_000);
        }
      }),
    );
  });

  test('what the same pages need goes together, what others need does not', () => {
    const use = (by: string[], length: number, needs: string[] = []): Use => ({
      by: new Set(by),
      needs,
      length,
      alone: false,
    });
    const part = parts(
      new Map([
        ['a', use(PAGES, 9000)],
        ['b', use(['mix'], 9000, ['a'])],
        ['c', use(PAGES, 9000, ['a'])],
        ['d', use(['log', 'kits'], 9000, ['c'])],
        // read by three pages for nothing, and still less than one more file to ask for
        ['e', use(['mix'], 300, ['a'])],
      ]),
    );
    expect(part.get('a')).toBe(part.get('c'));
    expect(new Set([part.get('a'), part.get('b'), part.get('d')]).size).toBe(3);
    expect([part.get('a'), part.get('b')]).toContain(part.get('e'));
  });
});

describe('the spread of an object', () => {
  /** As the builder writes it. */
  const HELPERS =
    'var g=Object.defineProperty,j=Object.defineProperties;var k=Object.getOwnPropertyDescriptors;var e=Object.getOwnPropertySymbols;var h=Object.prototype.hasOwnProperty,i=Object.prototype.propertyIsEnumerable;var f=(a,b,c)=>b in a?g(a,b,{enumerable:!0,configurable:!0,writable:!0,value:c}):a[b]=c,l=(a,b)=>{for(var c in b||={})h.call(b,c)&&f(a,c,b[c]);if(e)for(var c of e(b))i.call(b,c)&&f(a,c,b[c]);return a},m=(a,b)=>j(a,k(b));export{l as a,m as b};';
  let dir: string;
  beforeEach(() => (dir = mkdtempSync(join(tmpdir(), 'dolly-spread-'))));
  afterEach(() => rmSync(dir, { recursive: true, force: true }));
  const load = (name: string) =>
    import(join(dir, name)) as Promise<Record<'a' | 'b', (a: object, b: object | undefined) => object>>;

  test('is the browser’s own, and means the same', async () => {
    writeFileSync(join(dir, 'before.mjs'), HELPERS);
    const before = await load('before.mjs');
    writeFileSync(join(dir, 'after.mjs'), HELPERS);
    spreadByBrowser(dir);
    expect(readFileSync(join(dir, 'after.mjs'), 'utf8')).toContain('l=(a,b)=>({...a,...b}),m=(a,b)=>({...a,...b})');
    const after = await load('after.mjs');
    const odd = JSON.parse('{"__proto__":{"x":1},"y":2}') as object;
    for (const b of [
      { a: 2, b: 3 },
      { [Symbol.for('s')]: 1 },
      [1, 2],
      odd,
      Object.create({ inherited: 1 }) as object,
    ]) {
      expect(after.a({ a: 1 }, b)).toEqual(before.a({ a: 1 }, b));
      expect(after.b({ a: 1 }, b)).toEqual(Array.isArray(b) ? { a: 1, 0: 1, 1: 2 } : before.b({ a: 1 }, b));
      expect(Object.getPrototypeOf(after.a({}, b))).toBe(Object.prototype);
    }
    expect(after.a({ a: 1 }, undefined)).toEqual({ a: 1 });
  });

  test('is left alone, and the build ends, where a getter would be read or the builder writes it in another way', () => {
    writeFileSync(join(dir, 'one.js'), `${HELPERS}var q=m(l({},x),{get y(){return 1}})`);
    expect(() => spreadByBrowser(dir)).toThrow(/one\.js.*getter/);
    writeFileSync(join(dir, 'one.js'), 'var q={...x}');
    expect(() => spreadByBrowser(dir)).toThrow(/another way/);
  });
});
