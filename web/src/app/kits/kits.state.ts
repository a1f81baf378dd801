import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** What Kits is doing: which thing on the shelf is picked, and what is being done with it, or with the kit. */
export interface KitsState {
  stock: string | null;
  mode: 'look' | 'add' | 'kit' | 'thing' | 'count';
}
export const kitsEvents = createActionGroup({
  source: 'Kits page',
  events: {
    'Thing picked': props<{ stock: string | null }>(),
    'Mode opened': props<{ mode: KitsState['mode'] }>(),
  },
});
const initial: KitsState = { stock: null, mode: 'look' };
export const kitsFeature = createFeature({
  name: 'kitsPage',
  reducer: createReducer(
    initial,
    on(kitsEvents.thingPicked, (_, { stock }): KitsState => ({ stock, mode: 'look' })),
    on(kitsEvents.modeOpened, (state, { mode }): KitsState => ({ ...state, mode })),
  ),
});
