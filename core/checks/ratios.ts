import { readFileSync } from 'node:fs';
import {
  type Measure,
  type MeasureSystem,
  measuresWith,
  parseRatio,
  type RatioAnswer,
  type Result,
} from '@dolly-tub/core';
import { catalogue } from './catalogue-for-tests';

/** A text as people say it, with the forms, strength and needs that it must give, or the word that is not understood. */
export interface RatioCase {
  text: string;
  system: MeasureSystem;
  want: string;
}
export const RATIO_CORPUS: readonly RatioCase[] = readFileSync(new URL('ratio-corpus.tsv', import.meta.url), 'utf8')
  .trimEnd()
  .split('\n')
  .slice(1)
  .map((line) => {
    const [text, system, want] = line.split('\t');
    return { text: text!, system: system as MeasureSystem, want: want!.trim() };
  });

/** An answer in the words of the corpus. */
export function inCorpusWords(r: Result<RatioAnswer>): string {
  if (!r.ok) return `ERR ${r.problems[0]!.message}`;
  const { readings, strength, pieces, needs, vague } = r.value;
  const [[name, figure] = []] = Object.entries(strength ?? {});
  const rest = [
    ...(name ? [`${name}=${String(figure)}`] : []),
    ...(pieces ? [`pieces=${pieces.count}${pieces.in_mL ? `/${Number(pieces.in_mL.toPrecision(4))}` : ''}`] : []),
    ...(vague ? ['vague'] : []),
    ...(needs ? [`needs=${needs.join(',')}`] : []),
  ].join(' ');
  return [readings.map((x) => x.form).join(' | '), ...(rest ? [`; ${rest}`] : [])].join(' ').trim();
}
/** Whether an answer is the one that was asked for; of a wrong text, whether it points at that word. */
export function isAsAsked(c: RatioCase, r: Result<RatioAnswer>): boolean {
  const got = inCorpusWords(r);
  if (!c.want.startsWith('ERR ')) return got === c.want;
  if (!got.startsWith('ERR ')) return false;
  const word = c.want.slice(4);
  if (word === 'end') return got.includes('missing at the end');
  // what was typed is quoted: it is no pointing
  const points = /, from "(.+)" on:/.exec(got)?.[1];
  if (word === 'start') return points === c.text[0];
  return points === undefined ? got.toLowerCase().includes(word) : points === word;
}
/** A text that is a ratio, read in US measures and those of the drawer. */
export function ratioOf(text: string, drawer: readonly Measure[] = []): RatioAnswer {
  const r = parseRatio(text, measuresWith(drawer, catalogue));
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
}
