import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { candidatesOf, profileOf, startsOn, useOfMark } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital, percent } from '../shared/words';
import { Ways } from './ways';

/** So many surfaces are answered at once, and so many things named of one kind. */
const FACES = 10;
const MOST = 8;

/** One mark, the other way round: what lifts it, what makes it worse, where one starts on the surfaces of this house. */
@Component({
  selector: 'dt-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink, SourceNote, Ways],
  templateUrl: './mark.page.html',
  styleUrl: './other-way.scss',
})
export class MarkPage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  protected readonly capital = capital;
  protected readonly percent = percent;
  protected readonly most = MOST;
  /** /choose/mark/:mark */
  readonly markId = input<string | undefined>(undefined, { alias: 'mark' });

  constructor() {
    void this.knowledge.load();
  }
  protected readonly mark = computed(() => this.knowledge.catalogue()?.soils.get(this.markId() ?? '') ?? null);
  protected readonly use = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? useOfMark(this.markId() ?? '', c) : null;
  });
  /** Surfaces of this house, those with this mark first; where there are none, one of each family. */
  private readonly faces = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const own = this.household().spots.filter(
      (s) => c.materials.has(s.material) && !c.materials.get(s.material)!.unknown,
    );
    const faceOf = (s: (typeof own)[number]): string => (s.finish ? `${s.material}/${s.finish}` : s.material);
    const mine = own
      .sort(
        (a, b) =>
          Number(b.soils.some((x) => x.soil === this.markId())) - Number(a.soils.some((x) => x.soil === this.markId())),
      )
      .map(faceOf);
    const families = new Map<string, string>();
    for (const { id } of candidatesOf('material', c)) {
      const family = c.materials.get(id.split('/')[0]!)!.family;
      if (!families.has(family)) families.set(family, id);
    }
    return [...new Set(mine.length ? mine : families.values())].slice(0, FACES);
  });
  protected readonly starts = computed(() => {
    const c = this.knowledge.catalogue();
    const u = this.use();
    if (!c || !u || u.damage) return [];
    return startsOn(u.soil, this.faces(), { profile: profileOf(this.household(), this.clock.minute()) }, c).map((s) => {
      const [material, finish] = s.face.split('/');
      return { ...s, ask: { soil: u.soil, material, finish: finish ?? null } };
    });
  });
}
