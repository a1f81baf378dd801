import { DAY_MS } from '@dolly-tub/core';
import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props, Store } from '@ngrx/store';
import { catchError, debounceTime, filter, from, map, merge, of, switchMap, withLatestFrom } from 'rxjs';
import { type HitRate, HouseholdApi, type LogPageRead, Refused, type ShownEntry } from '../household/api';
import { householdEvents } from '../household/state';
import { Clock } from '../shared/clock';

/** Entries that are read at a time, and within which time a person still types. */
const PAGE = 60;
const TYPING_MS = 120;
/** What worked is told of so many days. */
export const RATED_DAYS = 90;

/** What Log is showing: of which kind, by which words, and as much of it as was read. */
export interface LogState {
  kind: string;
  words: string;
  items: readonly ShownEntry[];
  /** Where the next older page begins; null when there is none. */
  next: string | null;
  /** Some page was read. */
  read: boolean;
  trouble: string | null;
  rates: readonly HitRate[];
}
export const logEvents = createActionGroup({
  source: 'Log page',
  events: {
    Opened: emptyProps(),
    'Kind chosen': props<{ kind: string }>(),
    'Words typed': props<{ words: string }>(),
    'More asked': emptyProps(),
    'Page read': props<{ page: LogPageRead; older: boolean }>(),
    'Page failed': props<{ says: string }>(),
    'Rates read': props<{ rates: HitRate[] }>(),
  },
});
const initial: LogState = { kind: '', words: '', items: [], next: null, read: false, trouble: null, rates: [] };
export const logFeature = createFeature({
  name: 'logPage',
  reducer: createReducer(
    initial,
    on(logEvents.kindChosen, (state, { kind }): LogState => ({ ...state, kind })),
    on(logEvents.wordsTyped, (state, { words }): LogState => ({ ...state, words })),
    on(logEvents.pageRead, (state, { page, older }): LogState => ({
      ...state,
      items: older ? [...state.items, ...page.items] : page.items,
      next: page.next ?? null,
      read: true,
      trouble: null,
    })),
    on(logEvents.pageFailed, (state, { says }): LogState => ({ ...state, read: true, trouble: says })),
    on(logEvents.ratesRead, (state, { rates }): LogState => ({ ...state, rates })),
  ),
});

/** What was done is shown; that records were changed is another question, and everything a third. */
export const EVERYTHING = '*';
const asked = (kind: string): { kind?: string; without?: string } =>
  kind === EVERYTHING ? {} : kind ? { kind } : { without: 'edit' };
const failed = (e: unknown) =>
  of(logEvents.pageFailed({ says: e instanceof Refused ? e.detail : 'The log could not be read: try again.' }));

/** The newest page: when the page opens, when something else is asked, and when anybody writes an entry. */
const readNewest = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi), store = inject(Store)) =>
    merge(
      actions.pipe(ofType(logEvents.opened, logEvents.kindChosen, householdEvents.entryWritten)),
      actions.pipe(ofType(logEvents.wordsTyped), debounceTime(TYPING_MS)),
    ).pipe(
      withLatestFrom(store.select(logFeature.selectKind), store.select(logFeature.selectWords)),
      switchMap(([, kind, find]) =>
        from(api.readLog({ ...asked(kind), find, limit: PAGE })).pipe(
          map((page) => logEvents.pageRead({ page, older: false })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);
const readOlder = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi), store = inject(Store)) =>
    actions.pipe(
      ofType(logEvents.moreAsked),
      withLatestFrom(store.select(logFeature.selectLogPageState)),
      filter(([, { next }]) => next !== null),
      switchMap(([, { kind, words, next }]) =>
        from(api.readLog({ ...asked(kind), find: words, after: next!, limit: PAGE })).pipe(
          map((page) => logEvents.pageRead({ page, older: true })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);
const readRates = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi), clock = inject(Clock)) =>
    actions.pipe(
      ofType(logEvents.opened, householdEvents.entryWritten),
      switchMap(() =>
        from(api.readRates(new Date(clock.now().getTime() - RATED_DAYS * DAY_MS).toISOString())).pipe(
          map((rates) => logEvents.ratesRead({ rates })),
          catchError(failed),
        ),
      ),
    ),
  { functional: true },
);
export const logEffects = { readNewest, readOlder, readRates };
