import type { LogEntry, RecordOf } from '@dolly-tub/core';

/** A household after ten years of daily use, grown from another by a seed: how much of each thing, and the log of it. */
export interface Size {
  entries: number;
  spots: number;
  stock: number;
  bottles: number;
  own: number;
}
export const TEN_YEARS: Size = { entries: 50_000, spots: 300, stock: 600, bottles: 100, own: 500 };

interface Document {
  records: {
    rooms: RecordOf<'rooms'>[];
    spots: RecordOf<'spots'>[];
    kits: RecordOf<'kits'>[];
    stock: RecordOf<'stock'>[];
    bottles: RecordOf<'bottles'>[];
  };
  log: LogEntry[];
}
const DAY_MS = 86_400_000;
/** Tools of a room. */
const PIECES = 12;

/** The export document of a household `size` large, after the pattern of `of`; the same seed gives the same. */
export function grown<D extends Document>(of: D, size: Size, now: Date, seed = 7): D {
  let x = seed;
  const r = (): number => ((x = (x * 48271) % 2147483647) - 1) / 2147483646;
  const pick = <T>(all: readonly T[]): T => all[Math.floor(r() * all.length)]!;
  const id = (kind: number, n: number): string =>
    `0193b000-0000-7${kind.toString(16).padStart(3, '0')}-8000-${n.toString(16).padStart(12, '0')}`;
  /** So many of a list: those that there are, and then more after their pattern. */
  const many = <T extends { id: string }>(
    all: readonly T[],
    n: number,
    kind: number,
    like: (t: T, i: number) => T,
  ): T[] =>
    Array.from({ length: n }, (_, i) =>
      i < all.length ? all[i]! : { ...like(all[i % all.length]!, i), id: id(kind, i) },
    );

  const { records } = of;
  const rooms = many(records.rooms, Math.ceil(size.spots / 12), 1, (t, i) => ({
    ...t,
    name: `${t.name} ${i}`,
    order: i,
  }));
  const spots = many(records.spots, size.spots, 2, (t, i) => ({
    ...t,
    name: `${t.name} ${i}`,
    room: rooms[i % rooms.length]!.id,
    neighbours: [],
  }));
  const stock = many(records.stock, size.stock, 3, (t) => ({ ...t, position: 0, kit: pick(records.kits).id }));
  const bottles = many(records.bottles, size.bottles, 4, (t, i) => ({
    ...t,
    name: `${t.name} ${i}`,
    ...(t.head ? { head: { ...t.head, id: `head-${i}` } } : {}),
  }));
  // own things of each kind, after what a house would really add: the nearest of the catalogue, under its own name
  const BASES = {
    products: ['dish-detergent', 'white-vinegar', 'all-purpose-spray', 'glass-cleaner-alcohol', 'laundry-liquid'],
    materials: ['marble', 'glazed-tile', 'oiled-wood', 'stainless-steel', 'cotton'],
    soils: ['dust', 'limescale', 'fresh-grease', 'coffee'],
    tools: ['microfibre-cloth', 'cotton-cloth', 'flat-mop', 'toothbrush'],
  } as const;
  const own = Object.fromEntries(
    Object.entries(BASES).map(([door, bases], kind) => [
      door,
      Array.from({ length: Math.round(size.own / 4) }, (_, i) => ({
        id: id(10 + kind, i),
        version: 1,
        createdAt: now.toISOString(),
        updatedAt: now.toISOString(),
        name: `own ${door} ${i}`,
        basedOn: bases[i % bases.length],
        changes: {},
      })),
    ]),
  );

  const cleans = of.log.filter((e) => e.kind === 'clean');
  const others = of.log.filter((e) => !['clean', 'undo', 'damage'].includes(e.kind) && !e.corrects);
  const damage = of.log.filter((e) => e.kind === 'damage');
  const began = now.getTime() - 3652 * DAY_MS;
  const log = Array.from({ length: size.entries }, (_, i): LogEntry => {
    const at = new Date(began + ((now.getTime() - began) * (i + 1)) / size.entries).toISOString();
    const like = i % 1000 === 7 ? pick(damage) : i % 3 === 2 ? pick(others) : pick(cleans);
    const { did: _did, moves: _moves, run: _run, ...rest } = like;
    const spot = rest.spot ? pick(spots) : null;
    // each room has its own few cloths and brushes
    const mine = spot ? rooms.findIndex((room) => room.id === spot.room) * PIECES : 0;
    return {
      ...rest,
      id: id(6, i),
      seq: i + 1,
      at,
      recordedAt: at,
      ...(spot ? { spot: spot.id, names: { ...rest.names, spot: spot.name } } : {}),
      ...(rest.tools
        ? { tools: rest.tools.map(() => stock[(mine + Math.floor(r() * PIECES)) % stock.length]!.id) }
        : {}),
      ...(rest.bottle ? { bottle: pick(bottles).id } : {}),
    };
  });
  return { ...of, records: { ...records, ...own, rooms, spots, stock, bottles }, log };
}
