import { accessSync, constants, existsSync, mkdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import { newestSound, takeCopy } from './copies';
import { lockFolder } from './lock';
import { migrate, STORE_VERSION } from './migrations';
import { StartProblem } from './start-problem';

export interface Db {
  sqlite: Database.Database;
  orm: BetterSQLite3Database;
  dataDir: string;
  /** Why nothing may be written, in a sentence; null when all is well. */
  damage: string | null;
  close(): void;
}

/**
 * Open (or make) the household's file: alone in its folder, WAL, full synchronisation, foreign keys, migrations. A copy
 * is taken before an older file is migrated; a newer one is refused; a damaged one is opened for reading only.
 */
export function openStore(dataDir: string, now: () => Date): Db {
  try {
    mkdirSync(dataDir, { recursive: true });
    accessSync(dataDir, constants.W_OK);
  } catch {
    throw new StartProblem(
      `The folder for the household's data, ${dataDir}, cannot be written: make it writable, or name another in DATA_DIR.`,
    );
  }
  const unlock = lockFolder(dataDir);
  try {
    const opened = openFile(dataDir, now);
    return {
      ...opened,
      dataDir,
      close: () => {
        opened.sqlite.close();
        unlock();
      },
    };
  } catch (e) {
    unlock();
    throw e;
  }
}

function openFile(dataDir: string, now: () => Date): Pick<Db, 'sqlite' | 'orm' | 'damage'> {
  const file = join(dataDir, 'household.sqlite');
  if (existsSync(file) && statSync(file).size === 0)
    throw new StartProblem(
      `The household's file, ${file}, is empty, and was not made so by Dolly Tub. ${whatToPutBack(dataDir)} To begin anew, remove the file first.`,
    );
  const there = existsSync(file);
  const damage = there ? damageIn(file, dataDir) : null;
  let sqlite: Database.Database | undefined;
  try {
    sqlite = new Database(file, { readonly: damage !== null });
    const version = sqlite.pragma('user_version', { simple: true }) as number;
    if (version > STORE_VERSION)
      throw new StartProblem(
        `The household's file was written by a newer Dolly Tub (version ${version}, this one knows ${STORE_VERSION}): start the newer one, or name another folder in DATA_DIR.`,
      );
    if (damage !== null) {
      if (version < STORE_VERSION) throw new Error(damage);
      return { sqlite, orm: drizzle(sqlite), damage };
    }
    sqlite.pragma('journal_mode = WAL');
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma('busy_timeout = 5000');
    if (version > 0 && version < STORE_VERSION) takeCopy(sqlite, dataDir, 'migration', now());
    migrate(sqlite, version);
    return { sqlite, orm: drizzle(sqlite), damage: null };
  } catch (e) {
    sqlite?.close();
    if (e instanceof StartProblem) throw e;
    throw new StartProblem(
      `The household's file, ${file}, cannot be used (${(e as Error).message}). ${whatToPutBack(dataDir)}`,
    );
  }
}

/** What a check of the file says; null when it is sound. What is no database at all cannot be opened, and is told so. */
function damageIn(file: string, dataDir: string): string | null {
  let db: Database.Database | undefined;
  let says: string;
  try {
    db = new Database(file, { readonly: true });
    says = db.pragma('quick_check(1)', { simple: true }) as string;
  } catch (e) {
    if (/not a database/.test((e as Error).message)) return null;
    says = (e as Error).message;
  } finally {
    db?.close();
  }
  return says === 'ok'
    ? null
    : `The household's file is damaged, so nothing is written to it any more. Stop Dolly Tub. ${whatToPutBack(dataDir)}`;
}

/** What there is to go back to, and how. */
function whatToPutBack(dataDir: string): string {
  const copy = newestSound(dataDir);
  return copy
    ? `Put the newest good copy, ${copy}, in its place as household.sqlite.`
    : 'Put a backup in its place as household.sqlite, or name another folder in DATA_DIR.';
}
