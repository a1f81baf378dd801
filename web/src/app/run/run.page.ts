import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  type OnDestroy,
  signal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { againstGoingOn, type LogFields, movesFor, type Run, type Spot, type Taken, takePiece } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectBottles, selectHousehold, selectLoaded, selectRuns } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital, span } from '../shared/words';

type Outcome = 'worked' | 'partly' | 'not' | 'damaged';
const OUTCOMES: [Outcome, string, string][] = [
  ['worked', 'Worked', 'clean, nothing left'],
  ['partly', 'Partly', 'better, not gone'],
  ['not', 'Not', 'no change'],
  ['damaged', 'Damaged', 'a mark, dull or worn'],
];

/** One step at a time in very large type; the wait is kept on the server, so a reload loses nothing. */
@Component({
  selector: 'dt-run',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  host: { '(document:keydown)': 'key($event)' },
  template: `
    @if (run(); as r) {
      <div class="run">
        <div class="wood" aria-hidden="true"></div>
        <header><h1>{{ place() }}</h1><span class="quiet">{{ ending() ? 'how did it go?' : 'step ' + (r.index + 1) + ' of ' + r.steps.length }}</span><span class="chip still">{{ left() }}</span></header>
        <div class="progress" role="progressbar" aria-label="Steps done" [attr.aria-valuenow]="r.index" aria-valuemin="0" [attr.aria-valuemax]="r.steps.length"><i [style.width.%]="(100 * r.index) / r.steps.length"></i></div>
        <section class="plate step" aria-live="polite">
          @if (r.state !== 'running') { <h2>Done and written down.</h2><p class="because">{{ doneSays() }}</p>@if (shift(); as t) { <p class="shift">{{ t }}</p> } }
          @else if (ending()) {
            <h2>{{ open().length ? 'Before it is finished' : 'How did it go?' }}</h2>
            @for (c of r.closes ?? []; track c) { <button type="button" class="btn holds" role="checkbox" [attr.aria-checked]="holds().has(c)" (click)="say(c)"><span aria-hidden="true">{{ holds().has(c) ? '✓' : '' }}</span>{{ capital(c) }}</button> }
            @if (open().length) { <p class="because">Not closed while that does not hold. Go back if it was skipped.</p> }
            <div class="outcomes">@for (o of outcomes; track o[0]) { <button type="button" class="btn" [class]="'btn ' + o[0]" [disabled]="saving() || open().length > 0" (click)="finish(o[0])"><b>{{ o[1] }}</b><span>{{ o[2] }}</span></button> }</div>
            <div class="row"><button class="chip" type="button" [attr.aria-pressed]="rinsed() > 0" (click)="rinsed.set(rinsed() === 0 ? 1 : rinsed() === 1 ? 2 : 0)">{{ rinsed() === 2 ? 'rinsed twice' : rinsed() === 1 ? 'rinsed once' : 'not rinsed' }}</button><button class="chip" type="button" [attr.aria-pressed]="aired()" (click)="aired.set(!aired())">aired</button>@if (toolNames(); as t) { <button class="chip" type="button" [attr.aria-pressed]="toolsRinsed() > 0" (click)="toolsRinsed.set(toolsRinsed() ? 0 : 1)">{{ t }} rinsed</button> }</div>
          } @else {
            <span class="chip still">{{ what() }}</span>
            <h2>{{ step()!.text }}</h2>
            <p class="because">{{ capital(step()!.because) }}.</p>
            @for (b of against(); track b.text) { <p class="stop" role="alert"><b>Stop.</b> {{ b.text }} <a routerLink="/emergency">They have already met</a></p> }
            @for (t of pieces(); track t) { <p class="warn" role="alert">{{ t }}</p> }
          }
          @for (t of timers(); track t.id) {
            <div class="tray timer" [class.ready]="t.ready" [class.over]="t.over" role="timer" [attr.aria-label]="t.say"><svg viewBox="0 0 56 56" aria-hidden="true"><circle cx="28" cy="28" r="23" class="track" /><circle cx="28" cy="28" r="23" class="run-arc" [attr.stroke-dasharray]="144.500" [attr.stroke-dashoffset]="144.500 * (1 - t.share)" transform="rotate(-90 28 28)" />@if (t.ready) { <path d="m17 29 8 8 15-17" class="tick" /> }</svg><span class="tl"><b>{{ t.label }}</b><span [class.warn]="t.ready">{{ t.words }}</span></span><span class="clock num">{{ t.clock }}</span></div>
          }
          <span class="visually-hidden" aria-live="assertive">{{ announce() }}</span>
        </section>
        @if (trouble(); as t) { <p class="warn" role="alert">{{ t }}</p> }
        @if (r.state === 'running') {
          <footer>
            <button class="btn back" type="button" (click)="go(-1)" [disabled]="(r.index === 0 && !ending()) || saving()">Back</button>
            @if (!ending()) { <button class="btn next" [class.strong]="nextWord() !== early" type="button" (click)="next()" [disabled]="saving()">{{ nextWord() }}</button> }
          </footer>
          <div class="links">@if (!ending()) { <button class="link" type="button" (click)="end()">To the end</button> }<button class="link" type="button" (click)="drop()">Give it up</button><a class="link" [routerLink]="['/rooms']">Leave it running</a></div>
        } @else {
          <footer>@if (r.job) { <a class="btn strong next" [routerLink]="['/choose/job', r.job]">See the job</a> } @else { <a class="btn strong next" routerLink="/choose" [queryParams]="{ spot: r.spot }">See the ladder now</a> }</footer><div class="links"><a class="link" routerLink="/log">Log</a><a class="link" routerLink="/rooms">Rooms</a></div>
        }
      </div>
    } @else if (loaded()) { <div class="page"><div class="plate"><h1>That one is over</h1><p>It was finished or given up.</p><a class="btn strong" routerLink="/rooms">To the rooms</a></div></div> } @else { <p class="quiet" role="status">Reading …</p> }
  `,
  styles: `
    .run { max-width: 760px; margin: -14px auto 0; min-height: 100dvh; display: grid; grid-template-rows: auto auto auto 1fr auto auto auto; gap: 12px; padding-bottom: 10px; }
    .wood { height: 12px; margin: 0 -16px; background: var(--wood); border-bottom: 2px solid var(--wood-edge); } header { display: flex; align-items: baseline; gap: 12px; } header h1 { font-size: 22px; } header .chip { margin-left: auto; } .still { cursor: default; border-color: var(--zinc-2); justify-self: start; } .still:hover { background: var(--enamel); }
    .progress { height: 12px; border-radius: 6px; background: var(--zinc-1); overflow: hidden; } .progress i { display: block; height: 100%; background: var(--blue); transition: width 160ms ease-out; }
    .step { display: grid; gap: 16px; align-content: start; grid-auto-rows: min-content; } .step h2 { font-size: clamp(27px, 7vw, 40px); font-weight: 800; line-height: 1.14; } .because { font-size: 20px; margin: 0; color: var(--ink-2); } .shift { font-size: 20px; font-weight: 600; margin: 0; color: var(--blue); }
    .stop { margin: 0; border: 4px solid var(--v5); border-radius: 12px; padding: 12px 16px; font-size: 19px; color: var(--v5); }
    .timer { display: flex; align-items: center; gap: 14px; margin-top: 6px; } .timer svg { width: 56px; height: 56px; flex: none; fill: none; } .track { stroke: var(--zinc-2); stroke-width: 8; } .run-arc { stroke: var(--blue); stroke-width: 8; stroke-linecap: round; } .tick { stroke: var(--copper); stroke-width: 6; stroke-linecap: round; stroke-linejoin: round; } .ready .run-arc { stroke: var(--copper); } .timer.ready { border-color: var(--copper); border-width: 2px; }
    .tl { display: grid; flex: 1; font-size: 17px; } .clock { font-size: 32px; font-weight: 700; } .ready .clock { color: var(--copper); }
    .holds { display: flex; gap: 14px; align-items: center; justify-content: flex-start; min-height: 64px; font-size: 20px; white-space: normal; text-align: left; } .holds span { flex: none; width: 30px; height: 30px; border: 3px solid var(--zinc-4); border-radius: 8px; display: grid; place-items: center; font-weight: 800; } .holds[aria-checked='true'] { border-color: var(--good); } .holds[aria-checked='true'] span { background: var(--good); border-color: var(--good); color: var(--enamel); }
    .outcomes { display: grid; grid-template-columns: 1fr 1fr; gap: 12px; } .outcomes .btn { display: grid; min-height: 92px; white-space: normal; font-size: 16px; } .outcomes b { font: 700 25px var(--display); } .outcomes span { color: var(--ink-2); font-weight: 500; } .outcomes .damaged { color: var(--v5); border-color: var(--v5); }
    footer { display: grid; grid-template-columns: auto 1fr; gap: 12px; } footer .btn { min-height: 78px; border-radius: 16px; font-size: 18px; } .next { font: 700 27px var(--display); grid-column: 2; } .back { padding: 0 26px; }
    footer a.next { grid-column: 1 / -1; } @media (max-width: 860px) { .wood { margin: 0 -14px; } } .links { display: flex; align-items: center; flex-wrap: wrap; justify-content: space-around; gap: 8px; } .links .link { min-height: 40px; font-size: 17px; }
  `,
})
export class RunPage implements OnDestroy {
  private readonly store = inject(Store);
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  protected readonly capital = capital;
  protected readonly outcomes = OUTCOMES;
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly runs = this.store.selectSignal(selectRuns);
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly bottles = this.store.selectSignal(selectBottles);
  readonly runId = input.required<string>({ alias: 'run' });
  protected readonly run = computed<Run | undefined>(() => this.runs().find((r) => r.id === this.runId()));
  protected readonly ending = computed(() => (this.run()?.index ?? 0) >= (this.run()?.steps.length ?? 1));
  protected readonly step = computed(() => this.run()?.steps[this.run()!.index]);
  protected readonly trouble = signal<string | null>(null);
  protected readonly saving = signal(false);
  protected readonly rinsed = signal<0 | 1 | 2>(0);
  protected readonly aired = signal(false);
  protected readonly toolsRinsed = signal<0 | 1>(0);
  protected readonly announce = signal('');
  protected readonly shift = signal<string | null>(null);
  protected readonly doneSays = signal('');
  private wake: { release(): Promise<void> } | null = null;
  private rang = new Set<string>();

  constructor() {
    void this.knowledge.load();
    effect(() => {
      const r = this.run();
      if (!r) return;
      this.rinsed.set(r.steps.some((s) => RINSES.has(s.kind ?? '')) ? 1 : 0);
      this.aired.set(r.steps.some((s) => s.kind === 'air'));
    });
    effect(() => {
      for (const t of this.timers())
        if (t.ready && !this.rang.has(t.id)) {
          this.rang.add(t.id);
          this.announce.set(`${t.label}: ready`);
          ring();
        }
    });
    const lock = (navigator as { wakeLock?: { request(kind: string): Promise<{ release(): Promise<void> }> } })
      .wakeLock;
    void lock
      ?.request('screen')
      .then((w) => (this.wake = w))
      .catch(() => undefined);
  }
  ngOnDestroy(): void {
    void this.wake?.release().catch(() => undefined);
  }
  private readonly spotOf = (id: string | null | undefined): Spot | undefined =>
    this.household().spots.find((s) => s.id === id);
  private readonly spot = computed(() => this.spotOf(this.run()?.spot));
  private readonly job = computed(() => this.knowledge.catalogue()?.jobs.get(this.run()?.job ?? '') ?? null);
  /** Conditions of a job that the person has said hold. */
  protected readonly holds = signal<ReadonlySet<string>>(new Set());
  protected readonly open = computed(() => (this.run()?.closes ?? []).filter((c) => !this.holds().has(c)));
  protected say(condition: string): void {
    this.holds.update((h) => {
      const next = new Set(h);
      if (!next.delete(condition)) next.add(condition);
      return next;
    });
  }
  protected readonly place = computed(
    () => this.job()?.name ?? this.household().rooms.find((r) => r.id === this.spot()?.room)?.name ?? 'Doing',
  );
  protected readonly what = computed(() =>
    [this.spot()?.name.toLowerCase(), this.run()?.method?.name].filter(Boolean).join(' · '),
  );
  protected readonly left = computed(() => {
    const r = this.run();
    if (!r || this.ending()) return 'all steps done';
    const s =
      r.steps
        .slice(r.index)
        .reduce((a, x) => a + x.active_s + (x.wait_s && !r.timers.some((t) => t.id === x.id) ? x.wait_s.min : 0), 0) +
      Math.max(0, ...this.timers().map((t) => t.remaining));
    return `${span(Math.max(1, s / 60))} left`;
  });
  protected readonly timers = computed(() => {
    const now = this.clock.second().getTime();
    const r = this.run();
    if (!r || r.state !== 'running') return [];
    return r.timers.map((t) => {
      const gone = (now - Date.parse(t.startedAt)) / 1000 - t.paused_s;
      const remaining = Math.max(0, Math.ceil(t.min_s - gone));
      const ready = remaining === 0;
      const over = gone > t.max_s;
      const clock = `${Math.floor(remaining / 60)}:${String(remaining % 60).padStart(2, '0')}`;
      return {
        id: t.id,
        label: t.label,
        remaining,
        ready,
        over,
        share: Math.min(1, gone / t.min_s),
        clock,
        words: over ? 'past its longest: wet it again or wipe now' : ready ? 'ready: go on' : 'wait; still wet?',
        say: `${t.label}: ${ready ? 'ready' : `${clock} to go`}`,
      };
    });
  });
  protected readonly early = 'Go on early';
  protected readonly nextWord = computed(() => {
    const s = this.step();
    const r = this.run();
    if (s?.wait_s && !r?.timers.some((t) => t.id === s.id)) return 'Start the wait';
    if (s?.wait_s && this.timers().some((t) => t.id === s.id && !t.ready)) return this.early;
    return 'Done, next';
  });
  protected key(e: KeyboardEvent): void {
    if (/^(INPUT|TEXTAREA|SELECT|BUTTON|A)$/.test((e.target as HTMLElement).tagName) && e.key === 'Enter') return;
    if (e.ctrlKey || e.metaKey || e.altKey || this.run()?.state !== 'running') return;
    if ((e.key === 'Enter' || e.key === 'n') && !this.ending()) void this.next();
    else if (e.key === 'b') void this.go(-1);
  }
  private async keep(change: Partial<Run>): Promise<boolean> {
    this.saving.set(true);
    this.trouble.set(null);
    try {
      await this.api.replace('runs', { ...this.run()!, ...change });
      return true;
    } catch (e) {
      this.trouble.set(e instanceof Refused ? e.detail : 'That did not work.');
      return false;
    } finally {
      this.saving.set(false);
    }
  }
  protected async next(): Promise<void> {
    const r = this.run()!;
    const s = this.step();
    if (!s || this.saving()) return;
    if (s.wait_s && !r.timers.some((t) => t.id === s.id)) {
      await this.keep({
        timers: [
          ...r.timers,
          {
            id: s.id,
            label: this.spot()?.name ?? 'Waiting',
            startedAt: this.clock.now().toISOString(),
            min_s: s.wait_s.min,
            max_s: s.wait_s.max,
            paused_s: 0,
          },
        ],
      });
      return;
    }
    // a wait that is over goes with its step
    await this.keep({ index: r.index + 1, timers: r.timers.filter((t) => t.id !== s.id) });
  }
  protected async go(by: number): Promise<void> {
    const r = this.run()!;
    if (this.saving() || r.index + by < 0) return;
    await this.keep({ index: r.index + by });
  }
  protected async end(): Promise<void> {
    await this.keep({ index: this.run()!.steps.length, timers: [] });
  }
  protected async drop(): Promise<void> {
    const r = this.run()!;
    if (await this.keep({ state: 'dropped', timers: [] }))
      void this.router.navigate(
        r.job ? ['/choose/job', r.job] : ['/choose'],
        r.job ? {} : { queryParams: { spot: r.spot } },
      );
  }
  /** Worked, partly, not, damaged: one log entry a spot does it all; stock, bottle and evidence follow from it. */
  protected async finish(outcome: Outcome): Promise<void> {
    const r = this.run()!;
    if (this.open().length) return;
    const parts = partsOf(r).filter((x) => x.spot);
    if (!parts.length) {
      this.trouble.set('It was done on no spot of the house, so only the steps end here.');
      if (await this.keep({ state: 'done', timers: [] }))
        this.doneSays.set('No spot of the house: nothing was logged.');
      return;
    }
    this.saving.set(true);
    try {
      const came: string[] = [];
      let short = false;
      for (const part of parts) {
        if (this.written.has(part)) continue;
        const one = this.entryFor(r, part, outcome, parts.length);
        // the last one ends the run: what a clean does to spot, stock and bottle is done with it
        await this.api.write(part === parts.at(-1) ? { ...one.entry, ends: true } : one.entry);
        this.written.add(part);
        came.push(...one.came);
        short ||= one.short;
      }
      const names = [...new Set(parts.map((x) => this.spotOf(x.spot)?.name ?? 'The spot'))].join(' and ');
      this.doneSays.set(
        `${names} ${parts.length > 1 ? 'remember' : 'remembers'} it. ${came.join(' ')}${short ? ' The shelf was short of something: count it in Kits.' : ''}`,
      );
      const before = r.method?.effect;
      if (before !== undefined && before !== null)
        this.shift.set(`Its chance here was ${Math.round(before * 100)} %. The ladder now counts what you just said.`);
    } catch (e) {
      this.trouble.set(e instanceof Refused ? e.detail : 'That did not work.');
    } finally {
      this.saving.set(false);
    }
  }
  /** Parts that are in the log already, should one of several not get through. */
  private readonly written = new Set<Part>();
  /** The piece of stock that a part is done with, by class and by what it carries. */
  private takenFor(part: Part): Taken | null {
    const tool = part.method?.tool;
    const c = this.knowledge.catalogue();
    if (!tool || !c) return null;
    const spot = this.spotOf(part.spot) ?? null;
    return takePiece(tool, spot, part.method?.product ?? null, this.household(), this.clock.minute(), c);
  }
  private pieceOf(part: Part): string | null {
    return this.takenFor(part)?.stock.id ?? null;
  }
  /** Somebody may have put something there since. */
  protected readonly against = computed(() => {
    const r = this.run();
    const c = this.knowledge.catalogue();
    return r && c && !this.ending() ? againstGoingOn(r, this.household(), this.clock.minute(), c).slice(0, 2) : [];
  });
  /** What the gate says of the pieces that the house has for this: told before the first step. */
  protected readonly pieces = computed(() => {
    const r = this.run();
    if (!r || r.state !== 'running' || this.ending()) return [];
    return partsOf(r).flatMap((p) => {
      const gate = this.takenFor(p)?.gate;
      return gate?.may === 'no' || gate?.may === 'from' ? [`${gate.because[0]!.text} Take another one.`] : [];
    });
  });
  /** Tools of this run that keep residue, in words. */
  protected readonly toolNames = computed(() => {
    const r = this.run();
    const c = this.knowledge.catalogue();
    if (!r || !c) return '';
    const names = partsOf(r)
      .filter((p) => this.pieceOf(p) && c.tools.get(p.method!.tool!)?.carries)
      .map((p) => c.tools.get(p.method!.tool!)!.name);
    return [...new Set(names)].join(' and ');
  });
  private entryFor(
    r: Run,
    part: Part,
    outcome: Outcome,
    of: number,
  ): { entry: LogFields; came: string[]; short: boolean } {
    const h = this.household();
    const c = this.knowledge.catalogue();
    const spot = this.spotOf(part.spot);
    const kits = h.kits.filter((k) => k.room === spot?.room).map((k) => k.id);
    const bottle = this.bottleFor(part);
    const piece = this.pieceOf(part);
    // what came from a mixed bottle left the shelf when it was mixed
    const { moves, short } = movesFor(
      part.uses.filter((u) => !(bottle && u.item === part.method?.product)),
      h.stock,
      kits,
    );
    const minutes = (this.clock.now().getTime() - Date.parse(r.startedAt)) / 60000 / of;
    return {
      entry: {
        kind: 'clean',
        spot: part.spot ?? null,
        run: r.id,
        question: part.question ?? null,
        method: part.method ?? null,
        outcome,
        rinsed: this.rinsed(),
        aired: this.aired(),
        minutes: Math.max(1, Math.round(minutes)),
        moves,
        ...(piece ? { tools: [piece], toolsRinsed: this.toolsRinsed() } : {}),
        names: {
          ...(spot ? { spot: spot.name } : {}),
          ...(part.method?.product
            ? { product: c?.products.get(part.method.product)?.name ?? part.method.product }
            : {}),
        },
        ...(bottle ? { bottle: bottle.id, used_mL: bottle.used } : {}),
      },
      came: [
        ...(moves.length ? [`Off the shelf: ${moves.map((m) => `${Math.abs(m.delta)} ${m.unit}`).join(', ')}.`] : []),
        ...(bottle ? [`From ${bottle.name}: ${bottle.used} mL.`] : []),
      ],
      short: short.length > 0,
    };
  }
  /** A mixed bottle of the same product that has enough left. */
  private bottleFor(r: Part): { id: string; name: string; used: number } | null {
    const use = r.uses.find((u) => u.item === r.method?.product);
    if (!use) return null;
    for (const b of this.bottles()) {
      const part = b.fill?.parts.find((p) => p.item === use.item);
      if (!b.fill || !part || b.fill.left_mL <= 0) continue;
      const total = part.unit === 'mL' ? part.amount + b.fill.water_mL : b.fill.water_mL;
      const used = Math.min(b.fill.left_mL, Math.round((use.amount / part.amount) * total));
      return { id: b.id, name: b.name, used };
    }
    return null;
  }
}
type Part = Pick<Run, 'spot' | 'question' | 'method' | 'uses'>;
/** Steps that rinse what was put on off again. */
const RINSES: ReadonlySet<string> = new Set(['rinse', 'wipe', 'disinfect-rinse']);
/** What a run did: one thing, or the cleaning stages of a job. */
const partsOf = (r: Run): Part[] => r.parts ?? [r];

/** Two soft tones; silent where sound is not allowed. */
function ring(): void {
  try {
    const a = new AudioContext();
    [660, 880].forEach((f, i) => {
      const o = a.createOscillator();
      const g = a.createGain();
      o.frequency.value = f;
      g.gain.setValueAtTime(0.0001, a.currentTime + i * 0.25);
      g.gain.exponentialRampToValueAtTime(0.12, a.currentTime + i * 0.25 + 0.03);
      g.gain.exponentialRampToValueAtTime(0.0001, a.currentTime + i * 0.25 + 0.24);
      o.connect(g).connect(a.destination);
      o.start(a.currentTime + i * 0.25);
      o.stop(a.currentTime + i * 0.25 + 0.26);
    });
  } catch {
    // no sound here: the text and the live region say it
  }
}
