import type Database from 'better-sqlite3';
import { statements } from './statements';

/** A page of the log, newest first; `find` are words that an entry must hold, each at least as the beginning of one. */
export interface LogQuery {
  limit: number;
  after: string | null;
  kind: string | null;
  /** Of every kind but this. */
  without?: string | null;
  since: string | null;
  find?: string | null;
  spot?: string | null;
}

/** Objects as JSON text put together into one. */
const joined = (...objects: string[]): string =>
  `{${objects
    .map((o) => o.slice(1, -1))
    .filter(Boolean)
    .join()}}`;
/** So many entries found are too many to sort for one page of them. */
const MANY = 200;
/** Words as a question of the full-text table: each quoted, each a beginning; null where there is none. */
function matchOf(find: string): string | null {
  const words = find.match(/[\p{L}\p{N}]+/gu) ?? [];
  return words.length ? words.map((w) => `"${w}"*`).join(' ') : null;
}

interface Row {
  head: string;
  body: string;
  tail: string;
  undone: 0 | 1;
  at: string;
  seq: number;
}

/**
 * Pages of the log as JSON text, `{items, next?}`; what an entry did is for taking it back, and left out. From the file
 * to the answer it stays text, by statements that are made once: ten years make a page hardly slower than ten days.
 */
export function logPages(db: Database.Database): (q: LogQuery) => string {
  const sql = statements(db);
  return ({ limit, after, kind, without, since, find, spot }) => {
    const where: string[] = [];
    const given: (string | number)[] = [];
    const only = (clause: string, ...values: (string | number)[]): void => {
      where.push(clause);
      given.push(...values);
    };
    if (kind) only('kind = ?', kind);
    if (without) only('kind <> ?', without);
    if (since) only('at >= ?', since);
    if (spot) only('seq IN (SELECT seq FROM at_hand WHERE key = ?)', `spot:${spot}`);
    const asked = matchOf(find ?? '');
    if (asked) {
      const found = 'SELECT rowid FROM log_words WHERE log_words MATCH ?';
      const few = sql(`${found} LIMIT ?`).pluck().all(asked, MANY) as number[];
      // where much is found, walking from the newest meets a page of it soon; the plus keeps it from being sorted whole
      if (few.length < MANY) only('seq IN (SELECT value FROM json_each(?))', JSON.stringify(few));
      else only(`+seq IN (${found})`, asked);
    }
    if (after) {
      const [at, seq] = Buffer.from(after, 'base64url').toString().split('|');
      only('(at, seq) < (?, ?)', at ?? '', Number(seq) || 0);
    }
    const rows = sql(
      `SELECT json_object('id', id, 'seq', seq, 'recordedAt', recorded_at) AS head, json_remove(body, '$.did') AS body,
         json_object('kind', kind, 'at', at) AS tail, at, seq,
         EXISTS (SELECT 1 FROM log c WHERE c.corrects = log.id AND c.kind = 'undo') AS undone
       FROM log ${where.length ? `WHERE ${where.join(' AND ')}` : ''} ORDER BY at DESC, seq DESC LIMIT ?`,
    ).all(...given, limit + 1) as Row[];
    const page = rows.slice(0, limit);
    const last = page[page.length - 1];
    const items = page.map((r) => joined(r.head, r.body, r.tail, r.undone ? '{"undone":true}' : '{}'));
    const next = rows.length > limit && last ? Buffer.from(`${last.at}|${last.seq}`).toString('base64url') : null;
    return `{"items":[${items.join()}]${next === null ? '' : `,"next":${JSON.stringify(next)}`}}`;
  };
}
