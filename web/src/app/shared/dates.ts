import { inject, type Provider } from '@angular/core';
import { MAT_DATE_LOCALE, provideNativeDateAdapter } from '@angular/material/core';
import { Store } from '@ngrx/store';
import { selectSettings } from '../household/state';

/** Date pickers that write days as the household does. */
export const dates = (): Provider[] => [
  { provide: MAT_DATE_LOCALE, useFactory: () => inject(Store).selectSignal(selectSettings)()?.locale ?? 'en-GB' },
  provideNativeDateAdapter(),
];
