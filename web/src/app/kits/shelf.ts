import { CdkDrag, type CdkDragDrop, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Stock } from '@dolly-tub/core';
import { InTurn } from '../shared/in-turn';

export interface Thing {
  stock: Stock;
  name: string;
  shape: 'bottle' | 'spray' | 'box' | 'jar' | 'stack' | 'hook';
  /** Fill of the opened pack, 0–1. */
  level: number;
  count: number;
  par: number | null;
  /** `310 of 750 mL` */
  amount: string;
  low: boolean;
  colour: string;
  clash: boolean;
  class: string | null;
}
export interface Board {
  id: string;
  name: string;
  hooks: boolean;
  locked: boolean;
  things: Thing[];
  /** Of something worn: what the pocket is for, the hand that finds it, and whether it is at the back. */
  zone?: string | null;
  hand?: string | null;
  back?: boolean;
}
interface Panel {
  /** Front or back as it is worn; empty where boards stand one below the other. */
  name: string;
  back: boolean;
  /** Worn, not carried by a handle. */
  apron: boolean;
  boards: readonly Board[];
}

interface Arc {
  from: number;
  span: number;
}

/** A kit drawn as its shelf: silhouettes with fill level, stacks with dashed gaps below par, things on hooks. */
@Component({
  selector: 'dt-shelf',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, NgTemplateOutlet, CdkDropListGroup, CdkDropList, CdkDrag],
  templateUrl: './shelf.html',
  styleUrl: './shelf.scss',
})
export class Shelf {
  readonly boards = input.required<readonly Board[]>();
  readonly picked = input<string | null>(null);
  /** Items that must be kept apart, two and two. */
  readonly apart = input<readonly (readonly string[])[]>([]);
  /** An apron is worn, a caddy carried: drawn from the front, and what is behind or hangs outside; a shelf is neither. */
  readonly worn = input<'apron' | 'caddy' | null>(null);
  /** For a left hand. */
  readonly mirrored = input(false);
  protected readonly panels = computed<Panel[]>(() => {
    const all = this.boards();
    const worn = this.worn();
    const plain: Panel = { name: '', back: false, apron: false, boards: all };
    if (!worn || !all.some((b) => b.zone)) return [plain];
    const apron = worn === 'apron';
    return [
      {
        name: apron ? 'in front, as you look down' : 'as you carry it',
        back: false,
        apron,
        boards: all.filter((b) => b.zone && !b.back),
      },
      { name: apron ? 'at the back' : 'hanging outside', back: true, apron, boards: all.filter((b) => b.back) },
      { ...plain, boards: all.filter((b) => !b.zone) },
    ].filter((p) => p.boards.length);
  });
  readonly pick = output<string>();
  /** A thing was put on another board. */
  readonly moved = output<{ stock: Stock; place: string; position: number }>();
  protected dropped(e: CdkDragDrop<string, string, Thing>): void {
    if (e.previousContainer === e.container && e.previousIndex === e.currentIndex) return;
    this.moved.emit({ stock: e.item.data.stock, place: e.container.data, position: e.currentIndex });
  }
  /** Of two things on one board that must be kept apart: where the arc between them starts, and how many places it spans. */
  protected arcs(things: readonly Thing[]): Arc[] {
    return this.apart().flatMap(([a, b]) => {
      const [i, k] = [a, b].map((item) => things.findIndex((t) => t.stock.item === item));
      return i! >= 0 && k! >= 0 ? [{ from: Math.min(i!, k!), span: Math.abs(k! - i!) }] : [];
    });
  }
  protected stack(t: Thing): boolean[] {
    const all = Math.min(6, Math.max(t.count, t.par ?? 0, 1));
    return Array.from({ length: all }, (_, i) => i < t.count);
  }
}
