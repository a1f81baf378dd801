import { bootstrapApplication } from '@angular/platform-browser';
import { config } from './app/app.config';
import { Shell } from './app/shell/shell';

const KEPT_AFTER_ms = 4000;

// the first maker of dates of a zone takes the browser 50 ms: not while a place is being drawn
setTimeout(() => new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/London', timeStyle: 'short' }).format(0));
// in a task of its own: between reading the program and beginning it a tap is heard
setTimeout(() => bootstrapApplication(Shell, config).catch((e: unknown) => console.error(e)));

// fetched once the first place is shown: it opens when the server is gone
window.addEventListener('load', () =>
  (window.requestIdleCallback ?? setTimeout)(() => void import('./app/emergency/emergency.page')),
);

// kept so that the emergency card opens when the server is gone; only where the browser allows it (this machine, or https)
if ('serviceWorker' in navigator)
  window.addEventListener('load', () =>
    // it fetches every file once more: not while a person waits for the first place
    setTimeout(() => void navigator.serviceWorker.register('/service-worker.js').catch(() => undefined), KEPT_AFTER_ms),
  );
