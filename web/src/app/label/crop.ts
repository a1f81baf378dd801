import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButton } from '@angular/material/button';

/** A part of a picture, in shares of its width and height. */
export interface Part {
  left: number;
  top: number;
  right: number;
  bottom: number;
}
/** No part is narrower or lower than this share of the picture. */
const LEAST = 0.08;
/** An arrow key moves a corner by this share. */
const STEP = 0.02;
const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};
const CORNERS = [
  { name: 'upper left corner', x: 'left', y: 'top' },
  { name: 'upper right corner', x: 'right', y: 'top' },
  { name: 'lower left corner', x: 'left', y: 'bottom' },
  { name: 'lower right corner', x: 'right', y: 'bottom' },
] as const;
type Corner = (typeof CORNERS)[number];

/** The part with one corner moved there; the opposite one stays, and something is left between them. */
export function moved(part: Part, { x, y }: Pick<Corner, 'x' | 'y'>, at: readonly [number, number]): Part {
  const within = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
  return {
    ...part,
    [x]: x === 'left' ? within(at[0], 0, part.right - LEAST) : within(at[0], part.left + LEAST, 1),
    [y]: y === 'top' ? within(at[1], 0, part.bottom - LEAST) : within(at[1], part.top + LEAST, 1),
  };
}
/** That part of a picture, turned upright, as JPEG. Done in the page. */
export async function cutOut(file: Blob, part: Part): Promise<Blob> {
  const picture = await createImageBitmap(file);
  const [x, y] = [Math.round(part.left * picture.width), Math.round(part.top * picture.height)];
  const width = Math.max(1, Math.round((part.right - part.left) * picture.width));
  const height = Math.max(1, Math.round((part.bottom - part.top) * picture.height));
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.drawImage(picture, x, y, width, height, 0, 0, width, height);
  picture.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 });
}

/** A picture of which only a part is to be read: four corners, dragged or moved by the arrow keys. */
@Component({
  selector: 'dt-label-crop',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './crop.html',
  styleUrl: './crop.scss',
})
export class LabelCrop {
  readonly src = input.required<string>();
  readonly chosen = output<Part>();
  readonly left = output();
  private readonly frame = viewChild.required('frame', { read: ElementRef<HTMLElement> });
  protected readonly corners = CORNERS;
  protected readonly part = signal<Part>({ left: 0.05, top: 0.05, right: 0.95, bottom: 0.95 });
  private readonly held = signal<Corner | null>(null);
  protected readonly box = computed(() => {
    const p = this.part();
    const share = (v: number): string => `${100 * v}%`;
    return { left: share(p.left), top: share(p.top), width: share(p.right - p.left), height: share(p.bottom - p.top) };
  });
  protected at(c: Corner): Record<string, string> {
    return { left: `${100 * this.part()[c.x]}%`, top: `${100 * this.part()[c.y]}%` };
  }
  protected hold(c: Corner | null): void {
    this.held.set(c);
  }
  protected drag(e: PointerEvent): void {
    const corner = this.held();
    if (!corner) return;
    const { left, top, width, height } = this.frame().nativeElement.getBoundingClientRect();
    this.part.set(moved(this.part(), corner, [(e.clientX - left) / width, (e.clientY - top) / height]));
  }
  protected key(e: KeyboardEvent, c: Corner): void {
    const by = KEYS[e.key];
    if (!by) return;
    e.preventDefault();
    const p = this.part();
    this.part.set(moved(p, c, [p[c.x] + by[0], p[c.y] + by[1]]));
  }
}
