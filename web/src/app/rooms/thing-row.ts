import { ChangeDetectionStrategy, Component, effect, input, output, untracked } from '@angular/core';
import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { Fixture } from '@dolly-tub/core';
import { PutAway } from '../shared/put-away';
import { between, numberIn, said, typed } from '../shared/valid';

/** Where a thing of a room stands and how large it is, by numbers: metres from the west and the north wall. */
@Component({
  selector: 'dt-thing-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, PutAway, ReactiveFormsModule],
  templateUrl: './thing-row.html',
  styleUrl: './room-things.scss',
})
export class ThingRow {
  readonly fixture = input.required<Fixture>();
  /** The north-west corner of the room, mm. */
  readonly corner = input.required<{ x: number; y: number }>();
  readonly name = input.required<string>();
  /** What goes with it. */
  readonly hangs = input.required<string>();
  readonly put = output<Pick<Fixture, 'x' | 'y' | 'w' | 'd'>>();
  readonly out = output<void>();
  protected readonly form = new FormGroup({
    west: typed(said, between(0, 50)),
    north: typed(said, between(0, 50)),
    wide: typed(said, between(0.1, 50)),
    deep: typed(said, between(0.1, 50)),
  });
  protected readonly fields = [
    { key: 'west', label: 'From the west wall' },
    { key: 'north', label: 'From the north wall' },
    { key: 'wide', label: 'Wide' },
    { key: 'deep', label: 'Deep' },
  ] as const;

  constructor() {
    effect(() => {
      const { x, y, w, d } = this.fixture();
      const from = this.corner();
      const m = (mm: number): string => String(Math.round(mm) / 1000);
      untracked(() => this.form.reset({ west: m(x - from.x), north: m(y - from.y), wide: m(w), deep: m(d) }));
    });
  }
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { west, north, wide, deep } = this.form.controls;
    const mm = (c: typeof west): number => Math.round(numberIn(c)! * 1000);
    const from = this.corner();
    this.put.emit({ x: from.x + mm(west), y: from.y + mm(north), w: mm(wide), d: mm(deep) });
  }
}
