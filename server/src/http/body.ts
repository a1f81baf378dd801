import type { Context } from 'koa';
import { HttpProblem } from './problem';

const MAX_DEPTH = 24;
export const LIMIT = 1_000_000;
export const LARGE_LIMIT = 64_000_000;

/** The JSON body of a request, within limits of size and depth. Problems: 400, 413, 415. */
export async function readJson(ctx: Context, limit = LIMIT): Promise<unknown> {
  const type = (ctx.get('content-type').split(';')[0] ?? '').trim().toLowerCase();
  if (type !== 'application/json' && !type.endsWith('+json'))
    throw new HttpProblem(415, 'Send it as JSON (Content-Type: application/json).');
  if (Number(ctx.get('content-length') || 0) > limit) throw tooLarge(ctx, limit);
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of ctx.req) {
    size += (chunk as Buffer).length;
    if (size > limit) throw tooLarge(ctx, limit);
    chunks.push(chunk as Buffer);
  }
  const text = new TextDecoder('utf-8').decode(Buffer.concat(chunks));
  let value: unknown;
  try {
    if (depthOf(text) > MAX_DEPTH)
      throw new HttpProblem(400, `The JSON is nested too deeply (more than ${MAX_DEPTH} levels).`);
    value = JSON.parse(text);
  } catch (e) {
    if (e instanceof HttpProblem) throw e;
    throw new HttpProblem(400, 'That is no valid JSON: check quotes, commas and brackets.');
  }
  return value;
}
function tooLarge(ctx: Context, limit: number): HttpProblem {
  ctx.set('connection', 'close');
  return new HttpProblem(413, `That is too large: at most ${Math.round(limit / 1_000_000)} MB.`);
}
/** Deepest bracket outside strings; read before parsing, so that a hostile body costs nothing. */
function depthOf(text: string): number {
  let depth = 0;
  let most = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 92) i++;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 123 || c === 91) most = Math.max(most, ++depth);
    else if (c === 125 || c === 93) depth--;
    if (most > MAX_DEPTH) return most;
  }
  return most;
}
