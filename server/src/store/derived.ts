import {
  addTallies,
  type AtHand,
  handOf,
  keysOf,
  type LogEntry,
  putAtHand,
  revise,
  slimOf,
  type Tally,
  talliesOf,
  tallyKey,
  tallyOf,
} from '@dolly-tub/core';
import type Database from 'better-sqlite3';
import { statements } from './statements';

/** Counted up when what is derived from the log is worked out otherwise: the tables are then filled anew on opening. */
const VERSION = 1;

/**
 * What is derived from the log and kept beside it, in the same transaction as the entry: the entries that must be at
 * hand, what worked, and the words by which an entry is found. All of it can be filled anew from the log.
 */
export interface Derived {
  /** An entry was written; one that it corrects or takes back no longer stands. */
  noted(e: LogEntry): void;
  /** From the log, from the beginning. */
  rebuild(): void;
  /** The log was changed otherwise than entry by entry: `settle` fills all of it anew. */
  upset(): void;
  /** Before a transaction ends. */
  settle(): void;
  /** A transaction was given up. */
  forget(): void;
  /** It was filled by the rules of today. */
  isCurrent(): boolean;
  /** The entries that must be at hand, oldest first, with what ledgers read of them. */
  kept(): LogEntry[];
  /** The same as JSON text. */
  keptText(): string;
  tallies(): Tally[];
  talliesText(): string;
}

type Row = { seq: number; id: string; at: string; recordedAt: string; kind: string; body: string };
export const entryOfRow = (r: Row): LogEntry =>
  ({
    id: r.id,
    seq: r.seq,
    recordedAt: r.recordedAt,
    ...(JSON.parse(r.body) as object),
    kind: r.kind,
    at: r.at,
  }) as LogEntry;
/** Columns of an entry, for `entryOfRow`. */
const COLUMNS = 'l.seq, l.id, l.at, l.recorded_at AS recordedAt, l.kind, l.body';

export function derivedOf(db: Database.Database, now: () => Date, words: (e: LogEntry) => string): Derived {
  const sql = statements(db);
  const entries = (text: string, ...of: unknown[]): LogEntry[] => (sql(text).all(...of) as Row[]).map(entryOfRow);
  const heads = (): ReadonlySet<string> =>
    new Set(
      sql(`SELECT json_extract(body, '$.head.id') FROM bottles WHERE json_extract(body, '$.head.id') IS NOT NULL`)
        .pluck()
        .all() as string[],
    );
  /** What ledgers read of an entry that is at hand, written beside it. */
  const slimmed = (e: LogEntry): void =>
    void sql(`UPDATE log SET slim = ? WHERE seq = ? AND slim = ''`).run(JSON.stringify(slimOf(e)), e.seq);
  const table: AtHand = {
    all: (key) => entries(`SELECT ${COLUMNS} FROM at_hand a JOIN log l USING (seq) WHERE a.key = ? ORDER BY seq`, key),
    atHand: (key) =>
      entries(
        `SELECT ${COLUMNS} FROM at_hand a JOIN log l USING (seq)
         WHERE a.key = ? AND EXISTS (SELECT 1 FROM at_hand k WHERE k.seq = a.seq AND k.kept = 1) ORDER BY seq`,
        key,
      ),
    isKept: (e, butFor = '') =>
      sql('SELECT 1 FROM at_hand WHERE seq = ? AND kept = 1 AND key <> ? LIMIT 1').get(e.seq, butFor) !== undefined,
    keep(key, kept) {
      for (const e of kept) slimmed(e);
      sql('UPDATE at_hand SET kept = (seq IN (SELECT value FROM json_each(?))) WHERE key = ?').run(
        JSON.stringify(kept.map((e) => e.seq)),
        key,
      );
    },
  };
  const row = (key: string, e: LogEntry, kept: boolean): void =>
    void sql('INSERT OR REPLACE INTO at_hand (key, seq, at, kept) VALUES (?, ?, ?, ?)').run(
      key,
      e.seq,
      e.at,
      kept ? 1 : 0,
    );
  const putTally = (t: Tally): void =>
    void sql('INSERT OR REPLACE INTO tallies (key, body) VALUES (?, ?)').run(tallyKey(t), JSON.stringify(t));

  /** It no longer stands: out of every list, and what it counted with it. */
  function removed(was: LogEntry): void {
    sql('DELETE FROM at_hand WHERE seq = ?').run(was.seq);
    revise(keysOf(was), table, now(), heads());
    const t = tallyOf(was);
    if (!t) return;
    sql(`DELETE FROM tallies WHERE json_extract(body, '$.spot') IS ?`).run(t.spot);
    const same = t.spot ? table.all(`spot:${t.spot}`) : cleansWithoutSpot().filter((e) => e.id !== was.id);
    for (const left of talliesOf(same)) putTally(left);
  }
  const cleansWithoutSpot = (): LogEntry[] =>
    entries(
      `SELECT ${COLUMNS} FROM log l WHERE kind = 'clean' AND json_extract(body, '$.spot') IS NULL
       AND NOT EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id)`,
    );

  const listed = (text: string): string => `[${(sql(text).pluck().all() as string[]).join()}]`;

  let stale = false;
  const derived: Derived = {
    upset: () => void (stale = true),
    forget: () => void (stale = false),
    settle() {
      if (stale) derived.rebuild();
      stale = false;
    },
    noted(e) {
      sql('UPDATE log SET words = ? WHERE seq = ?').run(words(e), e.seq);
      sql('INSERT INTO log_words (rowid, words) VALUES (?, ?)').run(e.seq, words(e));
      const was = e.corrects
        ? entries(
            `SELECT ${COLUMNS} FROM log l WHERE id = ? AND EXISTS (SELECT 1 FROM log c WHERE c.corrects = l.id AND c.seq = ?)`,
            e.corrects,
            e.seq,
          )[0]
        : undefined;
      if (was && was.seq !== e.seq) removed(was);
      if (e.kind === 'undo') return;
      const wentOn = keysOf(e).every(
        (k) => sql('SELECT 1 FROM at_hand WHERE key = ? AND at > ? LIMIT 1').get(k, e.at) === undefined,
      );
      for (const key of keysOf(e)) row(key, e, false);
      putAtHand(e, wentOn, table, now(), heads());
      const t = tallyOf(e);
      if (!t) return;
      const had = sql('SELECT body FROM tallies WHERE key = ?').pluck().get(tallyKey(t)) as string | undefined;
      putTally(addTallies([t, ...(had ? [JSON.parse(had) as Tally] : [])])[0]!);
    },
    rebuild() {
      db.exec('DELETE FROM at_hand; DELETE FROM tallies; DELETE FROM derived');
      const log = entries(`SELECT ${COLUMNS} FROM log l ORDER BY seq`);
      const write = sql('UPDATE log SET words = ? WHERE seq = ?');
      for (const e of log) write.run(words(e), e.seq);
      db.exec(`INSERT INTO log_words (log_words) VALUES ('rebuild')`);
      for (const { key, entry, kept } of handOf(log, now(), heads()).rows()) {
        row(key, entry, kept);
        if (kept) slimmed(entry);
      }
      const gone = new Set(log.map((e) => e.corrects));
      for (const t of talliesOf(log.filter((e) => !gone.has(e.id)))) putTally(t);
      sql('INSERT INTO derived (version) VALUES (?)').run(VERSION);
    },
    isCurrent: () => sql('SELECT version FROM derived').pluck().get() === VERSION,
    kept: () => JSON.parse(derived.keptText()) as LogEntry[],
    keptText: () => listed('SELECT slim FROM log WHERE seq IN (SELECT seq FROM at_hand WHERE kept = 1) ORDER BY seq'),
    tallies: () => JSON.parse(derived.talliesText()) as Tally[],
    talliesText: () => listed('SELECT body FROM tallies ORDER BY key'),
  };
  return derived;
}
