import { Injectable, signal } from '@angular/core';
import type { Correction } from '@dolly-tub/core';

/** A label being read: kept while pages change, so that nothing typed is lost on the way from Mix to Own things. */
@Injectable({ providedIn: 'root' })
export class LabelDraft {
  readonly text = signal('');
  readonly corrections = signal<readonly Correction[]>([]);
  /** Words of a picture that are not put right yet. */
  readonly open = signal(0);
  clear(): void {
    this.open.set(0);
    this.text.set('');
    this.corrections.set([]);
  }
}
