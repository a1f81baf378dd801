import { createActionGroup, createFeature, createReducer, emptyProps, on, props } from '@ngrx/store';

/** What the Rooms screen is doing: which spot is picked, and what it is being asked to do with it. */
export interface RoomsState {
  spot: string | null;
  mode: 'look' | 'edit' | 'arrange' | 'room' | 'add' | 'many';
}
export const roomsEvents = createActionGroup({
  source: 'Rooms page',
  events: {
    'Spot picked': props<{ spot: string | null }>(),
    'Edit opened': emptyProps(),
    'Edit closed': emptyProps(),
    'Arranging toggled': emptyProps(),
    'Room opened': emptyProps(),
    'Adding opened': emptyProps(),
    'Several opened': emptyProps(),
  },
});
const initial: RoomsState = { spot: null, mode: 'look' };
export const roomsFeature = createFeature({
  name: 'roomsPage',
  reducer: createReducer(
    initial,
    on(roomsEvents.spotPicked, (state, { spot }): RoomsState => ({
      mode: state.mode === 'arrange' ? 'arrange' : 'look',
      spot,
    })),
    on(roomsEvents.editOpened, (state): RoomsState => ({ ...state, mode: 'edit' })),
    on(roomsEvents.roomOpened, (state): RoomsState => ({ ...state, mode: 'room' })),
    on(roomsEvents.addingOpened, (state): RoomsState => ({ ...state, mode: 'add' })),
    on(roomsEvents.severalOpened, (state): RoomsState => ({ ...state, mode: 'many' })),
    on(roomsEvents.editClosed, (state): RoomsState => ({ ...state, mode: 'look' })),
    on(roomsEvents.arrangingToggled, (state): RoomsState => ({
      ...state,
      mode: state.mode === 'arrange' ? 'look' : 'arrange',
    })),
  ),
});
