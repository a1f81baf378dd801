import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type MatCheckboxChange, MatCheckboxModule } from '@angular/material/checkbox';

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
  /** What is asked, and what the answer counts for: words of the column. */
  readonly asks = input.required<string>();
  readonly says = input.required<string>();
  readonly changed = output<Allowed>();
  /** The tick stands when it has been kept, and not before. */
  protected tick(p: Allowed, e: MatCheckboxChange): void {
    e.source.checked = p.says;
    this.changed.emit({ ...p, says: e.checked });
  }
}
