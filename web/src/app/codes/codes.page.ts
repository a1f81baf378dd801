import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { Router, RouterLink } from '@angular/router';
import {
  nameOfItem,
  barOf,
  entryOfPack,
  knownBy,
  type PackDeed,
  profileOf,
  readMeaning,
  type Stock,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import type { Subscription } from 'rxjs';
import type { Deed } from '../household/deeds';
import { selectBottles, selectHousehold, selectKits, selectLoaded, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { InView } from '../shared/in-view';
import { capital, figure } from '../shared/words';
import { Decoder } from './decoder';
import { DoneHere } from './done-here';
import { Lately } from './lately';
import { Pack, type PackAsk } from './pack';
import type { CodeReader } from './readers';
import { Unknown } from './unknown';
import { WaysIn } from './ways-in';

/** What each code that is read does by itself; `ask` shows the pack and waits. */
type Each = 'ask' | 'buy' | 'use-up' | 'count';

/**
 * Packs known by their bars: read by the camera, off a picture, or typed; then bought, used up, counted, or shown where it
 * belongs, several in a row. The code on a bottle that was filled here opens its page.
 */
@Component({
  selector: 'dt-codes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InView, Lately, MatButton, MatButtonToggle, MatButtonToggleGroup, Pack, RouterLink, Unknown, WaysIn],
  providers: [Decoder, DoneHere],
  templateUrl: './codes.page.html',
  styleUrl: './codes.page.scss',
})
export class CodesPage {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly router = inject(Router);
  protected readonly lately = inject(DoneHere);
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly bottles = this.store.selectSignal(selectBottles);
  protected readonly each = signal<Each>('ask');
  protected readonly says = signal<string | null>(null);
  /** A code that nobody has told of yet. */
  protected readonly unknown = signal<string | null>(null);
  private readonly asked = signal<{ row: string; bar: PackAsk['bar'] } | null>(null);
  private reading: Subscription | null = null;

  constructor() {
    void this.knowledge.load();
    inject(DestroyRef).onDestroy(() => this.reading?.unsubscribe());
  }
  protected readonly pack = computed<PackAsk | null>(() => {
    const asked = this.asked();
    const row = this.stock().find((s) => s.id === asked?.row);
    if (!asked || !row) return null;
    const kit = this.kits().find((k) => k.id === row.kit);
    return {
      row,
      name: capital(this.nameOf(row)),
      kit: kit?.name ?? 'no kit',
      place: kit?.places.find((p) => p.id === row.place)?.name ?? kit?.places[0]?.name ?? null,
      others: knownBy(row.barcode ?? '', this.stock()).filter((s) => s.id !== row.id),
      bar: asked.bar,
      counts: this.each() === 'count',
    };
  });
  protected readonly kitName = (id: string): string => this.kits().find((k) => k.id === id)?.name ?? 'no kit';
  private nameOf({ item }: Stock): string {
    const c = this.knowledge.catalogue();
    return nameOfItem(item, c);
  }

  /** From now on this reader says the codes; the one before lets go. */
  protected readWith(reader: CodeReader | null): void {
    this.reading?.unsubscribe();
    this.says.set(null);
    this.reading =
      reader?.codes().subscribe({
        next: (text) => this.read(text),
        error: (e: Error) => this.says.set(e.message),
      }) ?? null;
  }
  private read(text: string): void {
    const meaning = readMeaning(text);
    this.unknown.set(null);
    this.asked.set(null);
    this.says.set(null);
    if (!meaning.ok) return this.says.set(meaning.problems[0]!.message);
    const m = meaning.value;
    if (m.is === 'bottle') return this.open(m.bottle);
    const [row] = knownBy(m.code.code, this.stock());
    if (!row) return this.unknown.set(m.code.code);
    this.seen(row, []);
  }
  private open(bottle: string): void {
    if (!this.bottles().some((b) => b.id === bottle))
      return this.says.set(
        'This bottle is not known in this house any more. What is in it is not known either: treat it as the worst.',
      );
    void this.router.navigate(['/dilute'], { queryParams: { bottle } });
  }
  protected is({ id }: Stock): void {
    const row = this.stock().find((s) => s.id === id);
    const code = this.unknown();
    if (!row || !code) return;
    this.unknown.set(null);
    this.seen(row, [{ does: 'change', on: 'stock', id, fields: { barcode: code } }]);
  }
  private seen(row: Stock, first: readonly Deed[]): void {
    const each = this.each();
    if (each === 'ask' || each === 'count') {
      if (first.length) this.lately.does(first, `${capital(this.nameOf(row))} is known by its code now.`);
      return this.show(row);
    }
    this.does(row, { does: each }, first);
  }
  protected show(row: Stock): void {
    this.asked.set({ row: row.id, bar: null });
  }
  /** Done with the pack, unless it would go where it may not stand: then it is asked about. */
  protected does(row: Stock, deed: PackDeed, first: readonly Deed[] = [], anyway = false): void {
    const bar = deed.does === 'buy' && !anyway ? this.barFor(row) : null;
    if (bar) {
      if (first.length) this.lately.does(first, `${capital(this.nameOf(row))} is known by its code now.`);
      return this.asked.set({ row: row.id, bar });
    }
    const name = this.nameOf(row);
    const entry = entryOfPack(row, deed, name);
    this.asked.set(null);
    if (!entry) return this.says.set(`${capital(name)}: nothing to change, ${this.standing(row.onHand, row)}.`);
    const now = row.onHand + entry.moves![0]!.delta;
    const what = { buy: `one ${name} more`, 'use-up': `one ${name} used up`, count: `${name} counted` }[deed.does];
    const where = deed.does === 'buy' ? `, onto ${this.kitName(row.kit)}` : '';
    this.lately.does([...first, { does: 'write', entry }], `${capital(what)}${where}: ${this.standing(now, row)}.`);
  }
  private standing(amount: number, { pack }: Stock): string {
    return amount > 0 ? `${figure(amount)} ${pack.unit === 'piece' ? 'there' : `${pack.unit} there`}` : 'none left';
  }
  private barFor(row: Stock): PackAsk['bar'] {
    const c = this.knowledge.catalogue();
    const kit = this.kits().find((k) => k.id === row.kit);
    const line = { item: row.item, amount: row.pack.amount, unit: row.pack.unit };
    return c && kit ? barOf(line, kit, this.stock(), profileOf(this.household(), this.clock.minute()), c) : null;
  }
  protected leave(): void {
    this.unknown.set(null);
    this.asked.set(null);
  }
}
