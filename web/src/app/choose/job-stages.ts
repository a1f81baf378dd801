import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { PlannedStage, Spot } from '@dolly-tub/core';
import { SourceNote } from '../shared/source-note';
import { capital, percent, span } from '../shared/words';

const WORD = { look: 'look', do: 'do', clean: 'clean', wait: 'wait' } as const;

/** The stages of a job in their order, those that clean with the rung they are done by. */
@Component({
  selector: 'dt-job-stages',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SourceNote],
  templateUrl: './job-stages.html',
  styleUrl: './job-stages.scss',
})
export class JobStages {
  readonly stages = input.required<readonly PlannedStage[]>();
  /** Where each role is done. */
  readonly cast = input.required<Readonly<Record<string, { spot: Spot | null }>>>();
  protected readonly WORD = WORD;
  protected readonly capital = capital;
  protected readonly pc = percent;
  protected readonly span = span;
  /** The same question in Choose, with its whole ladder. */
  protected link({ stage, question }: PlannedStage): Record<string, string | null> {
    const { material, finish, soil, severity } = question!;
    const spot = this.cast()[stage.on!]?.spot;
    const asked = { soil, severity: String(severity) };
    return spot ? { spot: spot.id, ...asked } : { material, finish: finish ?? null, ...asked };
  }
}
