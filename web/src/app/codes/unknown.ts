import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { nameOfItem, type Stock } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectKits, selectShopping, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { figure } from '../shared/words';

/** A code that is new in the house: which thing it is, asked once. */
@Component({
  selector: 'dt-unknown-code',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButton, RouterLink],
  templateUrl: './unknown.html',
})
export class Unknown {
  readonly code = input.required<string>();
  readonly told = output<Stock>();
  readonly left = output();
  private readonly knowledge = inject(Knowledge);
  private readonly store = inject(Store);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly lines = this.store.selectSignal(selectShopping);
  /** Things that it may be: what is on the list first. */
  protected readonly choices = computed<Choice[]>(() => {
    const wanted = new Set(this.lines().flatMap((l) => (l.state === 'open' && l.item ? [l.item] : [])));
    const kit = (s: Stock): string => this.kits().find((k) => k.id === s.kit)?.name ?? '';
    return [...this.stock()]
      .sort((a, b) => Number(wanted.has(b.item)) - Number(wanted.has(a.item)))
      .map((s) => ({
        id: s.id,
        name: `${this.nameOf(s)}, ${figure(s.pack.amount)} ${s.pack.unit}`,
        note: `${kit(s)}${wanted.has(s.item) ? ', on the list' : ''}`,
      }));
  });
  private nameOf({ item }: Stock): string {
    const c = this.knowledge.catalogue();
    return nameOfItem(item, c);
  }
  protected is(id: string): void {
    const row = this.stock().find((s) => s.id === id);
    if (row) this.told.emit(row);
  }
}
