import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Knowledge } from '../knowledge/knowledge';

const KINDS = {
  published: 'published',
  'common-practice': 'common practice',
  'from-memory': 'from memory',
  household: 'noted by you',
} as const;

/** Where a claim comes from, one tap away. */
@Component({
  selector: 'dt-source',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTooltip],
  templateUrl: './source-note.html',
  styleUrl: './source-note.scss',
})
export class SourceNote {
  private readonly knowledge = inject(Knowledge);
  readonly of = input.required<string>();
  protected readonly source = computed(() => this.knowledge.source(this.of()));
  protected readonly kind = computed(() => KINDS[this.source()?.kind ?? 'from-memory']);
}
