import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  covering_mL,
  laundryDose,
  readStrip,
  recordedScale,
  recordedStrip,
  simulatedStrip,
  stockByStrip,
  stripLeft,
  strokesFor,
  weighed,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const rowsOf = (file: string): string[][] =>
  readFileSync(join(process.cwd(), 'core/checks/streams', file), 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((l) => l.split('\t'));
const low = catalogue.strips.get('chlorine-low')!;

describe('what devices showed, played again', () => {
  test.each(rowsOf('scale.tsv'))('%s', (_what, strokes, density, each_g, steady, shown) => {
    const readings = shown!.split(' ').map(Number);
    const scale = recordedScale(readings);
    const read = readings.map(() => scale.read());
    const r = weighed(read, Number(strokes), Number(density));
    if (!r.ok) throw new Error(r.problems[0]!.message);
    expect(r.value.each_g).toBeCloseTo(Number(each_g), 2);
    expect(r.value.each_mL).toBeCloseTo(Number(each_g) / Number(density), 1);
    expect(r.value.steady).toBe(steady === 'yes');
  });
  test('a recorded scale is tared at what it shows, and stands still past its end', () => {
    const scale = recordedScale([5, 7, 9]);
    expect(scale.read()).toBe(5);
    scale.tare();
    expect([scale.read(), scale.read(), scale.read()]).toEqual([2, 4, 4]);
  });
  test.each(rowsOf('strip.tsv'))('%s in %s ppm, %s months open', (id, ppm, months, shown) => {
    const strip = catalogue.strips.get(id!)!;
    const pads = shown!.split(' ').map(Number);
    const recorded = recordedStrip(pads);
    const simulated = simulatedStrip(strip, Number(ppm), Number(months), 11);
    for (const pad of pads) {
      expect(recorded.dip()).toBe(pad);
      // the stream was recorded from the built-in strip
      expect(simulated.dip()).toBe(pad);
      const r = readStrip(strip, pad, Number(months));
      expect(r.low).toBeLessThanOrEqual(Number(ppm));
      expect(r.high).toBeGreaterThanOrEqual(Number(ppm) * 0.85);
    }
  });
});
describe('a pad stands for a span', () => {
  test('up to half-way to its neighbours and 15 % more each way; the last one may be any more', () => {
    expect(readStrip(low, 2)).toEqual({
      ppm: 50,
      low: 25.5,
      high: expect.closeTo(86.25, 9),
      faded: false,
    });
    expect(readStrip(low, 0)).toMatchObject({ low: 0, high: 5.75 });
    expect(readStrip(low, 4)).toMatchObject({ low: 127.5, high: Infinity });
  });
  test('past its time it shows too little: the upper edge rises, the lower one stays', () => {
    expect(stripLeft(low, 12)).toBe(1);
    expect(stripLeft(low, 22)).toBeCloseTo(0.5, 12);
    expect(readStrip(low, 2, 22)).toEqual({
      ppm: 50,
      low: 25.5,
      high: expect.closeTo(172.5, 9),
      faded: true,
    });
    expect(readStrip(low, 2, 999)).toMatchObject({ low: 25.5, high: Infinity });
  });
  test('1 mL of 5 % by volume in half a litre reads 100 ppm', () => expect(stockByStrip(100, 1, 500)).toBe(50_000));
});
describe('how much of a mix', () => {
  test('two smooth square metres and one of grout: 30 mL each sprayed, half as much again on what drinks', () => {
    const surfaces = [
      { area_m2: 2, porous: false },
      { area_m2: 1, porous: true },
    ];
    expect(covering_mL(surfaces, 'spray')).toBeCloseTo(105, 12);
    expect(covering_mL(surfaces, 'cloth')).toBeCloseTo(52.5, 12);
    expect(covering_mL(surfaces, 'mop')).toBeCloseTo(157.5, 12);
  });
  test('strokes are whole, and more than a hundred tire', () => {
    expect(strokesFor(105, 1.2)).toEqual({ strokes: 88, tires: false });
    expect(strokesFor(120, 1.2)).toEqual({ strokes: 100, tires: false });
    expect(strokesFor(120.1, 1.2)).toEqual({ strokes: 101, tires: true });
  });
});
describe('a load of laundry', () => {
  const dose = (q: Partial<Parameters<typeof laundryDose>[0]>): number | string => {
    const r = laundryDose({ label: 60, load_kg: 4.5, soil: 2, hardness_mgL: 200, ...q });
    return r.ok ? Math.round(r.value * 1000) / 1000 : r.problems[0]!.message;
  };
  test('the standard load of 4.5 kg, usual soil, medium water takes what the label says (Regulation (EC) No 648/2004, Annex VII)', () =>
    expect(dose({})).toBe(60));
  test('half a load by hand: 0.4 + 0.6 × 0.5 = 0.7', () => expect(dose({ load_kg: 2.25 })).toBe(42));
  test('soft water a fifth less, hard a fifth more; light soil 0.7, heavy 1.35', () => {
    expect([dose({ hardness_mgL: 149 }), dose({ hardness_mgL: 150 }), dose({ hardness_mgL: 251 })]).toEqual([
      48, 60, 72,
    ]);
    expect([dose({ soil: 1 }), dose({ soil: 3 })]).toEqual([42, 81]);
  });
  test.each([
    [{ label: 0 }, /usual load/],
    [{ load_kg: 31 }, /at most 30 kg/],
    [{ soil: 4 }, /1 for light/],
  ])('%j is told', (q, says) => expect(dose(q)).toMatch(says));
});
