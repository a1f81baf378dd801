import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { create, type Font } from 'fontkit';
import sharp from 'sharp';

/** What is done to a picture of a label. */
export interface Ill {
  font: FontName;
  /** Height of a small x, px of the picture. */
  xHeight_px: number;
  tilt: number;
  /** How far the middle of a line lies below its ends, in heights of an x. */
  bend: number;
  /** How much darker one side is, 0–1. */
  shade: number;
  /** How much of the light of a lamp lies on it, 0–1. */
  glare: number;
  noise: number;
  blur: number;
  quality: number;
  /** Light letters on dark. */
  turned: boolean;
  columns: 1 | 2;
  /** A strip of it is torn off, across a part of a line. */
  torn: boolean;
  /** Of the picture about the label, in heights of an x. */
  margin: number;
  /** Letters in a line. */
  wide: number;
  /** The picture is as large as a phone takes it, 12 megapixels, and the label a part of it. */
  large: boolean;
}
const FONTS = {
  'noto-sans': '@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff',
  'open-sans': '@fontsource/open-sans/files/open-sans-latin-700-normal.woff',
  merriweather: '@fontsource/merriweather/files/merriweather-latin-400-normal.woff',
  'roboto-condensed': '@fontsource/roboto-condensed/files/roboto-condensed-latin-400-normal.woff',
} as const;
export type FontName = keyof typeof FONTS;
const require = createRequire(import.meta.url);
const opened = new Map<FontName, Font>();
const fontOf = (name: FontName): Font => {
  let font = opened.get(name);
  if (!font) opened.set(name, (font = create(readFileSync(require.resolve(FONTS[name]))) as Font));
  return font;
};

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
/** How a picture is taken: in good light by a calm hand, in a cupboard, or from too far off. */
export type Kind = 'mild' | 'hard' | 'far';
export function illOf(kind: Kind, next: () => number): Ill {
  const between = (low: number, high: number): number => low + (high - low) * next();
  const font = (Object.keys(FONTS) as FontName[])[Math.floor(next() * 4)]!;
  return kind !== 'hard'
    ? {
        font,
        xHeight_px: kind === 'far' ? between(4.5, 6.5) : between(9, 16),
        tilt: between(-2, 2),
        bend: 0,
        shade: between(0, 0.15),
        glare: 0,
        noise: between(0, 6),
        blur: kind === 'far' ? 0 : between(0, 0.6),
        quality: 85,
        turned: next() < 0.2,
        columns: 1,
        torn: false,
        margin: between(1, 6),
        wide: Math.round(between(34, 52)),
        large: false,
      }
    : {
        font,
        xHeight_px: between(7.5, 12),
        tilt: between(-8, 8),
        bend: between(0, 1.6),
        shade: between(0.2, 0.5),
        glare: next() < 0.3 ? between(0.2, 0.55) : 0,
        noise: between(5, 14),
        blur: between(0.4, 0.9),
        quality: 60,
        turned: next() < 0.3,
        columns: next() < 0.2 ? 2 : 1,
        torn: next() < 0.08,
        margin: between(2, 14),
        wide: Math.round(between(30, 48)),
        large: next() < 0.12,
      };
}

/** A text in lines of so many letters. */
function wrapped(text: string, most: number): string[] {
  const lines: string[] = [''];
  for (const word of text.split(' ')) {
    const now = lines.at(-1)!;
    if (now && now.length + 1 + word.length > most) lines.push(word);
    else lines[lines.length - 1] = now ? `${now} ${word}` : word;
  }
  return lines;
}

/** Paths of a line, its left end at x, its baseline at y, and how wide it is. */
function drawn(line: string, font: Font, size: number, x: number, y: number): { paths: string; width: number } {
  const scale = size / font.unitsPerEm;
  const { glyphs, positions } = font.layout(line);
  let at = 0;
  const paths = glyphs.map((g, i) => {
    const d = g.path.scale(scale, -scale).toSVG();
    const here = `<path transform="translate(${(x + at).toFixed(2)} ${y.toFixed(2)})" d="${d}"/>`;
    at += positions[i]!.xAdvance * scale;
    return here;
  });
  return { paths: paths.join(''), width: at };
}
const LARGE = { width: 4032, height: 3024 };
const TABLE = '#8b8578';

/** A label drawn and spoilt, as JPEG. */
export async function picture(text: string, ill: Ill, next: () => number): Promise<Buffer> {
  const font = fontOf(ill.font);
  const x = ill.xHeight_px;
  const size = (x * font.unitsPerEm) / (font as Font & { xHeight: number }).xHeight;
  const lines = wrapped(text, ill.columns === 2 ? Math.round(ill.wide * 0.75) : ill.wide);
  const each = Math.ceil(lines.length / ill.columns);
  const edge = 1.5 * x;
  let left = edge;
  let widest = 0;
  const paths: string[] = [];
  for (let col = 0; col < ill.columns; col++) {
    const columnLines = lines.slice(col * each, (col + 1) * each);
    let most = 0;
    columnLines.forEach((line, n) => {
      const d = drawn(line, font, size, left, size * (1.3 + 1.45 * n));
      paths.push(d.paths);
      most = Math.max(most, d.width);
    });
    widest = left + most;
    left = widest + 3.2 * x;
  }
  const [w, h] = [Math.round(widest + edge), Math.round(size * (1.5 + 1.45 * each))];
  const [ink, ground] = ill.turned ? ['#f4f2ea', '#27384a'] : ['#1c2733', '#eef0ea'];
  const tear = ill.torn
    ? `<path fill="${TABLE}" d="M${w * 0.55} ${size * 1.5}l${w * 0.1} ${-size * 0.35} ${w * 0.1} ${size * 0.3} ${w * 0.3} ${-size * 0.3}v${size * 1.1}l${-w * 0.2} ${-size * 0.1} ${-w * 0.15} ${size * 0.2}z"/>`
    : '';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="100%" height="100%" fill="${ground}"/><g fill="${ink}">${paths.join('')}</g>${tear}</svg>`;
  const margin = Math.round(ill.margin * x);
  const turned = await sharp(Buffer.from(svg))
    .flatten()
    .extend({ top: margin, bottom: margin, left: margin, right: margin, background: TABLE })
    .rotate(ill.tilt, { background: TABLE })
    .toBuffer({ resolveWithObject: true });
  let label = sharp(turned.data);
  if (ill.large) {
    const room = { left: LARGE.width - turned.info.width, top: LARGE.height - turned.info.height };
    label = sharp({ create: { ...LARGE, channels: 3, background: TABLE } }).composite([
      {
        input: turned.data,
        left: Math.max(0, Math.round(room.left * (0.3 + 0.4 * next()))),
        top: Math.max(0, Math.round(room.top * (0.3 + 0.4 * next()))),
      },
    ]);
  }
  const flat = await sharp(await label.png({ compressionLevel: 1 }).toBuffer())
    .blur(ill.blur >= 0.3 ? ill.blur : false)
    .greyscale()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const { width, height, channels } = flat.info;
  const out = Buffer.alloc(width * height);
  const lamp = {
    x: width * (0.2 + 0.6 * next()),
    y: height * (0.2 + 0.6 * next()),
    reach: 0.22 * Math.min(width, height),
  };
  for (let px = 0; px < width; px++) {
    // bent as about the label's own middle, wherever it lies
    const down = Math.round(ill.bend * x * (1 - ((2 * px) / width - 1) ** 2));
    const light = 1 - ill.shade * (px / width);
    for (let py = 0; py < height; py++) {
      const from = Math.min(height - 1, Math.max(0, py - down));
      const far = ((px - lamp.x) ** 2 + (py - lamp.y) ** 2) / lamp.reach ** 2;
      const shine = ill.glare > 0 ? ill.glare * Math.exp(-far) : 0;
      const grain = ill.noise * (next() + next() + next() - 1.5);
      const v = flat.data[(from * width + px) * channels]! * light;
      out[py * width + px] = Math.max(0, Math.min(255, v + (255 - v) * shine + grain));
    }
  }
  return sharp(out, { raw: { width, height, channels: 1 } })
    .jpeg({ quality: ill.quality })
    .toBuffer();
}
