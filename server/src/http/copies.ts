import Router from '@koa/router';
import type { REASONS } from '../store/copies';
import type { Store } from '../store/store';
import { readJson } from './body';
import { once } from './once';
import { HttpProblem, invalid } from './problem';
import { notHere } from './refs';

/** What a copy was taken before, in words; every reason has some. */
const WORDS: Record<(typeof REASONS)[number], string> = {
  migration: 'before the file was brought up to a newer Dolly Tub',
  empty: 'before the household was emptied',
  reset: 'before the demo was put back',
  import: 'before an export was brought in',
  restore: 'before a copy was brought back',
};

/** Ask for the word that goes with what cannot be taken back. Problems: 422. */
export async function confirmed(ctx: Parameters<typeof readJson>[0], word: string): Promise<Record<string, unknown>> {
  const body = (await readJson(ctx)) as Record<string, unknown> | null;
  if (body?.['confirm'] !== word)
    throw invalid([
      { path: '/confirm', message: `This throws away what is here now: send {"confirm": "${word}"} to go on.` },
    ]);
  return body;
}

/** The copies that were taken before something was thrown away: what there is, and bringing one back. */
export function copyRoutes(store: Store, now: () => Date): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/copies', (ctx) => {
    ctx.body = { items: store.copies().map((c) => ({ ...c, says: WORDS[c.reason] })) };
  });
  router.post('/copies/:id/restore', async (ctx) => {
    await confirmed(ctx, 'restore');
    const copy = store.copies().find((c) => c.id === ctx.params['id']);
    if (!copy) throw notHere();
    if (store.isDamaged(copy.id)) throw new HttpProblem(422, 'That copy is damaged: take another, or a backup.');
    const kept = store.takeCopy('restore');
    once(ctx, store, now, 'restore', () => {
      store.bringBack(copy.id);
      return { status: 200, answer: { done: true, copy: kept } };
    });
  });
  return router;
}
