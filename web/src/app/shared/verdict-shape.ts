import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Words of the six verdicts; the shape says the same again. */
export const VERDICTS = ['fine', 'fresh only', 'pointless', 'unknown', 'burns or bursts', 'poison gas'] as const;

/** Own shape for each level: drop, hourglass, two level lines, lozenge with ?, burst, cloud with a cross. */
@Component({
  selector: 'dt-verdict-shape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './verdict-shape.html',
  styleUrl: './verdict-shape.scss',
})
export class VerdictShape {
  readonly level = input.required<number>();
  readonly size = input(40);
  readonly named = input(false);
  protected readonly label = computed(() => `${this.level()} of 5: ${VERDICTS[this.level()]}`);
}
