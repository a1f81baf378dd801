import { join } from 'node:path';
import {
  type Catalogue,
  catalogueOfHousehold,
  type Door,
  DOORS,
  type LogEntry,
  type OwnLabelled,
  type RecordOf,
} from '@dolly-tub/core';
import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import type { Reading } from '../compute/answers';
import { createLog, type LogStore } from './log';
import { createRepository, type Repository } from './repository';

/** The household's file opened once more, for reading only. */
function opened(dataDir: string): {
  sqlite: Database.Database;
  repos: { [D in Door]: Repository<D> };
  log: LogStore;
} {
  const sqlite = new Database(join(dataDir, 'household.sqlite'), { readonly: true, fileMustExist: true });
  const db = { sqlite, orm: drizzle(sqlite), dataDir, damage: null, close: () => void sqlite.close() };
  const never = (): never => {
    throw new Error('nothing is written here');
  };
  const repos = {} as { [D in Door]: Repository<D> };
  for (const door of DOORS)
    (repos as Record<Door, unknown>)[door] = createRepository(door, db, never, never, () => repos);
  return { sqlite, repos, log: createLog(db, never, never, repos, never) };
}

/** Everything of the household as it was when this was opened, a few rows at a time. */
export interface Rows {
  records(door: Door, atATime: number): Iterable<{ id: string }>;
  /** A file with its bytes. */
  photo(id: string): unknown;
  log(atATime: number): Iterable<LogEntry>;
  close(): void;
}
export function rowsForReading(dataDir: string): Rows {
  const { sqlite, repos, log } = opened(dataDir);
  // what others write from now on is not seen until this ends
  sqlite.exec('BEGIN');
  return {
    *records(door, atATime) {
      for (let after: string | null | undefined = null; after !== undefined;) {
        const page: { items: { id: string }[]; next?: string } = repos[door].list(atATime, after);
        yield* page.items;
        after = page.next;
      }
    },
    photo: (id) => repos.files.get(id),
    *log(atATime) {
      for (let page = log.after(0, atATime); page.length; page = log.after(page.at(-1)!.seq, atATime)) yield* page;
    },
    close: () => void sqlite.close(),
  };
}

const OWN = ['products', 'materials', 'soils', 'tools'] as const;
const NEEDED = ['settings', 'members', 'rooms', 'spots', 'kits', 'stock', 'runs'] as const satisfies readonly Door[];

/**
 * What a thread that computes reads of the household. What was read is kept until the list of changes says that it is
 * another: a question of a large house costs what one of a small house does.
 */
export function openForReading(dataDir: string, shipped: Catalogue): Reading & { close(): void } {
  const { sqlite, repos, log } = opened(dataDir);
  const lastChange = sqlite
    .prepare(`SELECT coalesce(max(seq), 0) FROM changes WHERE door IN (SELECT value FROM json_each(?)) OR door = '*'`)
    .pluck();
  const kept = new Map<string, { seen: number; at: number; value: unknown }>();
  const asOf = <T>(name: string, doors: readonly string[], read: () => T): T => {
    const had = kept.get(name);
    // nobody has written anything since
    const seen = sqlite.pragma('data_version', { simple: true }) as number;
    if (had?.seen === seen) return had.value as T;
    const at = lastChange.get(JSON.stringify(doors)) as number;
    const value = had && had.at === at ? (had.value as T) : read();
    kept.set(name, { seen, at, value });
    return value;
  };
  const all = <D extends Door>(door: D): RecordOf<D>[] => asOf(door, [door], () => repos[door].all());
  const atOnce = <T>(read: () => T): (() => T) => sqlite.transaction(read);

  return {
    catalogue: atOnce(() =>
      asOf('catalogue', OWN, () =>
        catalogueOfHousehold(
          shipped,
          Object.fromEntries(OWN.map((d) => [d, all(d)])) as unknown as Record<(typeof OWN)[number], OwnLabelled[]>,
        ),
      ),
    ),
    household: atOnce(() => {
      const read = Object.fromEntries(NEEDED.map((d) => [d, all(d)])) as {
        [D in (typeof NEEDED)[number]]: RecordOf<D>[];
      };
      return {
        ...read,
        settings: read.settings[0] ?? null,
        log: asOf('log', ['log'], log.derived.kept),
        tallies: asOf('tallies', ['log'], log.derived.tallies),
      };
    }),
    bottle: (id) => repos.bottles.get(id),
    spot: (id) => repos.spots.get(id),
    close: () => void sqlite.close(),
  };
}
