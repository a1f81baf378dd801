import { capital, figure, percent, SEVERITY, span, when } from './words';

describe('words for numbers', () => {
  test.each([
    [1, '1 min'],
    [59.4, '59 min'],
    [60, '1 h'],
    [80, '1 h 20 min'],
    [2880, '2 days'],
    [10080, '7 days'],
  ])('%d minutes → %s', (m, w) => expect(span(m)).toBe(w));
  test.each([
    [0.7234, '72 %'],
    [0, '0 %'],
    [1, '100 %'],
  ])('%d → %s', (x, w) => expect(percent(x)).toBe(w));
  test.each([
    [4.6789, '4.68'],
    [1234.5, '1230'],
    [0.01234, '0.0123'],
    [15, '15'],
  ])('%d → %s', (x, w) => expect(figure(x)).toBe(w));
  test('first letter up, the rest as it is', () => {
    expect(capital('pH of it')).toBe('PH of it');
    expect(capital('')).toBe('');
  });
  test('a moment in the household’s zone and tongue', () => {
    expect(when('2026-11-25T23:30:00Z', 'Europe/London', 'en-GB')).toBe('Wed 25 Nov, 23:30');
    expect(when('2026-11-25T23:30:00Z', 'Europe/Helsinki', 'en-GB')).toBe('Thu 26 Nov, 01:30');
    expect(when('2026-11-25T23:30:00Z', 'Europe/London', 'en-GB', false)).toBe('Wed 25 Nov');
  });
  test('a zone that is not known breaks nothing', () =>
    expect(when('2026-11-25T23:30:00Z', 'Mars/Olympus', 'en-GB')).toContain('2026-11-25'));
  test('six words for how dirty', () => expect(SEVERITY).toHaveLength(6));
});
