import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Knowledge } from '../knowledge/knowledge';
import { SourceNote } from '../shared/source-note';
import { Ways } from './ways';

/** What people say of cleaning, answered: what it does, what it does not, what to do instead. */
@Component({
  selector: 'dt-claim',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SourceNote, Ways],
  templateUrl: './claim.page.html',
  styleUrl: './claim.page.scss',
})
export class ClaimPage {
  protected readonly knowledge = inject(Knowledge);
  /** /choose/claim/:claim */
  readonly claimId = input<string | undefined>(undefined, { alias: 'claim' });
  private readonly all = computed(() => [...(this.knowledge.catalogue()?.claims.values() ?? [])]);
  protected readonly claim = computed(() => this.all().find((c) => c.id === this.claimId()) ?? null);
  protected readonly others = computed(() => this.all().filter((c) => c.id !== this.claimId()));

  constructor() {
    void this.knowledge.load();
  }
}
