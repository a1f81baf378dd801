import type { FormGroup } from '@angular/forms';

/**
 * What is stored, laid into a form. Of another record all of it; of the same one, which somebody else has changed
 * meanwhile, only fields in which nothing was typed: what was typed stays.
 */
export function layInto(form: FormGroup, values: Record<string, unknown>, same: boolean): void {
  if (!same || form.pristine) return form.reset(values);
  for (const [key, value] of Object.entries(values)) {
    const field = form.get(key);
    if (field?.pristine) field.reset(value);
  }
}
