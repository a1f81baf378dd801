import sharp from 'sharp';
import { outlineOf, runsOf } from '../../server/src/labels/fonts';

/** What is done to a picture of a label. */
export interface Ill {
  /** Height of the letters, px of the font. */
  size: number;
  tilt: number;
  /** How far the middle of a line lies below its ends, in letter heights. */
  bend: number;
  /** How much darker one side is, 0–1. */
  shade: number;
  noise: number;
  blur: number;
  quality: number;
  /** Light letters on dark. */
  turned: boolean;
}
/** Numbers evenly spread over 0–1, the same for the same seed (mulberry32). */
export function numbers(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
/** As a good light and a calm hand take it, and as it is taken in a cupboard. */
export function illOf(kind: 'mild' | 'hard', next: () => number): Ill {
  const between = (low: number, high: number): number => low + (high - low) * next();
  return kind === 'mild'
    ? {
        size: between(20, 34),
        tilt: between(-2, 2),
        bend: 0,
        shade: between(0, 0.15),
        noise: between(0, 6),
        blur: between(0, 0.6),
        quality: 85,
        turned: next() < 0.2,
      }
    : {
        size: between(13, 24),
        tilt: between(-8, 8),
        bend: between(0, 0.8),
        shade: between(0.2, 0.5),
        noise: between(6, 16),
        blur: between(0.4, 1.1),
        quality: 60,
        turned: next() < 0.3,
      };
}

/** A text in lines of so many letters. */
export function wrapped(text: string, most: number): string[] {
  const lines: string[] = [''];
  for (const word of text.split(' ')) {
    const now = lines.at(-1)!;
    if (now && now.length + 1 + word.length > most) lines.push(word);
    else lines[lines.length - 1] = now ? `${now} ${word}` : word;
  }
  return lines;
}

/** A label drawn and spoilt, as JPEG. */
export async function picture(text: string, ill: Ill, next: () => number): Promise<Buffer> {
  const { size } = ill;
  const lines = wrapped(text, 44);
  const paths: string[] = [];
  let widest = 0;
  lines.forEach((line, n) => {
    let x = size;
    for (const run of runsOf(line, 400).runs) {
      const { d, width } = outlineOf(run, size);
      paths.push(`<path transform="translate(${x.toFixed(1)} ${(size * (1.8 + 1.5 * n)).toFixed(1)})" d="${d}"/>`);
      x += width;
    }
    widest = Math.max(widest, x);
  });
  const [w, h] = [Math.round(widest + size), Math.round(size * (2 + 1.5 * lines.length))];
  const [ink, ground] = ill.turned ? ['#f4f2ea', '#27384a'] : ['#1c2733', '#eef0ea'];
  const drawn = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="100%" height="100%" fill="${ground}"/><g fill="${ink}">${paths.join('')}</g></svg>`,
    ),
  )
    .flatten()
    .rotate(ill.tilt, { background: ground })
    .blur(ill.blur >= 0.3 ? ill.blur : false)
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height, channels } = drawn.info;
  const out = Buffer.alloc(drawn.data.length);
  for (let x = 0; x < width; x++) {
    const down = Math.round(ill.bend * size * (1 - ((2 * x) / width - 1) ** 2));
    const light = 1 - ill.shade * (x / width);
    for (let y = 0; y < height; y++) {
      const from = Math.min(height - 1, Math.max(0, y - down));
      const noise = ill.noise * (next() + next() + next() - 1.5);
      for (let k = 0; k < channels; k++) {
        const v = drawn.data[(from * width + x) * channels + k]! * light + noise;
        out[(y * width + x) * channels + k] = Math.max(0, Math.min(255, v));
      }
    }
  }
  return sharp(out, { raw: { width, height, channels } }).jpeg({ quality: ill.quality }).toBuffer();
}
