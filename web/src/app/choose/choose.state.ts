import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** A question that was answered, in words, and the address that asks it again. */
export interface AskedOnce {
  name: string;
  query: Record<string, string>;
}
/** What Choose is doing: which rung lies open (null = the recommended one), and what was asked lately, newest first. */
export interface ChooseState {
  rung: number | null;
  lately: readonly AskedOnce[];
}
export const chooseEvents = createActionGroup({
  source: 'Choose page',
  events: {
    'Question asked': props<{ key: string }>(),
    'Question answered': props<AskedOnce>(),
    'Rung picked': props<{ rung: number }>(),
  },
});
const initial: ChooseState = { rung: null, lately: [] };
const REMEMBERED = 4;
export const chooseFeature = createFeature({
  name: 'choosePage',
  reducer: createReducer(
    initial,
    on(chooseEvents.questionAsked, (state): ChooseState => ({ ...state, rung: null })),
    on(chooseEvents.questionAnswered, (state, { name, query }): ChooseState => ({
      ...state,
      lately: [{ name, query }, ...state.lately.filter((x) => x.name !== name)].slice(0, REMEMBERED),
    })),
    on(chooseEvents.rungPicked, (state, { rung }): ChooseState => ({ ...state, rung })),
  ),
});
