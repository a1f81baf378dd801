import { Injectable, signal } from '@angular/core';
import type { Correction } from '@dolly-tub/core';

/** A label being read: kept while pages change, so that nothing typed is lost on the way from Mix to Own things. */
@Injectable({ providedIn: 'root' })
export class LabelDraft {
  readonly text = signal('');
  readonly corrections = signal<readonly Correction[]>([]);
  /** Words of a picture that are not put right yet. */
  readonly open = signal(0);
  /** A picture that it was read off: kept with the product that it becomes. */
  readonly picture = signal<Blob | null>(null);
  clear(): void {
    this.picture.set(null);
    this.open.set(0);
    this.text.set('');
    this.corrections.set([]);
  }
}
