import { type ApplicationConfig, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding, withInMemoryScrolling } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { routes } from './app.routes';
import { deedEffects, deedsFeature } from './household/deeds';
import * as effects from './household/effects';
import { household } from './household/state';
import { provideIcons } from './shared/icons';
import { tell } from './shell/tell';

export const config: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideIcons(),
    provideRouter(routes, withComponentInputBinding(), withInMemoryScrolling({ scrollPositionRestoration: 'top' })),
    provideStore(),
    provideState(household),
    provideState(deedsFeature),
    provideEffects(effects, deedEffects, { tell }),
  ],
};
