/** A worker that shakes figures. Apart, since only the browser knows where its script lies. */
export const makeSureWorker = (): Worker =>
  new Worker(new URL('../../workers/sure.worker', import.meta.url), { type: 'module' });
