import type { Catalogue, RefusalText } from '../../catalogue';
import { capital } from '../../reason';
import type { Refusal, RefusalKind } from '../types';

/**
 * A refusal: its kind, and the one sentence that the catalogue makes of that kind from what was compared. `{face}` is
 * filled in as it is, `{Face}` with a capital. Throws when a kind has no sentence (broken data).
 */
export function refusal(
  kind: RefusalKind,
  words: Readonly<Record<string, string>>,
  source: string,
  catalogue: Catalogue,
  operands?: string,
): Refusal {
  const text = catalogue.refusals.get(kind);
  if (!text) throw new Error(`No sentence for the refusal "${kind}"`);
  return {
    kind,
    because: filled(text, words),
    source,
    ...(operands ? { operands } : {}),
  };
}
/** A sentence taken apart: what stands, and what is filled in behind it. Hundreds are made for one question. */
interface Part {
  text: string;
  key: string;
  big: boolean;
}
const taken = new WeakMap<RefusalText, Part[]>();
function filled(sentence: RefusalText, words: Readonly<Record<string, string>>): string {
  let parts = taken.get(sentence);
  if (!parts) {
    parts = [...sentence.says.matchAll(/([^{]*)(?:\{(\w+)\})?/g)].map(([, text = '', key = '']) => ({
      text,
      key: key.charAt(0).toLowerCase() + key.slice(1),
      big: key !== key.charAt(0).toLowerCase() + key.slice(1),
    }));
    taken.set(sentence, parts);
  }
  let out = '';
  for (const p of parts) {
    const word = p.key ? (words[p.key] ?? '') : '';
    out += p.text + (p.big ? capital(word) : word);
  }
  return out;
}
/** "stone and glass": a list in a sentence. */
export const listed = (words: readonly string[]): string => words.join(' and ').replace(/-/g, ' ');
/** Of two reasons against one thing the worse: what would still stand if the other were lifted; the first of equals. */
export const worseOf = (a: Refusal | null, b: Refusal, catalogue: Catalogue): Refusal =>
  a && rankOf(a, catalogue) <= rankOf(b, catalogue) ? a : b;
const rankOf = (r: Refusal, catalogue: Catalogue): number => catalogue.refusals.get(r.kind)!.rank;
