import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { type LogEntry } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectLoaded, selectLog, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital, figure, span, when } from '../shared/words';
import { logEvents, logFeature } from './log.state';

const KINDS: [string, string][] = [
  ['', 'everything'],
  ['clean', 'cleans'],
  ['mix', 'bottles mixed'],
  ['stock', 'stock'],
  ['note', 'notes'],
  ['damage', 'damage'],
  ['undo', 'undone'],
];
const OUTCOME = { worked: 'worked', partly: 'partly', not: 'did not work', damaged: 'damaged it' } as const;
const REASON: Record<string, string> = {
  buy: 'bought',
  use: 'used',
  count: 'counted',
  adjust: 'put right by hand',
  move: 'moved',
};
const DAY = 86_400_000;

/** Everything that was done, newest first; never changed, only added to. */
@Component({
  selector: 'dt-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <div class="page-head"><h1>Log</h1><div class="chips" role="group" aria-label="Kind">@for (k of kinds; track k[0]) { <button class="chip" type="button" [attr.aria-pressed]="state.kind() === k[0]" (click)="store.dispatch(events.kindChosen({ kind: k[0] }))">{{ k[1] }}</button> }</div></div>
      <div class="layout">
        <section class="plate" aria-label="Entries">
          <input class="input" type="search" aria-label="Find in the log" placeholder="Find: screen, bleach, Grandad" [value]="state.words()" (input)="type($event)" />
          @for (d of days(); track d.day) {
            <h2>{{ d.day }}</h2>
            <ul>@for (e of d.entries; track e.id) {
              <li [class.gone]="e.undone"><span class="time">{{ e.time }}</span><span class="what"><b>{{ e.title }}</b><span class="quiet">{{ e.detail }}</span></span>@if (e.outcome) { <span class="out" [class]="e.entry.outcome ?? ''">{{ e.outcome }}</span> }@if (e.canUndo) { <button class="link" type="button" (click)="undo(e.entry)" [attr.aria-label]="'Undo: ' + e.title">undo</button> }</li>
            }</ul>
          } @empty { @if (loaded()) { <p class="quiet empty">Nothing by that. @if (state.kind() || state.words()) { <button class="link" type="button" (click)="clear()">Show everything</button> } @else { Do a clean from Choose, or write a note. }</p> } @else { <p class="quiet" role="status">Reading the log …</p> } }
          @if (found().length > state.shown()) { <button class="btn" type="button" (click)="store.dispatch(events.moreAsked({ by: 60 }))">Show older ({{ found().length - state.shown() }})</button> }
        </section>
        <div class="stack">
          <form class="plate zinc" (submit)="note($event)"><h2>Write a note</h2><div class="field"><label for="note-text">What should be remembered</label><textarea id="note-text" rows="3" maxlength="4000" [value]="draft()" (input)="draftTyped($event)"></textarea></div><button class="btn strong" type="submit" [disabled]="!draft().trim()">Write it down</button>@if (said(); as s) { <p class="small" role="status"><b>{{ s }}</b></p> }</form>
          <section class="plate zinc"><h2>What worked, three months</h2><table class="small"><caption class="visually-hidden">Hit rate by product or tool</caption><thead><tr><th scope="col">With</th><th scope="col" class="r">times</th><th scope="col" class="r">worked</th></tr></thead><tbody>@for (r of rates(); track r.name) { <tr><th scope="row">{{ r.name }}</th><td class="r">{{ r.n }}</td><td class="r"><span class="meter" aria-hidden="true"><i [style.width.%]="r.share * 100"></i></span>{{ r.words }}</td></tr> }</tbody></table></section>
        </div>
      </div>
    </div>
  `,
  styles: `
    .layout { display: grid; grid-template-columns: minmax(0, 2fr) minmax(300px, 1fr); gap: 18px; align-items: start; }
    .plate > h2 { font-size: 18px; margin: 16px 0 4px; } form h2, .stack h2 { margin: 0; } form { display: grid; gap: 10px; justify-items: start; } form .field { width: 100%; }
    ul { list-style: none; } li { display: grid; grid-template-columns: 56px minmax(0, 1fr) auto auto; gap: 12px; align-items: center; padding: 7px 0; border-top: 1px solid var(--zinc-1); } .time { color: var(--ink-2); font-variant-numeric: tabular-nums; }
    .what { display: grid; } .out { font-weight: 700; font-size: 14px; padding: 2px 10px; border-radius: 99px; border: 1.5px solid currentColor; } .worked { color: var(--good); } .partly { color: var(--v2); } .not, .damaged { color: var(--copper); } .gone .what { text-decoration: line-through; }
    .empty { margin-top: 14px; } th { text-align: left; font-weight: 600; padding: 4px 6px 4px 0; } td { padding: 4px 0; } .r { text-align: right; white-space: nowrap; } .meter { display: inline-block; width: 60px; height: 8px; border-radius: 4px; background: var(--zinc-1); margin-right: 8px; overflow: hidden; vertical-align: middle; } .meter i { display: block; height: 100%; background: var(--good); }
    @media (max-width: 860px) { .layout { grid-template-columns: minmax(0, 1fr); } li { grid-template-columns: 46px minmax(0, 1fr) auto; } li .link { grid-column: 2; } }
  `,
})
export class LogPage {
  protected readonly store = inject(Store);
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly events = logEvents;
  protected readonly kinds = KINDS;
  protected readonly state = {
    kind: this.store.selectSignal(logFeature.selectKind),
    words: this.store.selectSignal(logFeature.selectWords),
    shown: this.store.selectSignal(logFeature.selectShown),
  };
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  private readonly log = this.store.selectSignal(selectLog);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly draft = signal('');
  protected readonly said = signal<string | null>(null);

  constructor() {
    void this.knowledge.load();
  }
  private readonly undone = computed(
    () =>
      new Set(
        this.log()
          .filter((e) => e.kind === 'undo')
          .map((e) => e.corrects),
      ),
  );
  private describe(e: LogEntry): { title: string; detail: string } {
    const c = this.knowledge.catalogue();
    const soil = e.question ? (c?.soils.get(e.question.soil)?.name ?? e.question.soil) : '';
    const spot = e.names?.['spot'] ?? 'a spot';
    const moves = (e.moves ?? [])
      .map((m) => `${m.delta > 0 ? '+' : '−'}${figure(Math.abs(m.delta))} ${m.unit}`)
      .join(', ');
    switch (e.kind) {
      case 'clean':
        return {
          title: `${spot}: ${soil}`,
          detail: [
            e.method?.name,
            e.rinsed ? (e.rinsed > 1 ? 'rinsed twice' : 'rinsed') : e.method?.product ? 'not rinsed' : '',
            e.minutes ? span(e.minutes) : '',
            moves,
          ]
            .filter(Boolean)
            .join(' · '),
        };
      case 'mix':
        return {
          title: `Mixed ${e.names?.['bottle'] ?? 'a bottle'}`,
          detail: [e.names?.['product'], e.fill ? `${figure(e.fill.left_mL)} mL` : '', moves]
            .filter(Boolean)
            .join(' · '),
        };
      case 'stock':
        return {
          title: `Stock ${REASON[e.reason ?? ''] ?? ''}`,
          detail: [e.names?.['product'], moves, e.text].filter(Boolean).join(' · '),
        };
      case 'damage':
        return { title: `Damage: ${spot}`, detail: [e.method?.name, e.text].filter(Boolean).join(' · ') };
      case 'undo':
        return { title: 'Undone', detail: moves };
      default:
        return { title: e.text ?? capital(e.kind), detail: e.names?.['spot'] ?? '' };
    }
  }
  protected readonly found = computed(() => {
    const words = this.state.words().trim().toLowerCase();
    const kind = this.state.kind();
    return this.log()
      .filter((e) => !kind || e.kind === kind)
      .map((entry) => ({ entry, ...this.describe(entry) }))
      .filter((e) => !words || `${e.title} ${e.detail} ${e.entry.text ?? ''}`.toLowerCase().includes(words));
  });
  protected readonly days = computed(() => {
    const s = this.settings();
    const now = this.clock.minute().getTime();
    const days: {
      day: string;
      entries: {
        id: string;
        entry: LogEntry;
        time: string;
        title: string;
        detail: string;
        outcome: string;
        canUndo: boolean;
        undone: boolean;
      }[];
    }[] = [];
    for (const f of this.found().slice(0, this.state.shown())) {
      const day = when(f.entry.at, s?.timeZone, s?.locale, false);
      if (days[days.length - 1]?.day !== day) days.push({ day, entries: [] });
      const undone = this.undone().has(f.entry.id);
      days[days.length - 1]!.entries.push({
        id: f.entry.id,
        entry: f.entry,
        time: when(f.entry.at, s?.timeZone, s?.locale).split(', ').pop()!.slice(-5),
        title: f.title,
        detail: f.detail,
        outcome: f.entry.outcome ? OUTCOME[f.entry.outcome] : '',
        canUndo:
          f.entry.kind !== 'undo' &&
          f.entry.kind !== 'head-moved' &&
          !undone &&
          now - Date.parse(f.entry.recordedAt) < DAY,
        undone,
      });
    }
    return days;
  });
  protected readonly rates = computed(() => {
    const by = new Map<string, { n: number; good: number }>();
    for (const e of this.log()) {
      if (e.kind !== 'clean' || !e.outcome || this.undone().has(e.id)) continue;
      const name = capital(e.names?.['product'] ?? e.method?.name ?? 'dry');
      const r = by.get(name) ?? { n: 0, good: 0 };
      r.n++;
      r.good += e.outcome === 'worked' ? 1 : e.outcome === 'partly' ? 0.5 : 0;
      by.set(name, r);
    }
    return [...by]
      .map(([name, r]) => ({ name, n: r.n, share: r.good / r.n, words: `${Math.round((100 * r.good) / r.n)} %` }))
      .sort((a, b) => b.n - a.n)
      .slice(0, 9);
  });
  protected type(e: Event): void {
    this.store.dispatch(logEvents.wordsTyped({ words: (e.target as HTMLInputElement).value }));
  }
  protected clear(): void {
    this.store.dispatch(logEvents.wordsTyped({ words: '' }));
    this.store.dispatch(logEvents.kindChosen({ kind: '' }));
  }
  protected draftTyped(e: Event): void {
    this.draft.set((e.target as HTMLTextAreaElement).value);
  }
  protected async note(e: Event): Promise<void> {
    e.preventDefault();
    try {
      await this.api.write({ kind: 'note', text: this.draft().trim() });
      this.draft.set('');
      this.said.set('Written down.');
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
  }
  protected async undo(entry: LogEntry): Promise<void> {
    try {
      await this.api.write({ kind: 'undo', corrects: entry.id, ...(entry.names ? { names: entry.names } : {}) });
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
  }
}
