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
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import {
  againstGoingOn,
  closingsOf,
  goneOn,
  learnedFactor,
  leftOf,
  nextIn,
  partsOfRun,
  pieceForPart,
  type Run,
  type Said,
  waitsOf,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { Past } from '../household/past';
import { selectHousehold, selectLoaded, selectRuns } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital, span } from '../shared/words';
import { RunEnding } from './ending';
import { ReadAloud } from './read-aloud';
import { ring } from './ring';
import { WaitRing } from './wait';

const NEXT = { 'begin-wait': 'Start the wait', wait: 'Go on early', step: 'Done, next' } as const;

/** One step at a time in very large type; the wait is kept on the server, so a reload loses nothing. */
@Component({
  selector: 'dt-run',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBar, MatButton, ReadAloud, RouterLink, RunEnding, WaitRing],
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
  private readonly past = inject(Past);
  private readonly clock = inject(Clock);
  protected readonly capital = capital;
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
  protected readonly announce = signal('');
  protected readonly shift = signal<string | null>(null);
  protected readonly doneSays = signal('');
  private wake: { release(): Promise<void> } | null = null;
  private rang = new Set<string>();

  constructor() {
    void this.knowledge.load();
    this.past.want();
    this.dropping.done.pipe(takeUntilDestroyed()).subscribe(() => this.back());
    this.finishing.oneDone.pipe(takeUntilDestroyed()).subscribe(() => this.written.update((n) => n + 1));
    this.finishing.done.pipe(takeUntilDestroyed()).subscribe(() => this.finished());
    this.leaving.done
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.doneSays.set('It was done on no spot of the house: only its steps end here.'));
    effect(() => {
      for (const t of this.waits())
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
  private readonly spot = computed(() => this.household().spots.find((s) => s.id === this.run()?.spot));
  private readonly job = computed(() => this.knowledge.catalogue()?.jobs.get(this.run()?.job ?? '') ?? null);
  protected readonly place = computed(
    () => this.job()?.name ?? this.household().rooms.find((r) => r.id === this.spot()?.room)?.name ?? 'Doing',
  );
  protected readonly what = computed(() =>
    [this.spot()?.name.toLowerCase(), this.run()?.method?.name].filter(Boolean).join(' · '),
  );
  protected readonly waits = computed(() => (this.run() ? waitsOf(this.run()!, this.clock.second()) : []));
  protected readonly left = computed(() => {
    const r = this.run();
    if (!r || this.ending()) return 'all steps done';
    return `${span(Math.max(1, leftOf(r, this.clock.second()) / 60))} left`;
  });
  private readonly coming = computed(() => (this.run() && nextIn(this.run()!, this.clock.second())) ?? 'step');
  protected readonly nextWord = computed(() => NEXT[this.coming()]);
  protected readonly early = computed(() => this.coming() === 'wait');
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
    if (!this.step() || this.saving()) return;
    this.keep(goneOn(this.run()!, this.clock.now(), this.spot()?.name ?? 'Waiting'));
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
  protected finish(said: Said): void {
    const c = this.knowledge.catalogue();
    if (!c) return;
    const all = closingsOf(this.run()!, said, this.household(), this.clock.now(), c, (item) =>
      learnedFactor(this.past.past()?.taken[item]),
    );
    if (!all) return this.keep({ state: 'done', timers: [] }, this.leaving);
    this.toSay.set(all.says);
    this.finishing.ask(
      all.entries.slice(this.written()).map((entry) => ({ does: 'write' as const, entry })),
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
  /** Somebody may have put something there since. */
  protected readonly against = computed(() => {
    const r = this.run();
    const c = this.knowledge.catalogue();
    return r && c && !this.ending() ? againstGoingOn(r, this.household(), this.clock.minute(), c).slice(0, 2) : [];
  });
  /** What the gate says of the pieces that the house has for this: told before the first step. */
  protected readonly pieces = computed(() => {
    const r = this.run();
    const c = this.knowledge.catalogue();
    if (!r || !c || r.state !== 'running' || this.ending()) return [];
    return partsOfRun(r).flatMap((p) => {
      const gate = pieceForPart(p, this.household(), this.clock.minute(), c)?.gate;
      return gate?.may === 'no' || gate?.may === 'from' ? [`${gate.because[0]!.text} Take another one.`] : [];
    });
  });
}
