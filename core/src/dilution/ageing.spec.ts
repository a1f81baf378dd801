import {
  agedBleachRange,
  agedStrength,
  basesOf,
  densityAt,
  dilute,
  fillUpAlcohol,
  lasting,
  type PackKept,
} from '@dolly-tub/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';

const product = (id: string) => catalogue.products.get(id)!;
const aged = (id: string, days: number, kept: PackKept | null) =>
  agedStrength(product(id), product(id).strength.percent, days, kept, catalogue);

describe('what is left of a pack', () => {
  test('peroxide opened half a year, by hand: 3 % × 0.5^(180/720), at the least half of it', () => {
    const a = aged('peroxide-3', 180, 'opened')!;
    expect(a.likely).toBeCloseTo(3 * 0.5 ** 0.25, 9);
    expect(a.low).toBeCloseTo(1.5, 9);
    expect(a.high).toBeCloseTo(3 * 0.5 ** (180 / 2500), 9);
  });
  test('where nobody says how it was kept it is likely as shut, and at its weakest as opened', () => {
    const [said, shut, opened] = [null, 'shut', 'opened'].map((k) => aged('peroxide-3', 180, k as PackKept | null)!);
    expect(said!.likely).toBe(shut!.likely);
    expect(said!.low).toBe(opened!.low);
  });
  test('damp tablets are worse than dry ones', () => {
    for (const id of ['sterilising-tablets-chlorine', 'percarbonate-booster']) {
      const [shut, opened, damp] = (['shut', 'opened', 'damp'] as const).map((k) => aged(id, 60, k)!.likely);
      expect(damp!).toBeLessThan(opened! * 0.85);
      expect(opened!).toBeLessThan(shut!);
    }
  });
  test('bleach is reckoned by its formula, soap does not age, and a new pack is as its label says', () => {
    expect(aged('chlorine-bleach', 200, 'opened')).toMatchObject(agedBleachRange(5.25, 1.08, 200));
    expect(aged('castile-soap', 400, null)).toBeNull();
    expect(aged('peroxide-3', 0, null)).toBeNull();
  });
  test('it only falls with time, and the edges hold the middle', () => {
    const ages = [...catalogue.products.values()].filter((p) =>
      agedStrength(p, p.strength.percent, 1, null, catalogue),
    );
    expect(ages.length).toBeGreaterThan(20);
    fc.assert(
      fc.property(
        fc.constantFrom(...ages),
        fc.constantFrom(null, 'shut', 'opened', 'damp' as const),
        fc.double({ min: 1, max: 3000, noNaN: true }),
        fc.double({ min: 1, max: 3000, noNaN: true }),
        (p, kept, days, more) => {
          const at = (d: number) => agedStrength(p, p.strength.percent, d, kept as PackKept | null, catalogue)!;
          const [a, b] = [at(days), at(days + more)];
          return (
            a.low <= a.likely &&
            a.likely <= a.high &&
            a.high <= p.strength.percent &&
            b.likely <= a.likely &&
            b.low <= a.low
          );
        },
      ),
      { numRuns: runs(2000) },
    );
  });
  test('until when the amount for a fresh one is enough: the weakest then still reaches the least', () => {
    const p = product('peroxide-3');
    const l = lasting(p, 3, 1, 0.8, 'opened', catalogue)!;
    expect(l.enough_days).toBe(Math.floor(180 * Math.log2(1 / 0.8)));
    // twice as much of it: half of that
    expect(l.more_days).toBe(Math.floor(180 * Math.log2(2 / 0.8)));
    expect(lasting(product('castile-soap'), 20, 1, 0.5, null, catalogue)).toBeNull();
  });
  test('Dilute reckons with it, says so, and warns where a fifth is gone', () => {
    const r = dilute(
      {
        stock: { product: 'percarbonate-booster', madeDaysAgo: 100, kept: 'damp' },
        target: { percent: 0.5 },
        final: { mL: 1000 },
      },
      catalogue,
    );
    if (!r.ok) throw new Error(r.problems[0]!.message);
    const left = 50 * 0.5 ** (100 / 120);
    expect(r.value.stock_g).toBeCloseTo((0.5 * 1000) / left, 6);
    expect(r.value.because.map((b) => b.text).join(' ')).toMatch(/100 days old, kept damp.*lets the oxygen go/);
    expect(r.value.warnings.join(' ')).toMatch(/lost more than a fifth/);
  });
});

describe('weight and volume', () => {
  test('the catalogue holds the published table, row by row', () => {
    const lines = readFileSync(join(process.cwd(), 'core/catalogue/published/density.tsv'), 'utf8')
      .trim()
      .split('\n')
      .slice(1);
    for (const line of lines) {
      const [id, percent, d] = line.split('\t');
      expect(densityAt(catalogue.densities.get(id!)!, Number(percent))).toBeCloseTo(Number(d), 9);
    }
    expect([...catalogue.densities.values()].reduce((n, t) => n + t.rows.length, 0)).toBe(lines.length);
  });
  test('70 % v/v ethanol is about 62.4 % w/w (OIML R 22; WHO hand rub)', () => {
    const r = basesOf(70, 'vv', catalogue.densities.get('ethanol')!, 0.7893);
    expect(r.ok && r.value.ww).toBeCloseTo(62.4, 0);
  });
  test('10 % hydrochloric acid by weight is 10.47 g in 100 mL (CRC Handbook: 1.0474 g/mL)', () => {
    const r = basesOf(10, 'ww', catalogue.densities.get('hydrochloric-acid')!);
    expect(r.ok && r.value.wv).toBeCloseTo(10.47, 1);
  });
  test('there and back, and beyond the table nothing is said', () => {
    for (const t of catalogue.densities.values()) {
      const last = t.rows.at(-1)!.percent;
      fc.assert(
        fc.property(fc.double({ min: 0, max: last, noNaN: true }), (ww) => {
          const there = basesOf(ww, 'ww', t);
          const back = there.ok ? basesOf(there.value.wv, 'wv', t) : there;
          return back.ok && Math.abs(back.value.ww - ww) < 1e-6;
        }),
        { numRuns: runs(20) },
      );
      if (last < 99) expect(basesOf(last + 0.5, 'ww', t).ok).toBe(false);
    }
    expect(basesOf(5, 'vv', catalogue.densities.get('sodium-chloride')!).ok).toBe(false);
    expect(basesOf(-1, 'ww', catalogue.densities.get('ethanol')!).ok).toBe(false);
  });
  test('50 mL of alcohol and 50 of water make some 96.5 mL (a lecture experiment; CRC densities)', () => {
    // so much pure ethanol as fills a litre half, topped up with water: the water is more than half a litre
    const r = fillUpAlcohol(500, 100, 1000, catalogue.densities.get('ethanol')!, 0.7893)!;
    expect(r.shrinks_mL).toBeGreaterThan(32);
    expect(r.shrinks_mL).toBeLessThan(40);
    expect(fillUpAlcohol(1000, 70, 500, catalogue.densities.get('ethanol')!, 0.7893)).toBeNull();
  });
  test('Dilute tells it of alcohol that is thinned, and of nothing else', () => {
    const shrinks = (id: string, percent: number) => {
      const r = dilute({ stock: { product: id }, target: { percent }, final: { mL: 1000 } }, catalogue);
      return r.ok ? r.value : null;
    };
    const a = shrinks('isopropanol-91', 70)!;
    expect(a.shrinks_mL).toBeGreaterThan(5);
    expect(a.because.some((b) => /less room together/.test(b.text))).toBe(true);
    expect(shrinks('white-vinegar', 2)!.shrinks_mL).toBeNull();
  });
});
