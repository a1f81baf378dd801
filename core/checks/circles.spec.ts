import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

const FROM = /^(?:import|export)\s+(?!type\b)([^;]*?)\s+from\s+'(\.[^']*)'/gms;
/** Whether a clause brings something that is there when the program runs. */
const brings = (clause: string): boolean =>
  !clause.trim().startsWith('{') ||
  clause
    .replace(/[{}]/g, '')
    .split(',')
    .some((name) => name.trim() !== '' && !name.trim().startsWith('type '));

/** Of each file the files that it needs when the program runs. */
function needsOf(folder: string): Map<string, string[]> {
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.ts') && !f.endsWith('.spec.ts'))
    .map((f) => resolve(folder, f));
  return new Map(
    files.map((file) => [
      file,
      [...readFileSync(file, 'utf8').matchAll(FROM)].flatMap(([, clause, path]) => {
        const to = resolve(dirname(file), path!);
        const found = [`${to}.ts`, join(to, 'index.ts')].find((f) => existsSync(f));
        return found && brings(clause!) ? [found] : [];
      }),
    ]),
  );
}
/** The first circle that is met, as a line of files; null where there is none. */
function circleIn(needs: ReadonlyMap<string, readonly string[]>): string[] | null {
  const done = new Set<string>();
  const walk = (file: string, way: readonly string[]): string[] | null => {
    if (way.includes(file)) return [...way.slice(way.indexOf(file)), file];
    if (done.has(file)) return null;
    for (const next of needs.get(file) ?? []) {
      const circle = walk(next, [...way, file]);
      if (circle) return circle;
    }
    done.add(file);
    return null;
  };
  for (const file of needs.keys()) {
    const circle = walk(file, []);
    if (circle) return circle;
  }
  return null;
}

test.each(['core/src', 'server/src', 'web/src/app'])('no circle between the files of %s', (folder) => {
  const needs = needsOf(folder);
  expect(needs.size).toBeGreaterThan(20);
  expect(circleIn(needs)?.map((f) => f.split('/').slice(-2).join('/')) ?? null).toBeNull();
});
test('a circle is seen, however long, and a type alone makes none', () => {
  expect(
    circleIn(
      new Map([
        ['a', ['b']],
        ['b', ['c']],
        ['c', ['b']],
      ]),
    ),
  ).toEqual(['b', 'c', 'b']);
  expect(
    circleIn(
      new Map([
        ['a', ['b', 'c']],
        ['b', ['c']],
        ['c', []],
      ]),
    ),
  ).toBeNull();
  expect([brings('{ type A, type B }'), brings('{ type A, b }'), brings('*')]).toEqual([false, true, true]);
});
