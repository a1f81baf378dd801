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
  template: `
    @if (source(); as s) {
      <details>
        <summary>{{ kind() }}</summary>
        <span>{{ s.citation }}</span>
      </details>
    }
  `,
  styles: `
    :host { display: inline-block; margin-left: 5px; font-size: 14px; color: var(--ink-2); max-width: 100%; }
    summary { cursor: pointer; text-decoration: underline dotted; text-underline-offset: 3px; list-style: none; min-height: 24px; }
    summary::-webkit-details-marker { display: none; }
    span { display: block; padding: 4px 0 2px 10px; border-left: 3px solid var(--zinc-2); }
  `,
})
export class SourceNote {
  private readonly knowledge = inject(Knowledge);
  readonly of = input.required<string>();
  protected readonly source = computed(() => this.knowledge.source(this.of()));
  protected readonly kind = computed(() => KINDS[this.source()?.kind ?? 'from-memory']);
}
