import { capital, dateFormat, type DiscardAnswer, type Member, numberFormat, type Profile } from '@dolly-tub/core';

export { capital };

/** `12 %` of 0.123. */
export const percent = (x: number): string => `${Math.round(x * 100)} %`;

/** At most three figures. */
export const figure = (x: number): string => String(Number(x.toPrecision(3)));

/** Minutes as `12 min`, `2 h`, `1 h 20 min`, `2 days`. */
export function span(minutes: number): string {
  if (minutes >= 2880) return `${Math.round(minutes / 1440)} days`;
  if (minutes >= 60) return `${Math.floor(minutes / 60)} h${minutes % 60 ? ` ${Math.round(minutes % 60)} min` : ''}`;
  return `${Math.round(minutes)} min`;
}

export const SEVERITY = ['clean', 'a trace', 'a thin film', 'a film', 'a crust you can feel', 'a thick crust'] as const;

/** A day and time in the household's zone and language. */
export function when(at: string, zone: string | undefined, locale: string | undefined, withTime = true): string {
  try {
    return dateFormat(locale ?? 'en-GB', {
      timeZone: zone ?? 'UTC',
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      ...(withTime ? { hour: '2-digit', minute: '2-digit' } : {}),
    }).format(new Date(at));
  } catch {
    return at.slice(0, 16).replace('T', ' ');
  }
}

/** An amount in the household's money, to the smallest coin that shows it: `€0.04`. */
export function money(amount: number, currency: string | null): string {
  try {
    return numberFormat('en', {
      style: 'currency',
      currency: currency ?? 'EUR',
      minimumFractionDigits: 2,
      maximumFractionDigits: amount < 0.01 ? 3 : 2,
    }).format(amount);
  } catch {
    return figure(amount);
  }
}

/** Who lives here, in words: `Ada; Wren, toddler; Pip, bird`. */
export const peopleWords = (members: readonly Member[]): string =>
  members
    .map((m) =>
      [m.name, m.species ?? (m.kind === 'adult' ? '' : m.kind), ...m.limits.map((l) => l.limit)]
        .filter(Boolean)
        .join(', '),
    )
    .join('; ');

/** What the engine keeps in mind for the people and animals of the house, in words. */
export const limitWords = (p: Profile): string[] => [
  ...(p.people ?? []),
  ...(p.pets ?? []).map((x) => (x === 'bird' ? 'caged bird' : x)),
  ...(p.septic ? ['septic tank'] : []),
  ...(p.noChlorine ? ['no chlorine'] : []),
];

/** A field of a record as people say it: without its unit, in plain words. */
export const fieldWords = (field: string): string =>
  field.replace(/_[a-zA-Z0-9]+$/, '').replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
/** Where in a document something stands: "rooms, number 1, height". */
export const placeWords = (path: string): string =>
  path
    .split('/')
    .filter((x) => x && x !== 'records')
    .map((x) => (/^\d+$/.test(x) ? `number ${Number(x) + 1}` : fieldWords(x)))
    .join(', ') || 'the document';

/** Where what is left of a thing goes, in a word or two. */
export const DISCARD: Record<DiscardAnswer['way'], string> = {
  collection: 'Hazardous waste collection.',
  bin: 'The bin.',
  drain: 'A drain takes it.',
};
/** Why it goes there: what decided, and what else speaks against anything milder. */
export const whyDiscard = (d: DiscardAnswer): string =>
  `${capital([d.because, ...d.also.map((x) => x.text)].join('; '))}.`;
