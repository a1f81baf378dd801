import { ChangeDetectionStrategy, Component, effect, input, output, untracked } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { CORNERS, type CornerName, type Cut, cutOf, type Room } from '@dolly-tub/core';
import { between, numberIn, said, typed } from '../shared/valid';

/** A room round a corner: which of its four corners is missing, and how much of it. */
@Component({
  selector: 'dt-room-shape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, MatSelectModule, ReactiveFormsModule],
  templateUrl: './room-shape.html',
  styleUrl: './room-things.scss',
})
export class RoomShape {
  readonly room = input.required<Room>();
  readonly drawn = output<Cut | null>();
  protected readonly corners = CORNERS;
  protected readonly form = new FormGroup({
    corner: new FormControl<CornerName | ''>('', { nonNullable: true }),
    wide: typed(said, between(0.1, 30)),
    deep: typed(said, between(0.1, 30)),
  });

  constructor() {
    effect(() => {
      const is = cutOf(this.room());
      untracked(() =>
        this.form.reset({
          corner: is?.corner ?? '',
          wide: String((is?.width_mm ?? 1000) / 1000),
          deep: String((is?.depth_mm ?? 1000) / 1000),
        }),
      );
    });
  }
  protected save(): void {
    const { corner, wide, deep } = this.form.controls;
    if (corner.value === '') return this.drawn.emit(null);
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const mm = (c: typeof wide): number => Math.round(numberIn(c)! * 1000);
    this.drawn.emit({ corner: corner.value, width_mm: mm(wide), depth_mm: mm(deep) });
  }
}
