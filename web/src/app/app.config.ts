import { type ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, type RouterFeatures, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { deedEffects, deedsFeature } from './household/deeds';
import * as effects from './household/effects';
import { household } from './household/state';
import { provideIcons } from './shared/icons';
import { tell } from './shell/tell';

/** What the program is made of; `router` adds to how places are found. */
export const config = (...router: RouterFeatures[]): ApplicationConfig => ({
  providers: [
    provideZonelessChangeDetection(),
    provideIcons(),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'top' }),
      ...router,
    ),
    provideStore(),
    provideState(household),
    provideState(deedsFeature),
    provideEffects(effects, deedEffects, { tell }),
  ],
});
