import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
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
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
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
  imports: [BeenHere, BesideLooks, Chooser, Ladder, RungCompare, RungDetail, SourceNote, Ways],
  template: `
    <div class="page">
      <dt-ways />
      <div class="page-head">
        <h1 class="sentence"><span class="plain">Shift </span><dt-chooser label="What is on it" empty="what" [choices]="soils()" [value]="soil()" (chosen)="ask({ soil: $event })" /><span class="plain"> from </span><dt-chooser label="What it is made of" empty="which face" [choices]="faces()" [value]="face()" (chosen)="askFace($event)" /><span class="plain"> in </span><dt-chooser label="Where" empty="no room in particular" [choices]="places()" [value]="spotId() ?? ''" (chosen)="askSpot($event)" /></h1>
        <div class="chips">
          <dt-chooser label="How much of it" look="chip" [choices]="amounts" [value]="'' + severity()" (chosen)="ask({ severity: $event })" />
          @if (owned().length) { <button class="chip" type="button" [attr.aria-pressed]="shelfOnly()" (click)="ask({ shelf: shelfOnly() ? null : '1' })">only what is on the shelves</button> }
          @for (l of limits(); track l) { <span class="chip still">{{ l }}</span> }
        </div>
        @if (turns(); as t) {
          <ol class="turns" aria-label="In this order">@for (x of t; track x.soil) { <li><button type="button" class="turn" [attr.aria-pressed]="x.soil === soil()" (click)="ask({ soil: x.soil })"><b>{{ soilName(x.soil) }}</b><span>{{ x.because }}</span></button>@if (x.between; as b) { <span class="between" [class.warn]="b.level >= 3">{{ b.text }}</span> }</li> }</ol>
        }
      </div>
      @if (answer(); as a) {
        @if (a.ok) {
          <div class="two">
            <section class="plate flush" aria-label="Ladder of methods">
              <div class="ruled">
                <div class="row head"><h2>Ruled out: it would harm {{ faceName() }}</h2><button class="link" type="button" (click)="whyNot()">why not …? all {{ a.value.refused.length + a.value.limited.length }}</button></div>
                <ul>@for (r of ruled(); track r.name) { <li><button type="button" class="cross" (click)="whyNot(r.name)"><b>{{ r.name }}</b><span>{{ r.why }}</span></button></li> }</ul>
                @if (sprayed(); as s) { <p class="sprayed">{{ s }}</p> }
              </div>
              <div class="rungs">
                @if (a.value.ladder.length) { <dt-ladder [rungs]="a.value.ladder" [whenMay]="whenMay" [recommended]="a.value.recommended" [picked]="rung()?.rung ?? null" (pick)="store.dispatch(events.rungPicked({ rung: $event }))" /> }
                @if (a.value.recommended === null) { <p class="tray copper" role="status"><b>{{ a.value.because[0]?.text }}</b></p> }
                @if (depends().length) { <div class="tray"><b>It depends on the finish.</b> Not known counts as the most tender.<ul class="finishes">@for (f of depends(); track f.finish) { <li><button class="link" type="button" (click)="ask({ spot: null, finish: f.finish, material: material() ?? face()!.split('/')[0], soil: soil()! })">{{ f.name }}</button> {{ f.rung ? f.rung.name + ', ' + pc(f.rung.effect) : 'nothing is safe' }}</li> }</ul></div> }
                @if (fromShelf(); as f) { <p class="tray small">With what is on the shelves: <b>{{ f.name }}</b>, {{ pc(f.effect) }}. <button class="link" type="button" (click)="ask({ shelf: '1' })">Show that ladder</button></p> }
              </div>
              <details class="ways-of no-print"><summary>Where people disagree, for this one</summary>
                @for (q of stances(); track q.id) { <div class="stance"><span>{{ q.name }}</span><dt-chooser [label]="q.question" look="chip" [choices]="q.choices" [value]="q.value" (chosen)="way(q.id, $event)" /><span class="small quiet">{{ q.because }} <dt-source [of]="q.source" /></span></div> }
              </details>
            </section>
            <div class="stack">
              <dt-beside-looks [hazard]="a.value.hazard" [firstAid]="a.value.firstAid" [hygiene]="a.value.hygiene" />
              @if (stillCounts().length) { <dt-been-here [lines]="stillCounts()" [busy]="noting()" (rinsed)="rinse($event)" /> }
              @if (rung(); as r) {
                @if (beside(); as b) { <dt-rung-compare [left]="r" [right]="b" [currency]="currency()" (putAway)="compare(null)" /> }
                <dt-rung-detail [rung]="r" [hygiene]="a.value.hygiene" [from]="r.from ? whenMay(r.from) : null" [needs]="needs()" [kit]="roomKit()" [currency]="currency()" [onTool]="onTool()" (begin)="doIt(r)" (bottle)="bottle(r)" (shop)="shop()" />
                @if (others().length) { <div class="row no-print"><dt-chooser label="Compare with another rung" look="chip" empty="compare with …" [choices]="others()" [value]="besideRung()" (chosen)="compare(+$event)" /><button class="chip" type="button" (click)="print()">print the card</button></div> }
              }
              @if (said(); as t) { <p class="tray" role="status">{{ t }}</p> }
            </div>
          </div>
        } @else { <div class="plate copper" role="alert"><h2>That question does not hold together</h2><p>{{ a.problems[0]?.message }}</p></div> }
      } @else if (knowledge.trouble()) { <p class="warn" role="alert">{{ knowledge.trouble() }}</p> } @else if (knowledge.catalogue() && (!soil() || !face())) {
        <div class="plate"><h2>Two words are enough</h2><p>Pick what is on it and what it is made of: tap the underlined words. Or take a spot of the house.</p></div>
      } @else { <p class="quiet" role="status">Reading the catalogue …</p> }
    </div>
  `,
  styles: `
    .flush { padding: 0; overflow: hidden; }
    .still { cursor: default; border-color: var(--zinc-2); } .still:hover { background: var(--enamel); }
    .ruled { background: var(--copper-wash); padding: 14px 20px 12px; border-bottom: 4px dotted var(--copper); }
    .ruled .head { justify-content: space-between; } .ruled h2 { font-size: 16px; color: var(--copper); } .ruled .link { font-size: 15px; }
    .ruled ul { list-style: none; display: grid; grid-template-columns: 1fr 1fr; gap: 4px 16px; margin-top: 6px; }
    .cross { display: grid; text-align: left; border: 0; background: none; padding: 2px 0 2px 26px; position: relative; cursor: pointer; line-height: 1.25; width: 100%; min-height: 40px; align-content: center; }
    .cross::before { content: ''; position: absolute; left: 2px; top: 8px; width: 14px; height: 14px; background: linear-gradient(45deg, transparent 42%, var(--copper) 42% 58%, transparent 58%), linear-gradient(-45deg, transparent 42%, var(--copper) 42% 58%, transparent 58%); }
    .cross span { font-size: 14px; color: var(--ink-2); } .cross:hover b { text-decoration: underline; }
    .sprayed { margin: 6px 0 0; font-size: 15px; }
    .rungs { padding: 10px 20px 16px; display: grid; gap: 10px; }
    .rungs p { margin: 0; } .finishes { list-style: none; margin-top: 4px; display: grid; gap: 2px; } .finishes .link { min-height: 28px; margin-right: 6px; }
    .turns { list-style: none; display: flex; flex-wrap: wrap; gap: 8px; counter-reset: turn; width: 100%; } .turns li { display: flex; gap: 8px; align-items: center; max-width: 100%; counter-increment: turn; } .turn { display: grid; grid-template-columns: auto 1fr; column-gap: 10px; text-align: left; border: 2px solid var(--zinc-2); border-radius: 12px; background: var(--enamel); padding: 6px 14px; cursor: pointer; line-height: 1.2; } .turn::before { content: counter(turn); grid-row: 1 / 3; align-self: center; font: 800 24px var(--display); color: var(--blue); } .turn[aria-pressed='true'] { border-color: var(--blue); background: var(--blue-wash); } .turn span { font-size: 14px; color: var(--ink-2); }
    .between { font-size: 14px; font-weight: 600; max-width: 210px; line-height: 1.2; color: var(--copper); }
    .ways-of { border-top: 2px solid var(--zinc-1); padding: 10px 20px 14px; } .ways-of summary { cursor: pointer; font-weight: 600; color: var(--ink-2); min-height: 28px; } .stance { display: grid; grid-template-columns: 150px auto 1fr; gap: 4px 12px; align-items: center; padding: 4px 0; }
    /* on a phone what comes before anything else stands before the ladder */
    @media (max-width: 860px) { .two > .stack { display: contents; } dt-beside-looks { order: -1; } }
    @media (max-width: 860px) { .stance { grid-template-columns: 1fr; } }
    @media (max-width: 860px) { .flush { display: flex; flex-direction: column; } .ruled { order: 2; border-bottom: 0; border-top: 4px dotted var(--copper); } .ruled ul { grid-template-columns: 1fr; } .ruled, .rungs { padding-inline: 14px; } }
  `,
})
export class ChoosePage {
  protected readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  private readonly api = inject(HouseholdApi);
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
  /** Where practitioners disagree and it matters here, with what holds for this question. */
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
  protected readonly noting = signal(false);
  /** The person's own word: written down, and every place knows it. */
  protected async rinse({ times, aired }: { times: 1 | 2; aired: boolean }): Promise<void> {
    this.noting.set(true);
    try {
      await this.api.write({ kind: 'rinse', spot: this.spotId()!, rinsed: times, ...(aired ? { aired } : {}) });
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work.');
    } finally {
      this.noting.set(false);
    }
  }
  protected readonly soil = computed(() => this.question()?.question.soil ?? this.soilId() ?? null);
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
  protected async shop(): Promise<void> {
    const c = this.knowledge.catalogue()!;
    const room = this.spot()?.room;
    const kit = this.household().kits.find((k) => k.room === room)?.id ?? null;
    const names: string[] = [];
    try {
      for (const n of this.needs().filter((x) => x.where === null)) {
        if (this.shopping().some((s) => s.state === 'open' && s.item === n.item)) continue;
        const p = c.products.get(n.item);
        const solid = p && ['powder', 'tablet', 'block', 'solid', 'paste'].includes(p.state);
        await this.api.create('shopping', {
          item: n.item,
          amount: p ? 500 : 1,
          unit: p ? (solid ? 'g' : 'mL') : 'piece',
          kit,
          reason: `for ${this.faceName()}`,
          section: p ? 'cleaning' : 'household',
          state: 'open',
        });
        names.push(n.name);
      }
      this.said.set(
        names.length ? `On the shopping list: ${names.join(', ')}.` : 'It is on the shopping list already.',
      );
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work.');
    }
  }
  protected async doIt(r: Rung): Promise<void> {
    if (r.may === 'from') return;
    const q = this.question()!.question;
    try {
      const startedAt = this.clock.now().toISOString();
      const run = await this.api.create('runs', runOfRung(r, this.advice()!, this.spotId() ?? null, q, startedAt));
      await this.router.navigate(['/do', run.id]);
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work.');
    }
  }
}
const UNKNOWN = '?';
const DO_NOT_KNOW: Choice = {
  id: UNKNOWN,
  name: 'I don’t know: find out',
  also: ['unknown', 'no idea', 'something'],
  note: 'look, feel, smell, place, harmless tests',
};
