import { randomBytes } from 'node:crypto';
import { createReadStream, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Door, FORMAT_VERSION, type LogEntry, type Problem, type RecordOf } from '@dolly-tub/core';
import Router from '@koa/router';
import type { Store } from '../store/store';
import { LARGE_LIMIT, readJson } from './body';
import { confirmed } from './copies';
import { once } from './once';
import { exportSchema } from './openapi';
import { checkPicture } from './picture';
import { HttpProblem, invalid } from './problem';
import { checkRefs, type HouseCatalogue } from './refs';
import { faults, inUtc } from './validate';

interface ExportDocument {
  $schema: string;
  format: string;
  version: number;
  exportedAt: string;
  records: { [D in Door]?: RecordOf<D>[] };
  log?: LogEntry[];
}

/** Parents before children, so that references hold while a document is taken in. */
const ORDER: Door[] = [
  'settings',
  'members',
  'products',
  'materials',
  'soils',
  'tools',
  'files',
  'rooms',
  'kits',
  'spots',
  'stock',
  'bottles',
  'shopping',
  'runs',
];

const TALLY = { added: 'adds', changed: 'changes', same: 'same' } as const;

/** Export, import with preview, backup, the demo, and emptying. */
export function transferRoutes(store: Store, catalogue: HouseCatalogue, now: () => Date, seed: () => void): Router {
  const router = new Router({ prefix: '/api' });

  /** What a page begins with; `seq` says from which change on it asks for more. */
  router.get('/household', (ctx) => {
    ctx.body = { ...store.atHand(), ...(store.damage ? { damage: store.damage } : {}) };
  });
  /** The part of it that must be read again when an entry was taken back. */
  router.get('/household/log', (ctx) => {
    ctx.body = store.logAtHand();
  });

  router.get('/export', (ctx) => {
    const snap = store.snapshot();
    ctx.set('Content-Disposition', `attachment; filename="household-${now().toISOString().slice(0, 10)}.json"`);
    ctx.body = {
      $schema: '/api/schema/export.json',
      format: 'dolly-tub-household',
      version: FORMAT_VERSION,
      exportedAt: now().toISOString(),
      records: snap.records,
      log: snap.log,
    };
  });

  router.post('/import', async (ctx) => {
    const preview = ctx.query['preview'] === '1';
    const raw = (await readJson(ctx, LARGE_LIMIT)) as ExportDocument;
    if ((raw as { version?: unknown } | null)?.version !== undefined && Number(raw.version) > FORMAT_VERSION)
      throw new HttpProblem(
        422,
        `That document was written by a newer Dolly Tub (format ${raw.version}, this one knows ${FORMAT_VERSION}).`,
        [{ path: '/version', message: 'newer than this program' }],
      );
    const wrong: Problem[] = faults(exportSchema, raw);
    const answer = {
      preview,
      adds: {} as Record<string, number>,
      changes: {} as Record<string, number>,
      same: {} as Record<string, number>,
      problems: wrong,
    };
    if (wrong.length) {
      if (!preview) throw invalid(wrong);
      ctx.body = answer;
      return;
    }
    inUtc(exportSchema, raw);
    for (const [i, f] of (raw.records.files ?? []).entries())
      try {
        await checkPicture(f.type, f.bytes, f.sha256);
      } catch (e) {
        if (!(e instanceof HttpProblem)) throw e;
        for (const p of e.errors ?? [])
          answer.problems.push({ path: `/records/files/${i}${p.path}`, message: p.message });
      }
    class Rollback extends Error {}
    const take = (): void => {
      // into an empty house everything comes exactly as it was, versions and numbers too
      const blank = store.isBlank();
      // own records come first, and what follows may refer to them
      let known = catalogue.now();
      for (const door of ORDER) {
        if (door === 'files') known = catalogue.now();
        for (const [i, record] of (raw.records[door] ?? []).entries()) {
          try {
            checkRefs(door, record as unknown as Record<string, unknown>, store, known);
            const put = store.repos[door].put as (r: unknown, exact: boolean) => keyof typeof TALLY;
            const tally = answer[TALLY[put(record, blank)]];
            tally[door] = (tally[door] ?? 0) + 1;
          } catch (e) {
            if (!(e instanceof HttpProblem)) throw e;
            for (const p of e.errors ?? [])
              answer.problems.push({ path: `/records/${door}/${i}${p.path}`, message: p.message });
          }
        }
      }
      for (const entry of raw.log ?? []) {
        const tally = store.log.put(entry, blank) ? answer.adds : answer.same;
        tally['log'] = (tally['log'] ?? 0) + 1;
      }

      if (preview || answer.problems.length) throw new Rollback();
    };
    try {
      if (preview) store.transaction(take);
      else {
        const copy = store.takeCopy('import');
        once(ctx, store, now, raw, () => {
          take();
          return { status: 200, answer: { ...answer, copy } };
        });
      }
    } catch (e) {
      if (!(e instanceof Rollback)) throw e;
      if (!preview) throw invalid(answer.problems.slice(0, 50));
    }
    if (preview) ctx.body = answer;
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
