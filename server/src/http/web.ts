import { existsSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { createGzip } from 'node:zlib';
import type { Context, Middleware } from 'koa';
import send from 'koa-send';
import type { Sight } from '../sight/sight';
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

/** What the program is made of and reads is fetched once the first sight is painted: the line is the sight's till then. */
const later = (html: string): string =>
  html.replaceAll(/<link rel="(modulepreload|preload)"(?! as="font")/g, '<link rel="later" data-rel="$1"');
const SHELL = '<dt-shell></dt-shell>';

/**
 * The page in two parts: its head at once, so that its files are on their way while the place is drawn, and then the
 * place. Where that is not drawn in time the page draws itself.
 */
function withFirstSight(ctx: Context, html: string, sight: Sight, theme: string): void {
  const packed = ctx.acceptsEncodings('gzip', 'identity') === 'gzip' ? createGzip({ level: 3 }) : null;
  const out = packed ?? new PassThrough();
  const end = html.indexOf('</head>');
  ctx.compress = false;
  ctx.vary('Accept-Encoding');
  if (packed) ctx.set('Content-Encoding', 'gzip');
  // it holds what this house holds
  ctx.set('Cache-Control', 'no-store');
  ctx.type = 'html';
  ctx.body = out;
  out.write(html.slice(0, end).replace('<html', theme === 'system' ? '<html' : `<html class="theme-${theme}"`));
  packed?.flush();
  const language = ctx.acceptsLanguages()[0] ?? '*';
  void sight
    .draw({ path: ctx.url, cookie: ctx.get('cookie'), language: language === '*' ? 'en' : language })
    .catch(() => null)
    .then((drawn) => {
      const rest = html.slice(end);
      out.end(
        drawn
          ? drawn.styles + rest.replace(SHELL, () => drawn.shell.replace('<dt-shell', '<dt-shell data-sight'))
          : rest,
      );
    });
}

/** What a page is drawn with before its program is there; null where a page always draws itself. */
export interface Showing {
  sight: Sight;
  /** How the household wants it: `system`, `light`, `dark`. */
  theme: () => string;
}

/**
 * The built app: hashed files for ever, those of the build before it too (a page may still be open with them), and
 * index.html for every place, with the files of that place named in its head so that they are fetched at once. A person
 * who opens one and is let in sees it as the server draws it first.
 */
export function web(root: string, before: string, showing: Showing | null = null): Middleware {
  const index = join(root, 'index.html');
  let page: Page | null = null;
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api') || (ctx.method !== 'GET' && ctx.method !== 'HEAD')) return next();
    if (!existsSync(index)) throw new HttpProblem(503, 'The app is not built yet: run npm start.');
    if (!/\.[a-z0-9]+$/i.test(ctx.path)) {
      const made = statSync(index).mtimeMs;
      if (page?.made !== made) page = readPage(root, made);
      const head = page.places.find((p) => p.is.test(ctx.path))?.head ?? '';
      const html = page.html.replace('</head>', `${head}</head>`);
      // not what a service worker keeps for later
      const opened = ctx.method === 'GET' && ctx.get('sec-fetch-mode') === 'navigate';
      if (showing && opened && (ctx.state['isIn'] as (() => boolean) | undefined)?.())
        return withFirstSight(ctx, later(html), showing.sight, showing.theme());
      ctx.set('Cache-Control', 'no-cache');
      ctx.type = 'html';
      ctx.body = html;
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
