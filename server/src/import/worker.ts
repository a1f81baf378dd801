import { loadCatalogue, type RawCatalogue } from '@dolly-tub/core';
import { type Job, stage } from './stage';

/** A program of its own that takes one document in, tells how far it is, and ends: its memory goes with it. */
const { job, raw } = await new Promise<{ job: Job; raw: RawCatalogue }>((given) => process.once('message', given));
// nobody would use what came of it
process.once('disconnect', () => process.exit(1));
let told = 0;
const staged = await stage(job, loadCatalogue(raw), (progress) => {
  const now = performance.now();
  if (now - told < 100) return;
  told = now;
  process.send!({ progress });
});
process.send!({ staged }, () => process.exit(0));
