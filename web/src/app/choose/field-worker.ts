/** A worker that computes rows of the field. Apart, since only the browser knows where its script lies. */
export const makeFieldWorker = (): Worker =>
  new Worker(new URL('../../workers/field.worker', import.meta.url), { type: 'module' });
