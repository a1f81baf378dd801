import { afterNextRender, computed, inject, Injectable, signal } from '@angular/core';
import {
  type Carrier,
  carriersOf,
  type Guard,
  guardsFor,
  judge,
  type JudgedItem,
  type MixItem,
  type Product,
  profileOf,
  releasesOf,
  resolveItems,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectBottles, selectHousehold, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { mixFeature } from './mix.state';

/** What is going to meet, resolved to its ingredients, judged, and what belongs to the verdict. Provided by the page. */
@Injectable()
export class Meeting {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly household = this.store.selectSignal(selectHousehold);
  /** The verdict is on the screen: what nobody looks at yet may be worked out. */
  private readonly quiet = signal(false);
  readonly state = {
    items: this.store.selectSignal(mixFeature.selectItems),
    meeting: this.store.selectSignal(mixFeature.selectMeeting),
    closed: this.store.selectSignal(mixFeature.selectClosed),
    rinsed: this.store.selectSignal(mixFeature.selectRinsed),
    conditions: this.store.selectSignal(mixFeature.selectConditions),
  };

  constructor() {
    afterNextRender(() => (window.requestIdleCallback ?? setTimeout)(() => this.quiet.set(true)));
  }
  /** Where they meet, in the catalogue. */
  readonly place = computed(() => this.knowledge.catalogue()?.meetings.get(this.state.meeting()));
  /** A place that can be shut. */
  readonly closable = computed(() => this.place()?.closable ?? false);
  private readonly inBottle = (id: string): MixItem[] | null => {
    const fill = this.bottles().find((b) => b.id === id)?.fill;
    return fill ? fill.parts.map((p) => (p.contents ? { label: p.contents } : { product: p.item })) : null;
  };
  /** The things, resolved to their ingredients. */
  private readonly resolved = computed(() => {
    const c = this.knowledge.catalogue();
    const says = this.settings()?.labelled ?? [];
    const asked = this.state.items().map((i) => (i.product && says.includes(i.product) ? { ...i, labelled: true } : i));
    if (!c || !asked.length) return null;
    const r = resolveItems(asked, c, this.inBottle);
    return r.ok ? r.value : null;
  });
  readonly items = computed<readonly JudgedItem[]>(() => this.resolved() ?? []);
  readonly answer = computed(() => {
    const c = this.knowledge.catalogue();
    const items = this.resolved();
    if (!c || !items?.length) return null;
    if (items.length === 1 && !this.state.conditions().length) return null;
    return judge(
      items,
      {
        meeting: this.state.meeting(),
        closed: this.closable() && this.state.closed(),
        rinsed: this.state.rinsed(),
        conditions: this.state.conditions(),
        ...(this.solidPlace() ? { porous: false } : {}),
      },
      c,
    );
  });
  /** What to wear for each as sold, and whom of this house it concerns. */
  readonly guards = computed<Guard[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const ids = this.state.items().flatMap((i) => [i.product, ...(i.holds?.what.map((w) => w.product) ?? [])]);
    const products = [...new Set(ids)].flatMap((id) => (id && c.products.get(id)) || []);
    return guardsFor(products, profileOf(this.household(), this.clock.minute()), c);
  });
  /** Everything of this house among them is known not to drink: the same question as at the spot itself. */
  private readonly solidPlace = computed(() => {
    const mine = this.state.items().flatMap((i) => (i.holds && this.carrierNamed(i.holds.name)) || []);
    return mine.length > 0 && mine.every((k) => !k.porous);
  });
  readonly names = computed(() => this.items().map((i) => i.name));
  /** All that carries something, judged from the log: tools, heads, places, blocks in a fixture. */
  readonly allCarriers = computed<readonly Carrier[]>(() => {
    const c = this.knowledge.catalogue();
    return c && this.quiet() ? carriersOf(this.household(), this.clock.minute(), c) : [];
  });
  carrierNamed = (name: string): Carrier | undefined =>
    this.allCarriers().find((k) => `${k.name}, ${k.where}` === name);
  readonly mL = signal(100);
  readonly gas = signal<string | null>(null);
  /** Gases whose amount can be bounded, for products of the catalogue. Others stay unknown, and so not safe. */
  readonly releases = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const products = this.state.items().map((i) => (i.product ? c.products.get(i.product) : undefined));
    if (!products.length || products.some((p) => !p)) return [];
    const forms = this.answer()?.findings.flatMap((f) => f.forms) ?? [];
    return releasesOf(products as Product[], forms, this.mL(), c);
  });
  readonly release = computed(() => this.releases().find((r) => r.gas.id === this.gas()) ?? this.releases()[0] ?? null);
}
