import { bootstrapApplication } from '@angular/platform-browser';
import { config } from './app/app.config';
import { Shell } from './app/shell/shell';

bootstrapApplication(Shell, config).catch((e: unknown) => console.error(e));

// kept so that the emergency card opens when the server is gone; only where the browser allows it (this machine, or https)
if ('serviceWorker' in navigator)
  window.addEventListener(
    'load',
    () => void navigator.serviceWorker.register('/service-worker.js').catch(() => undefined),
  );
