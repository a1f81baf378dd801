import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Product, Substance } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { startWith, switchMap } from 'rxjs';
import { selectSettings } from '../household/state';
import { between, numberIn } from '../shared/valid';
import { SUMS } from './sums';

/** The small sums round a bottle: topping up, a test strip, scale, the kettle, a wash, a soak. */
@Component({
  selector: 'dt-sums',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButtonToggle,
    MatButtonToggleGroup,
    MatExpansionModule,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
  ],
  templateUrl: './sums-panel.html',
  styleUrl: './work-out.scss',
})
export class SumsPanel {
  private readonly settings = inject(Store).selectSignal(selectSettings);
  /** The acid of the product that is chosen. */
  readonly acid = input<Substance | null>(null);
  /** Parts of water to one of stock, of the bottle that is being made. */
  readonly partsWater = input<number | null>(null);
  /** How the product that is chosen is used. */
  readonly use = input<Product['use'] | null>(null);
  protected readonly sums = SUMS;
  protected readonly picked = signal(SUMS[0]!.id);
  protected readonly sum = computed(() => SUMS.find((s) => s.id === this.picked())!);
  protected readonly form = linkedSignal(
    () =>
      new FormGroup(
        Object.fromEntries(
          this.sum().fields.map((f) => [
            f.key,
            new FormControl('', { nonNullable: true, validators: [between(0, f.max)] }),
          ]),
        ),
      ),
  );
  private readonly dose = computed(() => {
    const { unit, min, max } = this.use() ?? {};
    return unit && unit !== 'neat' && min !== undefined && max !== undefined ? { unit, min, max } : null;
  });
  private readonly typed = toSignal(
    toObservable(this.form).pipe(switchMap((form) => form.valueChanges.pipe(startWith(null)))),
  );
  protected readonly answer = computed(() => {
    this.typed();
    const form = this.form();
    const values = Object.entries(form.controls).map(([key, c]) => [key, c.valid ? numberIn(c) : null] as const);
    if (values.some(([, n]) => n === null)) return null;
    return this.sum().answer(Object.fromEntries(values) as Record<string, number>, {
      acid: this.acid(),
      hardness_mgL: this.settings()?.waterHardness_mgL ?? null,
      partsWater: this.partsWater(),
      use: this.dose(),
    });
  });
}
