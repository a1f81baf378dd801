import { ChooseStart } from './start';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatIcon } from '@angular/material/icon';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import type { Rung } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { SourceNote } from '../shared/source-note';
import { percent, SEVERITY, when } from '../shared/words';
import { Asked } from './asked';
import { AskedDeeds } from './asked-deeds';
import { BeenHere } from './been-here';
import { BesideLooks } from './beside-looks';
import { faceChoices, placeChoices, soilChoices, UNKNOWN } from './choices';
import { chooseEvents, chooseFeature } from './choose.state';
import { HowSure } from './how-sure';
import { InTheWash } from './in-the-wash';
import { Ladder } from './ladder';
import { RungDetail } from './rung-detail';
import { RungCompare } from './rung-compare';
import { StaysOff } from './stays-off';
import { TwoInOne } from './two-in-one';
import { WhichFinish } from './which-finish';
import { Ways } from './ways';
import { WhyNot, type WhyNotData } from './why-not';
import { InTurn } from '../shared/in-turn';

/** What shifts it: the question as a sentence, the ladder, what is ruled out, and the rung in full. */
@Component({
  selector: 'dt-choose',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    MatIcon,
    ChooseStart,
    MatExpansionModule,
    MatButtonToggle,
    MatButton,
    BeenHere,
    BesideLooks,
    Chooser,
    HowSure,
    InTheWash,
    Ladder,
    RungCompare,
    RouterLink,
    RungDetail,
    SourceNote,
    StaysOff,
    TwoInOne,
    Ways,
    WhichFinish,
  ],
  templateUrl: './choose.page.html',
  styleUrl: './choose.page.scss',
})
export class ChoosePage {
  protected readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  protected readonly events = chooseEvents;
  private readonly household = this.store.selectSignal(selectHousehold);
  protected readonly amounts: Choice[] = SEVERITY.slice(1).map((name, i) => ({ id: String(i + 1), name }));

  /** /choose?spot=&soil=&material=&finish=&severity= */
  readonly spotId = input<string | undefined>(undefined, { alias: 'spot' });
  readonly soilId = input<string | undefined>(undefined, { alias: 'soil' });
  readonly material = input<string | undefined>();
  readonly finish = input<string | undefined>();
  readonly amount = input<string | undefined>(undefined, { alias: 'severity' });
  /** Only what the house has. */
  readonly shelf = input<string | undefined>();
  /** Choices for this question alone: `bleach:never,gloves:always`. */
  readonly ways = input<string | undefined>();
  /** What the care label says: `40,mild,oxygen,no`. */
  readonly care = input<string | undefined>();
  /** The rung to lay beside the one that is open. */
  readonly besideId = input<string | undefined>(undefined, { alias: 'beside' });

  private readonly address = computed(() => ({
    spot: this.spotId(),
    soil: this.soilId(),
    material: this.material(),
    finish: this.finish(),
    severity: this.amount(),
    shelf: this.shelf(),
    ways: this.ways(),
    care: this.care(),
  }));
  protected readonly asked = new Asked(this.address);
  protected readonly deeds = new AskedDeeds(this.asked);
  protected readonly soils = computed(() => soilChoices(this.knowledge.catalogue(), this.asked.spot()));
  protected readonly faces = computed(() => faceChoices(this.knowledge.catalogue()));
  protected readonly places = computed(() => placeChoices(this.household()));

  constructor() {
    void this.knowledge.load();
    effect(() => {
      this.store.dispatch(
        chooseEvents.questionAsked({
          key: Object.values(this.address()).join('|'),
        }),
      );
      this.deeds.said.set(null);
    });
    effect(() => {
      const [soil, face, spot] = [this.asked.soil(), this.faceName(), this.asked.spot()];
      if (!this.asked.answer()?.ok || !soil || !face) return;
      const name = `${this.soilName(soil)} from ${spot ? spot.name.toLowerCase() : face}`;
      const [material, finish] = this.asked.face()!.split('/');
      const query: Record<string, string> = spot
        ? { spot: spot.id, soil }
        : { soil, material: material!, ...(finish ? { finish } : {}) };
      untracked(() => this.store.dispatch(chooseEvents.questionAnswered({ name, query })));
    });
  }
  protected readonly currency = computed(() => this.household().settings?.currency ?? null);
  protected readonly pc = percent;
  protected way(question: string, choice: string): void {
    const now = { ...this.asked.overrides(), [question]: choice };
    this.ask({
      ways: Object.entries(now)
        .map(([q, x]) => `${q}:${x}`)
        .join(','),
    });
  }
  protected soilName = (id: string): string => this.knowledge.catalogue()?.soils.get(id)?.name ?? id;
  protected readonly others = computed<Choice[]>(() =>
    (this.asked.advice()?.ladder ?? [])
      .filter((r) => r.rung !== this.asked.rung()?.rung)
      .map((r) => ({ id: String(r.rung), name: `${r.rung} ${r.name}` })),
  );
  protected readonly besideRung = computed(() => this.besideId() ?? null);
  protected readonly beside = computed(
    () =>
      this.asked
        .advice()
        ?.ladder.find((r) => String(r.rung) === this.besideId() && r.rung !== this.asked.rung()?.rung) ?? null,
  );
  protected compare(rung: number | null): void {
    this.ask({ beside: rung === null ? null : String(rung) });
  }
  protected print(): void {
    window.print();
  }
  protected readonly lately = this.store.selectSignal(chooseFeature.selectLately);
  protected readonly faceName = computed(() => this.faces().find((f) => f.id === this.asked.face())?.name ?? '');
  protected readonly roomKit = computed(
    () => this.household().kits.find((k) => k.room === this.asked.spot()?.room)?.id ?? null,
  );
  protected readonly whenMay = (from: string): string =>
    when(from, this.household().settings?.timeZone, this.household().settings?.locale);

  /** The same question, of one finish of the surface. */
  protected askFinish(finish: string): void {
    const material = this.material() ?? this.asked.face()!.split('/')[0]!;
    this.ask({ spot: null, finish, material, soil: this.asked.soil()! });
  }
  protected ask(p: {
    soil?: string;
    severity?: string;
    material?: string;
    finish?: string | null;
    spot?: string | null;
    shelf?: string | null;
    ways?: string | null;
    beside?: string | null;
    care?: string | null;
  }): void {
    if (p.soil === UNKNOWN) {
      void this.router.navigate(['/choose/find'], {
        queryParams: { of: 'soil', ...this.faceNow() },
      });
      return;
    }
    const now = Object.fromEntries(Object.entries(this.address()).map(([k, v]) => [k, v ?? null]));
    void this.router.navigate(['/choose'], { queryParams: { ...now, ...p } });
  }
  private faceNow(): { material: string | null; finish: string | null } {
    const [material, finish] = (this.asked.face() ?? '').split('/');
    return { material: material || null, finish: finish ?? null };
  }
  protected askFace(id: string): void {
    if (id === UNKNOWN) {
      void this.router.navigate(['/choose/find'], { queryParams: { of: 'material', soil: this.asked.soil() } });
      return;
    }
    const [material, finish] = id.split('/');
    this.ask({ spot: null, material: material!, finish: finish ?? null, soil: this.asked.soil() ?? undefined! });
  }
  protected askSpot(id: string): void {
    const q = this.asked.question()?.question;
    void this.router.navigate(['/choose'], {
      queryParams: id ? { spot: id } : { soil: q?.soil, material: q?.material, finish: q?.finish },
    });
  }
  protected whyNot(query = ''): void {
    const data: WhyNotData = {
      advice: this.asked.advice()!,
      catalogue: this.knowledge.catalogue()!,
      face: this.faceName(),
      query,
    };
    this.dialog.open(WhyNot, { data, ariaLabelledBy: 'why-not-title', width: '720px', maxWidth: '96vw' });
  }
  protected bottle(r: Rung): void {
    void this.router.navigate(['/dilute'], {
      queryParams: {
        product: r.product,
        ...(r.dose ? { percent: r.strength!.percent } : {}),
        spot: this.spotId() ?? null,
      },
    });
  }
}
