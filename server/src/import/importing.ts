import { type ChildProcess, fork } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { once } from 'node:events';
import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
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

/** One import at a time, in a program of its own: a thread's memory would stay with the server. */
export function importing(program: Program, dataDir: string, raw: RawCatalogue): Importing {
  // what a hard stop left behind
  for (const f of readdirSync(dataDir))
    if (f.startsWith(WORK)) rmSync(join(dataDir, f), { recursive: true, force: true });
  let now: { progress: Progress; child: ChildProcess | null; stopped: boolean } | null = null;

  const staged = (job: Job): Promise<Staged> =>
    new Promise((done, fail) => {
      const child = fork(program.filename, {
        execArgv: [...(program.execArgv ?? []), `--max-old-space-size=${MOST_MB}`],
        // names, dates and bytes go over as they are
        serialization: 'advanced',
      });
      now!.child = child;
      child.on('message', (m: { progress?: Progress; staged?: Staged }) => {
        if (m.progress && now) now.progress = m.progress;
        if (m.staged) done(m.staged);
      });
      child.on('error', fail);
      child.on('exit', (code, signal) =>
        fail(
          now?.stopped
            ? new HttpProblem(409, 'The import was stopped: nothing was changed.')
            : signal === 'SIGABRT'
              ? new HttpProblem(413, 'One of its records is too large to be one: nothing was changed.')
              : new Error(`The import ended by itself (${code ?? signal}).`),
        ),
      );
      child.send({ job, raw });
    });
  const place = (): string => join(dataDir, WORK + randomBytes(8).toString('hex'));

  return {
    progress: () => now?.progress ?? null,
    place,
    async run(asked, use) {
      if (now) throw new HttpProblem(409, 'Another import is under way: wait until it is done, or stop it.');
      now = { progress: { doing: 'reading', done: 0, of: 1 }, child: null, stopped: false };
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
      const { child } = now;
      if (!child || child.exitCode !== null) return;
      const gone = once(child, 'exit');
      child.kill('SIGKILL');
      await gone;
    },
  };
}
