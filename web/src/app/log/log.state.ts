import { createActionGroup, createFeature, createReducer, on, props } from '@ngrx/store';

/** What Log is showing. */
export interface LogState {
  kind: string;
  words: string;
  shown: number;
}
export const logEvents = createActionGroup({
  source: 'Log page',
  events: {
    'Kind chosen': props<{ kind: string }>(),
    'Words typed': props<{ words: string }>(),
    'More asked': props<{ by: number }>(),
  },
});
const initial: LogState = { kind: '', words: '', shown: 40 };
export const logFeature = createFeature({
  name: 'logPage',
  reducer: createReducer(
    initial,
    on(logEvents.kindChosen, (state, { kind }): LogState => ({ ...state, kind, shown: 40 })),
    on(logEvents.wordsTyped, (state, { words }): LogState => ({ ...state, words, shown: 40 })),
    on(logEvents.moreAsked, (state, { by }): LogState => ({ ...state, shown: state.shown + by })),
  ),
});
