import { type Grey, inkIn } from './grey';

/** What stands together and may be a letter: its box, px. */
export interface Letter {
  x: number;
  y: number;
  w: number;
  h: number;
}
export interface Letters {
  /** Those that have a neighbour of their height in the same line. */
  list: readonly Letter[];
  /** Height of a small x, px; 0 where there are none. */
  xHeight: number;
  /** They are light on dark. */
  light: boolean;
}

/** Of the longer side: the ground about a pixel, larger than any letter of a list. */
const REACH = 1 / 26;
/** On a large picture no more than this: a label on it is small, and what is about it is no ground of its. */
const MOST_REACH_px = 40;
const [LEAST_px, MOST_px] = [4, 90];
const FEWEST = 12;

/** Pieces of ink, 8-connected, as boxes with how much of them is ink. */
function piecesOf(dark: Uint8Array, width: number, height: number): (Letter & { ink: number })[] {
  const parent: number[] = [];
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]!]!;
    return i;
  };
  interface Stretch {
    from: number;
    to: number;
    y: number;
    id: number;
  }
  const all: Stretch[] = [];
  let above: Stretch[] = [];
  for (let y = 0; y < height; y++) {
    const here: Stretch[] = [];
    for (let x = 0; x < width; x++) {
      if (!dark[y * width + x]) continue;
      const from = x;
      while (x < width && dark[y * width + x]) x++;
      const s = { from, to: x, y, id: parent.length };
      parent.push(s.id);
      here.push(s);
    }
    let a = 0;
    for (const s of here) {
      while (a < above.length && above[a]!.to < s.from) a++;
      for (let b = a; b < above.length && above[b]!.from <= s.to; b++) parent[find(above[b]!.id)] = find(s.id);
    }
    all.push(...here);
    above = here;
  }
  const boxes = new Map<number, { x0: number; x1: number; y0: number; y1: number; ink: number }>();
  for (const s of all) {
    const root = find(s.id);
    const b = boxes.get(root);
    if (!b) boxes.set(root, { x0: s.from, x1: s.to, y0: s.y, y1: s.y + 1, ink: s.to - s.from });
    else {
      b.x0 = Math.min(b.x0, s.from);
      b.x1 = Math.max(b.x1, s.to);
      b.y1 = s.y + 1;
      b.ink += s.to - s.from;
    }
  }
  return [...boxes.values()].map((b) => ({ x: b.x0, y: b.y0, w: b.x1 - b.x0, h: b.y1 - b.y0, ink: b.ink }));
}
/** Pieces that look like letters and have a neighbour of their height to the left or right. */
function linked(dark: Uint8Array, width: number, height: number): Letter[] {
  const like = piecesOf(dark, width, height)
    .filter(
      ({ w, h, ink }) =>
        h >= LEAST_px &&
        h <= MOST_px &&
        w >= 2 &&
        ink >= LEAST_px &&
        ink >= 0.12 * w * h &&
        // a whole word, where its letters touch; wider and full of ink it is a rule
        (w <= 4 * h || (w <= 25 * h && ink <= 0.7 * w * h)),
    )
    .sort((a, b) => a.x - b.x);
  const has = new Set<Letter>();
  like.forEach((a, i) => {
    for (let j = i + 1; j < like.length && like[j]!.x - a.x - a.w <= 1.2 * a.h; j++) {
      const b = like[j]!;
      const both = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y);
      if (both < 0.5 * Math.min(a.h, b.h) || a.h > 2.4 * b.h || b.h > 2.4 * a.h) continue;
      has.add(a);
      has.add(b);
    }
  });
  return [...has];
}
/** The height that most have: small letters are more than tall ones, and all of them are near one height. */
function usualHeight(letters: readonly Letter[]): number {
  if (!letters.length) return 0;
  const count = new Map<number, number>();
  for (const { h } of letters) count.set(h, (count.get(h) ?? 0) + 1);
  const near = (h: number): number => {
    const spread = Math.max(1, Math.round(h * 0.08));
    let n = 0;
    for (let k = h - spread; k <= h + spread; k++) n += count.get(k) ?? 0;
    return n;
  };
  const heights = [...count.keys()];
  const best = heights.reduce((a, b) => (near(b) > near(a) ? b : a));
  // capitals and tall letters are 1.3 to 1.5 times as high: where small ones are nearly as many, those are it
  const small = heights.filter((h) => h <= best / 1.25 && h >= best / 1.6).sort((a, b) => near(b) - near(a))[0];
  return small !== undefined && near(small) >= 0.6 * near(best) ? small : best;
}

/** Letters on a picture, dark on light or light on dark, whichever has more that stand beside each other. */
export function lettersOf(g: Grey): Letters {
  const reach = Math.min(MOST_REACH_px, Math.max(10, Math.round(Math.max(g.width, g.height) * REACH)));
  const ink = inkIn(g, reach);
  const dark = linked(ink.dark, g.width, g.height);
  const light = linked(ink.light, g.width, g.height);
  const list = light.length > dark.length ? light : dark;
  return list.length < FEWEST
    ? { list: [], xHeight: 0, light: false }
    : { list, xHeight: usualHeight(list), light: list === light };
}
