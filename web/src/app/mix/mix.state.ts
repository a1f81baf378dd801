import type { MeetingId, MixItem } from '@dolly-tub/core';
import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';

/** What Mix is judging: the things, and where they meet. */
export interface MixState {
  items: MixItem[];
  meeting: MeetingId;
  closed: boolean;
  rinsed: boolean;
  /** How it is used, where that alone matters. */
  conditions: string[];
}
export const mixEvents = createActionGroup({
  source: 'Mix page',
  events: {
    'Things brought': props<{ items: MixItem[] }>(),
    'Thing added': props<{ item: MixItem }>(),
    'Thing taken away': props<{ index: number }>(),
    'Meeting chosen': props<{ meeting: MeetingId }>(),
    'Closed toggled': emptyProps(),
    'Rinsed toggled': emptyProps(),
    'Condition toggled': props<{ condition: string }>(),
  },
});
const initial: MixState = { items: [], meeting: 'container', closed: false, rinsed: false, conditions: [] };
export const mixFeature = createFeature({
  name: 'mixPage',
  reducer: createReducer(
    initial,
    on(mixEvents.thingsBrought, (state, { items }): MixState => ({ ...state, items })),
    on(mixEvents.thingAdded, (state, { item }): MixState => ({ ...state, items: [...state.items, item] })),
    on(mixEvents.thingTakenAway, (state, { index }): MixState => ({
      ...state,
      items: state.items.filter((_, i) => i !== index),
    })),
    on(mixEvents.meetingChosen, (state, { meeting }): MixState => ({ ...state, meeting })),
    on(mixEvents.closedToggled, (state): MixState => ({ ...state, closed: !state.closed })),
    on(mixEvents.conditionToggled, (state, { condition }): MixState => ({
      ...state,
      conditions: state.conditions.includes(condition)
        ? state.conditions.filter((c) => c !== condition)
        : [...state.conditions, condition],
    })),
    on(mixEvents.rinsedToggled, (state): MixState => ({ ...state, rinsed: !state.rinsed })),
  ),
});
