import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  type Catalogue,
  type Due,
  type HousePast,
  type LogFields,
  type Settings,
  type Stock,
  upkeepDue,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { Past } from '../household/past';
import { selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { capital } from './words';

/** Upkeep that is due on some things; nothing until the log is read. */
export const dueOf = (
  stock: readonly Stock[],
  settings: Settings | null,
  past: HousePast | null,
  catalogue: Catalogue | null,
): Due[] => (past && catalogue ? upkeepDue(stock, past, settings?.waterHardness_mgL ?? 0, catalogue) : []);

/** Upkeep of tools that is due by their uses, each with what to do; done in one tap. */
@Component({
  selector: 'dt-upkeep',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './upkeep.html',
  styleUrl: './upkeep.scss',
})
export class UpkeepList {
  private readonly knowledge = inject(Knowledge);
  private readonly past = inject(Past);
  private readonly settings = inject(Store).selectSignal(selectSettings);
  protected readonly deeds = deedsFrom('upkeep');
  /** The things that may want it. */
  readonly stock = input.required<readonly Stock[]>();

  constructor() {
    this.past.want();
  }
  protected readonly due = computed(() =>
    dueOf(this.stock(), this.settings(), this.past.past(), this.knowledge.catalogue()),
  );
  protected nameOf({ stock }: Due): string {
    return this.knowledge.catalogue()?.tools.get(stock.item)?.name ?? stock.item;
  }
  protected kept(d: Due): void {
    const name = this.nameOf(d);
    const entry: LogFields = {
      kind: 'note',
      tools: [d.stock.id],
      upkeep: d.upkeep.id,
      text: `${d.upkeep.name}: done.`,
      names: { tool: name },
    };
    this.deeds.ask({ does: 'write', entry }, `${capital(name)}: ${d.upkeep.name.toLowerCase()} done.`);
  }
}
