import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { PartTurn } from '@dolly-tub/core';
import { SourceNote } from '../shared/source-note';
import { capital, percent } from '../shared/words';

/** A mark that is several in one, taken one after the other: what each turn takes, why there, and what is rinsed between. */
@Component({
  selector: 'dt-two-in-one',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, SourceNote],
  templateUrl: './two-in-one.html',
  styleUrl: './two-in-one.scss',
})
export class TwoInOne {
  readonly name = input.required<string>();
  readonly turns = input.required<readonly PartTurn[]>();
  /** To the ladder of one part, by its own mark. */
  readonly look = output<string>();
  protected readonly capital = capital;
  protected readonly pc = percent;
  protected readonly markOf = (t: PartTurn): string => t.soil.slice(t.soil.indexOf('/') + 1);
}
