import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { beyondReach, ledgerOfSpot, neighboursOf, type Spot, withFinish } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SEVERITY, when } from '../shared/words';

/** All that is known of one spot, and what to do with it. */
@Component({
  selector: 'dt-spot-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatButtonToggle, MatButtonToggleGroup, MatButton, RouterLink],
  templateUrl: './spot-card.html',
  styleUrl: './spot-card.scss',
})
export class SpotCard {
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  readonly spot = input.required<Spot>();
  readonly edit = output<void>();
  readonly looked = output<number>();
  protected readonly words = ['clean', 'trace', 'thin film', 'film', 'crust', 'thick'];
  protected readonly worst = computed(() => Math.max(0, ...this.spot().soils.map((s) => s.severity)));
  protected readonly madeOf = computed(() => {
    const m = this.knowledge.catalogue()?.materials.get(this.spot().material);
    return m ? withFinish(m, this.spot().finish).name : '…';
  });
  protected readonly onIt = computed(() => {
    const c = this.knowledge.catalogue();
    const soils = this.spot().soils.filter((s) => s.severity > 0);
    return soils.length
      ? soils.map((s) => `${c?.soils.get(s.soil)?.name ?? s.soil} (${SEVERITY[s.severity]})`).join(', ')
      : 'nothing that needs doing';
  });
  /** Who does not reach it. */
  protected readonly beyond = computed(() =>
    beyondReach(this.spot(), this.household().members)
      .map((m) => m.name)
      .join(' and '),
  );
  protected readonly beside = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return '';
    return neighboursOf(this.spot(), this.household().spots)
      .map((n) => {
        const m = c.materials.get(n.material);
        const face = m ? withFinish(m, n.finish) : null;
        return `${n.name ?? face?.name ?? n.material}${face?.acidSoluble && n.runoff ? ' (no acid may run there)' : ''}`;
      })
      .join(', ');
  });
  protected readonly lastUsed = computed(() => {
    const h = this.household();
    const now = this.clock.minute();
    const last = ledgerOfSpot(h.log, this.spot().id, now, h.settings?.timeZone ?? 'UTC')[0];
    if (!last) return 'nothing noted yet';
    return `${last.name}, ${when(last.at, h.settings?.timeZone, h.settings?.locale, false)}, ${last.rinsed ? 'rinsed' : 'not rinsed'}`;
  });
  protected readonly worked = computed(() => {
    return this.household()
      .tallies.filter((e) => e.spot === this.spot().id && this.spot().soils.some((s) => s.soil === e.soil))
      .map((e) => {
        const name = e.name ?? this.knowledge.catalogue()?.mechanisms.get(e.mechanism)?.name ?? e.mechanism;
        return `${name}, ${e.worked + e.partly / 2} of ${e.worked + e.partly + e.not}`;
      })
      .join('; ');
  });
}
