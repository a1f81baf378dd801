import { MatExpansionModule } from '@angular/material/expansion';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  InjectionToken,
  type OnDestroy,
  signal,
} from '@angular/core';
import { Router } from '@angular/router';
import { candidatesOf, type FieldCell, profileOf } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { Chooser, type Choice } from '../shared/chooser';
import { capital, percent, SEVERITY } from '../shared/words';
import type { FieldAsk, FieldSays } from '../../workers/field.worker';
import { type FieldAt, type FieldLine, FieldMap, HARM_COLOURS, HARM_WORDS } from './field-map';
import { FieldTable } from './field-table';
import { Ways } from './ways';

/** How a worker is made; a test makes its own. */
export const FIELD_WORKER = new InjectionToken<() => Promise<() => Worker>>('field worker', {
  providedIn: 'root',
  factory: () => () => import('./field-worker').then((m) => m.makeFieldWorker),
});
/** Every material against every soil: at which rung it is possible. Computed in workers, drawn as a matrix, each cell opens its ladder. */
@Component({
  selector: 'dt-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, FieldMap, FieldTable, MatButton, MatButtonToggle, MatExpansionModule, MatProgressBar, Ways],
  templateUrl: './field.page.html',
  styleUrl: './field.page.scss',
})
export class FieldPage implements OnDestroy {
  private readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  protected readonly pc = percent;
  protected readonly words = HARM_WORDS;
  protected readonly colours = HARM_COLOURS;
  protected readonly amounts: Choice[] = SEVERITY.slice(1).map((name, i) => ({ id: String(i + 1), name }));
  protected readonly severity = signal(3);
  protected readonly family = signal('');
  protected readonly finishes = signal(false);
  protected readonly running = signal(false);
  protected readonly wrong = signal<string | null>(null);
  protected readonly rows = signal<ReadonlyMap<string, FieldCell[]>>(new Map());
  protected readonly at = signal<FieldAt>({ row: 0, col: 0 });
  private workers: Worker[] = [];
  private readonly maker = inject(FIELD_WORKER);

  constructor() {
    void this.knowledge.load();
  }
  ngOnDestroy(): void {
    this.end();
  }
  protected readonly amount = computed(() => SEVERITY[this.severity()]);
  /** Materials that are known; what nobody knows has no row. */
  private readonly known = computed(() =>
    [...(this.knowledge.catalogue()?.materials.values() ?? [])].filter((m) => !m.unknown),
  );
  protected readonly families = computed<Choice[]>(() => [
    { id: '', name: 'all materials' },
    ...[...new Set(this.known().map((m) => m.family))].sort().map((f) => ({ id: f, name: f })),
  ]);
  /** Rows: faces by family. */
  protected readonly lines = computed<FieldLine[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const all: FieldLine[] = this.finishes()
      ? candidatesOf('material', c).map((x) => ({ ...x, family: c.materials.get(x.id.split('/')[0]!)!.family }))
      : this.known().map((m) => ({ id: m.id, name: m.name, family: m.family }));
    return all
      .filter((l) => !this.family() || l.family === this.family())
      .sort((a, b) => (a.family < b.family ? -1 : a.family > b.family ? 1 : 0));
  });
  /** Columns: soils by nature. */
  protected readonly soils = computed(() =>
    [...(this.knowledge.catalogue()?.soils.values() ?? [])].sort((a, b) =>
      a.nature < b.nature ? -1 : a.nature > b.nature ? 1 : 0,
    ),
  );
  protected readonly tally = computed(() => {
    const cells = [...this.rows().values()].flat();
    if (!cells.length) return '';
    const share = (s: FieldCell['state']): string => percent(cells.filter((x) => x.state === s).length / cells.length);
    return `A rung suffices in ${share('rung')}, may not in ${share('short')}; nothing is safe in ${share('none')}; damage ${share('damage')}.`;
  });
  protected readonly told = computed(() => {
    const { row, col } = this.at();
    const line = this.lines()[row];
    const soil = this.soils()[col];
    const cell = line && this.rows().get(line.id)?.[col];
    if (!line || !soil) return '';
    const what = `${capital(soil.name)} on ${line.name}: `;
    if (!cell) return `${what}not computed yet.`;
    if (cell.state === 'rung')
      return `${what}rung ${cell.rung}, ${cell.name}. Shifts it ${percent(cell.effect)}, wears it ${percent(cell.harm)}.`;
    if (cell.state === 'short')
      return `${what}the strongest safe is ${cell.name}, ${percent(cell.effect)}: it may not suffice.`;
    return what + cell.name;
  });
  private end(): void {
    this.workers.forEach((w) => w.terminate());
    this.workers = [];
  }
  protected stop(): void {
    this.end();
    this.running.set(false);
  }
  protected async start(): Promise<void> {
    this.wrong.set(null);
    this.end();
    const make = await this.maker();
    this.rows.set(new Map());
    this.running.set(true);
    const most = Math.max(1, Math.min(4, (navigator.hardwareConcurrency || 2) - 1, this.lines().length));
    const context = { profile: profileOf(this.household(), this.clock.minute()) };
    let open = most;
    for (let i = 0; i < most; i++) {
      const faces = this.lines()
        .filter((_, k) => k % most === i)
        .map((l) => l.id);
      const w = make();
      let left = faces.length;
      w.onmessage = ({ data }: MessageEvent<FieldSays>): void => {
        if ('wrong' in data) {
          this.stop();
          return this.wrong.set(data.wrong);
        }
        this.rows.update((r) => new Map(r).set(data.face, data.cells));
        if (--left === 0 && --open === 0) this.stop();
      };
      w.postMessage({
        records: this.knowledge.own(),
        faces,
        soils: this.soils().map((s) => s.id),
        severity: this.severity(),
        context,
      } satisfies FieldAsk);
      this.workers.push(w);
    }
  }

  protected openCell(): void {
    const line = this.lines()[this.at().row];
    const soil = this.soils()[this.at().col];
    if (!line || !soil) return;
    const [material, finish] = line.id.split('/');
    void this.router.navigate(['/choose'], {
      queryParams: { soil: soil.id, material, finish: finish ?? null, severity: String(this.severity()) },
    });
  }
}
