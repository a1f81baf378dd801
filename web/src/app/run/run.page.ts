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
import {
  againstGoingOn,
  closingOf,
  doneBySteps,
  partsOfRun,
  pieceForPart,
  type Run,
  type RunPart,
  type Spot,
  type Taken,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectHousehold, selectLoaded, selectRuns } from '../household/state';
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
      const done = doneBySteps(r);
      this.rinsed.set(done.rinsed);
      this.aired.set(done.aired);
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
    const c = this.knowledge.catalogue();
    if (!c || this.open().length) return;
    const parts = partsOfRun(r).filter((x) => x.spot);
    if (!parts.length) return this.keep({ state: 'done', timers: [] }, this.leaving);
    const said = { outcome, rinsed: this.rinsed(), aired: this.aired(), toolsRinsed: this.toolsRinsed() };
    const all = parts.map((part) => closingOf(r, part, parts.length, said, this.household(), this.clock.now(), c));
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
  private takenFor(part: RunPart): Taken | null {
    const c = this.knowledge.catalogue();
    return c ? pieceForPart(part, this.household(), this.clock.minute(), c) : null;
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
    return partsOfRun(r).flatMap((p) => {
      const gate = this.takenFor(p)?.gate;
      return gate?.may === 'no' || gate?.may === 'from' ? [`${gate.because[0]!.text} Take another one.`] : [];
    });
  });
  /** Tools of this run that keep residue, in words. */
  protected readonly toolNames = computed(() => {
    const r = this.run();
    const c = this.knowledge.catalogue();
    if (!r || !c) return '';
    const names = partsOfRun(r)
      .filter((p) => this.takenFor(p) && c.tools.get(p.method!.tool!)?.carries)
      .map((p) => c.tools.get(p.method!.tool!)!.name);
    return [...new Set(names)].join(' and ');
  });
}

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
