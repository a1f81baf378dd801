import { accessSync, constants, copyFileSync, existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { MIGRATIONS, STORE_VERSION } from './migrations';

/** A sentence for the person at the terminal; the program ends with it and a non-zero code. */
export class StartProblem extends Error {}

export interface Db {
  sqlite: Database.Database;
  orm: BetterSQLite3Database;
  /** True when the file was made just now. */
  fresh: boolean;
}

/**
 * Open (or make) the household's file: WAL, full synchronisation, foreign keys, migrations. A copy is
 * taken before an older file is migrated; a newer one is refused.
 */
export function openStore(dataDir: string): Db {
  try {
    mkdirSync(dataDir, { recursive: true });
    accessSync(dataDir, constants.W_OK);
  } catch {
    throw new StartProblem(
      `The folder for the household's data, ${dataDir}, cannot be written: make it writable, or name another in DATA_DIR.`,
    );
  }
  const file = join(dataDir, 'household.sqlite');
  const fresh = !existsSync(file);
  let sqlite: Database.Database;
  try {
    sqlite = new Database(file);
  } catch (e) {
    throw new StartProblem(
      `The household's file, ${file}, cannot be opened (${(e as Error).message}): check DATA_DIR.`,
    );
  }
  try {
    const version = sqlite.pragma('user_version', { simple: true }) as number;
    if (version > STORE_VERSION) {
      sqlite.close();
      throw new StartProblem(
        `The household's file was written by a newer Dolly Tub (version ${version}, this one knows ${STORE_VERSION}): start the newer one, or name another folder in DATA_DIR.`,
      );
    }
    sqlite.pragma('journal_mode = WAL');
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma('busy_timeout = 5000');
    // the copy is of the main file: what still stands in the write-ahead log goes there first
    if (version > 0 && version < STORE_VERSION) sqlite.pragma('wal_checkpoint(TRUNCATE)');
    if (version > 0 && version < STORE_VERSION)
      copyFileSync(file, join(dataDir, `household-before-${STORE_VERSION}.sqlite`));
    for (const m of MIGRATIONS) {
      if (m.number <= version) continue;
      sqlite.transaction(() => {
        sqlite.exec(m.sql);
        sqlite.pragma(`user_version = ${m.number}`);
      })();
    }
  } catch (e) {
    if (e instanceof StartProblem) throw e;
    throw new StartProblem(
      `The household's file, ${file}, cannot be used (${(e as Error).message}): restore a backup, or name another folder in DATA_DIR.`,
    );
  }
  return { sqlite, orm: drizzle(sqlite), fresh };
}
