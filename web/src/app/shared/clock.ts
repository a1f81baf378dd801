import { DestroyRef, inject, Injectable, signal } from '@angular/core';

/** The moment, by minute and by second. The server's clock counts, so that a fixed demo date reaches the page. */
@Injectable({ providedIn: 'root' })
export class Clock {
  private offset = 0;
  readonly minute = signal(new Date());
  readonly second = signal(new Date());

  constructor() {
    let last = 0;
    const timer = setInterval(() => {
      const now = this.now();
      this.second.set(now);
      if (Math.floor(now.getTime() / 60000) !== last) {
        last = Math.floor(now.getTime() / 60000);
        this.minute.set(now);
      }
    }, 1000);
    inject(DestroyRef).onDestroy(() => clearInterval(timer));
    void fetch('/api/health')
      .then((r) => {
        const date = r.headers.get('x-now');
        if (!date) return;
        this.offset = Date.parse(date) - Date.now();
        this.minute.set(this.now());
        this.second.set(this.now());
      })
      .catch(() => undefined);
  }
  now(): Date {
    return new Date(Date.now() + this.offset);
  }
}
