import { computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { parseNumber, runOutOf, type Shopping, usualPack, withinBudget } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { Past } from '../household/past';
import { selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { between, typed } from '../shared/valid';
import { money } from '../shared/words';

/** Somebody wished for it; nothing runs short. */
export const WANTED = 'wanted';
/** What runs out today is worth ten times what lasts for long. */
const URGENT = 63;

/** What the lines of the list cost, and what is left out within a budget. Made within a component. */
export class Costs {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly past = inject(Past);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly stock = this.store.selectSignal(selectStock);

  constructor(
    private readonly lines: () => readonly Shopping[],
    private readonly nameOf: (line: Shopping) => string,
  ) {
    this.past.want();
  }
  /** What a line costs at the least, by packs that were paid for before, else by the catalogue's level. */
  of({ item, amount, unit }: Shopping): number {
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
  readonly currency = computed(() => this.settings()?.currency ?? 'EUR');
  readonly total = computed(() =>
    money(
      this.lines().reduce((n, l) => n + this.of(l), 0),
      this.currency(),
    ),
  );
  readonly budget = typed(between(0, 1e6));
  private readonly most = toSignal(this.budget.valueChanges, { initialValue: '' });
  /** What is left out first where all of it is too much: what runs out last, and what was only wished for. */
  readonly left = computed(() => {
    const most = parseNumber(this.most());
    const past = this.past.past();
    if (most === null || !(most >= 0)) return null;
    const lines = this.lines().map((l) => {
      const r = l.item && past ? runOutOf(l.item, this.stock(), past.weeks, past.planned[l.item]) : null;
      const worth = r ? 1 + URGENT / (7 + r.likely_days) : l.reason === WANTED ? 1 : 2;
      return { line: l, id: l.id, cost: Math.round(100 * this.of(l)), worth };
    });
    const { buy, leave } = withinBudget(lines, Math.floor(100 * most));
    const name = (id: string): string => this.nameOf(lines.find((x) => x.id === id)!.line);
    const sum = lines.filter((x) => buy.includes(x.id)).reduce((n, x) => n + x.cost, 0) / 100;
    return { names: [...leave].reverse().map(name).join(', '), sum: money(sum, this.currency()) };
  });
}
