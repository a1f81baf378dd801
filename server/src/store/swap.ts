import type Database from 'better-sqlite3';
import type { Derived } from './derived';
import { PARENTS_FIRST } from './tables';

/** Where the household stood when the staged copy was made of it. */
export interface Since {
  log: number;
  changes: number;
}

/** The staged file beside the household's, for `swapIn`; not within a transaction. */
export function withStaged<T>(db: Database.Database, file: string, work: () => T): T {
  db.prepare('ATTACH ? AS staged').run(file);
  // ten years of log come in at once: what does not fit in memory is written twice
  const usual = db.pragma('cache_size', { simple: true }) as number;
  db.pragma('cache_size = -64000');
  try {
    return work();
  } finally {
    db.exec('DETACH staged');
    db.pragma(`cache_size = ${usual}`);
    db.pragma('shrink_memory');
  }
}

/**
 * Put into the household, in the caller's transaction, what was put into the staged copy since it was made. Versions
 * only rise, whatever was saved meanwhile; entries that were written meanwhile stay before those that come.
 */
export function swapIn(db: Database.Database, since: Since, derived: Derived): void {
  const columns = (t: string): string[] => (db.pragma(`table_info(${t})`) as { name: string }[]).map((c) => c.name);
  for (const t of PARENTS_FIRST) {
    const all = columns(t);
    const set = all
      .filter((c) => c !== 'id')
      .map((c) =>
        c === 'version'
          ? `version = CASE WHEN EXISTS (SELECT 1 FROM main.changes c WHERE c.door = @door AND c.id = excluded.id AND c.seq > @since)
               THEN max(excluded.version, version + 1) ELSE excluded.version END`
          : `${c} = excluded.${c}`,
      );
    db.prepare(
      `INSERT INTO main.${t} (${all.join()}) SELECT ${all.join()} FROM staged.${t}
       WHERE id IN (SELECT id FROM staged.changes WHERE door = @door AND seq > @since)
       ON CONFLICT (id) DO UPDATE SET ${set.join()}`,
    ).run({ door: t, since: since.changes });
  }
  const last = db.prepare('SELECT coalesce(max(seq), 0) FROM main.log').pluck().get() as number;
  if (last === since.log) {
    // nobody wrote meanwhile: numbers, and what is derived from them, are as they were worked out
    const all = columns('log').join();
    db.prepare(`INSERT INTO main.log (${all}) SELECT ${all} FROM staged.log WHERE seq > ? ORDER BY seq`).run(last);
    db.prepare('INSERT INTO log_words (rowid, words) SELECT seq, words FROM staged.log WHERE seq > ?').run(last);
    for (const t of ['at_hand', 'tallies', 'derived'])
      db.exec(`DELETE FROM main.${t}; INSERT INTO main.${t} SELECT * FROM staged.${t}`);
    // an entry that was here may be needed now
    db.exec(
      `UPDATE main.log SET slim = (SELECT s.slim FROM staged.log s WHERE s.seq = main.log.seq)
       WHERE slim = '' AND seq IN (SELECT seq FROM main.at_hand WHERE kept = 1)`,
    );
    return;
  }
  const free = columns('log')
    .filter((c) => c !== 'seq')
    .join();
  db.prepare(
    `INSERT INTO main.log (${free}) SELECT ${free} FROM staged.log
     WHERE seq > ? AND id NOT IN (SELECT id FROM main.log) ORDER BY seq`,
  ).run(since.log);
  derived.upset();
}
