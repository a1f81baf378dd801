import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { HousePast } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi } from './api';
import { selectLog, selectStock } from './state';

/** Deeds come a few at a time; the log is asked once for all of them. */
const SOON_MS = 150;

/**
 * What the whole log says of the things on the shelves. The page holds only the entries that it needs at hand, so the
 * server is asked, once somebody wants it and again when the log or the shelves became another.
 */
@Injectable({ providedIn: 'root' })
export class Past {
  private readonly api = inject(HouseholdApi);
  private readonly store = inject(Store);
  private readonly log = this.store.selectSignal(selectLog);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly wanted = signal(false);
  private asked = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly read = signal<HousePast | null>(null);
  /** Null until it was read. */
  readonly past = this.read.asReadonly();

  constructor() {
    effect(() => {
      this.log();
      this.stock();
      if (this.wanted()) untracked(() => this.soon());
    });
  }
  want(): void {
    this.wanted.set(true);
  }
  private soon(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.ask(), this.read() ? SOON_MS : 0);
  }
  private async ask(): Promise<void> {
    const mine = ++this.asked;
    try {
      const past = await this.api.readPast();
      if (mine === this.asked) this.read.set(past);
    } catch {
      // the server is away: what was read last stays
    }
  }
}
