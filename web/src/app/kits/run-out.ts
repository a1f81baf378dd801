import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { dateFormat, DAY_MS, paperAgainstCloth, parFor, runOutOf, type Stock, useFirst } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { Past } from '../household/past';
import { selectKits, selectSettings, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { figure, money, when } from '../shared/words';

const WEEKS_A_MONTH = 365.25 / 12 / 7;
const WIDE = 260;
const HIGH = 84;
const LEFT = 6;
const TOP = 8;
const FLOOR = 64;
/** Further ahead than two years nobody plans. */
const MOST_DAYS = 730;
/** Weeks that stand on a shelf where it keeps so long. */
const EIGHT = 8;
/** From so many days ahead the month and its year are said, not the day. */
const NAMES_YEAR = 180;
/** A name of a day under the line, kept within the drawing. */
const WORDS = 34;

/** When a thing runs out, as a line that falls from now to nothing, with how sure that is. */
@Component({
  selector: 'dt-run-out',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './run-out.html',
  styleUrl: './run-out.scss',
})
export class RunOutLine {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly past = inject(Past);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly knowledge = inject(Knowledge);
  private readonly deeds = deedsFrom('kits: keep so much');
  readonly of = input.required<Stock>();

  constructor() {
    this.past.want();
  }
  protected readonly found = computed(() => {
    const past = this.past.past();
    const { item } = this.of();
    return past ? runOutOf(item, this.stock(), past.weeks, past.planned[item]) : null;
  });
  private day(days: number): string {
    if (days > MOST_DAYS) return 'more than two years on';
    const s = this.settings();
    const at = new Date(this.clock.minute().getTime() + days * DAY_MS);
    // a day without its year would be read as one of this year
    if (days > NAMES_YEAR)
      return dateFormat(s?.locale, { timeZone: s?.timeZone, month: 'long', year: 'numeric' }).format(at);
    return when(at.toISOString(), s?.timeZone, s?.locale, false);
  }
  protected readonly says = computed(() => {
    const r = this.found();
    if (!r) return null;
    const unit = this.of().pack.unit === 'piece' ? '' : ` ${this.of().pack.unit}`;
    const rate = `${figure(r.perWeek)}${unit} a week`;
    if (r.onHand <= 0) return { likely: null, band: '', rate, reorder: '', now: true, far: false };
    return {
      likely: this.day(r.likely_days),
      band: `${this.day(r.early_days)} to ${this.day(r.late_days)}`,
      rate,
      reorder: `${figure(Math.ceil(r.reorderAt))}${unit}`,
      now: r.onHand <= r.reorderAt,
      far: r.likely_days > MOST_DAYS,
    };
  });
  /** Of several packs in the house another one is to be used first. */
  protected readonly first = computed(() => {
    const one = useFirst(this.of().item, this.stock());
    if (!one || one.id === this.of().id || !(one.expiresOn ?? one.openedOn ?? one.madeOn)) return null;
    const why = one.expiresOn ? 'it ends first' : one.openedOn ? 'it is open' : 'it is older';
    return `${this.kits().find((k) => k.id === one.kit)?.name ?? 'another kit'}: ${why}`;
  });
  /** How much to keep here, where that is another amount than is kept. */
  protected readonly advice = computed(() => {
    const [past, c] = [this.past.past(), this.knowledge.catalogue()];
    const { id, item, kit, pack } = this.of();
    const life = c?.products.get(item)?.shelfLife_months?.opened ?? null;
    const p = past && parFor(past.weeks[id] ?? [], pack, life === null ? null : life * WEEKS_A_MONTH);
    const keeps =
      this.kits()
        .find((k) => k.id === kit)
        ?.par.find((x) => x.item === item)?.level ?? null;
    if (!p || p.level === keeps) return null;
    const unit = pack.unit === 'piece' ? '' : ` ${pack.unit}`;
    const amount = (x: number): string => `${figure(x)}${unit}`;
    const reaches = p.weeks < EIGHT ? `and it keeps ${figure(p.weeks)} weeks` : 'eight weeks and a reserve';
    const now = keeps === null ? '' : ` Now it is ${amount(keeps)}.`;
    return {
      level: p.level,
      says: `Keep ${amount(p.level)} here: ${amount(p.perWeek)} go a week, ${reaches}.${now}`,
    };
  });
  /** Paper for a year against cloth that is washed. */
  protected readonly yearly = computed(() => {
    const [r, c] = [this.found(), this.knowledge.catalogue()];
    const cloth = c && [...c.tools.values()].find((t) => t.cloth === 'woven' && t.usual);
    const y = r && cloth && paperAgainstCloth(this.of().item, cloth.id, r.perWeek, c, this.of().price ?? null);
    if (!y) return null;
    const currency = this.settings()?.currency ?? null;
    return `A year of it is about ${money(y.paper, currency)}; ${cloth.name}, washed, about ${money(y.cloth, currency)}.`;
  });
  protected keep(level: number): void {
    const { item, kit, pack } = this.of();
    const of = this.kits().find((k) => k.id === kit);
    if (!of) return;
    const par = [...of.par.filter((x) => x.item !== item), { item, level, unit: pack.unit }];
    this.deeds.ask(
      { does: 'change', on: 'kits', id: of.id, version: of.version, fields: { par } },
      `${figure(level)} are kept here.`,
    );
  }
  protected readonly drawn = computed(() => {
    const r = this.found();
    if (!r || r.onHand <= 0 || r.likely_days > MOST_DAYS) return null;
    const end = Math.max(r.late_days, 1) * 1.05;
    const x = (days: number): number => LEFT + ((WIDE - 2 * LEFT) * Math.min(days, end)) / end;
    const y = FLOOR - ((FLOOR - TOP) * Math.min(r.reorderAt, r.onHand)) / Math.max(r.onHand, 1e-9);
    return {
      band: `M${LEFT} ${TOP}L${x(r.early_days)} ${FLOOR}H${x(r.late_days)}Z`,
      line: `M${LEFT} ${TOP}L${x(r.likely_days)} ${FLOOR}`,
      floor: `M${LEFT} ${FLOOR}H${WIDE - LEFT}`,
      order: `M${LEFT} ${y}H${WIDE - LEFT}`,
      dot: x(r.likely_days),
      dotY: FLOOR,
      wordsX: Math.min(WIDE - WORDS, Math.max(WORDS + 24, x(r.likely_days))),
      wordsY: HIGH - 4,
    };
  });
}
