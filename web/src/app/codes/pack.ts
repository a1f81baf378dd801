import { ChangeDetectionStrategy, Component, effect, ElementRef, input, output, viewChild } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { LeftOut, PackDeed, Stock } from '@dolly-tub/core';
import { between, numberIn, said, typed } from '../shared/valid';
import { VerdictShape } from '../shared/verdict-shape';
import { figure } from '../shared/words';

/** A pack that was read, and where it stands. */
export interface PackAsk {
  row: Stock;
  name: string;
  kit: string;
  place: string | null;
  /** The same code in other kits. */
  others: readonly Stock[];
  /** Why it may not stand where one more would go. */
  bar: LeftOut | null;
  /** It is to be counted: the amount is what is asked first. */
  counts: boolean;
}

/** A pack in the hand: what it is and where it belongs, and what becomes of it by one tap. */
@Component({
  selector: 'dt-pack',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, ReactiveFormsModule, RouterLink, VerdictShape],
  templateUrl: './pack.html',
  styleUrl: './pack.scss',
})
export class Pack {
  readonly ask = input.required<PackAsk>();
  readonly kitName = input.required<(id: string) => string>();
  readonly does = output<PackDeed>();
  readonly anyway = output();
  readonly other = output<Stock>();
  private readonly first = viewChild('first', { read: ElementRef<HTMLButtonElement> });
  private readonly amount = viewChild('amount', { read: ElementRef<HTMLInputElement> });
  protected readonly form = new FormGroup({ amount: typed(said, between(0, 1e7)) });
  protected readonly figure = figure;

  constructor() {
    effect(() => {
      const { row, counts } = this.ask();
      this.form.reset({ amount: String(row.onHand) });
      if (!counts) return this.first()?.nativeElement.focus();
      this.amount()?.nativeElement.focus();
      this.amount()?.nativeElement.select();
    });
  }
  protected count(): void {
    this.form.markAllAsTouched();
    const amount = numberIn(this.form.controls.amount);
    if (this.form.valid && amount !== null) this.does.emit({ does: 'count', amount });
  }
}
