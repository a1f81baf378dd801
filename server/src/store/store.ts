import { EventEmitter } from 'node:events';
import { type Door, DOORS, type LogEntry, wordsOf, DAY_MS } from '@dolly-tub/core';
import { gt, lt, sql } from 'drizzle-orm';
import { dropCopy, readCopy, replaceBy } from './bring-back';
import { copiesIn, type Copy, damageOf, fileOf, pruneCopies, type Reason, removeCopies, takeCopy } from './copies';
import { createLog, type LogStore } from './log';
import { type Db, openStore } from './open';
import { type Change, createRepository, type Repository } from './repository';
import { type Since, swapIn, withStaged } from './swap';
import { changes, idempotency, log, PARENTS_FIRST, tables } from './tables';

export type Repositories = { [D in Door]: Repository<D> };
export interface Store {
  db: Db;
  repos: Repositories;
  log: LogStore;
  /** Run in one transaction; changes are told to listeners only once it is on disk. */
  transaction<T>(work: () => T): T;
  changesAfter(seq: number, limit: number): Change[];
  lastSeq(): number;
  firstSeq(): number;
  onChange(listener: (c: Change) => void): () => void;
  /** Nobody has ever kept anything here. */
  isNew(): boolean;
  /** Nothing is kept here but the plain settings that it began with. */
  isBlank(): boolean;
  /** Why nothing may be written, in a sentence; null when all is well. */
  damage: string | null;
  /** Everything, in one transaction; afterwards the household has its plain settings again. */
  empty(): void;
  /** After emptying: nothing of what was is left in any file of the folder. */
  leaveNothing(): void;
  copies(): Copy[];
  isDamaged(copy: string): boolean;
  /** A copy of everything as it is now; null where there is nothing to lose. */
  takeCopy(reason: Reason): Copy | null;
  /** Everything as a copy has it, in one transaction. */
  bringBack(id: string): void;
  /** What was staged beside the household, put in by `put` within a transaction of the caller's. */
  takeIn(file: string, since: Since, work: (put: () => void) => void): void;
  /** Settings of a household that nobody has set up yet. */
  settle(): void;
  /**
   * What a page begins with, at one moment, as JSON text: every record but files, the entries of the log that must be at
   * hand, what worked, up to which entry and which change that is, and why nothing can be written where that is so.
   */
  atHand(): string;
  /** The part of it that is of the log. */
  logAtHand(): string;
  close(): void;
}

const FIRST_SETTINGS = {
  name: 'My household',
  timeZone: 'UTC',
  locale: 'en-GB',
  measureSystem: 'metric',
  currency: 'EUR',
  theme: 'system',
  waterHardness_mgL: 150,
  septic: false,
  stances: {},
  emergency: { number: '', poisonCentre: '' },
  measures: [],
  colourClasses: [
    { letter: 'T', texture: 'smooth', colour: 'red', name: 'toilet' },
    { letter: 'B', texture: 'ribbed', colour: 'blue', name: 'basin and bath' },
    { letter: 'K', texture: 'waffle', colour: 'green', name: 'kitchen' },
    { letter: 'G', texture: 'plain', colour: 'grey', name: 'everywhere else' },
  ],
};
/** Nothing is written to a damaged file. */
export class ReadOnly extends Error {}

const KEEP_CHANGES = 20000;
const KEEP_KEYS_DAYS = 30;

/** `words` are those by which an entry of the log is found. */
export function createStore(
  dataDir: string,
  now: () => Date,
  words: (e: LogEntry) => string = (e) => wordsOf(e, new Map()),
): Store {
  const db = openStore(dataDir, now);
  if (db.damage === null) {
    prune(db, now());
    pruneCopies(dataDir, now());
  }
  const emitter = new EventEmitter();
  emitter.setMaxListeners(1000);
  let pending: Change[] = [];
  let depth = 0;
  const onChange = (c: Change): void => void pending.push(c);
  const repos = {} as Record<Door, unknown>;
  for (const door of DOORS) repos[door] = createRepository(door, db, now, onChange, () => repos as Repositories);
  const typed = repos as Repositories;
  /** Tell that everything is another than it was. */
  const anew = (): void => {
    const c = db.orm.insert(changes).values({ door: '*', id: '*', version: 0, op: 'delete' }).returning().get();
    onChange({ ...c, op: 'delete' });
  };
  const logText = (): string => {
    const { derived, last } = store.log;
    return `"log":${derived.keptText()},"tallies":${derived.talliesText()},"upTo":${last()}`;
  };
  const store: Store = {
    db,
    repos: typed,
    log: createLog(db, now, onChange, typed, words),
    transaction<T>(work: () => T): T {
      if (depth > 0) return work();
      if (db.damage !== null) throw new ReadOnly(db.damage);
      depth++;
      try {
        const result = db.sqlite
          .transaction(() => {
            const r = work();
            store.log.derived.settle();
            return r;
          })
          .immediate();
        const told = pending;
        pending = [];
        for (const c of told) emitter.emit('change', c);
        return result;
      } catch (e) {
        pending = [];
        store.log.derived.forget();
        throw e;
      } finally {
        depth--;
      }
    },
    changesAfter: (seq, limit) =>
      db.orm.select().from(changes).where(gt(changes.seq, seq)).orderBy(changes.seq).limit(limit).all() as Change[],
    lastSeq: () =>
      db.orm
        .select({ s: sql<number>`coalesce(max(${changes.seq}), 0)` })
        .from(changes)
        .get()!.s,
    firstSeq: () =>
      db.orm
        .select({ s: sql<number>`coalesce(min(${changes.seq}), 1)` })
        .from(changes)
        .get()!.s,
    onChange(listener) {
      emitter.on('change', listener);
      return () => emitter.off('change', listener);
    },
    isNew: () => typed.settings.get('household') === null && store.lastSeq() === 0,
    isBlank: () =>
      (typed.settings.get('household')?.version ?? 1) === 1 &&
      [...DOORS.filter((d) => d !== 'settings').map((d) => tables[d]), log].every(
        (t) =>
          db.orm
            .select({ one: sql`1` })
            .from(t)
            .limit(1)
            .get() === undefined,
      ),
    damage: db.damage,
    empty() {
      store.transaction(() => {
        for (const t of [...PARENTS_FIRST].reverse()) db.orm.delete(tables[t]).run();
        db.sqlite.exec('DELETE FROM log');
        store.log.derived.upset();
        anew();
        store.settle();
      });
    },
    leaveNothing() {
      db.sqlite.exec('DELETE FROM idempotency; DELETE FROM changes WHERE seq < (SELECT max(seq) FROM changes)');
      removeCopies(dataDir);
      db.sqlite.pragma('secure_delete = ON');
      db.sqlite.exec('VACUUM');
      db.sqlite.pragma('wal_checkpoint(TRUNCATE)');
    },
    copies: () => copiesIn(dataDir),
    isDamaged: (copy) => damageOf(fileOf(dataDir, copy)) !== null,
    takeCopy: (reason) => (store.isBlank() ? null : takeCopy(db.sqlite, dataDir, reason, now())),
    bringBack(id) {
      const copy = readCopy(dataDir, id);
      try {
        store.transaction(() => {
          replaceBy(db.sqlite, copy);
          store.log.derived.upset();
          anew();
        });
      } finally {
        copy.close();
        dropCopy(dataDir, id);
      }
    },
    takeIn: (file, since, work) =>
      withStaged(db.sqlite, file, () =>
        work(() => {
          swapIn(db.sqlite, since, store.log.derived);
          anew();
        }),
      ),
    settle: () => void typed.settings.create({ ...FIRST_SETTINGS }, 'household'),
    logAtHand: () => db.sqlite.transaction(() => `{${logText()}}`)(),
    atHand: () =>
      db.sqlite.transaction(() => {
        const records = Object.fromEntries(DOORS.map((d) => [d, d === 'files' ? [] : typed[d].all()]));
        const damage = db.damage === null ? '' : `,"damage":${JSON.stringify(db.damage)}`;
        return `{"records":${JSON.stringify(records)},${logText()},"seq":${store.lastSeq()}${damage}}`;
      })(),
    close: () => db.close(),
  };
  if (db.damage === null && !store.log.derived.isCurrent()) store.transaction(store.log.derived.rebuild);
  return store;
}

/** Keys older than they are promised for, and changes further back than a page is ever told. */
function prune(db: Db, now: Date): void {
  const old = new Date(now.getTime() - KEEP_KEYS_DAYS * DAY_MS).toISOString();
  db.orm.delete(idempotency).where(lt(idempotency.at, old)).run();
  db.orm
    .delete(changes)
    .where(sql`${changes.seq} < (SELECT coalesce(max(seq), 0) FROM changes) - ${KEEP_CHANGES}`)
    .run();
}
