import { computed, inject, signal } from '@angular/core';
import { nameOfItem, type Shopping } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectShopping } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';

/** Putting what a kit lacks on the list of what to buy. Made within a component. */
export class Listing {
  private readonly knowledge = inject(Knowledge);
  private readonly shopping = inject(Store).selectSignal(selectShopping);
  private readonly deeds = deedsFrom('kits');
  private readonly listed = computed(
    () => new Set(this.shopping().flatMap((s) => (s.state === 'open' && s.item ? [s.item] : []))),
  );
  /** What stands in the way, said where it was asked; null while nothing does. */
  readonly said = signal<string | null>(null);

  has = (item: string): boolean => this.listed().has(item);
  nameOf = (item: string): string => {
    const c = this.knowledge.catalogue();
    return nameOfItem(item, c);
  };
  /** So much of a thing, for a kit. */
  add(item: string, unit: Shopping['unit'], amount: number, kit: string): void {
    this.said.set(this.has(item) ? 'It is on the list already.' : null);
    if (this.has(item)) return;
    const section = this.knowledge.catalogue()?.products.has(item) ? 'cleaning' : 'household';
    const body = { item, amount, unit, kit, reason: 'below par', section, state: 'open' as const };
    this.deeds.ask({ does: 'make', on: 'shopping', body }, `On the list: ${this.nameOf(item)}.`);
  }
}
