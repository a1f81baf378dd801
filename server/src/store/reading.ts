import { join } from 'node:path';
import {
  type Catalogue,
  catalogueOfHousehold,
  type Door,
  DOORS,
  type OwnLabelled,
  type RecordOf,
} from '@dolly-tub/core';
import Database from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import type { Reading } from '../compute/answers';
import { createLog } from './log';
import { createRepository, type Repository } from './repository';

const OWN = ['products', 'materials', 'soils', 'tools'] as const;
const NEEDED = ['settings', 'members', 'rooms', 'spots', 'kits', 'stock', 'runs'] as const satisfies readonly Door[];

/**
 * The household's file opened a second time, for reading only, by a thread that computes. What was read is kept until
 * the list of changes says that it is another: a question of a large house costs what one of a small house does.
 */
export function openForReading(dataDir: string, shipped: Catalogue): Reading & { close(): void } {
  const sqlite = new Database(join(dataDir, 'household.sqlite'), { readonly: true, fileMustExist: true });
  const db = { sqlite, orm: drizzle(sqlite), dataDir, damage: null, close: () => void sqlite.close() };
  const never = (): never => {
    throw new Error('nothing is written here');
  };
  const repos = {} as { [D in Door]: Repository<D> };
  for (const door of DOORS)
    (repos as Record<Door, unknown>)[door] = createRepository(door, db, never, never, () => repos);
  const log = createLog(db, never, never, repos, never);

  const lastChange = sqlite.prepare(
    `SELECT coalesce(max(seq), 0) FROM changes WHERE door IN (SELECT value FROM json_each(?)) OR door = '*'`,
  );
  const kept = new Map<string, { at: number; value: unknown }>();
  const asOf = <T>(name: string, doors: readonly string[], read: () => T): T => {
    const at = lastChange.pluck().get(JSON.stringify(doors)) as number;
    const had = kept.get(name);
    if (had && had.at === at) return had.value as T;
    const value = read();
    kept.set(name, { at, value });
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
    close: db.close,
  };
}
