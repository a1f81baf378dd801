import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { changesOfLabel, labelRows, nearestProducts, readLabel } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
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
  template: `
    <div class="row"><label class="btn file">{{ file() ? 'another file' : 'many labels from a file' }}<input type="file" accept=".csv,.json,.txt,text/csv,application/json" (change)="take($event)" /></label><span class="small quiet">CSV with the columns name and label, or a JSON list of the same.</span></div>
    @if (said(); as s) { <p class="small" [class.warn]="wrong()" [attr.role]="wrong() ? 'alert' : 'status'"><b>{{ s }}</b></p> }
    @if (rows().length) {
      <div class="scroll" tabindex="0" role="region" aria-label="Rows of the file"><table class="small"><thead><tr><th scope="col">Row</th><th scope="col">Name</th><th scope="col">Read</th></tr></thead><tbody>@for (r of rows(); track r.row) { <tr [class.off]="!r.body"><td class="num">{{ r.row }}</td><td><b>{{ r.name || '(no name)' }}</b></td><td>@if (r.trouble) { <span class="warn">Left out. {{ r.trouble }}</span> } @else { {{ r.says }} }</td></tr> }</tbody></table></div>
      <div class="row"><button class="btn strong" type="button" [disabled]="busy() || !ready().length" (click)="keep()">Keep {{ ready().length }} {{ ready().length === 1 ? 'product' : 'products' }}</button><button class="link" type="button" (click)="leave()">keep none of them</button></div>
    }
  `,
  styles: `
    :host { display: grid; gap: 10px; } p { margin: 0; } .scroll { max-height: 320px; overflow: auto; border: 2px solid var(--zinc-1); border-radius: 10px; padding: 4px 10px; } table { border-collapse: collapse; width: 100%; } th { text-align: left; } td, th { padding: 5px 10px 5px 0; vertical-align: top; border-bottom: 1px solid var(--zinc-1); }
  `,
})
export class LabelImport {
  readonly kept = output<number>();
  private readonly knowledge = inject(Knowledge);
  private readonly api = inject(HouseholdApi);
  private readonly own = inject(Store).selectSignal(selectOwn);
  protected readonly file = signal<string | null>(null);
  protected readonly rows = signal<Row[]>([]);
  protected readonly said = signal<string | null>(null);
  protected readonly wrong = signal(false);
  protected readonly busy = signal(false);
  protected readonly ready = computed(() => this.rows().flatMap((r) => (r.body ? [{ row: r.row, body: r.body }] : [])));

  private tell(text: string | null, wrong = false): void {
    this.said.set(text);
    this.wrong.set(wrong);
  }
  protected async take(e: Event): Promise<void> {
    const field = e.target as HTMLInputElement;
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
      return {
        row: r.row,
        name: r.name,
        says: near
          ? `${n} recognised${read.unrecognised.length ? `, ${read.unrecognised.length} not` : ''}; ${read.undisclosed ? 'not fully named' : 'a full list'}; like ${near.name}`
          : '',
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
  protected async keep(): Promise<void> {
    this.busy.set(true);
    let n = 0;
    try {
      for (const r of this.ready()) {
        await this.api.create('products', r.body);
        // a row that is kept is gone from the list, so that pressing again repeats nothing
        this.rows.update((rows) => rows.filter((x) => x.row !== r.row));
        n++;
      }
      this.tell(`${n} ${n === 1 ? 'product is' : 'products are'} known from now on.`);
    } catch (x) {
      this.tell(
        `${n} kept, then: ${(x instanceof Refused ? (x.errors[0]?.message ?? x.detail) : 'that did not work').replace(/\.$/, '')}. The others are still here.`,
        true,
      );
    } finally {
      this.busy.set(false);
      if (n) this.kept.emit(n);
    }
  }
  protected leave(): void {
    this.rows.set([]);
    this.file.set(null);
    this.tell(null);
  }
}
