import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ledgerOfSpot, neighboursOf, type Spot, withFinish } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SEVERITY, when } from '../shared/words';

/** All that is known of one spot, and what to do with it. */
@Component({
  selector: 'dt-spot-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <section class="plate fade" aria-labelledby="spot-name">
      <h2 id="spot-name"><span class="n num" aria-hidden="true">{{ spot().routeOrder }}</span>{{ spot().name }}</h2>
      <dl class="facts">
        <dt>Made of</dt><dd>{{ madeOf() }} · {{ spot().area_m2 }} m²</dd>
        <dt>On it</dt><dd>{{ onIt() }}</dd>
        @if (beside()) { <dt>Beside it</dt><dd>{{ beside() }}</dd> }
        <dt>Last used</dt><dd>{{ lastUsed() }}</dd>
        @if (worked()) { <dt>Worked here</dt><dd>{{ worked() }}</dd> }
      </dl>
      <div class="row">
        <a class="btn strong" routerLink="/choose" [queryParams]="{ spot: spot().id }">What shifts it</a>
        <button class="btn" type="button" (click)="edit.emit()">Change</button>
      </div>
      <h3 class="once">How dirty, once over</h3>
      <div class="scale" role="group" aria-label="How dirty, once over">
        @for (w of words; track $index) {
          <button type="button" [style.--step]="$index" [attr.aria-pressed]="worst() === $index" (click)="looked.emit($index)"><i aria-hidden="true"></i>{{ w }}</button>
        }
      </div>
    </section>
  `,
  styles: `
    :host { display: block; }
    section { display: grid; gap: 11px; } .once { font-size: 16px; margin-top: 2px; }
    .n { color: var(--blue); margin-right: 10px; font-size: 28px; }
    .scale { display: grid; grid-template-columns: repeat(6, minmax(0, 1fr)); gap: 6px; }
    .scale button { display: grid; gap: 6px; justify-items: stretch; align-content: start; padding: 4px 2px; border: 2px solid transparent; border-radius: 10px; background: none; font-size: 14px; line-height: 1.15; cursor: pointer; color: var(--ink-2); font-weight: 600; min-height: 54px; }
    .scale i { height: 18px; border-radius: 7px; border: 1px solid var(--zinc-3); background: color-mix(in oklab, var(--copper) calc(var(--step) * 20%), var(--enamel-2)); }
    .scale button[aria-pressed='true'] { border-color: var(--blue); color: var(--ink); }
  `,
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
