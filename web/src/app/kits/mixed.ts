import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Kit } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectBottles, selectSettings } from '../household/state';
import { Clock } from '../shared/clock';
import { figure, when } from '../shared/words';

/** The bottles of a kit that were mixed, and the day on which each is poured away. */
@Component({
  selector: 'dt-mixed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './mixed.html',
})
export class Mixed {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly settings = this.store.selectSignal(selectSettings);
  readonly kit = input.required<Kit>();
  protected readonly rows = computed(() => {
    const now = this.clock.minute().getTime();
    const { timeZone, locale } = this.settings() ?? {};
    return this.bottles().flatMap(({ id, name, kit, fill }) => {
      if (!fill || kit !== this.kit().id) return [];
      const old = Date.parse(fill.discardAt) < now;
      const until = `${old ? 'pour away: ' : 'good until '}${when(fill.discardAt, timeZone, locale)}`;
      return [{ id, name, left: `${figure(fill.left_mL)} mL`, old, until }];
    });
  });
}
