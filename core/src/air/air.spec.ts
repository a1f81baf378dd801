import { type BoxSource, boxConcentration, purgeMinutes, roomAir } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';

const air = (q: Partial<Parameters<typeof roomAir>[0]>) =>
  roomAir({ gas: 'chlorine', released_g: 2, room_m3: 10, ach: 2, minutes: 120, ...q }, catalogue);

describe('one box', () => {
  test('the closed form solves V·dC/dt = G − Q·C: checked by small steps', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.double({ min: 1, max: 60, noNaN: true }),
        fc.double({ min: 0.2, max: 12, noNaN: true }),
        (instant_mg, rate, until, ach) => {
          const s: BoxSource = { instant_mg, rate_mgPerMin: rate, until_min: until };
          const V = 12;
          let c = instant_mg / V;
          const dt = 0.01;
          for (let t = 0; t < 80; t += dt) {
            const f = (x: number, at: number) => ((at < until ? rate : 0) - (ach / 60) * V * x) / V;
            const k1 = f(c, t);
            c += dt * f(c + (dt / 2) * k1, t + dt / 2);
          }
          const exact = boxConcentration(80, s, V, ach);
          // the source ends within a step: its share of one step is the error that remains
          return Math.abs(c - exact) <= 0.002 * Math.max(exact, 1) + (rate * dt) / V;
        },
      ),
      { numRuns: 60 },
    );
  });
  test('safe after: the curve is at the lowest limit there', () => {
    const a = air({});
    if (!a.ok) throw new Error('no answer');
    const lowest = a.value.limits[0]!.ppm;
    expect(a.value.safeAfter_min).toBeCloseTo(purgeMinutes(a.value.peak_ppm, lowest, 2), 9);
  });
  test('minutes above a limit fall with air changes, and never exceed the time asked', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        fc.double({ min: 0.01, max: 20, noNaN: true }),
        (ach, released_g) => {
          const [a, b] = [air({ ach, released_g }), air({ ach: ach * 2, released_g })];
          if (!a.ok || !b.ok) return false;
          return a.value.limits.every(
            (l, i) => l.minutesAbove <= 120 + 1e-9 && b.value.limits[i]!.minutesAbove <= l.minutesAbove + 1e-6,
          );
        },
      ),
      { numRuns: 300 },
    );
  });
  test('no air change: never said to be safe', () =>
    expect(air({ ach: 0 })).toMatchObject({ ok: true, value: { safeAfter_min: null } }));
  test('evaporating acetone rises, ends when it is gone, and falls', () => {
    const a = air({
      gas: 'acetone',
      released_g: undefined,
      spill: { product: 'acetone', mL: 100, area_m2: 0.5 },
    } as never);
    if (!a.ok) throw new Error(a.problems[0]!.message);
    expect(a.value.released_g).toBeCloseTo(79, 0);
    expect(a.value.peak_ppm).toBeGreaterThan(250);
  });
  test.each([
    [{ gas: 'water' }, '/gas'],
    [{ gas: 'nothing-such' }, '/gas'],
    [{ room_m3: 0 }, '/room_m3'],
    [{ mixingFactor: 20 }, '/mixingFactor'],
    [{ released_g: -1 }, '/released_g'],
  ])('%j is refused at %s', (q, path) => expect(air(q)).toMatchObject({ ok: false, problems: [{ path }] }));
});
