import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { HouseholdApi, Refused } from '../household/api';
import { placeWords } from '../shared/words';

interface Preview {
  adds: Record<string, number>;
  changes: Record<string, number>;
  same: Record<string, number>;
  problems: { path: string; message: string }[];
}
interface Progress {
  state: 'none' | 'reading' | 'checking';
  done: number;
  of: number;
}
const ASK_EVERY_MS = 400;
const DOING = { reading: 'Reading it', checking: 'Checking what is in it', none: 'Putting it in' } as const;

/** An export brought in: what it would do is shown first, and how far it is while it goes; it can be stopped until the end. */
@Component({
  selector: 'dt-bring-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatProgressBarModule],
  templateUrl: './bring-in.html',
  styleUrl: './bring-in.scss',
})
export class BringIn {
  private readonly api = inject(HouseholdApi);
  /** It is in; with what was said of the copy that was taken before. */
  readonly broughtIn = output<{ copy: unknown }>();
  protected readonly preview = signal<Preview | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly progress = signal<Progress | null>(null);
  protected readonly doing = computed(() => DOING[this.progress()?.state ?? 'none']);
  protected readonly share = computed(() => {
    const p = this.progress();
    return p && p.of > 0 ? Math.min(100, (100 * p.done) / p.of) : 0;
  });
  private file: Blob | null = null;
  protected readonly name = signal('');

  protected readonly place = placeWords;
  /** What is wrong, without its path, which stands before it in words. */
  protected sentence = (x: { path: string; message: string }): string => x.message.replace(x.path, 'It');
  protected tally = (t: Record<string, number>): string =>
    Object.entries(t)
      .map(([k, n]) => `${n} ${k}`)
      .join(', ') || 'nothing';

  protected async choose(file: File | undefined): Promise<void> {
    this.preview.set(null);
    this.said.set(null);
    this.name.set(file?.name ?? '');
    if (!file) return;
    // what a system calls a zip differs; what the name says does not
    const type = /\.zip$/i.test(file.name) ? 'application/zip' : 'application/json';
    this.file = file.slice(0, file.size, type);
    const preview = await this.send<Preview>('/import?preview=1');
    if (preview) this.preview.set(preview);
  }
  protected async take(): Promise<void> {
    const done = await this.send<{ copy: unknown }>('/import');
    if (!done) return;
    this.preview.set(null);
    this.broughtIn.emit(done);
  }
  protected async stop(): Promise<void> {
    await this.api.call('DELETE', '/import').catch(() => undefined);
  }

  private async send<T>(path: string): Promise<T | null> {
    this.progress.set({ state: 'reading', done: 0, of: 1 });
    const ask = setInterval(() => {
      void this.api
        .call<Progress>('GET', '/import')
        .then((p) => this.progress() && this.progress.set(p))
        .catch(() => undefined);
    }, ASK_EVERY_MS);
    try {
      return await this.api.call<T>('POST', path, this.file);
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work: try again.');
      return null;
    } finally {
      clearInterval(ask);
      this.progress.set(null);
    }
  }
}
