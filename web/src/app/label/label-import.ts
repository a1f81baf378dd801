import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { changesOfLabel, labelRows, nearestProducts, readLabel } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectOwn } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';

const MAX_BYTES = 2_000_000;
const MAX_ROWS = 500;
interface Row {
  row: number;
  name: string;
  says: string;
  trouble: string;
  body: { name: string; basedOn: string; changes: Record<string, unknown>; label: { text: string } } | null;
}

/** Rows of a file's text: a JSON array of objects, or a CSV with a head. Throws a sentence that says what to change. */
export async function rowsOf(text: string): Promise<unknown[]> {
  if (/^\s*[[{]/.test(text)) {
    let all: unknown;
    try {
      all = JSON.parse(text);
    } catch {
      throw new Error('The file begins like JSON and does not end like it. Export it again, or save it as CSV.');
    }
    const list = Array.isArray(all)
      ? all
      : ((all as { products?: unknown; labels?: unknown }).products ?? (all as { labels?: unknown }).labels);
    if (!Array.isArray(list)) throw new Error('The JSON holds no list: it should be [ {"name": …, "label": …}, … ].');
    return list;
  }
  const { default: Papa } = await import('papaparse');
  const read = Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: 'greedy' });
  if (!read.meta.fields || read.meta.fields.length < 2)
    throw new Error('The first line should name the columns: name,label. Then one product a line.');
  return read.data;
}

/** Many own labels from one file: every row is shown with what was read and what is wrong, before anything is kept. */
@Component({
  selector: 'dt-label-import',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './label-import.html',
  styleUrl: './label-import.scss',
})
export class LabelImport {
  readonly kept = output<number>();
  private readonly knowledge = inject(Knowledge);
  private readonly deeds = deedsFrom('labels of a file');
  private readonly own = inject(Store).selectSignal(selectOwn);
  protected readonly file = signal<string | null>(null);
  protected readonly rows = signal<Row[]>([]);
  protected readonly said = signal<string | null>(null);
  protected readonly wrong = signal(false);
  protected readonly busy = this.deeds.busy;
  protected readonly ready = computed(() => this.rows().flatMap((r) => (r.body ? [{ row: r.row, body: r.body }] : [])));

  constructor() {
    // a row that is kept is gone from the list, so that pressing again repeats nothing
    this.deeds.oneDone.pipe(takeUntilDestroyed()).subscribe(() => {
      const kept = this.ready()[0];
      this.rows.update((rows) => rows.filter((x) => x.row !== kept?.row));
    });
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(({ outcomes }) => {
      this.tell(null);
      this.kept.emit(outcomes.length);
    });
    this.deeds.refused.pipe(takeUntilDestroyed()).subscribe(({ done, errors, detail }) => {
      const why = (errors[0]?.message ?? detail).replace(/\.$/, '');
      this.tell(`${done} kept, then: ${why}. The others are still here.`, true);
      if (done) this.kept.emit(done);
    });
  }
  private tell(text: string | null, wrong = false): void {
    this.said.set(text);
    this.wrong.set(wrong);
  }
  protected async take(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (file) await this.read(file);
  }
  async read(file: Blob & { name?: string }): Promise<void> {
    this.rows.set([]);
    if (file.size > MAX_BYTES)
      return this.tell('The file is larger than 2 MB. Keep only the names and the lists of ingredients.', true);
    try {
      const text = await file.text();
      // eslint-disable-next-line no-control-regex
      if (/[\u0000-\u0008]/.test(text)) throw new Error('This is no text file. Save the table as CSV and take that.');
      const all = await rowsOf(text);
      if (!all.length) throw new Error('The file holds no rows under its head.');
      this.file.set(file.name ?? '');
      this.rows.set(this.understand(all.slice(0, MAX_ROWS)));
      this.tell(
        all.length > MAX_ROWS
          ? `Only the first ${MAX_ROWS} of ${all.length} rows are taken: split the file.`
          : `${this.ready().length} of ${all.length} rows can be kept.`,
        all.length > MAX_ROWS,
      );
    } catch (x) {
      this.tell(x instanceof Error ? x.message : 'The file cannot be read.', true);
    }
  }
  private understand(all: readonly unknown[]): Row[] {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const byName = new Map([...c.products.values()].map((p) => [p.name.toLowerCase(), p]));
    return labelRows(
      all,
      this.own().products.map((o) => o.name),
    ).map((r) => {
      const read = readLabel(r.label, c);
      const asked = r.nearest ? (c.products.get(r.nearest) ?? byName.get(r.nearest.toLowerCase())) : undefined;
      const problems = [...r.problems];
      if (r.nearest && !asked)
        problems.push(`"${r.nearest}" is no product that is known here: leave the column empty, or name one.`);
      const near = asked ?? nearestProducts(read, c, 1)[0];
      if (!problems.length && !near)
        problems.push('Nothing in it is recognised, so no product is near: name one in the column "nearest".');
      const n = read.ingredients.length;
      const not = read.unrecognised.length ? `, ${read.unrecognised.length} not` : '';
      const full = read.undisclosed ? 'not fully named' : 'a full list';
      return {
        row: r.row,
        name: r.name,
        says: near ? `${n} recognised${not}; ${full}; like ${near.name}` : '',
        trouble: problems.join(' '),
        body:
          !problems.length && near
            ? {
                name: r.name,
                basedOn: near.id,
                changes: { ...changesOfLabel(r.label, [], near, c) },
                label: { text: r.label },
              }
            : null,
      };
    });
  }
  protected keep(): void {
    const ready = this.ready();
    const n = ready.length;
    this.deeds.ask(
      ready.map((r) => ({ does: 'make' as const, on: 'products' as const, body: r.body })),
      `${n} ${n === 1 ? 'product is' : 'products are'} known from now on.`,
    );
  }
  protected leave(): void {
    this.rows.set([]);
    this.file.set(null);
    this.tell(null);
  }
}
