import { ChangeDetectionStrategy, Component, computed, effect, inject, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import {
  belowPar,
  clashesOn,
  DAY_MS,
  jobsOfRooms,
  type Kit,
  localDay,
  ownedBy,
  profileOf,
  runOutOf,
  storageOf,
  usualPack,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { Past } from '../household/past';
import { selectHousehold, selectLoaded } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital, when } from '../shared/words';
import { boardsOf } from './boards';
import { Cloths } from './cloths';
import { Listing } from './listing';
import { Thinking } from '../knowledge/thinking';

/** Pairs of a shelf are told from this level on. */
const APART = 4;
/** Things that run out first, and how far ahead that is of interest. */
const MOST_OUT = 6;
const SOON_DAYS = 180;

/** All kits of the house at one look: each as a small shelf, what is short, clashing, old; what runs out first; what can be done. */
@Component({
  selector: 'dt-all-kits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cloths, MatButton, MatProgressBar, RouterLink],
  templateUrl: './all.page.html',
  styleUrl: './all.page.scss',
})
export class AllKitsPage {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly past = inject(Past);
  protected readonly knowledge = inject(Knowledge);
  protected readonly thinking = new Thinking();
  protected readonly listing = new Listing();
  private readonly household = this.store.selectSignal(selectHousehold);
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly jobs = computed(() => {
    const c = this.knowledge.catalogue();
    const h = this.household();
    return c ? jobsOfRooms(new Set(h.rooms.map((r) => r.id)), h, untracked(this.clock.minute), c) : [];
  });

  constructor() {
    void this.knowledge.load();
    this.past.want();
    effect(() => {
      const [jobs, own] = [this.jobs(), ownedBy(this.household())];
      untracked(() => void this.thinking.able(jobs, own));
    });
  }
  private nameOf = (id: string): string => this.listing.nameOf(id);
  protected readonly kits = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? this.household().kits.map((k) => this.small(k, c)) : [];
  });
  /** A kit as it is drawn small, with what is wrong with it in a word each. */
  private small(k: Kit, c: NonNullable<ReturnType<Knowledge['catalogue']>>) {
    const h = this.household();
    const now = this.clock.minute();
    const here = h.stock.filter((s) => s.kit === k.id);
    const clashes = clashesOn(
      here.filter((s) => s.onHand > 0).map((s) => s.item),
      c,
    ).filter((x) => x.level >= APART);
    const stands = storageOf(k, h, localDay(now, h.settings?.timeZone ?? 'UTC'), profileOf(h, now), c);
    const count = (kinds: readonly string[]): number => stands.filter((s) => kinds.includes(s.kind)).length;
    const short = belowPar(k, here).length;
    return {
      id: k.id,
      name: k.name,
      where: h.rooms.find((r) => r.id === k.room)?.name ?? 'for the whole house',
      boards: boardsOf(k, here, new Set(clashes.flatMap((x) => x.pair)), this.nameOf, c).filter((b) => b.things.length),
      things: here.length,
      wrong: [
        { key: 'clash', n: clashes.length, says: clashes.length === 1 ? 'pair to keep apart' : 'pairs to keep apart' },
        { key: 'place', n: count(['place', 'feel']), says: 'in the wrong place' },
        { key: 'old', n: count(['old', 'weak']), says: 'old or weak' },
        { key: 'full', n: count(['heavy', 'full']), says: 'too full' },
        { key: 'short', n: short, says: 'short' },
      ].filter((w) => w.n),
    };
  }
  /** What runs out first, each with its date and how far that is of what is told. */
  protected readonly out = computed(() => {
    const past = this.past.past();
    if (!past) return [];
    const h = this.household();
    const now = this.clock.minute();
    return [...new Set(h.stock.map((s) => s.item))]
      .flatMap((item) => {
        const r = runOutOf(item, h.stock, past.weeks, past.planned[item]);
        return r && r.likely_days <= SOON_DAYS ? [{ item, r }] : [];
      })
      .sort((a, b) => a.r.likely_days - b.r.likely_days)
      .slice(0, MOST_OUT)
      .map(({ item, r }) => ({
        item,
        name: capital(this.nameOf(item)),
        when:
          r.onHand <= 0
            ? 'none is left'
            : when(
                new Date(now.getTime() + r.likely_days * DAY_MS).toISOString(),
                h.settings?.timeZone,
                h.settings?.locale,
                false,
              ),
        share: 100 * Math.min(1, r.likely_days / SOON_DAYS),
        buy: r.onHand <= r.reorderAt,
      }));
  });
  protected readonly of = computed(() => this.jobs().length);
  protected readonly help = computed(() =>
    (this.thinking.today()?.help ?? []).map((x) => ({
      key: x.items.join(),
      items: x.items,
      name: capital(x.items.map(this.nameOf).join(' with ')),
      adds: x.jobs.length,
    })),
  );
  protected list(items: readonly string[]): void {
    const c = this.knowledge.catalogue();
    if (!c) return;
    for (const id of items) {
      const { amount, unit } = usualPack(id, c);
      const kit = this.household().stock.find((s) => s.item === id)?.kit ?? this.household().kits[0]?.id ?? '';
      if (!this.listing.has(id)) this.listing.add(id, unit, amount, kit);
    }
  }
}
