import { DAY_MS } from '@dolly-tub/core';
import Router from '@koa/router';
import type { Context, Middleware } from 'koa';
import { type Access, SHORTEST } from '../access/access';
import { readJson } from './body';
import { HttpProblem } from './problem';

const COOKIE = 'dolly-session';
const DAYS = 90;
/** What opens without a session: the shell and the card for "it has been mixed" with what it knows, and the health. */
const FREE = /^\/api\/(?:health|session|catalogue\/(?:lines|whole(?:\/[\w-]+)?))$/;

/** What the doors need to know of who asks. */
export interface Gatekeeper {
  access: Access;
  /** Others than this machine can reach the server: every request needs a session. */
  open: boolean;
  tls: boolean;
  /** What others type, once it is open. */
  addresses: () => readonly string[];
}
const tokenOf = (ctx: Context): string | undefined => ctx.cookies.get(COOKIE);
const fromOf = (ctx: Context): string => ctx.req.socket.remoteAddress ?? '';

/** Every request of an open server needs a session, those of the machine itself too. Problems: 401. */
export function sessions(g: Gatekeeper): Middleware {
  return async (ctx, next) => {
    ctx.state['isIn'] = (): boolean => !g.open || g.access.holds(tokenOf(ctx));
    // doors answer to their names in capitals too
    const door = /^\/+api(?:\/|$)/i.test(ctx.path);
    const free = FREE.test(ctx.path) || (!door && /^(?:GET|HEAD)$/.test(ctx.method));
    if (!free && !(ctx.state['isIn'] as () => boolean)())
      throw new HttpProblem(401, 'Sign in with the passphrase of this house.');
    await next();
  };
}

/** Signing in and out, and the passphrase. */
export function sessionRoutes(g: Gatekeeper): Router {
  const router = new Router({ prefix: '/api' });
  const clear = (ctx: Context): void => {
    ctx.cookies.set(COOKIE, null, { path: '/' });
    ctx.set('Clear-Site-Data', '"cache", "storage"');
  };
  const said = async (ctx: Context): Promise<Record<string, unknown>> =>
    ((await readJson(ctx, 10_000)) ?? {}) as Record<string, unknown>;
  router.get('/session', (ctx) => {
    ctx.body = {
      open: g.open,
      set: g.access.isSet(),
      in: (ctx.state['isIn'] as () => boolean)(),
      tls: g.tls,
      addresses: g.addresses(),
      shortest: SHORTEST,
    };
  });
  router.post('/session', async (ctx) => {
    const token = await g.access.signIn((await said(ctx))['passphrase'], fromOf(ctx));
    ctx.cookies.set(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: g.tls,
      path: '/',
      maxAge: DAYS * DAY_MS,
    });
    ctx.body = { in: true };
  });
  router.delete('/session', (ctx) => {
    if (ctx.query['all'] === '1') {
      if (!(ctx.state['isIn'] as () => boolean)()) throw new HttpProblem(401, 'Sign in first.');
      g.access.signOutAll();
    } else g.access.signOut(tokenOf(ctx));
    clear(ctx);
    ctx.status = 204;
  });
  router.put('/session/passphrase', async (ctx) => {
    const { passphrase, current } = await said(ctx);
    await g.access.set(passphrase, current, fromOf(ctx));
    clear(ctx);
    ctx.status = 204;
  });
  return router;
}
