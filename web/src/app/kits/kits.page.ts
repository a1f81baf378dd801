import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  clashesOn,
  type GateReason,
  isSolid,
  type Kit,
  mayShelve,
  parseNumber,
  profileOf,
  type Shopping,
  type Stock,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import {
  selectBottles,
  selectHousehold,
  selectKits,
  selectLoaded,
  selectSettings,
  selectShopping,
  selectStock,
} from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, figure, when } from '../shared/words';
import { Heads } from './heads';
import { kitsEvents, kitsFeature } from './kits.state';
import { type Board, Shelf, type Thing } from './shelf';

const FILLS = ['#8fb6e8', '#d9c23c', '#e3a07c', '#b6d8a6', '#c8b6e2', '#9fd3d0', '#e8e2d2'];

/** The room's supplies as they stand: what is low, what must not stand together, and what to buy. */
@Component({
  selector: 'dt-kits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, Heads, RouterLink, Shelf, VerdictShape],
  template: `
    <div class="page">
      @if (kit(); as k) {
        <div class="page-head"><div><h1>{{ k.name }}</h1><p class="quiet about">{{ about() }}</p></div>
          <nav class="chips" aria-label="Kits">@for (x of kits(); track x.id) { <a class="chip" [routerLink]="['/kits', x.id]" [class.on]="x.id === k.id" [attr.aria-current]="x.id === k.id ? 'page' : null">{{ x.name }}</a> }</nav></div>
        <div class="layout">
          <div class="plate shelf"><dt-shelf [boards]="boards()" [picked]="picked()?.stock?.id ?? null" (pick)="store.dispatch(events.thingPicked({ stock: $event }))" (moved)="move($event)" /></div>
          <div class="stack">
            @if (picked(); as t) {
              <section class="plate fade" aria-labelledby="thing-title"><h2 id="thing-title">{{ t.name }}</h2>
                <form class="row count" (submit)="count($event, t)"><label for="counted">On hand, {{ t.stock.pack.unit }}</label><input id="counted" class="input" inputmode="decimal" [value]="t.stock.onHand" #c /><button class="btn" type="submit">Counted</button></form>
                <div class="row"><span>Stands on</span><dt-chooser label="Move to" look="chip" [choices]="places()" [value]="(t.stock.place ?? '') + '@' + t.stock.kit" (chosen)="moveTo(t.stock, $event)" /></div>
                <div class="row"><button class="btn" type="button" (click)="list(t)">Put on the list</button><button class="btn" type="button" (click)="bought(t)">Bought one</button></div>
                @if (said(); as s) { <p class="small" role="status"><b>{{ s }}</b></p> }
              </section>
            }
            @if (wanted().length) { <section class="plate fade" aria-labelledby="needs-title"><h2 class="minor" id="needs-title">For the rung you chose</h2><ul class="lines">@for (n of wanted(); track n.id) { <li><span>{{ n.name }}</span><b [class.warn]="!n.here">{{ n.words }}</b>@if (!n.here) { <button class="link" type="button" [disabled]="n.listed" (click)="listItem(n.id, n.unit, n.amount)">{{ n.listed ? 'on the list' : 'list it' }}</button> } @else { <span></span> }</li> }</ul></section> }
            @if (pending(); as p) { <section class="plate verdict" [style.border-color]="'var(--v' + p.level + ')'" role="alertdialog" aria-labelledby="pending-title"><div class="row nowrap"><dt-verdict-shape [level]="p.level" [size]="44" [style.color]="'var(--v' + p.level + ')'" /><div><h2 class="minor" id="pending-title">{{ p.name }} does not go there</h2>@for (b of p.because; track b.text) { <p class="small">{{ b.text }}</p> }</div></div><div class="row"><button class="btn strong" type="button" (click)="pending.set(null)">Leave it where it is</button><button class="link" type="button" (click)="moveAnyway()">it stands there already</button></div></section> }
            @if (clashes(); as all) { @if (all.length) { <section class="plate verdict" [style.border-color]="'var(--v' + all[0]!.level + ')'"><h2 class="minor" [style.color]="'var(--v' + all[0]!.level + ')'">Not on one shelf</h2><ul class="clashes">@for (x of all; track x.key) { <li class="row nowrap"><dt-verdict-shape [level]="x.level" [size]="34" [named]="true" [style.color]="'var(--v' + x.level + ')'" /><p class="small"><b>{{ capital(x.what) }}.</b> If both leak: {{ x.says }} <a routerLink="/emergency" [queryParams]="{ what: x.what }">They have already met</a></p></li> }</ul><p class="small">{{ all[0]!.then }}</p></section> } }
            <section class="plate zinc" aria-labelledby="low-title"><h2 class="minor" id="low-title">Below par here</h2>
              <ul class="lines">@for (t of low(); track t.key) { <li><span>{{ t.name }}</span><b class="warn">{{ t.has }}</b><button class="link" type="button" [disabled]="t.listed" (click)="listItem(t.item, t.unit, t.missing)">{{ t.listed ? 'on the list' : 'list it' }}</button></li> } @empty { <li class="quiet">Everything is at par.</li> }</ul></section>
            @if (mixed().length) { <section class="plate zinc"><h2 class="minor">Mixed bottles</h2><ul class="lines">@for (b of mixed(); track b.name) { <li><span>{{ b.name }}</span><b>{{ b.left }}</b><span class="small" [class.warn]="b.old">{{ b.until }}</span></li> }</ul></section> }
            @defer (on idle) { <dt-heads [kit]="k.id" /> } @placeholder { <section class="plate zinc later"><h2 class="minor">Sprayer heads</h2></section> }
            <section class="plate zinc" aria-labelledby="buy-title"><h2 class="minor" id="buy-title">To buy, all kits</h2>
              <ul class="lines">@for (s of open(); track s.id) { <li><span>{{ name(s.item) }}</span><b>{{ figure(s.amount) }} {{ s.unit === 'piece' ? '' : s.unit }}</b><span><button class="link" type="button" (click)="state(s, 'bought')" [attr.aria-label]="'bought ' + name(s.item)">bought</button>&nbsp; <button class="link" type="button" (click)="state(s, 'dropped')" [attr.aria-label]="'drop ' + name(s.item)">drop</button></span></li> } @empty { <li class="quiet">Nothing to buy.</li> }</ul></section>
          </div>
        </div>
      } @else if (loaded()) { <div class="plate"><h1>No kits yet</h1><p>Put the demo household back in the settings, or bring in a file of your own.</p><a class="btn strong" routerLink="/settings">Settings</a></div> } @else { <p class="quiet" role="status">Reading the shelves …</p> }
    </div>
  `,
  styles: `
    .later { min-height: 150px; } .about { margin: 4px 0 0; } .layout { display: grid; grid-template-columns: minmax(0, 2.1fr) minmax(320px, 1fr); gap: 18px; align-items: start; } .shelf { padding: 16px 20px 10px; }
    .clashes { list-style: none; display: grid; gap: 8px; } .clashes li { margin: 0; }
    .stack section { display: grid; gap: 10px; } .minor { font-size: 18px; } .count { align-items: end; } .count .input { width: 110px; } .nowrap { flex-wrap: nowrap; align-items: flex-start; } .nowrap p { margin: 2px 0 0; }
    .lines { list-style: none; display: grid; gap: 2px; } .lines li { display: grid; grid-template-columns: 1fr auto auto; gap: 12px; align-items: center; min-height: 32px; } .lines li > span:first-child { min-width: 0; overflow-wrap: anywhere; }
    .link:disabled { color: var(--ink-2); text-decoration: none; cursor: default; }
    @media (max-width: 860px) { .layout { grid-template-columns: minmax(0, 1fr); } .chips { flex-wrap: nowrap; overflow-x: auto; width: 100%; padding: 4px 3px 8px; } .chip { flex: none; } }
  `,
})
export class KitsPage {
  protected readonly store = inject(Store);
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  protected readonly events = kitsEvents;
  protected readonly figure = figure;
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly shopping = this.store.selectSignal(selectShopping);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly clock = inject(Clock);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly pickedId = this.store.selectSignal(kitsFeature.selectStock);
  protected readonly said = signal<string | null>(null);
  readonly kitId = input<string | undefined>(undefined, { alias: 'kit' });

  /** What a rung needs: /kits/:kit?needs=a,b */
  readonly needs = input<string | undefined>();

  constructor() {
    void this.knowledge.load();
  }
  protected readonly kit = computed<Kit | undefined>(
    () => this.kits().find((k) => k.id === this.kitId()) ?? this.kits()[0],
  );
  private readonly here = computed(() => this.stock().filter((s) => s.kit === this.kit()?.id));
  protected name = (id: string): string =>
    this.knowledge.catalogue()?.products.get(id)?.name ?? this.knowledge.catalogue()?.tools.get(id)?.name ?? id;
  protected readonly wanted = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    return (this.needs()?.split(',') ?? [])
      .filter((id) => c.products.has(id) || c.tools.has(id))
      .map((id) => {
        const rows = this.stock().filter((s) => s.item === id && s.onHand > 0);
        const mine = rows.filter((s) => s.kit === this.kit()?.id);
        const elsewhere = this.kits().find((k) => k.id === rows[0]?.kit)?.name;
        const p = c.products.get(id);
        const unit: Stock['pack']['unit'] = !p
          ? 'piece'
          : ['powder', 'tablet', 'block', 'solid', 'paste'].includes(p.state)
            ? 'g'
            : 'mL';
        const amount = this.kit()?.par.find((x) => x.item === id)?.level ?? (p ? 500 : 1);
        return {
          id,
          name: this.name(id),
          here: mine.length > 0,
          unit,
          amount,
          listed: this.open().some((s) => s.item === id),
          words: mine.length
            ? `${figure(mine.reduce((a, s) => a + s.onHand, 0))} ${unit === 'piece' ? '' : unit}`.trim()
            : elsewhere
              ? `in ${elsewhere}`
              : 'nowhere',
        };
      });
  });
  private total(item: string): number {
    return this.here()
      .filter((s) => s.item === item)
      .reduce((a, s) => a + s.onHand, 0);
  }
  /** Every pair of this shelf that may not stand together, worst first, by the gate. */
  protected readonly clashes = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const ids = this.here()
      .filter((s) => s.onHand > 0)
      .map((s) => s.item);
    return clashesOn(ids, c)
      .filter((x) => x.level >= 4)
      .map((x) => ({
        ...x,
        key: x.pair.join('|'),
        what: x.pair.map((i) => this.name(i)).join(' and '),
        says: x.because.charAt(0).toLowerCase() + x.because.slice(1),
      }));
  });
  protected readonly boards = computed<Board[]>(() => {
    const k = this.kit();
    const c = this.knowledge.catalogue();
    if (!k || !c) return [];
    const clash = new Set(this.clashes().flatMap((x) => x.pair));
    return [...k.places]
      .sort((a, b) => a.row - b.row)
      .map((p) => ({
        id: p.id,
        name: p.name,
        hooks: p.heightBand === 'hook',
        locked: p.locked,
        things: this.here()
          .filter((s) => (s.place ?? k.places[0]?.id) === p.id)
          .map((s, i): Thing => {
            const product = c.products.get(s.item);
            const par = k.par.find((x) => x.item === s.item)?.level ?? null;
            const low = par !== null && this.total(s.item) < par;
            const piece = s.pack.unit === 'piece';
            const solid = product && isSolid(product);
            return {
              stock: s,
              name: this.name(s.item),
              shape:
                p.heightBand === 'hook'
                  ? 'hook'
                  : piece
                    ? 'stack'
                    : product?.state === 'spray' || product?.state === 'aerosol'
                      ? 'spray'
                      : solid
                        ? 'box'
                        : product?.state === 'paste' || product?.state === 'cream'
                          ? 'jar'
                          : 'bottle',
              level: Math.max(0, Math.min(1, s.onHand / s.pack.amount)),
              count: Math.round(s.onHand),
              par,
              amount: piece
                ? `${figure(s.onHand)}${par !== null ? ` of ${par}` : ''}`
                : `${figure(s.onHand)} of ${figure(low ? par : s.pack.amount)} ${s.pack.unit}`,
              low,
              colour: FILLS[(s.item.length * 3 + i) % FILLS.length]!,
              clash: clash.has(s.item),
              class: s.colourClass ?? null,
            };
          }),
      }));
  });
  protected readonly picked = computed<Thing | null>(
    () =>
      this.boards()
        .flatMap((b) => b.things)
        .find((t) => t.stock.id === this.pickedId()) ?? null,
  );
  protected readonly about = computed(() => {
    const k = this.kit();
    if (!k) return '';
    const c = this.knowledge.catalogue();
    const grams = this.here().reduce(
      (g, s) =>
        g +
        (s.pack.unit === 'piece'
          ? 60 * s.onHand
          : s.pack.unit === 'g'
            ? s.onHand
            : s.onHand * (c?.products.get(s.item)?.density ?? 1)),
      0,
    );
    return [
      k.kind,
      k.limits.mass_g
        ? `about ${figure(grams / 1000)} of ${figure(k.limits.mass_g / 1000)} kg`
        : `about ${figure(grams / 1000)} kg`,
      `${this.here().length} things`,
    ].join(' · ');
  });
  protected readonly low = computed(() => {
    const k = this.kit();
    return (k?.par ?? [])
      .filter((p) => this.total(p.item) < p.level)
      .map((p) => ({
        key: p.item,
        item: p.item,
        name: this.name(p.item),
        unit: p.unit,
        missing: p.level - this.total(p.item),
        has: `${figure(this.total(p.item))} of ${figure(p.level)}${p.unit === 'piece' ? '' : ` ${p.unit}`}`,
        listed: this.open().some((s) => s.item === p.item),
      }));
  });
  protected readonly open = computed<Shopping[]>(() => this.shopping().filter((s) => s.state === 'open'));
  protected readonly mixed = computed(() =>
    this.bottles()
      .filter((b) => b.fill && b.kit === this.kit()?.id)
      .map((b) => {
        const old = Date.parse(b.fill!.discardAt) < this.clock.minute().getTime();
        return {
          name: b.name,
          left: `${figure(b.fill!.left_mL)} mL`,
          old,
          until: `${old ? 'pour away: ' : 'good until '}${when(b.fill!.discardAt, this.settings()?.timeZone, this.settings()?.locale)}`,
        };
      }),
  );
  /** Every place of every kit, with what the gate says of the picked thing there. */
  protected readonly places = computed<Choice[]>(() => {
    const stock = this.picked()?.stock;
    return this.kits().flatMap((k) =>
      k.places.map((p) => {
        const gate = stock && this.mayStand(stock, { kit: k.id, place: p.id });
        const note = gate?.may === 'no' ? { note: gate.because[0]!.text.split('. ')[0]! } : {};
        return { id: `${p.id}@${k.id}`, name: `${k.name}: ${p.name}`, ...note };
      }),
    );
  });

  private async attempt(work: () => Promise<string | null>): Promise<void> {
    try {
      this.said.set(await work());
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work.');
    }
  }
  /** A move that the gate does not offer: asked, since it may be what is so already. */
  protected readonly pending = signal<{
    stock: Stock;
    change: Partial<Stock>;
    name: string;
    level: number;
    because: readonly GateReason[];
  } | null>(null);
  protected readonly capital = capital;
  protected move(m: { stock: Stock; place: string; position: number }): void {
    this.put(m.stock, { place: m.place, position: m.position });
  }
  protected moveTo(s: Stock, to: string): void {
    const [place, kit] = to.split('@');
    this.put(s, { place: place!, kit: kit! });
  }
  private put(stock: Stock, change: Partial<Stock>): void {
    const gate = this.mayStand(stock, change);
    const worse = gate && gate.may === 'no' && change.kit !== undefined && change.kit !== stock.kit;
    if (worse) {
      const level = Math.max(...gate.because.map((b) => b.level ?? 3));
      this.pending.set({ stock, change, name: capital(this.name(stock.item)), level, because: gate.because });
      return;
    }
    void this.moved(stock, change, gate?.with[0]?.text);
  }
  private mayStand(stock: Stock, change: Partial<Stock>) {
    const c = this.knowledge.catalogue();
    const kit = this.kits().find((k) => k.id === (change.kit ?? stock.kit));
    if (!c || !kit) return null;
    const beside = this.stock()
      .filter((s) => s.kit === kit.id && s.id !== stock.id && s.onHand > 0)
      .map((s) => s.item);
    const place = kit.places.find((p) => p.id === (change.place ?? stock.place)) ?? null;
    return mayShelve(stock.item, beside, place, profileOf(this.household(), this.clock.minute()), c);
  }
  protected moveAnyway(): void {
    const p = this.pending();
    this.pending.set(null);
    if (p) void this.moved(p.stock, p.change);
  }
  private moved(stock: Stock, change: Partial<Stock>, mind?: string): Promise<void> {
    return this.attempt(async () => {
      await this.api.replace('stock', { ...stock, ...change });
      return change.kit || mind ? [`${capital(this.name(stock.item))} moved.`, mind].filter(Boolean).join(' ') : null;
    });
  }
  protected count(e: Event, t: Thing): void {
    e.preventDefault();
    const n = parseNumber(((e.target as HTMLFormElement).querySelector('input') as HTMLInputElement).value);
    if (n === null) return this.said.set('Write a number, for example 250.');
    void this.attempt(async () => {
      await this.api.write({
        kind: 'stock',
        reason: 'count',
        moves: [{ stock: t.stock.id, delta: Math.round((n - t.stock.onHand) * 1000) / 1000, unit: t.stock.pack.unit }],
        names: { product: t.name },
      });
      return `Counted: ${figure(n)} ${t.stock.pack.unit}.`;
    });
  }
  protected bought(t: Thing): void {
    void this.attempt(async () => {
      await this.api.write({
        kind: 'stock',
        reason: 'buy',
        moves: [{ stock: t.stock.id, delta: t.stock.pack.amount, unit: t.stock.pack.unit }],
        names: { product: t.name },
      });
      return `One ${t.name} more.`;
    });
  }
  protected list(t: Thing): void {
    this.listItem(t.stock.item, t.stock.pack.unit, t.stock.pack.amount);
  }
  protected listItem(item: string, unit: Stock['pack']['unit'], amount: number): void {
    void this.attempt(async () => {
      if (this.open().some((s) => s.item === item)) return 'It is on the list already.';
      await this.api.create('shopping', {
        item,
        amount,
        unit,
        kit: this.kit()?.id ?? null,
        reason: 'below par',
        section: this.knowledge.catalogue()?.products.has(item) ? 'cleaning' : 'household',
        state: 'open',
      });
      return `On the list: ${this.name(item)}.`;
    });
  }
  protected state(s: Shopping, state: Shopping['state']): void {
    void this.attempt(async () => {
      await this.api.replace('shopping', { ...s, state });
      return null;
    });
  }
}
