import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { nameOfItem, type CurvePoint, type CurveOf } from '@dolly-tub/core';
import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { Knowledge } from '../knowledge/knowledge';
import { figure, percent } from '../shared/words';

const WIDE = 320;
const HIGH = 170;
const EDGE = { left: 44, right: 14, top: 12, bottom: 30 };

const WORDS: Record<CurveOf, string> = { harm: 'Wear of the surfaces', minutes: 'Waiting' };

/** From the smallest kit to the best: things along, wear or waiting up; each point opens its kit. */
@Component({
  selector: 'dt-curve',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './curve.html',
  styleUrl: './curve.scss',
})
export class Curve {
  private readonly knowledge = inject(Knowledge);
  readonly points = input.required<readonly CurvePoint[]>();
  readonly measure = input<CurveOf>('harm');
  readonly at = input(0);
  protected readonly word = computed(() => WORDS[this.measure()]);
  private says(value: number): string {
    return this.measure() === 'harm' ? `${figure(value * 100)} %` : `${figure(value)} min`;
  }
  readonly opened = output<number>();
  protected readonly edge = EDGE;
  protected readonly floor = HIGH - EDGE.bottom;
  protected readonly right = WIDE - EDGE.right;
  private readonly scales = computed(() => {
    const points = this.points();
    const counts = points.map((p) => p.items.length);
    return {
      x: scaleLinear([Math.min(...counts), Math.max(...counts)], [EDGE.left + 10, this.right - 10]),
      y: scaleLinear([0, Math.max(...points.map((p) => p.value), 0.01)], [this.floor, EDGE.top]),
    };
  });
  protected readonly dots = computed(() => {
    const { x, y } = this.scales();
    const c = this.knowledge.catalogue();
    const name = (x: string): string => nameOfItem(x, c);
    return this.points().map((p, i) => ({
      i,
      x: x(p.items.length),
      y: y(p.value),
      count: p.items.length,
      value: this.says(p.value),
      name: p.added ? `+ ${name(p.added)}` : 'the smallest',
    }));
  });
  protected readonly path = computed(
    () =>
      line<{ x: number; y: number }>()
        .x((d) => d.x)
        .y((d) => d.y)(this.dots()) ?? '',
  );
  protected readonly ticks = computed(() => {
    const { y } = this.scales();
    return y.ticks(3).map((v) => ({ v, y: y(v), says: this.measure() === 'harm' ? percent(v) : String(v) }));
  });
  protected readonly describe = computed(() => {
    const [first, last] = [this.dots()[0], this.dots().at(-1)];
    return `${this.word()} falls from ${first?.value} with ${first?.count} things to ${last?.value} with ${last?.count}.`;
  });
}
