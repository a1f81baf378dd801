import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Middleware } from 'koa';
import send from 'koa-send';
import { HttpProblem } from './problem';

const HASHED = /[-.][A-Z0-9]{8}\.(?:js|css|woff2|svg|wasm)$/i;

/** What one place needs beside what all need. */
interface Place {
  is: RegExp;
  head: string;
}
interface Page {
  html: string;
  places: Place[];
  made: number;
}
/** index.html, and what the build says that each place needs (`preload.json` beside it). */
function readPage(root: string, made: number): Page {
  const list = join(root, '../preload.json');
  const preload = existsSync(list) ? (JSON.parse(readFileSync(list, 'utf8')) as Record<string, string[]>) : {};
  return {
    made,
    html: readFileSync(join(root, 'index.html'), 'utf8'),
    places: Object.entries(preload).map(([path, files]) => ({
      is: new RegExp(`^/${path.replace(/:\w+/g, '[^/]+')}/?$`),
      head: files.map((f) => `<link rel="modulepreload" href="${f}">`).join(''),
    })),
  };
}

/**
 * The built app: hashed files for ever, those of the build before it too (a page may still be open with them), and
 * index.html for every place, with the files of that place named in its head so that they are fetched at once.
 */
export function web(root: string, before: string): Middleware {
  const index = join(root, 'index.html');
  let page: Page | null = null;
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api') || (ctx.method !== 'GET' && ctx.method !== 'HEAD')) return next();
    if (!existsSync(index)) throw new HttpProblem(503, 'The app is not built yet: run npm start.');
    if (!/\.[a-z0-9]+$/i.test(ctx.path)) {
      const made = statSync(index).mtimeMs;
      if (page?.made !== made) page = readPage(root, made);
      const head = page.places.find((p) => p.is.test(ctx.path))?.head ?? '';
      ctx.set('Cache-Control', 'no-cache');
      ctx.type = 'html';
      ctx.body = page.html.replace('</head>', `${head}</head>`);
      return;
    }
    try {
      await send(ctx, ctx.path, {
        root: HASHED.test(ctx.path) && !existsSync(join(root, ctx.path)) && existsSync(before) ? before : root,
        maxAge: HASHED.test(ctx.path) ? 31_536_000_000 : 0,
        immutable: HASHED.test(ctx.path),
      });
    } catch (e) {
      const status = (e as { status?: number }).status ?? 500;
      if (status === 404 || status === 400 || status === 403) throw new HttpProblem(status, 'There is no such file.');
      throw e;
    }
  };
}
