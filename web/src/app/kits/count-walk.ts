import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatProgressBar } from '@angular/material/progress-bar';
import { type LogFields, oddAmount } from '@dolly-tub/core';
import { deedsFrom } from '../household/deeds';
import { between, numberIn, said, typed } from '../shared/valid';
import { capital, figure } from '../shared/words';
import type { Thing } from './shelf';

/**
 * A walk along the shelf: one thing at a time in large type, its amount to say or to leave, by keyboard or thumb. What
 * was counted is written down thing by thing, so that a walk broken off loses nothing.
 */
@Component({
  selector: 'dt-count-walk',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, MatProgressBar, ReactiveFormsModule],
  templateUrl: './count-walk.html',
  styleUrl: './count-walk.scss',
})
export class CountWalk {
  protected readonly deeds = deedsFrom('kits: count');
  readonly things = input.required<readonly Thing[]>();
  readonly done = output();
  /** The order is that of the shelf when the walk began: what is counted does not change it. */
  private readonly order = signal<readonly string[]>([]);
  protected readonly at = signal(0);
  protected readonly changed = signal(0);
  protected readonly asks = signal<string | null>(null);
  private readonly field = viewChild('amount', { read: ElementRef<HTMLInputElement> });
  protected readonly form = new FormGroup({ amount: typed(said, between(0, 1e6)) });
  protected readonly many = computed(() => this.order().length);
  protected readonly thing = computed(() => this.things().find((t) => t.stock.id === this.order()[this.at()]) ?? null);
  protected readonly over = computed(() => this.many() > 0 && this.at() >= this.many());
  protected readonly capital = capital;
  protected readonly packOf = (t: Thing): string => `a pack holds ${figure(t.stock.pack.amount)} ${t.stock.pack.unit}`;

  constructor() {
    effect(() => {
      const things = this.things();
      if (!untracked(this.order).length && things.length) this.order.set(things.map((t) => t.stock.id));
    });
    effect(() => {
      const thing = this.thing();
      untracked(() => {
        this.asks.set(null);
        this.form.reset({ amount: thing ? String(thing.stock.onHand) : '' });
      });
      const field = this.field()?.nativeElement;
      field?.focus();
      field?.select();
    });
  }
  protected go(by: number): void {
    this.at.update((n) => Math.max(0, n + by));
  }
  /** What is said now is so; an odd amount is asked about first. */
  protected say(sure = false): void {
    this.form.markAllAsTouched();
    const t = this.thing();
    if (!t || this.form.invalid) return;
    const { id, onHand, pack } = t.stock;
    const amount = numberIn(this.form.controls.amount)!;
    const odd = sure ? null : oddAmount(amount, pack);
    this.asks.set(odd);
    if (odd) return;
    const delta = Math.round((amount - onHand) * 1000) / 1000;
    if (delta !== 0) {
      const moves: LogFields['moves'] = [{ stock: id, delta, unit: pack.unit }];
      const entry = { kind: 'stock' as const, reason: 'count' as const, moves, names: { product: t.name } };
      this.deeds.ask({ does: 'write', entry }, `${capital(t.name)}: ${figure(amount)} ${pack.unit}.`);
      this.changed.update((n) => n + 1);
    }
    this.go(1);
  }
}
