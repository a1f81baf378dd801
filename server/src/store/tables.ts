import type { Door } from '@dolly-tub/core';
import { sql } from 'drizzle-orm';
import { blob, check, index, integer, primaryKey, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** Envelope of every record; what is not a column of its own lies in `body`, checked by the record's schema. */
const envelope = {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  createdAt: text('created_at').notNull(),
  updatedAt: text('updated_at').notNull(),
  deletedAt: text('deleted_at'),
  deletedWith: text('deleted_with'),
  body: text('body', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
};
const plain = (name: string) => sqliteTable(name, { ...envelope });

export const rooms = sqliteTable('rooms', { ...envelope });
export const spots = sqliteTable(
  'spots',
  {
    ...envelope,
    room: text('room')
      .notNull()
      .references(() => rooms.id),
  },
  (t) => [index('spots_room').on(t.room)],
);
export const kits = sqliteTable('kits', { ...envelope, room: text('room').references(() => rooms.id) });
export const stock = sqliteTable(
  'stock',
  {
    ...envelope,
    kit: text('kit')
      .notNull()
      .references(() => kits.id),
    item: text('item').notNull(),
    onHand: real('on_hand').notNull(),
  },
  (t) => [index('stock_kit').on(t.kit), check('stock_not_below_zero', sql`${t.onHand} >= 0`)],
);
export const bottles = sqliteTable('bottles', { ...envelope, kit: text('kit').references(() => kits.id) });
export const files = sqliteTable('files', {
  ...envelope,
  sha256: text('sha256').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
});

export const tables = {
  rooms,
  spots,
  kits,
  stock,
  bottles,
  products: plain('products'),
  materials: plain('materials'),
  soils: plain('soils'),
  tools: plain('tools'),
  members: plain('members'),
  shopping: plain('shopping'),
  runs: plain('runs'),
  files,
  settings: plain('settings'),
} as const satisfies Record<Door, unknown>;

/** Parents before children, own things before what is made of them; the other way round to clear. */
export const PARENTS_FIRST: readonly Door[] = [
  'settings',
  'members',
  'products',
  'materials',
  'soils',
  'tools',
  'files',
  'rooms',
  'kits',
  'spots',
  'stock',
  'bottles',
  'shopping',
  'runs',
];

export const log = sqliteTable(
  'log',
  {
    seq: integer('seq').primaryKey({ autoIncrement: true }),
    id: text('id').notNull().unique(),
    at: text('at').notNull(),
    recordedAt: text('recorded_at').notNull(),
    kind: text('kind').notNull(),
    body: text('body', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
    /** By which it is found: also the content of the full-text table `log_words`. */
    words: text('words').notNull().default(''),
    /** What ledgers read of it where it must be at hand, as JSON: what a page begins with is put together from these. */
    slim: text('slim').notNull().default(''),
    /** Of the body: the entry that it corrects or takes back. */
    corrects: text('corrects'),
  },
  (t) => [
    index('log_at').on(t.at, t.seq),
    index('log_corrects').on(t.corrects),
    index('log_kind').on(t.kind, t.at, t.seq),
  ],
);
export const changes = sqliteTable(
  'changes',
  {
    seq: integer('seq').primaryKey({ autoIncrement: true }),
    door: text('door').notNull(),
    id: text('id').notNull(),
    version: integer('version').notNull(),
    op: text('op').notNull(),
  },
  (t) => [index('changes_door').on(t.door, t.seq)],
);
/** Standing entries by the things whose ledgers they belong to; `kept` are those that must be at hand (core: kept.ts). */
export const atHand = sqliteTable(
  'at_hand',
  {
    key: text('key').notNull(),
    seq: integer('seq').notNull(),
    at: text('at').notNull(),
    kept: integer('kept').notNull(),
  },
  (t) => [primaryKey({ columns: [t.key, t.seq] }), index('at_hand_seq').on(t.seq, t.kept)],
);
/** What worked, counted (core: tally.ts). */
export const tallies = sqliteTable('tallies', {
  key: text('key').primaryKey(),
  body: text('body', { mode: 'json' }).$type<Record<string, unknown>>().notNull(),
});
/** By which version of the rules the derived tables were filled. */
export const derived = sqliteTable('derived', { version: integer('version').primaryKey() });
export const idempotency = sqliteTable(
  'idempotency',
  {
    key: text('key').notNull(),
    route: text('route').notNull(),
    bodyHash: text('body_hash').notNull(),
    status: integer('status').notNull(),
    answer: text('answer').notNull(),
    at: text('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.key, t.route] })],
);
