import { randomBytes } from 'node:crypto';
import { createReadStream, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Router from '@koa/router';
import type { Store } from '../store/store';
import { confirmed } from './copies';
import { once } from './once';
import { invalid } from './problem';

/** What a page begins with, backup, the demo, and emptying. */
export function transferRoutes(store: Store, now: () => Date, seed: () => void): Router {
  const router = new Router({ prefix: '/api' });

  /** What a page begins with; `seq` says from which change on it asks for more. */
  router.get('/household', (ctx) => {
    ctx.type = 'json';
    ctx.body = store.atHand();
  });
  /** The part of it that must be read again when an entry was taken back. */
  router.get('/household/log', (ctx) => {
    ctx.type = 'json';
    ctx.body = store.logAtHand();
  });

  router.get('/backup', async (ctx) => {
    const file = join(tmpdir(), `dolly-tub-${randomBytes(8).toString('hex')}.sqlite`);
    await store.db.sqlite.backup(file);
    ctx.type = 'application/vnd.sqlite3';
    ctx.set('Content-Disposition', `attachment; filename="household-${now().toISOString().slice(0, 10)}.sqlite"`);
    const stream = createReadStream(file);
    stream.on('close', () => rmSync(file, { force: true }));
    ctx.body = stream;
  });

  router.post('/demo/reset', async (ctx) => {
    await confirmed(ctx, 'reset');
    const copy = store.takeCopy('reset');
    once(ctx, store, now, 'reset', () => {
      store.empty();
      seed();
      return {
        status: 200,
        answer: { done: true, copy, rooms: store.repos.rooms.all().length, spots: store.repos.spots.all().length },
      };
    });
  });
  router.post('/household/empty', async (ctx) => {
    const { keep } = await confirmed(ctx, 'empty');
    if (keep !== undefined && typeof keep !== 'boolean')
      throw invalid([{ path: '/keep', message: 'keep is true (a copy for 30 days) or false (nothing is left).' }]);
    const copy = keep === false ? null : store.takeCopy('empty');
    once(ctx, store, now, { confirm: 'empty', keep: keep !== false }, () => {
      store.empty();
      return { status: 200, answer: { done: true, copy } };
    });
    if (keep === false) store.leaveNothing();
  });
  return router;
}
