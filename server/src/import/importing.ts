import { randomBytes } from 'node:crypto';
import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { RawCatalogue } from '@dolly-tub/core';
import type { Program } from '../compute/pool';
import { HttpProblem } from '../http/problem';
import type { Job, Progress, Staged } from './stage';

/** Memory that reading a document may take: a record at a time needs little. */
const MOST_MB = 512;
const WORK = 'incoming-';

export interface Importing {
  /** How far it is; null when none is being taken in. */
  progress(): Progress | null;
  /** A name for what is being sent, in the household's folder. */
  place(): string;
  /**
   * Read and check what was sent, beside the household; `use` gets what came of it while it is still there. Problems:
   * 409 while another is being taken in or when it was stopped, 413 where it does not fit into memory.
   */
  run<T>(job: Omit<Job, 'work' | 'dataDir'>, use: (staged: Staged, file: string) => T): Promise<T>;
  /** End it; nothing is changed. */
  stop(): Promise<void>;
}

/** One import at a time, in a thread of its own. */
export function importing(program: Program, dataDir: string, raw: RawCatalogue): Importing {
  // what a hard stop left behind
  for (const f of readdirSync(dataDir))
    if (f.startsWith(WORK)) rmSync(join(dataDir, f), { recursive: true, force: true });
  let now: { progress: Progress; worker: Worker | null; stopped: boolean } | null = null;

  const staged = (job: Job): Promise<Staged> =>
    new Promise((done, fail) => {
      const worker = new Worker(program.filename, {
        workerData: { job, raw },
        ...(program.execArgv ? { execArgv: program.execArgv } : {}),
        resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
      });
      now!.worker = worker;
      worker.on('message', (m: { progress?: Progress; staged?: Staged }) => {
        if (m.progress && now) now.progress = m.progress;
        if (m.staged) done(m.staged);
      });
      worker.on('error', (e: NodeJS.ErrnoException) =>
        fail(
          e.code === 'ERR_WORKER_OUT_OF_MEMORY'
            ? new HttpProblem(413, 'One of its records is too large to be one: nothing was changed.')
            : e,
        ),
      );
      worker.on('exit', () => fail(new HttpProblem(409, 'The import was stopped: nothing was changed.')));
    });
  const place = (): string => join(dataDir, WORK + randomBytes(8).toString('hex'));

  return {
    progress: () => now?.progress ?? null,
    place,
    async run(asked, use) {
      if (now) throw new HttpProblem(409, 'Another import is under way: wait until it is done, or stop it.');
      now = { progress: { doing: 'reading', done: 0, of: 1 }, worker: null, stopped: false };
      const work = place();
      try {
        const result = await staged({ ...asked, dataDir, work });
        if (now.stopped) throw new HttpProblem(409, 'The import was stopped: nothing was changed.');
        return use(result, join(work, 'household.sqlite'));
      } finally {
        now = null;
        rmSync(work, { recursive: true, force: true });
      }
    },
    async stop() {
      if (!now) return;
      now.stopped = true;
      await now.worker?.terminate();
    },
  };
}
