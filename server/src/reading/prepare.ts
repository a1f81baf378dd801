import sharp, { type Sharp } from 'sharp';

/** A picture of grey values, row by row. */
export interface Grey {
  data: Uint8Array;
  width: number;
  height: number;
}
/** Pixels of the longer side of the first look. */
const FIRST_LOOK = 1800;
/** Height of a line that a recogniser reads best: letters of some 24 pixels. */
const LINE_px = 48;
const MOST_SIDE = 4200;

/** The picture upright and grey, light letters on dark turned round. Pixels of it at most as wide as a first look needs. */
export async function firstLook(sent: Buffer): Promise<{ grey: Grey; scale: number }> {
  const upright = sharp(sent, { failOn: 'truncated' }).rotate();
  const { width = 1, height = 1, orientation = 1 } = await sharp(sent).metadata();
  const longer = orientation >= 5 ? Math.max(height, width) : Math.max(width, height);
  const scale = Math.min(3, FIRST_LOOK / longer);
  const grey = await rawOf(
    upright
      .flatten({ background: '#fff' })
      .resize({ width: FIRST_LOOK, height: FIRST_LOOK, fit: 'inside', withoutEnlargement: longer * 3 < FIRST_LOOK }),
  );
  return { grey: turned(grey), scale: Math.max(grey.width, grey.height) / longer || scale };
}
/** The picture at the size at which its lines are read best, with its light evened. */
export async function secondLook(sent: Buffer, scale: number): Promise<Grey> {
  const { width = 1, height = 1, orientation = 1 } = await sharp(sent).metadata();
  const [w, h] = orientation >= 5 ? [height, width] : [width, height];
  const by = Math.min(scale, MOST_SIDE / Math.max(w, h));
  const grey = await rawOf(
    sharp(sent, { failOn: 'truncated' })
      .rotate()
      .flatten({ background: '#fff' })
      .resize({ width: Math.max(1, Math.round(w * by)), height: Math.max(1, Math.round(h * by)), kernel: 'lanczos3' }),
  );
  return evened(turned(grey));
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
