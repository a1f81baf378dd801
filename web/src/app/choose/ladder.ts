import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Rung } from '@dolly-tub/core';
import { percent, span } from '../shared/words';

export const FACTORS = [
  { key: 'chemistry', name: 'chemistry' },
  { key: 'action', name: 'rubbing' },
  { key: 'temperature', name: 'heat' },
  { key: 'time', name: 'time' },
] as const;

/** The ladder: gentlest rung at the bottom. Rungs are buttons in normal flow; the wood only decorates. */
@Component({
  selector: 'dt-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ladder.html',
  styleUrl: './ladder.scss',
})
export class Ladder {
  readonly rungs = input.required<readonly Rung[]>();
  readonly recommended = input<number | null>(null);
  readonly picked = input<number | null>(null);
  readonly pick = output<number>();
  /** An instant in the household's words. */
  readonly whenMay = input<(from: string) => string>((from) => from);
  protected readonly factors = FACTORS;
  protected readonly span = span;
  protected readonly topDown = computed(() => [...this.rungs()].reverse());
  protected say = (r: Rung): string =>
    `Shifts it ${percent(r.effect)}, wears it ${percent(r.harm)}. ${FACTORS.filter((f) => r.sinner[f.key] > 0.012)
      .map((f) => `${f.name} ${percent(r.sinner[f.key])}`)
      .join(', ')}.`;
}
