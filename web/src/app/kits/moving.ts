import { computed, inject, Injectable, signal } from '@angular/core';
import { nameOfItem, type GateReason, mayShelve, profileOf, type Stock } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold, selectKits, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import type { Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { capital } from '../shared/words';

/** A move that the gate does not offer: asked, since it may be what is so already. */
export interface Pending {
  stock: Stock;
  change: Partial<Stock>;
  name: string;
  level: number;
  because: readonly GateReason[];
}
/** Moving a thing of a kit to another board or kit, with what the gate says of it. Provided by the page. */
@Injectable()
export class Moving {
  private readonly store = inject(Store);
  private readonly deeds = deedsFrom('kits');
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly profile = computed(() => profileOf(this.household(), this.clock.minute()));
  readonly pending = signal<Pending | null>(null);

  /** Every place of every kit as `place@kit`, with what the gate says of the thing there. */
  places(stock: Stock): Choice[] {
    return this.kits().flatMap((kit) =>
      kit.places.map((place) => {
        const gate = this.gateOf(stock, { kit: kit.id, place: place.id });
        const note = gate?.may === 'no' ? { note: gate.because[0]!.text.split('. ')[0]! } : {};
        return { id: `${place.id}@${kit.id}`, name: `${kit.name}: ${place.name}`, ...note };
      }),
    );
  }
  /** Into another kit only where the gate lets it stand; else it is asked. */
  put(stock: Stock, change: Partial<Stock>): void {
    const gate = this.gateOf(stock, change);
    if (gate?.may === 'no' && change.kit !== undefined && change.kit !== stock.kit) {
      const level = Math.max(...gate.because.map((b) => b.level ?? 3));
      return this.pending.set({ stock, change, name: this.nameOf(stock), level, because: gate.because });
    }
    this.moved(stock, change, gate?.with[0]?.text);
  }
  anyway(): void {
    const p = this.pending();
    this.pending.set(null);
    if (p) this.moved(p.stock, p.change);
  }
  private gateOf(stock: Stock, change: Partial<Stock>) {
    const c = this.knowledge.catalogue();
    const kit = this.kits().find((k) => k.id === (change.kit ?? stock.kit));
    if (!c || !kit) return null;
    const beside = this.stock()
      .filter((s) => s.kit === kit.id && s.id !== stock.id && s.onHand > 0)
      .map((s) => s.item);
    const place = kit.places.find((p) => p.id === (change.place ?? stock.place)) ?? null;
    return mayShelve(stock.item, beside, place && { ...place, kit: kit.kind }, this.profile(), c);
  }
  private moved(stock: Stock, fields: Partial<Stock>, mind?: string): void {
    const says = [`${this.nameOf(stock)} moved.`, mind].filter(Boolean).join(' ');
    this.deeds.ask({ does: 'change', on: 'stock', id: stock.id, fields }, says);
  }
  private nameOf({ item }: Stock): string {
    const c = this.knowledge.catalogue();
    return capital(nameOfItem(item, c));
  }
}
