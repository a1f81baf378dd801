import { createHash } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import type { Context } from 'koa';
import type { Store } from '../store/store';
import { idempotency } from '../store/tables';
import { invalid } from './problem';

/**
 * Run a POST once: the same key and body answer as the first time, from the same transaction that did
 * the work. Another body under the same key is a 422.
 */
export function once(
  ctx: Context,
  store: Store,
  now: () => Date,
  body: unknown,
  work: () => { status: number; answer: unknown },
): void {
  const key = ctx.get('idempotency-key');
  if (key.length > 200)
    throw invalid([{ path: 'Idempotency-Key', message: 'The key is too long: at most 200 characters.' }]);
  const route = `${ctx.method} ${ctx.path}`;
  const hash = createHash('sha256').update(JSON.stringify(body)).digest('hex');
  const done = store.transaction(() => {
    if (key) {
      const had = store.db.orm
        .select()
        .from(idempotency)
        .where(and(eq(idempotency.key, key), eq(idempotency.route, route)))
        .get();
      if (had && had.bodyHash !== hash)
        throw invalid([
          { path: 'Idempotency-Key', message: 'This key was used before for something else: take a new one.' },
        ]);
      if (had) return { status: had.status, text: had.answer };
    }
    const r = work();
    const text = JSON.stringify(r.answer);
    if (key)
      store.db.orm
        .insert(idempotency)
        .values({ key, route, bodyHash: hash, status: r.status, answer: text, at: now().toISOString() })
        .run();
    return { status: r.status, text };
  });
  ctx.status = done.status;
  ctx.type = 'json';
  ctx.body = done.text;
}
