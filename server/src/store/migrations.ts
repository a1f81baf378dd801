import type Database from 'better-sqlite3';

/**
 * Numbered migrations, oldest first; the store's number is SQLite's user_version. The same list carries
 * an older export forward (`record`), so that file and store share one history.
 */
export interface Migration {
  number: number;
  says: string;
  sql: string;
}
const ENVELOPE = `id TEXT PRIMARY KEY, version INTEGER NOT NULL, created_at TEXT NOT NULL, updated_at TEXT NOT NULL, deleted_at TEXT, deleted_with TEXT, body TEXT NOT NULL CHECK (json_valid(body))`;

export const MIGRATIONS: readonly Migration[] = [
  {
    number: 1,
    says: 'records, log, changes, idempotency',
    sql: `
CREATE TABLE rooms (${ENVELOPE}) STRICT;
CREATE TABLE spots (${ENVELOPE}, room TEXT NOT NULL REFERENCES rooms(id)) STRICT;
CREATE INDEX spots_room ON spots(room);
CREATE TABLE kits (${ENVELOPE}, room TEXT REFERENCES rooms(id)) STRICT;
CREATE TABLE stock (${ENVELOPE}, kit TEXT NOT NULL REFERENCES kits(id), item TEXT NOT NULL, on_hand REAL NOT NULL, CONSTRAINT stock_not_below_zero CHECK (on_hand >= 0)) STRICT;
CREATE INDEX stock_kit ON stock(kit);
CREATE TABLE bottles (${ENVELOPE}, kit TEXT REFERENCES kits(id)) STRICT;
CREATE TABLE files (${ENVELOPE}, sha256 TEXT NOT NULL, bytes BLOB NOT NULL) STRICT;
${['products', 'materials', 'soils', 'tools', 'members', 'shopping', 'runs', 'settings'].map((t) => `CREATE TABLE ${t} (${ENVELOPE}) STRICT;`).join('\n')}
CREATE TABLE log (seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, at TEXT NOT NULL, recorded_at TEXT NOT NULL, kind TEXT NOT NULL, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE INDEX log_at ON log(at, seq);
CREATE TABLE changes (seq INTEGER PRIMARY KEY AUTOINCREMENT, door TEXT NOT NULL, id TEXT NOT NULL, version INTEGER NOT NULL, op TEXT NOT NULL) STRICT;
CREATE TABLE idempotency (key TEXT NOT NULL, route TEXT NOT NULL, body_hash TEXT NOT NULL, status INTEGER NOT NULL, answer TEXT NOT NULL, at TEXT NOT NULL, PRIMARY KEY (key, route)) STRICT;
`,
  },
  {
    number: 2,
    says: 'instants of the log in UTC to the millisecond; one that no clock can hold becomes when it was written down',
    sql: `
UPDATE log SET at = COALESCE(strftime('%Y-%m-%dT%H:%M:%fZ', at), recorded_at);
UPDATE log SET at = recorded_at WHERE at < '1970' OR at >= '2200';
`,
  },
  {
    number: 3,
    says: 'what must be at hand of a long log, what worked, and words to find entries by; filled from the log on opening',
    sql: `
ALTER TABLE log ADD COLUMN words TEXT NOT NULL DEFAULT '';
ALTER TABLE log ADD COLUMN corrects TEXT;
UPDATE log SET corrects = json_extract(body, '$.corrects');
CREATE INDEX log_corrects ON log(corrects);
CREATE INDEX log_kind ON log(kind, at, seq);
CREATE TABLE at_hand (key TEXT NOT NULL, seq INTEGER NOT NULL, at TEXT NOT NULL, kept INTEGER NOT NULL, PRIMARY KEY (key, seq)) STRICT;
ALTER TABLE log ADD COLUMN slim TEXT NOT NULL DEFAULT '';
CREATE INDEX at_hand_seq ON at_hand(seq, kept);
CREATE TABLE tallies (key TEXT PRIMARY KEY, body TEXT NOT NULL CHECK (json_valid(body))) STRICT;
CREATE TABLE derived (version INTEGER PRIMARY KEY) STRICT;
CREATE VIRTUAL TABLE log_words USING fts5(words, content='log', content_rowid='seq', tokenize='unicode61 remove_diacritics 2');
CREATE INDEX changes_door ON changes(door, seq);
`,
  },
];
export const STORE_VERSION = MIGRATIONS[MIGRATIONS.length - 1]!.number;

/** Bring a store of a version forward to the newest, one migration a transaction. */
export function migrate(sqlite: Database.Database, version: number, upTo = STORE_VERSION): void {
  for (const m of MIGRATIONS) {
    if (m.number <= version || m.number > upTo) continue;
    sqlite.transaction(() => {
      sqlite.exec(m.sql);
      sqlite.pragma(`user_version = ${m.number}`);
    })();
  }
}
