import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Bottle, carriedWords, type Carrier, carriersOf, headMoved, meetsOn } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';

/** Sprayer heads: what each has met, and what happens when it goes onto another bottle, judged before it is done. */
@Component({
  selector: 'dt-heads',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, Chooser, RouterLink, VerdictShape],
  templateUrl: './heads.html',
  styleUrl: './heads.scss',
})
export class Heads {
  /** Kit whose bottles are shown. */
  readonly kit = input.required<string>();
  protected readonly moving = deedsFrom('kits: head');
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  protected readonly words = VERDICTS;
  protected readonly pending = signal<{ from: Bottle; to: Bottle; level: number; because: string; now: string } | null>(
    null,
  );

  constructor() {
    this.moving.done.pipe(takeUntilDestroyed()).subscribe(() => this.pending.set(null));
  }
  protected readonly bottles = computed(() => this.household().bottles.filter((b) => b.kit === this.kit() && b.head));
  private readonly heads = computed<ReadonlyMap<string, Carrier>>(() => {
    const c = this.knowledge.catalogue();
    return new Map(
      c
        ? carriersOf({ ...this.household(), stock: [], spots: [], rooms: [] }, this.clock.minute(), c).map((x) => [
            x.id,
            x,
          ])
        : [],
    );
  });
  protected carried(b: Bottle): string {
    const head = this.heads().get(b.head!.id);
    return head ? `has met ${carriedWords(head)}` : 'has met nothing';
  }
  protected others = (b: Bottle): Choice[] =>
    this.household()
      .bottles.filter((x) => x.id !== b.id && x.head)
      .map((x) => ({ id: x.id, name: x.name, note: x.fill ? this.inside(x).join(', ') : 'empty' }));
  private inside = (b: Bottle): string[] =>
    b.fill?.parts.map((p) => this.knowledge.catalogue()?.products.get(p.item)?.name ?? p.item) ?? [];

  /** Both heads change places: each is judged against what it comes into, and the worse counts. */
  protected ask(from: Bottle, id: string): void {
    const c = this.knowledge.catalogue();
    const to = this.household().bottles.find((b) => b.id === id);
    if (!c || !to) return;
    const verdicts = [
      [from, to],
      [to, from],
    ].flatMap(([a, b]) => {
      const head = this.heads().get(a!.head?.id ?? '');
      return head ? (b!.fill?.parts ?? []).map((p) => meetsOn(head, p.item, c)) : [];
    });
    const worst = verdicts.filter((v) => v !== null).sort((x, y) => y.level - x.level)[0];
    this.pending.set({
      from,
      to,
      level: worst?.level ?? 0,
      because: worst?.because ?? 'Nothing that they carry concerns what is in the bottles.',
      now: worst?.now ?? '',
    });
  }
  protected move(rinsed: 0 | 2): void {
    const p = this.pending();
    if (!p) return;
    const { from, to } = p;
    // one deed: the server moves both heads, and writes down the other one with it
    const entry = headMoved(from, to, rinsed);
    this.moving.ask(
      { does: 'write', entry },
      `${capital(from.name)} and ${to.name} have changed heads. What each head met goes with it.`,
    );
  }
}
