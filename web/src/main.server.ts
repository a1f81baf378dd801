import {
  DOCUMENT,
  ErrorHandler,
  inject,
  mergeApplicationConfig,
  PendingTasks,
  provideAppInitializer,
} from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { provideServerRendering, renderApplication } from '@angular/platform-server';
import { Store } from '@ngrx/store';
import { config } from './app/app.config';
import { selectTrouble } from './app/household/state';
import { READ_SHIPPED } from './app/knowledge/knowledge';
import { readShipped } from './workers/shipped';
import { Shell } from './app/shell/shell';
import { drawnForGood } from './first-sight';

const OFTEN_ms = 4;
const EMPTY = '<html><head><base href="/"></head><body><dt-shell></dt-shell></body></html>';

/** It never changes while a server runs: read for the first drawing, and again only where that failed. */
let shipped: ReturnType<typeof readShipped> | null = null;
const readOnce = (): NonNullable<typeof shipped> =>
  (shipped ??= readShipped().catch((e: unknown) => {
    shipped = null;
    throw e;
  }));

/** A place as the program draws it: its styles, and its shell. */
export interface Drawn {
  styles: string;
  shell: string;
}

/**
 * A place of this house drawn without a browser, for the page's first sight; null where it cannot be drawn for good in
 * `longest_ms`, or only with an error. `url` is whole and must have one of `hosts`.
 */
export async function draw(url: string, hosts: string[], longest_ms: number): Promise<Drawn | null> {
  let wrong: unknown = null;
  const until = performance.now() + longest_ms;
  const drawing = mergeApplicationConfig(config(), {
    providers: [
      provideServerRendering(),
      { provide: READ_SHIPPED, useValue: readOnce },
      { provide: ErrorHandler, useValue: { handleError: (e: unknown) => (wrong ??= e) } },
      // what a place reads is not among what the framework waits for by itself
      provideAppInitializer(() => {
        const page = inject(DOCUMENT);
        const done = inject(PendingTasks).add();
        const trouble = inject(Store).selectSignal(selectTrouble);
        const look = (): void => {
          wrong ??= trouble() ?? (performance.now() > until ? 'late' : null);
          if (wrong || drawnForGood(page)) done();
          else setTimeout(look, OFTEN_ms);
        };
        look();
      }),
    ],
  });
  const html = await renderApplication((context) => bootstrapApplication(Shell, drawing, context), {
    url,
    document: EMPTY,
    allowedHosts: hosts,
  });
  if (wrong) return null;
  // of the head only: an attribute further down may hold whatever somebody called a thing
  const head = html.slice(0, html.indexOf('</head>'));
  return {
    styles: [...head.matchAll(/<style[^>]*>[\s\S]*?<\/style>/g)].map(([style]) => style).join(''),
    shell: /<dt-shell[\s\S]*<\/dt-shell>/.exec(html)?.[0] ?? '',
  };
}

// the builder asks for a door of this name
export default draw;
