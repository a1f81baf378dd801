import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { type Dilution, significant, solveDilution } from '@dolly-tub/core';
import { between, numberIn } from '../shared/valid';

const field = (max: number): FormControl<string> =>
  new FormControl('', { nonNullable: true, validators: [between(0, max)] });

/** Any three of the five figures of a dilution give the other two. */
@Component({
  selector: 'dt-work-out',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatExpansionModule, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  templateUrl: './work-out.html',
  styleUrl: './work-out.scss',
})
export class WorkOut {
  protected readonly fields: readonly { key: keyof Dilution; name: string; unit: string }[] = [
    { key: 'stock_percent', name: 'From', unit: '%' },
    { key: 'wanted_percent', name: 'To', unit: '%' },
    { key: 'stock_mL', name: 'Of it', unit: 'mL' },
    { key: 'water_mL', name: 'Water', unit: 'mL' },
    { key: 'final_mL', name: 'In all', unit: 'mL' },
  ];
  protected readonly form = new FormGroup<Record<keyof Dilution, FormControl<string>>>({
    stock_percent: field(100),
    wanted_percent: field(100),
    stock_mL: field(1e6),
    water_mL: field(1e6),
    final_mL: field(1e6),
  });
  private readonly typed = toSignal(this.form.valueChanges);
  private readonly given = computed<Partial<Dilution>>(() => {
    this.typed();
    return Object.fromEntries(
      this.fields.flatMap(({ key }) => {
        const c = this.form.controls[key];
        const n = c.valid ? numberIn(c) : null;
        return n === null ? [] : [[key, n]];
      }),
    );
  });
  private readonly solved = computed(() => (Object.keys(this.given()).length < 3 ? null : solveDilution(this.given())));
  /** What was not typed, worked out. */
  protected found(key: keyof Dilution): string | null {
    const r = this.solved();
    return r?.ok && this.given()[key] === undefined ? String(significant(r.value[key], 4)) : null;
  }
  protected readonly says = computed(() => {
    const r = this.solved();
    if (!r) return 'Type any three: the other two are worked out.';
    if (!r.ok) return r.problems[0]!.message;
    const { stock_mL, water_mL } = r.value;
    return stock_mL > 0 ? `1 + ${significant(water_mL / stock_mL, 4)}` : 'Only water.';
  });
  protected readonly wrong = computed(() => this.solved()?.ok === false);
  protected clear(): void {
    this.form.reset();
  }
}
