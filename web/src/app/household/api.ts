import { inject, Injectable } from '@angular/core';
import {
  bodyOf,
  type Door,
  type EnvelopeFields,
  type HousePast,
  isDeed,
  type LogEntry,
  type LogFields,
  nameOfRecord,
  type RecordOf,
  type Tally,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import type { RemoteChange } from './events';
import { household, householdEvents, type Kept } from './state';

/** A refusal of the server, in its own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly errors: { path: string; message: string }[],
    readonly current: { id: string; version: number } | null,
  ) {
    super(detail);
  }
}
const AWAY =
  'Dolly Tub’s server does not answer. What you typed is still here; start it again (npm start) and try once more.';

/** What must be at hand of a long log: entries, what worked, and up to which entry both were put together. */
export interface AtHandOfLog {
  log: LogEntry[];
  tallies: Tally[];
  upTo: number;
}
/** An entry as a page of the log shows it. */
export type ShownEntry = LogEntry & { undone?: boolean };
export interface LogPageRead {
  items: ShownEntry[];
  next?: string;
}
export interface SessionState {
  /** Others than this machine can reach the server. */
  open: boolean;
  /** There is a passphrase. */
  set: boolean;
  in: boolean;
  tls: boolean;
  /** What others type to get here. */
  addresses: string[];
  /** Characters of a passphrase at the least. */
  shortest: number;
}
export interface HitRate {
  name: string;
  times: number;
  share: number;
}

/** What came of a deed: the record that it made, changed or put away, and its entry in the log. */
export interface Outcome {
  id: string;
  /** The steps of a run are kept without one. */
  entry: LogEntry | null;
}

/** Fields of a record that are another than they were. */
const changedFields = (had: object, is: object): Record<string, unknown> => {
  const was = bodyOf(had);
  const now = bodyOf(is);
  return Object.fromEntries(
    [...new Set([...Object.keys(was), ...Object.keys(now)])]
      .filter((k) => JSON.stringify(was[k] ?? null) !== JSON.stringify(now[k] ?? null))
      .map((k) => [k, now[k] ?? null]),
  );
};

/** A server that hangs is one that does not answer: later deeds wait for this one. Files take as long as they take. */
const PATIENCE_MS = 60_000;
/** A file goes as it is, whatever its size; all else as JSON. */
const typeOf = (body: unknown): string => (body instanceof Blob ? body.type : 'application/json');

/** The doors, as promises. Answers go to the store first, so that the page never holds a second copy. */
@Injectable({ providedIn: 'root' })
export class HouseholdApi {
  private readonly store = inject(Store);

  /** Writes that nobody answered, by what they say: sent again, they carry the id of the first try. */
  private readonly unanswered = new Map<string, { id: string }>();

  async call<T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
    left?: AbortSignal,
  ): Promise<T> {
    let response: Response;
    try {
      response = await fetch(`/api${path}`, {
        method,
        headers: { ...(body === undefined ? {} : { 'content-type': typeOf(body) }), ...headers },
        ...(body === undefined ? {} : { body: body instanceof Blob ? body : JSON.stringify(body) }),
        ...(body instanceof Blob ? (left ? { signal: left } : {}) : { signal: AbortSignal.timeout(PATIENCE_MS) }),
      });
    } catch {
      throw new Refused(0, AWAY, [], null);
    }
    const text = response.status === 204 ? '' : await response.text();
    const answer = text ? (JSON.parse(text) as unknown) : null;
    if (response.status === 401 && !path.startsWith('/session')) this.store.dispatch(householdEvents.signedOut());
    if (!response.ok) {
      const p = (answer ?? {}) as {
        detail?: string;
        errors?: { path: string; message: string }[];
        current?: { id: string; version: number };
      };
      throw new Refused(
        response.status,
        p.detail ?? `The server answered ${response.status}.`,
        p.errors ?? [],
        p.current ?? null,
      );
    }
    return answer as T;
  }

  /** Whether the house is open to others, and this device is in. */
  session(): Promise<SessionState> {
    return this.call('GET', '/session');
  }
  async signIn(passphrase: string): Promise<void> {
    await this.call('POST', '/session', { passphrase });
  }
  async signOut(everywhere: boolean): Promise<void> {
    await this.call('DELETE', `/session${everywhere ? '?all=1' : ''}`);
  }
  async setPassphrase(passphrase: string, current: string): Promise<void> {
    await this.call('PUT', '/session/passphrase', { passphrase, current });
  }
  /** Every record but the files, and what must be at hand of the log, in one answer. index.html asks for it ahead. */
  readHousehold(): Promise<
    AtHandOfLog & {
      records: { [D in Kept]: RecordOf<D>[] };
      /** The last change that is in it. */
      seq: number;
      /** Why nothing can be written, where that is so. */
      damage?: string;
    }
  > {
    return this.call('GET', '/household');
  }
  /** The part of it that is another once an entry was taken back. */
  readAtHand(): Promise<AtHandOfLog> {
    return this.call('GET', '/household/log');
  }
  /** A page of the log, newest first: of a kind or without one, holding words; `after` is what the page before named as next. */
  readLog(q: { kind?: string; without?: string; find?: string; after?: string; limit: number }): Promise<LogPageRead> {
    const asked = new URLSearchParams(
      Object.entries(q).flatMap(([k, v]) => (v === undefined || v === '' ? [] : [[k, String(v)]])),
    );
    return this.call('GET', `/log?${asked}`);
  }
  /** How often each thing was used since an instant, and how often it did what was hoped. */
  async readRates(since: string): Promise<HitRate[]> {
    return (await this.call<{ items: HitRate[] }>('GET', `/log/rates?since=${encodeURIComponent(since)}`)).items;
  }
  /** What the whole log says of the things on the shelves. */
  readPast(): Promise<HousePast> {
    return this.call('GET', '/log/past');
  }
  /** What was changed after a change that is known; `reset` when that is too long ago to say. */
  changesAfter(seq: number): Promise<{ items: RemoteChange[]; last: number; reset?: boolean }> {
    return this.call('GET', `/changes?after=${seq}`);
  }
  read<D extends Door>(door: D, id: string): Promise<RecordOf<D>> {
    return this.call('GET', `/${door}/${id}`);
  }

  /**
   * Records made, changed or put away, as one deed of the log: all of them or none, and it can be taken back. `names` are
   * what people read of it.
   */
  edit(edits: NonNullable<LogFields['edits']>, name?: string): Promise<LogEntry> {
    return this.write({ kind: 'edit', edits, ...(name ? { names: { record: name } } : {}) });
  }
  /** A record as this page has it. */
  private known(door: Kept, id: string): object | undefined {
    return this.store.selectSignal(household.selectHouseholdState)()[door].entities[id];
  }
  async create<D extends Kept>(door: D, body: Omit<RecordOf<D>, keyof EnvelopeFields>): Promise<Outcome> {
    if (isDeed(door)) {
      // asked again after a lost answer it is the same record, under the same id
      return this.once(`make ${door}`, body, async ({ id }) => ({
        id,
        entry: await this.edit([{ does: 'make', on: door, id, fields: body }], nameOfRecord(body)),
      }));
    }
    const record = await this.once(`/${door}`, body, (first) => this.call<RecordOf<D>>('POST', `/${door}`, first));
    this.store.dispatch(householdEvents.recordChanged({ door, record: record as { id: string; version: number } }));
    return { id: record.id, entry: null };
  }
  /** A record as it shall be; of its fields only those are sent that are another than was read. */
  async replace<D extends Kept>(door: D, record: RecordOf<D>): Promise<Outcome> {
    const { id, version } = record;
    if (isDeed(door)) {
      const had = this.known(door, id);
      const fields = had && changedFields(had, record);
      if (fields && !Object.keys(fields).length) return { id, entry: null };
      const change = { does: 'change' as const, on: door, id, version, fields: fields ?? bodyOf(record) };
      return { id, entry: await this.edit([change], nameOfRecord(record)) };
    }
    const saved = await this.call<RecordOf<D>>('PUT', `/${door}/${id}`, record);
    this.store.dispatch(householdEvents.recordChanged({ door, record: saved as { id: string; version: number } }));
    return { id, entry: null };
  }
  async remove(door: Kept, id: string, version: number): Promise<Outcome> {
    if (isDeed(door)) {
      const had = this.known(door, id);
      return { id, entry: await this.edit([{ does: 'put-away', on: door, id, version }], had && nameOfRecord(had)) };
    }
    await this.call('DELETE', `/${door}/${id}?version=${version}`);
    this.store.dispatch(householdEvents.recordGone({ door, id }));
    return { id, entry: null };
  }
  async write(entry: LogFields): Promise<LogEntry> {
    const written = await this.once('/log', entry, (first) =>
      this.call<LogEntry>('POST', '/log', first, { 'Idempotency-Key': first.id }),
    );
    this.store.dispatch(householdEvents.entryWritten({ entry: written }));
    await this.follow(written);
    return written;
  }

  /** What an entry did to the household, read at once: the page goes on from what is, not from what it was. */
  private async follow(written: LogEntry): Promise<void> {
    const touched = new Map((written.did ?? []).map((d) => [`${d.on} ${d.id}`, d]));
    await Promise.all(
      [...touched.values()].map(async ({ on, id, path, is }) => {
        if (path === '.' && is === null) return this.store.dispatch(householdEvents.recordGone({ door: on, id }));
        // one that cannot be read now comes with the stream of changes
        const record = await this.read(on, id).catch(() => null);
        if (record) this.store.dispatch(householdEvents.recordChanged({ door: on, record }));
      }),
    );
  }
  /**
   * A write under an id of its own. Until the server has answered, the same again is the first one again, with its id
   * and its instant: a lost answer makes no second record.
   */
  private async once<T>(path: string, body: object, send: (first: { id: string }) => Promise<T>): Promise<T> {
    const { at: _at, ...said } = body as { at?: string };
    const what = `${path} ${JSON.stringify(said)}`;
    const first = this.unanswered.get(what) ?? { id: uuidv7(), ...body };
    this.unanswered.set(what, first);
    try {
      const answer = await send(first);
      this.unanswered.delete(what);
      return answer;
    } catch (e) {
      if (!(e instanceof Refused && e.status === 0)) this.unanswered.delete(what);
      throw e;
    }
  }
}
