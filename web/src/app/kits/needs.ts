import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type Kit, onHandOf, usualPack } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectKits, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { figure } from '../shared/words';
import { Listing } from './listing';

/** What a rung of a ladder needs: here, in another kit, or nowhere, and then onto the list. */
@Component({
  selector: 'dt-needs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './needs.html',
})
export class Needs {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  protected readonly listing = new Listing();
  readonly kit = input.required<Kit>();
  readonly items = input.required<readonly string[]>();
  protected readonly rows = computed(() => {
    const c = this.knowledge.catalogue();
    const { id: kit, par } = this.kit();
    if (!c) return [];
    return this.items()
      .filter((id) => c.products.has(id) || c.tools.has(id))
      .map((id) => {
        const there = this.stock().filter((s) => s.item === id && s.onHand > 0);
        const here = there.filter((s) => s.kit === kit);
        const elsewhere = this.kits().find((k) => k.id === there[0]?.kit)?.name;
        const { unit, amount: usual } = usualPack(id, c);
        const has = `${figure(onHandOf(id, here))} ${unit === 'piece' ? '' : unit}`.trim();
        return {
          id,
          unit,
          amount: par.find((p) => p.item === id)?.level ?? usual,
          here: here.length > 0,
          words: here.length ? has : elsewhere ? `in ${elsewhere}` : 'nowhere',
        };
      });
  });
}
