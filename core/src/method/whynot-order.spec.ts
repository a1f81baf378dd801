import { advise, type Advice, ruledOut } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const asked = (material: string, soil: string, finish: string | null = null): Advice => {
  const a = advise({ material, finish, soil }, {}, c);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};
const why = (a: Advice, id: string): string => a.considered[id]!.because;

describe('why not: the reason that would stand if the others were lifted', () => {
  test.each([
    // chlorine dissolves wool, however little alkaline it is (common knowledge of textile care; AATCC names it a fibre test)
    ['chlorine-bleach', 'wool', 'red-wine', /chlorine attacks/i],
    ['chlorine-bleach', 'silk', 'red-wine', /chlorine attacks/i],
    ['white-vinegar', 'marble', 'limescale', /dissolves in acid/i],
    // a green pad is no toilet tool; what it would do to a screen is scratch it
    ['silicon-carbide-screen', 'coated-screen', 'fingerprints', /abrasive|harder|rough/i],
    ['pumice', 'acrylic', 'limescale', /abrasive|harder|rough|hard as/i],
    ['yard-broom', 'marble', 'mud', /rough/i],
  ])('%s on %s', (id, material, soil, words) => expect(why(asked(material, soil), id)).toMatch(words));

  test('what is made for another kind of thing is told as that', () => {
    expect(why(asked('upholstery', 'pet-hair'), 'scrub-brush')).toMatch(/made for hard surfaces/i);
    expect(why(asked('glass', 'fingerprints'), 'toilet-brush')).not.toMatch(/crust|body/i);
  });
  test('every kind of reason has a rank of its own weight, those that hurt somebody first', () => {
    const rank = (id: string): number => c.refusals.get(id)!.rank;
    expect(rank('people')).toBeLessThan(rank('attacked'));
    expect(rank('attacked')).toBeLessThan(rank('hardness'));
    expect(rank('hardness')).toBeLessThan(rank('heat'));
    expect(rank('heat')).toBeLessThan(rank('toilet-only'));
    for (const r of c.refusals.values()) if (r.ordinary) expect(r.rank).toBeGreaterThanOrEqual(9);
  });
  test('what is ruled out is told as a sentence', () => {
    const out = ruledOut(asked('marble', 'limescale'), 'limescale', new Set(['white-vinegar']), c);
    expect(out.length).toBeGreaterThan(0);
    for (const r of out) expect(r.why).toMatch(/^[A-Z].*\.$/);
  });
});
