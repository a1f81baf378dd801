import type { Barred, Evidence, Last } from '../method';
import type { Fill, LogEntry } from './records';
import { nightsBetween } from '../time';
import { BARRED, barKey, keysOf } from './kept';
import { evidenceOfTallies, talliesOf } from './tally';

/** Entries that still stand: corrections and undos take the place of what they correct. Newest first, by the clock. */
export const standing = (log: readonly LogEntry[]): readonly LogEntry[] => sorted(log).all.byClock;

/** Those of them that belong to some things, as `keysOf` names them. */
export const standingOf = (log: readonly LogEntry[], ...keys: string[]): readonly LogEntry[] =>
  ordersOf(log, keys).byClock;

interface Orders {
  /** By what the clock said, and by when they were written; newest first. */
  byClock: readonly LogEntry[];
  byWriting: readonly LogEntry[];
  /** The clock never went back: one order is both. */
  alike: boolean;
}
/** Instants are compared as numbers. */
function ordersIn(entries: readonly LogEntry[]): Orders {
  const ms = new Map(entries.map((e) => [e, Date.parse(e.at)]));
  const byWriting = [...entries].sort((a, b) => b.seq - a.seq);
  const byClock = [...entries].sort((a, b) => ms.get(b)! - ms.get(a)! || b.seq - a.seq);
  return { byClock, byWriting, alike: byClock.every((e, i) => e === byWriting[i]) };
}
interface Sorted {
  all: Orders;
  /** Entries of each thing, and their orders once somebody asked. */
  of: Map<string, LogEntry[]>;
  orders: Map<string, Orders>;
}
/** A log is replaced, never changed: it is sorted once, however many ask. */
const known = new WeakMap<readonly LogEntry[], Sorted>();
function sorted(log: readonly LogEntry[]): Sorted {
  let s = known.get(log);
  if (!s) {
    const gone = new Set(log.map((e) => e.corrects).filter((x): x is string => Boolean(x)));
    const all = ordersIn(log.filter((e) => !gone.has(e.id) && e.kind !== 'undo'));
    const of = new Map<string, LogEntry[]>();
    for (const e of all.byClock)
      for (const k of keysOf(e)) {
        const had = of.get(k);
        if (had) had.push(e);
        else of.set(k, [e]);
      }
    known.set(log, (s = { all, of, orders: new Map() }));
  }
  return s;
}
function ordersOf(log: readonly LogEntry[], keys: readonly string[]): Orders {
  const s = sorted(log);
  const name = keys.join('|');
  let o = s.orders.get(name);
  if (!o) s.orders.set(name, (o = ordersIn([...new Set(keys.flatMap((k) => s.of.get(k) ?? []))])));
  return o;
}

/** Something met, with its name as it was then. */
export type Met = Last & { at: string; name: string };
/** Rinsed and this many nights back it no longer counts. */
const FORGOTTEN_NIGHTS = 60;

/**
 * What a spot last met: the latest use of each product, how often it was rinsed (then or since), and how many
 * nights ago. Derived from the log, never stored. Products more than 60 nights back and rinsed are left out.
 */
export function ledgerOfSpot(log: readonly LogEntry[], spot: string, now: Date, timeZone: string): Met[] {
  return met(ordersOf(log, [`spot:${spot}`]), now, timeZone, (e) => {
    const product = e.kind === 'clean' || e.kind === 'test-spot' ? e.method?.product : null;
    const all = e.kind === 'rinse';
    return { products: product ? [product] : [], times: all ? (e.rinsed ?? 1) : (e.rinsed ?? 0), all };
  });
}

/** What a piece of stock (a sponge, a brush) has been wet with, and whether it was rinsed since. */
export function ledgerOfTool(log: readonly LogEntry[], piece: string, now: Date, timeZone: string): Met[] {
  return met(ordersOf(log, [`tool:${piece}`]), now, timeZone, (e) => {
    const product = e.kind === 'clean' || e.kind === 'test-spot' ? e.method?.product : null;
    const times = e.toolsRinsed ?? (e.kind === 'rinse' ? (e.rinsed ?? 1) : 0);
    return { products: product ? [product] : [], times, all: times > 0 };
  });
}

/**
 * What a sprayer head has met: what is in the bottle it sits on, what was mixed there since it came, and what was in
 * the bottles that it left.
 */
export function ledgerOfHead(
  log: readonly LogEntry[],
  head: string,
  on: { id: string; fill?: Fill | null } | null,
  now: Date,
  timeZone: string,
): Met[] {
  const keys = [`tool:${head}`, ...(on ? [`bottle:${on.id}`] : [])];
  const came = standingOf(log, `tool:${head}`).find((e) => e.kind === 'head-moved');
  const since = came ? Date.parse(came.at) : -Infinity;
  const past = met(ordersOf(log, keys), now, timeZone, (e) => {
    const here = e.kind === 'mix' && e.bottle === on?.id && (Date.parse(e.at) >= since || e.seq > (came?.seq ?? 0));
    if (!e.tools?.includes(head) && !here) return null;
    const times = e.toolsRinsed ?? (e.kind === 'rinse' ? (e.rinsed ?? 1) : 0);
    return {
      products: e.kind === 'head-moved' || here ? (e.fill?.parts.map((p) => p.item) ?? []) : [],
      times,
      all: times > 0,
    };
  });
  if (!on?.fill) return past;
  const inside = on.fill.parts.map((p): Met => ({
    product: p.item,
    name: p.item,
    rinsed: false,
    daysAgo: nightsBetween(on.fill!.mixedAt, now, timeZone),
    at: on.fill!.mixedAt,
  }));
  return [...inside, ...past.filter((p) => !inside.some((i) => i.product === p.product))];
}

/** What an entry says of a ledger: what came onto it, how often it was rinsed, and whether that took all before it along. */
interface Look {
  products: readonly string[];
  times: number;
  all: boolean;
}
/** After the clock went back nobody knows which came first: the worse of the order by clock and the order of writing. */
function met(
  { byClock, byWriting, alike }: Orders,
  now: Date,
  timeZone: string,
  look: (e: LogEntry) => Look | null,
): Met[] {
  const one = forget(walk(byClock, now, timeZone, look));
  if (alike) return one;
  // what is forgotten in one order has no say in the other
  const other = new Map(forget(walk(byWriting, now, timeZone, look)).map((m) => [m.product, m]));
  const both = one.map((m) => (other.has(m.product) ? worse(m, other.get(m.product)!) : m));
  return [...both, ...[...other.values()].filter((m) => !one.some((x) => x.product === m.product))];
}
const forget = (all: Met[]): Met[] => all.filter((m) => !(m.rinsed && m.daysAgo > FORGOTTEN_NIGHTS));
/** Of two accounts of the same residue, the less rinsed and the later in everything. */
function worse(a: Met, b: Met): Met {
  if (!a.rinsed || !b.rinsed) {
    const { times: _t, rinsedDaysAgo: _n, rinsedAt: _a, ...bare } = Date.parse(a.at) >= Date.parse(b.at) ? a : b;
    return {
      ...bare,
      rinsed: false,
      daysAgo: Math.min(a.daysAgo, b.daysAgo),
      aired: Boolean(a.aired && b.aired),
      sworn: false,
    };
  }
  const late = Date.parse(a.rinsedAt!) >= Date.parse(b.rinsedAt!) ? a : b;
  return {
    ...late,
    times: Math.min(a.times!, b.times!),
    daysAgo: Math.min(a.daysAgo, b.daysAgo),
    rinsedDaysAgo: Math.min(a.rinsedDaysAgo!, b.rinsedDaysAgo!),
    aired: Boolean(a.aired && b.aired),
    sworn: Boolean(a.sworn && b.sworn),
  };
}

/** Walk back through the log: the latest of each product, with the rinses that it got then and since. */
function walk(entries: readonly LogEntry[], now: Date, timeZone: string, look: (e: LogEntry) => Look | null): Met[] {
  const seen = new Map<string, Met>();
  // of rinses that took all along, seen so far on the way back
  const since = { times: 0, at: '', aired: false, sworn: false };
  for (const e of entries) {
    const found = look(e);
    if (!found) continue;
    if (found.all && found.times > 0) {
      since.times += found.times;
      if (!since.at || Date.parse(e.at) > Date.parse(since.at)) since.at = e.at;
    }
    since.aired ||= found.all && Boolean(e.aired);
    // a rinse of its own, twice and aired, is the person's own word
    since.sworn ||= e.kind === 'rinse' && found.times >= 2 && Boolean(e.aired);
    for (const product of found.products) {
      if (seen.has(product)) continue;
      const own = found.all ? 0 : found.times;
      const times = since.times + own;
      const rinsedAt = since.at || (own > 0 ? e.at : '');
      seen.set(product, {
        product,
        rinsed: times > 0,
        daysAgo: nightsBetween(e.at, now, timeZone),
        at: e.at,
        name: e.names?.['product'] ?? product,
        ...(times > 0 ? { times, rinsedAt, rinsedDaysAgo: nightsBetween(rinsedAt, now, timeZone) } : {}),
        aired: since.aired || Boolean(e.aired),
        sworn: since.sworn,
      });
    }
  }
  return [...seen.values()];
}

/** Hit counts by mechanism, soil and face, from cleans that were answered worked, partly, not or damaged. */
export const evidenceOf = (log: readonly LogEntry[]): readonly Evidence[] =>
  evidenceOfTallies(talliesOf(standing(log)));

/** Products and tools barred on a face because of noted damage, each once. */
export function barredOf(log: readonly LogEntry[]): Barred[] {
  const once = new Map(standingOf(log, BARRED).map((e) => [barKey(e), e]));
  // in an order of their own: which of two damages alike is at hand must not show
  const bars = [...once].sort(([a], [b]) => (a < b ? -1 : 1));
  return bars.map(([, e]) => ({
    product: e.method?.product ?? null,
    tool: e.method?.tool ?? null,
    material: e.question!.material,
    finish: e.question!.finish ?? null,
  }));
}

/** When a spot was last cleaned, or null. */
export const lastDone = (log: readonly LogEntry[], spot: string): LogEntry | null =>
  standingOf(log, `spot:${spot}`).find((e) => e.kind === 'clean') ?? null;
