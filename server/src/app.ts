import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { type Catalogue, loadCatalogue, type RawCatalogue, wordsOf } from '@dolly-tub/core';
import Koa from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import type { Logger } from 'pino';
import { catalogueRoutes } from './http/catalogue';
import { type Computing, computingThreads, type Program } from './compute/pool';
import { computeRoutes } from './http/compute';
import { copyRoutes } from './http/copies';
import { eventRoutes } from './http/events';
import { exportRoutes } from './http/export';
import { guard } from './http/guard';
import { importRoutes } from './http/import';
import { labelPictureRoutes } from './http/label-picture';
import { labelRoutes } from './http/labels';
import { schemaRoutes } from './http/openapi';
import { problems } from './http/problem';
import { recordRoutes } from './http/records';
import { type Gatekeeper, sessionRoutes, sessions } from './http/session';
import { catalogueOf } from './http/refs';
import { transferRoutes } from './http/transfer';
import { web } from './http/web';
import { importing } from './import/importing';
import { pictureReading } from './reading/reading';
import { firstSights, type Sight } from './sight/sight';
import { createStore, type Store } from './store/store';

export interface AppOptions {
  dataDir: string;
  raw: RawCatalogue;
  /** Folder of the built web app. */
  webRoot: string;
  version: string;
  allowedHosts: readonly string[];
  gatekeeper: Gatekeeper;
  logger: Logger;
  now: () => Date;
  /** The program of a thread that computes. */
  computing: Program;
  /** The program of a thread that takes a document in. */
  importing: Program;
  /** The program that reads a picture. */
  reading: Program;
  /** The program of a thread that draws a place; pages draw themselves where there is none. */
  sight?: Program;
  /** So long a page waits for it. */
  sight_ms?: number;
  /** A question that computes for longer is ended; ten seconds where nothing is said. */
  longest_ms?: number;
  /** Seed the demo household when the store is empty. */
  demo: boolean;
  seed: (store: Store, now: Date) => void;
}
export interface App {
  koa: Koa;
  store: Store;
  computing: Computing;
  /** Draws what a page shows first; null where nothing is built for it. */
  sight: Sight | null;
  /** Let go of the file and of the threads. */
  close(): Promise<void>;
}

/** The page went on before its answer was whole: nothing is wrong. */
const LEFT = new Set(['EPIPE', 'ECONNRESET', 'ECANCELED', 'ERR_STREAM_PREMATURE_CLOSE', 'ERR_STREAM_DESTROYED']);

/** The whole server: store, doors and the page, put together in one place. */
export async function createApp(o: AppOptions): Promise<App> {
  const shipped = loadCatalogue(o.raw);
  let known = (): Catalogue => shipped;
  const store: Store = createStore(o.dataDir, o.now, (e) => wordsOf(e, known().soils));
  const catalogue = catalogueOf(store, shipped);
  known = catalogue;
  const seed = (): void => o.seed(store, o.now());
  if (store.damage === null) {
    if (store.isNew()) store.transaction(o.demo ? seed : store.settle);
    else if (store.repos.settings.get('household') === null) store.transaction(store.settle);
  }
  const computing = computingThreads(o.computing, { dataDir: o.dataDir, raw: o.raw }, o.now, o.longest_ms);
  const pictures = pictureReading(o.reading, catalogue);
  const door = await catalogueRoutes(o.raw, catalogue, shipped);

  const koa = new Koa();
  koa.on('error', (err: NodeJS.ErrnoException) => {
    if (!LEFT.has(err.code ?? '')) o.logger.error({ err }, 'koa');
  });
  koa.use(async (ctx, next) => {
    const started = performance.now();
    await next();
    o.logger.debug(
      { method: ctx.method, path: ctx.path, status: ctx.status, ms: Math.round(performance.now() - started) },
      'request',
    );
  });
  koa.use(problems(o.logger));
  koa.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          manifestSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
      crossOriginEmbedderPolicy: false,
      xFrameOptions: { action: 'deny' },
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  koa.use(guard(new Set(['localhost', '127.0.0.1', '[::1]', ...o.allowedHosts.map((h) => h.toLowerCase())])));
  koa.use(
    compress({
      threshold: 2048,
      br: false,
      // half as small again would take five times as long
      gzip: { level: 3 },
      deflate: false,
      filter: (type) => /json|javascript|css|html|svg|manifest/.test(type) && !/event-stream/.test(type),
    }),
  );
  koa.use(sessions(o.gatekeeper));
  koa.use(async (ctx, next) => {
    if (ctx.path !== '/api/health') return next();
    ctx.set('X-Now', o.now().toISOString());
    ctx.body = store.damage
      ? { status: 'damaged', says: store.damage, version: o.version, catalogue: door.hash }
      : { status: 'ok', version: o.version, catalogue: door.hash };
  });
  for (const router of [
    sessionRoutes(o.gatekeeper),
    door.routes,
    computeRoutes(computing),
    schemaRoutes(o.version),
    transferRoutes(store, o.now, seed),
    exportRoutes(o.dataDir, o.now),
    labelRoutes(store, catalogue),
    labelPictureRoutes(pictures),
    importRoutes(store, importing(o.importing, o.dataDir, o.raw), o.now),
    copyRoutes(store, o.now),
    eventRoutes(store),
    recordRoutes(store, catalogue, o.now),
  ]) {
    koa.use(router.routes());
    koa.use(router.allowedMethods());
  }
  const drawing = join(o.webRoot, '../server/main.server.mjs');
  const sight = o.sight && existsSync(drawing) ? firstSights(o.sight, drawing, () => koa.callback(), o.sight_ms) : null;
  const theme = (): string => (store.damage === null && store.repos.settings.get('household')?.theme) || 'system';
  koa.use(web(o.webRoot, join(o.webRoot, '../../before'), sight && { sight, theme }));
  return {
    koa,
    store,
    computing,
    sight,
    async close() {
      pictures.close();
      // at once: somebody may open the folder again
      store.close();
      await Promise.all([sight?.close(), computing.close()]);
    },
  };
}
