import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { DAY_MS, runOutOf, type Stock } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { Past } from '../household/past';
import { selectSettings, selectStock } from '../household/state';
import { Clock } from '../shared/clock';
import { figure, when } from '../shared/words';

const WIDE = 260;
const HIGH = 84;
const LEFT = 6;
const TOP = 8;
const FLOOR = 64;
/** Further ahead than two years nobody plans. */
const MOST_DAYS = 730;
/** A name of a day under the line, kept within the drawing. */
const WORDS = 34;

/** When a thing runs out, as a line that falls from now to nothing, with how sure that is. */
@Component({
  selector: 'dt-run-out',
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
    return when(new Date(this.clock.minute().getTime() + days * DAY_MS).toISOString(), s?.timeZone, s?.locale, false);
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
