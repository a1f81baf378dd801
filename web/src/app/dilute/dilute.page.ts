import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { selectBottles, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser } from '../shared/chooser';
import { SourceNote } from '../shared/source-note';
import { between, numberIn, said } from '../shared/valid';
import { VerdictShape } from '../shared/verdict-shape';
import { figure, when } from '../shared/words';
import { Also } from './also';
import { BottleDrawing } from './bottle';
import { BottleLabelCard } from './bottle-label';
import { BottleMake } from './bottle-make';
import { Choices, ONE_MORE } from './choices';
import { diluteEvents, type DiluteState } from './dilute.state';
import { Fill } from './fill';
import { type Made, Pasted } from './pasted';
import { Recipe } from './recipe';
import { RecipeWords } from './recipe-words';
import { StripPanel } from './strip';
import { SumsPanel } from './sums-panel';
import { TimeLine } from './time-line';
import { WorkOut } from './work-out';
import { InTurn } from '../shared/in-turn';

/** Make a bottle: the person's own container to scale, in the person's own spoons, and the strength really got. */
@Component({
  selector: 'dt-dilute',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatButton,
    Also,
    BottleDrawing,
    BottleLabelCard,
    BottleMake,
    Chooser,
    Fill,
    Pasted,
    RouterLink,
    SourceNote,
    StripPanel,
    SumsPanel,
    TimeLine,
    VerdictShape,
    WorkOut,
  ],
  templateUrl: './dilute.page.html',
  styleUrl: './dilute.page.scss',
})
export class DilutePage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly figure = figure;
  protected readonly worstLevel = computed(() =>
    Math.max(0, ...(this.recipe.refused() ?? []).map((b) => b.level ?? 3)),
  );
  protected whenMay = (from: string): string => when(from, ...this.zone());
  protected readonly saved = signal(false);
  protected readonly recipe = new Recipe(this.saved);
  protected readonly packs = computed(() => PACKS.filter((k) => this.recipe.keepings().includes(k.id)));
  protected readonly words = new RecipeWords(this.recipe);
  protected readonly choices = new Choices(
    () => this.s().product,
    () => this.recipe.bottle(),
  );
  protected readonly s = this.recipe.s;
  /** /dilute?product=&percent=&ppm=&mL=&spot=&bottle= */
  readonly product = input<string | undefined>();
  readonly percent = input<string | undefined>();
  readonly ppm = input<string | undefined>();
  readonly mL = input<string | undefined>();
  readonly spot = input<string | undefined>();
  /** A bottle: what is in it, its label, and how it is made again. */
  readonly bottleId = input<string | undefined>(undefined, { alias: 'bottle' });
  /** What may be typed; what was typed and is no number stays, and is marked. */
  protected readonly form = new FormGroup({
    mL: new FormControl('', { nonNullable: true, validators: [said, between(1, 1e6)] }),
    strength: new FormControl('', { nonNullable: true, validators: [said] }),
    label: new FormControl('', { nonNullable: true, validators: [between(0.001, 100)] }),
    dose: new FormControl('', { nonNullable: true, validators: [between(0.01, 1000)] }),
  });

  constructor() {
    void this.knowledge.load();
    effect(() => {
      const s = this.s();
      this.form.setValue({
        mL: String(s.mL),
        strength: this.recipe.strength(),
        label: String(s.label ?? this.recipe.packSays() ?? ''),
        dose: String(s.dose ?? ''),
      });
    });
    effect(() => {
      const product = this.product();
      const n = (t: string | undefined): number | null => (t && Number(t) > 0 ? Number(t) : null);
      const change = {
        ...(product
          ? {
              ...AS_KNOWN,
              product,
              percent: n(this.percent()),
              ppm: n(this.ppm()),
              bottle: null,
            }
          : {}),
        ...(n(this.mL()) ? { mL: n(this.mL())! } : {}),
      };
      untracked(() => {
        if (Object.keys(change).length) this.change(change);
      });
    });
    effect(() => {
      const b = this.bottles().find((x) => x.id === this.bottleId());
      const item = b?.fill?.parts[0]?.item;
      untracked(() => {
        if (b && this.s().bottle !== b.id) {
          if (item) this.change({ ...AS_KNOWN, product: item });
          this.into(b.id);
        }
      });
    });
  }
  protected change(change: Partial<DiluteState>): void {
    this.saved.set(false);
    this.store.dispatch(diluteEvents.recipeChanged({ change }));
  }
  protected from(product: string): void {
    this.wrong.set(null);
    this.change({ ...AS_KNOWN, product });
  }
  protected readonly nominal = computed(() => String(this.recipe.record()?.strength.percent ?? ''));
  protected toggle(id: string): void {
    const now = this.recipe.spoons();
    this.change({ measures: now.includes(id) ? now.filter((m) => m !== id) : [...now, id] });
  }
  protected readonly capacity = computed(() => this.recipe.bottle()?.capacity_mL ?? this.s().mL / 0.9);
  private readonly zone = computed(() => [this.settings()?.timeZone, this.settings()?.locale] as const);
  /** A field that was left or entered counts, if it is a number. */
  protected typed(key: 'mL' | 'strength' | 'label' | 'dose'): void {
    const field = this.form.controls[key];
    field.markAsTouched();
    if (field.invalid) return;
    const n = numberIn(field);
    if (key === 'strength') this.typedStrength(field.value.trim(), n);
    else if (key === 'mL') this.change({ mL: n! });
    else this.change({ [key]: n });
  }
  /** Why what was typed is no strength; it stays as it was typed. */
  protected readonly wrong = signal<string | null>(null);
  /** A bare number counts in the unit that stands beside it; anything else is read as a ratio. */
  private typedStrength(text: string, n: number | null): void {
    this.wrong.set(n === null ? this.recipe.wrongWith(text) : n > 0 ? null : 'The strength must be more than nothing.');
    if (this.wrong()) return;
    if (n === null) this.change({ ...AS_TYPED, said: text });
    else this.take(n);
  }
  protected take(n: number): void {
    this.wrong.set(null);
    this.change({
      ...AS_TYPED,
      ...(this.recipe.chlorine() ? { ppm: n, percent: null } : { percent: n, ppm: null }),
    });
  }
  /** The line between water and stock was moved: so much of one to so much of the other. */
  protected watered(mL: number): void {
    const parts = Number((mL / (this.s().mL - mL)).toPrecision(3));
    this.wrong.set(null);
    this.change({ ...AS_TYPED, said: `1+${parts}` });
  }
  /** A bottle of one’s own is being made. */
  protected readonly making = signal(false);
  protected bottleMade(id: string | null): void {
    this.making.set(false);
    if (id) this.into(id);
  }
  protected into(id: string): void {
    if (id === ONE_MORE) return this.making.set(true);
    const b = this.bottles().find((x) => x.id === id)!;
    this.change({
      headFrom: null,
      bottle: id,
      mL: Math.round(b.capacity_mL * (this.knowledge.catalogue()?.vessels.get(b.outline)?.fill ?? 0.9)),
    });
  }
  /** A recipe that was pasted is made: the first thing is measured, the others go in as it says. */
  protected asPasted(r: Made): void {
    this.change({ ...AS_KNOWN, ...r, bottle: null });
  }
}
const PACKS = [
  { id: 'shut', name: 'never opened' },
  { id: 'opened', name: 'opened' },
  { id: 'damp', name: 'kept damp' },
] as const;
/** No strength said in another way. */
const AS_TYPED = { percent: null, ppm: null, said: null, reading: 0 } as const satisfies Partial<DiluteState>;
/** Nothing said but what the records say. */
const AS_KNOWN = {
  ...AS_TYPED,
  label: null,
  dose: null,
  madeDaysAgo: null,
  kept: null,
  also: [],
} as const satisfies Partial<DiluteState>;
