import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** What Dilute is making. */
export interface DiluteState {
  product: string;
  /** In the product's own percent, or ppm for chlorine. */
  percent: number | null;
  ppm: number | null;
  /** A ratio as it was typed, in place of both; and which of its readings is taken. */
  said: string | null;
  reading: number;
  mL: number;
  bottle: string | null;
  label: number | null;
  /** What the label says of its dose, mL or g a litre. */
  dose: number | null;
  madeDaysAgo: number | null;
  measures: string[] | null;
  /** How the pack was kept, where somebody said so. */
  kept: 'shut' | 'opened' | 'damp' | null;
  /** What goes in besides, in the order in which it was named. */
  also: { product: string; amount: number }[];
  /** The bottle that its head comes from; null for its own. */
  headFrom: string | null;
}
export const diluteEvents = createActionGroup({
  source: 'Dilute page',
  events: { 'Recipe changed': props<{ change: Partial<DiluteState> }>() },
});
const initial: DiluteState = {
  product: '',
  percent: null,
  ppm: null,
  said: null,
  reading: 0,
  mL: 500,
  bottle: null,
  label: null,
  dose: null,
  madeDaysAgo: null,
  measures: null,
  kept: null,
  also: [],
  headFrom: null,
};
export const diluteFeature = createFeature({
  name: 'dilutePage',
  reducer: createReducer(
    initial,
    on(diluteEvents.recipeChanged, (state, { change }): DiluteState => ({ ...state, ...change })),
  ),
});
