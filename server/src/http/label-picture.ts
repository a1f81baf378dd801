import Router from '@koa/router';
import sharp from 'sharp';
import { LANGUAGES, type Language } from '../reading/recogniser';
import type { PictureReading } from '../reading/reading';
import { HttpProblem, invalid } from './problem';

const TYPES = { 'image/jpeg': 'jpeg', 'image/png': 'png', 'image/webp': 'webp' } as const;
const LARGEST = 12_000_000;
/** Sides and area of a picture at the most: told by its head, before anything is unfolded. */
const LONGEST_px = 9000;
const MOST_px = 50_000_000;
const SMALLEST_px = 40;

/**
 * `POST /api/label/picture?lang=en,de`: what is written on a picture of a label, with what is doubtful about it. The body
 * is the picture itself. Problems: 413, 415, 422, 429, 503, each with what to do.
 */
export function labelPictureRoutes(reading: PictureReading): Router {
  const router = new Router({ prefix: '/api' });
  router.post('/label/picture', async (ctx) => {
    const type = (ctx.get('content-type').split(';')[0] ?? '').trim().toLowerCase();
    if (!(type in TYPES))
      throw new HttpProblem(
        415,
        /hei[cf]/.test(type)
          ? 'That is a HEIC picture, which cannot be read here: set the camera to “most compatible”, or send a JPEG.'
          : 'Send the picture as JPEG, PNG or WebP.',
      );
    const tooLarge = new HttpProblem(413, `That picture is too large: at most ${LARGEST / 1_000_000} MB.`);
    if (Number(ctx.get('content-length') || 0) > LARGEST) {
      ctx.set('connection', 'close');
      throw tooLarge;
    }
    const chunks: Buffer[] = [];
    let size = 0;
    for await (const chunk of ctx.req) {
      size += (chunk as Buffer).length;
      if (size > LARGEST) {
        ctx.set('connection', 'close');
        throw tooLarge;
      }
      chunks.push(chunk as Buffer);
    }
    const sent = Buffer.concat(chunks);
    await look(sent, TYPES[type as keyof typeof TYPES]);
    const asked = String(ctx.query['lang'] ?? 'en')
      .split(',')
      .filter(Boolean);
    const odd = asked.find((l) => !(l in LANGUAGES));
    if (odd !== undefined)
      throw invalid([
        { path: '/lang', message: `"${odd}" is no language that can be read: ${Object.keys(LANGUAGES).join(', ')}.` },
      ]);
    const left = new AbortController();
    ctx.req.once('close', () => {
      if (!ctx.res.writableEnded && ctx.req.destroyed && !ctx.req.complete) left.abort();
    });
    ctx.res.once('close', () => left.abort());
    const { text, words, unsure, label, nothing, width, height, incomplete, tilt, nearer } = await reading.read(
      sent,
      (asked.length ? asked : ['en']) as Language[],
      left.signal,
    );
    ctx.body = {
      text,
      words,
      unsure,
      label,
      width,
      height,
      ...(tilt ? { tilt } : {}),
      ...(nearer ? { nearer } : {}),
      ...(incomplete ? { incomplete } : {}),
      ...(nothing ? { says: nothing } : {}),
    };
  });
  return router;
}

/** The head of a picture, and no more of it. */
async function look(sent: Buffer, format: string): Promise<void> {
  const refuse = (message: string): never => {
    throw invalid([{ path: '', message }]);
  };
  if (!sent.length) refuse('The picture is empty: take it again, or choose another.');
  const is = kindOf(sent);
  if (is !== format)
    refuse(
      is === null
        ? 'That is no picture that can be read here: send a JPEG, PNG or WebP.'
        : `It says ${format.toUpperCase()}, and is ${is.toUpperCase()}: send a JPEG, PNG or WebP under its own name.`,
    );
  const head = await sharp(sent, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!head?.width || !head.height)
    return refuse('The picture is cut off or damaged: take it again, or choose another.');
  if (head.width * head.height > MOST_px || Math.max(head.width, head.height) > LONGEST_px)
    refuse(
      `That picture has ${head.width} by ${head.height} pixels: at most ${LONGEST_px} on a side, ${MOST_px / 1_000_000} million in all.`,
    );
  if (Math.min(head.width, head.height) < SMALLEST_px)
    refuse('That picture is too small to hold words: take the label nearer, or type it.');
}

/** What the first bytes say that it is; null where it is none of these. */
function kindOf(b: Buffer): string | null {
  if (b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))) return 'jpeg';
  if (b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))) return 'png';
  const four = (at: number): string => b.toString('latin1', at, at + 4);
  if (four(0) === 'RIFF' && four(8) === 'WEBP') return 'webp';
  if (four(4) === 'ftyp') return 'heic';
  if (four(0) === '%PDF') return 'pdf';
  if (/^\s*(?:<\?xml|<svg)/.test(b.toString('latin1', 0, 200))) return 'svg';
  return null;
}
