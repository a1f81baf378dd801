import { type Catalogue, parseNumber, unitVolume_mL } from '@dolly-tub/core';

/** "Is it safe to", "never", "what happens when I": what stands before it. */
const ASKED = [
  'is it (?:safe|ok|okay|dangerous|bad) to',
  'what happens (?:if|when) (?:i|you|we)',
  '(?:can|may|should|could) (?:i|you|we)',
  "never|do not|don't",
].join('|');
const TOGETHER = new RegExp(
  `^(?:(?:${ASKED}) )*(?:mix|combine|use|put|pour|add)\\s+(.+?)\\s+` +
    `(?:and|with|\\+|&|into|to|together with)\\s+(.+?)(?: together| in one bottle)?$`,
);
/** Two things that somebody would put together, or one, as they say it; nothing where that is not meant. */
export function mixed(t: string): [string, string][] {
  const both =
    TOGETHER.exec(t) ??
    /^(?:is|are) (.+?) (?:safe|ok|okay|dangerous|compatible|bad) (?:together )?with (.+)$/.exec(t) ??
    /^(.+?)\s*(?:\+|&)\s*(.+)$/.exec(t) ??
    /^(.+?) (?:and|with) (.+?) together$/.exec(t) ??
    (/\bon\b|\bfrom\b|\bppm\b/.test(t) ? null : /^(.+?) (?:and|with) (.+)$/.exec(t));
  if (both) return [[both[1]!, both[2]!]];
  const one = /^(?:never|do not|don't|what (?:can|may|should) i not) mix (.+?)(?: with)?$/.exec(t);
  return one ? [[one[1]!, '']] : [];
}
/** A bottle to be made, as people say it: of what, how strong where that is said, and how much of it. */
export interface Wanted {
  of: string;
  per: 'ppm' | '%';
  amount: number | null;
  mL: number | null;
}
const MANY = /(?<n>\d+(?:[.,]\d+)?|[½¼¾]|an?|one|half an?)/.source;
const UNIT = /\s*(?<unit>[a-z]+)/.source;
const VOLUME = `${MANY}?${UNIT}`;
const STRENGTH = /(?<amount>\d+(?:[.,]\d+)?)\s*(?<per>ppm\b|%|percent\b)/.source;
const DILUTIONS: readonly RegExp[] = [
  new RegExp(`^${MANY}${UNIT} (?:of )?${STRENGTH} (?<of>.+)$`),
  new RegExp(`^(?<of>.+?) (?:to |at |of )?${STRENGTH}(?:,? (?:(?:in|for) )?${VOLUME})?$`),
  new RegExp(`^${STRENGTH} (?<of>.+?)(?: (?:in|for) ${VOLUME})?$`),
  new RegExp(`^how much (?<of>.+?) (?:for|in|to|per) ${VOLUME}(?: of water)?$`),
  // which of the two readings of a ratio is meant is asked in Dilute
  /^(?<of>.+?) \d+ ?(?::|to|in|\+) ?\d+$/,
  /^\d+ ?(?::|to|in|\+) ?\d+ (?:of )?(?<of>.+)$/,
];
/** What was typed as a bottle to be made; null where that is not meant. */
export function strengthIn(t: string, measures: Catalogue['measures']): Wanted | null {
  const said = t.replace(/^(?:please )?(?:dilute|make|mix) /, '');
  const found = DILUTIONS.map((re) => re.exec(said)?.groups).find(Boolean);
  if (!found) return null;
  const { of, amount, per, n, unit } = found as { of: string } & Partial<Record<string, string>>;
  const each = unit ? unitVolume_mL(unit, measures) : null;
  const many = /^half/.test(n ?? '') ? 0.5 : /^(?:an?|one)$/.test(n ?? 'one') ? 1 : parseNumber(n!);
  return {
    of,
    per: per === 'ppm' ? 'ppm' : '%',
    amount: amount ? Number(amount.replace(',', '.')) : null,
    mL: each === null ? null : (many ?? 1) * each,
  };
}
