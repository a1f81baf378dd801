import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import {
  apartFrom,
  type Edit,
  type Kit,
  profileOf,
  putThings,
  readTable,
  type Stock,
  tableOf,
  type TableRow,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { saveCsv } from '../shared/csv';
import { TableFile } from '../shared/table-file';
import { capital, figure } from '../shared/words';

/** Things of a shelf as a table (CSV): brought in all or none, every row shown with what to change; and saved as one. */
@Component({
  selector: 'dt-add-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './add-table.html',
  styleUrl: './add-table.scss',
})
export class AddTable {
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  protected readonly deeds = deedsFrom('kits: a table of things');
  readonly kit = input.required<Kit>();
  readonly here = input.required<readonly Stock[]>();
  readonly done = output<void>();
  readonly file = new TableFile();
  protected readonly capital = capital;

  constructor() {
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => {
      this.file.leave();
      this.done.emit();
    });
  }
  private readonly read = computed(() => {
    const [cells, c] = [this.file.cells(), this.knowledge.catalogue()];
    return cells && c ? readTable(cells, this.kit().places, c) : null;
  });
  /** Every row, also what the gate says of it standing here. */
  protected readonly rows = computed<(TableRow & { amount: string })[]>(() => {
    const c = this.knowledge.catalogue();
    const read = this.read();
    if (!c || !read) return [];
    const there = this.here().flatMap((s) => (s.onHand > 0 ? [s.item] : []));
    const things = read.rows.flatMap((r) => (r.thing ? [r.thing] : []));
    const { left } = apartFrom(
      things,
      there,
      profileOf(this.household(), this.clock.minute()),
      c,
      this.kit().places,
      this.kit().kind,
    );
    return read.rows.map((r) => {
      const bar = r.thing && left.find((x) => x.item === r.thing!.item);
      const amount = r.thing ? `${figure(r.thing.onHand)} of ${figure(r.thing.pack.amount)} ${r.thing.pack.unit}` : '';
      return { ...r, amount, problems: [...r.problems, ...(bar ? [`It may not stand here: ${bar.because}`] : [])] };
    });
  });
  protected readonly wrong = computed(() => this.rows().filter((r) => r.problems.length).length);
  protected readonly trouble = computed(
    () => this.file.unread() ?? this.read()?.problems[0] ?? this.deeds.trouble() ?? null,
  );
  protected readonly ready = computed(() => (this.wrong() ? 0 : this.rows().length));

  protected put(): void {
    const kit = this.kit();
    const things = this.rows().flatMap((r) => (r.thing ? [r.thing] : []));
    const edits: Edit[] = putThings(kit.id, things, this.here().length, uuidv7);
    const pars = new Map(kit.par.map((p) => [p.item, p]));
    for (const t of things) if (t.par !== null) pars.set(t.item, { item: t.item, level: t.par, unit: t.pack.unit });
    if (things.some((t) => t.par !== null))
      edits.push({ does: 'change', on: 'kits', id: kit.id, fields: { par: [...pars.values()] } });
    this.deeds.ask(
      { does: 'write', entry: { kind: 'edit', edits, names: { record: kit.name } } },
      `${things.length} ${things.length === 1 ? 'thing is' : 'things are'} on ${kit.name}.`,
    );
  }
  protected async save(): Promise<void> {
    await saveCsv(tableOf(this.here(), this.kit(), this.knowledge.catalogue()!), this.kit().name);
  }
}
