import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  carrierOfPiece,
  type Kit,
  type Life,
  lifeOf,
  type Load,
  loadsOf,
  type LogFields,
  washDay,
  wornWords,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { Past } from '../household/past';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { dueOf, UpkeepList } from '../shared/upkeep';
import { capital, percent, when } from '../shared/words';

/** Pieces that are drawn; more are told as a number. */
const MOST_DRAWN = 8;
/** From this share of its life on, how much is gone is told. */
const WEARS = 0.5;
type PieceLook = 'clean' | 'begun' | 'used' | 'away';

/** Cloths and tools of a kit as they live: clean, folded to a clean face, used, in the wash; and the upkeep that is due. */
@Component({
  selector: 'dt-cloths',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, UpkeepList],
  templateUrl: './cloths.html',
  styleUrl: './cloths.scss',
})
export class Cloths {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly knowledge = inject(Knowledge);
  private readonly past = inject(Past);
  protected readonly deeds = deedsFrom('kits: cloths');
  private readonly household = this.store.selectSignal(selectHousehold);
  /** Of one kit; without it of the whole house. */
  readonly kit = input<Kit | null>(null);
  /** Only what is to be done: loads and upkeep. */
  readonly brief = input(false);
  protected readonly capital = capital;

  constructor() {
    this.past.want();
  }
  protected readonly here = computed(() => {
    const kit = this.kit();
    return this.household().stock.filter((s) => !kit || s.kit === kit.id);
  });
  private readonly lives = computed<Life[]>(() => {
    const [past, c] = [this.past.past(), this.knowledge.catalogue()];
    return past && c ? this.here().flatMap((s) => lifeOf(s, past, this.clock.minute(), c) ?? []) : [];
  });
  private day(at: string): string {
    const s = this.household().settings;
    return when(at, s?.timeZone, s?.locale);
  }
  /** Rows of what is washed, each with its pieces as they stand. */
  protected readonly rows = computed(() =>
    this.lives()
      .filter((l) => l.tool.launders)
      .map((l) => {
        const looks: PieceLook[] = [
          ...Array<PieceLook>(l.clean).fill('clean'),
          ...Array<PieceLook>(l.begun).fill('begun'),
          ...Array<PieceLook>(l.away ? l.all : l.used).fill(l.away ? 'away' : 'used'),
        ];
        const says = l.away
          ? `${l.away}, ready ${this.day(l.readyAt!)}`
          : [
              `${l.clean} clean`,
              l.begun ? `1 folded, ${l.facesLeft} clean faces left` : '',
              l.used ? `${l.used} used` : '',
            ]
              .filter(Boolean)
              .join(', ');
        return {
          id: l.stock.id,
          name: l.tool.name,
          letter: l.stock.colourClass ?? null,
          looks: looks.slice(0, MOST_DRAWN),
          says,
          worn: wornWords(l) ?? (l.worn >= WEARS ? `${percent(l.worn)} of its life is gone.` : null),
        };
      }),
  );
  private readonly sorted = computed(() => {
    const [past, c] = [this.past.past(), this.knowledge.catalogue()];
    if (!past || !c) return { loads: [], never: [] };
    const h = this.household();
    const carries = (id: string) => {
      const row = h.stock.find((s) => s.id === id);
      return (row && carrierOfPiece(row, h, this.clock.minute(), c)?.met) ?? [];
    };
    return loadsOf(this.lives(), past, carries, c);
  });
  protected readonly loads = computed(() => this.sorted().loads);
  /** Cloths that must not go into a machine, in words. */
  protected readonly never = computed(() =>
    this.sorted().never.map((l) => ({ id: l.stock.id, name: capital(l.tool.name) })),
  );
  protected readonly wash = computed(() => {
    const past = this.past.past();
    const next = past && washDay(this.lives(), past);
    if (!next) return null;
    const day = next.days === 0 ? 'today' : next.days === 1 ? 'tomorrow' : `in ${next.days} days`;
    return `Wash day ${day}: then ${next.first.tool.name} runs short.`;
  });
  /** What wears and is not washed: brushes and blades near their end. */
  protected readonly worn = computed(() =>
    this.lives().flatMap((l) => {
      const words = l.tool.launders ? null : wornWords(l);
      return words ? [{ id: l.stock.id, name: l.tool.name, words }] : [];
    }),
  );
  private readonly upkeep = computed(() =>
    dueOf(this.here(), this.household().settings, this.past.past(), this.knowledge.catalogue()),
  );
  protected readonly something = computed(
    () => this.rows().length + this.upkeep().length + this.worn().length + this.never().length > 0,
  );
  /** Into the machine with all of a load: clean again when it is dry. */
  protected washNow(load: Load): void {
    const entry: LogFields = {
      kind: 'rinse',
      tools: load.lives.map((l) => l.stock.id),
      rinsed: 2,
      washed: true,
      text: `Washed at ${load.max_C} °C: ${load.name.toLowerCase()}.`,
    };
    this.deeds.ask({ does: 'write', entry }, `${load.pieces} pieces into the wash at ${load.max_C} °C.`);
  }
}
