import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { belowPar, type Kit } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectStock } from '../household/state';
import { figure } from '../shared/words';
import { Listing } from './listing';

/** What of a kit is below its par; one tap lists what is missing. */
@Component({
  selector: 'dt-low',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './low.html',
})
export class Low {
  private readonly stock = inject(Store).selectSignal(selectStock);
  protected readonly listing = new Listing();
  readonly kit = input.required<Kit>();
  protected readonly rows = computed(() =>
    belowPar(this.kit(), this.stock()).map((p) => ({
      ...p,
      words: `${figure(p.has)} of ${figure(p.level)}${p.unit === 'piece' ? '' : ` ${p.unit}`}`,
    })),
  );
}
