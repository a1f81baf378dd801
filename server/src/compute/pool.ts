import { availableParallelism } from 'node:os';
import { Piscina } from 'piscina';
import type { RawCatalogue } from '@dolly-tub/core';
import { HttpProblem } from '../http/problem';
import { type Answered, type DoorName, SOLVES } from './answers';

/** Somebody who computes: in threads of their own, or, for tests of the doors alone, on the spot. */
export interface Computing {
  /** The answer as JSON text. Problems of the question come as `HttpProblem`. */
  answer(name: DoorName, asked: unknown): Promise<string>;
  close(): Promise<void>;
}
/** Where a thread's program is, and how Node starts it. */
export interface Program {
  filename: string;
  execArgv?: string[];
}

/** A question that asks for longer than this is ended, with its thread. */
const LONGEST_MS = 10_000;
/** Questions longer than this (characters), and those that are solved, go the long way round, so that none of them holds a short one up. */
const SHORT = 2_000;
/** Questions that wait at the most; the next one is told to come back. */
const WAITING = 64;

const TOO_LONG = 'That takes too long to work out: ask about fewer things at a time.';
const BUSY = 'Too much is being asked at once: wait a moment, then try again.';

/**
 * Computing in threads beside the one that answers the doors: one for short questions, others for long ones. Each reads
 * the household's file for itself, and one that computes for more than ten seconds is ended.
 */
export function computingThreads(
  program: Program,
  given: { dataDir: string; raw: RawCatalogue },
  now: () => Date,
  longest_ms = LONGEST_MS,
): Computing {
  const lane = (threads: number): Piscina =>
    new Piscina({
      ...program,
      workerData: given,
      minThreads: 0,
      maxThreads: threads,
      idleTimeout: 60_000,
      recordTiming: false,
    });
  const short = lane(1);
  const long = lane(Math.max(1, availableParallelism() - 1));
  return {
    async answer(name, asked) {
      const pool = SOLVES.includes(name) || JSON.stringify(asked).length > SHORT ? long : short;
      if (pool.queueSize >= WAITING) throw new HttpProblem(503, BUSY);
      let answered: Answered;
      try {
        answered = (await pool.run(
          { name, asked, now: now().toISOString() },
          { signal: AbortSignal.timeout(longest_ms) },
        )) as Answered;
      } catch (e) {
        if ((e as Error).name === 'AbortError') throw new HttpProblem(503, TOO_LONG);
        throw e;
      }
      if ('refused' in answered) {
        const { status, detail, errors } = answered.refused;
        throw new HttpProblem(status, detail, errors);
      }
      return answered.text;
    },
    async close() {
      await Promise.all([short.destroy(), long.destroy()]);
    },
  };
}
