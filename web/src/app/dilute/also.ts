import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { FormArray, FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatIconButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { isSolid } from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { between, numberIn, said } from '../shared/valid';
import type { DiluteState } from './dilute.state';

/** So many things more make a recipe that nobody knows any more. */
const MOST = 5;
/** What is taken of what is used as it is until somebody says how much: a twentieth of the bottle (common practice). */
const NEAT = 0.05;

/** What goes into the bottle besides: each thing with how much of it. */
@Component({
  selector: 'dt-also',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatFormFieldModule, MatIcon, MatIconButton, MatInputModule, ReactiveFormsModule],
  templateUrl: './also.html',
  styleUrl: './also.scss',
})
export class Also {
  private readonly knowledge = inject(Knowledge);
  readonly also = input.required<DiluteState['also']>();
  /** What it may be chosen from, and what is in it already. */
  readonly choices = input.required<readonly Choice[]>();
  readonly main = input.required<string>();
  readonly mL = input.required<number>();
  readonly changed = output<DiluteState['also']>();
  protected readonly amounts = new FormArray<FormControl<string>>([]);
  protected readonly rows = computed(() =>
    this.also().map((a) => {
      const p = this.knowledge.catalogue()?.products.get(a.product);
      return { ...a, name: p?.name ?? a.product, unit: p && isSolid(p) ? 'g' : 'mL' };
    }),
  );
  protected readonly others = computed(() => {
    const inside = new Set([this.main(), ...this.also().map((a) => a.product)]);
    return this.also().length >= MOST ? [] : this.choices().filter((c) => !inside.has(c.id));
  });

  constructor() {
    effect(() => {
      const also = this.also();
      untracked(() => {
        while (this.amounts.length > also.length) this.amounts.removeAt(this.amounts.length - 1);
        also.forEach((a, i) => {
          const had = this.amounts.at(i);
          if (!had)
            this.amounts.push(
              new FormControl(String(a.amount), { nonNullable: true, validators: [said, between(0.001, 1e6)] }),
            );
          else if (numberIn(had) !== a.amount) had.setValue(String(a.amount));
        });
      });
    });
  }
  /** It begins with the middle of what its own label is taken to ask for. */
  protected add(product: string): void {
    const use = this.knowledge.catalogue()?.products.get(product)?.use;
    const share = use?.min && use.max && use.unit !== 'neat' ? Math.sqrt(use.min * use.max) / 1000 : NEAT;
    this.changed.emit([...this.also(), { product, amount: Number((this.mL() * share).toPrecision(2)) }]);
  }
  protected typed(i: number): void {
    const field = this.amounts.at(i);
    field.markAsTouched();
    if (field.valid) this.changed.emit(this.also().map((a, j) => (j === i ? { ...a, amount: numberIn(field)! } : a)));
  }
  protected drop(i: number): void {
    this.changed.emit(this.also().filter((_, j) => j !== i));
  }
}
