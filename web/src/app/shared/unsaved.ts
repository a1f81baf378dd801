import { DestroyRef, DOCUMENT, inject, Injectable, Injector } from '@angular/core';
import type { AbstractControl } from '@angular/forms';
import type { CanActivateFn, CanDeactivateFn } from '@angular/router';
import type { Observable } from 'rxjs';

/** Forms that are open, with what each is about: nobody goes away from one that was begun without being asked. */
@Injectable({ providedIn: 'root' })
export class Unsaved {
  private readonly forms = new Map<AbstractControl, string>();

  constructor() {
    // closing the page asks too, in the browser's own words
    inject(DOCUMENT).defaultView?.addEventListener('beforeunload', (e) => {
      if (this.begun().length) e.preventDefault();
    });
  }
  watch(form: AbstractControl, what: string): () => void {
    this.forms.set(form, what);
    return () => void this.forms.delete(form);
  }
  /** What was begun and is not kept yet. */
  begun(): string[] {
    return [...this.forms].filter(([form]) => form.dirty).map(([, what]) => what);
  }
  /** Said to be let go. */
  letGo(): void {
    for (const form of this.forms.keys()) form.markAsPristine();
  }
}
/**
 * Guards a form for as long as its component lives: once `kept` says so, nothing in it is unsaved any more. To be
 * called where `inject` may be, before anything goes on to another place.
 */
export function guardForm(form: AbstractControl, what: string, kept: Observable<unknown>): void {
  const stop = inject(Unsaved).watch(form, what);
  const heard = kept.subscribe(() => form.markAsPristine());
  inject(DestroyRef).onDestroy(() => {
    stop();
    heard.unsubscribe();
  });
}
/** The question itself is loaded only when it is asked. */
const ask = (): boolean | Promise<boolean> => {
  const unsaved = inject(Unsaved);
  const injector = inject(Injector);
  return unsaved.begun().length === 0 || import('./leave').then((m) => m.askToLeave(unsaved, injector));
};
/** Of every route: another page. */
export const mayLeave: CanDeactivateFn<unknown> = ask;
/** Of a route that shows another record in the same page: another kit, another room, another spot. */
export const mayGoOn: CanActivateFn = ask;
