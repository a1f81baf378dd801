import { OverlayModule } from '@angular/cdk/overlay';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  output,
  signal,
  viewChild,
  viewChildren,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatListModule, MatListOption } from '@angular/material/list';
import Fuse from 'fuse.js';
import { find } from './search';

export interface Choice {
  id: string;
  name: string;
  /** Other words for it. */
  also?: readonly string[];
  /** A second, quieter line. */
  note?: string;
}
/** Up to so many are a list to tap; more have a field to type in. */
const FEW = 7;
/** So many are shown at once; typing finds the others. */
const SHOWN = 60;

/**
 * A word in a sentence that opens a list. Few choices are a list; of many, typing finds by household words, with typos.
 * Focus returns to the word.
 */
@Component({
  selector: 'dt-chooser',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatAutocompleteModule,
    MatButton,
    MatFormFieldModule,
    MatInputModule,
    MatListModule,
    OverlayModule,
    ReactiveFormsModule,
  ],
  templateUrl: './chooser.html',
  styleUrl: './chooser.scss',
})
export class Chooser {
  readonly choices = input.required<readonly Choice[]>();
  readonly value = input<string | null>(null);
  readonly label = input.required<string>();
  readonly hint = input('Type a word');
  readonly empty = input('choose');
  readonly look = input<'word' | 'chip'>('word');
  readonly chosen = output<string>();

  protected readonly open = signal(false);
  protected readonly typed = new FormControl('', { nonNullable: true });
  private readonly query = toSignal(this.typed.valueChanges, { initialValue: '' });
  protected readonly at = viewChild.required('word', { read: ElementRef<HTMLButtonElement> });
  private readonly field = viewChild('field', { read: ElementRef<HTMLInputElement> });
  private readonly listed = viewChildren(MatListOption);
  protected readonly long = computed(() => this.choices().length > FEW);
  private readonly fuse = computed(
    () =>
      new Fuse(this.choices(), {
        keys: [{ name: 'name', weight: 2 }, 'also'],
        threshold: 0.34,
        ignoreLocation: true,
        minMatchCharLength: 2,
        includeScore: true,
      }),
  );
  protected readonly shown = computed(() => this.choices().find((c) => c.id === this.value())?.name ?? this.empty());
  /** What is chosen first, so that it is in view; what was typed for once somebody types. */
  protected readonly found = computed(() => {
    const q = this.query().trim();
    if (q) return find(this.fuse(), q).slice(0, SHOWN);
    const chosen = this.choices().filter((c) => c.id === this.value());
    return [...chosen, ...this.choices().filter((c) => c.id !== this.value())].slice(0, SHOWN);
  });

  protected toggle(): void {
    this.typed.setValue('');
    this.open.update((o) => !o);
  }
  protected show(e: Event): void {
    e.preventDefault();
    if (!this.open()) this.toggle();
  }
  protected takeFocus(): void {
    setTimeout(() => {
      const [field, listed] = [this.field(), this.listed()];
      if (field) field.nativeElement.focus();
      else (listed.find((o) => o.selected) ?? listed[0])?.focus();
    });
  }
  protected close(): void {
    if (!this.open()) return;
    this.open.set(false);
    // after the list, which takes the focus once more when a choice is made
    setTimeout(() => this.at().nativeElement.focus());
  }
  protected pick(id: string): void {
    if (!this.open()) return;
    this.close();
    this.chosen.emit(id);
  }
  protected key(e: KeyboardEvent): void {
    if (e.key !== 'Escape' && e.key !== 'Tab') return;
    if (e.key === 'Escape') e.preventDefault();
    this.close();
  }
}
