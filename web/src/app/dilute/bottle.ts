import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { formatVolume, kitchenNumber, type MeasureSystem } from '@dolly-tub/core';

/** Inner height (mm of drawing) of the part of each outline that holds liquid, and how its width runs with height. */
const SHAPES: Record<string, { body: number; shoulder: number; neck: number; wide: number; narrow: number }> = {
  sprayer: { body: 300, shoulder: 56, neck: 26, wide: 148, narrow: 72 },
  round: { body: 300, shoulder: 60, neck: 24, wide: 132, narrow: 56 },
  jug: { body: 330, shoulder: 0, neck: 0, wide: 190, narrow: 190 },
  bucket: { body: 280, shoulder: 0, neck: 0, wide: 230, narrow: 230 },
  basin: { body: 120, shoulder: 0, neck: 0, wide: 196, narrow: 196 },
  jar: { body: 250, shoulder: 20, neck: 16, wide: 170, narrow: 140 },
};
/** Vessels lower than that, and where the spoons lie over them. */
const LOW = 200;
const OVER_LOW = 150;
/** A further thing in the bottle; `dry` in words for what takes no room. */
export interface Layer {
  name: string;
  mL: number;
  dry: string | null;
}
export interface Spoon {
  measure?: string;
  count: number;
  name: string;
  volume_mL: number;
}

/** A line of the drawing that can be moved. */
interface Grip {
  is: 'all' | 'water';
  name: string;
  mL: number;
  most: number;
  y: number;
  from: number;
  to: number;
  knob: number;
}

/**
 * The person's own container to scale: fill lines where they really come, by the volume below each height
 * (round body, tapering shoulder, neck). The picture alone is enough to mix from.
 */
@Component({
  selector: 'dt-bottle',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './bottle.html',
  styleUrl: './bottle.scss',
})
export class BottleDrawing {
  readonly kind = input.required<string>();
  readonly capacity = input.required<number>();
  readonly water = input.required<number>();
  readonly stock = input.required<number>();
  readonly name = input.required<string>();
  /** Grams, in words, for a powder that takes no room to speak of. */
  readonly dry = input<string | null>(null);
  /** What stands over it: further things in the same bottle, in the order in which they go in. */
  readonly layers = input<readonly Layer[]>([]);
  /** Measures that hold what somebody said, and were never weighed. */
  readonly supposed = input<ReadonlySet<string>>(new Set());
  readonly spoons = input<readonly Spoon[]>([]);
  readonly system = input<MeasureSystem>('metric');
  /** Water by another way to read the same ratio, mL, and what that way is called. */
  readonly other = input<number | null>(null);
  readonly otherSays = input('');
  /** The lines can be moved: how much in all, and how much of it is water, mL. */
  readonly live = input(false, { transform: booleanAttribute });
  /** It is a bottle of somebody's, so its size stays while it is filled more or less. */
  readonly sized = input(false);
  readonly filled = output<number>();
  readonly watered = output<number>();
  readonly bottleName = input('the bottle');
  protected readonly BASE = 492;
  protected readonly floor = Math.floor;
  protected readonly number = kitchenNumber;
  /** A long name in lines that fit beside the outline, which is wider where it has no shoulder. */
  protected readonly lines = computed(() => this.inLines(this.name()));
  private inLines(name: string): string[] {
    const most = this.shape().shoulder ? 12 : 9;
    return name.split(' ').reduce<string[]>((lines, w) => {
      const last = lines.at(-1);
      return last !== undefined && last.length + 1 + w.length <= most
        ? [...lines.slice(0, -1), `${last} ${w}`]
        : [...lines, w];
    }, []);
  }
  protected readonly shape = computed(() => SHAPES[this.kind()] ?? SHAPES['round']!);
  private readonly total = computed(() => {
    const s = this.shape();
    return volumeTo(s, s.body + s.shoulder + s.neck);
  });
  /** y of the level that a volume reaches. */
  private y(mL: number): number {
    const s = this.shape();
    const want = (mL / this.capacity()) * this.total();
    let lo = 0;
    let hi = s.body + s.shoulder + s.neck;
    for (let i = 0; i < 40; i++) {
      const mid = (lo + hi) / 2;
      if (volumeTo(s, mid) < want) lo = mid;
      else hi = mid;
    }
    return this.BASE - (lo + hi) / 2;
  }
  protected readonly waterY = computed(() => this.y(this.water()));
  protected readonly topY = computed(() => (this.dry() ? this.waterY() : this.y(this.water() + this.stock())));
  /** mL up to the top of everything. */
  private readonly all = computed(
    () => this.water() + (this.dry() ? 0 : this.stock()) + this.layers().reduce((sum, l) => sum + l.mL, 0),
  );
  /** Each further thing: where it lies, and where its words stand, above those of the one below. */
  protected readonly stacked = computed(() => {
    let from = this.water() + (this.dry() ? 0 : this.stock());
    let wordsY = this.topY() - 34 - (this.lines().length - 1) * 23;
    return this.layers().map((l, i) => {
      const bottom = this.y(from);
      const top = this.y((from += l.mL));
      const lines = this.inLines(l.name);
      const low = Math.min(top - 8, wordsY - 26);
      wordsY = low - lines.length * 20 - 2;
      return { ...l, lines, top, bottom, low, tint: i % 4, amount: l.dry ?? this.say(l.mL) };
    });
  });
  protected readonly otherY = computed(() => {
    const mL = this.other();
    return mL === null ? null : this.y(mL);
  });
  /** What of the drawing is shown: over what is low there is nothing to see. */
  protected readonly view = computed(() => (this.shape().body < LOW ? '0 120 420 400' : '0 0 420 520'));
  /** Spoons lie below the lines; over what is low there is more room. */
  protected readonly spoonY = computed(() =>
    this.shape().body < LOW ? OVER_LOW : Math.min(380, Math.max(this.topY(), this.otherY() ?? 0) + 40),
  );
  /** The lines to move, each with where it stands and how far it goes. */
  protected readonly grips = computed<Grip[]>(() => {
    const all = this.all();
    const [top, water] = [this.y(all), this.waterY()];
    const in_all: Grip = {
      is: 'all',
      name: 'Filled up to',
      mL: Math.round(all),
      most: Math.round(this.capacity()),
      y: top,
      from: 210 + this.half(top),
      to: 412,
      knob: 210 + this.half(top) + 6,
    };
    const fills = this.sized() ? [in_all] : [];
    // with more than one thing in it, water is what is left
    if (this.dry() || this.stock() <= 0 || this.layers().length) return fills;
    return [
      ...fills,
      {
        is: 'water',
        name: 'Water up to',
        mL: Math.round(this.water()),
        most: Math.round(all),
        y: water,
        from: 8,
        to: 210 - this.half(water),
        knob: 210 - this.half(water) - 6,
      },
    ];
  });
  private held: Grip['is'] | null = null;
  protected grab(e: PointerEvent, is: Grip['is']): void {
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    this.held = is;
    e.preventDefault();
  }
  protected drop(): void {
    this.held = null;
  }
  protected drag(e: PointerEvent): void {
    const place = (e.currentTarget as SVGGElement).ownerSVGElement?.getScreenCTM();
    if (!this.held || !place) return;
    this.move(this.held, this.volumeAt(new DOMPoint(e.clientX, e.clientY).matrixTransform(place.inverse()).y));
  }
  /** Arrows a hundredth of the bottle, pages a tenth. */
  protected step(e: KeyboardEvent, g: Grip): void {
    const by = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1, PageUp: 10, PageDown: -10 }[e.key];
    if (!by) return;
    e.preventDefault();
    this.move(g.is, g.mL + (by * this.capacity()) / 100);
  }
  private move(is: Grip['is'], mL: number): void {
    const all = this.water() + this.stock();
    // to what a hand can pour: a two-hundredth of the bottle
    const grain = Math.max(1, 10 ** Math.floor(Math.log10(this.capacity() / 100)));
    const to = Math.round(mL / grain) * grain;
    if (is === 'all') this.filled.emit(Math.min(Math.round(this.capacity()), Math.max(grain, to)));
    else this.watered.emit(Math.min(all - Math.min(grain, all / 200), Math.max(0, to)));
  }
  /** mL below a height of the drawing. */
  private volumeAt(y: number): number {
    const s = this.shape();
    const h = Math.min(s.body + s.shoulder + s.neck, Math.max(0, this.BASE - y));
    return (volumeTo(s, h) / this.total()) * this.capacity();
  }
  protected half(y: number): number {
    return widthAt(this.shape(), this.BASE - y) / 2;
  }
  protected readonly outline = computed(() => {
    const s = this.shape();
    const b = this.BASE;
    const [w, n] = [s.wide / 2, s.narrow / 2];
    const top = b - s.body - s.shoulder - s.neck;
    const [neck, shoulder] = [b - s.body - s.shoulder, b - s.body];
    const down = `M${210 - n} ${top}L${210 - n} ${neck}L${210 - w} ${shoulder}V${b - 14}q0 14 14 14`;
    return `${down}H${210 + w - 14}q14 0 14-14V${shoulder}L${210 + n} ${neck}V${top}Z`;
  });
  protected readonly ticks = computed(() => {
    const c = this.capacity();
    const step = [1, 2, 5, 10, 20, 25, 50, 100, 200, 250, 500, 1000, 2000].find((x) => c / x <= 9) ?? c / 8;
    return Array.from({ length: Math.floor((c * 0.98) / step) }, (_, i) => (i + 1) * step).map((mL) => ({
      mL,
      y: this.y(mL),
      x: 210 + this.half(this.y(mL)),
      text: String(mL),
    }));
  });
  protected marks(s: Spoon): number[] {
    const whole = Math.floor(s.count);
    return [...Array.from({ length: Math.min(9, whole) }, () => 1), ...(s.count % 1 ? [0.5] : [])];
  }
  protected say = (mL: number): string => formatVolume(mL, this.system());
  protected readonly describe = computed(() => {
    const [water, all] = [this.say(this.water()), this.say(this.water() + this.stock())];
    const then = this.dry()
      ? `, and ${this.dry()} of ${this.name()}`
      : `, then ${this.say(this.stock())} of ${this.name()} up to ${all}`;
    const more = this.layers().map((l) => `, then ${l.dry ?? this.say(l.mL)} of ${l.name}`);
    const spoons = this.spoons().map((s) => `${kitchenNumber(s.count)} ${s.name}`);
    const that = spoons.length ? `, that is ${spoons.join(' and ')}` : '';
    return `${this.bottleName()}, ${this.say(this.capacity())}: ${water} of water${then}${more.join('')}${that}.`;
  });
}
type Shape = { body: number; shoulder: number; neck: number; wide: number; narrow: number };
function widthAt(s: Shape, h: number): number {
  if (h <= s.body) return s.wide;
  if (h >= s.body + s.shoulder) return s.narrow;
  return s.wide - ((h - s.body) / s.shoulder) * (s.wide - s.narrow);
}
/** Volume below height h, round cross-section, in drawing units. */
export function volumeTo(s: Shape, h: number): number {
  const area = (w: number): number => (Math.PI * w * w) / 4;
  let v = area(s.wide) * Math.min(h, s.body);
  if (h > s.body && s.shoulder > 0) {
    const x = Math.min(h - s.body, s.shoulder);
    const w = widthAt(s, s.body + x);
    v += (x / 3) * (area(s.wide) + area(w) + Math.sqrt(area(s.wide) * area(w)));
  }
  if (h > s.body + s.shoulder) v += area(s.narrow) * (h - s.body - s.shoulder);
  return v;
}
