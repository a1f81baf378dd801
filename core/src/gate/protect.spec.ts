import { guardsFor } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';

const of = (ids: string[], profile: object = {}) =>
  guardsFor(
    ids.map((id) => catalogue.products.get(id)!),
    profile,
    catalogue,
  ).map((g) => g.text);

describe('what to wear and whom it concerns', () => {
  test('bleach and drain opener: gloves, goggles, air; no bare hands', () => {
    const lines = of(['chlorine-bleach', 'drain-opener-caustic']);
    expect(lines.join(' ')).toMatch(/Gloves/);
    expect(lines.join(' ')).toMatch(/Goggles/);
    expect(lines.join(' ')).not.toMatch(/Bare hands/);
  });
  test('water and soap alone: bare hands', () => expect(of(['water']).join(' ')).toMatch(/Bare hands will do/));
  test('a bird, asthma and a tank are spoken of first, and only where they live', () => {
    const house = { people: ['asthma' as const], pets: ['bird' as const], septic: true };
    const lines = guardsFor(
      [catalogue.products.get('glass-cleaner-ammonia')!, catalogue.products.get('chlorine-bleach')!],
      house,
      catalogue,
    );
    expect(lines[0]!.who).toBe(true);
    expect(guardsFor([catalogue.products.get('chlorine-bleach')!], {}, catalogue).some((l) => l.who)).toBe(false);
  });
  test('more things and more people never take a line away, but for bare hands (fast-check)', () => {
    const ids = [...catalogue.products.keys()];
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), fc.boolean(), (a, b, bird) => {
        const some = of([a]);
        const all = of([a, b], bird ? { pets: ['bird'] } : {});
        return some.every((x) => all.includes(x) || /Bare hands/.test(x));
      }),
      { numRuns: runs(1500) },
    );
  });
});
