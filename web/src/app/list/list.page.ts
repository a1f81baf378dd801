import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { missingFrom, parseNumber, readList, runOutOf, type Shopping, usualPack, withinBudget } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { Buying } from '../household/buying';
import { type Deed, deedsFrom } from '../household/deeds';
import { Past } from '../household/past';
import { selectKits, selectLoaded, selectSettings, selectShopping, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Print } from '../shared/print';
import { VerdictShape } from '../shared/verdict-shape';
import { between, said, typed } from '../shared/valid';
import { capital, figure, money } from '../shared/words';
import { LineEdit } from './line-edit';
import { LineThink } from './line-think';
import { Scan } from './scan';

/** Sections in which a shop has things; what is written there by others keeps its own name. */
const CLEANING = 'cleaning';
const HOUSEHOLD = 'household';
const ANY_SHOP = 'any shop';

/** What to buy: from below par, from a ladder, or in one’s own words; bought goes onto a shelf, and can be undone. */
@Component({
  selector: 'dt-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    LineEdit,
    LineThink,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatIcon,
    Chooser,
    MatButton,
    MatFormFieldModule,
    MatInputModule,
    Print,
    ReactiveFormsModule,
    Scan,
    VerdictShape,
  ],
  templateUrl: './list.page.html',
  styleUrl: './list.page.scss',
})
export class ListPage {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly past = inject(Past);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly clipboard = inject(Clipboard);
  protected readonly deeds = deedsFrom('list');
  protected readonly buying = new Buying(this.deeds);
  private readonly writing = deedsFrom('list: write');
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly lines = this.store.selectSignal(selectShopping);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  protected readonly trouble = computed(() => this.deeds.trouble() ?? this.writing.trouble());
  protected readonly said = signal<string | null>(null);
  protected readonly form = new FormGroup({
    words: new FormControl('', { nonNullable: true, validators: [said] }),
  });

  constructor() {
    void this.knowledge.load();
    this.past.want();
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
      cost: line.item ? money(this.costOf(line), this.currency()) : '',
      inAll: this.inAll(line),
      bar: this.buying.barOf(line),
    };
  }
  /** What a line costs at the least, by packs that were paid for before, else by the catalogue's level. */
  private costOf({ item, amount, unit }: Shopping): number {
    const c = this.knowledge.catalogue();
    if (!c || !item) return 0;
    const usual = { amount: usualPack(item, c).amount, price: c.products.get(item)?.price ?? c.tools.get(item)?.price };
    const paid = this.stock().flatMap((s) =>
      s.item === item && s.price && s.pack.unit === unit ? [{ amount: s.pack.amount, price: s.price }] : [],
    );
    const of = (p: { amount: number; price?: number | undefined }): number =>
      (p.price ?? 0) * Math.max(1, Math.ceil(amount / p.amount));
    return Math.min(...(paid.length ? paid : [usual]).map(of));
  }
  /** The sum of several lines of one thing: one pack may do for all of them. */
  private inAll({ item, unit }: Shopping): string | null {
    const all = this.open().filter((l) => item && l.item === item && l.unit === unit);
    const sum = all.reduce((n, l) => n + l.amount, 0);
    return all.length > 1 ? `${figure(sum)}${unit === 'piece' ? '' : ` ${unit}`}` : null;
  }
  protected readonly currency = computed(() => this.settings()?.currency ?? 'EUR');
  protected readonly total = computed(() =>
    money(
      this.open().reduce((n, l) => n + this.costOf(l), 0),
      this.currency(),
    ),
  );
  protected readonly budget = typed(between(0, 1e6));
  private readonly most = toSignal(this.budget.valueChanges, { initialValue: '' });
  /** What is left out first where all of it is too much: what runs out last, and what was only wished for. */
  protected readonly left = computed(() => {
    const most = parseNumber(this.most());
    const past = this.past.past();
    if (most === null || !(most >= 0)) return null;
    const lines = this.open().map((l) => {
      const r = l.item && past ? runOutOf(l.item, this.stock(), past.weeks, past.planned[l.item]) : null;
      const worth = r ? 1 + URGENT / (7 + r.likely_days) : l.reason === WANTED ? 1 : 2;
      return { line: l, id: l.id, cost: Math.round(100 * this.costOf(l)), worth };
    });
    const { buy, leave } = withinBudget(lines, Math.floor(100 * most));
    const name = (id: string): string => this.buying.nameOf(lines.find((x) => x.id === id)!.line);
    const sum = lines.filter((x) => buy.includes(x.id)).reduce((n, x) => n + x.cost, 0) / 100;
    return { names: [...leave].reverse().map(name).join(', '), sum: money(sum, this.currency()) };
  });
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
  protected copy(): void {
    const text = this.sections()
      .map((s) => [s.name, ...s.rows.map((r) => `- ${r.name}${r.amount ? `, ${r.amount}` : ''}`)].join('\n'))
      .join('\n\n');
    this.said.set(this.clipboard.copy(text) ? 'Copied.' : 'The browser lets nothing be copied here.');
  }
}
const LATELY = 6;
/** Somebody wished for it; nothing runs short. */
const WANTED = 'wanted';
/** What runs out today is worth ten times what lasts for long. */
const URGENT = 63;
