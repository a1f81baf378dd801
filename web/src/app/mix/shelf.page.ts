import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { clusterOrder, type MeetingId, mixMatrix } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';

/** Everything the house owns against everything else: shape, number and colour; what behaves alike stands together. */
@Component({
  selector: 'dt-shelf-matrix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, VerdictShape],
  template: `
    <div class="page">
      <div class="page-head"><h1>The whole shelf at once</h1>
        <div class="chips" role="group" aria-label="Where they meet">@for (m of meetings(); track m.id) { <button class="chip" type="button" [attr.aria-pressed]="meeting() === m.id" (click)="meeting.set(m.id)">{{ m.name }}</button> }</div>
      </div>
      @if (!knowledge.catalogue()) {
        @if (knowledge.trouble()) { <p class="warn" role="alert">{{ knowledge.trouble() }}</p> } @else { <p class="quiet" role="status">Reading the catalogue …</p> }
      } @else if (things().length < 2) {
        <section class="plate zinc"><h2>Fewer than two products on the shelves</h2><p>Put what you own on a shelf in <a routerLink="/kits">Kits</a>, and it stands here against everything else.</p></section>
      } @else {
        <p class="told" role="status">{{ told() }}</p>
        <section class="plate flush"><div class="wide">
          <table role="grid" aria-label="What may meet what: arrows move, Enter opens the verdict" (keydown)="key($event)">
            <thead><tr><td></td>@for (t of things(); track t.id) { <th scope="col"><span>{{ t.name }}</span></th> }</tr></thead>
            <tbody>@for (r of things(); track r.id; let i = $index) { <tr><th scope="row">{{ r.name }}</th>@for (c of things(); track c.id; let j = $index) {
              @if (i === j) { <td class="self" role="gridcell" aria-label="itself"></td> }
              @else { <td role="gridcell" [attr.tabindex]="at().i === i && at().j === j ? 0 : -1" [attr.data-at]="i + ',' + j" [class]="'l' + level(i, j)" [attr.aria-label]="r.name + ' with ' + c.name + ': ' + level(i, j) + ' of 5, ' + words[level(i, j)]" (click)="open(i, j)" (mouseenter)="at.set({ i, j })" (focus)="at.set({ i, j })">@if (level(i, j) > 0) { <dt-verdict-shape [level]="level(i, j)" [size]="18" /><b>{{ level(i, j) }}</b> } @else { <i aria-hidden="true">·</i> }</td> } }</tr> }</tbody>
          </table></div>
          <p class="legend">@for (n of [0, 1, 2, 3, 4, 5]; track n) { <span [style.color]="'var(--v' + n + ')'"><dt-verdict-shape [level]="n" [size]="22" /> {{ n }} {{ words[n] }}</span> }</p>
        </section>
        <section class="plate copper"><h2>Never together</h2><ul>@for (p of worst(); track p.key) { <li><a routerLink="/mix" [queryParams]="{ with: p.key, where: meeting() }">{{ p.a }} and {{ p.b }}</a> <span class="quiet">{{ words[p.level] }}</span></li> } @empty { <li>Nothing that you own makes a gas or bursts when it meets another, {{ meetingName() }}.</li> }</ul></section>
      }
    </div>
  `,
  styles: `
    .flush { padding: 0; overflow: hidden; } .wide { overflow: auto; max-height: 74vh; } table { border-collapse: collapse; font-size: 14px; } .told { min-height: 28px; font-size: 17px; font-weight: 600; margin: 0; }
    thead th { height: 132px; vertical-align: bottom; padding: 0 2px 6px; position: sticky; top: 0; background: var(--enamel); z-index: 1; } thead th span { writing-mode: vertical-rl; transform: rotate(180deg); max-height: 126px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; font-weight: 600; }
    tbody th { text-align: right; font-weight: 600; padding: 0 10px; white-space: nowrap; position: sticky; left: 0; background: var(--enamel); max-width: 190px; overflow: hidden; text-overflow: ellipsis; }
    td { width: 38px; min-width: 38px; height: 34px; text-align: center; border: 1px solid var(--zinc-1); cursor: pointer; } td[role='gridcell'] { white-space: nowrap; line-height: 0; } td b { font-size: 13px; line-height: 1; margin-left: 1px; vertical-align: 4px; } td i { color: var(--zinc-3); font-style: normal; } td:focus-visible { outline: 3px solid var(--blue); outline-offset: -3px; } td.self { background: var(--zinc-1); cursor: default; }
    .l1 { color: var(--v1); } .l2 { color: var(--v2); } .l3 { color: var(--v3); } .l4 { color: var(--on-v); background: var(--v4); } .l5 { color: var(--on-plate-5); background: var(--plate-5); }
    .legend { display: flex; flex-wrap: wrap; gap: 6px 18px; margin: 0; padding: 10px 16px; font-size: 14px; font-weight: 700; } .legend span { display: inline-flex; gap: 6px; align-items: center; } ul { list-style: none; display: grid; gap: 4px; margin-top: 6px; }
  `,
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
  private readonly levels = computed(() => {
    const c = this.knowledge.catalogue();
    return c && this.owned().length > 1
      ? mixMatrix(
          this.owned().map((p) => p.id),
          this.meeting(),
          c,
        )
      : [];
  });
  private readonly of = (i: number, j: number): number =>
    i < j ? this.levels()[i]![j - i - 1]! : this.levels()[j]![i - j - 1]!;
  private readonly order = computed(() => (this.levels().length ? clusterOrder(this.owned().length, this.of) : []));
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
  protected open(i: number, j: number): void {
    const t = this.things();
    void this.router.navigate(['/mix'], { queryParams: { with: `${t[i]!.id},${t[j]!.id}`, where: this.meeting() } });
  }
}
