import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { Prevention } from '@dolly-tub/core';
import { SourceNote } from '../shared/source-note';

/** What keeps a mark from coming back, and when a spot of the house is looked at again. */
@Component({
  selector: 'dt-stays-off',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, SourceNote],
  templateUrl: './stays-off.html',
  styleUrl: './stays-off.scss',
})
export class StaysOff {
  readonly preventions = input.required<readonly Prevention[]>();
  /** Every so many days the spot is looked at now; null where nobody said, undefined where it is no spot of the house. */
  readonly every = input<number | null | undefined>(undefined);
  readonly busy = input(false);
  /** Look again every so many days. */
  readonly look = output<number>();
  /** Days in the words of a calendar. */
  protected readonly span = (days: number): string =>
    days >= 360 ? 'a year' : days >= 60 ? `${Math.round(days / 30)} months` : `${days} days`;
  /** The soonest of what is told. */
  protected readonly days = computed(() => Math.min(...this.preventions().map((p) => p.look_days)));
  protected readonly offers = computed(() => this.every() !== undefined && this.every() !== this.days());
}
