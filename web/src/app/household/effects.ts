import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { type Action, Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  EMPTY,
  filter,
  from,
  map,
  mergeAll,
  mergeMap,
  of,
  switchMap,
  take,
  withLatestFrom,
} from 'rxjs';
import { HouseholdApi, Refused } from './api';
import { changes, type RemoteChange } from './events';
import { householdEvents, KEPT, type Kept, selectSeq, selectTrouble } from './state';

const lost = (e: unknown) =>
  of(householdEvents.serverLost({ says: e instanceof Refused ? e.detail : 'The household could not be read.' }));

async function readEverything(api: HouseholdApi, anew = false) {
  const { records, log, tallies, upTo, seq, damage } = await api.readHousehold();
  return householdEvents.everythingRead({
    tables: records as never,
    log,
    tallies,
    upTo,
    seq,
    damage: damage ?? null,
    anew,
  });
}

/** Read the household once the page is open. */
export const read = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi)) =>
    actions.pipe(
      ofType(householdEvents.opened),
      switchMap(() => from(readEverything(api)).pipe(catchError(lost))),
    ),
  { functional: true },
);

/** An entry that takes another back leaves gaps in what is at hand: that part is read again. */
export const takenBack = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi)) =>
    actions.pipe(
      ofType(householdEvents.entryWritten),
      filter(({ entry }) => Boolean(entry.corrects)),
      switchMap(() =>
        from(api.readAtHand()).pipe(
          map((read) => householdEvents.logRead(read)),
          catchError(lost),
        ),
      ),
    ),
  { functional: true },
);

/** A device that is signed out keeps nothing of the house. */
export const forget = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(householdEvents.signedOut),
      switchMap(() => (typeof caches === 'undefined' ? EMPTY : from(caches.delete('household-copy')))),
      catchError(() => EMPTY),
    ),
  { functional: true, dispatch: false },
);

/** Follow what others change. */
export const follow = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(householdEvents.opened),
      take(1),
      switchMap(() => changes()),
      map((e) => {
        if (e.kind === 'change') return householdEvents.changedElsewhere(e.change);
        if (e.kind === 'lost')
          return householdEvents.serverLost({
            says: 'The server does not answer at the moment. What you see may be old.',
          });
        return e.kind === 'open' ? householdEvents.streamOpened() : householdEvents.opened();
      }),
    ),
  { functional: true },
);

/** What one change asks for: the record, the entry, or nothing more than to know that it is gone. */
async function fetched(api: HouseholdApi, { door, id, op }: Pick<RemoteChange, 'door' | 'id' | 'op'>) {
  if (door === '*') return readEverything(api, true);
  if (door === 'log') return householdEvents.entryWritten({ entry: await api.call<never>('GET', `/log/${id}`) });
  if (!KEPT.includes(door as Kept)) return null;
  const gone = householdEvents.recordGone({ door: door as Kept, id });
  if (op === 'delete') return gone;
  try {
    const record = (await api.read(door as Kept, id)) as { id: string; version: number };
    return householdEvents.recordChanged({ door: door as Kept, record });
  } catch (e) {
    if (e instanceof Refused && e.status === 404) return gone;
    throw e;
  }
}
const some = <T>(x: T | null): x is T => x !== null;

/** Fetch the one record that changed; what cannot be fetched now is caught up with when the server is back. */
export const fetchChanged = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi)) =>
    actions.pipe(
      ofType(householdEvents.changedElsewhere),
      mergeMap((change) => from(fetched(api, change)).pipe(catchError(() => EMPTY))),
      filter(some),
    ),
  { functional: true },
);

/**
 * Nothing that changed while the page was read, or while the server was away, is missed: whenever the household was
 * read or the stream (re)opened, all changes after the last that is known are asked for.
 */
export const catchUp = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi), store = inject(Store)) =>
    actions.pipe(
      ofType(householdEvents.everythingRead, householdEvents.streamOpened),
      withLatestFrom(store.select(selectSeq), store.select(selectTrouble)),
      concatMap(([, seq, trouble]) => {
        // the first reading is under way, or has failed and is tried again
        if (seq === null) return trouble ? of(householdEvents.opened()) : EMPTY;
        return from(missed(api, seq)).pipe(mergeAll(), catchError(lost));
      }),
    ),
  { functional: true },
);
async function missed(api: HouseholdApi, seq: number): Promise<Action[]> {
  const { items, last, reset } = await api.changesAfter(seq);
  if (reset || items.length >= CHANGES_A_PAGE || items.some((c) => c.door === '*'))
    return [await readEverything(api, true)];
  // of several changes to one record only the last counts
  const each = [...new Map(items.map((c) => [`${c.door} ${c.id}`, c])).values()];
  const found = await Promise.all(each.map((c) => fetched(api, c)));
  return [...found.filter(some), householdEvents.caughtUp({ seq: last }), householdEvents.serverBack()];
}
/** As many as `/api/changes` answers at once: then all of it is read anew. */
const CHANGES_A_PAGE = 500;
