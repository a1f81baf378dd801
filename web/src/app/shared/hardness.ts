import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { HARDNESS_UNITS, hardness_mgL, hardnessIn, hardnessUnitOf, type HardnessUnit } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectSettings } from '../household/state';
import { numberIn, said, typed } from './valid';

/** The hardest water that is taken for water, mg/L of calcium carbonate. */
const MOST_MGL = 1000;

/** Hardness of the water in the unit that the supplier prints; kept in mg/L of calcium carbonate. */
@Component({
  selector: 'dt-hardness',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, MatSelectModule, ReactiveFormsModule],
  templateUrl: './hardness.html',
  styleUrl: './hardness.scss',
})
export class Hardness {
  private readonly settings = inject(Store).selectSignal(selectSettings);
  readonly label = input.required<string>();
  /** mg/L */
  readonly value = input.required<number>();
  /** mg/L */
  readonly changed = output<number>();
  protected readonly units = HARDNESS_UNITS;
  private readonly picked = signal<HardnessUnit | null>(null);
  protected readonly unit = computed(() => this.picked() ?? hardnessUnitOf(this.settings()?.locale ?? ''));
  protected readonly most = computed(() => hardnessIn(MOST_MGL, this.unit()));
  protected readonly form = new FormGroup({
    amount: typed(said, (c) => {
      const n = numberIn(c);
      return n !== null && n >= 0 && hardness_mgL(n, untracked(this.unit)) <= MOST_MGL ? null : { between: true };
    }),
    unit: new FormControl<HardnessUnit>('mgL', { nonNullable: true }),
  });
  /** USGS classes of hardness, mg/L of calcium carbonate. */
  protected readonly says = computed(() => {
    const h = this.value();
    const name =
      h <= 60 ? 'soft' : h <= 120 ? 'moderately hard' : h <= 180 ? 'hard' : 'very hard: scale comes back fast';
    return this.unit() === 'mgL' ? name : `${name} (${h} mg/L)`;
  });

  constructor() {
    effect(() => {
      const [value, unit] = [this.value(), this.unit()];
      untracked(() => {
        this.form.controls.unit.setValue(unit);
        // what is being typed stays
        if (!this.form.controls.amount.dirty) this.form.controls.amount.setValue(String(hardnessIn(value, unit)));
      });
    });
  }
  /** The same water in another unit. */
  protected turn(unit: HardnessUnit): void {
    this.picked.set(unit);
    this.form.controls.amount.reset(String(hardnessIn(this.value(), unit)));
  }
  protected keep(): void {
    const { amount } = this.form.controls;
    amount.markAsTouched();
    if (amount.invalid) return;
    amount.markAsPristine();
    this.changed.emit(hardness_mgL(numberIn(amount)!, this.unit()));
  }
}
