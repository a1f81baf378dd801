import { simulatedScale, soakVolume_mL, weighed } from '@dolly-tub/core';

/** Ten strokes of 1.2 g each time, five times, as a scale of the seed 7 showed it. */
const RECORDED = [0, 12.1, 24.0, 36.2, 48.1, 60.3];

describe('weighing a measure', () => {
  test('five times ten strokes, by hand: 60.3 g are 1.206 each', () => {
    const r = weighed(RECORDED, 10, 1.03);
    expect(r).toMatchObject({ ok: true, value: { each_g: expect.closeTo(1.206, 9), steady: true } });
    if (r.ok) expect(r.value.each_mL).toBeCloseTo(1.206 / 1.03, 9);
    // 1.21, 1.19, 1.22, 1.19, 1.22: standard deviation 0.0152
    if (r.ok) expect(r.value.spread! * r.value.each_g).toBeCloseTo(0.0152, 4);
  });
  test('one weighing says no spread; wild ones are no measure', () => {
    expect(weighed([0, 5], 5, 1)).toMatchObject({ ok: true, value: { spread: null, steady: false } });
    expect(weighed([0, 5, 20, 22], 5, 1)).toMatchObject({ ok: true, value: { steady: false } });
  });
  test.each([
    [[0], 10, 1, /before and after/],
    [[0, 5, 3], 10, 1, /went down/],
    [[0, 5], 0, 1, /at least one/],
    [[0, 5], 5, 0, /what it is/],
  ])('%j, %d strokes, %d g/mL gets a sentence', (readings, strokes, density, says) => {
    const r = weighed(readings, strokes, density);
    expect(r.ok ? 'ok' : r.problems[0]!.message).toMatch(says);
  });
  test('the scale that ships errs as a kitchen scale does: tare, scatter, drift, steps, the same for a seed', () => {
    let on = 250;
    const scale = simulatedScale(() => on, 7);
    scale.tare();
    on += 12;
    const readings = Array.from({ length: 400 }, () => scale.read());
    const first = readings.slice(0, 50).reduce((a, b) => a + b, 0) / 50;
    const last = readings.slice(-50).reduce((a, b) => a + b, 0) / 50;
    expect(Math.abs(first - 12)).toBeLessThan(1);
    expect(last - first).toBeCloseTo(3.5, 0);
    expect(new Set(readings).size).toBeGreaterThan(5);
    for (const x of readings) expect(Math.abs(x * 10 - Math.round(x * 10))).toBeLessThan(1e-9);
    const again = simulatedScale(() => 12, 9);
    const same = simulatedScale(() => 12, 9);
    expect(Array.from({ length: 9 }, () => again.read())).toEqual(Array.from({ length: 9 }, () => same.read()));
  });
  test('ten strokes five times on that scale come within four per cent', () => {
    for (let seed = 1; seed <= 40; seed++) {
      let on = 500;
      const scale = simulatedScale(() => on, seed);
      scale.tare();
      const readings = [scale.read()];
      for (let i = 0; i < 5; i++) {
        on += 12;
        readings.push(scale.read());
      }
      const r = weighed(readings, 10, 1);
      expect(r.ok && Math.abs(r.value.each_g / 1.2 - 1)).toBeLessThan(0.04);
    }
  });
});
test('a basin of 30 by 40 cm filled 12 cm high, with two litres of cloth in it, takes 12.4 litres', () => {
  expect(soakVolume_mL(1200, 12, 2000)).toBe(12400);
  expect(soakVolume_mL(100, 1, 2000)).toBe(0);
});
