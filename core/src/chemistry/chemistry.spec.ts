import { hoclFraction, solvePh, titratable } from '@dolly-tub/core';
import fc from 'fast-check';
import { bisect } from 'fmin/src/bisect.js';
import { catalogue, raw } from '../../checks/catalogue-for-tests';

const known = raw.substances.filter((s) => s.acidBase && s.molarMass).map((s) => s.id);
const solutes = fc.array(
  fc.record({ substance: fc.constantFrom(...known), molPerL: fc.double({ min: 1e-6, max: 2, noNaN: true }) }),
  { minLength: 1, maxLength: 5 },
);
const solve = (s: Parameters<typeof solvePh>[0], o = {}) => {
  const r = solvePh(s, catalogue.substances, catalogue.systems, o);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};

describe('charge balance', () => {
  test('the answer is electrically neutral, for any mixture', () => {
    fc.assert(
      fc.property(solutes, (s) => {
        const a = solve(s);
        const strong = s.reduce(
          (q, x) =>
            q +
            (catalogue.substances.get(x.substance)!.acidBase!.strongCations -
              catalogue.substances.get(x.substance)!.acidBase!.strongAnions) *
              x.molPerL,
          0,
        );
        const charges = new Map(
          [...catalogue.systems.values()].flatMap((y) => y.species.map((n, i) => [n, y.fullCharge - i] as const)),
        );
        charges.set('H+', 1).set('OH-', -1);
        const charge = a.species.reduce((q, x) => q + charges.get(x.name)! * x.molPerL, strong);
        return Math.abs(charge) < 1e-6 * Math.max(1, ...s.map((x) => x.molPerL));
      }),
      { numRuns: 1000 },
    );
  });
  test('the same as an independent root finder (fmin bisect) on random mixtures', () => {
    fc.assert(
      fc.property(solutes, (s) => {
        const f = (pH: number): number => {
          const h = 10 ** -pH;
          let q = h - 1e-14 / h;
          for (const x of s) {
            const ab = catalogue.substances.get(x.substance)!.acidBase!;
            q += (ab.strongCations - ab.strongAnions) * x.molPerL;
            for (const p of ab.parts) {
              const sys = catalogue.systems.get(p.system)!;
              const pKa = sys.followsTemperature ? [3000 / 298.15 - 10.0686 + 0.0253 * 298.15] : sys.pKa;
              // plain product form of the fractions, not the logarithmic one of the solver
              const terms = [1];
              for (const k of pKa) terms.push((terms[terms.length - 1]! * 10 ** -k) / h);
              const sum = terms.reduce((a, b) => a + b, 0);
              terms.forEach((t, n) => (q += (p.perFormula * x.molPerL * t * (sys.fullCharge - n)) / sum));
            }
          }
          return q;
        };
        return Math.abs(bisect(f, -2, 16, { tolerance: 1e-12, maxIterations: 200 }) - solve(s).pH) < 1e-6;
      }),
      { numRuns: 1000 },
    );
  });
  test('more acid never raises pH, more alkali never lowers it', () => {
    fc.assert(
      fc.property(solutes, fc.double({ min: 1e-4, max: 1, noNaN: true }), (s, x) => {
        const base = solve(s).pH;
        return (
          solve([...s, { substance: 'hydrochloric-acid', molPerL: x }]).pH <= base + 1e-9 &&
          solve([...s, { substance: 'sodium-hydroxide', molPerL: x }]).pH >= base - 1e-9
        );
      }),
      { numRuns: 500 },
    );
  });
  test('reserve: 0.1 mol/L of acetic acid takes 0.1 of alkali to pH 7, soda water hardly any', () => {
    expect(
      titratable([{ substance: 'acetic-acid', molPerL: 0.1 }], catalogue.substances, catalogue.systems),
    ).toBeCloseTo(-0.0994, 3);
    expect(
      Math.abs(titratable([{ substance: 'hydrogen-peroxide', molPerL: 0.9 }], catalogue.substances, catalogue.systems)),
    ).toBeLessThan(0.001);
  });
  test('another temperature says which constants did not follow', () =>
    expect(solve([{ substance: 'acetic-acid', molPerL: 0.1 }], { temperatureC: 10 }).notes.join(' ')).toMatch(
      /acetic acid/,
    ));
  test('HOCl falls with pH', () =>
    expect([6, 7, 8, 9].map((p) => hoclFraction(p)).every((x, i, a) => i === 0 || x < a[i - 1]!)).toBe(true));
  test('an acid whose constant is not known gives no pH', () => {
    expect(solvePh([{ substance: 'potassium-alum', molPerL: 0.1 }], catalogue.substances, catalogue.systems).ok).toBe(
      false,
    );
    expect(
      solvePh([{ substance: 'nothing-such', molPerL: 0.1 }], catalogue.substances, catalogue.systems),
    ).toMatchObject({ ok: false, problems: [{ path: '/solutes/0/substance' }] });
  });
});
