import type { Catalogue } from '../catalogue';
import type { Edit, Edited, LogEntry, LogFields } from './records';

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
  discard: 'thrown away',
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

/** What records are called where people read of them, one and several. */
const RECORDS: Record<Edited, readonly [one: string, many: string]> = {
  rooms: ['room', 'rooms'],
  spots: ['spot', 'spots'],
  kits: ['kit', 'kits'],
  stock: ['thing on a shelf', 'things on shelves'],
  bottles: ['bottle', 'bottles'],
  products: ['own product', 'own products'],
  materials: ['own material', 'own materials'],
  soils: ['own mark', 'own marks'],
  tools: ['own tool', 'own tools'],
  members: ['person or animal', 'people and animals'],
  shopping: ['line of the list', 'lines of the list'],
  runs: ['run', 'runs'],
  settings: ['the settings', 'settings'],
};
/** So many of one kind, in words: "1 room, 26 spots". */
const counted = (all: readonly Edited[]): string =>
  [...new Set(all)]
    .map((on) => {
      const n = all.filter((x) => x === on).length;
      return `${n} ${RECORDS[on][n === 1 ? 0 : 1]}`;
    })
    .join(', ');
/** A field in plain words, without its unit. */
const fieldName = (path: string): string =>
  path
    .split('/')[0]!
    .replace(/_[a-zA-Z0-9]+$/, '')
    .replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
/** A value that can be said in a word or a number. */
const said = (x: unknown): string | null =>
  x === null || x === undefined || x === ''
    ? 'none'
    : typeof x === 'boolean'
      ? x
        ? 'yes'
        : 'no'
      : typeof x === 'number' || typeof x === 'string'
        ? String(x).slice(0, LONGEST_SAID)
        : null;
const LONGEST_SAID = 60;

/**
 * What an edit did, in words: of a change each field from what it was to what it is ("finish gloss → matt"), of more than
 * a word can say its name alone; of what was made or put away how many of each kind.
 */
export function editWords(e: LogEntry): string {
  const edits = e.edits ?? [];
  const of = (does: Edit['does']): Edited[] => edits.filter((x) => x.does === does).map((x) => x.on);
  const [made, gone] = [of('make'), of('put-away')];
  const first = edits.find((x) => x.does === 'change');
  const effects = (e.did ?? []).filter((d) => first && d.on === first.on && d.id === first.id && d.path !== '.');
  const changes = effects
    .filter((d) => JSON.stringify(d.was ?? null) !== JSON.stringify(d.is ?? null))
    .map((d) => {
      const [was, is] = [said(d.was), said(d.is)];
      return was !== null && is !== null ? `${fieldName(d.path)} ${was} → ${is}` : fieldName(d.path);
    });
  return [
    made.length ? `made: ${counted(made)}` : '',
    gone.length ? `put away: ${counted(gone)}` : '',
    // beside what was made, a change is only that the rest knows of it
    made.length || gone.length ? '' : [...new Set(changes)].join(', '),
  ]
    .filter(Boolean)
    .join('; ');
}
