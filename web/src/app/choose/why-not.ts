import { ReactiveFormsModule, FormControl } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
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
  imports: [MatFormFieldModule, MatInputModule, ReactiveFormsModule, MatButton, MatDialogModule, SourceNote],
  templateUrl: './why-not.html',
  styleUrl: './why-not.scss',
})
export class WhyNot {
  protected readonly data = inject<WhyNotData>(MAT_DIALOG_DATA);
  protected readonly words = STATUS;
  protected readonly asked = new FormControl(this.data.query ?? '', { nonNullable: true });
  private readonly query = toSignal(this.asked.valueChanges, { initialValue: this.asked.value });
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
}
