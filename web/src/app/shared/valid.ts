import { type AbstractControl, FormControl, type ValidatorFn } from '@angular/forms';
import { parseNumber } from '@dolly-tub/core';

/** A number as people write it, with a comma or a fraction too; nothing where there is none. */
export const numberIn = (control: AbstractControl): number | null => parseNumber(String(control.value ?? ''));

/** Wrong where it is no number from `min` to `max`; nothing written is nothing wrong. */
export const between =
  (min: number, max: number): ValidatorFn =>
  (control) => {
    if (!String(control.value ?? '').trim()) return null;
    const n = numberIn(control);
    return n !== null && n >= min && n <= max ? null : { between: { min, max } };
  };

/** Wrong where nothing but spaces is written. */
export const said: ValidatorFn = (control) => (String(control.value ?? '').trim() ? null : { said: true });

/** A day of the calendar as a date of this machine at noon, and back: no zone moves it. */
export const dateOf = (day: string | null | undefined): Date | null => (day ? new Date(`${day}T12:00:00`) : null);
export const dayOf = (d: Date | null): string | null =>
  d ? `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}` : null;
/** A field that is typed into, empty at first. */
export const typed = (...validators: ValidatorFn[]): FormControl<string> =>
  new FormControl('', { nonNullable: true, validators });
