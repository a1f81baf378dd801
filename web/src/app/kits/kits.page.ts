import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  barOf,
  boughtOf,
  clashesOn,
  type GateReason,
  isSolid,
  type Kit,
  kitFor,
  type LogFields,
  mayShelve,
  parseNumber,
  profileOf,
  type Shopping,
  type Stock,
  usualPack,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
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
import { Print } from '../shared/print';
import { aNumber } from '../shared/valid';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, figure, when } from '../shared/words';
import { AddThings } from './add-things';
import { Heads } from './heads';
import { KitEdit } from './kit-edit';
import { kitsEvents, kitsFeature } from './kits.state';
import { type Board, Shelf, type Thing } from './shelf';
import { ThingEdit } from './thing-edit';

const FILLS = ['#8fb6e8', '#d9c23c', '#e3a07c', '#b6d8a6', '#c8b6e2', '#9fd3d0', '#e8e2d2'];

/** The room's supplies as they stand: what is low, what must not stand together, and what to buy. */
@Component({
  selector: 'dt-kits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Print,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    MatButton,
    AddThings,
    Chooser,
    Heads,
    KitEdit,
    RouterLink,
    Shelf,
    ThingEdit,
    VerdictShape,
  ],
  templateUrl: './kits.page.html',
  styleUrl: './kits.page.scss',
})
export class KitsPage {
  protected readonly store = inject(Store);
  private readonly deeds = deedsFrom('kits');
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

  protected readonly counting = new FormGroup({
    onHand: new FormControl('', { nonNullable: true, validators: [aNumber] }),
  });

  constructor() {
    void this.knowledge.load();
    effect(() => this.counting.reset({ onHand: String(this.picked()?.stock.onHand ?? '') }));
  }
  protected readonly kit = computed<Kit | undefined>(
    () => this.kits().find((k) => k.id === this.kitId()) ?? this.kits()[0],
  );
  protected readonly mode = this.store.selectSignal(kitsFeature.selectMode);
  protected readonly usedPlaces = computed(() => this.here().map((s) => s.place ?? this.kit()?.places[0]?.id));
  protected readonly here = computed(() => this.stock().filter((s) => s.kit === this.kit()?.id));
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
        const { unit, amount: usual } = usualPack(id, c);
        const amount = this.kit()?.par.find((x) => x.item === id)?.level ?? usual;
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
  protected readonly apart = computed(() => this.clashes().map((x) => x.pair));
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
    this.moved(stock, change, gate?.with[0]?.text);
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
    if (p) this.moved(p.stock, p.change);
  }
  private moved({ id, item }: Stock, fields: Partial<Stock>, mind?: string): void {
    const says = [`${capital(this.name(item))} moved.`, mind].filter(Boolean).join(' ');
    this.deeds.ask({ does: 'change', on: 'stock', id, fields }, says);
  }
  protected count(t: Thing): void {
    const n = parseNumber(this.counting.getRawValue().onHand);
    if (n === null) return;
    const { id, onHand, pack } = t.stock;
    this.moveStock(
      t,
      'count',
      [{ stock: id, delta: Math.round((n - onHand) * 1000) / 1000, unit: pack.unit }],
      `Counted: ${figure(n)} ${pack.unit}.`,
    );
  }
  protected bought(t: Thing): void {
    const { id, pack } = t.stock;
    this.moveStock(t, 'buy', [{ stock: id, delta: pack.amount, unit: pack.unit }], `One ${t.name} more.`);
  }
  private moveStock(t: Thing, reason: 'count' | 'buy', moves: LogFields['moves'], says: string): void {
    this.deeds.ask({ does: 'write', entry: { kind: 'stock', reason, moves, names: { product: t.name } } }, says);
  }
  protected list(t: Thing): void {
    this.listItem(t.stock.item, t.stock.pack.unit, t.stock.pack.amount);
  }
  protected listItem(item: string, unit: Stock['pack']['unit'], amount: number): void {
    this.said.set(null);
    if (this.open().some((s) => s.item === item)) return this.said.set('It is on the list already.');
    const body = {
      item,
      amount,
      unit,
      kit: this.kit()?.id ?? null,
      reason: 'below par',
      section: this.knowledge.catalogue()?.products.has(item) ? ('cleaning' as const) : ('household' as const),
      state: 'open' as const,
    };
    this.deeds.ask({ does: 'make', on: 'shopping', body }, `On the list: ${this.name(item)}.`);
  }
  protected lineName = ({ item, words }: Shopping): string => (item ? this.name(item) : (words ?? ''));
  protected drop(line: Shopping): void {
    this.deeds.ask(
      { does: 'change', on: 'shopping', id: line.id, fields: { state: 'dropped' } },
      `${capital(this.lineName(line))}: off the list.`,
    );
  }
  /** Onto its shelf, and off the list, as one deed. */
  protected buy(line: Shopping): void {
    const c = this.knowledge.catalogue();
    if (!c) return;
    const kit = line.item ? kitFor(line, this.kits(), this.stock()) : null;
    const bar = kit && barOf(line, kit, this.stock(), profileOf(this.household(), this.clock.minute()), c);
    const entry = boughtOf(line, bar ? null : kit, this.stock(), uuidv7, c);
    const where = bar ? `. It stands on no shelf yet: ${bar.because}` : kit ? `, onto ${kit.name}.` : '.';
    this.deeds.ask({ does: 'write', entry }, `Bought: ${this.lineName(line)}${where}`);
  }
  protected readonly trouble = this.deeds.trouble;
}
