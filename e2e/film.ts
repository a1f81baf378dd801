import { writeFileSync } from 'node:fs';
import sharp from 'sharp';
import { prepareZXingModule, writeBarcode } from 'zxing-wasm/writer';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
prepareZXingModule({
  overrides: { wasmBinary: readFileSync(require.resolve('zxing-wasm/writer/zxing_writer.wasm')).buffer as ArrayBuffer },
});
const FRAMES = 24;
const [WIDE, HIGH] = [640, 480];

/** The bars of a pack as a picture: a drawing of another program than the one that reads it was made with. */
export async function barsOf(figures: string): Promise<Buffer> {
  const { svg, error } = await writeBarcode(figures, { format: 'EAN13', scale: 3, addQuietZones: true });
  if (error) throw new Error(error);
  return sharp(Buffer.from(svg)).resize({ width: 380 }).flatten({ background: '#ffffff' }).png().toBuffer();
}

/**
 * A film for the camera of the browser, Motion JPEG: a picture that is moved, turned and comes a little nearer from frame to
 * frame, before a table top, in uneven light, and out of view for a moment at the beginning.
 */
export async function film(to: string, picture: Buffer, share: number): Promise<void> {
  const table = { create: { width: WIDE, height: HIGH, channels: 3 as const, background: '#8d7f6b' } };
  const light = Buffer.from(
    `<svg width="${WIDE}" height="${HIGH}"><defs><radialGradient id="l" cx="30%" cy="30%"><stop offset="0" stop-color="#fff" stop-opacity=".28"/><stop offset="1" stop-color="#000" stop-opacity=".3"/></radialGradient></defs><rect width="100%" height="100%" fill="url(#l)"/></svg>`,
  );
  const frames: Buffer[] = [];
  for (let i = 0; i < FRAMES; i++) {
    const pack = await sharp(picture)
      .resize({ width: Math.round(WIDE * share * (0.9 + (0.1 * i) / FRAMES)), height: HIGH - 40, fit: 'inside' })
      .rotate(6 * Math.sin(i / 4), { background: '#8d7f6b' })
      .toBuffer({ resolveWithObject: true });
    const room = { left: Math.max(0, WIDE - pack.info.width), top: Math.max(0, HIGH - pack.info.height) };
    const at = { left: Math.round((room.left * i) / FRAMES), top: Math.round((room.top * (FRAMES - i)) / FRAMES) };
    frames.push(
      await sharp(table)
        .composite([...(i < 4 ? [] : [{ input: pack.data, ...at }]), { input: light }])
        .jpeg({ quality: 80 })
        .toBuffer(),
    );
  }
  writeFileSync(to, Buffer.concat(frames));
}
