import {
  ChangeDetectionStrategy,
  Component,
  effect,
  type ElementRef,
  input,
  model,
  output,
  viewChild,
} from '@angular/core';
import type { FieldCell, Soil } from '@dolly-tub/core';
import { scaleBand, scaleThreshold } from 'd3-scale';

/** A row of the field: a material, or one finish of it. */
export interface FieldLine {
  id: string;
  name: string;
  family: string;
}
export interface FieldAt {
  row: number;
  col: number;
}
/** Harm of the recommended rung: where the next class begins, its word and its colour. */
const BANDS = [0.05, 0.15, 0.35];
export const HARM_WORDS = ['gentle', 'mild', 'firm', 'harsh'];
export const HARM_COLOURS = ['--good', '--v1', '--copper', '--v5'];
const LEFT = 104;
const TOP = 74;

/** The field drawn as a matrix: families at the left, natures along the top, a cell for each answer. */
@Component({
  selector: 'dt-field-map',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './field-map.html',
  styleUrl: './field-map.scss',
})
export class FieldMap {
  readonly lines = input.required<readonly FieldLine[]>();
  readonly soils = input.required<readonly Soil[]>();
  readonly rows = input.required<ReadonlyMap<string, FieldCell[]>>();
  /** The cell that is looked at. */
  readonly at = model.required<FieldAt>();
  /** The cell that is looked at is wanted whole. */
  readonly opened = output();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => this.draw());
  }
  private scales(): { x: ReturnType<typeof scaleBand<number>>; y: ReturnType<typeof scaleBand<number>> } {
    const el = this.canvas().nativeElement.parentElement;
    const cols = this.soils().length;
    const rows = this.lines().length;
    const w = Math.max(5, Math.floor(((el?.clientWidth ?? 1000) - LEFT - 46) / cols));
    const h = Math.max(5, Math.min(20, Math.floor(620 / rows)));
    const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i);
    return {
      x: scaleBand<number>()
        .domain(range(cols))
        .range([LEFT, LEFT + cols * w])
        .paddingInner(0.12),
      y: scaleBand<number>()
        .domain(range(rows))
        .range([TOP, TOP + rows * h])
        .paddingInner(0.12),
    };
  }
  private draw(): void {
    const canvas = this.canvas().nativeElement;
    const done = this.rows();
    const lines = this.lines();
    const soils = this.soils();
    const here = this.at();
    const ctx = canvas.getContext('2d');
    if (!ctx) return;
    const { x, y } = this.scales();
    // room at the right for the slanted word of the last column
    const [width, height] = [x.range()[1] + 46, y.range()[1] + 8];
    const dpr = window.devicePixelRatio || 1;
    canvas.width = width * dpr;
    canvas.height = height * dpr;
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
    ctx.scale(dpr, dpr);
    const style = getComputedStyle(canvas);
    const colour = (name: string): string => resolve(style.getPropertyValue(name), canvas);
    const band = scaleThreshold<number, string>().domain(BANDS).range(HARM_COLOURS.map(colour));
    const [ink, zinc, track, bad] = ['--ink-2', '--zinc-2', '--zinc-1', '--v5'].map(colour);
    ctx.font = `600 12px ${style.fontFamily}`;
    ctx.fillStyle = ink!;
    ctx.textBaseline = 'middle';
    // groups: families at the left, natures along the top
    let last = '';
    let lastY = -20;
    lines.forEach((l, i) => {
      if (l.family === last) return;
      last = l.family;
      const at = y(i)!;
      ctx.fillStyle = track!;
      ctx.fillRect(LEFT, at - 1, x.range()[1] - LEFT, 1);
      ctx.fillStyle = ink!;
      if (at - lastY > 11) {
        ctx.fillText(l.family, 8, at + 6);
        lastY = at;
      }
    });
    last = '';
    let lastX = -20;
    soils.forEach((s, i) => {
      if (s.nature === last) return;
      last = s.nature;
      // a word that would lie on the one before is left to the line above the picture
      if (x(i)! - lastX < 15) return;
      lastX = x(i)!;
      ctx.save();
      ctx.translate(x(i)! + 4, TOP - 6);
      ctx.rotate(-0.9);
      ctx.fillText(s.nature, 0, 0);
      ctx.restore();
    });
    lines.forEach((l, r) => {
      const cells = done.get(l.id);
      soils.forEach((_, k) => {
        const [px, py, w, h] = [x(k)!, y(r)!, x.bandwidth(), y.bandwidth()];
        const cell = cells?.[k];
        if (!cell) {
          ctx.fillStyle = track!;
          ctx.fillRect(px, py, w, h);
        } else if (cell.state === 'rung') {
          ctx.fillStyle = band(cell.harm);
          ctx.fillRect(px, py, w, h);
        } else if (cell.state === 'short') {
          ctx.fillStyle = zinc!;
          ctx.fillRect(px, py, w, h);
        } else if (cell.state === 'none') {
          ctx.strokeStyle = bad!;
          ctx.strokeRect(px + 0.5, py + 0.5, w - 1, h - 1);
        } else {
          ctx.fillStyle = zinc!;
          ctx.fillRect(px, py + h / 2 - 0.5, w, 1);
        }
      });
    });
    ctx.strokeStyle = colour('--ink');
    ctx.lineWidth = 2;
    ctx.strokeRect(x(here.col)! - 1.5, y(here.row)! - 1.5, x.bandwidth() + 3, y.bandwidth() + 3);
  }
  protected over(e: MouseEvent): void {
    const { x, y } = this.scales();
    const col = Math.floor((e.offsetX - LEFT) / x.step());
    const row = Math.floor((e.offsetY - TOP) / y.step());
    if (col >= 0 && row >= 0 && col < this.soils().length && row < this.lines().length) this.at.set({ row, col });
  }
  protected key(e: KeyboardEvent): void {
    const move = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-10, 0],
      PageDown: [10, 0],
      Home: [0, -999],
      End: [0, 999],
    }[e.key];
    if (move) {
      e.preventDefault();
      const clamp = (v: number, n: number): number => Math.max(0, Math.min(n - 1, v));
      this.at.update((a) => ({
        row: clamp(a.row + move[0]!, this.lines().length),
        col: clamp(a.col + move[1]!, this.soils().length),
      }));
    } else if (e.key === 'Enter') {
      e.preventDefault();
      this.opened.emit();
    }
  }
}
/** A colour of the theme as the canvas wants it: `light-dark()` is resolved by the page. */
function resolve(value: string, near: HTMLElement): string {
  const probe = document.createElement('i');
  probe.style.color = value;
  near.parentElement!.append(probe);
  const colour = getComputedStyle(probe).color;
  probe.remove();
  return colour;
}
