import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, EMPTY, from, map, mergeMap, of, switchMap } from 'rxjs';
import { HouseholdApi, Refused } from './api';
import { changes } from './events';
import { householdEvents, KEPT, type Kept } from './state';

const lost = (e: unknown) =>
  of(householdEvents.serverLost({ says: e instanceof Refused ? e.detail : 'The household could not be read.' }));

async function readEverything(api: HouseholdApi) {
  const { records, log } = await api.readHousehold();
  return householdEvents.everythingRead({ tables: records as never, log });
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

/** Follow what others change. */
export const follow = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(householdEvents.opened),
      switchMap(() => changes()),
      map((e) => {
        if (e.kind === 'change') return householdEvents.changedElsewhere(e.change);
        if (e.kind === 'lost')
          return householdEvents.serverLost({
            says: 'The server does not answer at the moment. What you see may be old.',
          });
        if (e.kind === 'back') return householdEvents.opened();
        return householdEvents.opened();
      }),
    ),
  { functional: true },
);

/** Fetch the one record that changed. */
export const fetchChanged = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi)) =>
    actions.pipe(
      ofType(householdEvents.changedElsewhere),
      mergeMap(({ door, id, op }) => {
        if (door === '*') return from(readEverything(api)).pipe(catchError(lost));
        if (door === 'log')
          return from(api.call<never>('GET', `/log/${id}`)).pipe(
            map((entry) => householdEvents.entryWritten({ entry })),
            catchError(() => EMPTY),
          );
        if (!KEPT.includes(door as Kept)) return EMPTY;
        if (op === 'delete') return of(householdEvents.recordGone({ door: door as Kept, id }));
        return from(api.read(door as Kept, id)).pipe(
          map((record) =>
            householdEvents.recordChanged({ door: door as Kept, record: record as { id: string; version: number } }),
          ),
          catchError(() => of(householdEvents.recordGone({ door: door as Kept, id }))),
        );
      }),
    ),
  { functional: true },
);
