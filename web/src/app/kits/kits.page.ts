import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { nameOfItem, bulkOf, clashesOnStepwise, isCarried, type Kit, massOf } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectKits, selectLoaded, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Print } from '../shared/print';
import { InView } from '../shared/in-view';
import { thought } from '../shared/thought';
import { capital, figure } from '../shared/words';
import { AddThings } from './add-things';
import { boardsOf } from './boards';
import { type Clash, Clashes } from './clashes';
import { Cloths } from './cloths';
import { Heads } from './heads';
import { AddTable } from './add-table';
import { CountWalk } from './count-walk';
import { KitCheck } from './kit-check';
import { KitEdit } from './kit-edit';
import { kitsEvents, type KitsState, kitsFeature } from './kits.state';
import { Low } from './low';
import { Mixed } from './mixed';
import { MoveAsked } from './move-asked';
import { Moving } from './moving';
import { Needs } from './needs';
import { Shelf, type Thing } from './shelf';
import { Stands } from './stands';
import { ThingEdit } from './thing-edit';
import { ThingPanel } from './thing-panel';
import { ToBuy } from './to-buy';
import { InTurn } from '../shared/in-turn';

/** Pairs of a shelf are told from this level on. */
const APART = 4;

/** The room's supplies as they stand: what is low, what must not stand together, and what to buy. */
@Component({
  selector: 'dt-kits',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    InView,
    AddTable,
    CountWalk,
    MatIcon,
    AddThings,
    Clashes,
    Cloths,
    Heads,
    KitCheck,
    KitEdit,
    Low,
    MatButton,
    Mixed,
    MoveAsked,
    Needs,
    Print,
    RouterLink,
    Shelf,
    Stands,
    ThingEdit,
    ThingPanel,
    ToBuy,
  ],
  providers: [Moving],
  templateUrl: './kits.page.html',
  styleUrl: './kits.page.scss',
})
export class KitsPage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  protected readonly moving = inject(Moving);
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly pickedId = this.store.selectSignal(kitsFeature.selectStock);
  protected readonly mode = this.store.selectSignal(kitsFeature.selectMode);
  readonly kitId = input<string | undefined>(undefined, { alias: 'kit' });
  /** What a rung needs: /kits/:kit?needs=a,b */
  readonly needs = input<string | undefined>();
  /** What is to be put onto a shelf: /kits/:kit?add=id */
  readonly add = input<string | undefined>();
  protected readonly capital = capital;
  protected readonly carried = isCarried;

  constructor() {
    void this.knowledge.load();
    effect(() => {
      if (this.add()) untracked(() => this.open('add'));
    });
  }
  protected readonly kit = computed<Kit | undefined>(
    () => this.kits().find((k) => k.id === this.kitId()) ?? this.kits()[0],
  );
  protected readonly here = computed(() => this.stock().filter((s) => s.kit === this.kit()?.id));
  protected readonly usedPlaces = computed(() => this.here().map((s) => s.place ?? this.kit()?.places[0]?.id));
  protected readonly needed = computed(() => this.needs()?.split(',') ?? []);
  private readonly nameOf = (id: string): string => {
    const c = this.knowledge.catalogue();
    return nameOfItem(id, c);
  };
  /** Every pair of this shelf that may not stand together, worst first, by the gate. */
  protected readonly clashes = computed<Clash[]>(() =>
    (this.clashing() ?? [])
      .filter((x) => x.level >= APART)
      .map((x) => ({ ...x, what: x.pair.map(this.nameOf).join(' and ') })),
  );
  private readonly clashing = thought(
    () => {
      const c = this.knowledge.catalogue();
      return c && { c, items: this.here().flatMap((s) => (s.onHand > 0 ? [s.item] : [])) };
    },
    ({ c, items }) => clashesOnStepwise(items, c),
  );
  protected readonly apart = computed(() => this.clashes().map((x) => x.pair));
  protected readonly boards = computed(() => {
    const [kit, c] = [this.kit(), this.knowledge.catalogue()];
    // nothing stands there unmarked
    return kit && c && this.clashing() ? boardsOf(kit, this.here(), new Set(this.apart().flat()), this.nameOf, c) : [];
  });
  protected readonly things = computed(() => this.boards().flatMap((b) => b.things));
  protected readonly picked = computed<Thing | null>(
    () => this.things().find((t) => t.stock.id === this.pickedId()) ?? null,
  );
  /** `shelf · about 3.1 of 6 kg · 15 things` */
  protected readonly about = computed(() => {
    const [kit, c] = [this.kit(), this.knowledge.catalogue()];
    if (!kit || !c) return '';
    const most_g = kit.limits.mass_g;
    const kilograms = figure(massOf(this.here(), c) / 1000);
    const most_mL = kit.limits.volume_mL;
    const litres = most_mL ? [`about ${figure(bulkOf(this.here(), c) / 1000)} of ${figure(most_mL / 1000)} L`] : [];
    return [
      kit.kind,
      `about ${kilograms}${most_g ? ` of ${figure(most_g / 1000)}` : ''} kg`,
      ...litres,
      `${this.here().length} things`,
    ].join(' · ');
  });
  protected pick(stock: string): void {
    this.store.dispatch(kitsEvents.thingPicked({ stock }));
  }
  protected open(mode: KitsState['mode']): void {
    this.store.dispatch(kitsEvents.modeOpened({ mode }));
  }
}
