import { ChangeDetectionStrategy, Component, effect, input, output, untracked } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { Opening } from '@dolly-tub/core';
import { between, numberIn, said, typed } from '../shared/valid';

/** A door or a window: in which wall, how far along it (from its west or north end), how wide, and where a door leads. */
@Component({
  selector: 'dt-opening-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, MatSelectModule, ReactiveFormsModule],
  templateUrl: './opening-row.html',
  styleUrl: './room-things.scss',
})
export class OpeningRow {
  readonly opening = input.required<Opening>();
  /** Names of the walls of the room, in the order of its outline. */
  readonly walls = input.required<readonly string[]>();
  readonly put = output<Opening>();
  readonly out = output<void>();
  protected readonly form = new FormGroup({
    wall: new FormControl(0, { nonNullable: true }),
    along: typed(said, between(0, 50)),
    wide: typed(said, between(0.1, 10)),
    leadsTo: typed(),
  });

  constructor() {
    effect(() => {
      const { wall, offset, width, leadsTo } = this.opening();
      untracked(() =>
        this.form.reset({
          wall,
          along: String(offset / 1000),
          wide: String(width / 1000),
          leadsTo: leadsTo ?? '',
        }),
      );
    });
  }
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { wall, along, wide, leadsTo } = this.form.controls;
    const mm = (c: typeof along): number => Math.round(numberIn(c)! * 1000);
    const { kind } = this.opening();
    const to = leadsTo.value.trim();
    this.put.emit({ kind, wall: wall.value, offset: mm(along), width: mm(wide), ...(to ? { leadsTo: to } : {}) });
  }
}
