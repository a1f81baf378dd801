import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectSettings } from '../household/state';
import { Clock } from '../shared/clock';
import { between, numberIn, said } from '../shared/valid';

const KINDS = ['spoon', 'cap', 'cup', 'scoop', 'pump'];

/** The household’s own spoons and caps: a name and how much goes in. */
@Component({
  selector: 'dt-spoons',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, MatButton, MatFormFieldModule, MatInputModule, MatSelectModule, ReactiveFormsModule],
  templateUrl: './spoons.html',
  styleUrl: './people.scss',
})
export class Spoons {
  private readonly clock = inject(Clock);
  protected readonly deeds = deedsFrom('settings: spoons');
  protected readonly settings = inject(Store).selectSignal(selectSettings);
  protected readonly open = signal(false);
  protected readonly kinds = KINDS;
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true, validators: [said] }),
    kind: new FormControl('spoon', { nonNullable: true }),
    volume: new FormControl('', { nonNullable: true, validators: [said, between(0.01, 5000)] }),
  });

  constructor() {
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => {
      this.open.set(false);
      this.form.reset();
    });
  }
  protected add(): void {
    this.form.markAllAsTouched();
    const s = this.settings();
    if (this.form.invalid || !s) return;
    const { name, kind } = this.form.getRawValue();
    const one = {
      id: uuidv7(),
      name: name.trim(),
      kind,
      volume_mL: numberIn(this.form.controls.volume)!,
      calibratedAt: this.clock.now().toISOString(),
    };
    this.deeds.ask(
      { does: 'change', on: 'settings', id: s.id, fields: { measures: [...s.measures, one] } },
      `${one.name} holds ${one.volume_mL} mL.`,
    );
  }
  protected drop(id: string): void {
    const s = this.settings()!;
    this.deeds.ask(
      { does: 'change', on: 'settings', id: s.id, fields: { measures: s.measures.filter((m) => m.id !== id) } },
      'It is off the drawer’s list.',
    );
  }
}
