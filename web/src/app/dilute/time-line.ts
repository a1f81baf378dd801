import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Something that comes so many minutes from now, in words of its own. */
export interface Coming {
  at_min: number;
  says: string;
  /** Of the mix, or of the pack that it is made from. */
  of: 'mix' | 'pack';
}
interface Mark extends Coming {
  x: number;
  /** Which line of words it stands in, 0 nearest: even above, odd below. */
  row: number;
  /** Middle of its words. */
  textX: number;
}
const WIDE = 420;
/** Where now stands: with a past of the pack before it, its words fit in. */
const NOW_X = { past: 134, fresh: 18 };
const END_X = 408;
/** A minute to three years, each ten times as long the same way on. */
const LEAST_min = 1;
const MOST_min = 3 * 365 * 1440;
const PER_SIGN = 7.2;
const TICKS = [
  { at_min: 10, says: '10 min' },
  { at_min: 60, says: '1 h' },
  { at_min: 1440, says: '1 day' },
  { at_min: 43_200, says: '1 month' },
  { at_min: 525_600, says: '1 year' },
];
const xOf = (min: number, now: number): number =>
  now +
  ((END_X - now) * Math.log(Math.min(MOST_min, Math.max(LEAST_min, min)) / LEAST_min)) / Math.log(MOST_min / LEAST_min);

/** One line with now on it: how old the pack is, until when the mix stays wet, has worked, is poured away. */
@Component({
  selector: 'dt-time-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './time-line.html',
  styleUrl: './time-line.scss',
})
export class TimeLine {
  readonly coming = input.required<readonly Coming[]>();
  /** How old the pack is, in words; null where nothing counts. */
  readonly past = input<string | null>(null);
  protected readonly nowX = computed(() => (this.past() ? NOW_X.past : NOW_X.fresh));
  protected readonly ticks = computed(() => TICKS.map((t) => ({ ...t, x: xOf(t.at_min, this.nowX()) })));
  protected readonly endX = END_X;
  protected readonly marks = computed<Mark[]>(() => {
    /** How far to the right each line of words is taken. */
    const taken: number[] = [];
    return [...this.coming()]
      .sort((a, b) => a.at_min - b.at_min)
      .map((c) => {
        const x = xOf(c.at_min, this.nowX());
        const wide = c.says.length * PER_SIGN;
        const from = Math.min(WIDE - wide, Math.max(0, x - wide / 2));
        let row = 0;
        while ((taken[row] ?? -Infinity) > from - 6) row++;
        taken[row] = from + wide;
        return { ...c, x, row, textX: from + wide / 2 };
      });
  });
  protected readonly rows = computed(() => Math.max(0, ...this.marks().map((m) => m.row)) + 1);
  /** y of the line itself: the words stand above it, the ticks below. */
  protected readonly lineY = computed(() => this.rows() * 20 + 10);
  protected readonly high = computed(() => this.lineY() + 26);
  protected wordsY = (m: Mark): number => this.lineY() - 12 - m.row * 20;
  protected readonly describe = computed(() =>
    [this.past(), ...this.marks().map((m) => m.says)].filter(Boolean).join('; '),
  );
}
