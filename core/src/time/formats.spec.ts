import { dateFormat, numberFormat } from './formats';

const AT = new Date('2026-11-25T10:30:00Z');

test('a format is made once for each language and set of options', () => {
  const day = { timeZone: 'Europe/London', day: 'numeric', month: 'short' } as const;
  expect(dateFormat('en-GB', day)).toBe(dateFormat('en-GB', { ...day }));
  expect(dateFormat('en-GB', day).format(AT)).toBe('25 Nov');
  expect(dateFormat('de', day).format(AT)).toBe('25. Nov.');
  expect(dateFormat('en-GB', { ...day, timeZone: 'Pacific/Kiritimati' }).format(AT)).toBe('26 Nov');
  expect(dateFormat(undefined, day)).not.toBe(dateFormat('en-GB', day));
  const euro = { style: 'currency', currency: 'EUR' } as const;
  expect(numberFormat('en', euro)).toBe(numberFormat('en', { ...euro }));
  expect([
    numberFormat('en', euro).format(1.5),
    numberFormat('en', { ...euro, currency: 'SEK' }).format(1.5),
  ]).toStrictEqual(['€1.50', 'SEK\u00a01.50']);
});
test('one that is not known is refused each time', () => {
  for (const again of [1, 2]) {
    expect(() => dateFormat('en-GB', { timeZone: `Mars/Olympus` })).toThrow(RangeError);
    expect(() => numberFormat('en', { style: 'currency', currency: 'x'.repeat(again) })).toThrow(RangeError);
  }
});
