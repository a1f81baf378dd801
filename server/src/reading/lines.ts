import type { Letter } from './letters';

/** How the lines of a picture run: y = slope·x + curve·x², px, x from the middle of the letters at `middle`. */
export interface Run {
  slope: number;
  curve: number;
  middle: number;
}
/** Tilts that are tried, and how far the middle of a line may lie from its ends, in heights of an x. */
const MOST_TILT = 9;
const TILT_STEP = 0.5;
const MOST_BEND = 3;
const BEND_STEP = 0.25;

/**
 * How the lines run: the tilt and the bend at which the feet of the letters are most gathered in lines (a projection
 * profile, as of Postl 1986, with a second degree for a label that goes round a bottle).
 */
export function runOf(letters: readonly Letter[], xHeight: number): Run {
  const left = Math.min(...letters.map((l) => l.x));
  const right = Math.max(...letters.map((l) => l.x + l.w));
  const middle = (left + right) / 2;
  const half = Math.max(1, (right - left) / 2);
  const feet = letters.map((l) => [l.x + l.w / 2 - middle, l.y + l.h] as const);
  const bin = Math.max(1, xHeight / 4);
  const score = (slope: number, curve: number): number => {
    const rows = new Map<number, number>();
    for (const [x, y] of feet) {
      const at = (y - slope * x - curve * x * x) / bin;
      const low = Math.floor(at);
      // shared between two rows, so that a line on their border does not fall apart
      const part = at - low;
      rows.set(low, (rows.get(low) ?? 0) + 1 - part);
      rows.set(low + 1, (rows.get(low + 1) ?? 0) + part);
    }
    let sum = 0;
    for (const n of rows.values()) sum += n * n;
    return sum;
  };
  const slopeOf = (deg: number): number => Math.tan((deg * Math.PI) / 180);
  const curveOf = (bend: number): number => (bend * xHeight) / (half * half);
  let best = { deg: 0, bend: 0, score: score(0, 0) * LEVEL };
  const tryAll = (degs: number[], bends: number[]): void => {
    for (const deg of degs)
      for (const bend of bends) {
        const s = score(slopeOf(deg), curveOf(bend));
        if (s > best.score) best = { deg, bend, score: s };
      }
  };
  const range = (from: number, to: number, step: number): number[] =>
    Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step);
  tryAll(range(-MOST_TILT, MOST_TILT, TILT_STEP), range(-MOST_BEND, MOST_BEND, BEND_STEP));
  const { deg, bend } = best;
  if (best.deg !== 0 || best.bend !== 0) tryAll(range(deg - 0.4, deg + 0.4, 0.1), range(bend - 0.2, bend + 0.2, 0.1));
  return { slope: slopeOf(best.deg), curve: curveOf(best.bend), middle };
}
/** Level lines need this much less: a picture that is straight is left alone. */
const LEVEL = 1.03;

/** A gap between columns is so many heights of an x wide at least, and on each side of it stands so much of the letters. */
const GAP = 2.2;
const LEAST_SHARE = 0.15;
/** So few of the letters may stand in a gap: a line of a heading that goes across. */
const ACROSS = 0.02;
/**
 * Where columns part, px, from the left: gaps that go all the way down between letters that are level. A space between
 * two words is a third as wide.
 */
export function columnsOf(letters: readonly Letter[], xHeight: number, width: number): number[] {
  const rows = new Set(letters.map((l) => Math.round((l.y + l.h) / (2.2 * xHeight))));
  if (rows.size < 2) return [];
  const over = new Uint32Array(width + 1);
  for (const l of letters) for (let x = Math.max(0, Math.floor(l.x)); x < Math.min(width, l.x + l.w); x++) over[x]!++;
  const least = ACROSS * letters.length * 0.2;
  const parts: number[] = [];
  let from = -1;
  for (let x = 0; x <= width; x++) {
    const free = x < width && over[x]! <= least;
    if (free && from < 0) from = x;
    if (free || from < 0) continue;
    const at = (from + x) / 2;
    const share = letters.filter((l) => l.x + l.w / 2 < at).length / letters.length;
    if (x - from >= GAP * xHeight && share >= LEAST_SHARE && share <= 1 - LEAST_SHARE) parts.push(Math.round(at));
    from = -1;
  }
  return parts;
}

/** Kept about a letter, in heights of an x: for points, commas, accents and what hangs below a line. */
const KEPT = { beside: 0.8, above: 0.75, below: 0.65 };
/** Letters of one line that are no further apart than this have all between them kept too. */
const SAME_LINE = 4;
/** Where text is, level and straight, as rectangles: x, y, width, height, px. All else is no part of what is read. */
export function textAreas(letters: readonly Letter[], xHeight: number): [number, number, number, number][] {
  const sorted = [...letters].sort((a, b) => a.x - b.x);
  return sorted.map((a, i) => {
    let [x, right] = [a.x, a.x + a.w];
    let [top, bottom] = [a.y, a.y + a.h];
    for (let j = i + 1; j < sorted.length && sorted[j]!.x - a.x - a.w <= SAME_LINE * xHeight; j++) {
      const b = sorted[j]!;
      if (Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y) < 0.4 * xHeight) continue;
      right = Math.max(right, b.x + b.w);
      top = Math.min(top, b.y);
      bottom = Math.max(bottom, b.y + b.h);
      break;
    }
    x -= KEPT.beside * xHeight;
    top -= KEPT.above * xHeight;
    return [x, top, right + KEPT.beside * xHeight - x, bottom + KEPT.below * xHeight - top];
  });
}
