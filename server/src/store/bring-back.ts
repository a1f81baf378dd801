import { copyFileSync, rmSync } from 'node:fs';
import Database from 'better-sqlite3';
import { damageOf, fileOf } from './copies';
import { migrate } from './migrations';
import { PARENTS_FIRST } from './tables';

/** A copy opened beside the household, brought forward where an older program took it. Throws when it is damaged. */
export function readCopy(dataDir: string, id: string): Database.Database {
  const working = `${fileOf(dataDir, id)}.working`;
  copyFileSync(fileOf(dataDir, id), working);
  try {
    const damage = damageOf(working);
    if (damage) throw new Error(damage);
    const copy = new Database(working);
    migrate(copy, copy.pragma('user_version', { simple: true }) as number);
    return copy;
  } catch (e) {
    dropCopy(dataDir, id);
    throw e;
  }
}
/** Remove what `readCopy` made; the copy itself stays. */
export const dropCopy = (dataDir: string, id: string): void => {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(`${fileOf(dataDir, id)}.working${end}`, { force: true });
};

/**
 * Put everything of a copy in the place of what is here, in the caller's transaction. Versions only rise: a record that
 * is newer here gets the next version, so that nobody saves over what came back.
 */
export function replaceBy(db: Database.Database, copy: Database.Database): void {
  const columnsOf = (t: string): string[] => (db.pragma(`table_info(${t})`) as { name: string }[]).map((c) => c.name);
  const newer = new Map<string, number>();
  for (const t of PARENTS_FIRST)
    for (const r of db.prepare(`SELECT id, version FROM ${t}`).all() as { id: string; version: number }[])
      newer.set(`${t} ${r.id}`, r.version);
  for (const t of [...PARENTS_FIRST].reverse()) db.exec(`DELETE FROM ${t}`);
  db.exec('DELETE FROM log');
  for (const t of [...PARENTS_FIRST, 'log']) {
    const columns = columnsOf(t);
    const put = db.prepare(`INSERT INTO ${t} (${columns.join()}) VALUES (${columns.map(() => '?').join()})`);
    const version = columns.indexOf('version');
    for (const row of copy.prepare(`SELECT ${columns.join()} FROM ${t}`).raw().iterate() as Iterable<unknown[]>) {
      const had = version < 0 ? undefined : newer.get(`${t} ${String(row[columns.indexOf('id')])}`);
      if (had !== undefined && had >= (row[version] as number)) row[version] = had + 1;
      put.run(...row);
    }
  }
}
