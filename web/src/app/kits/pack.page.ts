import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatProgressBar } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import {
  nameOfItem,
  carriersFor,
  dirt,
  dueInDays,
  guardsFor,
  jobsOfRooms,
  type Kept,
  ownedBy,
  packingOf,
  profileOf,
  type SpotJob,
  ZONES,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold, selectLoaded } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { Print } from '../shared/print';
import { capital } from '../shared/words';
import { Thinking } from '../knowledge/thinking';

/** What a cloth or a brush is kept for. */
const ONLY: Record<Exclude<Kept, 'rest'>, string> = {
  toilet: 'for the toilet only',
  kitchen: 'where food is, only',
  floor: 'for floors only',
};

/** What goes along for a round: what to take out of which kit, into which pocket, in the order of the way through the house. */
@Component({
  selector: 'dt-pack',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Chooser,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatIcon,
    MatProgressBar,
    Print,
    RouterLink,
  ],
  templateUrl: './pack.page.html',
  styleUrl: './pack.page.scss',
})
export class PackPage {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly clipboard = inject(Clipboard);
  protected readonly knowledge = inject(Knowledge);
  protected readonly thinking = new Thinking();
  private readonly household = this.store.selectSignal(selectHousehold);
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly capital = capital;
  protected readonly said = signal<string | null>(null);
  protected readonly rooms = computed(() => this.household().rooms.map(({ id, name }) => ({ id, name })));
  private readonly chosen = signal<ReadonlySet<string> | null>(null);
  protected readonly picked = computed(() => this.chosen() ?? new Set(this.rooms().map((r) => r.id)));
  protected readonly which = signal<'due' | 'all'>('due');
  protected readonly carriers = computed(() =>
    carriersFor(this.household().kits).map(({ id, name }) => ({ id, name })),
  );
  private readonly wanted = signal<string | null>(null);
  protected readonly carrier = computed(
    () => this.household().kits.find((k) => k.id === (this.wanted() ?? this.carriers()[0]?.id)) ?? null,
  );
  protected readonly jobs = computed<SpotJob[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c || !this.loaded()) return [];
    const h = this.household();
    const now = untracked(this.clock.minute);
    const zone = h.settings?.timeZone ?? 'UTC';
    const due = new Set(
      h.spots.filter((s) => dirt(s) > 0 && (dueInDays(s, h.log, now, zone) ?? Infinity) <= 0).map((s) => s.id),
    );
    return jobsOfRooms(this.picked(), h, now, c).filter((j) => this.which() === 'all' || due.has(j.spot));
  });
  /** Things that are in the bag already. */
  protected readonly ticked = signal<ReadonlySet<string>>(new Set());

  constructor() {
    void this.knowledge.load();
    effect(() => {
      const [jobs, own] = [this.jobs(), ownedBy(this.household())];
      untracked(() => {
        this.ticked.set(new Set());
        void this.thinking.pack(jobs, own);
      });
    });
  }
  protected toggle(id: string): void {
    const next = new Set(this.picked());
    if (!next.delete(id)) next.add(id);
    this.chosen.set(next);
  }
  protected tick(id: string): void {
    const next = new Set(this.ticked());
    if (!next.delete(id)) next.add(id);
    this.ticked.set(next);
  }
  protected take(carrier: string): void {
    this.wanted.set(carrier);
  }
  private nameOf = (id: string): string => {
    const c = this.knowledge.catalogue();
    return nameOfItem(id, c);
  };
  /** One carrier after the other, each with its stops. */
  protected readonly trips = computed(() => {
    const [packed, c] = [this.thinking.packed(), this.knowledge.catalogue()];
    if (!packed || !c) return [];
    const h = this.household();
    const now = untracked(this.clock.minute);
    return packed.trips.map((covers, n) => {
      const p = packingOf(covers, this.jobs(), this.carrier(), h, now, c);
      const all = p.stops.flatMap((s) => s.takes);
      const products = [...new Set(all.map((t) => t.item))].flatMap((x) => c.products.get(x) ?? []);
      return {
        n,
        stops: p.stops.map(({ kit, takes }) => ({
          id: kit.id,
          name: kit.name,
          here: kit.id === this.carrier()?.id,
          takes: takes.map((t) => ({
            key: `${n} ${t.stock.id} ${t.only}`,
            only: t.only && t.only !== 'rest' ? ONLY[t.only] : null,
            name: this.nameOf(t.item),
            letter: t.stock.colourClass ?? null,
            pieces: t.pieces,
            place: kit.places.find((x) => x.id === t.stock.place)?.name ?? '',
            zone: ZONES.find((z) => z.id === t.zone)!.name,
            jobs: new Set(t.jobs.map((j) => this.jobs()[j]!.spot)).size,
          })),
        })),
        leave: p.leave.map((s) => capital(this.nameOf(s.item))),
        wear: guardsFor(products, profileOf(h, now), c).map((g) => g.text),
        later: p.later.map((r) => ({ key: r.job, name: this.jobs()[r.job]!.name, because: r.because })),
        refused: p.refused.map((r) => ({ key: r.job, name: this.jobs()[r.job]!.name, because: r.because })),
      };
    });
  });
  /** Marks for which nothing that is in the house is sure to do. */
  protected readonly open = computed(
    () => this.thinking.packed()?.open.map((j) => ({ key: j, name: this.jobs()[j]?.name ?? '' })) ?? [],
  );
  protected readonly spots = computed(() => new Set(this.jobs().map((j) => j.spot)).size);
  protected copy(): void {
    const text = this.trips()
      .map((t) =>
        t.stops
          .map((s) => [s.name, ...s.takes.map((x) => `- ${x.pieces > 1 ? `${x.pieces} × ` : ''}${x.name}`)].join('\n'))
          .join('\n\n'),
      )
      .join('\n\n---\n\n');
    this.said.set(this.clipboard.copy(text) ? 'Copied.' : 'The browser lets nothing be copied here.');
  }
}
