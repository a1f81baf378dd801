import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Rung } from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { money, percent, span } from '../shared/words';
import { FACTORS } from './ladder';

/** Two rungs side by side, line by line; what differs is in bold. */
@Component({
  selector: 'dt-rung-compare',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './rung-compare.html',
  styleUrl: './rung-compare.scss',
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
