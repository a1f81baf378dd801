import { rmSync } from 'node:fs';
import Router from '@koa/router';
import type { Importing } from '../import/importing';
import type { Told } from '../import/stage';
import type { Store } from '../store/store';
import { once } from './once';
import { HttpProblem, invalid } from './problem';
import { receive } from './upload';

/** Taking a household's document in: checked beside it, then put in all at once; how far it is, and stopping it. */
export function importRoutes(store: Store, imports: Importing, now: () => Date): Router {
  const router = new Router({ prefix: '/api' });
  router.get('/import', (ctx) => {
    const progress = imports.progress();
    ctx.body = progress ? { state: progress.doing, done: progress.done, of: progress.of } : { state: 'none' };
  });
  router.delete('/import', async (ctx) => {
    await imports.stop();
    ctx.status = 204;
  });
  router.post('/import', async (ctx) => {
    const preview = ctx.query['preview'] === '1';
    if (store.damage !== null && !preview) throw new HttpProblem(503, store.damage);
    const { file, zip, hash } = await receive(ctx, imports.place());
    try {
      await imports.run({ file, zip, preview, now: now().toISOString() }, (staged, stagedFile) => {
        const { copy, from, ...told } = staged;
        const newer = told.problems.find((p) => p.path === '/version' && /newer Dolly Tub/.test(p.message));
        if (newer) throw new HttpProblem(422, newer.message, told.problems);
        if (preview) return void (ctx.body = told satisfies Told);
        if (told.problems.length) throw invalid(told.problems);
        store.takeIn(stagedFile, from, (put) =>
          once(ctx, store, now, hash, () => {
            put();
            return { status: 200, answer: { ...told, copy } };
          }),
        );
      });
    } finally {
      rmSync(file, { force: true });
    }
  });
  return router;
}
