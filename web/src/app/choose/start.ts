import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { dirt, dirtiest } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectRooms, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { capital, SEVERITY } from '../shared/words';
import type { AskedOnce } from './choose.state';
import { MarkShape } from './mark-shape';

/** Where nothing is asked yet: what is dirty in this house, what was just spilled, and what people ask about most. */
@Component({
  selector: 'dt-choose-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MarkShape, MatButton, RouterLink],
  templateUrl: './start.html',
  styleUrl: './start.scss',
})
export class ChooseStart {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  /** A mark that is named already: then only its surface is missing. */
  readonly soil = input<string | null>(null);
  readonly lately = input<readonly AskedOnce[]>([]);
  private readonly spots = this.store.selectSignal(selectSpots);
  private readonly rooms = this.store.selectSignal(selectRooms);

  private readonly soils = computed(() => [...(this.knowledge.catalogue()?.soils.values() ?? [])]);
  protected readonly capital = capital;
  protected readonly named = computed(() => this.soils().find((s) => s.id === this.soil()) ?? null);
  protected readonly spilled = computed(() => this.soils().filter((s) => s.asked === 'spilled'));
  protected readonly often = computed(() => this.soils().filter((s) => s.asked === 'often'));
  /** The dirtiest spots of the house; of a mark that is named, those that have it. */
  protected readonly here = computed(() => {
    const soil = this.soil();
    const of = this.spots().filter((s) => !soil || s.soils.some((x) => x.soil === soil && x.severity > 0));
    return (soil ? of.slice(0, MOST) : dirtiest(of, MOST)).map((s) => {
      const worst = s.soils.find((x) => (soil ? x.soil === soil : x.severity === dirt(s)))!;
      const known = this.knowledge.catalogue()?.soils.get(worst.soil);
      return {
        id: s.id,
        name: s.name,
        soil: worst.soil,
        room: this.rooms().find((r) => r.id === s.room)?.name ?? '',
        nature: known?.nature ?? 'unknown',
        words: `${capital(known?.name ?? worst.soil)}, ${SEVERITY[worst.severity]}`,
      };
    });
  });
}
const MOST = 6;
