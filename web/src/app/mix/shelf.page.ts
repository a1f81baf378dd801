import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { clusterOrder, type MeetingId, mixMatrixStepwise } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { InTurn } from '../shared/in-turn';
import { thought } from '../shared/thought';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';

/** Everything the house owns against everything else: shape, number and colour; what behaves alike stands together. */
@Component({
  selector: 'dt-shelf-matrix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, MatButtonToggle, MatButtonToggleGroup, RouterLink, VerdictShape],
  templateUrl: './shelf.page.html',
  styleUrl: './shelf.page.scss',
})
export class ShelfMatrixPage {
  protected readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly stock = inject(Store).selectSignal(selectStock);
  protected readonly words = VERDICTS;
  protected readonly meeting = signal<MeetingId>('container');
  protected readonly at = signal({ i: 0, j: 1 });

  constructor() {
    void this.knowledge.load();
  }
  protected readonly meetings = computed(() =>
    [...(this.knowledge.catalogue()?.meetings.values() ?? [])].map((m) => ({ id: m.id as MeetingId, name: m.name })),
  );
  protected readonly meetingName = computed(() => this.meetings().find((m) => m.id === this.meeting())?.name ?? '');
  private readonly owned = computed(() => {
    const c = this.knowledge.catalogue();
    const ids = [
      ...new Set(
        this.stock()
          .filter((s) => s.onHand > 0)
          .map((s) => s.item),
      ),
    ];
    return c ? ids.flatMap((id) => (c.products.has(id) ? [c.products.get(id)!] : [])) : [];
  });
  /** Fewer than two, and nothing can meet. */
  protected readonly enough = computed(() => this.owned().length > 1);
  private readonly levels = thought(
    () => {
      const c = this.knowledge.catalogue();
      return c && this.enough() ? { ids: this.owned().map((p) => p.id), meeting: this.meeting(), c } : null;
    },
    (q) => mixMatrixStepwise(q.ids, q.meeting, q.c),
  );
  private readonly of = (i: number, j: number): number => this.levels()![Math.min(i, j)]![Math.abs(i - j) - 1]!;
  private readonly order = computed(() => (this.levels() ? clusterOrder(this.owned().length, this.of) : []));
  protected readonly things = computed(() =>
    this.order().map((k) => ({ id: this.owned()[k]!.id, name: capital(this.owned()[k]!.name) })),
  );
  protected level = (i: number, j: number): number => this.of(this.order()[i]!, this.order()[j]!);
  protected readonly told = computed(() => {
    const { i, j } = this.at();
    const [a, b] = [this.things()[i], this.things()[j]];
    if (!a || !b || i === j) return '';
    const n = this.level(i, j);
    return `${a.name} with ${b.name.charAt(0).toLowerCase() + b.name.slice(1)}: ${n} of 5, ${VERDICTS[n]}.`;
  });
  protected readonly worst = computed(() => {
    const out: { key: string; a: string; b: string; level: number }[] = [];
    const t = this.things();
    for (let i = 0; i < t.length; i++)
      for (let j = i + 1; j < t.length; j++)
        if (this.level(i, j) >= 4)
          out.push({
            key: `${t[i]!.id},${t[j]!.id}`,
            a: t[i]!.name,
            b: t[j]!.name.toLowerCase(),
            level: this.level(i, j),
          });
    return out.sort((x, y) => y.level - x.level);
  });
  protected key(e: KeyboardEvent): void {
    const { i, j } = this.at();
    if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      this.open(i, j);
      return;
    }
    const [di, dj] = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[e.key] ?? [0, 0];
    if (!di && !dj) return;
    e.preventDefault();
    const n = this.things().length;
    let [a, b] = [i + di!, j + dj!];
    // the diagonal is stepped over
    if (a === b) [a, b] = [a + di!, b + dj!];
    if (a < 0 || b < 0 || a >= n || b >= n) return;
    this.at.set({ i: a, j: b });
    setTimeout(() => document.querySelector<HTMLElement>(`[data-at="${a},${b}"]`)?.focus());
  }
  /** What is done to a cell, wherever in it. */
  protected inCell(e: Event): void {
    const at = (e.target as Element).closest<HTMLElement>('[data-at]')?.dataset['at'];
    if (!at) return;
    const [i, j] = at.split(',').map(Number) as [number, number];
    if (e.type === 'click') this.open(i, j);
    else if (this.at().i !== i || this.at().j !== j) this.at.set({ i, j });
  }
  protected open(i: number, j: number): void {
    const t = this.things();
    void this.router.navigate(['/mix'], { queryParams: { with: `${t[i]!.id},${t[j]!.id}`, where: this.meeting() } });
  }
}
