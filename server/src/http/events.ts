import { PassThrough } from 'node:stream';
import Router from '@koa/router';
import type { Change } from '../store/repository';
import type { Store } from '../store/store';
import { invalid } from './problem';

const HEARTBEAT_MS = 20_000;
const REPLAY_MOST = 1000;

const frame = (c: Change): string =>
  `id: ${c.seq}\nevent: record\ndata: ${JSON.stringify({ door: c.door, id: c.id, version: c.version, op: c.op })}\n\n`;

/** Server-sent changes, with replay after `Last-Event-ID`; and the same feed as a list. */
export function eventRoutes(store: Store): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/events', (ctx) => {
    const stream = new PassThrough();
    ctx.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache', 'X-Accel-Buffering': 'no' });
    ctx.compress = false;
    ctx.status = 200;
    ctx.body = stream;
    const last = Number(ctx.get('last-event-id') || ctx.query['after']);
    stream.write(`retry: 2000\n: now at ${store.lastSeq()}\n\n`);
    if (Number.isFinite(last) && ctx.get('last-event-id') + String(ctx.query['after'] ?? '') !== '') {
      const missed = store.changesAfter(last, REPLAY_MOST + 1);
      if (missed.length > REPLAY_MOST || last > store.lastSeq() || last + 1 < store.firstSeq())
        stream.write(`id: ${store.lastSeq()}\nevent: reset\ndata: {}\n\n`);
      else for (const c of missed) stream.write(frame(c));
    }
    // a device that was signed out hears nothing more
    const isIn = ctx.state['isIn'] as () => boolean;
    const write = (text: string): void => void (isIn() ? stream.write(text) : end());
    const off = store.onChange((c) => write(frame(c)));
    const beat = setInterval(() => write(': beat\n\n'), HEARTBEAT_MS);
    const end = (): void => {
      clearInterval(beat);
      off();
      stream.end();
    };
    ctx.req.on('close', end);
    stream.on('error', end);
  });
  router.get('/changes', (ctx) => {
    const after = Number(ctx.query['after'] ?? 0);
    if (!Number.isInteger(after) || after < 0)
      throw invalid([{ path: '/after', message: 'after must be a whole number.' }]);
    const items = store.changesAfter(after, 500);
    ctx.body = { items, last: store.lastSeq(), ...(after > 0 && after + 1 < store.firstSeq() ? { reset: true } : {}) };
  });
  return router;
}
