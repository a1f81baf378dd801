import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** What was put on this spot and still counts, and the person's own word that it was rinsed since. */
@Component({
  selector: 'dt-been-here',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './been-here.html',
  styleUrl: './been-here.scss',
})
export class BeenHere {
  /** "Chlorine bleach, used here today, not rinsed", one a line. */
  readonly lines = input.required<readonly string[]>();
  readonly busy = input(false);
  readonly rinsed = output<{ times: 1 | 2; aired: boolean }>();
}
