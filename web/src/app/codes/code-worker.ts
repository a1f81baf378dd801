/** A worker that finds codes in pictures. Apart, since only the browser knows where its script lies. */
export const makeCodeWorker = (): Worker =>
  new Worker(new URL('../../workers/code.worker', import.meta.url), { type: 'module' });
