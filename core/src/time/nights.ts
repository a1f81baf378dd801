/** Instants that a household may keep: from 1970 to the end of 2199, to the millisecond, in UTC. */
const FIRST = Date.UTC(1970, 0, 1);
const LAST = Date.UTC(2200, 0, 1) - 1;
/** 24 hours, for spans of time; days of the calendar are counted by `dayNumber`. */
export const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;
/** Hours that have to pass before a new date counts as a night: a rinse at ten to midnight is none at ten past (common practice). */
export const NIGHT_H = 8;

/** RFC 3339: date, time, offset; seconds of 60 are no instant that a clock here can hold. */
const WRITTEN = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d+)?)?(Z|[+-]\d{2}:\d{2})$/i;

/** The instant in UTC to the millisecond (`2026-11-25T14:10:00.000Z`), or null when it is none or out of range. */
export function utcInstant(text: string): string | null {
  if (!WRITTEN.test(text)) return null;
  const ms = Date.parse(text);
  return ms >= FIRST && ms <= LAST && realDay(text.slice(0, 10)) ? new Date(ms).toISOString() : null;
}
/** Whether `2026-02-29` and the like is a day of the calendar, within the same range. */
export function realDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(text)) return false;
  const ms = Date.parse(`${text}T00:00:00Z`);
  return ms >= FIRST && ms <= LAST && new Date(ms).toISOString().slice(0, 10) === text;
}
/** An IANA time zone that this program knows. */
export const knownTimeZone = (zone: string): boolean => formatOf(zone) !== null;
/** A language tag that dates and numbers can be written in here. */
export function knownLocale(locale: string): boolean {
  try {
    return Intl.DateTimeFormat.supportedLocalesOf([locale]).length > 0;
  } catch {
    return false;
  }
}
/** An ISO 4217 code in use. */
export const knownCurrency = (code: string): boolean => Intl.supportedValuesOf('currency').includes(code);

/** Making a format takes far longer than using it. */
const formats = new Map<string, Intl.DateTimeFormat | null>();
function formatOf(zone: string): Intl.DateTimeFormat | null {
  let format = formats.get(zone);
  if (format === undefined) {
    try {
      format = new Intl.DateTimeFormat('en-CA', {
        timeZone: zone,
        hourCycle: 'h23',
        year: 'numeric',
        month: '2-digit',
        day: '2-digit',
        hour: '2-digit',
        minute: '2-digit',
        second: '2-digit',
      });
    } catch {
      format = null;
    }
    formats.set(zone, format);
  }
  return format;
}
/** The same instants of a log are asked about again and again, and a format takes microseconds. */
const shown = new Map<string, number>();
const SHOWN = 20_000;
/** What a wall clock in that zone shows, written as if it were UTC. Unknown zones count as UTC. Milliseconds. */
function wallClock(instant: number, zone: string): number {
  const format = formatOf(zone);
  if (!format) return instant;
  const key = `${zone} ${instant}`;
  let clock = shown.get(key);
  if (clock === undefined) {
    if (shown.size >= SHOWN) shown.clear();
    shown.set(key, (clock = readClock(format, instant)));
  }
  return clock;
}
function readClock(format: Intl.DateTimeFormat, instant: number): number {
  const p: Record<string, string> = {};
  for (const x of format.formatToParts(instant)) p[x.type] = x.value;
  return (
    Date.UTC(
      Number(p['year']),
      Number(p['month']) - 1,
      Number(p['day']),
      Number(p['hour']),
      Number(p['minute']),
      Number(p['second']),
    ) +
    (((instant % 1000) + 1000) % 1000)
  );
}
/** `2026-11-25` as it is in that zone. Unknown zones count as UTC. */
export const localDay = (instant: Date, timeZone: string): string =>
  new Date(wallClock(instant.getTime(), timeZone)).toISOString().slice(0, 10);

/** The day of the calendar in a zone as a number: days apart are whole, whatever the clocks did between. */
export const dayNumber = (at: Date, timeZone: string): number =>
  Date.parse(`${localDay(at, timeZone)}T00:00:00Z`) / DAY_MS;
/** Nights back in words: today, yesterday, 3 days ago. */
export const agoWords = (days: number): string =>
  days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`;

/** Whole local days between two instants, in the household's zone: 0 today, 1 yesterday; never below 0. */
export function daysBetween(from: string, now: Date, timeZone: string): number {
  const [a, b] = [localDay(new Date(from), timeZone), localDay(now, timeZone)];
  return Math.max(0, Math.round((Date.parse(b) - Date.parse(a)) / DAY_MS));
}
/** Nights that have passed: local days, of which the first counts only once `NIGHT_H` hours are over. */
export const nightsBetween = (from: string, now: Date, timeZone: string): number =>
  now.getTime() - Date.parse(from) < NIGHT_H * HOUR_MS ? 0 : daysBetween(from, now, timeZone);

/** The instant at which a local day begins there (its first, where the clock is put forward at midnight). */
function dayBegins(day: string, zone: string): number {
  const want = Date.parse(`${day}T00:00:00Z`);
  let at = want;
  // the offset there is found by two looks: a clock change between the guess and the answer moves it once
  for (let i = 0; i < 3; i++) at += want - wallClock(at, zone);
  return at;
}
/** The instant from which so many nights have passed since `from`; `nightsBetween` agrees with it. */
export function afterNights(from: string, nights: number, timeZone: string): string {
  const day = Date.parse(localDay(new Date(from), timeZone)) + nights * DAY_MS;
  const begins = dayBegins(new Date(day).toISOString().slice(0, 10), timeZone);
  return new Date(Math.max(begins, Date.parse(from) + NIGHT_H * HOUR_MS)).toISOString();
}
