import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatExpansionModule } from '@angular/material/expansion';
import { RouterLink } from '@angular/router';
import type { Laundry } from '@dolly-tub/core';
import { SourceNote } from '../shared/source-note';
import { capital } from '../shared/words';

/** What a machine does about it: programme, what goes in with it, how it dries; or why nothing of it goes in. */
@Component({
  selector: 'dt-in-the-wash',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatExpansionModule, RouterLink, SourceNote],
  templateUrl: './in-the-wash.html',
  styleUrl: './in-the-wash.scss',
})
export class InTheWash {
  readonly laundry = input.required<Laundry>();
  protected readonly capital = capital;
  protected readonly with = computed(() => {
    const l = this.laundry();
    return l.may === 'yes' ? [l.detergent, ...(l.booster ? [l.booster] : [])] : [];
  });
}
