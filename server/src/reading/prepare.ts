import sharp, { type Sharp } from 'sharp';

/** A picture of grey values, row by row. */
export interface Grey {
  data: Uint8Array;
  width: number;
  height: number;
}
/** Pixels of the longer side of the first look: of a small picture, and of one that may hold small print. */
const FIRST_LOOK = 1200;
const FIRST_LOOK_LARGE = 1900;
const LARGE = 2000;
/** Height of a line that a recogniser reads best: letters of some 24 pixels. */
const LINE_px = 48;
const MOST_SIDE = 4200;

/** The picture by its EXIF and turned by so many degrees, on white, as wide and high as is said. */
async function upright(sent: Buffer, tilt: number, by: number): Promise<Grey> {
  const { width, height } = await sizeOf(sent);
  const grey = await rawOf(
    sharp(sent, { failOn: 'truncated' })
      .autoOrient()
      .flatten({ background: '#fff' })
      .resize({
        width: Math.max(1, Math.round(width * by)),
        height: Math.max(1, Math.round(height * by)),
        fit: 'fill',
        kernel: 'lanczos3',
      }),
  );
  const straight = tilt === 0 ? grey : await rotated(grey, tilt);
  return turned(straight);
}
const rotated = async ({ data, width, height }: Grey, tilt: number): Promise<Grey> => {
  // what comes in at the corners is like what is at the edge, so that no line is taken for its border
  const edge = data[0] ?? 255;
  return rawOf(
    sharp(data, { raw: { width, height, channels: 1 } }).rotate(-tilt, { background: { r: edge, g: edge, b: edge } }),
  );
};
async function sizeOf(sent: Buffer): Promise<{ width: number; height: number }> {
  const { width = 1, height = 1, orientation = 1 } = await sharp(sent).metadata();
  return orientation >= 5 ? { width: height, height: width } : { width, height };
}
/** A first look: by how much it is enlarged, by how many degrees its lines run down to the right, and itself, straight. */
export async function firstLook(sent: Buffer): Promise<{ grey: Grey; scale: number; tilt: number }> {
  const { width, height } = await sizeOf(sent);
  const longer = Math.max(width, height);
  const scale = Math.min(3, (longer > LARGE ? FIRST_LOOK_LARGE : FIRST_LOOK) / longer);
  const grey = await upright(sent, 0, scale);
  const tilt = tiltOf(grey);
  return { scale, tilt, grey: tilt === 0 ? grey : turned(await rotated(grey, tilt)) };
}
/** The picture at the size at which its lines are read best, straight, with its light evened. */
export async function secondLook(sent: Buffer, scale: number, tilt: number): Promise<Grey> {
  const { width, height } = await sizeOf(sent);
  return evened(await upright(sent, tilt, Math.min(scale, MOST_SIDE / Math.max(width, height))));
}

/** Tilts that are tried, and below which a picture is left as it is, degrees. */
const MOST_TILT = 9;
const STEP = 0.5;
const LEAST_TILT = 0.7;
/**
 * By how many degrees lines run down to the right: the tilt at which ink, summed along lines, is most gathered in some and
 * least in others (a projection profile; Postl 1986). Read from some thousand inked pixels.
 */
export function tiltOf({ data, width, height }: Grey): number {
  const step = Math.max(1, Math.floor(Math.max(width, height) / 700));
  const points: [number, number][] = [];
  let sum = 0;
  for (const v of data) sum += v;
  const mean = sum / data.length;
  for (let y = 0; y < height; y += step)
    for (let x = step; x < width; x += step) {
      const i = y * width + x;
      // edges, not areas: a shadow has no lines
      if (data[i]! < mean - 20 && Math.abs(data[i]! - data[i - step]!) > 24) points.push([x, y]);
    }
  if (points.length < 60) return 0;
  let best = 0;
  let most = -1;
  for (let tilt = -MOST_TILT; tilt <= MOST_TILT; tilt += STEP) {
    const slope = Math.tan((tilt * Math.PI) / 180);
    const rows = new Map<number, number>();
    for (const [x, y] of points) {
      const row = Math.round((y - x * slope) / step);
      rows.set(row, (rows.get(row) ?? 0) + 1);
    }
    let score = 0;
    for (const n of rows.values()) score += n * n;
    if (score > most) [most, best] = [score, tilt];
  }
  return Math.abs(best) < LEAST_TILT ? 0 : best;
}
/** By how much a picture is enlarged so that its lines, so high as it was taken, are read best. */
export const scaleFor = (line_px: number): number => LINE_px / Math.max(1, line_px);

async function rawOf(picture: Sharp): Promise<Grey> {
  const { data, info } = await picture.greyscale().raw().toBuffer({ resolveWithObject: true });
  const step = info.channels;
  const out = step === 1 ? data : Buffer.from(data.filter((_, i) => i % step === 0));
  return { data: out, width: info.width, height: info.height };
}
/** Light on dark as dark on light: of most labels the ground is most of it. */
function turned(g: Grey): Grey {
  let sum = 0;
  for (const v of g.data) sum += v;
  return sum / g.data.length >= 118 ? g : { ...g, data: g.data.map((v) => 255 - v) };
}
/** Shadows and bends divided out: each value by that of the ground about it, some lines wide. */
function evened({ data, width, height }: Grey): Grey {
  const reach = Math.round(1.5 * LINE_px);
  // a running sum in both directions: the mean about each pixel in one pass
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += data[y * width + x]!;
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  const out = new Uint8Array(data.length);
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [Math.max(0, y - reach), Math.min(height, y + reach)];
    for (let x = 0; x < width; x++) {
      const [left, right] = [Math.max(0, x - reach), Math.min(width, x + reach)];
      const w = width + 1;
      const about =
        sums[bottom * w + right]! - sums[top * w + right]! - sums[bottom * w + left]! + sums[top * w + left]!;
      const mean = about / ((bottom - top) * (right - left));
      out[y * width + x] = Math.min(255, (data[y * width + x]! / Math.max(24, mean)) * 215);
    }
  }
  return { data: out, width, height };
}
export const pngOf = ({ data, width, height }: Grey): Promise<Buffer> =>
  sharp(data, { raw: { width, height, channels: 1 } })
    .png({ compressionLevel: 1 })
    .toBuffer();
