import { computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { type Laundry, type Rung, runOfRung, runOfWash, usualPack } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold, selectShopping } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital } from '../shared/words';
import type { Asked } from './asked';

/** What a person does with an answer: do it, put what is missing on the list, say that it was rinsed. */
export class AskedDeeds {
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  private readonly shopping = inject(Store).selectSignal(selectShopping);
  readonly noting = deedsFrom('choose: rinsed');
  readonly looking = deedsFrom('choose: look again');
  private readonly beginning = deedsFrom('choose: begin');
  private readonly listing = deedsFrom('choose: shopping list');
  readonly trouble = computed(
    () => this.noting.trouble() ?? this.looking.trouble() ?? this.beginning.trouble() ?? this.listing.trouble(),
  );
  /** What needed no deed. */
  readonly said = signal<string | null>(null);

  constructor(private readonly asked: Asked) {
    const router = inject(Router);
    this.beginning.done
      .pipe(takeUntilDestroyed())
      .subscribe(({ outcomes }) => void router.navigate(['/do', outcomes[0]!.id]));
  }
  /** The person's own word: written down, and every place knows it. */
  rinse({ times, aired }: { times: 1 | 2; aired: boolean }): void {
    const spot = this.asked.spot()!;
    const entry = { kind: 'rinse' as const, spot: spot.id, rinsed: times, ...(aired ? { aired } : {}) };
    const words = `${times === 2 ? 'rinsed twice' : 'rinsed once'}${aired ? ' and aired' : ''}`;
    this.noting.ask({ does: 'write', entry }, `${capital(spot.name)}: ${words}.`);
  }
  /** The spot is looked at every so many days from now on. */
  lookAgain(days: number): void {
    const { id, version, name } = this.asked.spot()!;
    this.looking.ask(
      { does: 'change', on: 'spots', id, version, fields: { interval_days: days } },
      `${capital(name)}: looked at every ${days === 1 ? 'day' : `${days} days`}.`,
    );
  }
  /** What the rung needs and nobody has, on the list once. */
  shop(reason: string): void {
    const c = this.knowledge.catalogue()!;
    const room = this.asked.spot()?.room;
    const kit = this.household().kits.find((k) => k.room === room)?.id ?? null;
    const missing = this.asked
      .needs()
      .filter((x) => x.where === null && !this.shopping().some((s) => s.state === 'open' && s.item === x.item));
    if (!missing.length) return this.said.set('It is on the shopping list already.');
    this.listing.ask(
      missing.map(({ item }) => ({
        does: 'make' as const,
        on: 'shopping' as const,
        body: {
          item,
          ...usualPack(item, c),
          kit,
          reason,
          section: c.products.has(item) ? ('cleaning' as const) : ('household' as const),
          state: 'open' as const,
        },
      })),
      `On the shopping list: ${missing.map((x) => x.name).join(', ')}.`,
    );
  }
  /** The wash as a run. */
  wash(l: Extract<Laundry, { may: 'yes' }>): void {
    const { question } = this.asked.question()!;
    const body = runOfWash(l, this.asked.spot()?.id ?? null, question, this.clock.now().toISOString());
    this.beginning.ask({ does: 'make', on: 'runs', body });
  }
  begin(r: Rung): void {
    if (r.may === 'from') return;
    const startedAt = this.clock.now().toISOString();
    const { question } = this.asked.question()!;
    const c = this.knowledge.catalogue()!;
    const body = runOfRung(r, this.asked.advice()!, this.asked.spot()?.id ?? null, question, startedAt, c);
    this.beginning.ask({ does: 'make', on: 'runs', body });
  }
}
