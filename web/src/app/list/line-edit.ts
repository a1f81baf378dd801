import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Shopping } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectShopping } from '../household/state';
import { layInto } from '../shared/lay';
import { guardForm } from '../shared/unsaved';
import { between, numberIn, said, typed } from '../shared/valid';

/** A line of the list: how much, in which section of a shop it stands, and in which shop. */
@Component({
  selector: 'dt-line-edit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocompleteModule, MatButton, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  templateUrl: './line-edit.html',
  styleUrl: './line-edit.scss',
})
export class LineEdit {
  protected readonly deeds = deedsFrom('list: change a line');
  private readonly lines = inject(Store).selectSignal(selectShopping);
  readonly line = input.required<Shopping>();
  readonly name = input.required<string>();
  readonly done = output<void>();
  protected readonly form = new FormGroup({
    amount: typed(said, between(0.001, 1e6)),
    section: typed(said),
    shop: typed(),
  });
  private readonly now = toSignal(this.form.valueChanges, { initialValue: this.form.value });
  protected readonly sections = computed(() => this.usedBefore((l) => l.section, this.now().section));
  protected readonly shops = computed(() => this.usedBefore((l) => l.shop, this.now().shop));
  private laid: string | null = null;

  constructor() {
    guardForm(this.form, 'this line', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.done.emit());
    effect(() => {
      const l = this.line();
      untracked(() => {
        layInto(this.form, { amount: String(l.amount), section: l.section, shop: l.shop ?? '' }, this.laid === l.id);
        this.laid = l.id;
      });
    });
  }
  /** What other lines say there, what begins like it first named. */
  private usedBefore(of: (l: Shopping) => string | null | undefined, typedNow = ''): string[] {
    const begun = typedNow.trim().toLowerCase();
    return [...new Set(this.lines().flatMap((l) => of(l) ?? []))]
      .filter((x) => x.toLowerCase().includes(begun) && x.toLowerCase() !== begun)
      .sort();
  }
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { id, version } = this.line();
    const { section, shop } = this.form.getRawValue();
    this.deeds.ask(
      {
        does: 'change',
        on: 'shopping',
        id,
        version,
        fields: { amount: numberIn(this.form.controls.amount)!, section: section.trim(), shop: shop.trim() || null },
      },
      `${this.name()}: kept.`,
    );
  }
}
