import { MatExpansionModule } from '@angular/material/expansion';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  InjectionToken,
  type OnDestroy,
  signal,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { candidatesOf, type FieldCell, profileOf } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { scaleBand, scaleThreshold } from 'd3-scale';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { Chooser, type Choice } from '../shared/chooser';
import { capital, percent, SEVERITY } from '../shared/words';
import type { FieldAsk, FieldSays } from '../../workers/field.worker';
import { Ways } from './ways';

/** How a worker is made; a test makes its own. */
export const FIELD_WORKER = new InjectionToken<() => Promise<() => Worker>>('field worker', {
  providedIn: 'root',
  factory: () => () => import('./field-worker').then((m) => m.makeFieldWorker),
});
interface Line {
  id: string;
  name: string;
  family: string;
}
/** Harm of the recommended rung: where the next class begins, and its word. */
const BANDS = [0.05, 0.15, 0.35];
const WORDS = ['gentle', 'mild', 'firm', 'harsh'];
const COLOURS = ['--good', '--v1', '--copper', '--v5'];
const LEFT = 104;
const TOP = 74;

/** Every material against every soil: at which rung it is possible. Computed in workers, drawn as a matrix, each cell opens its ladder. */
@Component({
  selector: 'dt-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatExpansionModule, MatButtonToggle, MatButton, Chooser, Ways],
  templateUrl: './field.page.html',
  styleUrl: './field.page.scss',
})
export class FieldPage implements OnDestroy {
  private readonly knowledge = inject(Knowledge);
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  private readonly household = inject(Store).selectSignal(selectHousehold);
  protected readonly pc = percent;
  protected readonly words = WORDS;
  protected readonly colours = COLOURS;
  protected readonly amounts: Choice[] = SEVERITY.slice(1).map((name, i) => ({ id: String(i + 1), name }));
  protected readonly severity = signal(3);
  protected readonly family = signal('');
  protected readonly finishes = signal(false);
  protected readonly running = signal(false);
  protected readonly rows = signal<ReadonlyMap<string, FieldCell[]>>(new Map());
  private readonly at = signal<{ row: number; col: number }>({ row: 0, col: 0 });
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');
  private workers: Worker[] = [];
  private readonly maker = inject(FIELD_WORKER);

  constructor() {
    void this.knowledge.load();
    effect(() => this.draw());
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
  protected readonly lines = computed<Line[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const all: Line[] = this.finishes()
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
  protected readonly natures = computed(() => [...new Set(this.soils().map((s) => s.nature))]);
  protected readonly tally = computed(() => {
    const cells = [...this.rows().values()].flat();
    if (!cells.length) return '';
    const share = (s: FieldCell['state']): string => percent(cells.filter((x) => x.state === s).length / cells.length);
    return `A rung suffices in ${share('rung')}, may not in ${share('short')}; nothing is safe in ${share('none')}; damage ${share('damage')}.`;
  });
  protected readonly table = computed(() =>
    [...new Set(this.lines().map((l) => l.family))].map((family) => {
      const of = this.lines().filter((l) => l.family === family && this.rows().has(l.id));
      return {
        family,
        shares: this.natures().map((n) => {
          const cells = of.flatMap((l) =>
            this.rows()
              .get(l.id)!
              .filter((_, i) => this.soils()[i]!.nature === n),
          );
          return cells.length ? cells.filter((x) => x.state === 'rung').length / cells.length : null;
        }),
      };
    }),
  );
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
    const c = this.knowledge.catalogue()!;
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
        this.rows.update((r) => new Map(r).set(data.face, data.cells));
        if (--left === 0 && --open === 0) this.stop();
      };
      w.postMessage({
        catalogue: c,
        faces,
        soils: this.soils().map((s) => s.id),
        severity: this.severity(),
        context,
      } satisfies FieldAsk);
      this.workers.push(w);
    }
  }

  // ---------- drawing
  private scales(): { x: ReturnType<typeof scaleBand<number>>; y: ReturnType<typeof scaleBand<number>> } {
    const el = this.canvas()?.nativeElement.parentElement;
    const cols = this.soils().length;
    const rows = this.lines().length;
    const w = Math.max(5, Math.floor(((el?.clientWidth ?? 1000) - LEFT - 46) / cols));
    const h = Math.max(5, Math.min(20, Math.floor(620 / rows)));
    const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i);
    return {
      x: scaleBand<number>()
        .domain(range(cols))
        .range([LEFT, LEFT + cols * w])
        .paddingInner(0.12),
      y: scaleBand<number>()
        .domain(range(rows))
        .range([TOP, TOP + rows * h])
        .paddingInner(0.12),
    };
  }
  private draw(): void {
    const canvas = this.canvas()?.nativeElement;
    const done = this.rows();
    const lines = this.lines();
    const soils = this.soils();
    const here = this.at();
    const ctx = canvas?.getContext('2d');
    if (!canvas || !ctx) return;
    const { x, y } = this.scales();
    // room at the right for the slanted word of the last column
    const [width, height] = [x.range()[1] + 46, y.range()[1] + 8];
    const dpr = window.devicePixelRatio || 1;
    canvas.width = width * dpr;
    canvas.height = height * dpr;
    canvas.style.width = `${width}px`;
    canvas.style.height = `${height}px`;
    ctx.scale(dpr, dpr);
    const style = getComputedStyle(canvas);
    const colour = (name: string): string => resolve(style.getPropertyValue(name), canvas);
    const band = scaleThreshold<number, string>().domain(BANDS).range(COLOURS.map(colour));
    const [ink, zinc, track, bad] = ['--ink-2', '--zinc-2', '--zinc-1', '--v5'].map(colour);
    ctx.font = `600 12px ${style.fontFamily}`;
    ctx.fillStyle = ink!;
    ctx.textBaseline = 'middle';
    // groups: families at the left, natures along the top
    let last = '';
    let lastY = -20;
    lines.forEach((l, i) => {
      if (l.family === last) return;
      last = l.family;
      const at = y(i)!;
      ctx.fillStyle = track!;
      ctx.fillRect(LEFT, at - 1, x.range()[1] - LEFT, 1);
      ctx.fillStyle = ink!;
      if (at - lastY > 11) {
        ctx.fillText(l.family, 8, at + 6);
        lastY = at;
      }
    });
    last = '';
    let lastX = -20;
    soils.forEach((s, i) => {
      if (s.nature === last) return;
      last = s.nature;
      // a word that would lie on the one before is left to the line above the picture
      if (x(i)! - lastX < 15) return;
      lastX = x(i)!;
      ctx.save();
      ctx.translate(x(i)! + 4, TOP - 6);
      ctx.rotate(-0.9);
      ctx.fillText(s.nature, 0, 0);
      ctx.restore();
    });
    lines.forEach((l, r) => {
      const cells = done.get(l.id);
      soils.forEach((_, k) => {
        const [px, py, w, h] = [x(k)!, y(r)!, x.bandwidth(), y.bandwidth()];
        const cell = cells?.[k];
        if (!cell) {
          ctx.fillStyle = track!;
          ctx.fillRect(px, py, w, h);
        } else if (cell.state === 'rung') {
          ctx.fillStyle = band(cell.harm);
          ctx.fillRect(px, py, w, h);
        } else if (cell.state === 'short') {
          ctx.fillStyle = zinc!;
          ctx.fillRect(px, py, w, h);
        } else if (cell.state === 'none') {
          ctx.strokeStyle = bad!;
          ctx.strokeRect(px + 0.5, py + 0.5, w - 1, h - 1);
        } else {
          ctx.fillStyle = zinc!;
          ctx.fillRect(px, py + h / 2 - 0.5, w, 1);
        }
      });
    });
    ctx.strokeStyle = colour('--ink');
    ctx.lineWidth = 2;
    ctx.strokeRect(x(here.col)! - 1.5, y(here.row)! - 1.5, x.bandwidth() + 3, y.bandwidth() + 3);
  }
  protected over(e: MouseEvent): void {
    const { x, y } = this.scales();
    const col = Math.floor((e.offsetX - LEFT) / x.step());
    const row = Math.floor((e.offsetY - TOP) / y.step());
    if (col >= 0 && row >= 0 && col < this.soils().length && row < this.lines().length) this.at.set({ row, col });
  }
  protected key(e: KeyboardEvent): void {
    const move = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageUp: [-10, 0],
      PageDown: [10, 0],
      Home: [0, -999],
      End: [0, 999],
    }[e.key];
    if (move) {
      e.preventDefault();
      const clamp = (v: number, n: number): number => Math.max(0, Math.min(n - 1, v));
      this.at.update((a) => ({
        row: clamp(a.row + move[0]!, this.lines().length),
        col: clamp(a.col + move[1]!, this.soils().length),
      }));
    } else if (e.key === 'Enter') {
      e.preventDefault();
      this.openCell();
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

/** A colour of the theme as the canvas wants it: `light-dark()` is resolved by the page. */
function resolve(value: string, near: HTMLElement): string {
  const probe = document.createElement('i');
  probe.style.color = value;
  near.parentElement!.append(probe);
  const colour = getComputedStyle(probe).color;
  probe.remove();
  return colour;
}
