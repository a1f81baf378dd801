import { ChangeDetectionStrategy, Component, computed, DOCUMENT, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatDialog } from '@angular/material/dialog';
import { RouterLink } from '@angular/router';
import { choicesOf, type MixAnswer } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { InTurn } from '../shared/in-turn';
import { SourceNote } from '../shared/source-note';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';
import { Air } from './air';
import { Chemistry } from './chemistry';
import { Emergency } from './emergency';
import { type Allowed, LabelAllows } from './label-allows';
import { Meeting } from './meeting';
import { MeetingWeb } from './meeting-web';

/** One big verdict, then the web of which meets which, then why and what instead. */
@Component({
  selector: 'dt-mix-verdict',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    Air,
    Chemistry,
    LabelAllows,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MeetingWeb,
    RouterLink,
    SourceNote,
    VerdictShape,
  ],
  templateUrl: './mix-verdict.html',
  styleUrl: './mix-verdict.scss',
})
export class MixVerdict {
  protected readonly meeting = inject(Meeting);
  protected readonly words = VERDICTS;
  private readonly knowledge = inject(Knowledge);
  private readonly dialog = inject(MatDialog);
  private readonly document = inject(DOCUMENT);
  private readonly settings = inject(Store).selectSignal(selectSettings);
  private readonly kept = deedsFrom('mix: label allows');
  protected readonly trouble = this.kept.trouble;

  /** Mixing one's own, where people disagree: shown where it matters, and it opens nothing. */
  protected readonly own = computed(() => {
    const c = this.knowledge.catalogue();
    if (!c || this.meeting.state.meeting() !== 'container' || this.meeting.state.items().length < 2) return null;
    const stances = this.settings()?.stances ?? {};
    const x = choicesOf({ stances }, c).find((k) => k.stance.where === 'mix');
    return x ? { question: x.stance.question, choice: x.choice.name, because: x.stance.because } : null;
  });
  /** The two findings that weigh most, each rule and pair once. */
  protected readonly reasons = computed(() => {
    const seen = new Set<string>();
    return (this.meeting.answer()?.findings ?? [])
      .filter((f) => {
        const key = `${f.rule}|${f.between.join('|')}`;
        return !seen.has(key) && seen.add(key);
      })
      .slice(0, 2);
  });
  /** The reason, large: what harms most; where its place has made it harmless, why there. */
  protected readonly reason = (a: MixAnswer): string => {
    const first = a.findings[0];
    return (a.level === 0 && first?.note) || (first?.because ?? this.nothing());
  };
  private readonly nothing = computed(() =>
    this.meeting.items().every((i) => i.disclosed)
      ? 'No rule concerns them, and everything in them is named.'
      : 'No rule concerns anything that their labels name.',
  );
  /** In a machine, where the verdict turns on what the labels say: asked of every product among the things. */
  protected readonly allowed = computed<{ of: Allowed[]; asks: string; says: string } | null>(() => {
    const column = this.meeting.place()?.column;
    const turns = this.knowledge.catalogue()?.columns.get(column ?? '')?.labelled;
    const a = this.meeting.answer();
    const ids = this.meeting.state.items().flatMap((i) => i.product ?? []);
    if (!turns || !a || ids.length < this.meeting.state.items().length) return null;
    const says = this.settings()?.labelled ?? [];
    if (!turns.from.includes(a.level) && !ids.every((id) => says.includes(id))) return null;
    return {
      of: ids.map((id, n) => ({ id, name: capital(this.meeting.items()[n]!.name), says: says.includes(id) })),
      asks: turns.asks,
      says: turns.says,
    };
  });
  /** Kept with the product, so that it is asked once. */
  protected allow(of: Allowed): void {
    const settings = this.settings()!;
    this.allowing = (this.allowing ?? settings.labelled ?? []).filter((id) => id !== of.id);
    if (of.says) this.allowing = [...this.allowing, of.id];
    this.kept.ask({ does: 'change', on: 'settings', id: settings.id, fields: { labelled: [...this.allowing] } });
  }
  /** Answers that are under way: the next one goes upon them. */
  private allowing: readonly string[] | null = null;
  /** On a phone what is going to meet stands below. */
  protected change(): void {
    const title = this.document.getElementById('mix-title');
    title?.scrollIntoView();
    title?.focus({ preventScroll: true });
  }
  protected happened(): void {
    this.dialog.open(Emergency, {
      ariaLabelledBy: 'emergency-title',
      disableClose: true,
      width: '720px',
      maxWidth: '96vw',
      data: {
        what: this.meeting
          .items()
          .map((i) => i.name)
          .join(' and '),
      },
    });
  }
}
