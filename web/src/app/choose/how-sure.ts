import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  InjectionToken,
  input,
  signal,
} from '@angular/core';
import type { Confidence, Context, Question } from '@dolly-tub/core';
import type { SureAsk, SureSays } from '../../workers/sure.worker';
import { Knowledge } from '../knowledge/knowledge';
import { percent } from '../shared/words';

/** How a worker is made; a test makes its own. */
export const SURE_WORKER = new InjectionToken<() => Promise<() => Worker>>('sure worker', {
  providedIn: 'root',
  factory: () => () => import('./sure-worker').then((m) => m.makeSureWorker),
});
/** A question is left alone for so long before its figures are shaken. */
const SETTLED_ms = 700;
/** What a figure rests on, in words. */
const GROUNDS: Readonly<Record<Confidence['grounds'][number], string>> = {
  'from-memory': 'memory',
  household: 'your own figures',
  'common-practice': 'common practice',
  published: 'published figures',
};

/** How often the start stays the start when the figures behind it are shaken; found by a worker, after the ladder stands. */
@Component({
  selector: 'dt-how-sure',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './how-sure.html',
  styleUrl: './how-sure.scss',
})
export class HowSure {
  private readonly maker = inject(SURE_WORKER);
  private readonly knowledge = inject(Knowledge);
  readonly asked = input.required<{ question: Question; context: Context }>();
  private worker: Worker | null = null;
  protected readonly sure = signal<Confidence | null>(null);
  protected readonly pc = percent;
  protected readonly times = computed(() => Math.round((this.sure()?.stays ?? 0) * (this.sure()?.of ?? 0)));
  protected readonly rests = computed(() => (this.sure()?.grounds ?? []).map((g) => GROUNDS[g]).join(' and '));
  protected readonly other = computed(() => this.sure()?.instead[0] ?? null);

  constructor() {
    effect((onCleanup) => {
      const { question, context } = this.asked();
      this.sure.set(null);
      const timer = setTimeout(() => void this.ask(question, context), SETTLED_ms);
      onCleanup(() => {
        clearTimeout(timer);
        this.stop();
      });
    });
    inject(DestroyRef).onDestroy(() => this.stop());
  }
  private stop(): void {
    this.worker?.terminate();
    this.worker = null;
  }
  private async ask(question: Question, context: Context): Promise<void> {
    const now = this.asked();
    const make = await this.maker();
    // asked anew in between
    if (now !== this.asked()) return;
    const worker = (this.worker = make());
    worker.onmessage = ({ data }: MessageEvent<SureSays>): void => {
      this.sure.set(data.confidence);
      this.stop();
    };
    worker.postMessage({ records: this.knowledge.own(), question, context } satisfies SureAsk);
  }
}
