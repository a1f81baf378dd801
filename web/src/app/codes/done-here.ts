import { Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { LogEntry } from '@dolly-tub/core';
import { type Deed, deedsFrom, undoable, undoOf } from '../household/deeds';

/** One thing done in this sitting, with what takes it back. */
export interface Done {
  n: number;
  says: string;
  state: 'asking' | 'done' | 'refused' | 'back';
  entries: readonly LogEntry[];
}

/** What was done here, pack after pack, newest first: each can be taken back by itself. Provided by the page. */
@Injectable()
export class DoneHere {
  private readonly deeds = deedsFrom('codes');
  private readonly undoing = deedsFrom('codes: undo');
  readonly list = signal<readonly Done[]>([]);
  private n = 0;
  /** Numbers of what was asked and is not heard of yet, in the order in which it is carried out. */
  private readonly asked: number[] = [];
  private readonly back: number[] = [];

  constructor() {
    const set = (n: number | undefined, change: Partial<Done>): void =>
      this.list.update((all) => all.map((d) => (d.n === n ? { ...d, ...change } : d)));
    const here = takeUntilDestroyed;
    this.deeds.done
      .pipe(here())
      .subscribe(({ outcomes }) => set(this.asked.shift(), { state: 'done', entries: undoable(outcomes) }));
    this.deeds.refused
      .pipe(here())
      .subscribe(({ detail }) => set(this.asked.shift(), { state: 'refused', says: detail }));
    this.undoing.done.pipe(here()).subscribe(() => set(this.back.shift(), { state: 'back' }));
    this.undoing.refused.pipe(here()).subscribe(({ detail }) => set(this.back.shift(), { says: detail }));
  }
  does(deeds: readonly Deed[], says: string): void {
    const n = ++this.n;
    this.asked.push(n);
    this.list.update((all) => [{ n, says, state: 'asking', entries: [] }, ...all]);
    this.deeds.ask(deeds);
  }
  takeBack({ n, entries }: Done): void {
    if (this.back.includes(n)) return;
    this.back.push(n);
    this.undoing.ask(entries.map((e) => ({ does: 'write' as const, entry: undoOf(e) })));
  }
}
