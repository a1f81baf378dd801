/** A picture of grey values, row by row. */
export interface Grey {
  data: Uint8Array;
  width: number;
  height: number;
}

/** Sums over each rectangle from the upper left corner, one wider and higher than the picture; of squares where so said. */
function sumsOf({ data, width, height }: Grey, squared: boolean): Uint32Array | Float64Array {
  // up to 16 million pixels of 255 are within 32 bits; their squares are not
  const sums = new (squared ? Float64Array : Uint32Array)((width + 1) * (height + 1));
  for (let y = 0, i = 0; y < height; y++) {
    let row = 0;
    for (let x = 0, at = (y + 1) * (width + 1) + 1; x < width; x++, at++, i++) {
      const v = data[i]!;
      row += squared ? v * v : v;
      sums[at] = sums[at - width - 1]! + row;
    }
  }
  return sums;
}
/** Means of what is about each pixel of a row, `reach` pixels to each side, written into `out`. */
function meansOf(g: Grey, reach: number, squared = false): (y: number, out: Float32Array) => void {
  const { width, height } = g;
  const sums = sumsOf(g, squared);
  const w = width + 1;
  return (y, out) => {
    const top = Math.max(0, y - reach);
    const bottom = Math.min(height, y + reach + 1);
    const [up, down, high] = [top * w, bottom * w, bottom - top];
    for (let x = 0; x < width; x++) {
      const left = x > reach ? x - reach : 0;
      const right = x + reach + 1 < width ? x + reach + 1 : width;
      out[x] =
        (sums[down + right]! - sums[up + right]! - sums[down + left]! + sums[up + left]!) / (high * (right - left));
    }
  };
}
/** Light on dark as dark on light. */
export const turned = (g: Grey): Grey => ({ ...g, data: g.data.map((v) => 255 - v) });

const grey = (v: number): number => (v < 0 ? 0 : v > 255 ? 255 : v);
/** Each pixel anew from its value and the mean about it, and the spread where it is asked for. */
function byGround(
  g: Grey,
  reach: number,
  spread: boolean,
  at: (v: number, mean: number, spread: number) => number,
): Grey {
  const { data, width, height } = g;
  const out = new Uint8Array(data.length);
  const [means, squares] = [meansOf(g, reach), spread ? meansOf(g, reach, true) : null];
  const [mean, square] = [new Float32Array(width), new Float32Array(width)];
  for (let y = 0, i = 0; y < height; y++) {
    means(y, mean);
    squares?.(y, square);
    for (let x = 0; x < width; x++, i++) {
      const m = mean[x]!;
      out[i] = grey(at(data[i]!, m, squares ? Math.sqrt(Math.max(0, square[x]! - m * m)) : 0));
    }
  }
  return { ...g, data: out };
}
/** Shadows divided out: each value by that of the ground about it, `reach` pixels to each side. */
export const evened = (g: Grey, reach: number): Grey =>
  byGround(g, reach, false, (v, mean) => (v / Math.max(24, mean)) * 215);
/** How much of the spread of grey counts, and the spread of full contrast: as published. */
const SAUVOLA = { k: 0.3, R: 128 };
/** Ink black, ground white, by the mean and the spread about each pixel (Sauvola and Pietikäinen 2000). */
export const inked = (g: Grey, reach: number): Grey =>
  byGround(g, reach, true, (v, mean, spread) => (v < mean * (1 + SAUVOLA.k * (spread / SAUVOLA.R - 1)) ? 0 : 255));

const LEAST_INK = 14;
const LEAST_SHARE = 0.82;
/** Where it is clearly darker than the ground about it, and where clearly lighter: 1, else 0. */
export function inkIn(g: Grey, reach: number): { dark: Uint8Array; light: Uint8Array } {
  const { data, width, height } = g;
  const [dark, light] = [new Uint8Array(data.length), new Uint8Array(data.length)];
  const means = meansOf(g, reach);
  const mean = new Float32Array(width);
  for (let y = 0, i = 0; y < height; y++) {
    means(y, mean);
    for (let x = 0; x < width; x++, i++) {
      const v = data[i]!;
      const m = mean[x]!;
      if (m - v > LEAST_INK && v < m * LEAST_SHARE) dark[i] = 1;
      // turned round: white is the ground
      else if (v - m > LEAST_INK && 255 - v < (255 - m) * LEAST_SHARE) light[i] = 1;
    }
  }
  return { dark, light };
}
/** Each column moved up by so many pixels, which need be no whole ones; what comes in is like what was at the edge. */
export function shifted(g: Grey, by: (x: number) => number): Grey {
  const out = new Uint8Array(g.data.length);
  for (let x = 0; x < g.width; x++) {
    const down = by(x);
    const whole = Math.floor(down);
    const part = down - whole;
    for (let y = 0; y < g.height; y++) {
      const a = Math.min(g.height - 1, Math.max(0, y + whole));
      const b = Math.min(g.height - 1, Math.max(0, y + whole + 1));
      out[y * g.width + x] = g.data[a * g.width + x]! * (1 - part) + g.data[b * g.width + x]! * part;
    }
  }
  return { ...g, data: out };
}
/** A strip of it, all of its height. */
export function strip({ data, width, height }: Grey, left: number, right: number): Grey {
  const wide = right - left;
  const out = new Uint8Array(wide * height);
  for (let y = 0; y < height; y++) out.set(data.subarray(y * width + left, y * width + right), y * wide);
  return { data: out, width: wide, height };
}
/** Only what is within these rectangles; all else is ground. */
export function kept(g: Grey, areas: readonly (readonly [number, number, number, number])[], ground: number): Grey {
  const out = new Uint8Array(g.data.length).fill(ground);
  for (const [x, y, w, h] of areas) {
    const [left, right] = [Math.max(0, Math.floor(x)), Math.min(g.width, Math.ceil(x + w))];
    for (let row = Math.max(0, Math.floor(y)); row < Math.min(g.height, Math.ceil(y + h)); row++)
      if (right > left) out.set(g.data.subarray(row * g.width + left, row * g.width + right), row * g.width + left);
  }
  return { ...g, data: out };
}
