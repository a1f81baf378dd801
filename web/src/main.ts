import { bootstrapApplication } from '@angular/platform-browser';
import { config } from './app/app.config';
import { Shell } from './app/shell/shell';

bootstrapApplication(Shell, config).catch((e: unknown) => console.error(e));
