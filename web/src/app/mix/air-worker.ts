/** The worker that runs many rooms. Apart, since only the browser knows where its script lies. */
export const makeAirWorker = (): Worker =>
  new Worker(new URL('../../workers/air.worker', import.meta.url), { type: 'module' });
