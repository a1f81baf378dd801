import { DestroyRef, inject, Injectable, signal } from '@angular/core';

const minuteOf = (d: Date): number => Math.floor(d.getTime() / 60_000);

/** The moment, by minute and by second. The server's clock counts, so that a fixed demo date reaches the page. */
@Injectable({ providedIn: 'root' })
export class Clock {
  private offset = 0;
  readonly minute = signal(new Date());
  readonly second = signal(new Date());

  constructor() {
    const timer = setInterval(() => this.tick(), 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
    void fetch('/api/health')
      .then((r) => {
        const date = r.headers.get('x-now');
        if (!date) return;
        this.offset = Date.parse(date) - Date.now();
        this.tick();
      })
      .catch(() => undefined);
  }
  /** What is answered for a minute is worked out once in it. */
  private tick(): void {
    const now = this.now();
    this.second.set(now);
    if (minuteOf(now) !== minuteOf(this.minute())) this.minute.set(now);
  }
  now(): Date {
    return new Date(Date.now() + this.offset);
  }
}
