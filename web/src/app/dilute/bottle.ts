import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatVolume, type MeasureSystem } from '@dolly-tub/core';

/** Inner height (mm of drawing) of the part of each outline that holds liquid, and how its width runs with height. */
const SHAPES: Record<string, { body: number; shoulder: number; neck: number; wide: number; narrow: number }> = {
  sprayer: { body: 300, shoulder: 56, neck: 26, wide: 148, narrow: 72 },
  round: { body: 300, shoulder: 60, neck: 24, wide: 132, narrow: 56 },
  jug: { body: 330, shoulder: 0, neck: 0, wide: 190, narrow: 190 },
  bucket: { body: 280, shoulder: 0, neck: 0, wide: 230, narrow: 230 },
  jar: { body: 250, shoulder: 20, neck: 16, wide: 170, narrow: 140 },
};
export interface Spoon {
  count: number;
  name: string;
  volume_mL: number;
}

/**
 * The person's own container to scale: fill lines where they really come, by the volume below each height
 * (round body, tapering shoulder, neck). The picture alone is enough to mix from.
 */
@Component({
  selector: 'dt-bottle',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 420 520" role="img" [attr.aria-label]="describe()" [attr.data-capacity]="capacity()">
      <defs><clipPath id="inside"><path [attr.d]="outline()" /></clipPath></defs>
      <g clip-path="url(#inside)">
        <rect x="0" y="0" width="420" height="520" class="glass" />
        <rect x="0" [attr.y]="waterY()" width="420" [attr.height]="BASE - waterY()" class="water" data-fill="water" />
        <rect x="0" [attr.y]="topY()" width="420" [attr.height]="waterY() - topY()" class="stock" data-fill="stock" />
      </g>
      <path [attr.d]="outline()" class="wall" [attr.data-outline]="kind()" />
      @if (kind() === 'sprayer') { <g class="head"><path d="M176 92h68v34h-68z" /><path d="M190 92V62h-44c-20 0-30 8-34 22l-12-8c4-24 20-38 48-38h92c16 0 22 10 22 24l-16 14h-16v16z" /><path d="M126 70c2 18-4 30-16 40" class="trigger" /></g> } @else if (kind() === 'round' || kind() === 'jar') { <path class="head" [attr.d]="'M' + (210 - shape().narrow / 2 - 4) + ' 84h' + (shape().narrow + 8) + 'v34h-' + (shape().narrow + 8) + 'z'" /> }
      @for (t of ticks(); track t.mL) { <g class="tick"><path [attr.d]="'M' + t.x + ' ' + t.y + 'h-16'" /><text [attr.x]="t.x - 22" [attr.y]="t.y + 5" text-anchor="end">{{ t.text }}</text></g> }
      <g class="line w"><path [attr.d]="'M8 ' + waterY() + 'H' + (210 - half(waterY()) - 4)" data-line="water" [attr.data-y]="waterY()" /><text x="8" [attr.y]="waterY() + 26" class="big">water</text><text x="8" [attr.y]="waterY() + 46">{{ say(water()) }}</text></g>
      @if (stock() > 0 && !dry()) { <g class="line s"><path [attr.d]="'M' + (210 + half(topY()) + 4) + ' ' + topY() + 'H412'" data-line="stock" [attr.data-y]="topY()" /><text x="412" [attr.y]="topY() - 34" text-anchor="end" class="big">{{ name() }}</text><text x="412" [attr.y]="topY() - 12" text-anchor="end">{{ say(stock()) }}</text></g> }
      @if (dry()) { <g class="line s">@for (l of lines(); track $index; let up = $count) { <text x="412" [attr.y]="waterY() - 34 - (up - 1 - $index) * 23" text-anchor="end" class="big">{{ l }}</text> }<text x="412" [attr.y]="waterY() - 12" text-anchor="end">{{ dry() }}</text></g> }
      @for (s of spoons(); track s.name; let i = $index) {
        @for (n of marks(s); track $index) { <g class="spoon" [attr.transform]="'translate(' + (324 + $index % 3 * 36) + ' ' + (spoonY() + i * 58 + floor($index / 3) * 22) + ')'"><ellipse rx="10" ry="7" [class.half]="n < 1" /><path d="M10 0h13" /></g> }
        <text x="318" [attr.y]="spoonY() + i * 58 + 32" class="small">{{ s.count }} {{ s.name }}</text>
      }
    </svg>
  `,
  styles: `
    svg { width: 100%; max-height: 470px; display: block; }
    .glass { fill: var(--enamel-2); } .water { fill: var(--water); } .stock { fill: var(--stock-colour, light-dark(#d9c23c, #b39b2a)); }
    rect { transition: y 180ms ease-out, height 180ms ease-out; }
    .wall { fill: none; stroke: var(--blue-deep); stroke-width: 5; stroke-linejoin: round; } .head, .head path { fill: var(--zinc-2); stroke: var(--blue-deep); stroke-width: 4; stroke-linejoin: round; } .head .trigger { fill: none; stroke-linecap: round; }
    text { font: 600 15px var(--text); fill: var(--ink-2); } .big { font: 700 21px var(--display); } .small { font-size: 14px; fill: var(--ink); }
    .tick path { stroke: var(--ink-2); stroke-width: 2; } .tick text { font-size: 14px; }
    .line path { stroke-width: 3; fill: none; } .w path { stroke: var(--blue); } .w .big { fill: var(--blue); } .s path { stroke: var(--copper); } .s .big { fill: var(--copper); }
    .spoon ellipse { fill: var(--stock-colour, light-dark(#e8d65c, #b39b2a)); stroke: var(--copper); stroke-width: 2.500; } .spoon path { stroke: var(--copper); stroke-width: 4; stroke-linecap: round; } .spoon .half { fill: none; stroke-dasharray: 4 3; }
  `,
})
export class BottleDrawing {
  readonly kind = input.required<string>();
  readonly capacity = input.required<number>();
  readonly water = input.required<number>();
  readonly stock = input.required<number>();
  readonly name = input.required<string>();
  /** Grams, in words, for a powder that takes no room to speak of. */
  readonly dry = input<string | null>(null);
  readonly spoons = input<readonly Spoon[]>([]);
  readonly system = input<MeasureSystem>('metric');
  readonly bottleName = input('the bottle');
  protected readonly BASE = 492;
  protected readonly floor = Math.floor;
  /** A long name in lines that fit beside the outline, which is wider where it has no shoulder. */
  protected readonly lines = computed(() => {
    const most = this.shape().shoulder ? 13 : 9;
    return this.name()
      .split(' ')
      .reduce<string[]>((lines, w) => {
        const last = lines.at(-1);
        return last !== undefined && last.length + 1 + w.length <= most
          ? [...lines.slice(0, -1), `${last} ${w}`]
          : [...lines, w];
      }, []);
  });
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
  protected readonly spoonY = computed(() => Math.min(380, this.topY() + 34));
  protected half(y: number): number {
    return widthAt(this.shape(), this.BASE - y) / 2;
  }
  protected readonly outline = computed(() => {
    const s = this.shape();
    const b = this.BASE;
    const [w, n] = [s.wide / 2, s.narrow / 2];
    const top = b - s.body - s.shoulder - s.neck;
    return `M${210 - n} ${top}L${210 - n} ${b - s.body - s.shoulder}L${210 - w} ${b - s.body}V${b - 14}q0 14 14 14H${210 + w - 14}q14 0 14-14V${b - s.body}L${210 + n} ${b - s.body - s.shoulder}V${top}Z`;
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
  protected readonly describe = computed(
    () =>
      `${this.bottleName()}, ${this.say(this.capacity())}: ${this.say(this.water())} of water${this.dry() ? `, and ${this.dry()} of ${this.name()}` : `, then ${this.say(this.stock())} of ${this.name()} up to ${this.say(this.water() + this.stock())}`}${
        this.spoons().length
          ? `, that is ${this.spoons()
              .map((s) => `${s.count} ${s.name}`)
              .join(' and ')}`
          : ''
      }.`,
  );
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
