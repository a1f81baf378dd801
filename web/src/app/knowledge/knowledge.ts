import { computed, inject, Injectable, InjectionToken, PendingTasks, signal } from '@angular/core';
import {
  type Catalogue,
  catalogueOfHousehold,
  loadCatalogue,
  type OwnLabelled,
  type RawCatalogue,
  type Source,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectOwn } from '../household/state';
import { nextTask } from '../shared/next-task';

/** The catalogue as it is shipped, read line by line, each in a task of its own; rejects where the server does not answer. */
export async function readShipped(): Promise<Catalogue> {
  const raw = {};
  const answer = await fetch('/api/catalogue/lines');
  if (!answer.ok) throw new Error(`The catalogue was answered with ${answer.status}.`);
  for (const line of (await answer.text()).split('\n')) {
    await nextTask();
    Object.assign(raw, JSON.parse(line));
  }
  return loadCatalogue(raw as RawCatalogue);
}
/** How it is read: anew by each page; whoever draws many places reads it once. */
export const READ_SHIPPED = new InjectionToken<() => Promise<Catalogue>>('how the shipped catalogue is read', {
  factory: () => readShipped,
});

/** The catalogue in the page: fetched once as one file (asked for ahead by index.html, checked by its hash), with the household's own records laid over it. */
@Injectable({ providedIn: 'root' })
export class Knowledge {
  private readonly own = inject(Store).selectSignal(selectOwn);
  private readonly shipped = signal<Catalogue | null>(null);
  private readonly read = inject(READ_SHIPPED);
  private readonly tasks = inject(PendingTasks);
  private asked = false;
  readonly trouble = signal<string | null>(null);

  /** Null until it is here; asking for it starts the fetch. */
  readonly catalogue = computed<Catalogue | null>(() => {
    const c = this.shipped();
    if (!c) return null;
    const own = this.own();
    return own.products.length + own.materials.length + own.soils.length + own.tools.length === 0
      ? c
      : catalogueOfHousehold(c, own as unknown as Record<'products', OwnLabelled[]>);
  });

  /** Read, or known to be out of reach: what is drawn with it can be drawn for good. */
  readonly settled = computed(() => this.shipped() !== null || this.trouble() !== null);

  async load(): Promise<void> {
    if (this.asked) return;
    this.asked = true;
    // a place that asks for it is not whole before
    const done = this.tasks.add();
    try {
      this.shipped.set(await this.read());
      this.trouble.set(null);
    } catch {
      this.asked = false;
      this.trouble.set('The catalogue could not be read. Start the server again and reload.');
    }
    done();
  }

  source(id: string): Source | undefined {
    return this.catalogue()?.sources.get(id);
  }
}
