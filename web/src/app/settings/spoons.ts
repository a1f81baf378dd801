import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { MatExpansionModule } from '@angular/material/expansion';
import { parseNumber, type Settings, significant, simulatedScale, weighed } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectSettings } from '../household/state';
import { Clock } from '../shared/clock';
import { between, numberIn, said } from '../shared/valid';
import { when } from '../shared/words';

/** Ten strokes of a trigger. */
const SIMULATED_g = 12;
const KINDS = ['spoon', 'cap', 'cup', 'scoop', 'pump'];

/** The household’s own spoons and caps: a name and how much goes in. */
@Component({
  selector: 'dt-spoons',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatExpansionModule,
    MatIcon,
    MatButton,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
  ],
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

  /** Weighed on a kitchen scale: so many each time, and what it showed after each. */
  protected readonly scale = new FormGroup({
    strokes: new FormControl('10', { nonNullable: true, validators: [said, between(1, 1000)] }),
    density: new FormControl('1', { nonNullable: true, validators: [said, between(0.3, 3)] }),
    readings: new FormControl('', { nonNullable: true }),
  });
  private readonly shown = toSignal(this.scale.valueChanges);
  private readonly result = computed(() => {
    this.shown();
    const { readings } = this.scale.getRawValue();
    const read = readings.split(/[\s;]+/).flatMap((t) => parseNumber(t) ?? []);
    const [strokes, density] = [this.scale.controls.strokes, this.scale.controls.density].map((c) => numberIn(c) ?? 0);
    return read.length ? weighed([0, ...read], strokes!, density!) : null;
  });
  protected readonly each = computed(() => {
    const r = this.result();
    return r?.ok ? r.value : null;
  });
  protected readonly says = computed(() => {
    const r = this.result();
    if (!r) return 'Put a cup on the scale, set it to nothing, and write what it shows each time.';
    if (!r.ok) return r.problems[0]!.message;
    const { each_mL, spread, steady } = r.value;
    const one = `${significant(each_mL, 3)} mL each`;
    if (spread === null) return `${one}. Once more shows how even they are.`;
    return `${one}, ${Math.round(spread * 100)} % apart${steady ? '' : ': too uneven to measure with. Weigh them again'}.`;
  });
  /** What the scale that ships with the product shows of ten strokes, five times: to see how it goes. */
  protected simulate(): void {
    let on = 0;
    const scale = simulatedScale(() => on, this.clock.now().getTime());
    scale.tare();
    const readings = Array.from({ length: 5 }, () => {
      on += SIMULATED_g;
      return scale.read().toFixed(1);
    });
    this.scale.patchValue({ strokes: '10', readings: readings.join(' ') });
  }
  protected take(): void {
    this.form.controls.volume.setValue(String(significant(this.each()!.each_mL, 3)));
  }

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
      ...(this.each() ? { mass_g: this.each()!.each_g } : {}),
      calibratedAt: this.clock.now().toISOString(),
    };
    this.deeds.ask(
      { does: 'change', on: 'settings', id: s.id, fields: { measures: [...s.measures, one] } },
      `${one.name} holds ${one.volume_mL} mL.`,
    );
  }
  /** Whether it was weighed, and when; else it holds what somebody said. */
  protected how(m: Settings['measures'][number]): string {
    if (!m.mass_g) return ', not weighed';
    return m.calibratedAt
      ? `, weighed ${when(m.calibratedAt, this.settings()?.timeZone, this.settings()?.locale, false)}`
      : ', weighed';
  }
  protected drop(id: string): void {
    const s = this.settings()!;
    this.deeds.ask(
      { does: 'change', on: 'settings', id: s.id, fields: { measures: s.measures.filter((m) => m.id !== id) } },
      'It is off the drawer’s list.',
    );
  }
}
