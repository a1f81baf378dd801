import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { discardOf, profileOf, toPourAway } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { figure, when } from '../shared/words';

const UNKNOWN = 'Part of what is in it is not known here: take it to the hazardous waste collection.';

/** Bottles that are past their time: what is in them, since when, and where it goes. */
@Component({
  selector: 'dt-pour-away',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink],
  templateUrl: './pour-away.html',
  styleUrl: './pour-away.scss',
})
export class PourAway {
  private readonly household = inject(Store).selectSignal(selectHousehold);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly deeds = deedsFrom('rooms: pour away');
  protected readonly due = computed(() => {
    const h = this.household();
    const c = this.knowledge.catalogue();
    const now = this.clock.minute();
    return toPourAway(h.bottles, now).map(({ id, name, fill }) => {
      const products = fill!.parts.flatMap((p) => c?.products.get(p.item) ?? []);
      // the strictest of what is in it decides
      const ways = c ? products.map((p) => discardOf(p, profileOf(h, now), c)) : [];
      const to = ways.find((w) => w.way !== 'drain') ?? ways[0];
      return {
        id,
        name,
        what: `${figure(fill!.left_mL)} mL with ${products.map((p) => p.name).join(', ') || 'something of your own'}`,
        since: when(fill!.discardAt, h.settings?.timeZone, h.settings?.locale, false),
        how: c && products.length < fill!.parts.length ? UNKNOWN : (to?.says ?? ''),
      };
    });
  });
  protected poured(id: string, name: string): void {
    const entry = { kind: 'pour-out' as const, bottle: id, names: { bottle: name } };
    this.deeds.ask({ does: 'write', entry }, `${name} is empty.`);
  }
}
