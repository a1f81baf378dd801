import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** What Kits is doing: which thing on the shelf is picked. */
export interface KitsState {
  stock: string | null;
}
export const kitsEvents = createActionGroup({
  source: 'Kits page',
  events: { 'Thing picked': props<{ stock: string | null }>() },
});
const initial: KitsState = { stock: null };
export const kitsFeature = createFeature({
  name: 'kitsPage',
  reducer: createReducer(
    initial,
    on(kitsEvents.thingPicked, (_, { stock }): KitsState => ({ stock })),
  ),
});
