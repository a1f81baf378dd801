import {
  hurtBy,
  isPartner,
  judge,
  keepApart,
  makeBottle,
  mayShelve,
  resolveItems,
  ROUTES,
  strongestAllowed,
  type BottleQuestion,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { ratioOf } from '../../checks/ratios';
import { runs, sampled } from '../../checks/depth';

const product = (id: string) => catalogue.products.get(id)!;
const ids = [...catalogue.products.keys()];
const make = (id: string, target: BottleQuestion['target'], more: Partial<BottleQuestion> = {}) => {
  const r = makeBottle({ stock: { product: id }, target, final: { mL: 500 }, ...more }, catalogue);
  if (!r.ok) throw new Error(`${id}: ${r.problems[0]!.message}`);
  return r.value;
};
const kinds = (id: string, target: BottleQuestion['target'], more: Partial<BottleQuestion> = {}): string[] =>
  make(id, target, more).gate.because.map((b) => b.kind);

describe('a bottle', () => {
  test.each([
    ['drain-opener-caustic', { percent: 5 }, 'record'],
    ['drain-opener-acid', { percent: 8 }, 'record'],
    ['muriatic-acid', { percent: 8 }, 'record'],
    ['stainless-pickling-gel', { percent: 5 }, 'record'],
    ['caustic-soda', { percent: 5 }, 'record'],
    ['phosphide-fumigant', { percent: 1 }, 'record'],
    ['superglue', { percent: 10 }, 'record'],
    ['furniture-polish-spray', { percent: 1 }, 'record'],
    ['mould-spray-chlorine', { ppm: 1000 }, 'record'],
    ['acetone', { percent: 50 }, 'record'],
    ['peracetic-sanitiser', { percent: 3 }, 'dose'],
    ['chlorine-bleach', { ppm: 15920 }, 'dose'],
    ['chlorine-bleach', { percent: 5 }, 'dose'],
    ['pool-trichlor-tablets', { percent: 1 }, 'dose'],
    ['dish-detergent', { ratio: ratioOf('1+1') }, 'dose'],
    ['boric-acid-powder', { percent: 30 }, 'solubility'],
    ['baking-soda', { percent: 12 }, 'solubility'],
  ] as [string, BottleQuestion['target'], string][])('%s at %j: no, by its %s', (id, target, kind) => {
    const { gate } = make(id, target);
    expect([gate.may, gate.because.map((b) => b.kind)]).toEqual(['no', expect.arrayContaining([kind])]);
    expect(gate.because.every((b) => catalogue.sources.has(b.source) && b.text.length > 20)).toBe(true);
  });
  test.each([
    ['chlorine-bleach', { ppm: 100 }],
    ['chlorine-bleach', { ppm: 1000 }],
    ['chlorine-bleach', { ppm: 5000 }],
    ['white-vinegar', { ratio: ratioOf('1+1') }],
    ['citric-descaler', { percent: 3 }],
    ['dish-detergent', { ratio: ratioOf('1+200') }],
    ['isopropanol-91', { percent: 70 }],
    ['peroxide-6', { percent: 3 }],
    ['washing-soda', { percent: 5 }],
  ] as [string, BottleQuestion['target']][])('%s at %j may be made', (id, target) =>
    expect(['yes', 'with']).toContain(make(id, target).gate.may),
  );

  test('each limit from both sides', () => {
    // its use: 60 g of washing soda a litre and no more
    expect([kinds('washing-soda', { percent: 6 }), kinds('washing-soda', { percent: 6.1 })]).toEqual([[], ['dose']]);
    // what dissolves: 96 g of baking soda, 47 of boric acid
    expect([kinds('baking-soda', { percent: 9.5 }), kinds('baking-soda', { percent: 9.7 })]).toEqual([
      [],
      ['solubility'],
    ]);
    expect([kinds('boric-acid-powder', { percent: 4.6 }), kinds('boric-acid-powder', { percent: 4.8 })]).toEqual([
      [],
      ['solubility'],
    ]);
    // the strongest named target: 6500 ppm
    const strong = { label: { max: 500, unit: 'mL/L' as const } };
    expect([kinds('chlorine-bleach', { ppm: 6490 }, strong), kinds('chlorine-bleach', { ppm: 6520 }, strong)]).toEqual([
      [],
      ['dose'],
    ]);
  });
  test('the person’s own label opens more of the dose, never more than the strongest target of chlorine', () => {
    const label = { max: 40, unit: 'mL/L' as const };
    expect(make('dish-detergent', { ratio: ratioOf('1+30') }).gate.may).toBe('no');
    expect(make('dish-detergent', { ratio: ratioOf('1+30') }, { label }).gate.may).not.toBe('no');
    expect(make('dish-detergent', { ratio: ratioOf('1+20') }, { label }).gate.may).toBe('no');
    const bleach = make('chlorine-bleach', { ppm: 15920 }, { label: { max: 500, unit: 'mL/L' } });
    expect(bleach.gate.because[0]!.text).toMatch(/body fluids, 4500 to 6500 ppm/);
  });
  test('water is a partner: oxygen powder is never shut, bleach may be', () => {
    expect(kinds('percarbonate-booster', { percent: 1 }, { vessel: 'sprayer' })).toEqual(['vessel']);
    expect(kinds('percarbonate-booster', { percent: 1 }, { vessel: 'bucket' })).toEqual([]);
    expect(make('percarbonate-booster', { percent: 1 }).open).toBe(true);
    expect(kinds('peracetic-sanitiser', { percent: 0.02 }, { vessel: 'round' })).toEqual(['vessel']);
    expect(kinds('chlorine-bleach', { ppm: 1000 }, { vessel: 'sprayer' })).toEqual([]);
  });
  test('how long it keeps and how warm the water is come from what is in it', () => {
    const of = (id: string, target: BottleQuestion['target'], more = {}) => {
      const m = make(id, target, more);
      return [m.keeps_h, m.water];
    };
    expect(of('chlorine-bleach', { ppm: 1000 })).toEqual([24, 'cool']);
    expect(of('percarbonate-booster', { percent: 1 })).toEqual([6, 'warm']);
    expect(of('peroxide-6', { percent: 3 }, { opaque: true })).toEqual([336, 'cool']);
    expect(of('peroxide-6', { percent: 3 }, { opaque: false })).toEqual([24, 'cool']);
    expect(of('colour-run-remover', { percent: 0.5 })).toEqual([1, 'warm']);
    expect(of('white-vinegar', { percent: 2 })).toEqual([336, 'cool']);
  });
  test('what the bottle held, and what its head met: gas is refused, the rest is rinsed', () => {
    const held = (id: string) => ({
      there: [
        {
          name: product(id).name,
          where: 'vessel' as const,
          products: [id],
          what: [{ product: id }],
          porous: false,
          stays: true,
        },
      ],
    });
    expect(kinds('white-vinegar', { percent: 3 }, held('chlorine-bleach'))).toEqual(['meets']);
    expect(make('white-vinegar', { percent: 3 }, held('dish-detergent')).gate.with.map((w) => w.kind)).toContain(
      'rinse',
    );
    expect(make('white-vinegar', { percent: 3 }, held('white-vinegar')).gate.with.map((w) => w.kind)).not.toContain(
      'rinse',
    );
  });
  test('too full is refused, nearly too full is told', () => {
    const full = (mL: number) =>
      make('dish-detergent', { percent: 0.05 }, { vessel: 'sprayer', capacity_mL: 500, final: { mL } }).gate;
    expect(full(501).because[0]!.kind).toBe('headspace');
    expect(full(460).with.map((w) => w.kind)).toContain('headspace');
    expect(full(450).with.map((w) => w.kind)).not.toContain('headspace');
  });
  test('it warms as it dissolves: told, and by hand', () => {
    // 60 g of soda in a litre: 0.566 mol × 26.7 kJ ÷ 4.18 = 3.6 K: not worth telling
    expect(make('washing-soda', { percent: 6 }).gate.with.map((w) => w.kind)).not.toContain('heat');
  });

  test('shut and made even by turning only where it may be shut; stirred in the open otherwise', () => {
    const [shut, open] = [catalogue.vessels.get('round')!.mixed, catalogue.vessels.get('bucket')!.mixed];
    const mixed = (id: string, percent: number, vessel?: string) => make(id, { percent }, { vessel }).mixed;
    expect(mixed('chlorine-bleach', 0.1, 'round')).toBe(shut.liquid);
    expect(mixed('chlorine-bleach', 0.1, 'bucket')).toBe(open.liquid);
    expect(mixed('chlorine-bleach', 0.1)).toBe(open.liquid);
    expect(mixed('washing-soda', 2, 'round')).toBe(shut.powder);
    expect(make('percarbonate-booster', { percent: 1 }, { vessel: 'round' })).toMatchObject({
      open: true,
      mixed: open.powder,
    });
    expect(open).not.toEqual(shut);
  });

  const target = fc.oneof(
    fc.double({ min: 0.001, max: 100, noNaN: true }).map((percent) => ({ percent })),
    fc.double({ min: 1, max: 50000, noNaN: true }).map((ppm) => ({ ppm })),
    fc.integer({ min: 1, max: 500 }).map((n) => ({ ratio: ratioOf(`1+${n}`) })),
  );
  const vessel = fc.constantFrom(null, ...catalogue.vessels.keys());
  test('what may be made is refused by no rule: every product, any strength, any vessel', () => {
    let made = 0;
    fc.assert(
      fc.property(fc.constantFrom(...ids), target, vessel, fc.integer({ min: 50, max: 20000 }), (id, t, v, mL) => {
        const r = makeBottle({ stock: { product: id }, target: t, final: { mL }, vessel: v }, catalogue);
        if (!r.ok || r.value.gate.may === 'no') return true;
        made++;
        const p = product(id);
        const { recipe, open } = r.value;
        const shut = Boolean(v && catalogue.vessels.get(v)!.closed);
        const items = resolveItems([{ product: id }, { substance: 'water' }], catalogue);
        if (!items.ok) return false;
        const level = (closed: boolean) => judge(items.value, { meeting: 'container', closed }, catalogue).level;
        // judged anew, from the records and the mixing engine alone
        if (!p.advised || (p.use.neatOnly && recipe.stock_mL < mL * 0.99)) return false;
        if (level(false) >= 3 || (shut && level(true) >= 3)) return false;
        if (!shut && level(true) >= 3 && !open) return false;
        if (recipe.strength.percent > strongestAllowed(p, null, catalogue).percent * 1.01) return false;
        // what the spoons make is inside too
        return (
          !recipe.kitchen ||
          recipe.kitchen.percent <=
            Math.max(recipe.strength.percent, strongestAllowed(p, null, catalogue).percent * 1.01)
        );
      }),
      { numRuns: runs(6000) },
    );
    expect(made).toBeGreaterThan(runs(500));
  }, 120000);
  test('stronger is never allowed where weaker is refused for its dose', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ids),
        fc.double({ min: 0.01, max: 50, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (id, percent, k) => {
          const dose = (x: number) => {
            const r = makeBottle({ stock: { product: id }, target: { percent: x }, final: { mL: 1000 } }, catalogue);
            return !r.ok || r.value.gate.because.some((b) => b.kind === 'dose' || b.kind === 'solubility');
          };
          return !dose(percent) || dose(percent * k);
        },
      ),
      { numRuns: runs(3000) },
    );
  });
});

describe('keep apart from', () => {
  test('every operand that a rule names has household words, and no word is left over', () => {
    const named = new Set(
      [...catalogue.rules.values()].flatMap((r) =>
        r.clauses.flatMap((c) => [c.a, c.b, c.c].filter((x): x is string => Boolean(x && !x.startsWith('place:')))),
      ),
    );
    for (const o of named) expect([o, catalogue.partners.has(o)]).toEqual([o, true]);
    for (const p of catalogue.partners.keys())
      expect([p, named.has(p) || p === 'undisclosed' || p === 'anything']).toEqual([p, true]);
  });
  test('nothing dangerous is dropped: whatever makes level 4 or 5 with it is named, for every pair of products', () => {
    const items = resolveItems(
      ids.map((id) => ({ product: id })),
      catalogue,
    );
    if (!items.ok) throw new Error('unresolved');
    const item = new Map(ids.map((id, i) => [id, items.value[i]!]));
    let bad = 0;
    sampled(ids).forEach((id) => {
      const apart = keepApart([product(id)], catalogue);
      ids.forEach((other) => {
        if (id === other) return;
        const level = judge([item.get(id)!, item.get(other)!], { meeting: 'container' }, catalogue).level;
        if (level < 4) return;
        bad++;
        const named = apart.filter((x) => x.level >= 4 && isPartner(x, product(other), catalogue));
        if (!named.length) throw new Error(`${id} does not name ${other} (${level})`);
      });
    });
    expect(bad).toBeGreaterThan(20 * sampled(ids).length);
  });
  test('worst first, each name once, chlorine bleach with acid at the top', () => {
    const apart = keepApart([product('chlorine-bleach')], catalogue);
    expect(apart.map((x) => x.level)).toEqual([...apart.map((x) => x.level)].sort((a, b) => b - a));
    expect(new Set(apart.map((x) => x.name)).size).toBe(apart.length);
    expect(
      apart
        .filter((x) => x.level === 5)
        .map((x) => x.name)
        .join('; '),
    ).toMatch(/acids and descalers, vinegar too.*ammonia/);
    expect(
      keepApart([product('water')], catalogue)
        .filter((x) => x.level === 5)
        .map((x) => x.name),
    ).toEqual(['fumigants']);
  });
});

describe('a shelf', () => {
  test('what may stand there clashes with nothing: 300 shelves', () => {
    let offered = 0;
    fc.assert(
      fc.property(fc.shuffledSubarray(ids, { minLength: 2, maxLength: 12 }), ([first, ...rest]) => {
        const gate = mayShelve(first!, rest, null, {}, catalogue);
        const items = resolveItems(
          [first!, ...rest].map((id) => ({ product: id })),
          catalogue,
        );
        if (!items.ok) return false;
        const clash = items.value
          .slice(1)
          .some((x) => judge([items.value[0]!, x], { meeting: 'shelf' }, catalogue).level >= 3);
        if (gate.may !== 'no') offered++;
        return (gate.may === 'no') === clash;
      }),
      { numRuns: runs(300) },
    );
    expect(offered).toBeGreaterThan(0);
  });
  test('a toddler and an open shelf, a height and a corrosive', () => {
    const at = (shelf: object, people: string[]) =>
      mayShelve('toilet-cleaner-acid', [], shelf, { people }, catalogue).with.map((w) => w.kind);
    expect(at({ locked: false, heightBand: 'low' }, ['toddler'])).toEqual(['people']);
    expect(at({ locked: true, heightBand: 'low' }, ['toddler'])).toEqual([]);
    expect(at({ locked: true, heightBand: 'high' }, [])).toEqual(['order']);
  });
});

describe('one product has hurt somebody', () => {
  test.each([
    ['drain-opener-caustic', 'swallowed', /Do not make them sick: it burns twice/, true],
    ['laundry-capsule', 'swallowed', /foam goes into the lungs.*call at once/, true],
    ['laundry-capsule', 'eye', /do not stop/, true],
    ['white-spirit', 'swallowed', /drop in the lungs/, true],
    ['turpentine', 'swallowed', /drop in the lungs/, true],
    ['rust-remover-fluoride', 'skin', /emergency number at once, even without pain/, true],
    ['rust-remover-fluoride', 'swallowed', /even without pain/, true],
    ['wheel-cleaner-fluoride', 'eye', /even without pain/, true],
    ['antifreeze', 'swallowed', /even if they are well: it harms hours later/, true],
    ['superglue', 'eye', /Do not pull the lids apart/, true],
    ['superglue', 'skin', /Do not pull/, false],
    ['chlorine-bleach', 'breathed', /even when it passes/, true],
    ['oven-cleaner-caustic', 'eye', /do not stop/, true],
    ['dish-detergent', 'swallowed', /foam goes into the lungs/, false],
    ['dish-detergent', 'eye', /twenty minutes by the clock/, false],
    ['phosphide-fumigant', 'breathed', /Everybody out/, true],
    ['furniture-polish-spray', 'breathed', /call if there is any cough/, true],
    ['isopropanol-70', 'swallowed', /Call at once for a child/, true],
    ['water', 'eye', /twenty minutes by the clock/, false],
  ] as const)('%s, %s: %s', (id, route, first, now) => {
    const h = hurtBy(product(id), route, catalogue);
    expect([h.first.text, h.callNow]).toEqual([expect.stringMatching(first), now]);
  });
  test('never told to make anybody sick, whatever it is; unknown is called for at once', () => {
    for (const id of [null, ...sampled(ids)])
      for (const route of ROUTES) {
        const h = hurtBy(id ? product(id) : null, route, catalogue);
        const all = [h.first.text, ...h.then.map((t) => t.text)].join(' ');
        expect([id, route, /(?<!not )make them sick/i.test(all)]).toEqual([id, route, false]);
        if (route === 'swallowed') expect(all).toMatch(/Do not make them sick/);
        expect(catalogue.sources.has(h.first.source)).toBe(true);
        if (!id) expect(h.callNow).toBe(true);
      }
  });
  test('what to say is read off the record', () =>
    expect(hurtBy(product('chlorine-bleach'), 'eye', catalogue).say.join('; ')).toMatch(
      /chlorine bleach.*sodium hypochlorite 4 to 6.15 %.*pH/i,
    ));
});
