import type { Catalogue } from '../../catalogue';
import { capital } from '../../gate';
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
    because: text.says.replace(/\{(\w+)\}/g, (_, key: string) => {
      const lower = key.charAt(0).toLowerCase() + key.slice(1);
      const word = words[lower] ?? '';
      return key === lower ? word : capital(word);
    }),
    source,
    ...(operands ? { operands } : {}),
  };
}
/** "stone and glass": a list in a sentence. */
export const listed = (words: readonly string[]): string => words.join(' and ').replace(/-/g, ' ');
