import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { missingFrom, readList, type Shopping } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { Buying } from '../household/buying';
import { type Deed, deedsFrom } from '../household/deeds';
import { selectKits, selectLoaded, selectShopping, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { saveCsv } from '../shared/csv';
import { Print } from '../shared/print';
import { VerdictShape } from '../shared/verdict-shape';
import { said } from '../shared/valid';
import { capital, figure, money } from '../shared/words';
import { Costs, WANTED } from './costs';
import { LineEdit } from './line-edit';
import { LineThink } from './line-think';
import { ListTable } from './list-table';
import { InTurn } from '../shared/in-turn';

/** Sections in which a shop has things; what is written there by others keeps its own name. */
const CLEANING = 'cleaning';
const HOUSEHOLD = 'household';
const ANY_SHOP = 'any shop';

/** What to buy: from below par, from a ladder, or in one’s own words; bought goes onto a shelf, and can be undone. */
@Component({
  selector: 'dt-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    LineEdit,
    LineThink,
    ListTable,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatIcon,
    Chooser,
    MatButton,
    MatFormFieldModule,
    MatInputModule,
    Print,
    ReactiveFormsModule,
    RouterLink,
    VerdictShape,
  ],
  templateUrl: './list.page.html',
  styleUrl: './list.page.scss',
})
export class ListPage {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clipboard = inject(Clipboard);
  protected readonly deeds = deedsFrom('list');
  protected readonly buying = new Buying(this.deeds);
  private readonly writing = deedsFrom('list: write');
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly lines = this.store.selectSignal(selectShopping);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  protected readonly trouble = computed(() => this.deeds.trouble() ?? this.writing.trouble());
  protected readonly costs = new Costs(
    () => this.open(),
    (line) => this.buying.nameOf(line),
  );
  protected readonly said = signal<string | null>(null);
  protected readonly form = new FormGroup({
    words: new FormControl('', { nonNullable: true, validators: [said] }),
  });

  constructor() {
    void this.knowledge.load();
    this.writing.done.pipe(takeUntilDestroyed()).subscribe(() => this.form.reset());
  }
  private readonly open = computed(() => this.lines().filter((l) => l.state === 'open'));
  private readonly kitChoices = computed<Choice[]>(() => this.kits().map(({ id, name }) => ({ id, name })));
  protected readonly by = signal<'section' | 'shop'>('section');
  /** The line that is being changed. */
  protected readonly changing = signal<string | null>(null);
  /** By section or by shop, and in it by name. */
  protected readonly sections = computed(() => {
    const by = new Map<string, ReturnType<typeof this.row>[]>();
    for (const l of this.open()) {
      const name = this.by() === 'shop' ? (l.shop ?? ANY_SHOP) : l.section;
      by.set(name, [...(by.get(name) ?? []), this.row(l)]);
    }
    return [...by]
      .map(([name, rows]) => ({ name, rows: rows.sort((a, b) => (a.name < b.name ? -1 : 1)) }))
      .sort((a, b) => (a.name < b.name ? -1 : 1));
  });
  private row(line: Shopping) {
    return {
      line,
      name: capital(this.buying.nameOf(line)),
      amount: line.item ? `${figure(line.amount)}${line.unit === 'piece' ? '' : ` ${line.unit}`}` : '',
      kit: this.buying.kitOf(line)?.id ?? null,
      kits: line.item ? this.kitChoices() : [],
      reason: line.reason,
      cost: line.item ? money(this.costs.of(line), this.costs.currency()) : '',
      inAll: this.inAll(line),
      bar: this.buying.barOf(line),
    };
  }
  /** The sum of several lines of one thing: one pack may do for all of them. */
  private inAll({ item, unit }: Shopping): string | null {
    const all = this.open().filter((l) => item && l.item === item && l.unit === unit);
    const sum = all.reduce((n, l) => n + l.amount, 0);
    return all.length > 1 ? `${figure(sum)}${unit === 'piece' ? '' : ` ${unit}`}` : null;
  }
  /** Bought or dropped lately: the last few, to be put back. */
  protected readonly gone = computed(() =>
    this.lines()
      .filter((l) => l.state !== 'open')
      .sort((a, b) => (a.updatedAt < b.updatedAt ? 1 : -1))
      .slice(0, LATELY)
      .map((line) => ({ line, name: capital(this.buying.nameOf(line)), how: line.state })),
  );
  protected readonly missing = computed(() => missingFrom(this.kits(), this.stock(), this.open()));

  protected goesTo({ id, version }: Shopping, kit: string): void {
    this.deeds.ask({ does: 'change', on: 'shopping', id, version, fields: { kit } });
  }
  /** Plain words: things that are known as such, the rest as it was written. */
  protected write(): void {
    this.form.markAllAsTouched();
    const c = this.knowledge.catalogue();
    if (!c || this.form.invalid) return;
    const bodies = readList(this.form.controls.words.value, c).map(({ thing, text }) =>
      thing
        ? this.lineOf(thing.item, thing.pack.unit === 'piece' ? thing.onHand : thing.pack.amount, thing.pack.unit, null)
        : {
            words: text.slice(0, 120),
            amount: 1,
            unit: 'piece' as const,
            reason: WANTED,
            section: HOUSEHOLD,
            state: 'open' as const,
          },
    );
    if (!bodies.length) return this.said.set('Write a word for what is wanted.');
    this.said.set(null);
    this.writing.ask(
      bodies.map((body): Deed => ({ does: 'make', on: 'shopping', body })),
      `On the list: ${bodies.length === 1 ? this.buying.nameOf({ item: null, words: null, ...bodies[0] }) : `${bodies.length} lines`}.`,
    );
  }
  private lineOf(item: string, amount: number, unit: Shopping['unit'], kit: string | null) {
    const section = this.knowledge.catalogue()?.products.has(item) ? CLEANING : HOUSEHOLD;
    return { item, amount, unit, kit, reason: kit ? 'below par' : WANTED, section, state: 'open' as const };
  }
  protected listMissing(): void {
    const all = this.missing();
    this.deeds.ask(
      all.map((m): Deed => ({ does: 'make', on: 'shopping', body: this.lineOf(m.item, m.amount, m.unit, m.kit) })),
      `On the list: ${all.length} ${all.length === 1 ? 'thing' : 'things'} below par.`,
    );
  }
  private text(): string {
    return this.sections()
      .map((s) => [s.name, ...s.rows.map((r) => `- ${r.name}${r.amount ? `, ${r.amount}` : ''}`)].join('\n'))
      .join('\n\n');
  }
  protected copy(): void {
    this.said.set(this.clipboard.copy(this.text()) ? 'Copied.' : 'The browser lets nothing be copied here.');
  }
  protected readonly canShare = 'share' in navigator;
  protected share(): void {
    // closed without sharing is no fault
    navigator.share({ title: 'To buy', text: this.text() }).catch(() => undefined);
  }
  protected async save(): Promise<void> {
    const kit = (id: string | null): string => this.kits().find((k) => k.id === id)?.name ?? '';
    const rows = this.sections().flatMap((s) =>
      s.rows.map((r) => [r.name, String(r.line.amount), r.line.unit, s.name, r.line.shop ?? '', kit(r.kit), r.reason]),
    );
    await saveCsv([['name', 'amount', 'unit', 'section', 'shop', 'kit', 'why'], ...rows], 'To buy');
  }
}
const LATELY = 6;
