import { createApplication } from '@angular/platform-browser';
import { Router, withDisabledInitialNavigation } from '@angular/router';
import { config } from './app/app.config';
import { Turns } from './app/shared/in-turn';
import { nextTask } from './app/shared/next-task';
import { Shell } from './app/shell/shell';
import type { FirstSight } from './first-sight';

const KEPT_AFTER_ms = 4000;

/**
 * Begin the program: on an empty page at once, behind the server's first sight until it can take its place. Step by step,
 * each in a task of its own.
 */
export async function begin(sight: FirstSight | null): Promise<void> {
  await nextTask();
  const app = await createApplication(config(withDisabledInitialNavigation()));
  const turns = app.injector.get(Turns);
  if (sight) turns.begin();
  await nextTask();
  const router = app.injector.get(Router);
  await nextTask();
  app.bootstrap(Shell, sight?.host);
  await nextTask();
  router.initialNavigation();
  let still = false;
  void app.whenStable().then(() => (still = true));
  await sight?.handOver(() => still && turns.none());
  turns.end();
  const loaded = document.readyState === 'complete';
  if (loaded) later();
  else window.addEventListener('load', later);
}

function later(): void {
  // fetched once the first place is shown: it opens when the server is gone
  (window.requestIdleCallback ?? setTimeout)(() => void import('./app/emergency/emergency.page'));
  // kept so that the emergency card opens when the server is gone; only where the browser allows it (this machine, or https)
  if ('serviceWorker' in navigator)
    // it fetches every file once more: not while a person waits for the first place
    setTimeout(() => void navigator.serviceWorker.register('/service-worker.js').catch(() => undefined), KEPT_AFTER_ms);
}
