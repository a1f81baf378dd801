import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  castOf,
  type Chosen,
  choicesOf,
  type Job,
  keptSteps,
  partsOfStage,
  type PlannedStage,
  planJob,
  pricesOf,
  profileOf,
  spotForRole,
  type Spot,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import Fuse from 'fuse.js';
import { HouseholdApi, Refused } from '../household/api';
import { selectHousehold, selectLoaded } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { Residents } from '../shared/residents';
import { find } from '../shared/search';
import { SourceNote } from '../shared/source-note';
import { capital, limitWords, percent, span } from '../shared/words';
import { Ways } from './ways';

const WORD = { look: 'look', do: 'do', clean: 'clean', wait: 'wait' } as const;

/** A whole job: its stages in order, each cleaning stage answered by the engine for the faces of this house. */
@Component({
  selector: 'dt-job',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, Residents, RouterLink, SourceNote, Ways],
  template: `
    <div class="page">
      <dt-ways />
      @if (!knowledge.catalogue()) {
        @if (knowledge.trouble()) { <p class="warn" role="alert">{{ knowledge.trouble() }}</p> } @else { <p class="quiet" role="status">Reading the catalogue …</p> }
      } @else if (job(); as j) {
        <div class="page-head">
          <h1 class="sentence"><span class="plain">Do </span><dt-chooser label="Which job" [choices]="jobs()" [value]="j.id" (chosen)="open($event)" />@for (r of roles(); track r.id) {<span class="plain">{{ $first ? ' where the ' : ' and the ' }}{{ r.name }} is </span><dt-chooser [label]="'What the ' + r.name + ' is made of'" [choices]="r.choices" [value]="r.value" (chosen)="cast(r.id, $event)" />}</h1>
          <div class="chips"><dt-chooser label="How bad it is" look="chip" [choices]="worse" [value]="'' + bad()" (chosen)="bad.set(+$event)" />@for (l of limits(); track $index) { <span class="chip still">{{ l }}</span> }</div>
        </div>
        @if (plan(); as p) {
          @if (p.ok) {
            <div class="two">
              <section class="plate" aria-labelledby="stages-title">
                <div class="row between"><h2 id="stages-title">{{ p.value.stages.length }} stages, about {{ spanOf(p.value.minutes) }}</h2><button class="btn strong no-print" type="button" [disabled]="busy()" (click)="begin()">Do it now</button></div>
                <ol class="stages">
                  @for (s of p.value.stages; track s.stage.id; let i = $index) {
                    <li [class]="s.stage.kind" [class.out]="s.stage.kind === 'clean' && !s.rung">
                      <span class="kind">{{ WORD[s.stage.kind] }}</span>
                      <div class="what">
                        <b>{{ s.stage.text }}</b>@if (s.stage.optional) { <span class="quiet"> only if needed</span> }
                        @if (s.rung; as r) {
                          <p class="method"><a [routerLink]="['/choose']" [queryParams]="link(s)">{{ r.name }}</a> <span class="quiet">{{ spanOf(r.minutes) }}{{ r.dwell_min > 2 ? ', ' + spanOf(r.dwell_min) + ' of it waiting' : '' }}</span></p>
                          <span class="meter" role="img" [attr.aria-label]="'Likely to clear it in one go: ' + pc(r.effect)"><i [style.width.%]="r.effect * 100"></i></span>
                        }
                        @if (s.advice?.hazard; as h) { <p class="small warn">{{ h.text }}</p> }
                        @if (s.rung && s.advice?.hygiene?.disinfect; as d) { <p class="small">{{ s.advice!.hygiene!.first === 'disinfect' ? 'Before it: ' : 'Then: ' }}<b>{{ d.name }}</b>, wet for {{ d.contact_min }} min <dt-source [of]="d.source" /></p> }
                        @if (s.note) { <p class="small warn">{{ s.note }}</p> }
                        @if (s.stage.wait_min; as w) { <p class="small">{{ spanOf(w.min) }} to {{ spanOf(w.max) }}{{ s.stage.keepWet ? ', kept wet' : '' }}</p> }
                        <p class="small quiet">{{ capital(s.stage.because) }}.</p>
                        @if (s.stage.opens) { <p class="small open">Open from here: {{ s.stage.opens }}.</p> }
                        @if (s.stage.ends) { <p class="small ends">Ends it: {{ s.stage.ends }}.</p> }
                      </div>
                    </li>
                  }
                </ol>
              </section>
              <div class="stack">
                @for (r of residents(); track r.id) { <section class="plate zinc no-print"><h2>{{ r.label }}</h2><dt-residents label="Tick what is there" [value]="r.value" (changed)="resident(r.id, $event)" /></section> }
                @for (w of ways(); track w.id) { <section class="plate zinc"><h2>{{ w.question }}</h2><p>You chose “{{ w.choice }}”. {{ w.because }} <a routerLink="/settings">Change it</a></p></section> }
                @if (p.value.closes.length) { <section class="plate zinc"><h2>Not finished before</h2><ul class="list">@for (c of p.value.closes; track c) { <li><b>{{ c }}</b></li> }</ul></section> }
                <section class="plate copper"><h2>Traps</h2><ul class="dots">@for (t of j.traps; track t) { <li>{{ t }}</li> }</ul></section>
                <section class="plate zinc"><h2>Left out here</h2><ul class="dots">@for (t of j.outOfScope; track t) { <li>{{ t }}</li> }</ul>@if (j.every_days) { <p class="small">In a lived-in house about every {{ everyOf(j.every_days) }}.</p> }</section>
                <section class="plate zinc no-print"><h2>Into one hand</h2><ul class="list">@for (n of needs(); track n) { <li>{{ n }}</li> }</ul></section>
              </div>
            </div>
            @if (trouble(); as t) { <p class="warn" role="alert">{{ t }}</p> }
          } @else { <div class="plate copper" role="alert"><h2>That does not hold together</h2><p>{{ p.problems[0]?.message }}</p></div> }
        }
      } @else {
        <div class="page-head"><h1>Which job?</h1><input class="input find" type="search" aria-label="Find a job" placeholder="loo with a ring, sash window, sofa with pet hair" [value]="query()" (input)="type($event)" /></div>
        <p class="visually-hidden" role="status">{{ found().length }} jobs</p>
        <ul class="cards">
          @for (f of found(); track f.id) { <li><a class="card" [routerLink]="['/choose/job', f.id]"><b>{{ f.name }}</b><span>{{ f.stages.length }} stages{{ f.closes.length ? ' · ends with: ' + f.closes[0] : '' }}</span></a></li> }
          @empty { <li class="plate">No job by that name. Try another word, or choose <a routerLink="/choose">one mark at a time</a>.</li> }
        </ul>
      }
    </div>
  `,
  styles: `
    .between { justify-content: space-between; } .still { cursor: default; border-color: var(--zinc-2); } .still:hover { background: var(--enamel); }
    .stages { list-style: none; display: grid; gap: 0; counter-reset: stage; margin-top: 10px; }
    .stages > li { counter-increment: stage; display: grid; grid-template-columns: 40px minmax(0, 1fr); gap: 4px 14px; padding: 10px 0; border-top: 2px solid var(--zinc-1); position: relative; }
    .stages > li::before { content: counter(stage); font: 800 24px var(--display); color: var(--zinc-4); text-align: right; line-height: 1.2; } .stages > .clean::before { color: var(--blue); }
    .kind { position: absolute; right: 0; top: 12px; font-size: 14px; font-weight: 600; color: var(--ink-2); } .clean .kind { color: var(--blue); } .wait .kind { color: var(--copper); }
    .what { display: grid; gap: 3px; padding-right: 52px; line-height: 1.3; } .what p { margin: 0; } .method a { font-weight: 700; margin-right: 8px; } .meter { display: block; height: 8px; max-width: 220px; border-radius: 4px; background: var(--zinc-1); overflow: hidden; } .meter i { display: block; height: 100%; background: var(--good); }
    .out b { text-decoration: line-through; } .open { color: var(--copper); font-weight: 600; } .ends { color: var(--good); font-weight: 600; }
    .dots { padding-left: 20px; display: grid; gap: 5px; } .list { list-style: none; display: grid; gap: 4px; } .stack section { display: grid; gap: 8px; }
    .find { max-width: 520px; font-size: 18px; } .cards { list-style: none; display: grid; grid-template-columns: repeat(auto-fill, minmax(258px, 1fr)); gap: 12px; }
    .card { display: grid; gap: 4px; height: 100%; align-content: start; min-height: 76px; padding: 12px 16px; border: 2px solid var(--zinc-2); border-radius: 12px; background: var(--enamel); color: var(--ink); text-decoration: none; } .card:hover { border-color: var(--blue); background: var(--blue-wash); } .card b { font: 700 18px var(--display); } .card span { font-size: 14px; color: var(--ink-2); }
  `,
})
export class JobPage {
  protected readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly api = inject(HouseholdApi);
  private readonly clock = inject(Clock);
  private readonly store = inject(Store);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly WORD = WORD;
  protected readonly capital = capital;
  protected readonly pc = percent;
  protected readonly spanOf = span;
  protected readonly worse: Choice[] = [
    { id: '-1', name: 'lightly used' },
    { id: '0', name: 'as usual' },
    { id: '1', name: 'worse than usual' },
    { id: '2', name: 'very bad' },
  ];
  protected readonly bad = signal(0);
  protected readonly query = signal('');
  protected readonly busy = signal(false);
  protected readonly trouble = signal<string | null>(null);
  private readonly casting = signal<Record<string, string>>({});
  /** /choose/job/:job */
  readonly jobId = input<string | undefined>(undefined, { alias: 'job' });

  constructor() {
    void this.knowledge.load();
  }
  private readonly all = computed<Job[]>(() => [...(this.knowledge.catalogue()?.jobs.values() ?? [])]);
  protected readonly job = computed(() => this.knowledge.catalogue()?.jobs.get(this.jobId() ?? '') ?? null);
  protected readonly jobs = computed<Choice[]>(() =>
    this.all().map((j) => ({ id: j.id, name: j.name.toLowerCase(), also: j.synonyms })),
  );
  private readonly fuse = computed(
    () =>
      new Fuse(this.all(), { keys: [{ name: 'name', weight: 2 }, 'synonyms'], threshold: 0.36, ignoreLocation: true }),
  );
  protected readonly found = computed(() => (this.query().trim() ? find(this.fuse(), this.query()) : this.all()));
  protected readonly limits = computed(() => limitWords(profileOf(this.household(), this.clock.minute())));
  /** Roles of the job with what each may be: its usual faces, then the spots of the house. */
  protected readonly roles = computed(() => {
    const c = this.knowledge.catalogue();
    const h = this.household();
    return (this.job()?.roles ?? []).map((r) => ({
      id: r.id,
      name: r.name,
      value: this.casting()[r.id] ?? this.own(r.id) ?? r.faces[0]!,
      choices: [
        ...r.faces.map((f) => ({ id: f, name: this.faceName(f), note: 'usual' })),
        ...h.spots.map((s) => ({
          id: `spot:${s.id}`,
          name: `${s.name.toLowerCase()} (${this.faceName(s.finish ? `${s.material}/${s.finish}` : s.material)})`,
          note: h.rooms.find((x) => x.id === s.room)?.name ?? '',
        })),
        ...[...(c?.materials.values() ?? [])]
          .filter((m) => !r.faces.includes(m.id))
          .flatMap((m): Choice[] =>
            m.finishes.length
              ? m.finishes.map((f) => ({ id: `${m.id}/${f.id}`, name: f.name, also: f.synonyms, note: m.family }))
              : [{ id: m.id, name: m.name, also: m.synonyms, note: m.family }],
          )
          .filter((x) => !r.faces.includes(x.id)),
      ] as Choice[],
    }));
  });
  private faceName(id: string): string {
    const [material, finish] = id.split('/');
    const m = this.knowledge.catalogue()?.materials.get(material!);
    return (finish ? m?.finishes.find((f) => f.id === finish)?.name : undefined) ?? m?.name ?? id;
  }
  /** The house's own place for a role, until another is chosen. */
  private own(role: string): string | null {
    const r = this.job()?.roles.find((x) => x.id === role);
    const spot = r && this.loaded() ? spotForRole(r, this.household()) : null;
    return spot ? `spot:${spot.id}` : null;
  }
  private spotOf(role: string): Spot | null {
    return this.castNow()?.[role]?.spot ?? null;
  }
  /** What the person says hangs or stands there, by role. */
  private readonly says = signal<Record<string, string[]>>({});
  /** Roles at a fixture, where something may hang or stand: asked for, and filled with what is written down. */
  protected readonly residents = computed(() =>
    (this.job()?.roles ?? [])
      .filter((r) => r.zone === 'bowl')
      .map((r) => ({
        id: r.id,
        label: `What hangs or stands in the ${r.name}?`,
        value: this.says()[r.id] ?? [...(this.castNow()?.[r.id]?.context?.resident ?? [])],
      })),
  );
  /** Written down in the room where the house has the fixture; else it counts for this plan. */
  protected async resident(role: string, ids: string[]): Promise<void> {
    this.says.update((s) => ({ ...s, [role]: ids }));
    const spot = this.spotOf(role);
    const room = this.household().rooms.find((r) => r.id === spot?.room);
    if (!spot || !room) return;
    try {
      await this.api.replace('rooms', {
        ...room,
        fixtures: room.fixtures.map((f) => (f.id === spot.fixture ? { ...f, resident: ids } : f)),
      });
    } catch (e) {
      this.trouble.set(e instanceof Refused ? e.detail : 'That did not work.');
    }
  }
  private readonly castNow = computed(() => {
    const c = this.knowledge.catalogue();
    const job = this.job();
    if (!c || !job || !this.loaded()) return null;
    const chosen = Object.fromEntries(
      Object.entries(this.casting()).map(([role, v]): [string, Chosen] => [
        role,
        v.startsWith('spot:') ? { spot: v.slice(5) } : { face: v },
      ]),
    );
    return castOf(job, chosen, this.says(), this.bad(), this.household(), this.clock.minute(), c);
  });
  protected readonly plan = computed(() => {
    const c = this.knowledge.catalogue();
    const job = this.job();
    const cast = this.castNow();
    if (!c || !job || !cast) return null;
    const h = this.household();
    return planJob(
      job,
      cast,
      {
        profile: profileOf(h, this.clock.minute()),
        prices: pricesOf(h.stock),
        clock: { now: this.clock.minute().toISOString(), timeZone: h.settings?.timeZone ?? 'UTC' },
      },
      c,
    );
  });
  /** Where practitioners disagree about this job, with what the house chose. */
  protected readonly ways = computed(() => {
    const c = this.knowledge.catalogue();
    const here = new Set(this.job()?.stages.flatMap((s) => (s.stance ? [s.stance.question] : [])));
    return c
      ? choicesOf(profileOf(this.household(), this.clock.minute()), c)
          .filter((x) => here.has(x.stance.id))
          .map(({ stance, choice }) => ({
            id: stance.id,
            question: stance.question,
            choice: choice.name,
            because: stance.because,
          }))
      : [];
  });
  /** Everything the stages take, once each. */
  protected readonly needs = computed(() => {
    const c = this.knowledge.catalogue();
    const p = this.plan();
    if (!c || !p?.ok) return [];
    const ids = p.value.stages.flatMap((s) =>
      s.rung ? [s.rung.product, s.rung.tool, s.advice?.hygiene?.disinfect?.product ?? null] : [],
    );
    return [...new Set(ids)].flatMap((id) => {
      const x = id ? (c.products.get(id) ?? c.tools.get(id)) : undefined;
      return x ? [capital(x.name)] : [];
    });
  });
  protected link(s: PlannedStage): Record<string, string | null> {
    const spot = this.spotOf(s.stage.on!);
    const at = this.castNow()![s.stage.on!]!;
    const severity = String(Math.max(1, Math.min(5, (s.stage.severity ?? 3) + this.bad())));
    return spot
      ? { spot: spot.id, soil: s.stage.soil!, severity }
      : { material: at.material, finish: at.finish ?? null, soil: s.stage.soil!, severity };
  }
  protected everyOf = (days: number): string =>
    days === 1 ? 'day' : days < 60 ? `${days} days` : `${Math.round(days / 30)} months`;
  protected type(e: Event): void {
    this.query.set((e.target as HTMLInputElement).value);
  }
  protected open(id: string): void {
    this.casting.set({});
    this.says.set({});
    void this.router.navigate(['/choose/job', id]);
  }
  protected cast(role: string, id: string): void {
    this.casting.update((c) => ({ ...c, [role]: id }));
  }
  /** The job as a run: all steps of all stages, what each cleaning stage asked, and what must hold at the end. */
  protected async begin(): Promise<void> {
    const p = this.plan();
    if (!p?.ok || this.busy()) return;
    this.busy.set(true);
    this.trouble.set(null);
    const { job, stages, closes } = p.value;
    const shown = stages.filter((s) => s.steps.length);
    const parts = shown.flatMap((s) => {
      if (!s.rung || !s.advice) return [];
      const at = this.castNow()![s.stage.on!]!;
      const severity = Math.max(1, Math.min(5, (s.stage.severity ?? 3) + this.bad()));
      const question = { material: at.material, finish: at.finish ?? null, soil: s.stage.soil!, severity };
      return partsOfStage(s.stage.id, s.rung, s.advice, at.spot?.id ?? null, question);
    });
    try {
      const run = await this.api.create('runs', {
        question: null,
        job: job.id,
        spot: parts.find((x) => x.spot)?.spot ?? null,
        bottle: null,
        method: null,
        steps: shown.flatMap((s) =>
          keptSteps(s.steps).map((st, i) => ({
            ...st,
            text: s.rung && i === 0 ? `${s.stage.text}: ${st.text}` : st.text,
          })),
        ),
        uses: parts.flatMap((x) => x.uses).slice(0, 40),
        index: 0,
        timers: [],
        state: 'running',
        startedAt: this.clock.now().toISOString(),
        parts,
        closes,
      });
      await this.router.navigate(['/do', run.id]);
    } catch (e) {
      this.trouble.set(e instanceof Refused ? e.detail : 'That did not work.');
    } finally {
      this.busy.set(false);
    }
  }
}
