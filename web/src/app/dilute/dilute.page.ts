import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type DiluteAnswer, filledOf, targetsOf } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectBottles, selectKits, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { between, numberIn, said } from '../shared/valid';
import { VerdictShape } from '../shared/verdict-shape';
import { figure, when } from '../shared/words';
import { BottleDrawing } from './bottle';
import { BottleLabelCard } from './bottle-label';
import { BottleMake } from './bottle-make';
import { diluteEvents, type DiluteState } from './dilute.state';
import { Pasted } from './pasted';
import { Recipe } from './recipe';
import { RecipeWords } from './recipe-words';
import { SumsPanel } from './sums-panel';
import { WorkOut } from './work-out';

/** Make a bottle: the person's own container to scale, in the person's own spoons, and the strength really got. */
@Component({
  selector: 'dt-dilute',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatIcon,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatButton,
    BottleDrawing,
    BottleLabelCard,
    BottleMake,
    Chooser,
    Pasted,
    RouterLink,
    SourceNote,
    SumsPanel,
    VerdictShape,
    WorkOut,
  ],
  templateUrl: './dilute.page.html',
  styleUrl: './dilute.page.scss',
})
export class DilutePage {
  private readonly store = inject(Store);
  protected readonly saving = deedsFrom('dilute: save');
  protected readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly figure = figure;
  protected readonly worstLevel = computed(() =>
    Math.max(0, ...(this.recipe.refused() ?? []).map((b) => b.level ?? 3)),
  );
  protected whenMay = (from: string): string => when(from, ...this.zone());
  protected names = (all: readonly { name: string }[]): string => all.map((x) => x.name).join(', ');
  protected readonly saved = signal(false);
  protected readonly recipe = new Recipe(this.saved);
  protected readonly words = new RecipeWords(this.recipe);
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
    this.saving.done.pipe(takeUntilDestroyed()).subscribe(() => this.saved.set(true));
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
  protected readonly products = computed<Choice[]>(() => {
    const owned = new Map(
      this.stock()
        .filter((x) => x.onHand > 0)
        .map((x) => [x.item, this.kits().find((k) => k.id === x.kit)?.name]),
    );
    return (
      [...(this.knowledge.catalogue()?.products.values() ?? [])]
        // what the gate never lets be thinned is not offered; why not is told when it is asked for by name
        .filter((p) => (p.advised && !p.use.neatOnly) || p.id === this.s().product)
        .map((p) => ({
          id: p.id,
          name: p.name,
          also: p.synonyms,
          ...(owned.has(p.id) ? { note: `on the shelf: ${owned.get(p.id)}` } : {}),
        }))
        .sort((a, b) => Number(owned.has(b.id)) - Number(owned.has(a.id)))
    );
  });
  /** Where nothing is chosen yet: what is on the shelves, else what has strengths of its own that are published. */
  protected readonly starters = computed<Choice[]>(() => {
    const c = this.knowledge.catalogue();
    const all = this.products();
    const owned = all.filter((x) => x.note);
    if (owned.length) return owned.slice(0, 8);
    const seen = new Set<string>();
    return all
      .filter(({ id }) => {
        const p = c?.products.get(id);
        // one for each substance: nine descalers are no choice
        if (!p || seen.has(p.strength.substance) || !targetsOf(p, c!).length) return false;
        return seen.add(p.strength.substance);
      })
      .slice(0, 8);
  });
  protected toggle(id: string): void {
    const now = this.recipe.spoons();
    this.change({ measures: now.includes(id) ? now.filter((m) => m !== id) : [...now, id] });
  }
  protected readonly bottleChoices = computed<Choice[]>(() => [
    ...this.bottles().map((b) => ({
      id: b.id,
      name: `${b.name}, ${b.capacity_mL >= 1000 ? `${b.capacity_mL / 1000} L` : `${b.capacity_mL} mL`}`,
      note: b.fill ? `holds ${b.fill.left_mL} mL of a mix` : 'empty',
    })),
    { id: ONE_MORE, name: 'one more bottle …', also: ['new'] },
  ]);
  protected readonly capacity = computed(() => this.recipe.bottle()?.capacity_mL ?? this.s().mL / 0.9);
  private readonly zone = computed(() => [this.settings()?.timeZone, this.settings()?.locale] as const);
  protected readonly mixedAt = computed(() => when(this.clock.minute().toISOString(), ...this.zone()));
  protected readonly discardAt = computed(() => when(this.recipe.discard(), ...this.zone()));
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
      bottle: id,
      mL: Math.round(b.capacity_mL * (this.knowledge.catalogue()?.vessels.get(b.outline)?.fill ?? 0.9)),
    });
  }
  protected save(a: DiluteAnswer): void {
    const bottle = this.recipe.bottle()!;
    const { entry, amount, unit, short } = filledOf(
      {
        product: this.recipe.record()!,
        recipe: a,
        solid: this.recipe.solid(),
        mL: this.s().mL,
        mixedAt: this.clock.now(),
        discardAt: this.recipe.discard(),
      },
      bottle,
      this.stock(),
    );
    const came = short
      ? 'Its shelf was short of it: count it in Kits.'
      : `${figure(amount)} ${unit} came off the shelf.`;
    this.saving.ask({ does: 'write', entry }, `Saved: ${bottle.name} holds ${this.s().mL} mL. ${came}`);
  }
  protected print(): void {
    window.print();
  }
}
const ONE_MORE = '+';
/** No strength said in another way. */
const AS_TYPED = { percent: null, ppm: null, said: null, reading: 0 } as const satisfies Partial<DiluteState>;
/** Nothing said but what the records say. */
const AS_KNOWN = {
  ...AS_TYPED,
  label: null,
  dose: null,
  madeDaysAgo: null,
} as const satisfies Partial<DiluteState>;
