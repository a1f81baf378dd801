import { computed, inject, Injectable, PendingTasks, signal } from '@angular/core';
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

/** The catalogue in the page: fetched once as one file (asked for ahead by index.html, checked by its hash), with the household's own records laid over it. */
@Injectable({ providedIn: 'root' })
export class Knowledge {
  private readonly own = inject(Store).selectSignal(selectOwn);
  private readonly shipped = signal<Catalogue | null>(null);
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
      const raw = (await (await fetch('/api/catalogue/whole')).json()) as RawCatalogue;
      this.shipped.set(loadCatalogue(raw));
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
