import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { type Edit, type ListRow, readListTable } from '@dolly-tub/core';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { Knowledge } from '../knowledge/knowledge';
import { readCsv } from '../shared/csv';
import { capital, figure } from '../shared/words';

/** Lines of what to buy from a table: every row is shown with what is wrong, and all come in as one deed, or none. */
@Component({
  selector: 'dt-list-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './list-table.html',
  styleUrl: './list-table.scss',
})
export class ListTable {
  private readonly knowledge = inject(Knowledge);
  protected readonly deeds = deedsFrom('list: a table');
  private readonly cells = signal<readonly (readonly string[])[] | null>(null);
  private readonly unread = signal<string | null>(null);
  protected readonly capital = capital;

  constructor() {
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.cells.set(null));
  }
  private readonly read = computed(() => {
    const [cells, c] = [this.cells(), this.knowledge.catalogue()];
    return cells && c ? readListTable(cells, c) : null;
  });
  protected readonly rows = computed<readonly ListRow[]>(() => this.read()?.rows ?? []);
  protected readonly wrong = computed(() => this.rows().filter((r) => !r.body).length);
  protected readonly trouble = computed(() => this.unread() ?? this.read()?.problems[0] ?? this.deeds.trouble());
  protected amountOf({ body }: ListRow): string {
    return body ? `${figure(body.amount)} ${body.unit === 'piece' ? '' : body.unit}`.trim() : '';
  }
  protected async take(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (file) await this.open(file);
  }
  async open(file: Blob): Promise<void> {
    this.unread.set(null);
    this.cells.set(null);
    try {
      this.cells.set(await readCsv(file));
    } catch (x) {
      this.unread.set(x instanceof Error ? x.message : 'The file cannot be read.');
    }
  }
  protected leave(): void {
    this.cells.set(null);
  }
  protected put(): void {
    const edits = this.rows().flatMap((r): Edit[] =>
      r.body
        ? [{ does: 'make', on: 'shopping', id: uuidv7(), fields: { ...r.body, reason: 'wanted', state: 'open' } }]
        : [],
    );
    if (this.wrong() || !edits.length) return;
    this.deeds.ask(
      { does: 'write', entry: { kind: 'edit', edits, names: { record: 'a list' } } },
      `On the list: ${edits.length} ${edits.length === 1 ? 'line' : 'lines'}.`,
    );
  }
}
