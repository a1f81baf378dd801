import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { doneBySteps, partsOfRun, pieceForPart, type Run, type Said } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital } from '../shared/words';

const OUTCOMES: [Said['outcome'], string, string][] = [
  ['worked', 'Worked', 'clean, nothing left'],
  ['partly', 'Partly', 'better, not gone'],
  ['not', 'Not', 'no change'],
  ['damaged', 'Damaged', 'a mark, dull or worn'],
];

/** How a run went: what must hold before it is finished, what was rinsed and aired, and the answer in one tap. */
@Component({
  selector: 'dt-run-ending',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatButtonToggle, MatButtonToggleGroup, MatCheckbox],
  templateUrl: './ending.html',
  styleUrl: './ending.scss',
})
export class RunEnding {
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  readonly run = input.required<Run>();
  readonly busy = input.required<boolean>();
  readonly said = output<Said>();
  protected readonly capital = capital;
  protected readonly outcomes = OUTCOMES;
  protected readonly rinsed = signal<Said['rinsed']>(0);
  protected readonly aired = signal(false);
  protected readonly toolsRinsed = signal<Said['toolsRinsed']>(0);
  /** Conditions of a job that the person has said hold. */
  protected readonly holds = signal<ReadonlySet<string>>(new Set());
  protected readonly open = computed(() => (this.run().closes ?? []).filter((c) => !this.holds().has(c)));

  constructor() {
    effect(() => {
      const done = doneBySteps(this.run());
      this.rinsed.set(done.rinsed);
      this.aired.set(done.aired);
    });
  }
  protected say(condition: string): void {
    this.holds.update((h) => {
      const next = new Set(h);
      if (!next.delete(condition)) next.add(condition);
      return next;
    });
  }
  protected finish(outcome: Said['outcome']): void {
    if (this.open().length) return;
    this.said.emit({ outcome, rinsed: this.rinsed(), aired: this.aired(), toolsRinsed: this.toolsRinsed() });
  }
  /** Tools of this run that keep residue, in words. */
  protected readonly toolNames = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return '';
    const names = partsOfRun(this.run()).flatMap((p) => {
      const tool = c.tools.get(p.method?.tool ?? '');
      return tool?.carries && pieceForPart(p, this.household(), this.clock.minute(), c) ? [tool.name] : [];
    });
    return [...new Set(names)].join(' and ');
  });
}
