import { MatExpansionModule } from '@angular/material/expansion';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  InjectionToken,
  input,
  type OnDestroy,
  output,
  signal,
} from '@angular/core';
import {
  type AirLimit,
  type AirScatter,
  ppmOf,
  type Release,
  type Room,
  type ScatterAnswer,
  zoneCurve,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { scaleLinear, scaleLog } from 'd3-scale';
import { area as d3area, line as d3line } from 'd3-shape';
import { selectRooms } from '../household/state';
import { Chooser, type Choice } from '../shared/chooser';
import { SourceNote } from '../shared/source-note';
import { figure, percent, span } from '../shared/words';
import type { AirAsk, AirSays } from '../../workers/air.worker';

/** How the worker is made; a test makes its own. */
export const AIR_WORKER = new InjectionToken<() => Promise<() => Worker>>('air worker', {
  providedIn: 'root',
  factory: () => () => import('./air-worker').then((m) => m.makeAirWorker),
});
const MINUTES = 60;
/** Limits nearer than this to the one below are drawn as one band. */
const TOGETHER = 1.6;
const RUNS = 20000;
const [W, H, LEFT, RIGHT, TOP, BOTTOM] = [640, 300, 64, 128, 12, 34];
const INPUT: Record<string, string> = {
  amount: 'how much comes free',
  ventilation: 'the ventilation',
  exchange: 'how the air stirs',
  room: 'the size of the room',
  speed: 'how fast it comes off',
};

/** Volume of a room from its outline (m³). */
function volumeOf(r: Room): number {
  const twice = r.outline.reduce((a, p, i) => {
    const q = r.outline[(i + 1) % r.outline.length]!;
    return a + p.x * q.y - q.x * p.y;
  }, 0);
  return Math.max(1, (Math.abs(twice) / 2 / 1e6) * (r.height_mm / 1000));
}

/**
 * The air of one room: near the work, over an hour, with the published limits as bands and nine of ten rooms
 * like it around the middle one. It explains a verdict and never softens it.
 */
@Component({
  selector: 'dt-air',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatExpansionModule, MatButton, Chooser, SourceNote],
  templateUrl: './air.html',
  styleUrl: './air.scss',
})
export class Air implements OnDestroy {
  readonly release = input.required<Release>();
  private readonly allRooms = inject(Store).selectSignal(selectRooms);
  private readonly maker = inject(AIR_WORKER);
  private worker: Worker | null = null;
  protected readonly RUNS = RUNS.toLocaleString('en');
  protected readonly W = W;
  protected readonly H = H;
  protected readonly LEFT = LEFT;
  protected readonly RIGHT = RIGHT;
  protected readonly fig = figure;
  /** mL of each thing, and a wish for another amount. */
  readonly mL = input(100);
  readonly amount = output<number>();
  protected readonly amounts: Choice[] = [
    { id: '30', name: 'a capful, 30 mL' },
    { id: '100', name: 'a splash, 100 mL' },
    { id: '250', name: 'a cup, 250 mL' },
    { id: '1000', name: 'a litre' },
  ];
  protected readonly roomId = signal('');
  protected readonly window = signal('shut');
  protected readonly running = signal(false);
  protected readonly done = signal('0');
  protected readonly scattered = signal<ScatterAnswer | null>(null);
  protected readonly windows: Choice[] = [
    { id: 'shut', name: 'window and door shut' },
    { id: 'later', name: 'window opened after 10 minutes' },
    { id: 'open', name: 'window open all the time' },
  ];
  protected readonly rooms = computed<Choice[]>(() => [
    { id: '', name: 'a small bathroom, 8 m³' },
    ...this.allRooms().map((r) => ({ id: r.id, name: `${r.name.toLowerCase()}, ${Math.round(volumeOf(r))} m³` })),
  ]);
  private readonly room = computed(() => this.allRooms().find((r) => r.id === this.roomId()));
  private readonly question = computed<AirScatter>(() => {
    const room = this.room();
    const volume = room ? volumeOf(room) : 8;
    const fan = ((room?.fan_Lps ?? 0) * 3.6) / volume;
    const shut = Math.max(room?.ach ?? 0.5, fan);
    const open = shut + 4;
    const r = this.release();
    return {
      room_m3: { middle: volume, factor: room ? 1.15 : 1.5 },
      ach: { middle: this.window() === 'open' ? open : shut, factor: 2 },
      opened: this.window() === 'later' ? { from_min: 10, ach: { middle: open, factor: 2 } } : null,
      // air moving at some centimetres a second past half a sphere of a metre (common practice: 0.5 to 10 m³/min)
      exchange_m3PerMin: { middle: 2, factor: 3 },
      near_m3: 1,
      // the bound is the most; the middle case lets half of it go
      mg: { middle: r.mg / 2, factor: 2 },
      perMin: { middle: r.perMin, factor: r.perMin ? 2 : 1 },
    };
  });
  private readonly times = Array.from({ length: MINUTES + 1 }, (_, i) => i);
  /** The most that can come free, in the middle room: ppm near the work. */
  private readonly curve = computed(() => {
    const q = this.question();
    const r = this.release();
    const { near } = zoneCurve(
      { room_m3: q.room_m3.middle, near_m3: q.near_m3, exchange_m3PerMin: q.exchange_m3PerMin.middle },
      [
        r.perMin
          ? { kind: 'decaying', from_min: 0, mg: r.mg, perMin: r.perMin }
          : { kind: 'instant', at_min: 0, mg: r.mg },
      ],
      [
        { from_min: 0, ach: q.ach.middle },
        ...(q.opened ? [{ from_min: q.opened.from_min, ach: q.opened.ach.middle }] : []),
      ],
      this.times,
    );
    return [...near].map((c) => Math.min(r.saturated_ppm, ppmOf(c, r.gas.molarMass!)));
  });

  constructor() {
    effect(() => void this.run(this.question()));
  }
  ngOnDestroy(): void {
    this.stop();
  }
  protected stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.running.set(false);
  }
  private async run(question: AirScatter): Promise<void> {
    this.stop();
    this.scattered.set(null);
    const make = await this.maker();
    if (question !== this.question()) return;
    const w = make();
    this.worker = w;
    this.running.set(true);
    w.onmessage = ({ data }: MessageEvent<AirSays>): void => {
      if ('done' in data) this.done.set(data.done.toLocaleString('en'));
      else {
        this.scattered.set(data.answer);
        this.stop();
      }
    };
    w.postMessage({ question, minutes: MINUTES, runs: RUNS, seed: 1 } satisfies AirAsk);
  }

  // ---------- drawing
  private readonly y = computed(() => {
    const limits = this.release().limits.map((l) => l.ppm);
    const top = Math.max(...this.curve(), ...limits) * 2;
    return scaleLog()
      .domain([Math.min(...limits) / 5, top])
      .range([H - BOTTOM, TOP])
      .clamp(true);
  });
  protected readonly x = scaleLinear()
    .domain([0, MINUTES])
    .range([LEFT, W - RIGHT]);
  protected readonly ticks = computed(() =>
    this.y()
      .ticks(5)
      .filter((v) => Number.isInteger(Math.log10(v)))
      .map((v) => ({ v, y: this.y()(v) })),
  );
  protected readonly bands = computed(() => {
    const y = this.y();
    let last = H;
    // limits that lie together are one band, under the name of the lowest of them
    const kept: AirLimit[] = [];
    for (const l of this.release().limits) if (!kept.length || l.ppm >= kept.at(-1)!.ppm * TOGETHER) kept.push(l);
    return kept.map((l, i, all) => {
      const at = y(l.ppm);
      const top = all[i + 1] ? y(all[i + 1]!.ppm) : TOP;
      const label = Math.min(at, last - 14);
      last = label;
      return { name: `${l.name} ${l.ppm}`, at, y: top, h: Math.max(0, at - top), label, fill: `var(--v${l.severity})` };
    });
  });
  private readonly ppm = (mgPerM3: number): number => ppmOf(mgPerM3, this.release().gas.molarMass!);
  protected readonly path = computed(
    () =>
      d3line<number>(
        (_, i) => this.x(i),
        (v) => this.y()(Math.max(v, 1e-9)),
      )(this.curve()) ?? '',
  );
  protected band(s: ScatterAnswer): string {
    return (
      d3area<number>(
        (_, i) => this.x(s.times[i]!),
        (v) => this.y()(Math.max(this.ppm(v), 1e-9)),
        (_, i) => this.y()(Math.max(this.ppm(s.high[i]!), 1e-9)),
      )(s.low) ?? ''
    );
  }
  private minutesAbove(ppm: number): number {
    return this.curve().filter((v) => v > ppm).length;
  }
  protected readonly peak = computed(() => `At the most ${figure(Math.max(...this.curve()))} ppm near it.`);
  protected readonly above = computed(() =>
    [...this.release().limits]
      .reverse()
      .map((l) => ({ l, m: this.minutesAbove(l.ppm) }))
      .filter((a) => a.m > 0)
      .slice(0, 2)
      .map(
        ({ l, m }) => `Above ${l.name} (${l.ppm} ppm) for ${m > MINUTES ? 'more than an hour' : `about ${span(m)}`}.`,
      )
      .join(' '),
  );
  /** A tenth of the lower explosive limit: from there on a spark is in question. */
  protected readonly burns = computed(() => {
    const { gas } = this.release();
    if (gas.lowerExplosive_percent === undefined) return null;
    const tenth = gas.lowerExplosive_percent * 1000;
    const from = this.curve().findIndex((v) => v > tenth);
    return {
      reached: from >= 0,
      text:
        from >= 0
          ? `Near it the vapour passes a tenth of what can explode (${figure(tenth)} ppm) after ${from ? span(from) : 'no time'}: no flame, no switch, air it.`
          : `It stays under a tenth of what can explode (${figure(tenth)} ppm).`,
      source: gas.basis['lowerExplosive_percent'] ?? gas.basis.default,
    };
  });
  /** No time is promised after which it is safe. */
  protected readonly cancer = computed(() => {
    const { carcinogen, basis } = this.release().gas;
    return carcinogen ? { source: basis['carcinogen'] ?? basis.default } : null;
  });
  protected readonly says = computed(
    () => `${this.release().gas.name} near the work over an hour, ppm. ${this.peak()} ${this.above()}`,
  );
  protected shares = (s: ScatterAnswer): string =>
    s.shares
      .filter((x) => x.share > 0.03)
      .map((x) => `${INPUT[x.input]} ${percent(x.share)}`)
      .join(', ');
  protected readonly rows = computed(() => {
    const s = this.scattered();
    return [0, 1, 2, 5, 10, 15, 20, 30, 45, 60].map((t) => {
      const i = s ? s.times.findIndex((x) => Math.abs(x - t) < 1e-6) : -1;
      return {
        t,
        mid: this.curve()[t]!,
        low: i >= 0 ? this.ppm(s!.low[i]!) : 0,
        high: i >= 0 ? this.ppm(s!.high[i]!) : 0,
      };
    });
  });
}
