import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import type { Advice, Catalogue } from '@dolly-tub/core';
import Fuse from 'fuse.js';
import { SourceNote } from '../shared/source-note';
import { capital } from '../shared/words';

export interface WhyNotData {
  advice: Advice;
  catalogue: Catalogue;
  face: string;
  query?: string;
}
const STATUS = {
  ladder: 'on the ladder',
  refused: 'ruled out',
  limited: 'only some ways',
  weak: 'too weak',
  outdone: 'outdone',
  kit: 'not in the kit',
  later: 'not today',
} as const;
const ORDER = ['refused', 'later', 'limited', 'kit', 'outdone', 'weak', 'ladder'];

/** Every product and tool of the catalogue, and why it is or is not on the ladder. Nothing disappears silently. */
@Component({
  selector: 'dt-why-not',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatDialogModule, SourceNote],
  template: `
    <div class="box">
      <h2 id="why-not-title">Why not …?</h2>
      <input class="input" type="search" aria-label="Why not this?" placeholder="vinegar, steel wool, bleach" [value]="query()" (input)="typed($event)" cdkFocusInitial />
      <p class="quiet small" role="status">{{ found().length }} of {{ all().length }}, for {{ data.face }}</p>
      <ul class="list" tabindex="0" aria-label="Reasons">
        @for (x of found().slice(0, 80); track x.id) {
          <li [class]="x.status">
            <div class="row"><h3>{{ x.name }}</h3><span class="tag">{{ words[x.status] }}</span></div>
            <p>{{ x.because }}@if (x.operands) { <span class="quiet"> ({{ x.operands }})</span> } <dt-source [of]="x.source" /></p>
            @if (x.but; as b) { <p class="but"><b>But:</b> {{ b.because }}@if (b.operands) { <span class="quiet"> ({{ b.operands }})</span> } <dt-source [of]="b.source" /></p> }
          </li>
        } @empty { <li>Nothing by that name is known here. Paste its label in Mix.</li> }
      </ul>
      <button class="btn" type="button" mat-dialog-close>Close</button>
    </div>
  `,
  styles: `
    .box { padding: 20px 22px; display: grid; gap: 10px; justify-items: start; }
    .input { font-size: 18px; }
    .list { list-style: none; display: grid; gap: 8px; width: 100%; max-height: min(56vh, 520px); overflow: auto; padding-right: 4px; }
    li { border-left: 4px solid var(--zinc-2); padding: 4px 0 4px 12px; } li.refused { border-color: var(--copper); } li.ladder { border-color: var(--blue); } li.limited { border-color: var(--v2); }
    li p { margin: 2px 0 0; } .tag { font-size: 14px; font-weight: 600; color: var(--ink-2); } .but { padding-top: 4px; }
  `,
})
export class WhyNot {
  protected readonly data = inject<WhyNotData>(MAT_DIALOG_DATA);
  protected readonly words = STATUS;
  protected readonly query = signal(this.data.query ?? '');
  protected readonly all = computed(() =>
    Object.entries(this.data.advice.considered)
      .map(([id, c]) => {
        const record =
          c.kind === 'product' ? this.data.catalogue.products.get(id)! : this.data.catalogue.tools.get(id)!;
        return { id, ...c, name: capital(record.name), also: record.synonyms };
      })
      .sort((a, b) => ORDER.indexOf(a.status) - ORDER.indexOf(b.status) || (a.name < b.name ? -1 : 1)),
  );
  private readonly fuse = computed(
    () =>
      new Fuse(this.all(), {
        keys: [{ name: 'name', weight: 2 }, 'also'],
        threshold: 0.32,
        ignoreLocation: true,
        minMatchCharLength: 2,
      }),
  );
  protected readonly found = computed(() =>
    this.query().trim()
      ? this.fuse()
          .search(this.query().trim())
          .map((r) => r.item)
      : this.all(),
  );
  protected typed(e: Event): void {
    this.query.set((e.target as HTMLInputElement).value);
  }
}
