import { STATUS_CODES } from 'node:http';
import type { Problem } from '@dolly-tub/core';
import type { Context, Middleware } from 'koa';
import type { Logger } from 'pino';
import { Conflict, Gone } from '../store/repository';
import { LogProblem } from '../store/log';
import { ReadOnly } from '../store/store';

/** An expected refusal: becomes an RFC 9457 problem document. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly detail: string,
    readonly errors?: Problem[],
    readonly extra: Record<string, unknown> = {},
  ) {
    super(detail);
  }
}
export const invalid = (problems: Problem[]): HttpProblem =>
  new HttpProblem(422, problems[0]?.message ?? 'Something in it is not right.', problems);

function send(ctx: Context, status: number, detail: string, more: Record<string, unknown> = {}): void {
  ctx.status = status;
  ctx.type = 'application/problem+json';
  ctx.body = JSON.stringify({ status, title: STATUS_CODES[status] ?? 'Error', detail, ...more });
}

/** Outermost: every error leaves as a problem document, never as a stack trace. */
export function problems(logger: Logger): Middleware {
  return async (ctx, next) => {
    try {
      await next();
      if (ctx.status === 404 && ctx.body === undefined && ctx.path.startsWith('/api'))
        send(ctx, 404, 'There is nothing at this address.');
      if (ctx.status === 405 && ctx.body === undefined) send(ctx, 405, 'That cannot be done here.');
      if (ctx.status === 501 && ctx.body === undefined) send(ctx, 405, 'That cannot be done here.');
    } catch (e) {
      if (e instanceof HttpProblem) {
        const wait = e.extra['retryAfter'];
        if (typeof wait === 'number') ctx.set('Retry-After', String(wait));
        send(ctx, e.status, e.detail, { ...(e.errors ? { errors: e.errors } : {}), ...e.extra });
      } else if (e instanceof Conflict)
        send(ctx, 409, 'Somebody changed it in the meantime: look at the newer one, then save again.', {
          current: e.current,
        });
      else if (e instanceof Gone) send(ctx, 404, 'That record is not here (any more).');
      else if (e instanceof LogProblem) send(ctx, 422, e.message, { errors: [{ path: e.path, message: e.message }] });
      else if (e instanceof ReadOnly) send(ctx, 503, e.message);
      else if (/^SQLITE_(FULL|IOERR)/.test(String((e as { code?: string }).code))) {
        logger.error({ err: e, path: ctx.path }, 'disk');
        send(
          ctx,
          507,
          'The disk has no room left, or cannot be written: nothing was changed. Make room, then try again.',
        );
      } else if (/^SQLITE_(CORRUPT|NOTADB)/.test(String((e as { code?: string }).code))) {
        logger.error({ err: e, path: ctx.path }, 'damaged');
        send(ctx, 503, 'The household’s file is damaged: stop Dolly Tub, and start it again to see what to put back.');
      } else if ((e as { status?: number }).status && (e as { expose?: boolean }).expose)
        send(ctx, (e as { status: number }).status, 'That request could not be understood.');
      else if (/FOREIGN KEY/.test((e as Error).message))
        send(ctx, 422, 'It refers to a record that is not here.', {
          errors: [{ path: '', message: 'It refers to a record that is not here.' }],
        });
      else {
        logger.error({ err: e, path: ctx.path }, 'unexpected');
        send(
          ctx,
          500,
          'Something went wrong here. Nothing was changed. Try again, and restart Dolly Tub if it happens twice.',
        );
      }
    }
  };
}
