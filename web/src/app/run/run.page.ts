import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
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
import { deedsFrom } from '../household/deeds';
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
  imports: [MatCheckbox, MatProgressBar, MatButtonToggle, MatButtonToggleGroup, MatButton, RouterLink],
  host: { '(document:keydown)': 'key($event)' },
  templateUrl: './run.page.html',
  styleUrl: './run.page.scss',
})
export class RunPage implements OnDestroy {
  private readonly store = inject(Store);
  private readonly stepping = deedsFrom('run: step');
  private readonly dropping = deedsFrom('run: give up');
  private readonly finishing = deedsFrom('run: finish');
  private readonly leaving = deedsFrom('run: end without a spot');
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
  private readonly all = [this.stepping, this.dropping, this.finishing, this.leaving];
  protected readonly saving = computed(() => this.all.some((d) => d.busy()));
  protected readonly trouble = computed(() => this.all.map((d) => d.trouble()).find(Boolean) ?? null);
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
    this.dropping.done.pipe(takeUntilDestroyed()).subscribe(() => this.back());
    this.finishing.oneDone.pipe(takeUntilDestroyed()).subscribe(() => this.written.update((n) => n + 1));
    this.finishing.done.pipe(takeUntilDestroyed()).subscribe(() => this.finished());
    this.leaving.done
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.doneSays.set('It was done on no spot of the house: only its steps end here.'));
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
    if ((e.key === 'Enter' || e.key === 'n') && !this.ending()) this.next();
    else if (e.key === 'b') this.go(-1);
  }
  private keep(fields: Partial<Run>, by = this.stepping): void {
    by.ask({ does: 'change', on: 'runs', id: this.run()!.id, fields });
  }
  protected next(): void {
    const r = this.run()!;
    const s = this.step();
    if (!s || this.saving()) return;
    if (s.wait_s && !r.timers.some((t) => t.id === s.id)) {
      this.keep({
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
    this.keep({ index: r.index + 1, timers: r.timers.filter((t) => t.id !== s.id) });
  }
  protected go(by: number): void {
    const r = this.run()!;
    if (this.saving() || r.index + by < 0) return;
    this.keep({ index: r.index + by });
  }
  protected end(): void {
    this.keep({ index: this.run()!.steps.length, timers: [] });
  }
  protected drop(): void {
    this.keep({ state: 'dropped', timers: [] }, this.dropping);
  }
  private back(): void {
    const r = this.run()!;
    void this.router.navigate(
      r.job ? ['/choose/job', r.job] : ['/choose'],
      r.job ? {} : { queryParams: { spot: r.spot } },
    );
  }
  /** Worked, partly, not, damaged: one log entry a spot does it all; stock, bottle and evidence follow from it. */
  protected finish(outcome: Outcome): void {
    const r = this.run()!;
    if (this.open().length) return;
    const parts = partsOf(r).filter((x) => x.spot);
    if (!parts.length) return this.keep({ state: 'done', timers: [] }, this.leaving);
    const all = parts.map((part) => ({ part, ...this.entryFor(r, part, outcome, parts.length) }));
    const came = all.flatMap((x) => x.came).join(' ');
    const short = all.some((x) => x.short) ? ' The shelf was short of something: count it in Kits.' : '';
    const names = [...new Set(parts.map((x) => this.spotOf(x.spot)?.name ?? 'The spot'))].join(' and ');
    this.toSay.set(`${names} ${parts.length > 1 ? 'remember' : 'remembers'} it. ${came}${short}`);
    // the last one ends the run: what a clean does to spot, stock and bottle is done with it
    const entries = all.map((x, i) => (i === all.length - 1 ? { ...x.entry, ends: true } : x.entry));
    const rest = entries.slice(this.written());
    this.finishing.ask(
      rest.map((entry) => ({ does: 'write' as const, entry })),
      'Done and written down.',
    );
  }
  private finished(): void {
    this.doneSays.set(this.toSay());
    const before = this.run()?.method?.effect;
    if (before !== undefined && before !== null)
      this.shift.set(`Its chance here was ${Math.round(before * 100)} %. The ladder now counts what you just said.`);
  }
  private readonly toSay = signal('');
  /** So many parts are in the log already, should one of several not get through. */
  private readonly written = signal(0);
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
