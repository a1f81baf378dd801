import { computed, inject, Injectable, InjectionToken, PendingTasks, signal } from '@angular/core';
import type { Catalogue, Source } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectOwn } from '../household/state';
import { Turns } from '../shared/in-turn';
import { nextTask } from '../shared/next-task';
import { readShipped, withOwn } from '../../workers/shipped';

/** How it is read: anew by each page; whoever draws many places reads it once. */
export const READ_SHIPPED = new InjectionToken<() => Promise<Catalogue>>('how the shipped catalogue is read', {
  // each line in a task of its own: a tap is heard between two
  factory: () => () => readShipped(nextTask),
});

/** The catalogue in the page: fetched once as one file (asked for ahead by index.html, checked by its hash), with the household's own records laid over it. */
@Injectable({ providedIn: 'root' })
export class Knowledge {
  /** What the household wrote itself: handed to a worker, which reads the rest without the page. */
  readonly own = inject(Store).selectSignal(selectOwn);
  private readonly shipped = signal<Catalogue | null>(null);
  private readonly read = inject(READ_SHIPPED);
  private readonly tasks = inject(PendingTasks);
  private readonly turns = inject(Turns);
  private asked = false;
  readonly trouble = signal<string | null>(null);

  /** Null until it is here; asking for it starts the fetch. */
  readonly catalogue = computed<Catalogue | null>(() => {
    const c = this.shipped();
    return c && withOwn(c, this.own());
  });

  /** Read, or known to be out of reach: what is drawn with it can be drawn for good. */
  readonly settled = computed(() => this.shipped() !== null || this.trouble() !== null);

  async load(): Promise<void> {
    if (this.asked) return;
    this.asked = true;
    // a place that asks for it is not whole before
    const done = this.tasks.add();
    const go = this.turns.hold();
    try {
      this.shipped.set(await this.read());
      this.trouble.set(null);
    } catch {
      this.asked = false;
      this.trouble.set('The catalogue could not be read. Start the server again and reload.');
    }
    go();
    done();
  }

  source(id: string): Source | undefined {
    return this.catalogue()?.sources.get(id);
  }
}
