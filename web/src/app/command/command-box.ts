import {
  ChangeDetectionStrategy,
  Component,
  computed,
  type ElementRef,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { selectRooms, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { interpret, type Suggestion } from './interpret';

const EXAMPLES = ['limescale on acrylic', 'can I mix bleach and vinegar', 'bleach 1000 ppm 2 L', 'wine on wool'];

/** Ask in words: opens with / or Ctrl K. */
@Component({
  selector: 'dt-command-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule],
  template: `
    <h2 class="visually-hidden" id="command-title">Ask in words</h2>
    <div class="box">
      <input #field class="input" type="text" role="combobox" aria-expanded="true" aria-controls="command-list" aria-autocomplete="list" aria-label="Ask in words" autocomplete="off" spellcheck="false" placeholder="wine on wool" [attr.aria-activedescendant]="found().length ? 'command-' + active() : null" (input)="typed($event)" (keydown)="key($event)" />
      @if (found().length) {
        <ul id="command-list" role="listbox" aria-label="What it may mean">
          @for (s of found(); track s.title; let i = $index) {
            <li role="option" [id]="'command-' + i" [attr.aria-selected]="i === active()" [class.active]="i === active()" (click)="go(s)" (mousemove)="active.set(i)"><span>{{ s.title }}</span><span class="quiet small">{{ s.note }}</span></li>
          }
        </ul>
      } @else {
        <ul id="command-list" role="listbox" aria-label="Examples" class="examples">
          @for (e of examples; track e) { <li role="option" aria-selected="false" (click)="take(e)">{{ e }}</li> }
        </ul>
        @if (text()) { <p class="quiet none" role="status">Nothing by that name yet. Try another word for it.</p> }
      }
    </div>
  `,
  styles: `
    .box { padding: 16px; width: min(620px, 90vw); }
    .input { font-size: 20px; min-height: 54px; }
    ul { list-style: none; margin-top: 10px; }
    li { display: flex; justify-content: space-between; gap: 12px; align-items: center; min-height: 46px; padding: 8px 14px; border-radius: 10px; cursor: pointer; font-weight: 600; }
    li.active, li:hover { background: var(--blue-wash); }
    .examples li { color: var(--ink-2); font-weight: 400; }
    .none { margin: 8px 14px; }
  `,
})
export class CommandBox {
  private readonly dialog = inject(MatDialogRef<CommandBox>);
  private readonly router = inject(Router);
  private readonly knowledge = inject(Knowledge);
  private readonly store = inject(Store);
  private readonly spots = this.store.selectSignal(selectSpots);
  private readonly rooms = this.store.selectSignal(selectRooms);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly examples = EXAMPLES;
  protected readonly text = signal('');
  protected readonly active = signal(0);
  protected readonly found = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? interpret(this.text(), c, this.spots(), this.rooms()) : [];
  });

  constructor() {
    void this.knowledge.load();
  }
  protected typed(e: Event): void {
    this.text.set((e.target as HTMLInputElement).value);
    this.active.set(0);
  }
  protected take(e: string): void {
    this.field().nativeElement.value = e;
    this.text.set(e);
    this.field().nativeElement.focus();
  }
  protected key(e: KeyboardEvent): void {
    const n = this.found().length;
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      this.active.update((a) => (n ? (a + (e.key === 'ArrowDown' ? 1 : n - 1)) % n : 0));
    } else if (e.key === 'Enter') {
      const s = this.found()[this.active()];
      if (s) this.go(s);
    }
  }
  protected go(s: Suggestion): void {
    this.dialog.close();
    void this.router.navigate(s.path, { queryParams: s.query });
  }
}
