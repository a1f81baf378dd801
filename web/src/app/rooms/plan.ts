import { dirt } from '@dolly-tub/core';
import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, output, viewChild } from '@angular/core';
import type { Room, Spot } from '@dolly-tub/core';
import { arc as d3arc, curveCatmullRom, line as d3line } from 'd3-shape';
import { SEVERITY } from '../shared/words';

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
  templateUrl: './plan.html',
  styleUrl: './plan.scss',
})
export class Plan {
  readonly room = input.required<Room>();
  readonly spots = input.required<readonly Spot[]>();
  readonly picked = input<string | null>(null);
  readonly arranging = input(false);
  readonly pick = output<string>();
  /** A spot was put somewhere else; mm from the room's corner. */
  readonly moved = output<{ spot: Spot; x: number; y: number }>();
  /** A thing was put somewhere else: mm of its north-west corner. */
  readonly thingMoved = output<{ id: string; x: number; y: number }>();
  /** A wall was pushed outwards by so many mm; below nothing inwards. */
  readonly wallMoved = output<{ wall: number; by_mm: number }>();
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

  /** A grip in the middle of each wall, and which way it looks out. */
  protected readonly walls = computed(() => {
    const pts = this.room().outline;
    return pts.map((a, wall) => {
      const b = pts[(wall + 1) % pts.length]!;
      const len = Math.hypot(b.x - a.x, b.y - a.y) || 1;
      const [ux, uy] = [(b.x - a.x) / len, (b.y - a.y) / len];
      const half = Math.min(220, len / 3);
      const [mx, my] = [(a.x + b.x) / 2, (a.y + b.y) / 2];
      return {
        wall,
        // outlines run clockwise: out is to the left of the way along
        out: { x: Math.round(uy), y: Math.round(-ux) },
        grip: `M${mx - ux * half} ${my - uy * half}L${mx + ux * half} ${my + uy * half}`,
      };
    });
  });
  /** Drag a wall across its length; by numbers it is moved as width and depth of the room. */
  protected grabWall(e: PointerEvent, wall: number, out: { x: number; y: number }): void {
    e.preventDefault();
    const grip = e.currentTarget as SVGPathElement;
    grip.setPointerCapture(e.pointerId);
    const mm = this.box().w / this.sheet().nativeElement.getBoundingClientRect().width;
    const by = (m: PointerEvent): number => ((m.clientX - e.clientX) * out.x + (m.clientY - e.clientY) * out.y) * mm;
    const drag = (m: PointerEvent): void =>
      grip.setAttribute('transform', `translate(${by(m) * out.x} ${by(m) * out.y})`);
    const drop = (u: PointerEvent): void => {
      grip.removeEventListener('pointermove', drag);
      grip.removeEventListener('pointerup', drop);
      grip.removeAttribute('transform');
      if (Math.abs(by(u)) > 50) this.wallMoved.emit({ wall, by_mm: Math.round(by(u)) });
    };
    grip.addEventListener('pointermove', drag);
    grip.addEventListener('pointerup', drop);
  }
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
  /** Drag a thing by any of its points; by numbers it is moved in the list of what stands in the room. */
  protected grabThing(e: PointerEvent, f: Room['fixtures'][number]): void {
    if (!this.arranging()) return;
    e.preventDefault();
    const thing = e.currentTarget as SVGGElement;
    thing.setPointerCapture(e.pointerId);
    const from = this.at(e);
    const to = (m: PointerEvent): { x: number; y: number } => {
      const p = this.at(m);
      return { x: f.x + p.x - from.x, y: f.y + p.y - from.y };
    };
    const drag = (m: PointerEvent): void => {
      const { x, y } = to(m);
      thing.setAttribute('transform', `translate(${x} ${y})`);
    };
    const drop = (u: PointerEvent): void => {
      thing.removeEventListener('pointermove', drag);
      thing.removeEventListener('pointerup', drop);
      thing.setAttribute('transform', `translate(${f.x} ${f.y})`);
      const { x, y } = to(u);
      if (Math.hypot(x - f.x, y - f.y) > 40) this.thingMoved.emit({ id: f.id, x, y });
    };
    thing.addEventListener('pointermove', drag);
    thing.addEventListener('pointerup', drop);
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
