import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Rung } from '@dolly-tub/core';
import { percent, span } from '../shared/words';

export const FACTORS = [
  { key: 'chemistry', name: 'chemistry' },
  { key: 'action', name: 'rubbing' },
  { key: 'temperature', name: 'heat' },
  { key: 'time', name: 'time' },
] as const;

/** The ladder: gentlest rung at the bottom. Rungs are buttons in normal flow; the wood only decorates. */
@Component({
  selector: 'dt-ladder',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="heads" aria-hidden="true"><span class="good">shifts it</span><span class="worn">wears it</span></div>
    <ol class="ladder" [class.tight]="rungs().length > 5" reversed>
      @for (r of topDown(); track r.rung) {
        <li>
          <button type="button" class="rung" [class.later]="r.may === 'from'" [class.start]="r.rung === recommended()" [class.on]="r.rung === picked()" [attr.aria-pressed]="r.rung === picked()" (click)="pick.emit(r.rung)">
            <b class="num"><span class="visually-hidden">Rung </span>{{ r.rung }}<span class="visually-hidden">{{ r.rung === recommended() ? ', start here: ' : ': ' }}</span></b>
            <span class="body"><span class="name">{{ r.name }}</span><span class="visually-hidden">. {{ say(r) }} </span>@if (r.from; as f) { <span class="from">not today: from {{ whenMay()(f) }}</span> }
              <span class="foot"><span class="factors">@for (f of factors; track f.key) { @if (r.sinner[f.key] > 0.012) { <i [class]="f.key" [style.flex-grow]="r.sinner[f.key]"></i> } }</span><span class="min">{{ span(r.minutes) }}</span></span>
            </span>
          </button>
          <span class="bars" aria-hidden="true"><i class="bar"><i class="good" [style.width.%]="r.effect * 100"></i></i><i class="bar"><i class="worn" [style.width.%]="r.harm * 100"></i></i></span>
        </li>
      }
    </ol>
    <p class="legend" aria-hidden="true">@for (f of factors; track f.key) { <span><i [class]="f.key"></i>{{ f.name }}</span> }</p>
  `,
  styles: `
    :host { display: block; }
    .heads { display: flex; justify-content: flex-end; gap: 14px; width: 100%; font-size: 14px; font-weight: 700; padding-right: 4px; }
    .heads .good { color: var(--good); } .heads .worn { color: var(--copper); }
    .ladder { list-style: none; position: relative; display: grid; gap: 12px; padding: 8px 0 12px; }
    .ladder::before, .ladder::after { content: ''; position: absolute; top: 0; bottom: 0; width: 13px; border-radius: 7px; background: linear-gradient(90deg, var(--wood-edge), var(--wood) 40%, var(--wood-edge)); z-index: 0; }
    .ladder::before { left: 16px; } .ladder::after { right: 172px; }
    .ladder.tight { gap: 8px; }
    li { position: relative; z-index: 1; display: grid; grid-template-columns: minmax(0, 1fr) 134px; gap: 18px; align-items: center; }
    .rung { display: flex; align-items: center; gap: 14px; width: 100%; min-height: 52px; padding: 6px 14px 7px; border: 2px solid var(--zinc-4); border-radius: 11px; background: var(--enamel); text-align: left; cursor: pointer; }
    .rung:hover { background: var(--blue-wash); }
    .rung b { font-size: 25px; font-weight: 800; line-height: 1; min-width: 18px; }
    .body { flex: 1; min-width: 0; display: grid; gap: 4px; }
    .name { font-weight: 700; line-height: 1.2; }
    .foot { display: flex; gap: 12px; align-items: center; }
    .factors { display: flex; gap: 2px; flex: 1; height: 8px; } .factors i { border-radius: 2px; min-width: 3px; flex-basis: 0; }
    .min { font-weight: 600; font-size: 14px; color: var(--ink-2); white-space: nowrap; }
    i.chemistry { background: var(--chemistry); } i.action { background: var(--rubbing); } i.temperature { background: var(--heat); } i.time { background: var(--time); }
    .rung.start { background: var(--blue); border-color: var(--blue-deep); color: var(--on-blue); }
    .rung.start .min { color: var(--on-blue); } .rung.start .factors { background: var(--enamel); border-radius: 4px; padding: 1.500px; height: 11px; }
    .rung.later { border-style: dashed; background: var(--enamel-2); } .rung.later .name { color: var(--ink-2); } .from { color: var(--copper); font-weight: 700; font-size: 14px; }
    .rung.on:not(.start) { border-color: var(--blue); border-width: 3px; padding: 5px 13px 6px; }
    .rung.on::after { content: ''; position: absolute; right: 143px; border: 9px solid transparent; border-right: 0; border-left-color: var(--blue); }
    .bars { display: grid; gap: 7px; } .bar { display: block; height: 10px; border-radius: 5px; background: var(--zinc-1); overflow: hidden; } .bar i { display: block; height: 100%; border-radius: 5px; }
    .bar .good { background: var(--good); } .bar .worn { background: var(--copper); }
    .legend { display: flex; flex-wrap: wrap; gap: 4px 20px; margin: 0; font-size: 14px; color: var(--ink-2); font-weight: 600; padding-left: 44px; } .legend span { display: inline-flex; gap: 7px; align-items: center; } .legend i { width: 13px; height: 10px; border-radius: 2px; }
    @media (max-width: 860px) { .ladder::after { right: 84px; } li { grid-template-columns: minmax(0, 1fr) 60px; gap: 10px; } .rung.on::after { right: 61px; } .legend { padding-left: 0; gap: 4px 14px; } .rung { padding-inline: 10px; gap: 10px; } }
  `,
})
export class Ladder {
  readonly rungs = input.required<readonly Rung[]>();
  readonly recommended = input<number | null>(null);
  readonly picked = input<number | null>(null);
  readonly pick = output<number>();
  /** An instant in the household's words. */
  readonly whenMay = input<(from: string) => string>((from) => from);
  protected readonly factors = FACTORS;
  protected readonly span = span;
  protected readonly topDown = computed(() => [...this.rungs()].reverse());
  protected say = (r: Rung): string =>
    `Shifts it ${percent(r.effect)}, wears it ${percent(r.harm)}. ${FACTORS.filter((f) => r.sinner[f.key] > 0.012)
      .map((f) => `${f.name} ${percent(r.sinner[f.key])}`)
      .join(', ')}.`;
}
