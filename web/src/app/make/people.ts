import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { changesFor, type Dweller, DWELLERS, KETTLE, memberOf, membersThatAre, type Settings } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectMembers, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Hardness } from '../shared/hardness';

/** Who lives here, the water and the drains: each answer is kept at once, and says what it changes. */
@Component({
  selector: 'dt-make-people',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatButtonToggle, MatButtonToggleGroup, MatSlideToggle, Hardness],
  templateUrl: './people.html',
  styleUrl: './people.scss',
})
export class MakePeople {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  protected readonly deeds = deedsFrom('make: people');
  private readonly members = this.store.selectSignal(selectMembers);
  protected readonly settings = this.store.selectSignal(selectSettings);
  readonly next = output<void>();
  protected readonly kettle = KETTLE;

  protected readonly dwellers = computed(() =>
    DWELLERS.map((d) => ({ ...d, is: membersThatAre(d, this.members()), changes: this.changes(d) })),
  );
  /** What of it changes anything, in the words of the rules. */
  protected readonly told = computed(() =>
    this.dwellers().flatMap((d) => (d.is.length && d.changes.length ? [{ name: d.name, changes: d.changes }] : [])),
  );
  private changes(d: Dweller): string[] {
    const c = this.knowledge.catalogue();
    return c ? changesFor(d, c) : [];
  }
  protected lives(d: Dweller, here: boolean): void {
    const are = membersThatAre(d, this.members());
    if (here && !are.length)
      this.deeds.ask({ does: 'make', on: 'members', body: memberOf(d, this.members().length) }, `Noted: ${d.name}.`);
    if (!here)
      this.deeds.ask(
        are.map(({ id, version }) => ({ does: 'put-away' as const, on: 'members' as const, id, version })),
        `No longer here: ${d.name}.`,
      );
  }
  protected keep(fields: Partial<Settings>): void {
    this.deeds.ask({ does: 'change', on: 'settings', id: this.settings()!.id, fields });
  }
}
