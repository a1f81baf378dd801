import { computed, inject, type Signal } from '@angular/core';
import type { EnvelopeFields, LogEntry, LogFields, RecordOf } from '@dolly-tub/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, on, props, Store } from '@ngrx/store';
import { concatMap, filter, type Observable } from 'rxjs';
import { HouseholdApi, type Outcome, Refused } from './api';
import { household, type Kept } from './state';

/** What a person did at a screen: an entry of the log, or a record made, changed or put away. */
export type Deed =
  | { does: 'write'; entry: LogFields }
  | { [D in Kept]: { does: 'make'; on: D; body: Omit<RecordOf<D>, keyof EnvelopeFields> } }[Kept]
  /** Of the record as it is by then only these fields; `version` where another in between must be seen first. */
  | { [D in Kept]: { does: 'change'; on: D; id: string; version?: number; fields: Partial<RecordOf<D>> } }[Kept]
  | { does: 'put-away'; on: Kept; id: string; version: number };

export interface Faults {
  /** What to change, in the server's words. */
  detail: string;
  errors: { path: string; message: string }[];
  /** The record as it is, where somebody else was faster. */
  current: { id: string; version: number } | null;
}
/** How what was asked from one place went. */
export interface Went extends Partial<Faults> {
  state: 'asking' | 'done' | 'refused';
  /** Of several deeds, how many are done. */
  done: number;
}

export const deedEvents = createActionGroup({
  source: 'Deeds',
  events: {
    /** One or several, in this order; `from` names the place that hears how it went, `says` is told once all are done. */
    Asked: props<{ from: string; deeds: readonly Deed[]; says: string | null }>(),
    'One done': props<{ from: string; outcome: Outcome }>(),
    Done: props<{ from: string; says: string | null; outcomes: readonly Outcome[] }>(),
    Refused: props<{ from: string; done: number } & Faults>(),
  },
});

export const deedsFeature = createFeature({
  name: 'deeds',
  reducer: createReducer(
    {} as Record<string, Went>,
    on(deedEvents.asked, (state, { from }) => ({ ...state, [from]: { state: 'asking' as const, done: 0 } })),
    on(deedEvents.oneDone, (state, { from }) => ({
      ...state,
      [from]: { state: 'asking' as const, done: (state[from]?.done ?? 0) + 1 },
    })),
    on(deedEvents.done, (state, { from, outcomes }) => ({
      ...state,
      [from]: { state: 'done' as const, done: outcomes.length },
    })),
    on(deedEvents.refused, (state, { from, done, detail, errors, current }) => ({
      ...state,
      [from]: { state: 'refused' as const, done, detail, errors, current },
    })),
  ),
});

/** Carried out one after the other, in the order in which people did them. */
export const carryOut = createEffect(
  (actions = inject(Actions), api = inject(HouseholdApi), store = inject(Store)) =>
    actions.pipe(
      ofType(deedEvents.asked),
      concatMap(async ({ from, deeds, says }) => {
        const outcomes: Outcome[] = [];
        try {
          for (const deed of deeds) {
            const outcome = await carried(deed, api, store);
            outcomes.push(outcome);
            store.dispatch(deedEvents.oneDone({ from, outcome }));
          }
          return deedEvents.done({ from, says, outcomes });
        } catch (e) {
          if (!(e instanceof Refused)) throw e;
          const { detail, errors, current } = e;
          return deedEvents.refused({ from, done: outcomes.length, detail, errors, current });
        }
      }),
    ),
  { functional: true },
);
async function carried(deed: Deed, api: HouseholdApi, store: Store): Promise<Outcome> {
  switch (deed.does) {
    case 'write': {
      const entry = await api.write(deed.entry);
      return { id: entry.id, entry };
    }
    case 'make':
      return api.create(deed.on, deed.body as never);
    case 'change': {
      const had = store.selectSignal(household.selectHouseholdState)()[deed.on].entities[deed.id];
      const version = deed.version ?? (had as { version: number } | undefined)?.version ?? 1;
      return api.replace(deed.on, { ...had, ...deed.fields, id: deed.id, version } as never);
    }
    case 'put-away':
      return api.remove(deed.on, deed.id, deed.version);
  }
}
export const deedEffects = { carryOut };

/** The deeds of one place of a screen: ask for them, and hear how they went. */
export interface Deeds {
  ask(deeds: Deed | readonly Deed[], says?: string): void;
  went: Signal<Went | null>;
  busy: Signal<boolean>;
  /** Why the last one was refused, or null. */
  trouble: Signal<string | null>;
  done: Observable<{ outcomes: readonly Outcome[] }>;
  oneDone: Observable<{ outcome: Outcome }>;
  refused: Observable<Faults & { done: number }>;
}
/** To be called where `inject` may be; `from` is the name of the place. */
export function deedsFrom(from: string): Deeds {
  const store = inject(Store);
  const actions = inject(Actions);
  const all = store.selectSignal(deedsFeature.selectDeedsState);
  const went = computed(() => all()[from] ?? null);
  const here = <T extends { from: string }>(a: T): boolean => a.from === from;
  return {
    ask: (deeds, says) =>
      store.dispatch(
        deedEvents.asked({ from, deeds: Array.isArray(deeds) ? deeds : [deeds as Deed], says: says ?? null }),
      ),
    went,
    busy: computed(() => went()?.state === 'asking'),
    trouble: computed(() => {
      const w = went();
      return w?.state === 'refused' ? (w.errors?.[0]?.message ?? w.detail ?? null) : null;
    }),
    done: actions.pipe(ofType(deedEvents.done), filter(here)),
    oneDone: actions.pipe(ofType(deedEvents.oneDone), filter(here)),
    refused: actions.pipe(ofType(deedEvents.refused), filter(here)),
  };
}
/** The place whose deeds take others back. */
export const UNDO = 'told: undo';
/** The entry that takes another back. */
export const undoOf = ({ id, names }: LogEntry): LogFields => ({
  kind: 'undo',
  corrects: id,
  ...(names ? { names } : {}),
});
/** The entries that can be taken back together, newest first. */
export const undoable = (outcomes: readonly Outcome[]): readonly LogEntry[] =>
  outcomes.flatMap((o) => (o.entry && o.entry.kind !== 'undo' ? [o.entry] : [])).reverse();
