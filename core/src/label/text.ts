/** Lower case, one kind of space and dash, British spellings folded, "sulph" → "sulf". */
export function normaliseName(text: string): string {
  return text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[‐‑‒–—−]/g, '-')
    .replace(/sulph/g, 'sulf')
    .replace(/alumin(?=um)/g, 'alumini')
    .replace(/colour/g, 'color')
    .replace(/isation/g, 'ization')
    .replace(/[*†®™"“”'’]/g, '')
    .replace(/\be[ -]?(?=\d{3}[a-z]{0,3}$)/, 'e')
    .replace(/\s+/g, ' ')
    .trim();
}

/**
 * Folded further for what a camera or a hurried hand confuses: l, i, 1 and |; o and 0; s and 5; ph and f; rn and m
 * (unless told not to: a slip may also make an "rn"); no spaces, hyphens or dots. Two names that fold alike are told
 * apart by their own letters only.
 */
export const foldName = (normalised: string, rnIsM = true): string =>
  normalised
    .replace(/[\s.\-‐]/g, '')
    .replace(rnIsM ? /rn/g : /$^/, 'm')
    .replace(/ph/g, 'f')
    .replace(/[l1|!]/g, 'i')
    .replace(/0/g, 'o')
    .replace(/5/g, 's');

/** CAS check digit: digits from the right, weighted 1, 2, 3 …, sum mod 10 (CAS registry rule). */
export function casIsValid(cas: string): boolean {
  const m = /^(\d{2,7})-(\d{2})-(\d)$/.exec(cas);
  if (!m) return false;
  const digits = (m[1]! + m[2]!).split('').reverse().map(Number);
  return digits.reduce((sum, d, i) => sum + d * (i + 1), 0) % 10 === Number(m[3]);
}
