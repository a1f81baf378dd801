import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, model } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { type DiluteAnswer, filledOf, headInReturn, headMoved } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { type Deed, deedsFrom } from '../household/deeds';
import { selectHousehold, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { figure, when } from '../shared/words';
import type { Recipe } from './recipe';
import type { RecipeWords } from './recipe-words';

/** Verdicts of the other bottle's new head that are told, and that bar it. */
const TOLD = 1;
const BARRED = 3;

/** The label of what is being made, and the bottle that it is kept in: whose head goes on it, whether the old label is off. */
@Component({
  selector: 'dt-fill',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatCheckbox, MatIcon, RouterLink],
  templateUrl: './fill.html',
  styleUrl: './fill.scss',
})
export class Fill {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly knowledge = inject(Knowledge);
  protected readonly saving = deedsFrom('dilute: save');
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly household = this.store.selectSignal(selectHousehold);
  readonly recipe = input.required<Recipe>();
  readonly words = input.required<RecipeWords>();
  readonly answer = input.required<DiluteAnswer>();
  readonly spot = input<string | undefined>();
  readonly saved = model(false);
  protected readonly figure = figure;
  private readonly zone = computed(() => [this.settings()?.timeZone, this.settings()?.locale] as const);
  protected readonly mixedAt = computed(() => when(this.clock.minute().toISOString(), ...this.zone()));
  protected readonly discardAt = computed(() => when(this.recipe().discard(), ...this.zone()));
  protected names = (all: readonly { name: string }[]): string => all.map((x) => x.name).join(', ');
  /** What the bottle held, where it is something else than what comes in: that label must not stay. */
  protected readonly held = computed(() => {
    const fill = this.recipe().bottle()?.fill;
    const goesIn = new Set([
      this.recipe().record()?.id,
      ...(this.recipe().made()?.also ?? []).map((a) => a.product.id),
    ]);
    const other = fill?.parts.find((p) => !goesIn.has(p.item));
    return other ? (this.knowledge.catalogue()?.products.get(other.item)?.name ?? other.item) : null;
  });
  /** Asked anew of each bottle. */
  protected readonly covered = linkedSignal({ source: () => this.recipe().bottle()?.id, computation: () => false });
  /** The other bottle gets this one's head: what that does to what it holds. */
  protected readonly inReturn = computed(() => {
    const [own, other, c] = [this.recipe().bottle(), this.recipe().headFrom(), this.knowledge.catalogue()];
    const met = own && other && c ? headInReturn(own, other, this.household(), this.clock.minute(), c) : null;
    return met && met.level >= TOLD ? { ...met, name: other!.name } : null;
  });
  protected readonly barred = computed(
    () => (this.inReturn()?.level ?? 0) >= BARRED || (this.held() !== null && !this.covered()),
  );

  constructor() {
    this.saving.done.pipe(takeUntilDestroyed()).subscribe(() => this.saved.set(true));
  }
  protected save(): void {
    const bottle = this.recipe().bottle()!;
    const { entry, amount, unit, short } = filledOf(
      {
        product: this.recipe().record()!,
        recipe: this.answer(),
        solid: this.recipe().solid(),
        mL: this.recipe().s().mL,
        mixedAt: this.clock.now(),
        discardAt: this.recipe().discard(),
        also: this.recipe().made()?.also ?? [],
      },
      bottle,
      this.stock(),
    );
    const came = short
      ? 'Its shelf was short of it: count it in Kits.'
      : `${figure(amount)} ${unit} came off the shelf.`;
    const from = this.recipe().headFrom();
    const deeds: Deed[] = from
      ? [
          { does: 'write', entry: headMoved(from, bottle) },
          { does: 'write', entry },
        ]
      : [{ does: 'write', entry }];
    this.saving.ask(deeds, `Saved: ${bottle.name} holds ${this.recipe().s().mL} mL. ${came}`);
  }
  protected print(): void {
    window.print();
  }
}
