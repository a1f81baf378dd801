import type Database from 'better-sqlite3';

/** Statements made when they are first used, and once: a damaged file may have none of the tables they name. */
export function statements(db: Database.Database): (text: string) => Database.Statement {
  const made = new Map<string, Database.Statement>();
  return (text) => {
    let s = made.get(text);
    if (!s) made.set(text, (s = db.prepare(text)));
    return s;
  };
}
