import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatIcon } from '@angular/material/icon';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  discardOf,
  leftByWeight,
  type LogFields,
  oddAmount,
  parseNumber,
  rescuesFor,
  usualTare,
} from '@dolly-tub/core';
import { deedsFrom } from '../household/deeds';
import { Knowledge } from '../knowledge/knowledge';
import { selectSettings } from '../household/state';
import { Chooser } from '../shared/chooser';
import { InView } from '../shared/in-view';
import { SourceNote } from '../shared/source-note';
import { between, numberIn, said, typed } from '../shared/valid';
import { capital, DISCARD, figure, whyDiscard } from '../shared/words';
import { Listing } from './listing';
import { Moving } from './moving';
import { RunOutLine } from './run-out';
import type { Thing } from './shelf';

/** The thing that is picked on the shelf: counted, moved, listed, bought. */
@Component({
  selector: 'dt-thing-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatIcon,
    Chooser,
    InView,
    RunOutLine,
    SourceNote,
    MatButton,
    MatFormFieldModule,
    MatExpansionModule,
    MatInputModule,
    ReactiveFormsModule,
    RouterLink,
  ],
  templateUrl: './thing-panel.html',
  styleUrl: './thing-panel.scss',
})
export class ThingPanel {
  private readonly deeds = deedsFrom('kits');
  private readonly moving = inject(Moving);
  private readonly knowledge = inject(Knowledge);
  protected readonly listing = new Listing();
  readonly thing = input.required<Thing>();
  /** Its pack, dates, colour and price are to be changed. */
  readonly wanted = output();
  protected readonly counting = new FormGroup({
    onHand: new FormControl('', { nonNullable: true, validators: [said, between(0, 1e6)] }),
  });
  protected readonly weighing = new FormGroup({
    reading: typed(between(0, 1e5)),
    tare: typed(between(0, 1e5)),
  });
  protected readonly weighs = signal(false);
  /** What the scale says, less the pack. */
  protected weigh(): void {
    const { stock } = this.thing();
    const { reading, tare } = this.weighing.controls;
    const [gross, empty] = [numberIn(reading), numberIn(tare)];
    if (gross === null || empty === null || this.weighing.invalid)
      return this.asks.set('Write what the scale says, and what the empty pack weighs.');
    const density = this.knowledge.catalogue()?.products.get(stock.item)?.density ?? 1;
    const left = leftByWeight(gross, empty, stock.pack, density);
    if (!left.ok) return this.asks.set(left.problems[0]!.message);
    this.counting.setValue({ onHand: String(left.value) });
    this.weighs.set(false);
    this.count(true);
  }
  protected startWeighing(): void {
    this.weighing.reset({ reading: '', tare: String(usualTare(this.thing().stock.pack)) });
    this.weighs.set(true);
  }
  protected readonly isProduct = computed(
    () => this.knowledge.catalogue()?.products.has(this.thing().stock.item) ?? false,
  );
  /** Of a cloth: what may have gone wrong with it. */
  protected readonly rescues = computed(() => {
    const c = this.knowledge.catalogue();
    const tool = c?.tools.get(this.thing().stock.item);
    return c && tool ? rescuesFor(tool, c) : [];
  });
  /** Of a tool: how it is washed and dried. */
  protected readonly care = computed(() => {
    const wash = this.knowledge.catalogue()?.tools.get(this.thing().stock.item)?.wash;
    return wash ? `${capital(wash)}.` : null;
  });
  private readonly settings = inject(Store).selectSignal(selectSettings);
  protected readonly words = DISCARD;
  protected readonly because = whyDiscard;
  protected readonly leaving = signal(false);
  /** Where what is left of it goes; null for what is no product. */
  protected readonly discard = computed(() => {
    const c = this.knowledge.catalogue();
    const product = c?.products.get(this.thing().stock.item);
    return c && product ? discardOf(product, { septic: this.settings()?.septic ?? false }, c) : null;
  });
  protected readonly places = computed(() => this.moving.places(this.thing().stock));
  protected readonly says = computed(() => this.deeds.trouble() ?? this.listing.said());

  constructor() {
    effect(() => {
      this.counting.reset({ onHand: String(this.thing().stock.onHand) });
      this.asks.set(null);
      this.leaving.set(false);
      this.weighs.set(false);
    });
  }
  protected moveTo(to: string): void {
    const [place, kit] = to.split('@');
    this.moving.put(this.thing().stock, { place: place!, kit: kit! });
  }
  protected list(): void {
    const { item, pack, kit } = this.thing().stock;
    this.listing.add(item, pack.unit, pack.amount, kit);
  }
  protected readonly asks = signal<string | null>(null);
  /** What is said now is so; an odd amount is asked about first. */
  protected count(sure = false): void {
    const { onHand, pack } = this.thing().stock;
    const counted = parseNumber(this.counting.getRawValue().onHand);
    if (counted === null || this.counting.invalid) return;
    const odd = sure ? null : oddAmount(counted, pack);
    this.asks.set(odd);
    if (odd) return;
    this.moveStock('count', Math.round((counted - onHand) * 1000) / 1000, `Counted: ${figure(counted)} ${pack.unit}.`);
  }
  protected bought(): void {
    const { stock, name } = this.thing();
    this.moveStock('buy', stock.pack.amount, `One ${name} more.`);
  }
  /** Nothing of it is left: used up, or thrown away. */
  protected gone(how: 'use' | 'discard'): void {
    const { stock, name } = this.thing();
    this.moveStock(how, -stock.onHand, `${capital(name)}: ${how === 'use' ? 'used up' : 'thrown away'}.`);
  }
  private moveStock(reason: 'count' | 'buy' | 'use' | 'discard', delta: number, says: string): void {
    const { stock, name } = this.thing();
    const moves: LogFields['moves'] = [{ stock: stock.id, delta, unit: stock.pack.unit }];
    this.deeds.ask({ does: 'write', entry: { kind: 'stock', reason, moves, names: { product: name } } }, says);
  }
}
