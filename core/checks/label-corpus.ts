import { readFileSync } from 'node:fs';
import { type Catalogue, type LabelAnswer, operandsOfClasses } from '@dolly-tub/core';

/** One line of the corpus and the answer of somebody who knows the trade. */
export interface CorpusLine {
  kind: string;
  text: string;
  substances: string[];
  must: string[];
  mustNot: string[];
  percent: { min: number; max: number } | null;
  partial: boolean | null;
  leftover: boolean | null;
}
const words = (t: string, by: RegExp): string[] => (t === '-' ? [] : t.split(by));
const yes = (t: string): boolean | null => (t === '-' ? null : t === 'yes');

/** Read the corpus file: tab-separated, `#` starts a comment, `\n` in the text is a new line. */
export function readCorpus(path: string): CorpusLine[] {
  return readFileSync(path, 'utf8')
    .split('\n')
    .filter((l) => l && !l.startsWith('#'))
    .map((l) => {
      const [kind, text, substances, must, mustNot, percent, partial, leftover] = l.split('\t') as string[];
      const [min, max] = words(percent!, /-/).map(Number);
      return {
        kind: kind!,
        text: text!.replace(/\\n/g, '\n'),
        substances: words(substances!, /\|/),
        must: words(must!, / /),
        mustNot: words(mustNot!, / /),
        percent: min === undefined ? null : { min, max: max! },
        partial: yes(partial!),
        leftover: yes(leftover!),
      };
    });
}

export interface Score {
  /** Substances to be found, and found. */
  wanted: number;
  found: number;
  /** Lines where a hazard that stands there was taken for something milder. */
  downgrades: string[];
  /** Every other difference from the answer. */
  faults: string[];
}
/**
 * Hold a reader to the corpus. A *false downgrade* is a class that must be counted and is not, although the line was
 * taken as read: nothing of it left over, and not marked as partial.
 */
export function score(lines: readonly CorpusLine[], read: (t: string) => LabelAnswer, catalogue: Catalogue): Score {
  const s: Score = { wanted: 0, found: 0, downgrades: [], faults: [] };
  for (const l of lines) {
    const r = read(l.text);
    const at = `${l.kind}: ${JSON.stringify(l.text)}`;
    const have = new Set(r.ingredients.flatMap((i) => [i.substance, ...(i.alsoMaybe ?? [])]));
    const operands = operandsOfClasses(
      r.ingredients.flatMap((i) => i.classes),
      catalogue,
    );
    s.wanted += l.substances.length;
    s.found += l.substances.filter((x) => have.has(x)).length;
    const missing = l.substances.filter((x) => !have.has(x));
    if (missing.length) s.faults.push(`${at} misses ${missing.join(', ')}`);
    const unmet = l.must.filter((c) => !operands.has(c));
    if (unmet.length) (r.undisclosed ? s.faults : s.downgrades).push(`${at} lacks the class ${unmet.join(', ')}`);
    const alarm = l.mustNot.filter((c) => operands.has(c));
    if (alarm.length) s.faults.push(`${at} wrongly counts ${alarm.join(', ')}`);
    if (l.percent) {
      const read = r.ingredients.filter((i) => l.substances.includes(i.substance ?? '')).map((i) => i.percent);
      if (!read.some((p) => p && Math.abs(p.min - l.percent!.min) < 1e-9 && Math.abs(p.max - l.percent!.max) < 1e-9))
        s.faults.push(`${at} reads ${JSON.stringify(read)}, not ${l.percent.min}-${l.percent.max}`);
    }
    if (l.partial !== null && l.partial !== r.undisclosed)
      s.faults.push(
        `${at} ${r.undisclosed ? `is taken as partial: ${r.signs.join('; ')}` : 'is taken as a full list'}`,
      );
    if (l.leftover !== null && l.leftover !== r.unrecognised.length > 0)
      s.faults.push(`${at} ${r.unrecognised.length ? `leaves ${JSON.stringify(r.unrecognised)}` : 'leaves nothing'}`);
  }
  return s;
}
