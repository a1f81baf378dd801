import { createHash } from 'node:crypto';
import { createWriteStream, rmSync } from 'node:fs';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Context } from 'koa';
import { HttpProblem } from './problem';

/** What may be sent at the most. */
const LARGEST = 4_000_000_000;

export interface Sent {
  file: string;
  zip: boolean;
  /** SHA-256 of what was sent. */
  hash: string;
}

/** The body of a request, JSON or a zip, written to a file as it comes. Problems: 413, 415. */
export async function receive(ctx: Context, file: string): Promise<Sent> {
  const type = (ctx.get('content-type').split(';')[0] ?? '').trim().toLowerCase();
  const zip = type === 'application/zip';
  if (!zip && type !== 'application/json' && !type.endsWith('+json'))
    throw new HttpProblem(415, 'Send it as JSON (application/json), or as a zip (application/zip).');
  const tooLarge = new HttpProblem(413, `That is too large: at most ${LARGEST / 1_000_000_000} GB.`);
  if (Number(ctx.get('content-length') || 0) > LARGEST) throw tooLarge;
  const hash = createHash('sha256');
  let size = 0;
  const counted = new Transform({
    transform(chunk: Buffer, _, next) {
      size += chunk.length;
      hash.update(chunk);
      next(size > LARGEST ? tooLarge : null, chunk);
    },
  });
  try {
    await pipeline(ctx.req, counted, createWriteStream(file, { mode: 0o600 }));
  } catch (e) {
    rmSync(file, { force: true });
    if ((e as NodeJS.ErrnoException).code === 'ENOSPC')
      throw new HttpProblem(507, 'The disk has no room left: nothing was changed. Make room, then try again.');
    throw e;
  }
  return { file, zip, hash: hash.digest('hex') };
}
