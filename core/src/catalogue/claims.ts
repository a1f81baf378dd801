import type { Catalogue } from './catalogue';
import type { Claim } from './schema';

/**
 * The claims that somebody means who types this, those with the most of their words first: of each list of a claim one
 * word must be there, alone or as the beginning of one.
 */
export function claimsIn(text: string, catalogue: Catalogue): Claim[] {
  const typed = ` ${text.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, ' ')} `;
  const there = (word: string): boolean => typed.includes(` ${word}`);
  return [...catalogue.claims.values()]
    .filter((c) => c.words.every((list) => list.some(there)))
    .sort((a, b) => b.words.length - a.words.length);
}
