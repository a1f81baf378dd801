import type { Middleware } from 'koa';
import { HttpProblem } from './problem';

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Only known hosts are answered (DNS rebinding), and nothing is changed on another site's behalf
 * (Origin and Sec-Fetch-Site must be ours).
 */
export function guard(allowedHosts: ReadonlySet<string>): Middleware {
  return async (ctx, next) => {
    const host = ctx.req.headers.host ?? '';
    const name = host.replace(/:\d+$/, '').toLowerCase();
    if (!allowedHosts.has(name))
      throw new HttpProblem(
        403,
        `Dolly Tub does not answer to the name "${name.slice(0, 60)}". Add it to ALLOWED_HOSTS if it is yours.`,
      );
    if (!SAFE.has(ctx.method)) {
      const origin = ctx.get('origin');
      const site = ctx.get('sec-fetch-site');
      if (site && site !== 'same-origin' && site !== 'none')
        throw new HttpProblem(403, 'Another site may not change anything here.');
      if (origin && originHost(origin) !== host.toLowerCase())
        throw new HttpProblem(403, 'Another site may not change anything here.');
    }
    ctx.set('Cache-Control', 'no-store');
    await next();
  };
}
function originHost(origin: string): string | null {
  try {
    return new URL(origin).host.toLowerCase();
  } catch {
    return null;
  }
}
