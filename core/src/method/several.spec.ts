import { adviseSeveral, finishesMatter, type Turn } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const turns = (material: string, finish: string | null, ...soils: string[]): Turn[] => {
  const t = adviseSeveral(
    { material, finish },
    soils.map((soil) => ({ soil, severity: 4 })),
    {},
    catalogue,
  );
  if (!t.ok) throw new Error(t.problems[0]!.message);
  return t.value;
};

describe('several soils on one spot', () => {
  test('on tile: crumbs, grease, scale; each place has its reason and source', () => {
    const t = turns('glazed-tile', 'gloss', 'limescale', 'fresh-grease', 'crumbs');
    expect(t.map((x) => x.soil)).toEqual(['crumbs', 'fresh-grease', 'limescale']);
    for (const x of t) {
      expect(x.because.length).toBeGreaterThan(10);
      expect(catalogue.sources.has(x.source)).toBe(true);
    }
  });
  test('on cloth: protein before oil before dye', () =>
    expect(turns('cotton', 'white', 'red-wine', 'fresh-grease', 'blood').map((x) => x.soil)).toEqual([
      'blood',
      'fresh-grease',
      'red-wine',
    ]));
  test('two products on one face: the first is rinsed off before the second, with the engine’s reason', () => {
    const t = turns('glazed-tile', 'gloss', 'limescale', 'fresh-grease');
    expect(t[1]!.rung!.product).not.toBe(t[0]!.rung!.product);
    expect(t[0]!.between).toBeNull();
    expect(t[1]!.between!.text).toMatch(/^Rinse the .* off/);
    expect(catalogue.sources.has(t[1]!.between!.source)).toBe(true);
  });
  test('what the first turn put there, the second knows', () => {
    const t = turns('glazed-tile', 'gloss', 'limescale', 'mildew');
    const [first, second] = t;
    expect([first!.soil, second!.soil]).toEqual(['mildew', 'limescale']);
    expect(second!.rung!.meets.map((m) => m.text).join(' ') + JSON.stringify(second!.advice.refused)).toMatch(
      new RegExp(catalogue.products.get(first!.rung!.product!)!.name.split(' ')[0]!, 'i'),
    );
  });
});

describe('a finish that is not known', () => {
  test('brass: what knowing it would change is said for each finish', () => {
    const d = finishesMatter({ material: 'brass', soil: 'brass-tarnish', severity: 3 }, {}, catalogue);
    expect(d.map((x) => x.finish)).toEqual(['bare', 'lacquered', 'patinated']);
    expect(d[0]!.rung!.name).toMatch(/cream|polish|chalk/i);
    expect(d[1]!.rung!.name).not.toMatch(/cream|polish|chalk/i);
  });
  test('nothing is said where the finish is known, or makes no difference', () => {
    expect(finishesMatter({ material: 'brass', finish: 'bare', soil: 'dust' }, {}, catalogue)).toEqual([]);
    expect(finishesMatter({ material: 'jute', soil: 'dust' }, {}, catalogue)).toEqual([]);
  });
});
