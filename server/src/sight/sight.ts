import { createServer, type RequestListener, type Server } from 'node:http';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { Program } from '../compute/pool';
import type { Drawn, DrawAsk } from './worker';

/** A page waits so long for its first sight where nothing else is said; a drawing of the second is ended with its thread. */
const WAITS_ms = 700;
const LONGEST_ms = 10_000;
const PLACES = 1000;
/** A place that was late is drawn once more after so long: what made it late may have been that it was its first time. */
const AGAIN_ms = 3000;
/** Pages that wait at the most; the next one draws itself. */
const WAITING = 4;
/** The thread, some 90 MB, is let go where nobody opened a page for so long. */
const IDLE_ms = 30 * 60_000;

/** Draws a place of the house as its page will, so that it is seen before the page has read its program. */
export interface Sight {
  /** Null where it is not there in time: the page draws itself, as it does without. */
  draw(ask: DrawAsk): Promise<Drawn | null>;
  /** Begin now, so that the first page need not wait. */
  warm(): void;
  close(): Promise<void>;
}

/**
 * A thread that runs the page's own program without a browser. What it reads it asks of the same doors as that page
 * would, with its cookie (`answer`), over a socket that only this user can reach: it sees what the page may see, and nothing else.
 */
export function firstSights(
  program: Program,
  app: string,
  answer: () => RequestListener,
  waits_ms = WAITS_ms,
  again_ms = AGAIN_ms,
): Sight {
  let pool: Piscina | null = null;
  let doors: Server | null = null;
  let folder: string | null = null;
  let ready = false;
  const begun = (): Piscina => {
    if (pool) return pool;
    folder = mkdtempSync(join(tmpdir(), 'dolly-sight-'));
    const socket =
      process.platform === 'win32' ? `\\\\.\\pipe\\${folder.split('\\').pop()!}` : join(folder, 'doors.sock');
    doors = createServer(answer()).listen(socket).unref();
    // a first sight is worth less than the house: without its doors there is none
    doors.on('error', () => undefined);
    pool = new Piscina({
      ...program,
      workerData: { app, socket },
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_ms,
      recordTiming: false,
    });
    return pool;
  };
  /** Drawings that are asked for and not ended. */
  let open = 0;
  const run = (ask: DrawAsk): Promise<Drawn | null> => {
    open++;
    return (begun().run(ask, { signal: AbortSignal.timeout(LONGEST_ms) }) as Promise<Drawn | null>)
      .then((drawn) => {
        ready = true;
        return drawn;
      })
      .catch(() => {
        // ended with its thread: the next one is cold again
        ready = false;
        return null;
      })
      .finally(() => open--);
  };
  const warm = (): void => {
    if (!ready && (pool?.queueSize ?? 0) === 0) void run({ path: '/emergency', cookie: '', language: 'en' });
  };
  /** Not waited for until a drawing of them was quick enough: on a slow machine each page would begin later for it. */
  const late = new Set<string>();
  /** Of a place with a question and without one, whatever is asked: they take about as long as each other. */
  const kindOf = (path: string): string => path.replace(/\?.*/s, '?');
  /** Nobody waits for it, and it takes nobody's turn. */
  const again = (ask: DrawAsk, kind: string): void => {
    if (open > 0 || !ready) return;
    const since = performance.now();
    void run(ask).then((drawn) => {
      if (drawn && performance.now() - since < waits_ms) late.delete(kind);
    });
  };
  return {
    warm,
    async draw(ask) {
      if (!ready || pool!.threads.length === 0) {
        ready = false;
        warm();
        return null;
      }
      if (pool!.queueSize >= WAITING) return null;
      const kind = kindOf(ask.path);
      if (late.has(kind)) {
        again(ask, kind);
        return null;
      }
      let waited: NodeJS.Timeout | undefined;
      // behind another one it is late by no fault of its own
      const alone = open === 0;
      const drawing = run(ask);
      const drawn = await Promise.race([
        drawing,
        new Promise<null>((go) => {
          waited = setTimeout(() => {
            go(null);
            if (!alone) return;
            if (late.size >= PLACES) late.clear();
            late.add(kind);
            void drawing.then(() => setTimeout(again, again_ms, ask, kind).unref());
          }, waits_ms);
        }),
      ]);
      clearTimeout(waited);
      return drawn;
    },
    async close() {
      doors?.close();
      await pool?.destroy();
      if (folder) rmSync(folder, { recursive: true, force: true });
    },
  };
}
