import { ChooseStart } from './start';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import {
  type Advice,
  advise,
  adviseSeveral,
  barredOf,
  choicesOf,
  type Context,
  drinks,
  evidenceOfTallies,
  finishesMatter,
  judgeThere,
  ledgerOfSpot,
  ownedBy,
  pricesOf,
  profileOf,
  type Question,
  questionOfSpot,
  ruledOut,
  type Rung,
  runOfRung,
  type Spot,
  takenOf,
  takePiece,
  thereOfLast,
  thereWords,
  withFinish,
  usualPack,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold, selectLoaded, selectShopping } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital, limitWords, percent, SEVERITY, when } from '../shared/words';
import { BeenHere } from './been-here';
import { BesideLooks } from './beside-looks';
import { chooseEvents, chooseFeature } from './choose.state';
import { Ladder } from './ladder';
import { needsOf, RungDetail } from './rung-detail';
import { RungCompare } from './rung-compare';
import { Ways } from './ways';
import { WhyNot, type WhyNotData } from './why-not';

/** What shifts it: the question as a sentence, the ladder, what is ruled out, and the rung in full. */
@Component({
  selector: 'dt-choose',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ChooseStart,
    MatExpansionModule,
    MatButtonToggle,
    MatButton,
    BeenHere,
    BesideLooks,
    Chooser,
    Ladder,
    RungCompare,
    RungDetail,
    SourceNote,
    Ways,
  ],
  templateUrl: './choose.page.html',
  styleUrl: './choose.page.scss',
})
export class ChoosePage {
  protected readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly clock = inject(Clock);
  protected readonly events = chooseEvents;
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly shopping = this.store.selectSignal(selectShopping);
  private readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly pickedRung = this.store.selectSignal(chooseFeature.selectRung);
  protected readonly amounts: Choice[] = SEVERITY.slice(1).map((name, i) => ({ id: String(i + 1), name }));
  protected readonly said = signal<string | null>(null);

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
  /** The rung to lay beside the one that is open. */
  readonly besideId = input<string | undefined>(undefined, { alias: 'beside' });

  constructor() {
    void this.knowledge.load();
    this.beginning.done
      .pipe(takeUntilDestroyed())
      .subscribe(({ outcomes }) => void this.router.navigate(['/do', outcomes[0]!.id]));
    effect(() => {
      this.store.dispatch(
        chooseEvents.questionAsked({
          key: [
            this.spotId(),
            this.soilId(),
            this.material(),
            this.finish(),
            this.amount(),
            this.shelf(),
            this.ways(),
          ].join('|'),
        }),
      );
      this.said.set(null);
    });
    effect(() => {
      const [soil, face, spot] = [this.soil(), this.faceName(), this.spot()];
      if (!this.answer()?.ok || !soil || !face) return;
      const name = `${this.soilName(soil)} from ${spot ? spot.name.toLowerCase() : face}`;
      const [material, finish] = this.face()!.split('/');
      const query: Record<string, string> = spot
        ? { spot: spot.id, soil }
        : { soil, material: material!, ...(finish ? { finish } : {}) };
      untracked(() => this.store.dispatch(chooseEvents.questionAnswered({ name, query })));
    });
  }
  private readonly spot = computed<Spot | undefined>(() => this.household().spots.find((s) => s.id === this.spotId()));
  private readonly fromSpot = computed(() => {
    const c = this.knowledge.catalogue();
    const spot = this.spot();
    return c && spot ? questionOfSpot(spot, this.household(), this.clock.minute(), c, this.soilId()) : null;
  });
  private readonly question = computed<{ question: Question; context: Context } | null>(() => {
    const c = this.knowledge.catalogue();
    if (!c || (this.spotId() && !this.loaded())) return null;
    const from = this.fromSpot();
    const severity = this.amount() ? { severity: Number(this.amount()) } : {};
    const here = (context: Context): Context => ({
      ...context,
      profile: { ...context.profile, stances: { ...context.profile?.stances, ...this.overrides() } },
      ...(this.shelfOnly() ? { kit: this.owned() } : {}),
    });
    if (from) return { question: { ...from.question, ...severity }, context: here(from.context) };
    if (!this.soilId() || !this.material()) return null;
    return {
      question: {
        material: this.material()!,
        finish: this.finish() ?? null,
        soil: this.soilId()!,
        severity: 3,
        ...severity,
      },
      context: here({
        profile: profileOf(this.household(), this.clock.minute()),
        evidence: evidenceOfTallies(this.household().tallies),
        barred: barredOf(this.household().log),
        prices: pricesOf(this.household().stock),
      }),
    };
  });
  private readonly overrides = computed<Record<string, string>>(() =>
    Object.fromEntries(
      (this.ways() ?? '')
        .split(',')
        .filter((x) => x.includes(':'))
        .map((x) => x.split(':') as [string, string]),
    ),
  );
  protected readonly owned = computed(() => ownedBy(this.household()));
  protected readonly shelfOnly = computed(() => this.shelf() === '1');
  protected readonly currency = computed(() => this.household().settings?.currency ?? null);
  protected readonly pc = percent;
  /** Where people disagree and it matters here, with what holds for this question. */
  protected readonly stances = computed(() => {
    const c = this.knowledge.catalogue();
    const profile = this.question()?.context.profile;
    return c
      ? choicesOf(profile, c)
          .filter(
            (x) =>
              x.stance.where === 'choose' &&
              x.stance.choices.some((k) => k.refuses || k.onlyCloth || k.factor || k.wear || k.harm),
          )
          .map(({ stance, choice }) => ({
            id: stance.id,
            name: stance.name,
            question: stance.question,
            because: stance.because,
            source: stance.basis.default,
            value: choice.id,
            choices: stance.choices.map((k) => ({ id: k.id, name: k.name, note: k.school })),
          }))
      : [];
  });
  protected way(question: string, choice: string): void {
    const now = { ...this.overrides(), [question]: choice };
    this.ask({
      ways: Object.entries(now)
        .map(([q, x]) => `${q}:${x}`)
        .join(','),
    });
  }
  /** Several soils on this spot: in which order, why, and what is rinsed between. */
  protected readonly turns = computed(() => {
    const c = this.knowledge.catalogue();
    const spot = this.spot();
    const q = this.question();
    if (!c || !q || !spot || spot.soils.length < 2) return null;
    const t = adviseSeveral(
      q.question,
      spot.soils.map((s) => ({ soil: s.soil, severity: Math.max(1, s.severity), age: s.age })),
      q.context,
      c,
    );
    return t.ok ? t.value : null;
  });
  protected soilName = (id: string): string => this.knowledge.catalogue()?.soils.get(id)?.name ?? id;
  protected readonly depends = computed(() => {
    const c = this.knowledge.catalogue();
    const q = this.question();
    return c && q ? finishesMatter(q.question, q.context, c) : [];
  });
  /** When something is missing for the recommended rung: the best way with what the house has. */
  protected readonly fromShelf = computed<Rung | null>(() => {
    const c = this.knowledge.catalogue();
    const q = this.question();
    if (!c || !q || !this.loaded() || this.shelfOnly() || !this.needs().some((n) => n.where === null)) return null;
    const a = advise(q.question, { ...q.context, kit: this.owned() }, c);
    if (!a.ok) return null;
    return takenOf(a.value);
  });
  protected readonly others = computed<Choice[]>(() =>
    (this.advice()?.ladder ?? [])
      .filter((r) => r.rung !== this.rung()?.rung)
      .map((r) => ({ id: String(r.rung), name: `${r.rung} ${r.name}` })),
  );
  protected readonly besideRung = computed(() => this.besideId() ?? null);
  protected readonly beside = computed(
    () => this.advice()?.ladder.find((r) => String(r.rung) === this.besideId() && r.rung !== this.rung()?.rung) ?? null,
  );
  protected compare(rung: number | null): void {
    this.ask({ beside: rung === null ? null : String(rung) });
  }
  protected print(): void {
    window.print();
  }
  protected readonly answer = computed(() => {
    const q = this.question();
    return q ? advise(q.question, q.context, this.knowledge.catalogue()!) : null;
  });
  private readonly advice = computed<Advice | null>(() => {
    const a = this.answer();
    return a?.ok ? a.value : null;
  });
  /** What was put on this spot and still bars something or makes it wait. */
  protected readonly stillCounts = computed<string[]>(() => {
    const [a, c, spot] = [this.advice(), this.knowledge.catalogue(), this.spot()];
    if (!a || !c || !spot) return [];
    const barred = [
      ...a.refused.flatMap((r) => (r.kind === 'meets' && r.product ? [r.product] : [])),
      ...a.ladder.flatMap((r) => (r.may === 'from' && r.product ? [r.product] : [])),
    ];
    const zone = this.household().settings?.timeZone ?? 'UTC';
    return ledgerOfSpot(this.household().log, spot.id, this.clock.minute(), zone).flatMap((m) => {
      const there = thereOfLast(m, 'here', drinks(spot, c), c);
      const bars = barred.some((product) => judgeThere({ product }, [there], undefined, c).bars.length > 0);
      return bars && there.what[0] ? [thereWords(there, there.what[0])] : [];
    });
  });
  protected readonly noting = deedsFrom('choose: rinsed');
  private readonly beginning = deedsFrom('choose: begin');
  private readonly listing = deedsFrom('choose: shopping list');
  protected readonly trouble = computed(
    () => this.noting.trouble() ?? this.beginning.trouble() ?? this.listing.trouble(),
  );
  /** The person's own word: written down, and every place knows it. */
  protected rinse({ times, aired }: { times: 1 | 2; aired: boolean }): void {
    const entry = { kind: 'rinse' as const, spot: this.spotId()!, rinsed: times, ...(aired ? { aired } : {}) };
    const words = `${times === 2 ? 'rinsed twice' : 'rinsed once'}${aired ? ' and aired' : ''}`;
    this.noting.ask({ does: 'write', entry }, `${capital(this.spot()?.name ?? 'The spot')}: ${words}.`);
  }
  protected readonly soil = computed(() => this.question()?.question.soil ?? this.soilId() ?? null);
  protected readonly lately = this.store.selectSignal(chooseFeature.selectLately);
  protected readonly severity = computed(() => this.question()?.question.severity ?? 3);
  protected readonly face = computed(() => {
    const q = this.question()?.question ?? { material: this.material(), finish: this.finish() };
    return q.material ? (q.finish ? `${q.material}/${q.finish}` : q.material) : null;
  });
  protected readonly faceName = computed(() => this.faces().find((f) => f.id === this.face())?.name ?? '');
  protected readonly rung = computed<Rung | null>(() => {
    const a = this.advice();
    if (!a?.ladder.length) return null;
    return a.ladder.find((r) => r.rung === this.pickedRung()) ?? takenOf(a) ?? a.ladder[a.ladder.length - 1]!;
  });
  protected readonly needs = computed(() => {
    const c = this.knowledge.catalogue();
    const r = this.rung();
    return c && r && this.loaded()
      ? needsOf(r, c, this.household().kits, this.household().stock, this.spot()?.room ?? null)
      : [];
  });
  /** The piece that a hand here would take, where the gate has something to say of it. */
  protected readonly onTool = computed(() => {
    const c = this.knowledge.catalogue();
    const r = this.rung();
    if (!c || !r || !this.loaded()) return null;
    const taken = takePiece(r.tool, this.spot() ?? null, r.product, this.household(), this.clock.minute(), c);
    const first = taken && (taken.gate.because[0] ?? taken.gate.with[0]);
    return first ? { level: first.level ?? 2, text: first.text, bars: taken.gate.may === 'no' } : null;
  });
  protected readonly roomKit = computed(
    () => this.household().kits.find((k) => k.room === this.spot()?.room)?.id ?? null,
  );
  protected readonly limits = computed(() => limitWords(profileOf(this.household(), this.clock.minute())));
  protected readonly soils = computed<Choice[]>(() => {
    const here = new Set(this.spot()?.soils.map((s) => s.soil));
    return [
      DO_NOT_KNOW,
      ...[...(this.knowledge.catalogue()?.soils.values() ?? [])]
        .map((s) => ({ id: s.id, name: s.name, also: s.synonyms, ...(here.has(s.id) ? { note: 'seen here' } : {}) }))
        .sort((a, b) => Number(here.has(b.id)) - Number(here.has(a.id))),
    ];
  });
  protected readonly faces = computed<Choice[]>(() => [
    DO_NOT_KNOW,
    ...[...(this.knowledge.catalogue()?.materials.values() ?? [])].flatMap((m) => [
      {
        id: m.id,
        name: this.withGloss(m.name, m.gloss),
        also: m.synonyms,
        note: m.finishes.length ? 'finish not known: as the most tender' : m.family,
      },
      ...m.finishes.map((f) => ({
        id: `${m.id}/${f.id}`,
        name: this.withGloss(f.name, withFinish(m, f.id).gloss),
        also: f.synonyms,
        note: m.family,
      })),
    ]),
  ]);
  private withGloss(name: string, gloss: string | null): string {
    return gloss === 'gloss' && !/gloss|shiny|polished/.test(name) ? `${name}, glossy` : name;
  }
  protected readonly places = computed<Choice[]>(() => {
    const h = this.household();
    return [
      { id: '', name: 'no room in particular' },
      ...h.spots.map((s) => ({
        id: s.id,
        name: `the ${h.rooms.find((r) => r.id === s.room)?.name.toLowerCase() ?? 'house'}, ${s.name.toLowerCase()}`,
        also: [s.name],
      })),
    ];
  });
  /** Four that people would reach for: refused, and with the most that would have worked. */
  protected readonly ruled = computed(() => {
    const c = this.knowledge.catalogue();
    const a = this.advice();
    if (!c || !a) return [];
    const owned = new Set(this.household().stock.map((s) => s.item));
    return ruledOut(a, this.soil()!, owned, c).map((r) => ({ name: capital(r.name), why: r.why.replace(/\.$/, '') }));
  });
  /** Why nothing runs: the first that would have run onto a neighbour. */
  protected readonly sprayed = computed(() => this.advice()?.limited.find((l) => l.kind === 'runs')?.because ?? null);
  protected readonly whenMay = (from: string): string =>
    when(from, this.household().settings?.timeZone, this.household().settings?.locale);

  protected ask(p: {
    soil?: string;
    severity?: string;
    material?: string;
    finish?: string | null;
    spot?: string | null;
    shelf?: string | null;
    ways?: string | null;
    beside?: string | null;
  }): void {
    if (p.soil === UNKNOWN) {
      void this.router.navigate(['/choose/find'], {
        queryParams: { of: 'soil', ...this.faceNow() },
      });
      return;
    }
    const now = {
      shelf: this.shelf() ?? null,
      ways: this.ways() ?? null,
      spot: this.spotId() ?? null,
      soil: this.soilId() ?? null,
      material: this.material() ?? null,
      finish: this.finish() ?? null,
      severity: this.amount() ?? null,
    };
    void this.router.navigate(['/choose'], { queryParams: { ...now, ...p } });
  }
  private faceNow(): { material: string | null; finish: string | null } {
    const [material, finish] = (this.face() ?? '').split('/');
    return { material: material || null, finish: finish ?? null };
  }
  protected askFace(id: string): void {
    if (id === UNKNOWN) {
      void this.router.navigate(['/choose/find'], { queryParams: { of: 'material', soil: this.soil() } });
      return;
    }
    const [material, finish] = id.split('/');
    this.ask({ spot: null, material: material!, finish: finish ?? null, soil: this.soil() ?? undefined! });
  }
  protected askSpot(id: string): void {
    const q = this.question()?.question;
    void this.router.navigate(['/choose'], {
      queryParams: id ? { spot: id } : { soil: q?.soil, material: q?.material, finish: q?.finish },
    });
  }
  protected whyNot(query = ''): void {
    const data: WhyNotData = {
      advice: this.advice()!,
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
  protected shop(): void {
    const c = this.knowledge.catalogue()!;
    const room = this.spot()?.room;
    const kit = this.household().kits.find((k) => k.room === room)?.id ?? null;
    const missing = this.needs().filter(
      (x) => x.where === null && !this.shopping().some((s) => s.state === 'open' && s.item === x.item),
    );
    if (!missing.length) return this.said.set('It is on the shopping list already.');
    this.listing.ask(
      missing.map(({ item }) => ({
        does: 'make' as const,
        on: 'shopping' as const,
        body: {
          item,
          ...usualPack(item, c),
          kit,
          reason: `for ${this.faceName()}`,
          section: c.products.has(item) ? ('cleaning' as const) : ('household' as const),
          state: 'open' as const,
        },
      })),
      `On the shopping list: ${missing.map((x) => x.name).join(', ')}.`,
    );
  }
  protected doIt(r: Rung): void {
    if (r.may === 'from') return;
    const startedAt = this.clock.now().toISOString();
    const body = runOfRung(r, this.advice()!, this.spotId() ?? null, this.question()!.question, startedAt);
    this.beginning.ask({ does: 'make', on: 'runs', body });
  }
}
const UNKNOWN = '?';
const DO_NOT_KNOW: Choice = {
  id: UNKNOWN,
  name: 'I don’t know: find out',
  also: ['unknown', 'no idea', 'something'],
  note: 'look, feel, smell, place, harmless tests',
};
