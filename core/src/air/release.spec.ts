import { releasesOf } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const p = (id: string) => catalogue.products.get(id)!;

describe('what is let go, at the most', () => {
  test('bleach and vinegar: chlorine, no more than the bleach holds, all at once', () => {
    const [r, ...more] = releasesOf([p('chlorine-bleach'), p('white-vinegar')], ['chlorine'], 100, catalogue);
    expect(more).toEqual([]);
    expect(r).toMatchObject({ gas: { id: 'chlorine' }, perMin: 0 });
    const bleach = p('chlorine-bleach');
    const hypochlorite = catalogue.substances.get('sodium-hypochlorite')!;
    const most = bleach.contents.find((c) => c.substance === 'sodium-hypochlorite')!.percent.max;
    const held = 100 * (bleach.density ?? 1) * (most / 100) * hypochlorite.availableChlorine! * 1000;
    expect(r!.mg).toBeLessThanOrEqual(held * 1.0001);
    expect(r!.mg).toBeGreaterThan(0);
    expect(r!.limits.map((l) => l.ppm)).toEqual([...r!.limits.map((l) => l.ppm)].sort((a, b) => a - b));
  });
  test('twice as much gives at most twice as much; the order does not matter', () => {
    const of = (mL: number, ...ids: string[]) => releasesOf(ids.map(p), ['chlorine'], mL, catalogue)[0]!.mg;
    expect(of(200, 'chlorine-bleach', 'white-vinegar')).toBeCloseTo(2 * of(100, 'chlorine-bleach', 'white-vinegar'), 6);
    expect(of(100, 'white-vinegar', 'chlorine-bleach')).toBe(of(100, 'chlorine-bleach', 'white-vinegar'));
  });
  test('a gas whose amount cannot be bounded is not in the answer', () =>
    expect(releasesOf([p('chlorine-bleach'), p('isopropanol-70')], ['chloroform'], 100, catalogue)).toEqual([]));
  test('a solvent used alone evaporates, and has limits', () => {
    const r = releasesOf([p('isopropanol-70')], [], 100, catalogue).find((x) => x.gas.id === 'isopropanol')!;
    expect(r.perMin).toBeGreaterThan(0);
    expect(r.mg).toBeGreaterThan(10000);
    expect(releasesOf([p('dish-detergent')], [], 100, catalogue)).toEqual([]);
  });
});
