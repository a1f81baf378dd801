/** A picture of grey values, row by row. */
export interface Grey {
  data: Uint8Array;
  width: number;
  height: number;
}

/** Sums over each rectangle from the upper left corner, one wider and higher than the picture. */
function sumsOf({ data, width, height }: Grey, of: (v: number) => number): Float64Array {
  const sums = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += of(data[y * width + x]!);
      sums[(y + 1) * (width + 1) + x + 1] = sums[y * (width + 1) + x + 1]! + row;
    }
  }
  return sums;
}
/** Mean of what is about each pixel, `reach` pixels to each side, as a function of its place. */
function meanOf(g: Grey, reach: number, of: (v: number) => number = (v) => v): (x: number, y: number) => number {
  const sums = sumsOf(g, of);
  const w = g.width + 1;
  return (x, y) => {
    const [top, bottom] = [Math.max(0, y - reach), Math.min(g.height, y + reach + 1)];
    const [left, right] = [Math.max(0, x - reach), Math.min(g.width, x + reach + 1)];
    const sum = sums[bottom * w + right]! - sums[top * w + right]! - sums[bottom * w + left]! + sums[top * w + left]!;
    return sum / ((bottom - top) * (right - left));
  };
}
const mapped = (g: Grey, at: (v: number, x: number, y: number) => number): Grey => {
  const out = new Uint8Array(g.data.length);
  for (let y = 0, i = 0; y < g.height; y++)
    for (let x = 0; x < g.width; x++, i++) out[i] = Math.max(0, Math.min(255, at(g.data[i]!, x, y)));
  return { ...g, data: out };
};
/** Light on dark as dark on light. */
export const turned = (g: Grey): Grey => ({ ...g, data: g.data.map((v) => 255 - v) });

/** Shadows divided out: each value by that of the ground about it, `reach` pixels to each side. */
export function evened(g: Grey, reach: number): Grey {
  const mean = meanOf(g, reach);
  return mapped(g, (v, x, y) => (v / Math.max(24, mean(x, y))) * 215);
}
/** How much of the spread of grey counts, and the spread of full contrast: as published. */
const SAUVOLA = { k: 0.3, R: 128 };
/** Ink black, ground white, by the mean and the spread about each pixel (Sauvola and Pietikäinen 2000). */
export function inked(g: Grey, reach: number): Grey {
  const mean = meanOf(g, reach);
  const squares = meanOf(g, reach, (v) => v * v);
  return mapped(g, (v, x, y) => {
    const m = mean(x, y);
    const spread = Math.sqrt(Math.max(0, squares(x, y) - m * m));
    return v < m * (1 + SAUVOLA.k * (spread / SAUVOLA.R - 1)) ? 0 : 255;
  });
}
/** Where it is clearly darker than the ground about it: 1, else 0. */
export function darkIn(g: Grey, reach: number): Uint8Array {
  const mean = meanOf(g, reach);
  return mapped(g, (v, x, y) => {
    const m = mean(x, y);
    return v < m * 0.82 && m - v > 14 ? 1 : 0;
  }).data;
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
