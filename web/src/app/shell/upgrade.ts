import { Injectable, signal } from '@angular/core';

/** How often a page that stays open asks whether there is a newer version. */
const ASK_MS = 3_600_000;

/**
 * A newer version of the app waits beside the one that runs: the page says so, and goes over when it is told to, or when
 * nobody looks and nothing is being typed. Until then everything of its own version stays at hand.
 */
@Injectable({ providedIn: 'root' })
export class Upgrade {
  readonly waiting = signal(false);
  private registration: ServiceWorkerRegistration | null = null;

  /** Begin to watch; does nothing where the browser knows no service worker (plain HTTP of another machine). */
  async watch(workers: ServiceWorkerContainer | undefined = navigator.serviceWorker): Promise<void> {
    if (!workers) return;
    const registration = await workers.ready;
    this.registration = registration;
    // another page may have gone over: this one is of the version before, and may follow
    const controlled = workers.controller;
    workers.addEventListener('controllerchange', () => controlled && this.waiting.set(true));
    const look = (): void => {
      if (registration.waiting && workers.controller) this.waiting.set(true);
    };
    look();
    registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', look));
    setInterval(() => void registration.update().catch(() => undefined), ASK_MS);
    document.addEventListener('visibilitychange', () => {
      if (document.hidden && this.waiting() && nothingTyped()) this.goOver();
    });
  }
  /** Load the newer version now. */
  goOver(reload: () => void = () => location.reload()): void {
    const waiting = this.registration?.waiting;
    if (!waiting) return reload();
    waiting.addEventListener('statechange', () => waiting.state === 'activated' && reload());
    waiting.postMessage('take over');
  }
}

/** No field holds anything that was not there when it was drawn, and no clean is under way. */
export function nothingTyped(page: Document = document): boolean {
  if (page.querySelector('dt-run')) return false;
  return [...page.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>('input, textarea')].every(
    (f) => ['checkbox', 'radio', 'button', 'submit'].includes(f.type) || f.value === f.defaultValue || f.value === '',
  );
}
