/** A worker that thinks about kits. Apart, since only the browser knows where its script lies. */
export const makeKitWorker = (): Worker =>
  new Worker(new URL('../../workers/kit.worker', import.meta.url), { type: 'module' });
