import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, output, viewChild } from '@angular/core';
import type { Room, Spot } from '@dolly-tub/core';
import { arc as d3arc, curveCatmullRom, line as d3line } from 'd3-shape';
import { SEVERITY } from '../shared/words';
import { dirt } from './due';

const MARGIN = 260;
const arc = d3arc();
const route = d3line<{ x: number; y: number }>()
  .x((p) => p.x)
  .y((p) => p.y)
  .curve(curveCatmullRom.alpha(0.6));

/** A room from above. Rings are real buttons laid over the drawing; the list beside the plan says the same. */
@Component({
  selector: 'dt-plan',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="sheet" #sheet [style.aspect-ratio]="box().w + ' / ' + box().h" [style.width]="'min(100%, ' + (470 * box().w) / box().h + 'px)'">
      <svg [attr.viewBox]="viewBox()" role="img" [attr.aria-label]="describe()">
        <defs><pattern id="floor" width="300" height="300" patternUnits="userSpaceOnUse"><path d="M300 0H0V300" class="tile" /></pattern></defs>
        <polygon [attr.points]="outline()" class="floor" /><polygon [attr.points]="outline()" fill="url(#floor)" />
        @for (f of room().fixtures; track f.id) {
          <g class="fixture" [attr.transform]="'translate(' + f.x + ' ' + f.y + ')'">
            @switch (f.shape) {
              @case ('shower') { <rect [attr.width]="f.w" [attr.height]="f.d" class="wet" /><circle [attr.cx]="f.w / 2" [attr.cy]="f.d * 0.42" r="46" class="thin" /><path [attr.d]="'M' + f.w + ' 0V' + f.d" class="screen" /> }
              @case ('basin') { <rect [attr.width]="f.w" [attr.height]="f.d" rx="60" /><ellipse [attr.cx]="f.w / 2" [attr.cy]="f.d / 2" [attr.rx]="f.w * 0.36" [attr.ry]="f.d * 0.32" class="wet" /> }
              @case ('sink') { <rect [attr.width]="f.w" [attr.height]="f.d" rx="50" class="wet" /> }
              @case ('bath') { <rect [attr.width]="f.w" [attr.height]="f.d" rx="120" /><rect x="70" y="70" [attr.width]="f.w - 140" [attr.height]="f.d - 140" rx="180" class="wet" /> }
              @case ('toilet') { <rect [attr.x]="f.w * 0.74" [attr.width]="f.w * 0.26" [attr.height]="f.d" rx="30" /><ellipse [attr.cx]="f.w * 0.38" [attr.cy]="f.d / 2" [attr.rx]="f.w * 0.38" [attr.ry]="f.d * 0.42" /> }
              @case ('bed') { <rect [attr.width]="f.w" [attr.height]="f.d" rx="60" /><path [attr.d]="'M0 ' + f.d * 0.28 + 'H' + f.w" class="thin" /> }
              @case ('mat') { <rect [attr.width]="f.w" [attr.height]="f.d" rx="30" class="soft" /> }
              @default { <rect [attr.width]="f.w" [attr.height]="f.d" rx="26" /> }
            }
          </g>
        }
        @for (d of room().drains; track $index) { <g class="drain" [attr.transform]="'translate(' + d.x + ' ' + d.y + ')'"><circle r="44" /><path d="M-26-26 26 26M26-26-26 26" /></g> }
        <polygon [attr.points]="outline()" class="wall" />
        @for (o of openings(); track $index) {
          @if (o.kind === 'window') { <path [attr.d]="o.line" class="window" /> } @else { <path [attr.d]="o.line" class="gap" /><path [attr.d]="o.swing" class="door" /> }
          <text [attr.x]="o.tx" [attr.y]="o.ty" class="word" [attr.text-anchor]="o.anchor">{{ o.word }}</text>
        }
        <path [attr.d]="stitches()" class="stitches" />
      </svg>
      @for (p of pins(); track p.spot.id) {
        <button type="button" [class.on]="p.spot.id === picked()" [class]="'pin ' + p.side" [class.movable]="arranging()" [style.left.%]="p.left_pc" [style.top.%]="p.top_pc" [attr.aria-pressed]="p.spot.id === picked()" [attr.aria-label]="p.label" (click)="pick.emit(p.spot.id)" (pointerdown)="grab($event, p.spot)" (keydown)="nudge($event, p.spot)">
          <svg viewBox="-26 -26 52 52" aria-hidden="true"><circle r="19" class="face" /><path [attr.d]="p.track" class="track" /><path [attr.d]="p.fill" class="fill" /></svg>
          <b class="num">{{ p.spot.routeOrder }}</b>&ngsp;<span>{{ p.spot.name }}</span>
        </button>
      }
    </div>
  `,
  styles: `
    :host { display: block; }
    .sheet { position: relative; margin: 0 auto; }
    svg { display: block; width: 100%; height: 100%; }
    .floor { fill: var(--enamel-2); }
    .tile { fill: none; stroke: var(--zinc-1); stroke-width: 14; }
    .wall { fill: none; stroke: var(--ink); stroke-width: 62; stroke-linejoin: round; }
    .fixture rect, .fixture ellipse { fill: var(--enamel); stroke: var(--blue-deep); stroke-width: 14; }
    .fixture .wet { fill: var(--water); }
    .fixture .soft { fill: var(--copper-wash); stroke: var(--zinc-3); stroke-dasharray: 40 24; }
    .thin { fill: none; stroke: var(--blue-deep); stroke-width: 12; }
    .screen { stroke: var(--copper); stroke-width: 34; }
    .drain circle { fill: var(--zinc-1); stroke: var(--zinc-4); stroke-width: 12; } .drain path { stroke: var(--zinc-4); stroke-width: 10; }
    .window { stroke: var(--water); stroke-width: 44; } .gap { stroke: var(--enamel); stroke-width: 66; }
    .door { fill: none; stroke: var(--zinc-3); stroke-width: 12; }
    .word { font: 600 84px var(--text); fill: var(--ink-2); }
    .stitches { fill: none; stroke: var(--blue); stroke-width: 15; stroke-linecap: round; stroke-dasharray: 6 40; opacity: 0.75; }
    .pin { position: absolute; transform: translate(-24px, -24px); display: flex; align-items: center; gap: 1px; min-height: 48px; padding: 0; border: 0; background: none; cursor: pointer; color: var(--ink); font-weight: 600; font-size: 14px; white-space: nowrap; border-radius: 24px; }
    .pin.left { flex-direction: row-reverse; transform: translate(calc(-100% + 24px), -24px); } .pin.hidden span { display: none; } .pin.hidden.on span, .pin.hidden:hover span, .pin.hidden:focus-visible span { display: inline; position: relative; z-index: 3; }
    .pin svg { width: 48px; height: 48px; flex: none; }
    .pin b { position: absolute; left: 0; width: 48px; text-align: center; font-size: 18px; } .pin.left b { left: auto; right: 0; }
    .pin span { background: color-mix(in srgb, var(--enamel) 88%, transparent); border-radius: 6px; padding: 0 5px; }
    .face { fill: var(--enamel); } .track { fill: var(--zinc-2); } .fill { fill: var(--copper); }
    .pin.on .face { fill: var(--blue); } .pin.on b { color: var(--on-blue); } .pin.on span { color: var(--blue); font-weight: 700; }
    .pin.movable { cursor: grab; touch-action: none; } .pin.movable .face { stroke: var(--blue); stroke-width: 2; stroke-dasharray: 4 3; }
    @media (max-width: 860px) { .pin span, .pin.hidden.on span, .pin.hidden:hover span, .pin.hidden:focus-visible span { display: none; } .pin, .pin.left { transform: translate(-20px, -20px); flex-direction: row; } .pin svg { width: 40px; height: 40px; } .pin b, .pin.left b { left: 0; right: auto; width: 40px; font-size: 16px; } .word { font-size: 120px; } }
  `,
})
export class Plan {
  readonly room = input.required<Room>();
  readonly spots = input.required<readonly Spot[]>();
  readonly picked = input<string | null>(null);
  readonly arranging = input(false);
  readonly pick = output<string>();
  /** A spot was put somewhere else; mm from the room's corner. */
  readonly moved = output<{ spot: Spot; x: number; y: number }>();
  private readonly sheet = viewChild.required<ElementRef<HTMLElement>>('sheet');

  protected readonly box = computed(() => {
    const xs = this.room().outline.map((p) => p.x);
    const ys = this.room().outline.map((p) => p.y);
    const x = Math.min(...xs) - MARGIN;
    const y = Math.min(...ys) - MARGIN;
    return { x, y, w: Math.max(...xs) - x + MARGIN, h: Math.max(...ys) - y + MARGIN };
  });
  protected readonly viewBox = computed(() => {
    const b = this.box();
    return `${b.x} ${b.y} ${b.w} ${b.h}`;
  });
  protected readonly outline = computed(() =>
    this.room()
      .outline.map((p) => `${p.x},${p.y}`)
      .join(' '),
  );
  protected readonly stitches = computed(() => route([...this.spots(), this.room().start]) ?? '');
  protected readonly pins = computed(() =>
    this.spots().map((spot) => {
      const b = this.box();
      const share = dirt(spot) / 5;
      const ring = (to: number): string =>
        arc({ innerRadius: 18, outerRadius: 24, startAngle: 0, endAngle: to * 2 * Math.PI }) ?? '';
      const left_pc = ((spot.x - b.x) / b.w) * 100;
      return {
        spot,
        left_pc,
        side: this.sides().get(spot.id) ?? 'hidden',
        top_pc: ((spot.y - b.y) / b.h) * 100,
        track: ring(1),
        fill: ring(share),
        label: `${spot.routeOrder} ${spot.name}: ${SEVERITY[dirt(spot)]}`,
      };
    }),
  );
  /** Which side each name stands on: right, left, or shown only when picked, so that no name lies on another ring or name. */
  private readonly sides = computed(() => {
    const b = this.box();
    const px = Math.min(760, (470 * b.w) / b.h) / b.w;
    const at = (s: Spot): { x: number; y: number } => ({ x: (s.x - b.x) * px, y: (s.y - b.y) * px });
    const taken = this.spots().map((s) => ({
      l: at(s).x - 24,
      r: at(s).x + 24,
      t: at(s).y - 22,
      b: at(s).y + 22,
      id: s.id,
    }));
    const sides = new Map<string, 'right' | 'left' | 'hidden'>();
    for (const s of this.spots()) {
      const p = at(s);
      const w = s.name.length * 7.6 + 14;
      for (const side of ['right', 'left'] as const) {
        const box = side === 'right' ? { l: p.x + 24, r: p.x + 24 + w } : { l: p.x - 24 - w, r: p.x - 24 };
        const label = { ...box, t: p.y - 10, b: p.y + 10, id: s.id };
        if (
          label.l < 0 ||
          label.r > b.w * px ||
          taken.some((k) => k.id !== s.id && k.l < label.r && k.r > label.l && k.t < label.b && k.b > label.t)
        )
          continue;
        taken.push({ ...label, id: `${s.id} name` });
        sides.set(s.id, side);
        break;
      }
    }
    return sides;
  });
  protected readonly openings = computed(() => {
    const pts = this.room().outline;
    return this.room().openings.map((o) => {
      const a = pts[o.wall % pts.length]!;
      const b = pts[(o.wall + 1) % pts.length]!;
      const len = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      const [ux, uy] = [(b.x - a.x) / len, (b.y - a.y) / len];
      // offsets are counted from the west and from the north, walls run clockwise
      const back = ux < 0 || uy < 0;
      const from = back ? len - o.offset - o.width : o.offset;
      const p = { x: a.x + ux * from, y: a.y + uy * from };
      const q = { x: p.x + ux * o.width, y: p.y + uy * o.width };
      const mid = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
      const out = { x: uy, y: -ux };
      const inn = { x: p.x - out.x * o.width, y: p.y - out.y * o.width };
      return {
        kind: o.kind,
        line: `M${p.x} ${p.y}L${q.x} ${q.y}`,
        swing: `M${p.x} ${p.y}L${inn.x} ${inn.y}A${o.width} ${o.width} 0 0 0 ${q.x} ${q.y}`,
        tx: mid.x + out.x * 110,
        ty: mid.y + out.y * 160 + 40,
        anchor: out.x > 0.5 ? 'end' : out.x < -0.5 ? 'start' : 'middle',
        word: Math.abs(out.x) > 0.5 ? '' : o.kind === 'door' && o.leadsTo ? `to ${o.leadsTo}` : o.kind,
      };
    });
  });
  protected readonly describe = computed(
    () =>
      `${this.room().name} from above, ${this.spots().length} spots: ${this.spots()
        .map((s) => `${s.routeOrder} ${s.name}`)
        .join(', ')}. The list beside says the same.`,
  );

  private at(e: PointerEvent): { x: number; y: number } {
    const r = this.sheet().nativeElement.getBoundingClientRect();
    const b = this.box();
    return this.inside(b.x + ((e.clientX - r.left) / r.width) * b.w, b.y + ((e.clientY - r.top) / r.height) * b.h);
  }
  private inside(x: number, y: number): { x: number; y: number } {
    const b = this.box();
    const clamp = (v: number, lo: number, hi: number): number => Math.round(Math.max(lo, Math.min(hi, v)) / 10) * 10;
    return { x: clamp(x, b.x + MARGIN, b.x + b.w - MARGIN), y: clamp(y, b.y + MARGIN, b.y + b.h - MARGIN) };
  }
  protected grab(e: PointerEvent, spot: Spot): void {
    if (!this.arranging()) return;
    const pin = e.currentTarget as HTMLElement;
    pin.setPointerCapture(e.pointerId);
    const drag = (m: PointerEvent): void => {
      const p = this.at(m);
      const b = this.box();
      pin.style.left = `${((p.x - b.x) / b.w) * 100}%`;
      pin.style.top = `${((p.y - b.y) / b.h) * 100}%`;
    };
    const drop = (u: PointerEvent): void => {
      pin.removeEventListener('pointermove', drag);
      pin.removeEventListener('pointerup', drop);
      const p = this.at(u);
      if (p.x !== spot.x || p.y !== spot.y) this.moved.emit({ spot, ...p });
    };
    pin.addEventListener('pointermove', drag);
    pin.addEventListener('pointerup', drop);
  }
  /** Alt and an arrow moves a spot by ten centimetres. */
  protected nudge(e: KeyboardEvent, spot: Spot): void {
    const by = { ArrowLeft: [-100, 0], ArrowRight: [100, 0], ArrowUp: [0, -100], ArrowDown: [0, 100] }[e.key];
    if (!by || !this.arranging() || !e.altKey) return;
    e.preventDefault();
    this.moved.emit({ spot, ...this.inside(spot.x + by[0]!, spot.y + by[1]!) });
  }
}
