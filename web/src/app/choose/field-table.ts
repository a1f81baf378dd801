import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import type { FieldCell, Soil } from '@dolly-tub/core';
import { percent } from '../shared/words';
import type { FieldLine } from './field-map';

const FAMILY = 'family';

/** The field in figures: of each family and nature, the share of marks with a rung that suffices. */
@Component({
  selector: 'dt-field-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatSortModule, MatTableModule],
  templateUrl: './field-table.html',
  styleUrl: './field-table.scss',
})
export class FieldTable {
  readonly lines = input.required<readonly FieldLine[]>();
  readonly soils = input.required<readonly Soil[]>();
  readonly rows = input.required<ReadonlyMap<string, FieldCell[]>>();
  protected readonly percent = percent;
  protected readonly family = FAMILY;
  protected readonly sort = signal<Sort>({ active: FAMILY, direction: 'asc' });
  protected readonly natures = computed(() => [...new Set(this.soils().map((s) => s.nature))]);
  protected readonly columns = computed(() => [FAMILY, ...this.natures()]);
  private readonly families = computed(() => {
    const natureOf = this.soils().map((s) => s.nature);
    return [...new Set(this.lines().map((l) => l.family))].map((family) => {
      const cells = this.lines().flatMap((l) => (l.family === family ? [this.rows().get(l.id) ?? []] : []));
      const of = (nature: string): number | null => {
        const mine = cells.flatMap((row) => row.filter((_, n) => natureOf[n] === nature));
        return mine.length ? mine.filter((x) => x.state === 'rung').length / mine.length : null;
      };
      return { family, shares: new Map(this.natures().map((n) => [n, of(n)])) };
    });
  });
  protected readonly sorted = computed(() => {
    const { active, direction } = this.sort();
    const way = direction === 'desc' ? -1 : 1;
    return [...this.families()].sort((a, b) =>
      active === FAMILY || !direction
        ? (a.family < b.family ? -1 : 1) * (direction ? way : 1)
        : ((a.shares.get(active) ?? -1) - (b.shares.get(active) ?? -1)) * way,
    );
  });
}
