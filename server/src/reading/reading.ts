import { type ChildProcess, fork } from 'node:child_process';
import { type Catalogue, labelOfPicture, type PictureAnswer, type Seen } from '@dolly-tub/core';
import type { Program } from '../compute/pool';
import { HttpProblem } from '../http/problem';
import type { Language } from './recogniser';
import type { ReadAsk, ReadSays } from './worker';

/** Memory that reading one picture may take, how many are read at once, and for how long. */
const MOST_MB = 700;
const AT_ONCE = 2;
const WAITING = 20;
const LONGEST_ms = 20_000;

export interface PictureReading {
  /** What is on a picture. Problems: 422 where it is damaged, 429 where too many wait, 503 where it took too long. */
  read(picture: Buffer, languages: readonly Language[], left: AbortSignal): Promise<PictureAnswer>;
  close(): void;
}

/** Pictures are read each in a program of its own, two at a time: its memory goes with it, and so does one that hangs. */
export function pictureReading(program: Program, catalogue: () => Catalogue): PictureReading {
  const running = new Set<ChildProcess>();
  const queue: (() => void)[] = [];
  let busy = 0;
  const turn = async (): Promise<void> => {
    if (busy >= AT_ONCE) {
      if (queue.length >= WAITING)
        throw new HttpProblem(429, 'Many pictures are being read: wait a moment, then try again.');
      await new Promise<void>((mine) => queue.push(mine));
    }
    busy++;
  };
  const done = (): void => {
    busy--;
    queue.shift()?.();
  };
  const one = (ask: ReadAsk, left: AbortSignal): Promise<PictureAnswer> =>
    new Promise((answer, fail) => {
      const child = fork(program.filename, {
        execArgv: [...(program.execArgv ?? []), `--max-old-space-size=${MOST_MB}`],
        serialization: 'advanced',
      });
      running.add(child);
      let why: HttpProblem | null = null;
      let first: Seen | null = null;
      const end = (problem: HttpProblem): void => {
        why = problem;
        child.kill('SIGKILL');
      };
      const timer = setTimeout(() => {
        // read once, so little of it is sure
        const sofar = first && labelOfPicture(first, null, catalogue());
        if (sofar && sofar.nothing === null) {
          answer({ ...sofar, unsure: true, incomplete: true });
          child.kill('SIGKILL');
          return;
        }
        end(new HttpProblem(503, 'Reading it took too long: take the list alone, nearer and flat, or type it.'));
      }, LONGEST_ms);
      const gone = (): void => end(new HttpProblem(499, 'It was stopped.'));
      left.addEventListener('abort', gone, { once: true });
      child.on('message', (m: ReadSays) => {
        if ('first' in m) first = m.first;
        else if ('both' in m) answer({ ...labelOfPicture(...m.both, catalogue()), tilt: m.tilt });
        else fail(new HttpProblem(422, m.problem));
      });
      child.on('error', fail);
      child.on('exit', (code, signal) => {
        clearTimeout(timer);
        left.removeEventListener('abort', gone);
        running.delete(child);
        fail(
          why ??
            new HttpProblem(
              422,
              `The picture could not be read to its end (${code ?? signal}): take it again, smaller.`,
            ),
        );
      });
      child.send(ask);
    });
  return {
    async read(picture, languages, left) {
      await turn();
      try {
        return await one({ picture, languages: [...languages] }, left);
      } finally {
        done();
      }
    },
    close: () => running.forEach((c) => c.kill('SIGKILL')),
  };
}
