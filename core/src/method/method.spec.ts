import { advise, type Advice, type Context, loadCatalogue, type Question } from '@dolly-tub/core';
import { catalogue, raw } from '../../checks/catalogue-for-tests';

const ask = (q: Question, context: Context = {}, c = catalogue): Advice => {
  const a = advise(q, context, c);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};
const SCREEN: Question = { material: 'acrylic', finish: 'bath', soil: 'limescale', severity: 4 };
const BESIDE_LIMESTONE: Context = { neighbours: [{ material: 'limestone', runoff: true, name: 'limestone floor' }] };

describe('the shower screen above limestone', () => {
  const a = ask(SCREEN, BESIDE_LIMESTONE);
  test('no acid is sprayed: the limit names the limestone', () => {
    const acids = a.ladder.filter((r) => r.product && catalogue.products.get(r.product)!.mechanisms['acid']);
    expect(acids.length).toBeGreaterThan(1);
    expect(acids.every((r) => r.apply === 'held' || r.apply === 'cloth')).toBe(true);
    for (const id of ['white-vinegar', 'citric-descaler'])
      expect(a.limited.find((l) => l.product === id)!.because).toMatch(/sprayed, it runs onto the limestone floor/i);
  });
  test('citric acid on a held cloth, over a towel, is a rung', () => {
    const r = a.ladder.find((x) => x.product === 'citric-descaler' && x.apply === 'held')!;
    expect(r.steps.map((s) => s.text).join(' ')).toMatch(/towel.*nothing may run onto limestone floor/);
    expect(r.dwellMax_min).toBe(10);
  });
  test('without the limestone it may be sprayed', () =>
    expect(ask(SCREEN).limited.some((l) => l.kind === 'runs')).toBe(false));
  test('why not steel wool: reason, operands and source', () => {
    const c = a.considered['steel-wool-0000']!;
    expect(c).toMatchObject({ status: 'refused', operands: '0000 steel wool hardness 5 against sanitary acrylic 2' });
    expect(catalogue.sources.has(c.source)).toBe(true);
  });
  test('why not vinegar: on the ladder, but not sprayed', () =>
    expect(a.considered['white-vinegar']).toMatchObject({ status: 'ladder', but: { kind: 'runs' } }));
  test('bleach that was not rinsed off bars every acid; rinsed three days ago it is a note', () => {
    const wet = ask(SCREEN, { ...BESIDE_LIMESTONE, last: [{ product: 'chlorine-bleach', rinsed: false, daysAgo: 3 }] });
    expect(wet.ladder.filter((r) => r.product && catalogue.products.get(r.product)!.mechanisms['acid'])).toEqual([]);
    expect(wet.considered['citric-descaler']).toMatchObject({ status: 'refused', refusal: 'meets' });
    const dry = ask(SCREEN, { ...BESIDE_LIMESTONE, last: [{ product: 'chlorine-bleach', rinsed: true, daysAgo: 3 }] });
    expect(dry.ladder.find((r) => r.product === 'citric-descaler')!.meets[0]).toMatchObject({ level: 0 });
  });
});

describe('evidence of the household', () => {
  const rungOf = (context: Context) => ask(SCREEN, context).ladder.find((r) => r.product === 'citric-descaler')!;
  test('six of six raises it, none of six lowers it, by the Beta rule of weight 4', () => {
    const before = rungOf({});
    const seen = { mechanism: before.mechanism, soil: 'limescale', material: 'acrylic', finish: 'bath' };
    const good = ask(SCREEN, { evidence: [{ ...seen, worked: 6, partly: 0, not: 0 }] }).ladder.find((r) => r.evidence)!;
    expect(good.effect).toBeCloseTo((4 * good.modelEffect + 6) / 10, 9);
    const bad = ask(SCREEN, { evidence: [{ ...seen, worked: 0, partly: 0, not: 6 }] });
    for (const r of bad.ladder.filter((x) => x.evidence)) expect(r.effect).toBeCloseTo((4 * r.modelEffect) / 10, 9);
  });
  test('evidence on another soil changes nothing', () =>
    expect(
      rungOf({
        evidence: [
          { mechanism: 'acid', soil: 'rust', material: 'acrylic', finish: 'bath', worked: 6, partly: 0, not: 0 },
        ],
      }).effect,
    ).toBe(rungOf({}).effect));
  test('damage bars the product on that material', () => {
    const a = ask(SCREEN, {
      barred: [{ product: 'citric-descaler', tool: null, material: 'acrylic', finish: 'bath' }],
    });
    expect(a.ladder.some((r) => r.product === 'citric-descaler')).toBe(false);
    expect(a.considered['citric-descaler']).toMatchObject({ status: 'refused', source: 'household' });
  });
});

describe('kit, numbers, borders', () => {
  test('no effect is stored a pair: one number of one product changed changes the ladder', () => {
    const weaker = loadCatalogue({
      ...raw,
      products: raw.products.map((p) =>
        p.mechanisms['acid'] ? { ...p, mechanisms: { ...p.mechanisms, acid: p.mechanisms['acid'] / 4 } } : p,
      ),
    });
    const best = (a: Advice) => Math.max(...a.ladder.map((r) => r.effect));
    expect(best(ask(SCREEN, {}, weaker))).toBeLessThan(best(ask(SCREEN)));
  });
  test('a kit is kept to: nothing else on the ladder, water is always there', () => {
    const kit = ['white-vinegar', 'microfibre-cloth'];
    const a = ask(SCREEN, { kit });
    expect(a.ladder.length).toBeGreaterThan(0);
    for (const r of a.ladder) {
      expect(kit).toContain(r.tool);
      expect(
        r.product === null ||
          r.product === 'white-vinegar' ||
          catalogue.products
            .get(r.product)!
            .contents.every((c) => catalogue.substances.get(c.substance)!.classes.includes('water')),
      ).toBe(true);
    }
  });
  test('unknown ids get a sentence with a path', () => {
    expect(advise({ material: 'moon-dust', soil: 'dust' }, {}, catalogue)).toMatchObject({
      ok: false,
      problems: [{ path: '/material' }],
    });
    expect(advise({ material: 'acrylic', finish: 'nope', soil: 'dust' }, {}, catalogue)).toMatchObject({
      ok: false,
      problems: [{ path: '/finish' }],
    });
  });
});
