import {
  checkDigit,
  entryOfPack,
  knownBy,
  leftByWeight,
  type PackDeed,
  readCode,
  readMeaning,
  type Stock,
  usualTare,
} from '@dolly-tub/core';
import fc from 'fast-check';

describe('codes of packs', () => {
  // worked examples: GS1's page on check digits (629104150021 → 3), ISBN 978-0-306-40615 → 7, UPC-A 03600029145 → 2, EAN-8 7351353 → 7
  test.each([
    ['629104150021', 3],
    ['978030640615', 7],
    ['03600029145', 2],
    ['7351353', 7],
  ])('check digit of %s', (figures, digit) => expect(checkDigit(figures)).toBe(digit));
  test.each([
    ['6291041500213', { kind: 'EAN-13', code: '6291041500213' }],
    ['036000 291452', { kind: 'UPC-A', code: '0036000291452' }],
    ['7351-3537', { kind: 'EAN-8', code: '73513537' }],
  ])('%s is read', (text, is) => expect(readCode(text)).toEqual({ ok: true, value: is }));
  test.each([
    ['6291041500214', /One figure is wrong/],
    ['62910415002', /11 figures/],
    ['two bottles', /figures only/],
    ['', /figures only/],
  ])('%s is told what to change', (text, says) => {
    const r = readCode(text);
    expect(r.ok ? '' : r.problems[0]!.message).toMatch(says);
  });
  const figures = (n: number) =>
    fc.array(fc.integer({ min: 0, max: 9 }), { minLength: n, maxLength: n }).map((a) => a.join(''));
  test('any code: one figure misread is always found, and so are neighbours changed over unless five apart', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(7, 11, 12).chain(figures),
        fc.nat({ max: 12 }),
        fc.integer({ min: 1, max: 9 }),
        (body, at, by) => {
          const code = `${body}${checkDigit(body)}`;
          const i = at % code.length;
          const wrong = `${code.slice(0, i)}${(Number(code[i]) + by) % 10}${code.slice(i + 1)}`;
          const j = i === code.length - 1 ? i - 1 : i;
          const swapped = `${code.slice(0, j)}${code[j + 1]}${code[j]}${code.slice(j + 2)}`;
          const apart = Math.abs(Number(code[j]) - Number(code[j + 1]));
          return readCode(code).ok && !readCode(wrong).ok && (apart % 5 === 0 || !readCode(swapped).ok);
        },
      ),
    ));
  test('a code is known by the row that had it, a full one first', () => {
    const row = (id: string, onHand: number, barcode = '1'): Stock => ({ id, onHand, barcode }) as Stock;
    expect(knownBy('1', [row('a', 0), row('b', 5), row('c', 5, '2')]).map((s) => s.id)).toEqual(['b', 'a']);
  });
});

describe('what a code stands for', () => {
  test.each([
    ['6291041500213', { is: 'pack', code: { kind: 'EAN-13', code: '6291041500213' } }],
    ['http://192.168.1.20:4120/dilute?bottle=0190-ab_c', { is: 'bottle', bottle: '0190-ab_c' }],
    [' https://house.example/dilute?bottle=x \n', { is: 'bottle', bottle: 'x' }],
  ])('%s', (text, is) => expect(readMeaning(text)).toEqual({ ok: true, value: is }));
  test.each([
    ['https://shop.example/win-a-prize', /not opened/],
    ['javascript:alert(1)', /not opened/],
    ['http://house/dilute?bottle=../../settings', /not opened/],
    ['http://house/dilute?bottle=', /not opened/],
    ['6291041500214', /One figure is wrong/],
    ['hello', /figures only/],
  ])('%s opens nothing', (text, says) => {
    const r = readMeaning(text);
    expect(r.ok ? '' : r.problems[0]!.message).toMatch(says);
  });
});

describe('what is done with one pack', () => {
  const row = (onHand: number): Stock => ({ id: 's', onHand, pack: { amount: 750, unit: 'mL' } }) as Stock;
  const delta = (onHand: number, deed: PackDeed) => entryOfPack(row(onHand), deed, 'bleach')?.moves?.[0]?.delta ?? null;
  test.each([
    [0, { does: 'buy' as const }, 750],
    [300, { does: 'buy' as const }, 750],
    // the open one is finished, whole ones stay
    [300, { does: 'use-up' as const }, -300],
    [975, { does: 'use-up' as const }, -225],
    [1500, { does: 'use-up' as const }, -750],
    [0, { does: 'use-up' as const }, null],
    [300, { does: 'count' as const, amount: 450 }, 150],
    [300, { does: 'count' as const, amount: 300 }, null],
  ])('of %d mL, %o', (onHand, deed, by) => expect(delta(onHand, deed)).toBe(by));
  test('it says what it was, as the log keeps it', () =>
    expect(entryOfPack(row(0), { does: 'buy' }, 'bleach')).toEqual({
      kind: 'stock',
      reason: 'buy',
      moves: [{ stock: 's', delta: 750, unit: 'mL' }],
      names: { product: 'bleach' },
    }));
  test('whatever is left, finishing packs one by one ends at nothing, and never goes below', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 5000, noNaN: true }), (start) => {
        let left = start;
        for (let i = 0; i < 9 && left > 0; i++) {
          const by = entryOfPack(row(left), { does: 'use-up' }, 'x')?.moves?.[0]?.delta;
          if (by === undefined) break;
          if (by >= 0) return false;
          left = Math.round((left + by) * 1000) / 1000;
        }
        return left >= -0.001 && left <= 0.001;
      }),
    ));
});

describe('by weight', () => {
  const pack = { amount: 750, unit: 'mL' as const };
  test('by hand: 500 g less a pack of 75 g, at 1.08 g/mL, are 394 mL', () => {
    expect(usualTare(pack)).toBe(75);
    expect(leftByWeight(500, 75, pack, 1.08)).toEqual({ ok: true, value: 394 });
    expect(leftByWeight(500, 75, { amount: 750, unit: 'g' }, 1.08)).toEqual({ ok: true, value: 425 });
    expect(leftByWeight(72, 75, pack, 1)).toEqual({ ok: true, value: 0 });
  });
  test.each([
    [1200, 75, /more than a pack/],
    [40, 75, /less than the empty pack/],
  ])('%i g are told', (reading, tare, says) => {
    const r = leftByWeight(reading, tare, pack, 1);
    expect(r.ok ? '' : r.problems[0]!.message).toMatch(says);
  });
  test('pieces are counted', () => expect(leftByWeight(100, 10, { amount: 1, unit: 'piece' }, 1).ok).toBe(false));
});
