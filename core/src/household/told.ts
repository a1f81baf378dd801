import type { Catalogue } from '../catalogue';
import type { LogEntry, LogFields } from './records';

/** What each kind of entry is called where people read of it. */
export const KIND_WORDS: Record<LogFields['kind'], string> = {
  note: 'A note',
  clean: 'The cleaning',
  rinse: 'The rinse',
  mix: 'The mix',
  'pour-out': 'The pouring out',
  stock: 'The stock entry',
  'head-moved': 'The moved head',
  'test-spot': 'The test',
  damage: 'The damage noted',
  incident: 'The incident',
  calibrate: 'The measuring',
  inspect: 'The look at it',
  edit: 'The change',
  undo: 'The undoing',
};
export const REASON_WORDS: Record<NonNullable<LogFields['reason']>, string> = {
  buy: 'bought',
  use: 'used',
  count: 'counted',
  adjust: 'put right by hand',
  move: 'moved',
};
export const OUTCOME_WORDS: Record<NonNullable<LogFields['outcome']>, string> = {
  worked: 'worked',
  partly: 'partly',
  not: 'did not work',
  damaged: 'damaged it',
};

/** The words by which an entry is found: what was written, names as they were then, soil, method, what it was, how it went. */
export const wordsOf = (e: LogEntry, soils: Catalogue['soils']): string =>
  [
    e.text,
    ...Object.values(e.names ?? {}),
    e.question && (soils.get(e.question.soil)?.name ?? e.question.soil),
    e.method?.name,
    // "the" is no word to find anything by
    KIND_WORDS[e.kind].replace(/^(?:The|A) /, ''),
    e.reason && REASON_WORDS[e.reason],
    e.outcome && OUTCOME_WORDS[e.outcome],
  ]
    .filter(Boolean)
    .join(' · ');

/** How often each thing worked: answered cleans by the product or method that was used, the most used first. */
export function hitRates(entries: readonly LogEntry[]): { name: string; times: number; share: number }[] {
  const by = new Map<string, { times: number; good: number }>();
  for (const e of entries) {
    if (e.kind !== 'clean' || !e.outcome) continue;
    const name = e.names?.['product'] ?? e.method?.name ?? 'dry';
    const r = by.get(name) ?? { times: 0, good: 0 };
    r.times++;
    r.good += e.outcome === 'worked' ? 1 : e.outcome === 'partly' ? 0.5 : 0;
    by.set(name, r);
  }
  return [...by]
    .map(([name, r]) => ({ name, times: r.times, share: r.good / r.times }))
    .sort((a, b) => b.times - a.times);
}
