import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { labelBesideHouse } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';

/** So many are named; the others are counted. */
const NAMED = 3;

/** What in the house a pack must not meet, by what its label says. */
@Component({
  selector: 'dt-beside-house',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [VerdictShape],
  templateUrl: './beside-house.html',
  styleUrl: './beside-house.scss',
})
export class BesideHouse {
  readonly text = input.required<string>();
  readonly unsure = input.required<boolean>();
  private readonly knowledge = inject(Knowledge);
  private readonly stock = inject(Store).selectSignal(selectStock);
  private readonly all = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? labelBesideHouse(this.text(), this.unsure(), this.stock(), c) : [];
  });
  protected readonly shown = computed(() =>
    this.all()
      .slice(0, NAMED)
      .map((x) => ({ ...x, name: capital(x.name) })),
  );
  protected readonly more = computed(() => Math.max(0, this.all().length - NAMED));
  protected readonly house = computed(() => this.stock().some((s) => s.onHand > 0));
}
