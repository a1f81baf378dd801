import { parentPort, workerData } from 'node:worker_threads';
import { loadCatalogue, type RawCatalogue } from '@dolly-tub/core';
import { type Job, stage } from './stage';

/** A thread that takes one document in, tells how far it is, and ends. */
const { job, raw } = workerData as { job: Job; raw: RawCatalogue };
const port = parentPort!;
let told = 0;
const staged = await stage(job, loadCatalogue(raw), (progress) => {
  const now = performance.now();
  if (now - told < 100) return;
  told = now;
  port.postMessage({ progress });
});
port.postMessage({ staged });
