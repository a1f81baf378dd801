import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { Router } from '@angular/router';
import {
  advise,
  type Advice,
  type Context,
  profileOf,
  type Question,
  questionOfSpot,
  type Rung,
  type Spot,
  withFinish,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectHousehold, selectLoaded, selectShopping } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { capital, SEVERITY } from '../shared/words';
import { chooseEvents, chooseFeature } from './choose.state';
import { Ladder } from './ladder';
import { needsOf, RungDetail } from './rung-detail';
import { WhyNot, type WhyNotData } from './why-not';

/** What shifts it: the question as a sentence, the ladder, what is ruled out, and the rung in full. */
@Component({
  selector: 'dt-choose',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, Ladder, RungDetail],
  template: `
    <div class="page">
      <div class="page-head">
        <h1 class="sentence"><span class="plain">Shift </span><dt-chooser label="What is on it" empty="what" [choices]="soils()" [value]="soil()" (chosen)="ask({ soil: $event })" /><span class="plain"> from </span><dt-chooser label="What it is made of" empty="which face" [choices]="faces()" [value]="face()" (chosen)="askFace($event)" /><span class="plain"> in </span><dt-chooser label="Where" empty="no room in particular" [choices]="places()" [value]="spotId() ?? ''" (chosen)="askSpot($event)" /></h1>
        <div class="chips">
          <dt-chooser label="How much of it" look="chip" [choices]="amounts" [value]="'' + severity()" (chosen)="ask({ severity: $event })" />
          @for (l of limits(); track l) { <span class="chip still">{{ l }}</span> }
        </div>
      </div>
      @if (answer(); as a) {
        @if (a.ok) {
          <div class="two">
            <section class="plate flush" aria-label="Ladder of methods">
              <div class="ruled">
                <div class="row head"><h2>Ruled out: it would harm {{ faceName() }}</h2><button class="link" type="button" (click)="whyNot()">why not …? all {{ a.value.refused.length + a.value.limited.length }}</button></div>
                <ul>@for (r of ruled(); track r.name) { <li><button type="button" class="cross" (click)="whyNot(r.name)"><b>{{ r.name }}</b><span>{{ r.why }}</span></button></li> }</ul>
                @if (sprayed(); as s) { <p class="sprayed"><b>Sprayed acid</b> of any kind: {{ s }}</p> }
              </div>
              <div class="rungs">
                @if (a.value.ladder.length) { <dt-ladder [rungs]="a.value.ladder" [recommended]="a.value.recommended" [picked]="rung()?.rung ?? null" (pick)="store.dispatch(events.rungPicked({ rung: $event }))" /> }
                @if (a.value.recommended === null) { <p class="tray copper" role="status"><b>{{ a.value.because[0]?.text }}</b></p> }
              </div>
            </section>
            <div class="stack">
              @if (rung(); as r) { <dt-rung-detail [rung]="r" [needs]="needs()" [kit]="roomKit()" (begin)="doIt(r)" (bottle)="bottle(r)" (shop)="shop()" /> }
              @if (said(); as t) { <p class="tray" role="status">{{ t }}</p> }
              @if (!rung()) { <section class="plate zinc"><h2>First aid</h2><p>{{ firstAid() }}</p></section> }
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
    .rungs p { margin: 0; }
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

  constructor() {
    void this.knowledge.load();
    effect(() => {
      this.store.dispatch(
        chooseEvents.questionAsked({
          key: [this.spotId(), this.soilId(), this.material(), this.finish(), this.amount()].join('|'),
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
    if (from) return { question: { ...from.question, ...severity }, context: from.context };
    if (!this.soilId() || !this.material()) return null;
    return {
      question: {
        material: this.material()!,
        finish: this.finish() ?? null,
        soil: this.soilId()!,
        severity: 3,
        ...severity,
      },
      context: { profile: profileOf(this.household(), this.clock.minute()) },
    };
  });
  protected readonly answer = computed(() => {
    const q = this.question();
    return q ? advise(q.question, q.context, this.knowledge.catalogue()!) : null;
  });
  private readonly advice = computed<Advice | null>(() => {
    const a = this.answer();
    return a?.ok ? a.value : null;
  });
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
    return a.ladder.find((r) => r.rung === (this.pickedRung() ?? a.recommended)) ?? a.ladder[a.ladder.length - 1]!;
  });
  protected readonly needs = computed(() => {
    const c = this.knowledge.catalogue();
    const r = this.rung();
    return c && r && this.loaded()
      ? needsOf(r, c, this.household().kits, this.household().stock, this.spot()?.room ?? null)
      : [];
  });
  protected readonly roomKit = computed(
    () => this.household().kits.find((k) => k.room === this.spot()?.room)?.id ?? null,
  );
  protected readonly firstAid = computed(
    () => this.knowledge.catalogue()?.soils.get(this.soil() ?? '')?.firstAid ?? '',
  );
  protected readonly limits = computed(() => {
    const p = profileOf(this.household(), this.clock.minute());
    return [
      ...(p.people ?? []),
      ...(p.pets ?? []).map((x) => `caged ${x}`.replace('caged cat', 'cat').replace('caged fish', 'fish')),
      ...(p.septic ? ['septic tank'] : []),
      ...(p.noChlorine ? ['no chlorine'] : []),
    ];
  });
  protected readonly soils = computed<Choice[]>(() => {
    const here = new Set(this.spot()?.soils.map((s) => s.soil));
    return [...(this.knowledge.catalogue()?.soils.values() ?? [])]
      .map((s) => ({ id: s.id, name: s.name, also: s.synonyms, ...(here.has(s.id) ? { note: 'seen here' } : {}) }))
      .sort((a, b) => Number(here.has(b.id)) - Number(here.has(a.id)));
  });
  protected readonly faces = computed<Choice[]>(() =>
    [...(this.knowledge.catalogue()?.materials.values() ?? [])].flatMap((m) => [
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
  );
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
    const soil = c.soils.get(this.soil()!)!;
    const power = (m: Record<string, number>): number =>
      Object.entries(m).reduce((s, [k, v]) => s + v * (soil.lifts[k] ?? 0), 0);
    const own = new Set(this.household().stock.map((s) => s.item));
    const skip = new Set([
      'equipment',
      'kind of face',
      'kind of soil',
      'kept for the toilet',
      'kept for the floor',
      'kept from the toilet',
      'made for something else',
      'never advised',
      'nothing to get under',
    ]);
    const rank = (x: Advice['refused'][number]) => {
      const record = x.product ? c.products.get(x.product)! : c.tools.get(x.tool!)!;
      return {
        name: capital(record.name),
        why: short(x.operands ?? (x.limit === WORSE ? x.because.split(': ').slice(1).join(': ') : x.because)),
        score: power(record.mechanisms) + (record.asked ? 2 : 0) + (own.has(record.id) ? 0.5 : 0),
        tool: !x.product,
      };
    };
    const all = a.refused
      .filter((x) => !skip.has(x.limit))
      .map(rank)
      .sort((p, q) => q.score - p.score);
    return [...all.filter((x) => !x.tool).slice(0, 2), ...all.filter((x) => x.tool).slice(0, 2)];
  });
  protected readonly sprayed = computed(() => {
    const hit = this.advice()?.limited.find((l) => l.limit === 'runs onto a neighbour');
    return hit ? hit.because.replace(/^Sprayed, it/, 'it').replace(/^Soaked, it/, 'it') : null;
  });

  protected ask(p: {
    soil?: string;
    severity?: string;
    material?: string;
    finish?: string | null;
    spot?: string | null;
  }): void {
    const now = {
      spot: this.spotId() ?? null,
      soil: this.soilId() ?? null,
      material: this.material() ?? null,
      finish: this.finish() ?? null,
      severity: this.amount() ?? null,
    };
    void this.router.navigate(['/choose'], { queryParams: { ...now, ...p } });
  }
  protected askFace(id: string): void {
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
    const q = this.question()!.question;
    try {
      const bottle = null;
      const run = await this.api.create('runs', {
        question: {
          material: q.material,
          ...(q.finish ? { finish: q.finish } : {}),
          soil: q.soil,
          severity: q.severity ?? 3,
        },
        spot: this.spotId() ?? null,
        job: null,
        bottle,
        method: {
          name: r.name,
          product: r.product,
          tool: r.tool,
          apply: r.apply,
          strength: r.strength,
          mechanism: r.mechanism,
          dwell_min: r.dwell_min,
          rung: r.rung,
          effect: r.effect,
        },
        steps: r.steps
          .map((s) => ({ ...s, wait_s: s.wait_s! }))
          .map((s) => (s.wait_s ? s : { id: s.id, text: s.text, because: s.because, active_s: s.active_s })),
        uses: r.uses,
        index: 0,
        timers: [],
        state: 'running',
        startedAt: this.clock.now().toISOString(),
      });
      await this.router.navigate(['/do', run.id]);
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work.');
    }
  }
}
const WORSE = 'makes it worse';
const short = (s: string): string => s.replace(/\.$/, '').replace(/^the grit in .+? (?=\d)/, 'grit ');
