import type { Seen, SeenWord } from '@dolly-tub/core';
import type { Letter } from './letters';

/** Of a letter so much must lie in a word that it counts as read. */
const WITHIN = 0.4;

/**
 * The first look, with how many letters stand beside each word that no look has read: print that is seen and not read must
 * not pass for ground. Letters of a usual height only: a frame or a speck is none.
 */
export function missedBeside(best: Seen, looks: readonly Seen[], letters: readonly Letter[], xHeight: number): Seen {
  const boxes = looks.flatMap((s) => s.lines.flat().map((w) => w.box));
  const unread = letters.filter(
    (l) =>
      l.h >= 0.75 * xHeight &&
      l.h <= 2 * xHeight &&
      !boxes.some(([x, y, w, h]) => {
        const wide = Math.min(l.x + l.w, x + w) - Math.max(l.x, x);
        const high = Math.min(l.y + l.h, y + h) - Math.max(l.y, y);
        return wide > 0 && high > 0 && wide * high >= WITHIN * l.w * l.h;
      }),
  );
  if (!unread.length) return best;
  const words = best.lines.flat();
  const missed = new Map<SeenWord, number>();
  for (const l of unread) {
    let nearest: SeenWord | null = null;
    let least = Infinity;
    for (const w of words) {
      const [x, y, wide, high] = w.box;
      const dx = Math.max(0, x - l.x - l.w, l.x - x - wide);
      const dy = Math.max(0, y - l.y - l.h, l.y - y - high);
      // beside comes before above
      const far = dx + 3 * dy;
      if (far < least) [least, nearest] = [far, w];
    }
    if (nearest) missed.set(nearest, (missed.get(nearest) ?? 0) + 1);
  }
  return { ...best, lines: best.lines.map((line) => line.map((w) => ({ ...w, missed: missed.get(w) ?? 0 }))) };
}
