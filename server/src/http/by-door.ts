import { bodyOf, type Door, type Edit, type Edited, type Effect, isDeed, nameOfRecord } from '@dolly-tub/core';
import { stable } from '../store/repository';
import type { Store } from '../store/store';

type Body = Record<string, unknown>;
/** A record and what hangs on it, without their envelopes; null where it is not there. */
function bodies(store: Store, on: Edited, id: string): Map<string, { on: Edited; id: string; body: Body | null }> {
  const all = [...store.repos[on].children(id), { on, id }];
  return new Map(
    all.map((r) => {
      const record = store.repos[r.on].get(r.id);
      return [`${r.on} ${r.id}`, { ...r, body: record && bodyOf(record) }];
    }),
  );
}
/** What became another between two looks: whole records that came or went, and fields. */
function effectsOf(on: Edited, id: string, was: Body | null, is: Body | null): Effect[] {
  if (!was && !is) return [];
  if (!was || !is) return [{ on, id, path: '.', was, is }];
  return [...new Set([...Object.keys(was), ...Object.keys(is)])]
    .filter((k) => stable(was[k] ?? null) !== stable(is[k] ?? null))
    .map((path) => ({ on, id, path, was: was[path] ?? null, is: is[path] ?? null }));
}

/**
 * Change a record by its own door, and write that down as the deed that it is, so that it stands in the log and can be
 * taken back like any other. An amount of stock is an adjustment, so that the log stays the truth of stock; what changed
 * nothing is not written. To be called in a transaction; the answer is that of `work`.
 */
export function asDeed<T>(store: Store, door: Door, id: string, work: () => T): T {
  if (!isDeed(door)) return work();
  const before = bodies(store, door, id);
  const answer = work();
  const after = bodies(store, door, id);
  // what goes takes first what hangs on it; what comes brings it afterwards
  const comes = !before.get(`${door} ${id}`)!.body;
  const keys = [...new Map([...before, ...after]).keys()].filter((key) => key !== `${door} ${id}`);
  const did = (comes ? [`${door} ${id}`, ...keys.reverse()] : [...keys, `${door} ${id}`]).flatMap((key) => {
    const one = before.get(key) ?? after.get(key)!;
    return effectsOf(one.on, one.id, before.get(key)?.body ?? null, after.get(key)?.body ?? null);
  });
  const counted = did.find((d) => d.on === 'stock' && d.path === 'onHand');
  const rest = did.filter((d) => d !== counted);
  const is = after.get(`${door} ${id}`)?.body ?? null;
  const name = nameOfRecord(is ?? before.get(`${door} ${id}`)?.body ?? {});
  const names = name ? { names: { record: name } } : {};
  if (counted) {
    const unit = (is!['pack'] as { unit: 'mL' | 'g' | 'piece' }).unit;
    const [was, now] = [counted.was as number, counted.is as number];
    const delta = Math.round((now - was) * 1000) / 1000;
    const moves = [{ stock: id, delta, unit, after: now }];
    store.log.append(
      { kind: 'stock', reason: 'adjust', moves, did: [counted], text: 'Edited by hand', ...names },
      undefined,
      true,
    );
  }
  if (rest.length)
    store.log.append({ kind: 'edit', edits: [editOf(door, id, rest, is)], did: rest, ...names }, undefined, true);
  return answer;
}
/** The deed on the record that was named; what hangs on it went along. */
function editOf(on: Edited, id: string, did: readonly Effect[], is: Body | null): Edit {
  const whole = did.find((d) => d.on === on && d.id === id && d.path === '.');
  if (!whole) return { does: 'change', on, id, fields: Object.fromEntries(did.map((d) => [d.path, d.is])) };
  return whole.is === null ? { does: 'put-away', on, id } : { does: 'make', on, id, fields: is! };
}
