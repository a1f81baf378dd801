import { inject, Injector } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatMap, map, merge, filter } from 'rxjs';
import { deedEvents, UNDO, undoable } from '../household/deeds';
import type { ToldData } from './told';

/** What was done is told with its way back; a way back that is refused says why. Fetched when there is something to tell. */
export const tell = createEffect(
  (actions = inject(Actions), injector = inject(Injector)) =>
    merge(
      actions.pipe(
        ofType(deedEvents.done),
        filter((a) => a.says !== null),
        map(({ says, outcomes }): ToldData => ({ says: says!, entries: undoable(outcomes) })),
      ),
      actions.pipe(
        ofType(deedEvents.refused),
        filter((a) => a.from === UNDO),
        map(({ detail }): ToldData => ({ says: detail, entries: [] })),
      ),
    ).pipe(concatMap(async (data) => (await import('./told')).openTold(injector, data))),
  { functional: true, dispatch: false },
);
