import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { nameOfItem, jobsOfRooms, type Kit, ownedBy, profileOf, usualPack } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital } from '../shared/words';
import { Listing } from './listing';
import { Moving } from './moving';
import { Thinking } from '../knowledge/thinking';

const MOST = 6;

/** What a kit can do of what its room needs, what it lacks and where that stands, what adds nothing, what to move away. */
@Component({
  selector: 'dt-kit-check',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatProgressBar],
  templateUrl: './kit-check.html',
  styleUrl: './kit-check.scss',
})
export class KitCheck {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly knowledge = inject(Knowledge);
  private readonly moving = inject(Moving);
  protected readonly thinking = new Thinking();
  protected readonly listing = new Listing();
  private readonly household = this.store.selectSignal(selectHousehold);
  readonly kit = input.required<Kit>();
  protected readonly capital = capital;
  private readonly itemsOf = (kit: string): string[] => [
    ...new Set(
      this.household()
        .stock.filter((s) => s.kit === kit && s.onHand > 0)
        .map((s) => s.item),
    ),
  ];
  private readonly others = computed(() =>
    this.household()
      .kits.filter((k) => k.id !== this.kit().id)
      .map((k) => ({ id: k.id, items: this.itemsOf(k.id), kind: k.kind, places: k.places })),
  );
  private readonly profile = computed(() => profileOf(this.household(), untracked(this.clock.minute)));
  /** The rooms that it serves: its own; of a kit without one, all of them. */
  private readonly jobs = computed(() => {
    const c = this.knowledge.catalogue();
    const h = this.household();
    const room = this.kit().room;
    const rooms = new Set(room ? [room] : h.rooms.map((r) => r.id));
    return c ? jobsOfRooms(rooms, h, untracked(this.clock.minute), c) : [];
  });
  protected readonly room = computed(() => {
    const id = this.kit().room;
    return id ? (this.household().rooms.find((r) => r.id === id)?.name ?? 'its room') : 'the whole house';
  });

  constructor() {
    effect(() => {
      const [jobs, items, others] = [this.jobs(), this.itemsOf(this.kit().id), this.others()];
      untracked(() => void this.thinking.hold(items, others, this.profile(), jobs, ownedBy(this.household())));
    });
  }
  private nameOf = (id: string): string => {
    const c = this.knowledge.catalogue();
    return nameOfItem(id, c);
  };
  private kitName = (id: string | null): string | null =>
    id === null ? null : (this.household().kits.find((k) => k.id === id)?.name ?? null);
  protected readonly of = computed(() => this.jobs().length);
  protected readonly done = computed(() => this.thinking.review()?.review.done.length ?? 0);
  /** What it lacks, each thing once, with the marks that want it and the kit in which it stands. */
  protected readonly lacks = computed(() => {
    const r = this.thinking.review()?.review;
    if (!r) return [];
    const here = new Set(this.itemsOf(this.kit().id));
    const by = new Map<string, { id: string; name: string; marks: string[]; stands: string | null }>();
    for (const g of r.gaps)
      for (const id of [g.wants?.product, g.wants?.tool])
        if (id && !here.has(id)) {
          const one = by.get(id) ?? {
            id,
            name: this.nameOf(id),
            marks: [],
            stands: this.kitName(this.others().find((o) => o.items.includes(id))?.id ?? null),
          };
          one.marks.push(this.jobs()[g.job]?.name ?? '');
          by.set(id, one);
        }
    return [...by.values()].sort((a, b) => b.marks.length - a.marks.length).slice(0, MOST);
  });
  /** Marks that nothing at all is sure to clear. */
  protected readonly never = computed(
    () =>
      this.thinking
        .review()
        ?.review.gaps.filter((g) => !g.wants)
        .map((g) => this.jobs()[g.job]?.name ?? '') ?? [],
  );
  protected readonly idle = computed(() => this.thinking.review()?.review.idle.map(this.nameOf) ?? []);
  protected readonly spare = computed(() => this.thinking.review()?.review.spare.map(this.nameOf) ?? []);
  protected readonly moves = computed(() =>
    (this.thinking.review()?.moves ?? []).map((m) => ({
      ...m,
      name: this.nameOf(m.item),
      where: [
        this.kitName(m.to),
        this.household()
          .kits.find((k) => k.id === m.to)
          ?.places.find((p) => p.id === m.place)?.name,
      ]
        .filter(Boolean)
        .join(': '),
    })),
  );
  protected list(id: string): void {
    const c = this.knowledge.catalogue();
    if (!c) return;
    const { amount, unit } = usualPack(id, c);
    this.listing.add(id, unit, amount, this.kit().id);
  }
  protected move(item: string, to: string, place: string | null): void {
    const row = this.household().stock.find((s) => s.kit === this.kit().id && s.item === item && s.onHand > 0);
    if (row) this.moving.put(row, { kit: to, place });
  }
}
