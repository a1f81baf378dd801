import {
  afterNights,
  knownCurrency,
  knownLocale,
  knownTimeZone,
  ledgerOfSpot,
  localDay,
  type LogEntry,
  nightsBetween,
  realDay,
  utcInstant,
} from '@dolly-tub/core';
import fc from 'fast-check';

const ZONES = ['UTC', 'Europe/London', 'America/New_York', 'Asia/Kathmandu', 'Pacific/Apia', 'America/Sao_Paulo'];

describe('instants', () => {
  test.each([
    ['2026-11-25T10:00:00Z', '2026-11-25T10:00:00.000Z'],
    ['2026-11-25T11:00:00+01:00', '2026-11-25T10:00:00.000Z'],
    ['2026-11-25t10:00:00.1234z', '2026-11-25T10:00:00.123Z'],
    ['2026-11-25T10:00Z', '2026-11-25T10:00:00.000Z'],
    ['2016-12-31T23:59:60Z', null],
    ['0000-01-01T00:00:00Z', null],
    ['1969-12-31T23:59:59Z', null],
    ['2199-12-31T23:59:59Z', '2199-12-31T23:59:59.000Z'],
    ['2200-01-01T00:00:00Z', null],
    ['9999-12-31T23:59:59Z', null],
    ['2026-02-30T10:00:00Z', null],
    ['2026-11-25T10:00:00', null],
    ['yesterday', null],
  ])('%s → %s', (text, want) => expect(utcInstant(text)).toBe(want));
  test('days of the calendar', () =>
    expect(['2024-02-29', '2026-02-29', '0000-01-01', '9999-01-01', '2026-11-25'].map(realDay)).toEqual([
      true,
      false,
      false,
      false,
      true,
    ]));
  test('zones, languages and currencies that nobody knows', () => {
    expect(['Europe/London', 'Mars/Olympus'].map(knownTimeZone)).toEqual([true, false]);
    expect(['en-GB', 'de', 'xx-Nowhere', '!!'].map(knownLocale)).toEqual([true, true, false, false]);
    expect(['GBP', 'EUR', 'ZZZ', 'pounds'].map(knownCurrency)).toEqual([true, true, false, false]);
  });
});

describe('nights', () => {
  test('ten to midnight is no night at ten past, and is one in the morning', () => {
    const at = (to: string) => nightsBetween('2026-11-24T23:50:00Z', new Date(to), 'UTC');
    expect([at('2026-11-25T00:10:00Z'), at('2026-11-25T07:49:59Z'), at('2026-11-25T07:50:00Z')]).toEqual([0, 0, 1]);
    expect(nightsBetween('2026-11-25T08:00:00Z', new Date('2026-11-25T23:59:00Z'), 'UTC')).toBe(0);
    expect(nightsBetween('2026-11-25T08:00:00Z', new Date('2026-11-20T08:00:00Z'), 'UTC')).toBe(0);
  });
  test('an instant is named from which it holds, and a minute before it does not, through clock changes', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2026-01-01'), max: new Date('2027-12-31'), noInvalidDate: true }),
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom(...ZONES),
        (from, nights, zone) => {
          const until = new Date(afterNights(from.toISOString(), nights, zone));
          return (
            nightsBetween(from.toISOString(), until, zone) >= nights &&
            nightsBetween(from.toISOString(), new Date(until.getTime() - 60_000), zone) < nights
          );
        },
      ),
      { numRuns: 3000 },
    );
  });
  test('the local day is that of the zone', () =>
    expect(ZONES.map((z) => localDay(new Date('2026-11-25T23:30:00Z'), z))).toEqual([
      '2026-11-25',
      '2026-11-25',
      '2026-11-25',
      '2026-11-26',
      '2026-11-26',
      '2026-11-25',
    ]));
});

describe('in which order it happened', () => {
  const now = new Date('2026-11-25T20:00:00Z');
  const entry = (seq: number, at: string, e: Partial<LogEntry>): LogEntry =>
    ({ id: `e${seq}`, seq, at, recordedAt: at, spot: 's', ...e }) as LogEntry;
  const bleach = (seq: number, at: string): LogEntry =>
    entry(seq, at, { kind: 'clean', method: { name: 'bleach', product: 'chlorine-bleach' }, rinsed: 0 });
  const rinse = (seq: number, at: string): LogEntry => entry(seq, at, { kind: 'rinse', rinsed: 1 });
  const rinsed = (log: LogEntry[]) => ledgerOfSpot(log, 's', now, 'UTC')[0]!.rinsed;

  test('one instant written in two ways is one instant: bleach after the rinse stays unrinsed', () => {
    // 12:00 in UTC, written with an offset that sorts before 11:00Z as text
    expect(rinsed([rinse(1, '2026-11-25T11:00:00Z'), bleach(2, '2026-11-25T07:00:00-05:00')])).toBe(false);
    expect(rinsed([bleach(1, '2026-11-25T07:00:00-05:00'), rinse(2, '2026-11-25T12:30:00Z')])).toBe(true);
  });
  test('after the clock went back the worse of the two orders counts', () => {
    // written bleach, then rinse, but the clock says the rinse came first; and the other way round
    expect(rinsed([bleach(1, '2026-11-25T12:00:00Z'), rinse(2, '2026-11-25T11:00:00Z')])).toBe(false);
    expect(rinsed([rinse(1, '2026-11-25T12:00:00Z'), bleach(2, '2026-11-25T11:00:00Z')])).toBe(false);
    expect(rinsed([bleach(1, '2026-11-25T11:00:00Z'), rinse(2, '2026-11-25T12:00:00Z')])).toBe(true);
  });
  test('nights count from the rinse, rinses add up, and two with air are the person’s word', () => {
    const log = [
      bleach(1, '2026-11-20T10:00:00Z'),
      rinse(2, '2026-11-24T10:00:00Z'),
      entry(3, '2026-11-25T10:00:00Z', { kind: 'rinse', rinsed: 2, aired: true }),
    ];
    expect(ledgerOfSpot(log, 's', now, 'UTC')[0]).toMatchObject({
      daysAgo: 5,
      times: 3,
      rinsedDaysAgo: 0,
      aired: true,
      sworn: true,
    });
    expect(ledgerOfSpot(log.slice(0, 2), 's', now, 'UTC')[0]).toMatchObject({
      times: 1,
      rinsedDaysAgo: 1,
      sworn: false,
    });
  });
});
