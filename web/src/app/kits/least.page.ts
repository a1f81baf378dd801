import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatProgressBar } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import {
  nameOfItem,
  jobsOfKind,
  jobsOfRooms,
  type Kept,
  type KitGoal,
  type CurveOf,
  ownedBy,
  placesOf,
  type SpotJob,
  usualPack,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold, selectLoaded } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital, figure, money, percent } from '../shared/words';
import { Curve } from './curve';
import { Listing } from './listing';
import { Thinking } from '../knowledge/thinking';

/** What the cloths and brushes of each kind of place are for. */
const PLACES: Record<Kept, string> = {
  toilet: 'the toilet',
  kitchen: 'where food is',
  floor: 'floors',
  rest: 'the rest',
};
const GOALS: readonly { id: KitGoal; name: string }[] = [
  { id: 'items', name: 'fewest things' },
  { id: 'cost', name: 'least money' },
  { id: 'harm', name: 'least harm' },
  { id: 'weight', name: 'lightest' },
  { id: 'scent', name: 'least scent' },
];

/** The least with which everything in some rooms can be cleaned: what each thing is there for, and what one more would buy. */
@Component({
  selector: 'dt-least',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Curve, MatButton, MatButtonToggle, MatButtonToggleGroup, MatProgressBar, RouterLink],
  templateUrl: './least.page.html',
  styleUrl: './least.page.scss',
})
export class LeastPage {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  protected readonly knowledge = inject(Knowledge);
  protected readonly thinking = new Thinking();
  protected readonly listing = new Listing();
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly capital = capital;
  protected readonly percent = percent;
  protected readonly goals = GOALS;
  protected readonly goal = signal<KitGoal>('items');
  /** Rooms of the house, or kinds of rooms where there is none yet. */
  protected readonly rooms = computed(() => {
    const own = this.household().rooms.map((r) => ({ id: r.id, name: r.name }));
    if (own.length) return own;
    return [...(this.knowledge.catalogue()?.roomkinds.values() ?? [])].map((k) => ({ id: k.id, name: k.name }));
  });
  protected readonly isOwn = computed(() => this.household().rooms.length > 0);
  private readonly chosen = signal<ReadonlySet<string> | null>(null);
  /** All rooms, until somebody says which; of kinds the first. */
  protected readonly picked = computed(
    () => this.chosen() ?? new Set((this.isOwn() ? this.rooms() : this.rooms().slice(0, 1)).map((r) => r.id)),
  );
  protected readonly jobs = computed<SpotJob[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c || !this.loaded()) return [];
    if (this.isOwn()) return jobsOfRooms(this.picked(), this.household(), untracked(this.clock.minute), c);
    return [...this.picked()].flatMap((id) => {
      const kind = c.roomkinds.get(id);
      return kind ? jobsOfKind(kind, this.household(), untracked(this.clock.minute), c) : [];
    });
  });
  private readonly own = computed(() => ownedBy(this.household()));
  protected readonly measure = signal<CurveOf>('harm');
  protected readonly curve = computed(() => this.thinking.curves()[this.measure()]);
  protected by(measure: CurveOf): void {
    this.measure.set(measure);
    this.point.set(null);
  }
  /** A point of the curve that was opened; null at the smallest. */
  protected readonly point = signal<number | null>(null);

  constructor() {
    void this.knowledge.load();
    effect(() => {
      const [jobs, own, goal] = [this.jobs(), this.own(), this.goal()];
      untracked(() => {
        this.point.set(null);
        void this.thinking.smallest(jobs, own, goal);
      });
    });
  }
  protected toggle(id: string): void {
    const next = new Set(this.picked());
    if (!next.delete(id)) next.add(id);
    this.chosen.set(next);
  }
  /** What is shown: the smallest kit, or that of the point that was opened. */
  protected readonly shown = computed(() => {
    const [kit, c] = [this.thinking.kit(), this.knowledge.catalogue()];
    if (!kit || !c) return null;
    const at = this.point();
    const items = at === null ? kit.items : (this.curve()[at]?.items ?? kit.items);
    const own = new Set(this.own());
    const places = placesOf(kit.covers, this.jobs(), c);
    return items
      .map((id) => {
        const needed = kit.needed[id] ?? [];
        const marks = [...new Set(needed.map((j) => this.jobs()[j]?.name ?? ''))].filter(Boolean);
        return {
          id,
          name: nameOfItem(id, c),
          tool: c.tools.has(id),
          owned: own.has(id),
          pieces: (places[id] ?? []).map((k) => PLACES[k]),
          marks: marks.length,
          for: marks.slice(0, 3).join('; '),
          more: Math.max(0, marks.length - 3),
        };
      })
      .sort((a, b) => Number(a.tool) - Number(b.tool) || b.marks - a.marks);
  });
  protected readonly missing = computed(() => (this.shown() ?? []).filter((x) => !x.owned));
  protected readonly open = computed(() => {
    const kit = this.thinking.kit();
    return kit
      ? kit.uncovered.map((j) => ({
          key: j,
          name: this.jobs()[j]?.name ?? '',
          never: kit.impossible.includes(j),
          without: (this.thinking.inTheWay()[j] ?? []).map((w) => `${w.name.toLowerCase()}: ${w.choice}`).join('; '),
        }))
      : [];
  });
  /** With what is in the house today, and the three things that would help most. */
  protected readonly help = computed(() =>
    (this.thinking.today()?.help ?? []).map((h) => ({
      key: h.items.join(),
      items: h.items,
      name: capital(h.items.map((x) => this.listing.nameOf(x)).join(' with ')),
      adds: h.jobs.length,
    })),
  );
  /** What stands in one carrier only each in a tray. */
  protected readonly trays = computed(() =>
    (this.point() === null ? (this.thinking.kit()?.trays ?? []) : []).map((pair) =>
      capital(pair.map((x) => this.listing.nameOf(x)).join(' and ')),
    ),
  );
  /** How much of the goal, and how sure that is. */
  protected readonly says = computed(() => {
    const kit = this.thinking.kit();
    if (!kit) return '';
    const { name, value } = kit.goal;
    const amount = {
      items: `${value} things`,
      cost: `about ${money(value, 'EUR')}`,
      harm: `${value} points of harm`,
      weight: `${figure(value / 1000)} kg`,
      scent: value ? `${value} points of scent` : 'no scent',
    }[name];
    const told = name === 'items' ? '' : `${capital(amount)}. `;
    return `${told}${kit.proven ? 'Nothing less would do.' : `The best so far; at least ${figure(kit.least)} is sure.`}`;
  });
  protected readonly done = computed(() => this.jobs().length - (this.thinking.kit()?.uncovered.length ?? 0));
  /** Puts things onto the list of what to buy. */
  protected list(items: readonly string[]): void {
    const c = this.knowledge.catalogue();
    const kit = this.household().kits[0]?.id ?? '';
    if (!c) return;
    for (const id of items) {
      const { amount, unit } = usualPack(id, c);
      if (!this.listing.has(id)) this.listing.add(id, unit, amount, kit);
    }
  }
  protected listAll(): void {
    this.list(this.missing().map((x) => x.id));
  }
}
