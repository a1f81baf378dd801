import { DAY_MS } from '../time';
import type { LogEntry } from './records';

/**
 * Which entries of a log must be at hand, so that everything that is derived from the log comes out as from the whole of
 * it: what spots, tools and heads carry, when a spot was last done, what is barred. Ten years of entries become a few of
 * each thing. `keysOf` and `neededOf` are of one spot, tool or bottle each, so that one more entry asks for its own few
 * only; `keptOf` is all of it at once.
 */

/** Damage that was noted, which bars for good. */
export const BARRED = 'barred';

/** The things whose ledgers an entry belongs to: `spot:`, `tool:` (heads too), `bottle:`, and the list of what is barred. */
export function keysOf(e: LogEntry): string[] {
  return [
    ...(e.spot ? [`spot:${e.spot}`] : []),
    ...new Set((e.tools ?? []).map((t) => `tool:${t}`)),
    ...(e.kind === 'mix' && e.bottle ? [`bottle:${e.bottle}`] : []),
    ...(e.question && (e.kind === 'damage' || e.outcome === 'damaged') ? [BARRED] : []),
  ];
}

/** What a damage bars: a product and a tool on a face. Once is enough. */
export const barKey = (e: LogEntry): string =>
  [e.method?.product, e.method?.tool, e.question?.material, e.question?.finish].map((x) => x ?? '').join('|');

/** What an entry says of a thing: what it brings there, and whether it rinsed all that was there before. */
interface Says {
  brings: readonly string[];
  /** What it brings is rinsed off by itself. */
  own: boolean;
  rinses: boolean;
  /** And took it off. */
  takes: boolean;
}
const put = (e: LogEntry): string[] =>
  (e.kind === 'clean' || e.kind === 'test-spot') && e.method?.product ? [e.method.product] : [];
const fillOf = (e: LogEntry): string[] => e.fill?.parts.map((p) => p.item) ?? [];
const SAYS: Record<string, (e: LogEntry) => Says> = {
  spot: (e) => ({
    brings: put(e),
    own: (e.rinsed ?? 0) > 0,
    rinses: e.kind === 'rinse',
    takes: e.kind === 'rinse' && (e.rinsed ?? 1) > 0,
  }),
  // a head brings on what it came from, a cloth what it was wet with
  tool: (e) => {
    const rinses = (e.toolsRinsed ?? (e.kind === 'rinse' ? (e.rinsed ?? 1) : 0)) > 0;
    return {
      brings: [...put(e), ...(e.kind === 'head-moved' ? fillOf(e).map((p) => `head:${p}`) : [])],
      own: rinses,
      rinses,
      takes: rinses,
    };
  },
  bottle(e) {
    const rinses = (e.toolsRinsed ?? 0) > 0;
    return { brings: fillOf(e), own: rinses, rinses, takes: rinses };
  },
};

/** Rinsed, and so many days back that no ledger tells of it any more, in whichever time zone. */
const FORGOTTEN_DAYS = 63;

/** Newer by the clock, and by when it was written. */
const later = (a: LogEntry, b: LogEntry): boolean => {
  const [x, y] = [Date.parse(a.at), Date.parse(b.at)];
  return x > y || (x === y && a.seq > b.seq);
};
const newer = (a: LogEntry, b: LogEntry): boolean => a !== b && a.seq > b.seq && later(a, b);
const latest = (all: readonly LogEntry[], by: (a: LogEntry, b: LogEntry) => boolean): LogEntry | undefined =>
  all.reduce<LogEntry | undefined>((best, e) => (best && !by(e, best) ? best : e), undefined);

/**
 * Of the standing entries of one key, those that its ledgers need. `heads` are the sprayer heads of the house: what a
 * head met stands in its bottle's entries, so its rinses all count. `there` are entries that are at hand for another
 * key's sake: what came after them must be at hand too.
 */
export function neededOf(
  key: string,
  entries: readonly LogEntry[],
  now: Date,
  heads: ReadonlySet<string>,
  there: readonly LogEntry[] = [],
): LogEntry[] {
  const says = SAYS[key.slice(0, key.indexOf(':'))];
  if (!says) return [...new Map(entries.map((e) => [barKey(e), e])).values()];
  const need = new Set<LogEntry>();
  const of = new Map(entries.map((e) => [e, says(e)]));
  const washed = latest(
    entries.filter((e) => e.kind === 'rinse' && e.washed),
    later,
  );
  if (key.startsWith('spot:')) {
    const done = latest(
      entries.filter((e) => e.kind === 'clean'),
      later,
    );
    if (done) need.add(done);
  } else if (key.startsWith('tool:')) {
    const places = new Map<string, LogEntry>();
    for (const e of entries)
      if (e.spot && (!washed || later(e, washed))) {
        const had = places.get(e.spot);
        if (!had || later(e, had)) places.set(e.spot, e);
      }
    for (const e of places.values()) need.add(e);
    const came = latest(
      entries.filter((e) => e.kind === 'head-moved'),
      later,
    );
    if (came) need.add(came);
  }
  const brought = new Map<string, LogEntry[]>();
  for (const [e, s] of of) for (const p of s.brings) brought.set(p, [...(brought.get(p) ?? []), e]);
  const forgotten: { last: LogEntry; all: readonly LogEntry[] }[] = [];
  for (const all of brought.values()) {
    // after the clock went back nobody knows which came last: those with none after them in either order
    const last = all.filter((e) => !all.some((x) => newer(x, e)));
    const gone = (e: LogEntry): boolean =>
      now.getTime() - Date.parse(e.at) > FORGOTTEN_DAYS * DAY_MS &&
      (of.get(e)!.own || entries.some((r) => of.get(r)!.takes && newer(r, e)));
    if (last.length === 1 && gone(last[0]!)) forgotten.push({ last: last[0]!, all });
    else for (const e of last) need.add(e);
  }
  // what is forgotten is told of again where an older use of the same would be taken for the last one
  for (let more = true; more;) {
    more = false;
    for (const { last, all } of forgotten)
      if (!need.has(last) && all.some((e) => e !== last && (need.has(e) || there.includes(e)))) {
        need.add(last);
        more = true;
      }
  }
  // a rinse counts for all that is older in either order
  const kept = [...need, ...there];
  const always = key.startsWith('bottle:') || heads.has(key.slice('tool:'.length));
  for (const [e, s] of of) if (s.rinses && (always || kept.some((x) => later(e, x) || e.seq > x.seq))) need.add(e);
  if (washed && [...need, ...there].some((e) => later(washed, e))) need.add(washed);
  return entries.filter((e) => need.has(e));
}

/** Where it is written which entries are at hand, and for which key. */
export interface AtHand {
  /** Entries of a key that stand, oldest first. */
  all(key: string): LogEntry[];
  /** Of those, the ones at hand for whichever key. */
  atHand(key: string): LogEntry[];
  /** At hand for another key than this one; for any where none is named. */
  isKept(entry: LogEntry, butFor?: string): boolean;
  /** Exactly these are at hand for a key. */
  keep(key: string, entries: readonly LogEntry[]): void;
}

/** Ask anew which entries of these keys are needed, and of others that are drawn in by it. */
export function revise(keys: readonly string[], hand: AtHand, now: Date, heads: ReadonlySet<string>): void {
  const todo = new Set(keys);
  for (const key of todo) {
    todo.delete(key);
    const all = hand.all(key);
    const need = neededOf(
      key,
      all,
      now,
      heads,
      all.filter((e) => hand.isKept(e, key)),
    );
    const more = need.filter((e) => !hand.isKept(e));
    hand.keep(key, need);
    for (const e of more) for (const k of keysOf(e)) if (k !== key) todo.add(k);
  }
}

/**
 * One more entry, which is on the list of its keys already. Where the clock went on, what is needed follows from what is at
 * hand and from it; where it went back, all of its things are asked anew.
 */
export function putAtHand(
  e: LogEntry,
  clockWentOn: boolean,
  hand: AtHand,
  now: Date,
  heads: ReadonlySet<string>,
): void {
  if (!clockWentOn) return revise(keysOf(e), hand, now, heads);
  for (const key of keysOf(e)) {
    const here = [...hand.atHand(key).filter((x) => x.id !== e.id), e];
    const others = here.filter((x) => x !== e && hand.isKept(x, key));
    hand.keep(key, neededOf(key, here, now, heads, others));
  }
}

/** Which entries are at hand, in memory. */
export interface HandInMemory extends AtHand {
  add(e: LogEntry): void;
  remove(id: string): void;
  kept(): LogEntry[];
  /** Every entry of every key, and whether it is at hand for that key. */
  rows(): Iterable<{ key: string; entry: LogEntry; kept: boolean }>;
}
export function handInMemory(): HandInMemory {
  const list = new Map<string, LogEntry[]>();
  const kept = new Map<string, ReadonlySet<string>>();
  const isKept = (e: LogEntry, butFor?: string): boolean =>
    keysOf(e).some((k) => k !== butFor && kept.get(k)?.has(e.id));
  const all = (key: string): LogEntry[] => list.get(key) ?? [];
  return {
    all,
    atHand: (key) => all(key).filter((e) => isKept(e)),
    isKept,
    keep: (key, entries) => void kept.set(key, new Set(entries.map((e) => e.id))),
    add(e) {
      for (const k of keysOf(e)) {
        const of = list.get(k);
        if (of) of.push(e);
        else list.set(k, [e]);
      }
    },
    remove(id) {
      for (const [k, entries] of list)
        list.set(
          k,
          entries.filter((e) => e.id !== id),
        );
    },
    kept: () => [...new Set([...list.values()].flat())].filter((e) => isKept(e)).sort((a, b) => a.seq - b.seq),
    *rows() {
      for (const [key, entries] of list)
        for (const entry of entries) yield { key, entry, kept: kept.get(key)?.has(entry.id) ?? false };
    },
  };
}

/** A whole log put at hand, from the beginning. */
export function handOf(log: readonly LogEntry[], now: Date, heads: ReadonlySet<string>): HandInMemory {
  const hand = handInMemory();
  const gone = new Set(log.map((e) => e.corrects).filter(Boolean));
  const keys = new Set<string>();
  for (const e of log) {
    if (gone.has(e.id) || e.kind === 'undo') continue;
    hand.add(e);
    for (const k of keysOf(e)) keys.add(k);
  }
  revise([...keys], hand, now, heads);
  return hand;
}
/** The entries of a whole log that must be at hand, oldest first. */
export const keptOf = (log: readonly LogEntry[], now: Date, heads: ReadonlySet<string>): LogEntry[] =>
  handOf(log, now, heads).kept();

/** What ledgers read of an entry that is at hand. */
export function slimOf(e: LogEntry): LogEntry {
  const { id, seq, at, kind, spot, tools, bottle, rinsed, toolsRinsed, aired, washed, outcome } = e;
  const product = e.names?.['product'];
  const { question: q, method: m } = e;
  const fields = {
    id,
    seq,
    at,
    kind,
    spot,
    tools: tools?.length ? tools : undefined,
    bottle,
    rinsed,
    toolsRinsed,
    aired,
    washed,
    outcome,
    fill: e.fill && { parts: e.fill.parts.map((p) => ({ item: p.item })) },
    names: product === undefined ? undefined : { product },
    method: m && { product: m.product, tool: m.tool },
    // only what bars something asks on which face it was
    question: q && keysOf(e).includes(BARRED) ? { material: q.material, finish: q.finish } : undefined,
  };
  return Object.fromEntries(
    Object.entries(fields).filter(([, v]) => v !== undefined && v !== null),
  ) as unknown as LogEntry;
}
