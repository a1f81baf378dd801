import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatProgressBar } from '@angular/material/progress-bar';
import {
  jobsOfRooms,
  ownedBy,
  profileOf,
  readOffers,
  runOutOf,
  type Shopping,
  usualPack,
  weighOffers,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { type Deeds } from '../household/deeds';
import { Past } from '../household/past';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Thinking } from '../knowledge/thinking';
import { Clock } from '../shared/clock';
import { capital, figure, money } from '../shared/words';

const MOST = 4;
const WEEKS_A_MONTH = 365.25 / 12 / 7;
const BIG = { mL: 'L', g: 'kg', piece: 'piece' } as const;

/** A line of the list thought about: which pack of those in the shop, and what would do in its place. */
@Component({
  selector: 'dt-line-think',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, MatProgressBar, ReactiveFormsModule],
  templateUrl: './line-think.html',
  styleUrl: './line-edit.scss',
})
export class LineThink {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly past = inject(Past);
  protected readonly knowledge = inject(Knowledge);
  protected readonly thinking = new Thinking();
  private readonly household = this.store.selectSignal(selectHousehold);
  readonly line = input.required<Shopping>();
  readonly deeds = input.required<Deeds>();
  protected readonly capital = capital;
  protected readonly text = new FormControl('', { nonNullable: true });
  private readonly typed = toSignal(this.text.valueChanges, { initialValue: '' });
  protected readonly asked = signal(false);

  constructor() {
    this.past.want();
    effect(() => {
      this.line();
      untracked(() => this.asked.set(false));
    });
  }
  private readonly rate = computed(() => {
    const [past, { item }] = [this.past.past(), this.line()];
    return past && item ? (runOutOf(item, this.household().stock, past.weeks, past.planned[item])?.perWeek ?? 0) : 0;
  });
  protected readonly packs = computed(() => {
    const { item, unit } = this.line();
    const { offers, wrong } = readOffers(this.typed(), unit);
    const life = this.knowledge.catalogue()?.products.get(item ?? '')?.shelfLife_months?.opened ?? null;
    const keeps = life === null ? null : life * WEEKS_A_MONTH;
    const currency = this.household().settings?.currency ?? null;
    const rows = weighOffers(offers, unit, this.rate(), keeps).map((w, i) => ({
      key: i,
      name: unit === 'piece' ? `${figure(w.amount)} pieces` : `${figure(w.amount)} ${unit}`,
      price: `${money(w.unitPrice, currency)} a ${BIG[unit]}`,
      used:
        w.wasted > 0
          ? `${money(w.usedPrice, currency)} a ${BIG[unit]} that is used: ${figure(w.wasted)} ${unit} would be poured away`
          : Number.isFinite(w.weeks)
            ? `lasts ${figure(w.weeks)} weeks`
            : '',
    }));
    return { rows, wrong };
  });
  protected think(): void {
    const c = this.knowledge.catalogue();
    const { item, kit } = this.line();
    if (!c || !item) return;
    this.asked.set(true);
    const h = this.household();
    const now = this.clock.minute();
    const of = h.kits.find((k) => k.id === kit) ?? h.kits.find((k) => k.par.some((p) => p.item === item));
    const rooms = new Set(of?.room ? [of.room] : h.rooms.map((r) => r.id));
    const there = h.stock.filter((s) => (!of || s.kit === of.id) && s.onHand > 0).map((s) => s.item);
    const items = [...new Set([...there, item])];
    void this.thinking.swap(item, items, profileOf(h, now), jobsOfRooms(rooms, h, now, c), ownedBy(h));
  }
  protected readonly others = computed(() => {
    const [found, c] = [this.thinking.instead(), this.knowledge.catalogue()];
    if (!found || !c) return null;
    return {
      of: found.jobs.length,
      rows: found.instead.slice(0, MOST).map((x) => ({
        id: x.item,
        name: (c.products.get(x.item) ?? c.tools.get(x.item))?.name ?? x.item,
        owned: x.owned,
        does: x.jobs.length,
      })),
    };
  });
  protected take(item: string): void {
    const c = this.knowledge.catalogue();
    if (!c) return;
    const { id, version } = this.line();
    const { amount, unit } = usualPack(item, c);
    this.deeds().ask(
      { does: 'change', on: 'shopping', id, version, fields: { item, amount, unit } },
      `${capital(c.products.get(item)?.name ?? c.tools.get(item)?.name ?? item)} in its place.`,
    );
  }
}
