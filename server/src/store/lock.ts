import { join } from 'node:path';
import Database from 'better-sqlite3';
import { StartProblem } from './start-problem';

/**
 * One program a folder: a lock of the operating system, held through a file of its own, so that it ends with the program
 * however that ends. Two programs would each keep their own open pages, and neither would hear what the other writes.
 */
export function lockFolder(dataDir: string): () => void {
  const lock = new Database(join(dataDir, 'household.lock'), { timeout: 0 });
  try {
    lock.pragma('journal_mode = MEMORY');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (e) {
    lock.close();
    if (!/busy|locked/i.test((e as { code?: string }).code ?? '')) throw e;
    throw new StartProblem(
      `Another Dolly Tub is at work in ${dataDir}: use that one, or stop it first, or name another folder in DATA_DIR.`,
    );
  }
  return () => lock.close();
}
