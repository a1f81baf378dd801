import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Rung } from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { money, percent, span } from '../shared/words';
import { FACTORS } from './ladder';

/** Two rungs side by side, line by line; what differs is in bold. */
@Component({
  selector: 'dt-rung-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="plate zinc" aria-labelledby="compare-title">
      <div class="row head"><h2 id="compare-title">Side by side</h2><button class="link" type="button" (click)="putAway.emit()">close</button></div>
      <div class="scroll"><table>
        <thead><tr><td></td><th scope="col"><b class="num">{{ left().rung }}</b> {{ left().name }}</th><th scope="col"><b class="num">{{ right().rung }}</b> {{ right().name }}</th></tr></thead>
        <tbody>@for (r of rows(); track r.name) { <tr [class.differs]="r.left !== r.right"><th scope="row">{{ r.name }}</th><td>{{ r.left }}</td><td>{{ r.right }}</td></tr> }
          <tr><th scope="row">Four factors</th>@for (x of [left(), right()]; track x.rung) { <td><span class="factors" role="img" [attr.aria-label]="say(x)">@for (f of factors; track f.key) { @if (x.sinner[f.key] > 0.012) { <i [class]="f.key" [style.flex-grow]="x.sinner[f.key]"></i> } }</span></td> }</tr>
        </tbody>
      </table></div>
    </section>
  `,
  styles: `
    .head { justify-content: space-between; } .scroll { overflow-x: auto; } table { border-collapse: collapse; width: 100%; font-size: 15px; } th, td { text-align: left; vertical-align: top; padding: 5px 10px 5px 0; border-top: 2px solid var(--zinc-1); } thead th, thead td { border: 0; line-height: 1.2; } tbody th { font-weight: 600; color: var(--ink-2); white-space: nowrap; } .num { color: var(--blue); font-size: 20px; } .differs td { font-weight: 700; }
    .factors { display: flex; gap: 2px; height: 10px; margin-top: 6px; min-width: 90px; } .factors i { border-radius: 2px; min-width: 3px; flex-basis: 0; } i.chemistry { background: var(--chemistry); } i.action { background: var(--rubbing); } i.temperature { background: var(--heat); } i.time { background: var(--time); }
  `,
})
export class RungCompare {
  private readonly knowledge = inject(Knowledge);
  readonly left = input.required<Rung>();
  readonly right = input.required<Rung>();
  /** ISO 4217 code of the household's money. */
  readonly currency = input<string | null>(null);
  readonly putAway = output<void>();
  protected readonly factors = FACTORS;
  protected say = (r: Rung): string =>
    FACTORS.filter((f) => r.sinner[f.key] > 0.012)
      .map((f) => `${f.name} ${percent(r.sinner[f.key])}`)
      .join(', ');
  protected readonly rows = computed(() => {
    const c = this.knowledge.catalogue();
    const tell = (name: string, of: (r: Rung) => string): { name: string; left: string; right: string } => ({
      name,
      left: of(this.left()),
      right: of(this.right()),
    });
    return [
      tell('Shifts it', (r) => percent(r.effect)),
      tell('Wears it', (r) => percent(r.harm)),
      tell('Time', (r) => `${span(r.minutes)}${r.dwell_min > 2 ? `, ${span(r.dwell_min)} waiting` : ''}`),
      tell('Strength', (r) => (r.strength ? `${r.strength.percent} % ${r.strength.basis}` : 'none')),
      tell('Put on', (r) => c?.applications.get(r.apply)?.name ?? r.apply),
      tell('Tool', (r) => c?.tools.get(r.tool)?.name ?? r.tool),
      tell('Water', (r) =>
        r.product === null ? 'none' : r.temperature_C > 25 ? `hand-warm, ${r.temperature_C} °C` : 'cool',
      ),
      tell('Rinse', (r) => r.rinse),
      tell('Wear', (r) => r.protection.map((p) => p.text).join('; ') || 'nothing special'),
      tell('Worst limit', (r) => (r.harms[0] ? `${r.harms[0].name}, ${percent(r.harms[0].h)}` : 'none near')),
      tell('Cost', (r) =>
        r.cost === null ? 'price not known' : r.cost === 0 ? 'nothing used up' : money(r.cost, this.currency()),
      ),
    ];
  });
}
