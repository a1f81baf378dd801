import { fileURLToPath } from 'node:url';
import { type Catalogue, loadCatalogue, type RawCatalogue } from '@dolly-tub/core';
import { readRawCatalogue } from '../core/catalogue/read';
import { oracleLevel } from '../core/checks/oracle';
import {
  atTheLines,
  engineOf,
  findingsOf,
  PLACES,
  pairsOf,
  productIds,
  productsAnywhere,
  type Question,
  substancePairs,
} from '../core/checks/probes';

/**
 * Faults put into the *data* of mixing, where the rules are: every clause left out and lowered by one, every line moved
 * up by a fifth, every cell and case of a column lowered or left out, every member of a group left out. Each is killed
 * when some question is answered otherwise than by the table of oracle.ts. `npm run mutants data`.
 */
interface Fault {
  name: string;
  raw: RawCatalogue;
  /** Of a clause: how it is known among what the engine says. */
  says?: string;
}
/** A clause as what the engine says of it is known by. */
const known = (rule: string, level: number, because: string): string => `${rule}|${level}|${because}`;
const raw = readRawCatalogue(fileURLToPath(new URL('../core/catalogue', import.meta.url)));
const whole = loadCatalogue(raw);

const without = <T>(list: readonly T[], i: number): T[] => list.filter((_, n) => n !== i);
const put = <T>(list: readonly T[], i: number, x: T): T[] => list.map((y, n) => (n === i ? x : y));

function* faults(): Generator<Fault> {
  for (const [r, rule] of raw.rules.entries())
    for (const [k, clause] of rule.clauses.entries()) {
      if (clause.b.startsWith('place:')) continue;
      const name = `${rule.id}.${k} ${clause.a} × ${clause.b}${clause.c ? ` × ${clause.c}` : ''} ${JSON.stringify(clause.when ?? {})} = ${clause.level}`;
      const change = (clauses: typeof rule.clauses): RawCatalogue => ({
        ...raw,
        rules: put(raw.rules, r, { ...rule, clauses }),
      });
      const says = known(rule.id, clause.level, clause.because);
      yield { name: `${name}: left out`, says, raw: change(without(rule.clauses, k)) };
      if (clause.level > 0)
        yield {
          name: `${name}: lowered`,
          says,
          raw: change(put(rule.clauses, k, { ...clause, level: clause.level - 1 })),
        };
      if (clause.gas)
        yield { name: `${name}: makes no gas`, raw: change(put(rule.clauses, k, { ...clause, gas: undefined })) };
      if (clause.kind === 'gas')
        yield { name: `${name}: told as heat`, raw: change(put(rule.clauses, k, { ...clause, kind: 'heat' })) };
      if (clause.closed !== undefined)
        yield { name: `${name}: shut as open`, raw: change(put(rule.clauses, k, { ...clause, closed: undefined })) };
      if (clause.firm)
        yield { name: `${name}: not firm`, raw: change(put(rule.clauses, k, { ...clause, firm: undefined })) };
    }
  for (const [i, line] of raw.lines.entries()) {
    yield { name: `line ${line.id}: left out`, raw: { ...raw, lines: without(raw.lines, i) } };
    yield {
      name: `line ${line.id}: moved`,
      raw: { ...raw, lines: put(raw.lines, i, { ...line, percent: line.percent * 1.2 }) },
    };
  }
  for (const [i, column] of raw.columns.entries())
    for (const [n, cell] of column.cells.entries()) {
      const change = (x: typeof cell): RawCatalogue => ({
        ...raw,
        columns: put(raw.columns, i, { ...column, cells: put(column.cells, n, x) }),
      });
      if (cell.to > 0) yield { name: `column ${column.id} ${n}: lowered`, raw: change({ ...cell, to: cell.to - 1 }) };
      if (cell.gas)
        yield { name: `column ${column.id} ${n}: gas lowered`, raw: change({ ...cell, gas: cell.gas - 1 }) };
      for (const [k, c] of (cell.cases ?? []).entries()) {
        const name = `column ${column.id} ${n} case ${k} (${JSON.stringify(c).slice(0, 90)})`;
        yield { name: `${name}: left out`, raw: change({ ...cell, cases: without(cell.cases!, k) }) };
        if (c.to > 0)
          yield {
            name: `${name}: lowered`,
            raw: change({ ...cell, cases: put(cell.cases!, k, { ...c, to: c.to - 1 }) }),
          };
      }
    }
  for (const [i, group] of raw.groups.entries())
    for (const [n, member] of group.members.entries())
      yield {
        name: `group ${group.id}: ${member} left out`,
        raw: { ...raw, groups: put(raw.groups, i, { ...group, members: without(group.members, n) }) },
      };
}

/** Questions with the table's answers, those that kill most first. */
function questions(c: Catalogue): { q: Question; want: number }[] {
  const all: Question[] = [];
  for (const at of PLACES) for (const of of pairsOf(productIds(c))) all.push({ of, at });
  for (const at of PLACES) for (const of of substancePairs(c)) all.push({ of, at });
  const drawn = [atTheLines(c, 250000, 13), productsAnywhere(c, 2, 20000, 11), productsAnywhere(c, 3, 4000, 12)];
  return all.concat(...drawn).map((q) => ({ q, want: oracleLevel(q.of, q.at, c) }));
}

const started = Date.now();
const asked = questions(whole);
const sound = engineOf(whole);
const wrong = asked.filter(({ q, want }) => sound(q) !== want).length;
console.log(
  `${asked.length} questions in ${((Date.now() - started) / 1000).toFixed(0)} s; ${wrong} answered otherwise than by the table`,
);
// what killed the last ones is asked first
const hot: number[] = [];
let [killed, left] = [0, 0];
const survivors: Fault[] = [];
for (const fault of faults()) {
  const engine = engineOf(loadCatalogue(fault.raw));
  const dies = (n: number): boolean => engine(asked[n]!.q) !== asked[n]!.want;
  let by = hot.find(dies) ?? -1;
  if (by < 0) by = asked.findIndex((_, n) => dies(n));
  if (by < 0) {
    left++;
    survivors.push(fault);
  } else {
    killed++;
    if (!hot.includes(by)) hot.unshift(by);
  }
}
/** Where each clause that nobody missed decides, or at least speaks. */
const wanted = new Set(survivors.flatMap((f) => f.says ?? []));
const decides = new Map<string, number>();
const speaks = new Map<string, number>();
const all = findingsOf(whole);
for (let n = 0; n < asked.length && decides.size < wanted.size; n++)
  for (const f of all(asked[n]!.q)) {
    const says = known(f.rule, f.ruleLevel, f.because);
    if (!wanted.has(says)) continue;
    if (!speaks.has(says)) speaks.set(says, n);
    if (f.level === asked[n]!.want && f.level > 0 && !decides.has(says)) decides.set(says, n);
  }
/** Who says the same where it does not, or why nobody can miss it. */
function why(fault: Fault): string {
  if (!fault.says) return '';
  const n = decides.get(fault.says) ?? speaks.get(fault.says);
  if (n === undefined) return 'NOTHING ASKS IT';
  const { q, want } = asked[n]!;
  const others = findingsOf(loadCatalogue(fault.raw))(q).filter((f) => f.level === want);
  return `doubled by ${[...new Set(others.map((f) => f.rule))].join(', ')} (${JSON.stringify(q.of).slice(0, 110)})`;
}
for (const f of survivors) console.log(`survived: ${f.name}  ${why(f)}`);
const score = (100 * killed) / (killed + left);
console.log(`${killed + left} faults, ${killed} killed, ${left} survived: ${score.toFixed(1)} %`);
if (wrong || score < 85) process.exitCode = 1;
