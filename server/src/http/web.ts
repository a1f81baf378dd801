import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Middleware } from 'koa';
import send from 'koa-send';
import { HttpProblem } from './problem';

const HASHED = /[-.][A-Z0-9]{8}\.(?:js|css|woff2|svg|wasm)$/i;

/**
 * The built app: hashed files for ever, those of the build before it too (a page may still be open with them), and
 * index.html for every place.
 */
export function web(root: string, before: string): Middleware {
  return async (ctx, next) => {
    if (ctx.path.startsWith('/api') || (ctx.method !== 'GET' && ctx.method !== 'HEAD')) return next();
    if (!existsSync(join(root, 'index.html'))) throw new HttpProblem(503, 'The app is not built yet: run npm start.');
    const isFile = /\.[a-z0-9]+$/i.test(ctx.path);
    try {
      if (isFile)
        await send(ctx, ctx.path, {
          root: HASHED.test(ctx.path) && !existsSync(join(root, ctx.path)) && existsSync(before) ? before : root,
          maxAge: HASHED.test(ctx.path) ? 31_536_000_000 : 0,
          immutable: HASHED.test(ctx.path),
        });
      else {
        await send(ctx, '/index.html', { root });
        ctx.set('Cache-Control', 'no-cache');
      }
    } catch (e) {
      const status = (e as { status?: number }).status ?? 500;
      if (status === 404 || status === 400 || status === 403) throw new HttpProblem(status, 'There is no such file.');
      throw e;
    }
  };
}
