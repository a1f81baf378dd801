import { OverlayModule } from '@angular/cdk/overlay';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import Fuse from 'fuse.js';
import { find } from './search';

export interface Choice {
  id: string;
  name: string;
  /** Other words for it. */
  also?: readonly string[];
  /** A second, quieter line. */
  note?: string;
}
let serial = 0;

/**
 * A word in a sentence that opens a list: button → combobox with listbox (WAI-ARIA pattern). Typing finds
 * by household words, with typos. Arrows, Home, End, Enter, Escape; focus returns to the word.
 */
@Component({
  selector: 'dt-chooser',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [OverlayModule],
  template: `
    <button #word type="button" class="word" [class.chip]="look() === 'chip'" cdkOverlayOrigin #origin="cdkOverlayOrigin" aria-haspopup="listbox" [attr.aria-expanded]="open()" [attr.aria-label]="label() + ': ' + shown()" (click)="toggle()" (keydown.arrowdown)="show($event)">{{ shown() }}</button>
    <ng-template cdkConnectedOverlay [cdkConnectedOverlayOrigin]="origin" [cdkConnectedOverlayOpen]="open()" [cdkConnectedOverlayHasBackdrop]="true" cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop" [cdkConnectedOverlayViewportMargin]="8" [cdkConnectedOverlayPush]="true" (backdropClick)="close()" (attach)="focusField()">
      <div class="panel">
        @if (choices().length > 7) {
          <input #field class="input" type="text" role="combobox" aria-autocomplete="list" aria-expanded="true" autocomplete="off" spellcheck="false" [attr.aria-label]="label()" [attr.aria-controls]="listId" [attr.aria-activedescendant]="activeId()" [placeholder]="hint()" (input)="typed($event)" (keydown)="key($event)" />
        }
        <ul #list role="listbox" [id]="listId" [attr.aria-label]="label()" [attr.tabindex]="choices().length > 7 ? -1 : 0" [attr.aria-activedescendant]="choices().length > 7 ? null : activeId()" (keydown)="key($event)">
          @for (c of found(); track c.id; let i = $index) {
            <li role="option" [id]="listId + '-' + i" [attr.aria-selected]="c.id === value()" [class.active]="i === active()" (click)="pick(c)" (mousemove)="active.set(i)">
              <span class="name">{{ c.name }}</span>
              @if (c.note) { <span class="note">{{ c.note }}</span> }
            </li>
          } @empty {
            <li class="none">Nothing by that name. Try another word, or describe it under Own things in Settings.</li>
          }
        </ul>
      </div>
    </ng-template>
  `,
  styles: `
    :host { display: inline; }
    .word:not(.chip) { display: inline; font: inherit; font-weight: 700; color: inherit; background: none; border: 0; padding: 0 1px; margin: 0; cursor: pointer; text-decoration: underline; text-decoration-color: var(--copper); text-decoration-thickness: 3px; text-underline-offset: 5px; text-align: left; }
    .word.chip::after { content: '▾' / ''; }
    .word:not(.chip):hover { color: var(--blue); }
    .panel { width: min(360px, calc(100vw - 24px)); background: var(--enamel); border: 2px solid var(--blue-deep); border-radius: 14px; padding: 8px; box-shadow: 0 8px 28px rgb(0 0 0 / 0.22); margin-top: 6px; }
    .input { margin-bottom: 6px; }
    ul { list-style: none; max-height: min(360px, 50vh); overflow: auto; outline-offset: -2px; }
    li { display: grid; padding: 9px 12px; border-radius: 8px; cursor: pointer; min-height: 40px; }
    li.active { background: var(--blue-wash); }
    li[aria-selected='true'] .name { font-weight: 700; color: var(--blue); }
    .note, .none { color: var(--ink-2); font-size: 14px; }
  `,
})
export class Chooser {
  readonly choices = input.required<readonly Choice[]>();
  readonly value = input<string | null>(null);
  readonly label = input.required<string>();
  readonly hint = input('Type a word');
  readonly empty = input('choose');
  readonly look = input<'word' | 'chip'>('word');
  readonly chosen = output<string>();

  protected readonly listId = `choices-${++serial}`;
  protected readonly open = signal(false);
  protected readonly query = signal('');
  protected readonly active = signal(0);
  private readonly word = viewChild.required<ElementRef<HTMLButtonElement>>('word');
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  private readonly list = viewChild<ElementRef<HTMLUListElement>>('list');
  private readonly fuse = computed(
    () =>
      new Fuse(this.choices(), {
        keys: [{ name: 'name', weight: 2 }, 'also'],
        threshold: 0.34,
        ignoreLocation: true,
        minMatchCharLength: 2,
        includeScore: true,
      }),
  );
  protected readonly shown = computed(() => this.choices().find((c) => c.id === this.value())?.name ?? this.empty());
  protected readonly found = computed(() => {
    const q = this.query().trim();
    return (q ? find(this.fuse(), q) : this.choices()).slice(0, 60);
  });
  protected readonly activeId = computed(() => (this.found().length ? `${this.listId}-${this.active()}` : null));

  protected toggle(): void {
    this.query.set('');
    this.active.set(
      Math.max(
        0,
        this.found().findIndex((c) => c.id === this.value()),
      ),
    );
    this.open.update((o) => !o);
  }
  protected show(e: Event): void {
    e.preventDefault();
    if (!this.open()) this.toggle();
  }
  protected focusField(): void {
    setTimeout(() => {
      (this.field() ?? this.list())?.nativeElement.focus();
      this.reveal();
    });
  }
  protected close(): void {
    this.open.set(false);
    this.word().nativeElement.focus();
  }
  protected typed(e: Event): void {
    this.query.set((e.target as HTMLInputElement).value);
    this.active.set(0);
  }
  protected pick(c: Choice): void {
    this.close();
    this.chosen.emit(c.id);
  }
  protected key(e: KeyboardEvent): void {
    const n = this.found().length;
    const move = { ArrowDown: 1, ArrowUp: -1, Home: -n, End: n, PageDown: 8, PageUp: -8 }[e.key];
    if (move !== undefined && !(this.field() && (e.key === 'Home' || e.key === 'End'))) {
      e.preventDefault();
      this.active.update((a) => Math.max(0, Math.min(n - 1, a + move)));
      this.reveal();
    } else if (e.key === 'Enter' || (e.key === ' ' && !this.field())) {
      e.preventDefault();
      const c = this.found()[this.active()];
      if (c) this.pick(c);
    } else if (e.key === 'Escape') {
      e.preventDefault();
      e.stopPropagation();
      this.close();
    } else if (e.key === 'Tab') this.close();
  }
  private reveal(): void {
    setTimeout(() => document.getElementById(this.activeId() ?? '')?.scrollIntoView({ block: 'nearest' }));
  }
}
