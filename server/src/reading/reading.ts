import { type ChildProcess, fork } from 'node:child_process';
import { type Catalogue, labelOfPicture, likelyLanguages, type PictureAnswer, type Seen } from '@dolly-tub/core';
import type { Program } from '../compute/pool';
import { HttpProblem } from '../http/problem';
import type { Language } from './recogniser';
import type { ReadAsk, ReadSays } from './worker';

/** Memory that reading one picture may take, how many are read at once, and for how long. */
const MOST_MB = 700;
const AT_ONCE = 2;
const WAITING = 20;
const LONGEST_ms = 20_000;
/** So long a program waits for the next picture before its memory is given back. */
const SPARE_ms = 60_000;

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
  const begin = (language: Language): ChildProcess =>
    fork(program.filename, [language], {
      execArgv: [...(program.execArgv ?? []), `--max-old-space-size=${MOST_MB}`],
      serialization: 'advanced',
    });
  /** A program that waits for the next picture, where one was read lately: whoever takes one takes another. */
  let spare: { child: ChildProcess; until: NodeJS.Timeout } | null = null;
  const letGo = (): void => {
    if (!spare) return;
    clearTimeout(spare.until);
    spare.child.removeAllListeners();
    spare.child.kill('SIGKILL');
    spare = null;
  };
  const taken = (language: Language): ChildProcess => {
    const child = spare?.child.connected ? spare.child : begin(language);
    if (child === spare?.child) {
      clearTimeout(spare.until);
      child.removeAllListeners();
      spare = null;
    }
    return child;
  };
  const keepSpare = (language: Language): void => {
    letGo();
    if (closed) return;
    const child = begin(language);
    child.on('exit', () => (spare = spare?.child === child ? null : spare));
    child.on('error', () => undefined);
    child.unref();
    child.channel?.unref();
    spare = { child, until: setTimeout(letGo, SPARE_ms).unref() };
  };
  let closed = false;
  const one = (picture: Buffer, languages: readonly Language[], left: AbortSignal): Promise<PictureAnswer> =>
    new Promise((answer, fail) => {
      const language = languages[0] ?? 'en';
      const child = taken(language);
      child.ref();
      child.channel?.ref();
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
        if ('first' in m) {
          first = m.first;
          const text = first.lines.flatMap((l) => l.map((w) => w.text)).join(' ');
          child.send({ languages: likelyLanguages(text, languages, catalogue()) as Language[] } satisfies ReadAsk);
        } else if ('both' in m) answer({ ...labelOfPicture(...m.both, catalogue()), tilt: m.tilt });
        else if ('none' in m) answer(labelOfPicture({ lines: [], ...m.none }, null, catalogue()));
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
      child.send({ picture, language } satisfies ReadAsk);
    });
  return {
    async read(picture, languages, left) {
      await turn();
      try {
        return await one(picture, languages, left);
      } finally {
        done();
        if (busy === 0) keepSpare(languages[0] ?? 'en');
      }
    },
    close: () => {
      closed = true;
      letGo();
      running.forEach((c) => c.kill('SIGKILL'));
    },
  };
}
