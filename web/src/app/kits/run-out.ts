import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { type LogEntry, runOutOf, type Stock } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi } from '../household/api';
import { selectSettings, selectStock } from '../household/state';
import { Clock } from '../shared/clock';
import { figure, when } from '../shared/words';

/** Entries that are looked back over, the newest. */
const MOST_ENTRIES = 500;
const WIDE = 260;
const HIGH = 84;
const LEFT = 6;
const TOP = 8;
const FLOOR = 64;
/** Further ahead than two years nobody plans. */
const MOST_DAYS = 730;

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
  private readonly api = inject(HouseholdApi);
  /** The page holds only the entries that it needs at hand: use is read from the log itself, a page of it. */
  private readonly log = signal<readonly LogEntry[]>([]);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly settings = this.store.selectSignal(selectSettings);
  readonly of = input.required<Stock>();

  constructor() {
    effect(() => {
      // counted or used: the log has grown
      this.of();
      untracked(() => void this.read());
    });
  }
  private async read(): Promise<void> {
    try {
      this.log.set((await this.api.readLog({ limit: MOST_ENTRIES })).items);
    } catch {
      // the server is away: what was read last stays
    }
  }
  protected readonly found = computed(() => runOutOf(this.of().item, this.stock(), this.log(), this.clock.minute()));
  private day(days: number): string {
    const s = this.settings();
    const at = new Date(this.clock.minute().getTime() + days * 86_400_000).toISOString();
    return when(at, s?.timeZone, s?.locale, false);
  }
  protected readonly says = computed(() => {
    const r = this.found();
    if (!r || r.likely_days > MOST_DAYS) return null;
    const unit = this.of().pack.unit === 'piece' ? '' : ` ${this.of().pack.unit}`;
    return {
      likely: this.day(r.likely_days),
      band: `${this.day(r.early_days)} to ${this.day(r.late_days)}`,
      rate: `${figure(r.perWeek)}${unit} a week`,
      reorder: `${figure(Math.ceil(r.reorderAt))}${unit}`,
      now: r.onHand <= r.reorderAt,
    };
  });
  protected readonly drawn = computed(() => {
    const r = this.found();
    if (!r) return null;
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
      wordsY: HIGH - 4,
    };
  });
}
