import { inject, Injectable, InjectionToken, type OnDestroy } from '@angular/core';
import type { CodeAsk, CodeSays } from '../../workers/code.worker';

/** How a worker is made; a test makes its own. */
export const CODE_WORKER = new InjectionToken<() => Promise<() => Worker>>('code worker', {
  providedIn: 'root',
  factory: () => () => import('./code-worker').then((m) => m.makeCodeWorker),
});

/** Finds codes in pictures, in a worker that is fetched with the first picture. Provided by the page. */
@Injectable()
export class Decoder implements OnDestroy {
  private readonly maker = inject(CODE_WORKER);
  private worker: Promise<Worker> | null = null;
  private readonly waiting = new Map<number, { done: (texts: string[]) => void; failed: (e: Error) => void }>();
  private n = 0;

  /** The texts of the codes in a picture; fails where the reading program cannot be fetched or breaks. */
  async textsIn(picture: ImageData): Promise<string[]> {
    const worker = await (this.worker ??= this.begin());
    const n = ++this.n;
    return new Promise((done, failed) => {
      this.waiting.set(n, { done, failed });
      worker.postMessage({ n, picture } satisfies CodeAsk, [picture.data.buffer]);
    });
  }
  private async begin(): Promise<Worker> {
    const worker = (await this.maker())();
    worker.onmessage = ({ data }: MessageEvent<CodeSays>): void => {
      this.waiting.get(data.n)?.done(data.texts);
      this.waiting.delete(data.n);
    };
    worker.onerror = (): void => {
      const failed = [...this.waiting.values()];
      this.ngOnDestroy();
      for (const f of failed) f.failed(new Error('The reading of codes broke off.'));
    };
    return worker;
  }
  ngOnDestroy(): void {
    void this.worker?.then((w) => w.terminate());
    this.worker = null;
    this.waiting.clear();
  }
}
