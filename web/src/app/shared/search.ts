import type Fuse from 'fuse.js';

/** A name with its other words. */
interface Named {
  name: string;
  also?: readonly string[];
  synonyms?: readonly string[];
}

/**
 * Household words, with slips: a name that is just that, then one that holds it as a word, then the whole of
 * what was typed or every word of it somewhere. Best first; what scores alike keeps its order.
 */
export function find<T extends Named>(fuse: Fuse<T>, typed: string): T[] {
  const query = typed.trim().toLowerCase();
  const said = (x: T): number => {
    const names = [x.name, ...(x.also ?? []), ...(x.synonyms ?? [])].map((n) => n.toLowerCase());
    if (names.includes(query)) return 2;
    return names.some((n) => ` ${n.replace(/[^\p{L}\p{N}]+/gu, ' ')} `.includes(` ${query} `)) ? 1 : 0;
  };
  const scores = new Map<number, { item: T; whole: number; words: number }>();
  const add = (q: string, part: 'whole' | 'words', of: number): void => {
    for (const r of fuse.search(q)) {
      const s = scores.get(r.refIndex) ?? { item: r.item, whole: 0, words: 0 };
      s[part] += (1 - (r.score ?? 0)) / of;
      scores.set(r.refIndex, s);
    }
  };
  add(query, 'whole', 1);
  const words = query.split(/\s+/).filter((w) => w.length > 1);
  if (words.length > 1) for (const w of words) add(w, 'words', words.length);
  return [...scores.entries()]
    .map(([index, s]) => ({ index, item: s.item, score: said(s.item) + Math.max(s.whole, s.words) }))
    .sort((a, b) => b.score - a.score || a.index - b.index)
    .map((x) => x.item);
}
