import { type ApplicationConfig, Injectable, provideZonelessChangeDetection } from '@angular/core';
import {
  type PreloadingStrategy,
  type Route,
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withPreloading,
} from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { EMPTY, type Observable } from 'rxjs';
import { deedEffects, deedsFeature } from './household/deeds';
import * as effects from './household/effects';
import { household } from './household/state';
import { provideIcons } from './shared/icons';
import { tell } from './shell/tell';

/** Routes that say so are fetched ahead. */
@Injectable({ providedIn: 'root' })
class Ahead implements PreloadingStrategy {
  preload = (route: Route, load: () => Observable<unknown>): Observable<unknown> =>
    route.data?.['ahead'] ? load() : EMPTY;
}

export const config: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideIcons(),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'top' }),
      withPreloading(Ahead),
    ),
    provideStore(),
    provideState(household),
    provideState(deedsFeature),
    provideEffects(effects, deedEffects, { tell }),
  ],
};
