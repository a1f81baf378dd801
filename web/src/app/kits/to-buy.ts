import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Store } from '@ngrx/store';
import { Buying } from '../household/buying';
import { deedsFrom } from '../household/deeds';
import { selectShopping } from '../household/state';
import { Print } from '../shared/print';
import { figure } from '../shared/words';

/** What is to be bought for all kits, beside the shelf. */
@Component({
  selector: 'dt-to-buy',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, Print],
  templateUrl: './to-buy.html',
  styleUrl: './to-buy.scss',
})
export class ToBuy {
  private readonly shopping = inject(Store).selectSignal(selectShopping);
  protected readonly buying = new Buying(deedsFrom('kits'));
  protected readonly rows = computed(() =>
    this.shopping()
      .filter((line) => line.state === 'open')
      .map((line) => ({
        line,
        name: this.buying.nameOf(line),
        amount: line.item ? `${figure(line.amount)} ${line.unit === 'piece' ? '' : line.unit}`.trim() : '',
      })),
  );
}
