import { inject } from '@angular/core';
import {
  addFixture,
  type Catalogue,
  type DraftSpot,
  type RoomDraft,
  withoutFixture,
  withResidents,
  withSpot,
} from '@dolly-tub/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { createActionGroup, createFeature, createReducer, on, props, Store } from '@ngrx/store';
import { tap } from 'rxjs';

/** A house that is being made: rooms that are named and not yet confirmed, and where the person stands. */
export interface MakeState {
  /** 0 who lives here, 1 which rooms, 2 room by room. */
  step: number;
  drafts: readonly RoomDraft[];
  /** Which of the usual things of its kit the house has, by kind of kit; all of them where nothing was said. */
  have: Readonly<Record<string, readonly string[]>>;
  /** Rooms whose kit is not wanted. */
  bare: readonly string[];
}
export const makeEvents = createActionGroup({
  source: 'Make page',
  events: {
    'Step opened': props<{ step: number }>(),
    'Room named': props<{ draft: RoomDraft }>(),
    'Room struck out': props<{ name: string }>(),
    'Room put right': props<{ name: string; change: Partial<RoomDraft> }>(),
    'Spot put right': props<{ name: string; key: string; change: Partial<DraftSpot> }>(),
    'Fixture added': props<{ name: string; kind: string; catalogue: Catalogue }>(),
    'Fixture struck out': props<{ name: string; key: string }>(),
    'Residents said': props<{ name: string; key: string; residents: string[] }>(),
    'Thing ticked': props<{ kit: string; usual: readonly string[]; item: string; has: boolean }>(),
    'Kit wanted': props<{ name: string; wanted: boolean }>(),
    'Room made': props<{ name: string }>(),
  },
});

const KEPT_UNDER = 'dolly-tub: a house being made';
const NOTHING: MakeState = { step: 0, drafts: [], have: {}, bare: [] };
/** What was being made when the page was left; nothing where that cannot be read. */
function kept(): MakeState {
  try {
    return { ...NOTHING, ...(JSON.parse(localStorage.getItem(KEPT_UNDER) ?? '{}') as Partial<MakeState>) };
  } catch {
    return NOTHING;
  }
}
const one = (state: MakeState, name: string, change: (d: RoomDraft) => RoomDraft): MakeState => ({
  ...state,
  drafts: state.drafts.map((d) => (d.name === name ? change(d) : d)),
});

export const makeFeature = createFeature({
  name: 'makePage',
  reducer: createReducer(
    kept(),
    on(makeEvents.stepOpened, (state, { step }): MakeState => ({ ...state, step })),
    on(makeEvents.roomNamed, (state, { draft }): MakeState => ({ ...state, drafts: [...state.drafts, draft] })),
    on(makeEvents.roomStruckOut, makeEvents.roomMade, (state, { name }): MakeState => ({
      ...state,
      drafts: state.drafts.filter((d) => d.name !== name),
    })),
    on(makeEvents.roomPutRight, (state, { name, change }) => one(state, name, (d) => ({ ...d, ...change }))),
    on(makeEvents.spotPutRight, (state, { name, key, change }) => one(state, name, (d) => withSpot(d, key, change))),
    on(makeEvents.fixtureAdded, (state, { name, kind, catalogue }) =>
      one(state, name, (d) => {
        const more = { ...d, fixtures: [...d.fixtures] };
        addFixture(more, catalogue.fixtures.get(kind)!);
        return more;
      }),
    ),
    on(makeEvents.fixtureStruckOut, (state, { name, key }) => one(state, name, (d) => withoutFixture(d, key))),
    on(makeEvents.residentsSaid, (state, { name, key, residents }) =>
      one(state, name, (d) => withResidents(d, key, residents)),
    ),
    on(makeEvents.thingTicked, (state, { kit, usual, item, has }): MakeState => {
      const had = (state.have[kit] ?? usual).filter((x) => x !== item);
      return { ...state, have: { ...state.have, [kit]: has ? [...had, item] : had } };
    }),
    on(makeEvents.kitWanted, (state, { name, wanted }): MakeState => ({
      ...state,
      bare: wanted ? state.bare.filter((x) => x !== name) : [...state.bare, name],
    })),
  ),
});

/** Kept in this browser at once: leaving and coming back goes on where it was. */
export const makeEffects = {
  keep: createEffect(
    (actions = inject(Actions), store = inject(Store)) => {
      const state = store.selectSignal(makeFeature.selectMakePageState);
      return actions.pipe(
        ofType(...Object.values(makeEvents)),
        tap(() => {
          try {
            localStorage.setItem(KEPT_UNDER, JSON.stringify(state()));
          } catch {
            // a browser that keeps nothing: the page itself still does
          }
        }),
      );
    },
    { functional: true, dispatch: false },
  ),
};
