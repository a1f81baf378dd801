import { CdkTextareaAutosize } from '@angular/cdk/text-field';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { readRecipe } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { VerdictShape } from '../shared/verdict-shape';
import { figure, span } from '../shared/words';

/** A recipe from somewhere, pasted: how strong each thing is in it, what it still does, and what they do to each other. */
@Component({
  selector: 'dt-pasted',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkTextareaAutosize,
    MatExpansionModule,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    RouterLink,
    VerdictShape,
  ],
  templateUrl: './pasted.html',
  styleUrl: './pasted.scss',
})
export class Pasted {
  private readonly knowledge = inject(Knowledge);
  private readonly settings = inject(Store).selectSignal(selectSettings);
  protected readonly text = new FormControl('', { nonNullable: true });
  private readonly typed = toSignal(this.text.valueChanges, { initialValue: '' });
  private readonly read = computed(() => {
    const c = this.knowledge.catalogue();
    const text = this.typed();
    return c && text.trim() ? readRecipe(text, c, c.measures, this.settings()?.measureSystem ?? 'metric') : null;
  });
  protected readonly recipe = computed(() => {
    const r = this.read();
    return r?.ok ? r.value : null;
  });
  protected readonly wrong = computed(() => {
    const r = this.read();
    return r && !r.ok ? r.problems[0]!.message : null;
  });
  protected readonly amount = (percent: number | null): string =>
    percent === null ? '' : `, ${figure(percent)} % in it`;
  protected readonly keeps = (hours: number): string => span(hours * 60);
  /** What Mix is asked with: the products of it. */
  protected readonly mixWith = computed(() => (this.recipe()?.parts ?? []).flatMap((p) => p.product ?? []).join(','));
}
