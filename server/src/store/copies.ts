import { DAY_MS } from '@dolly-tub/core';
import { mkdirSync, renameSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { tables } from './tables';

/** Why a copy of the whole household was taken: it stands in the name of its file. */
export const REASONS = ['migration', 'empty', 'reset', 'import', 'restore'] as const;
export type Reason = (typeof REASONS)[number];
export interface Copy {
  /** Name of its file without the ending: what a page asks for. */
  id: string;
  reason: Reason;
  takenAt: string;
}
/** Copies of one reason that are kept. */
const KEEP = 3;
const FOLDER = 'copies';
const NAME = new RegExp(`^(\\d{4}-\\d\\d-\\d\\dT\\d\\d-\\d\\d-\\d\\d-\\d{3}Z)-(${REASONS.join('|')})$`);
const COUNTED = [...Object.keys(tables), 'log'];

const folderOf = (dataDir: string): string => join(dataDir, FOLDER);
export const fileOf = (dataDir: string, id: string): string => join(folderOf(dataDir), `${id}.sqlite`);

/** Copies there are, newest first. */
export function copiesIn(dataDir: string): Copy[] {
  if (!statSync(folderOf(dataDir), { throwIfNoEntry: false })?.isDirectory()) return [];
  return readdirSync(folderOf(dataDir))
    .flatMap((name) => {
      const m = NAME.exec(name.replace(/\.sqlite$/, ''));
      if (!m || !name.endsWith('.sqlite')) return [];
      const takenAt = m[1]!.replace(/T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z/, 'T$1:$2:$3.$4Z');
      return [{ id: m[0], reason: m[2] as Reason, takenAt }];
    })
    .sort((a, b) => (a.id < b.id ? 1 : -1));
}

/** Rows of each table that a file has; what it does not have yet counts nothing. */
function counts(db: Database.Database): Record<string, number> {
  const there = new Set(db.prepare(`SELECT name FROM sqlite_master WHERE type = 'table'`).pluck().all());
  return Object.fromEntries(
    COUNTED.filter((t) => there.has(t)).map((t) => [
      t,
      db.prepare(`SELECT count(*) FROM ${t}`).pluck().get() as number,
    ]),
  );
}

/** What is wrong with a file, in SQLite's words; null when it is sound. */
export function damageOf(file: string): string | null {
  let db: Database.Database | undefined;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
    const says = db.pragma('integrity_check(1)', { simple: true }) as string;
    return says === 'ok' ? null : says;
  } catch (e) {
    return (e as Error).message;
  } finally {
    db?.close();
  }
}

/**
 * A copy of everything that is committed, the write-ahead log too, made by SQLite itself; read back and compared before
 * it counts as one. The last three of each reason are kept. Throws when the copy is not what it was made of.
 */
export function takeCopy(db: Database.Database, dataDir: string, reason: Reason, now: Date): Copy {
  mkdirSync(folderOf(dataDir), { recursive: true });
  const takenAt = now.toISOString();
  const id = `${takenAt.replace(/[:.]/g, '-')}-${reason}`;
  const file = fileOf(dataDir, id);
  rmSync(file, { force: true });
  db.prepare('VACUUM INTO ?').run(file);
  const damage = damageOf(file);
  const copy = new Database(file, { readonly: true });
  const [want, got] = [JSON.stringify(counts(db)), JSON.stringify(counts(copy))];
  copy.close();
  if (damage || want !== got) {
    rmSync(file, { force: true });
    throw new Error(damage ?? 'The copy does not hold what the household holds.');
  }
  keepLast(dataDir, reason);
  return { id, reason, takenAt };
}
/** A copy that was taken in another folder, brought into this one. */
export function adoptCopy(copy: Copy, from: string, dataDir: string): void {
  mkdirSync(folderOf(dataDir), { recursive: true });
  renameSync(fileOf(from, copy.id), fileOf(dataDir, copy.id));
  keepLast(dataDir, copy.reason);
}
function keepLast(dataDir: string, reason: Reason): void {
  for (const old of copiesIn(dataDir)
    .filter((c) => c.reason === reason)
    .slice(KEEP))
    removeCopy(dataDir, old.id);
}

/** Copies taken before a household was emptied are kept for so long. */
const KEEP_EMPTIED_DAYS = 30;
/** Remove what is kept no longer. */
export function pruneCopies(dataDir: string, now: Date): void {
  const old = new Date(now.getTime() - KEEP_EMPTIED_DAYS * DAY_MS).toISOString();
  for (const c of copiesIn(dataDir)) if (c.reason === 'empty' && c.takenAt < old) removeCopy(dataDir, c.id);
}
/** Remove every copy there is, those of the first program too. */
export function removeCopies(dataDir: string): void {
  rmSync(folderOf(dataDir), { recursive: true, force: true });
  for (const f of readdirSync(dataDir)) if (/^household-before-\d+\.sqlite$/.test(f)) rmSync(join(dataDir, f));
}

export const removeCopy = (dataDir: string, id: string): void => rmSync(fileOf(dataDir, id), { force: true });
/** What the newest sound copy is called; null when there is none. */
export const newestSound = (dataDir: string): string | null =>
  copiesIn(dataDir)
    .map((c) => fileOf(dataDir, c.id))
    .find((f) => damageOf(f) === null) ?? null;
