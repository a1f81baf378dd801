import { type Kept, mayTake, type Piece, type There } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const NOON = { now: '2026-11-25T11:00:00.000Z', timeZone: 'Europe/Berlin' };
const cloth = (p: Partial<Piece> = {}): Piece => ({
  name: 'microfibre cloth',
  class: null,
  usedAt: [],
  there: [],
  ...p,
});
const wetWith = (product: string, rinsed: boolean, daysAgo = 0): There => ({
  name: product,
  where: 'tool',
  products: [product],
  what: [{ product, rinsed, daysAgo, ...(rinsed ? { times: 1, rinsedDaysAgo: daysAgo } : {}) }],
  porous: true,
});

describe('which piece is taken', () => {
  test.each([
    ['toilet', 'toilet', 'yes'],
    ['toilet', 'kitchen', 'no'],
    ['toilet', 'rest', 'no'],
    ['kitchen', 'kitchen', 'yes'],
    ['kitchen', 'toilet', 'no'],
    ['kitchen', 'floor', 'no'],
    ['basin', 'toilet', 'no'],
    ['basin', 'rest', 'yes'],
    ['dust', 'floor', 'yes'],
    ['dust', 'toilet', 'no'],
    [null, 'toilet', 'yes'],
  ] as [string | null, Kept, string][])('one of class %s at %s: %s', (own, place, may) => {
    const g = mayTake(cloth({ class: own }), place, null, NOON, catalogue);
    expect(g.may).toBe(may);
    if (may === 'no')
      expect(g.because[0]).toMatchObject({
        kind: 'class',
        text: expect.stringMatching(/^Microfibre cloth is kept for /),
        source: 'npsa-2007-15',
      });
  });
  test.each([
    ['toilet', 'kitchen', 'no'],
    ['toilet', 'toilet', 'yes'],
    ['floor', 'rest', 'no'],
    ['floor', 'floor', 'yes'],
    ['kitchen', 'rest', 'yes'],
    ['rest', 'kitchen', 'yes'],
  ] as [Kept, Kept, string][])('a piece that has been at the %s, at %s: %s', (was, place, may) => {
    const g = mayTake(cloth({ usedAt: [was] }), place, null, NOON, catalogue);
    expect(g.may).toBe(may);
    if (may === 'no') expect(g.because[0]!.text).toMatch(/has been at the .*: it stays there until it is washed/);
  });
  test('where it goes is not known: its class says nothing', () =>
    expect(mayTake(cloth({ class: 'toilet', usedAt: ['toilet'] }), null, null, NOON, catalogue).may).toBe('yes'));
  test('a sponge with bleach in it does not take vinegar; rinsed today it does not either', () => {
    const vinegar = (t: There) => mayTake(cloth({ there: [t] }), 'rest', 'white-vinegar', NOON, catalogue);
    expect(vinegar(wetWith('chlorine-bleach', false))).toMatchObject({
      may: 'no',
      because: [{ kind: 'meets', level: 5 }],
    });
    expect(['no', 'from']).toContain(vinegar(wetWith('chlorine-bleach', true)).may);
    expect(vinegar(wetWith('dish-detergent', false)).may).toMatch(/yes|with/);
  });
  test('nothing on it, nothing met', () =>
    expect(mayTake(cloth({ there: [wetWith('chlorine-bleach', false)] }), 'rest', null, NOON, catalogue).may).toBe(
      'yes',
    ));
});
