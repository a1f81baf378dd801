import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { choicesOf, profileOf, sourceOf, useOfTool } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold, selectKits } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital, figure, percent } from '../shared/words';
import { standsAt } from './stands';
import { Ways } from './ways';

const WET = { dry: 'dry', damp: 'damp', wet: 'wet', any: 'dry or wet' };
/** So many marks are named at once. */
const MOST = 12;

/** One tool, the other way round: for which marks, dry and wet, never on what, what follows it, how it is kept, where it is. */
@Component({
  selector: 'dt-tool',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink, SourceNote, Ways],
  templateUrl: './tool.page.html',
  styleUrl: './other-way.scss',
})
export class ToolPage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly kits = this.store.selectSignal(selectKits);
  protected readonly percent = percent;
  protected readonly capital = capital;
  protected readonly most = MOST;
  /** /choose/tool/:tool */
  readonly toolId = input<string | undefined>(undefined, { alias: 'tool' });

  constructor() {
    void this.knowledge.load();
  }
  protected readonly tool = computed(() => this.knowledge.catalogue()?.tools.get(this.toolId() ?? '') ?? null);
  protected readonly use = computed(() => {
    const c = this.knowledge.catalogue();
    const profile = profileOf(this.household(), this.clock.minute());
    return c ? useOfTool(this.toolId() ?? '', { profile, habits: choicesOf(profile, c) }, c) : null;
  });
  protected readonly good = computed(() => {
    const u = this.use();
    if (!u) return [];
    return [
      { how: 'Dry', marks: u.dry },
      { how: 'Worked wet', marks: u.wet.filter((w) => !u.dry.some((d) => d.soil === w.soil && d.effect >= w.effect)) },
    ].filter((x) => x.marks.length);
  });
  protected readonly names = (list: readonly { name: string }[]): string => list.map((x) => x.name).join(', ');
  /** How it is used and kept. */
  protected readonly facts = computed(() => {
    const t = this.tool();
    if (!t) return [];
    const rows: [string, string | null][] = [
      ['Used', WET[t.wet]],
      ['For', t.suits === 'both' ? 'cloth and hard surfaces' : t.suits === 'soft' ? 'cloth and pile' : 'hard surfaces'],
      [
        'Its grit',
        t.abrasive === 'none' ? null : `${t.abrasive}${t.hardness_mohs === null ? '' : `, Mohs ${t.hardness_mohs}`}`,
      ],
      ['Faces', t.faces && t.faces > 1 ? `${t.faces}, a clean one each time` : null],
      ['Held there', t.contact_min ? `${figure(t.contact_min)} min` : null],
      ['Washed', t.wash],
      ['Lasts', t.lifetime === null ? null : t.lifetime === 1 ? 'one use' : `some ${t.lifetime} uses`],
      ['Never on', t.neverOn],
    ];
    return rows.flatMap(([name, says]) => (says ? [{ name, says }] : []));
  });
  protected readonly here = computed(() => standsAt(this.toolId(), this.household().stock, this.kits()));
  protected readonly source = computed(() => {
    const [t, c] = [this.tool(), this.knowledge.catalogue()];
    return t && c ? sourceOf(t, 'mechanisms', c).id : '';
  });
}
