import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** What Choose is doing: which rung lies open (null = the recommended one). */
export interface ChooseState {
  rung: number | null;
}
export const chooseEvents = createActionGroup({
  source: 'Choose page',
  events: { 'Question asked': props<{ key: string }>(), 'Rung picked': props<{ rung: number }>() },
});
const initial: ChooseState = { rung: null };
export const chooseFeature = createFeature({
  name: 'choosePage',
  reducer: createReducer(
    initial,
    on(chooseEvents.questionAsked, (): ChooseState => initial),
    on(chooseEvents.rungPicked, (_, { rung }): ChooseState => ({ rung })),
  ),
});
