import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { choicesOf, faceById, profileOf, useOfSurface } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital } from '../shared/words';
import { Ways } from './ways';

/** So many reasons and so many things of one reason are named at once. */
const MOST = 8;

/** One surface, the other way round: what it bears, in figures; what may go on it, what harms it, where it is in this house. */
@Component({
  selector: 'dt-surface',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink, SourceNote, Ways],
  templateUrl: './surface.page.html',
  styleUrl: './other-way.scss',
})
export class SurfacePage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  protected readonly capital = capital;
  protected readonly most = MOST;
  /** /choose/surface/:material/:finish? */
  readonly materialId = input<string | undefined>(undefined, { alias: 'material' });
  readonly finishId = input<string | undefined>(undefined, { alias: 'finish' });

  constructor() {
    void this.knowledge.load();
  }
  protected readonly face = computed(() => [this.materialId(), this.finishId()].filter(Boolean).join('/'));
  protected readonly material = computed(() => {
    const c = this.knowledge.catalogue();
    return (c && faceById(this.face(), c)) ?? null;
  });
  protected readonly use = computed(() => {
    const c = this.knowledge.catalogue();
    const profile = profileOf(this.household(), this.clock.minute());
    return c ? useOfSurface(this.face(), { profile, habits: choicesOf(profile, c) }, c) : null;
  });
  /** Things that people reach for first, of each reason. */
  protected readonly harmedBy = computed(() =>
    (this.use()?.harmedBy ?? []).map((g) => ({
      ...g,
      things: [...g.things].sort((a, b) => Number(b.asked) - Number(a.asked)),
    })),
  );
  protected readonly finishes = computed(() => {
    const m = this.knowledge.catalogue()?.materials.get(this.materialId() ?? '');
    return (m?.finishes ?? []).filter((f) => f.id !== this.finishId());
  });
  protected readonly ask = computed(() => ({
    material: this.materialId() ?? null,
    finish: this.finishId() ?? null,
  }));
  /** Where it is in this house. */
  protected readonly here = computed(() => {
    const { spots, rooms } = this.household();
    return spots
      .filter((s) => s.material === this.materialId() && (!this.finishId() || s.finish === this.finishId()))
      .map((s) => ({ id: s.id, name: s.name, room: rooms.find((r) => r.id === s.room)?.name ?? '' }));
  });
}
