import { CdkDrag, type CdkDragDrop, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Stock } from '@dolly-tub/core';

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
}

/** A kit drawn as its shelf: silhouettes with fill level, stacks with dashed gaps below par, things on hooks. */
@Component({
  selector: 'dt-shelf',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDropListGroup, CdkDropList, CdkDrag],
  template: `
    <div cdkDropListGroup>
      @for (b of boards(); track b.id) {
        <section class="board" [class.hooks]="b.hooks" [attr.aria-label]="b.name">
          @if (b.hooks) { <div class="bar" aria-hidden="true"></div> }
          <ul [class.arched]="arc(b.things)" cdkDropList cdkDropListOrientation="mixed" [id]="'board-' + b.id" [cdkDropListData]="b.id" (cdkDropListDropped)="dropped($event)">
            @for (t of b.things; track t.stock.id) {
              <li cdkDrag [cdkDragData]="t" [class.clashing]="t.clash" [cdkDragStartDelay]="{ touch: 180, mouse: 0 }">
                <button type="button" class="thing" [class.on]="t.stock.id === picked()" [attr.aria-pressed]="t.stock.id === picked()" [attr.aria-label]="t.name + ', ' + t.amount + (t.low ? ', below par' : '') + (t.clash ? ', keep apart' : '')" (click)="pick.emit(t.stock.id)">
                  <svg viewBox="0 0 90 112" aria-hidden="true" [class.clash]="t.clash" [style.--fill]="t.colour">
                    @switch (t.shape) {
                      @case ('spray') { <path class="cap" d="M34 30h22v12H34z M38 30V18H22c-7 0-10 3-12 8l-5-3c2-10 8-15 17-15h33c7 0 9 4 9 9l-7 6h-7v7z" /><path class="body" d="M34 42h22l9 16v52H25V58z" /><path class="in" [attr.d]="'M25 ' + (110 - 52 * t.level) + 'h40V110H25z'" /><path class="edge" d="M34 42h22l9 16v52H25V58z" /> }
                      @case ('bottle') { <path class="cap" d="M33 8h24v12H33z" /><path class="body" d="M36 20h18v9l13 13v68H23V42l13-13z" /><path class="in" [attr.d]="'M23 ' + (110 - 66 * t.level) + 'h44V110H23z'" /><path class="edge" d="M36 20h18v9l13 13v68H23V42l13-13z" /> }
                      @case ('box') { <path class="body" d="M20 24h50v86H20z" /><path class="in" [attr.d]="'M20 ' + (110 - 86 * t.level) + 'h50V110H20z'" /><path class="edge" d="M20 24h50v86H20zM20 38h50" /> }
                      @case ('jar') { <path class="cap" d="M18 40h54v12H18z" /><path class="body" d="M22 52h46v58H22z" /><path class="in" [attr.d]="'M22 ' + (110 - 58 * t.level) + 'h46V110H22z'" /><path class="edge" d="M22 52h46v58H22z" /> }
                      @case ('hook') { <path class="hook" d="M45 2v10c8 0 8 10 0 10" /><path class="stick" d="M45 20v58" /><path class="edge in" d="M28 76h34v16c0 6-34 6-34 0z" /> }
                      @default { @for (n of stack(t); track $index) { <rect x="12" [attr.y]="98 - $index * 15" width="66" height="12" rx="5" [class]="n ? 'edge in' : 'gap'" /> } }
                    }
                  </svg>
                  @if (t.class) { <span class="class" [attr.data-letter]="t.class"></span> }
                </button>
                @if (arc(b.things); as a) { @if (a.from === $index) { <svg class="arc" [style.--span]="a.span" viewBox="0 0 100 34" preserveAspectRatio="none" aria-hidden="true"><path d="M0 34C10 4 90 4 100 34" vector-effect="non-scaling-stroke" /></svg><span class="apart" aria-hidden="true" [style.--span]="a.span">keep apart</span> } }
                <span class="plank" aria-hidden="true"></span>
                <span class="name">{{ t.name }}</span><span class="amount" [class.low]="t.low">{{ t.amount }}</span>
              </li>
            } @empty { <li class="none quiet">nothing here</li> }
          </ul>
          <p class="label">{{ b.name }}{{ b.locked ? ', locked' : '' }}</p>
        </section>
      }
    </div>
  `,
  styles: `
    .board { position: relative; margin-bottom: 6px; }
    ul { list-style: none; overflow: clip; overflow-clip-margin: 2px; display: grid; grid-template-columns: repeat(auto-fill, minmax(112px, 1fr)); row-gap: 6px; min-height: 60px; position: relative; }
    li { position: relative; display: grid; justify-items: center; align-content: start; text-align: center; font-size: 14px; line-height: 1.2; min-width: 0; }
    .plank { display: block; width: 100%; height: 14px; background: var(--wood); border-bottom: 4px solid var(--wood-edge); margin-bottom: 5px; }
    li .plank { position: relative; } li:last-child .plank::after { content: ''; position: absolute; left: 100%; top: 0; width: 1400px; height: 14px; background: var(--wood); border-bottom: 4px solid var(--wood-edge); } .hooks .plank { display: none; } .bar { position: absolute; top: 2px; left: 0; right: 0; height: 6px; border-radius: 3px; background: var(--zinc-3); }
    .thing { border: 0; background: none; padding: 0 6px; cursor: pointer; position: relative; border-radius: 10px; } .thing.on { background: var(--blue-wash); }
    .thing svg { display: block; width: 74px; height: 92px; } .hooks .thing svg { height: 84px; }
    .body { fill: var(--enamel-2); } .in { fill: var(--fill); } .edge { fill: none; stroke: var(--blue-deep); stroke-width: 3; stroke-linejoin: round; } .edge.in { fill: var(--fill); } .cap { fill: var(--zinc-2); stroke: var(--blue-deep); stroke-width: 3; stroke-linejoin: round; }
    .gap { fill: none; stroke: var(--zinc-3); stroke-width: 2.500; stroke-dasharray: 5 4; } .hook { fill: none; stroke: var(--zinc-4); stroke-width: 4; } .stick { stroke: var(--wood-edge); stroke-width: 7; }
    .clash .edge, .clash .cap { stroke: var(--v5); stroke-width: 4; }
    .apart { position: absolute; left: calc(50% + var(--span) * 50%); top: -8px; transform: translateX(-50%); background: var(--v5); color: var(--on-v); border-radius: 99px; padding: 1px 10px; font-weight: 700; white-space: nowrap; z-index: 3; }
    .class::before { content: attr(data-letter) / ''; }
    .class { position: absolute; left: 2px; bottom: 4px; min-width: 20px; padding: 0 4px; border-radius: 5px; border: 1.5px solid var(--ink-2); background: var(--enamel); font-weight: 700; font-size: 14px; line-height: 18px; }
    .name { font-weight: 600; padding: 0 4px; overflow-wrap: anywhere; } .amount { color: var(--ink-2); font-weight: 600; } .amount.low { color: var(--copper); } .amount.low::after { content: '\\00a0▾' / ''; }
    .label { position: absolute; right: 0; top: 0; margin: 0; font-size: 14px; color: var(--ink-2); font-weight: 600; } .hooks .label { top: 12px; } .arc { position: absolute; left: 50%; top: -2px; width: calc(var(--span) * 100%); height: 34px; overflow: visible; pointer-events: none; z-index: 2; } .arc path { fill: none; stroke: var(--v5); stroke-width: 3; stroke-dasharray: 7 5; } .arc text { fill: var(--v5); font: 700 14px var(--text); } .arched { padding-top: 30px; } .none { padding: 20px; }
    .cdk-drag-preview { list-style: none; display: grid; justify-items: center; background: var(--enamel); border: 2px solid var(--blue); border-radius: 10px; padding: 6px; } .cdk-drag-placeholder { opacity: 0.35; } .cdk-drag-animating, .cdk-drop-list-dragging li:not(.cdk-drag-placeholder) { transition: transform 160ms ease-out; }
    @media (max-width: 560px) { ul { grid-template-columns: repeat(auto-fill, minmax(96px, 1fr)); } }
  `,
})
export class Shelf {
  readonly boards = input.required<readonly Board[]>();
  readonly picked = input<string | null>(null);
  readonly pick = output<string>();
  /** A thing was put on another board. */
  readonly moved = output<{ stock: Stock; place: string; position: number }>();
  protected dropped(e: CdkDragDrop<string, string, Thing>): void {
    if (e.previousContainer === e.container && e.previousIndex === e.currentIndex) return;
    this.moved.emit({ stock: e.item.data.stock, place: e.container.data, position: e.currentIndex });
  }
  /** Two things on one board that must be kept apart: where the arc between them starts, and how many places it spans. */
  protected arc(things: readonly Thing[]): { from: number; span: number } | null {
    const at = things.flatMap((t, i) => (t.clash ? [i] : []));
    return at.length >= 2 ? { from: at[0]!, span: at[1]! - at[0]! } : null;
  }
  protected stack(t: Thing): boolean[] {
    const all = Math.min(6, Math.max(t.count, t.par ?? 0, 1));
    return Array.from({ length: all }, (_, i) => i < t.count);
  }
}
