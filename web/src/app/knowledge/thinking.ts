import { computed, DestroyRef, inject, InjectionToken, signal } from '@angular/core';
import type {
  CurvePoint,
  Help,
  Instead,
  InTheWay,
  KitCover,
  KitGoal,
  KitReview,
  CurveOf,
  OtherKit,
  Parting,
  Profile,
  SmallestKit,
  SpotJob,
} from '@dolly-tub/core';
import type { KitAsk, KitSays } from '../../workers/kit.worker';
import { Knowledge } from './knowledge';

/** How a worker is made; a test makes its own. */
export const KIT_WORKER = new InjectionToken<() => Promise<() => Worker>>('kit worker', {
  providedIn: 'root',
  factory: () => () => import('./kit-worker').then((m) => m.makeKitWorker),
});
/** Where the solver lies; it is fetched by the worker when it is first needed. */
const WASM = '/highs.wasm';
const TIME_s = 30;
const NO_CURVES: Record<CurveOf, readonly CurvePoint[]> = { harm: [], minutes: [] };

/** What a worker finds out about kits: the smallest, the curve from it, what a kit lacks. Made within a component. */
export class Thinking {
  private readonly maker = inject(KIT_WORKER);
  private readonly knowledge = inject(Knowledge);
  private worker: Worker | null = null;
  private run = 0;
  private asking: KitAsk['ask'] | null = null;
  readonly running = signal(false);
  readonly read = signal<{ done: number; of: number }>({ done: 0, of: 0 });
  readonly kit = signal<SmallestKit | null>(null);
  /** From the smallest kit on, by what it gets better in. */
  readonly curves = signal<Readonly<Record<CurveOf, readonly CurvePoint[]>>>(NO_CURVES);
  /** Wishes of the household that stand in the way of jobs that nothing does, by their number. */
  readonly inTheWay = signal<Readonly<Record<number, readonly InTheWay[]>>>({});
  readonly review = signal<{ review: KitReview; moves: readonly Parting[] } | null>(null);
  /** What can be done with what is in the house, and what would help most. */
  readonly today = signal<{ done: number[]; help: readonly Help[] } | null>(null);
  /** What goes along, carrier by carrier, and the jobs for which nothing is in the house. */
  readonly packed = signal<{ trips: readonly KitCover[][]; open: readonly number[] } | null>(null);
  readonly instead = signal<{ jobs: readonly number[]; instead: readonly Instead[] } | null>(null);
  readonly wrong = signal<string | null>(null);
  readonly progress = computed(() => (this.read().of ? (100 * this.read().done) / this.read().of : 0));

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }
  stop(): void {
    this.run++;
    this.worker?.terminate();
    this.worker = null;
    this.running.set(false);
  }
  /** The smallest kit for these jobs, better ones as they are found. */
  smallest(jobs: readonly SpotJob[], own: readonly string[], goal: KitGoal): Promise<void> {
    return this.ask(jobs, own, { ask: 'smallest', goal, wasm: new URL(WASM, location.origin).href, time_s: TIME_s });
  }
  /** How many of these jobs can be done today, and what would help most. */
  able(jobs: readonly SpotJob[], own: readonly string[]): Promise<void> {
    return this.ask(jobs, own, { ask: 'today' });
  }
  /** What would do in the place of a thing of a kit, for these jobs. */
  swap(
    item: string,
    items: readonly string[],
    profile: Profile,
    jobs: readonly SpotJob[],
    own: readonly string[],
  ): Promise<void> {
    return this.ask(jobs, own, { ask: 'instead', item, items, profile });
  }
  /** What goes along for these jobs, of what is in the house. */
  pack(jobs: readonly SpotJob[], own: readonly string[]): Promise<void> {
    return this.ask(jobs, own, { ask: 'pack', wasm: new URL(WASM, location.origin).href });
  }
  /** A kit held against these jobs. */
  hold(
    items: readonly string[],
    others: readonly OtherKit[],
    profile: Profile,
    jobs: readonly SpotJob[],
    own: readonly string[],
  ): Promise<void> {
    return this.ask(jobs, own, { ask: 'review', items, others, profile });
  }
  private async ask(jobs: readonly SpotJob[], own: readonly string[], then: KitAsk): Promise<void> {
    this.stop();
    this.wrong.set(null);
    this.kit.set(null);
    this.curves.set(NO_CURVES);
    this.review.set(null);
    this.today.set(null);
    this.packed.set(null);
    this.inTheWay.set({});
    this.instead.set(null);
    this.read.set({ done: 0, of: jobs.length });
    if (!jobs.length) return;
    const run = this.run;
    this.running.set(true);
    this.asking = then.ask;
    const make = await this.maker();
    // asked anew in between
    if (run !== this.run) return;
    const w = (this.worker = make());
    w.onmessage = ({ data }: MessageEvent<KitSays>): void => this.heard(data);
    const plain = jobs.map(({ question, context }) => ({ question, context }));
    w.postMessage({ ask: 'jobs', records: this.knowledge.own(), jobs: plain, own } satisfies KitAsk);
    w.postMessage(then);
  }
  private heard(m: KitSays): void {
    if (m.says === 'read') return this.read.set({ done: m.done, of: m.of });
    if (m.says === 'today') {
      if (this.asking === 'today') this.running.set(false);
      return this.today.set(m);
    }
    if (m.says === 'better') return this.kit.set(m.kit);
    this.running.set(false);
    if (m.says === 'wrong') return this.wrong.set(m.message);
    if (m.says === 'instead') return this.instead.set(m);
    if (m.says === 'packed') return this.packed.set(m);
    if (m.says === 'review') return this.review.set(m);
    this.kit.set(m.kit);
    this.curves.set(m.curves);
    this.inTheWay.set(m.inTheWay);
  }
}
