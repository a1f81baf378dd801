import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';

/** A product that goes into a machine, and whether its own label was read to allow it. */
export interface Allowed {
  id: string;
  name: string;
  says: boolean;
}

/** "My label tells me to": asked of each thing where a machine's verdict turns on it, and kept with the product. */
@Component({
  selector: 'dt-label-allows',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule],
  templateUrl: './label-allows.html',
  styleUrl: './label-allows.scss',
})
export class LabelAllows {
  readonly of = input.required<readonly Allowed[]>();
  readonly changed = output<Allowed>();
}
