import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { type Edit, type ListRow, readListTable } from '@dolly-tub/core';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { Knowledge } from '../knowledge/knowledge';
import { TableFile } from '../shared/table-file';
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
  readonly file = new TableFile();
  protected readonly capital = capital;

  constructor() {
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.file.leave());
  }
  private readonly read = computed(() => {
    const [cells, c] = [this.file.cells(), this.knowledge.catalogue()];
    return cells && c ? readListTable(cells, c) : null;
  });
  protected readonly rows = computed<readonly ListRow[]>(() => this.read()?.rows ?? []);
  protected readonly wrong = computed(() => this.rows().filter((r) => !r.body).length);
  protected readonly trouble = computed(() => this.file.unread() ?? this.read()?.problems[0] ?? this.deeds.trouble());
  protected amountOf({ body }: ListRow): string {
    return body ? `${figure(body.amount)} ${body.unit === 'piece' ? '' : body.unit}`.trim() : '';
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
