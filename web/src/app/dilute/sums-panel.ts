import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { dueWith, type Product, type Substance, vagueId } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { startWith, switchMap } from 'rxjs';
import { selectLog, selectSettings, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { between, numberIn } from '../shared/valid';
import { figure } from '../shared/words';
import { type About, SUMS } from './sums';

/** The small sums round a bottle: topping up, a test strip, scale, the kettle, a wash, a soak. */
@Component({
  selector: 'dt-sums',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatExpansionModule,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
  ],
  templateUrl: './sums-panel.html',
  styleUrl: './work-out.scss',
})
export class SumsPanel {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly spots = this.store.selectSignal(selectSpots);
  private readonly log = this.store.selectSignal(selectLog);
  /** The acid of the product that is chosen. */
  readonly acid = input<Substance | null>(null);
  /** Parts of water to one of stock, of the bottle that is being made. */
  readonly partsWater = input<number | null>(null);
  /** The product that is chosen. */
  readonly record = input<Product | null>(null);
  /** So much is to be made, mL. */
  readonly makes = output<number>();
  protected readonly sums = SUMS;
  protected readonly picked = signal(SUMS[0]!.id);
  protected readonly sum = computed(() => SUMS.find((s) => s.id === this.picked())!);
  protected readonly form = linkedSignal(
    () =>
      new FormGroup(
        Object.fromEntries(
          this.sum().fields.map((f) => [
            f.key,
            new FormControl(this.starts(f.key), { nonNullable: true, validators: [between(0, f.max)] }),
          ]),
        ),
      ),
  );
  private readonly dose = computed(() => {
    const { unit, min, max } = this.record()?.use ?? {};
    return unit && unit !== 'neat' && min !== undefined && max !== undefined ? { unit, min, max } : null;
  });
  private readonly typed = toSignal(
    toObservable(this.form).pipe(switchMap((form) => form.valueChanges.pipe(startWith(null)))),
  );
  private readonly values = computed(() => {
    this.typed();
    const form = this.form();
    const values = Object.entries(form.controls).map(([key, c]) => [key, c.valid ? numberIn(c) : null] as const);
    return values.some(([, n]) => n === null) ? null : (Object.fromEntries(values) as Record<string, number>);
  });
  private readonly substance = computed(() => {
    const [c, p] = [this.knowledge.catalogue(), this.record()];
    return (p && c?.substances.get(p.strength.substance)) ?? null;
  });
  /** What is due today and was cleaned with it the last time. */
  private readonly due = computed(() =>
    dueWith(
      this.record()?.id ?? '',
      { spots: this.spots(), log: this.log() },
      this.clock.minute(),
      this.settings()?.timeZone ?? 'UTC',
      (material) => this.knowledge.catalogue()?.materials.get(material)?.porous ?? true,
    ),
  );
  private readonly about = computed<About>(() => ({
    acid: this.acid(),
    hardness_mgL: this.settings()?.waterHardness_mgL ?? null,
    partsWater: this.partsWater(),
    use: this.dose(),
    substance: this.substance(),
    densities: this.knowledge.catalogue()?.densities.get(this.substance()?.id ?? '') ?? null,
    due: this.due(),
    stroke_mL: this.stroke(),
  }));
  /** mL of one stroke of a trigger, as weighed here or as it usually is. */
  private stroke(): number {
    const c = this.knowledge.catalogue();
    const usual = [...(c?.measures.values() ?? [])].find((m) => m.head === TRIGGER);
    const own = (this.settings()?.measures ?? []).find((m) => vagueId(m.name) === usual?.id);
    return own?.volume_mL ?? usual?.volume_mL ?? 1;
  }
  private starts(key: string): string {
    const known = untracked(() => this.sum().start?.(this.about()))?.[key];
    return known === undefined ? '' : figure(known);
  }
  protected readonly answer = computed(() => {
    const values = this.values();
    return values && this.sum().answer(values, this.about());
  });
  protected readonly make_mL = computed(() => {
    const values = this.values();
    const mL = values && this.sum().makes?.(values);
    return mL && mL > 0 ? mL : null;
  });
}
/** Kind of a sprayer's head. */
const TRIGGER = 'trigger';
