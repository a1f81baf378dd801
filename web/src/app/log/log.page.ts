import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { DAY_MS, editWords, type LogEntry, OUTCOME_WORDS, REASON_WORDS } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import type { ShownEntry } from '../household/api';
import { deedsFrom, undoOf } from '../household/deeds';
import { selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { InTurn } from '../shared/in-turn';
import { capital, figure, span, when } from '../shared/words';
import { EVERYTHING, logEvents, logFeature } from './log.state';

const KINDS: [string, string][] = [
  ['', 'what was done'],
  ['clean', 'cleans'],
  ['mix', 'bottles mixed'],
  ['stock', 'stock'],
  ['note', 'notes'],
  ['damage', 'damage'],
  ['edit', 'changes'],
  ['undo', 'undone'],
  [EVERYTHING, 'everything'],
];
const EDITS = { make: 'New', change: 'Changed', 'put-away': 'Put away' } as const;

/** Everything that was done, newest first; never changed, only added to. */
@Component({
  selector: 'dt-log',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    MatIcon,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatButton,
  ],
  templateUrl: './log.page.html',
  styleUrl: './log.page.scss',
})
export class LogPage {
  protected readonly store = inject(Store);
  protected readonly noting = deedsFrom('log: note');
  protected readonly undoing = deedsFrom('log: undo');
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly events = logEvents;
  protected readonly kinds = KINDS;
  protected readonly state = {
    kind: this.store.selectSignal(logFeature.selectKind),
    words: this.store.selectSignal(logFeature.selectWords),
    next: this.store.selectSignal(logFeature.selectNext),
    read: this.store.selectSignal(logFeature.selectRead),
    trouble: this.store.selectSignal(logFeature.selectTrouble),
  };
  private readonly items = this.store.selectSignal(logFeature.selectItems);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly words = new FormControl('', { nonNullable: true });
  protected readonly draft = new FormGroup({ text: new FormControl('', { nonNullable: true }) });

  constructor() {
    void this.knowledge.load();
    this.store.dispatch(logEvents.opened());
    this.noting.done.pipe(takeUntilDestroyed()).subscribe(() => this.draft.reset());
    effect(() => this.words.setValue(this.state.words(), { emitEvent: false }));
    this.words.valueChanges
      .pipe(takeUntilDestroyed())
      .subscribe((words) => this.store.dispatch(logEvents.wordsTyped({ words })));
  }
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
          title: `Stock ${e.reason ? REASON_WORDS[e.reason] : ''}`,
          detail: [e.names?.['product'], moves, e.text].filter(Boolean).join(' · '),
        };
      case 'edit': {
        const [first] = e.edits ?? [];
        const name = c?.products.get(e.names?.['record'] ?? '')?.name ?? e.names?.['record'] ?? '';
        return {
          title: `${EDITS[first?.does ?? 'change']}${name ? `: ${name}` : ''}`,
          detail: editWords(e),
        };
      }
      case 'damage':
        return { title: `Damage: ${spot}`, detail: [e.method?.name, e.text].filter(Boolean).join(' · ') };
      case 'undo':
        return { title: 'Undone', detail: moves };
      default:
        return { title: e.text ?? capital(e.kind), detail: e.names?.['spot'] ?? '' };
    }
  }
  protected readonly days = computed(() => {
    const s = this.settings();
    const now = this.clock.minute().getTime();
    const days: {
      day: string;
      entries: {
        id: string;
        entry: ShownEntry;
        time: string;
        title: string;
        detail: string;
        outcome: string;
        canUndo: boolean;
        undone: boolean;
      }[];
    }[] = [];
    for (const entry of this.items()) {
      const f = { entry, ...this.describe(entry) };
      const day = when(f.entry.at, s?.timeZone, s?.locale, false);
      if (days[days.length - 1]?.day !== day) days.push({ day, entries: [] });
      const undone = Boolean(entry.undone);
      days[days.length - 1]!.entries.push({
        id: f.entry.id,
        entry: f.entry,
        time: when(f.entry.at, s?.timeZone, s?.locale).split(', ').pop()!.slice(-5),
        title: f.title,
        detail: f.detail,
        outcome: f.entry.outcome ? OUTCOME_WORDS[f.entry.outcome] : '',
        canUndo:
          f.entry.kind !== 'undo' &&
          f.entry.kind !== 'head-moved' &&
          !undone &&
          now - Date.parse(f.entry.recordedAt) < DAY_MS,
        undone,
      });
    }
    return days;
  });
  private readonly hits = this.store.selectSignal(logFeature.selectRates);
  protected readonly rates = computed(() =>
    this.hits()
      .slice(0, 9)
      .map((r) => ({ ...r, name: capital(r.name), words: `${Math.round(100 * r.share)} %` })),
  );
  protected clear(): void {
    this.store.dispatch(logEvents.wordsTyped({ words: '' }));
    this.store.dispatch(logEvents.kindChosen({ kind: EVERYTHING }));
  }
  protected note(): void {
    const text = this.draft.getRawValue().text.trim();
    if (text) this.noting.ask({ does: 'write', entry: { kind: 'note', text } }, 'Written down.');
  }
  protected undo(entry: LogEntry): void {
    this.undoing.ask({ does: 'write', entry: undoOf(entry) }, 'Taken back.');
  }
}
