import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { invalid } from './problem';

/** Pixels of a picture at the most, and of its longer side once it is kept: a label can be read off it. */
const MOST_PIXELS = 60_000_000;
const LONGEST = 2400;
const FORMATS = { 'image/jpeg': 'jpeg', 'image/png': 'png', 'image/webp': 'webp' } as const;
export type PictureType = keyof typeof FORMATS;

export interface Picture {
  type: PictureType;
  /** Base64. */
  bytes: string;
  sha256: string;
}
const refuse = (message: string): never => {
  throw invalid([{ path: '/bytes', message }]);
};

/** What was sent, decoded as far as its head: the bytes, once they are what they say. */
async function headOf(type: PictureType, base64: string, sha256?: string): Promise<Buffer> {
  const sent = Buffer.from(base64, 'base64');
  if (sent.length === 0) refuse('The picture is empty: take it again, or choose another.');
  if (sha256 && sha256 !== sumOf(sent))
    refuse('The picture did not arrive whole (its checksum is another): send it again.');
  let format: string | undefined;
  try {
    ({ format } = await sharp(sent, { limitInputPixels: MOST_PIXELS }).metadata());
  } catch {
    refuse('That is no picture that can be read here: send a JPEG, PNG or WebP.');
  }
  if (format === 'heif')
    refuse('That is a HEIC picture, which cannot be read here: set the camera to “most compatible”, or send a JPEG.');
  if (format !== FORMATS[type])
    refuse(
      `It says ${FORMATS[type].toUpperCase()}, and is ${format === 'svg' ? 'a drawing (SVG)' : (format ?? 'something else').toUpperCase()}: send a JPEG, PNG or WebP under its own name.`,
    );
  return sent;
}
const sumOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
const CUT_OFF = 'The picture is cut off or damaged: take it again, or choose another.';

/**
 * A picture decoded and written anew, upright, without what the camera wrote beside it (place, name of its owner). What
 * is no picture, or another kind than it says, is a 422 with a sentence; so is a checksum that is not its own.
 */
export async function readPicture(type: PictureType, base64: string, sha256?: string): Promise<Picture> {
  const sent = await headOf(type, base64, sha256);
  try {
    const out = await sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
      .rotate()
      .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
      .toFormat(FORMATS[type], type === 'image/jpeg' ? { quality: 88 } : {})
      .toBuffer();
    return { type, bytes: out.toString('base64'), sha256: sumOf(out) };
  } catch {
    return refuse(CUT_OFF);
  }
}

/** The same questions of a picture that was written here before, and is kept as it is: a 422 where it is none. */
export async function checkPicture(type: PictureType, base64: string, sha256?: string): Promise<void> {
  const sent = await headOf(type, base64, sha256);
  await sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'truncated' })
    .stats()
    .catch(() => refuse(CUT_OFF));
}
