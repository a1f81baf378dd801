import { judge, type MixAnswer, type MixItem, type MixQuestion, resolveItems } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const ask = (items: MixItem[], q: Partial<MixQuestion> = {}): MixAnswer => {
  const r = resolveItems(items, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return judge(r.value, { meeting: 'container', ...q }, catalogue);
};
const p = (product: string, more: Partial<MixItem> = {}): MixItem => ({ product, ...more });
const s = (substance: string, percent?: number, more: Partial<MixItem> = {}): MixItem => ({
  substance,
  ...(percent === undefined ? {} : { percent }),
  ...more,
});

describe('at a flame, and where it is hot (GHS; flash points of IEC 60079-20-1, NFPA 497, DIPPR)', () => {
  test.each([
    ['petrol', s('petrol'), 5, 4],
    ['acetone', p('acetone'), 5, 4],
    ['spot remover', p('spot-remover-naphtha'), 5, 4],
    ['white spirit, 43 °C', p('white-spirit'), 4, 4],
    ['turpentine, 35 °C', p('turpentine'), 4, 4],
    ['kerosene, 38 °C', s('kerosene'), 4, 4],
    ['limonene, 48 °C', s('limonene'), 4, 4],
    ['butoxyethanol, 61 °C', s('butoxyethanol'), 3, 3],
    ['oil that burns only over 93 °C', s('mineral-oil'), 0, 0],
    ['propellant', s('butane-propane'), 5, 4],
    ['an aerosol with something that burns in it', p('furniture-polish-spray'), 5, 4],
    ['rubbing alcohol', p('isopropanol-70'), 5, 4],
    ['alcohol, 60 %: 22 °C', s('ethanol', 60), 5, 4],
    ['alcohol, 40 %: 25 °C', s('ethanol', 40), 4, 4],
    ['alcohol, 20 %: 33 °C', s('ethanol', 20), 4, 4],
    ['alcohol, hardly under 20 %', s('ethanol', 19.9), 0, 4],
    ['alcohol, 10 %', s('ethanol', 10), 0, 4],
    ['alcohol, hardly under 10 %', s('ethanol', 9.9), 0, 0],
    ['glass cleaner with 8 % alcohol', p('glass-cleaner-alcohol'), 0, 0],
    ['acetone in water, 10 %: 8 °C', s('acetone', 10), 5, 4],
    ['acetone in water, 9.9 %', s('acetone', 9.9), 0, 0],
    ['butoxyethanol in water, 20 %: none below boiling', s('butoxyethanol', 20), 0, 0],
    ['a degreaser with 6 % of it', p('degreaser'), 0, 0],
    ['acetic acid, 80 %: 58 °C', s('acetic-acid', 80), 4, 4],
    ['vinegar', p('white-vinegar'), 0, 0],
    ['an organic liquid of which nothing is known', s('aliphatic-hydrocarbon-unspecified'), 5, 4],
    ['a salt of which nothing is known', s('sodium-sulfate'), 0, 0],
    ['ammonia in water', s('ammonia', 10), 0, 0],
    ['dichloromethane: no fire, phosgene', s('dichloromethane'), 5, 5],
    ['water', p('water'), 0, 0],
  ])('%s', (_, item, flame, hot) =>
    expect([ask([item], { conditions: ['flame'] }).level, ask([item], { conditions: ['hot'] }).level]).toEqual([
      flame,
      hot,
    ]),
  );
  test('wherever it stands, a flame is a flame; the words say so', () => {
    for (const meeting of ['shelf', 'machine', 'surface'] as const) {
      const a = ask([p('acetone')], { meeting, conditions: ['flame'] });
      expect([a.level, a.headline, a.then[0]]).toEqual([5, 'Catches fire here', expect.stringMatching(/^No flame/)]);
    }
    expect(ask([s('dichloromethane')], { conditions: ['flame'] })).toMatchObject({
      emergency: expect.stringMatching(/Everybody out.*hours later/),
      findings: [{ forms: ['phosgene', 'hydrogen chloride'] }],
    });
  });
});

describe('breathed as mist: nothing but clean water', () => {
  test.each([
    ['bleach', p('chlorine-bleach'), 5],
    ['a quat', p('quat-disinfectant'), 5],
    ['a trace of preservative', s('methylisothiazolinone', 0.001), 5],
    ['peracid', p('peracetic-sanitiser'), 5],
    ['vinegar', p('white-vinegar'), 4],
    ['an essential oil', p('essential-oil'), 4],
    ['peroxide', p('peroxide-3'), 4],
    ['caustic', p('caustic-soda'), 4],
    ['alcohol', p('isopropanol-99'), 4],
    ['salt', p('salt'), 3],
    ['detergent of which all is told', s('alcohol-ethoxylate', 5), 3],
    ['water', p('water'), 0],
    ['deionised water', p('deionised-water'), 0],
  ])('%s', (_, item, level) => expect(ask([item], { conditions: ['mist'] }).level).toBe(level));
  test('what to do, and what a doctor prescribed', () => {
    const a = ask([p('salt')], { conditions: ['mist'] });
    expect([a.headline, a.then[0]]).toEqual(['Not to be breathed as mist', expect.stringMatching(/doctor/)]);
    expect(a.findings[0]!.because).toMatch(/^Salt/);
  });
});

test('a rag with drying oil warms itself, whatever column it stands in; mineral oil does not', () => {
  for (const meeting of ['container', 'shelf', 'surface'] as const)
    expect(ask([p('wood-oil-drying')], { meeting, conditions: ['rag'] })).toMatchObject({
      level: 4,
      headline: 'Can set itself alight',
      then: [expect.stringMatching(/flat outdoors.*metal tin/)],
    });
  expect(ask([s('mineral-oil')], { conditions: ['rag'] }).level).toBe(0);
});

describe('what was told wrong is told right', () => {
  const first = (a: MixItem, b: MixItem, q: Partial<MixQuestion> = {}) => {
    const x = ask([a, b], q);
    return [x.level, x.findings[0]!.rule, x.findings[0]!.kind];
  };
  test.each([
    ['two pool chlorines explode', p('pool-trichlor-tablets'), p('pool-calhypo-granules'), [5, 'R8', 'explode']],
    ['sulfite and bleach', s('sodium-metabisulfite', 5), p('chlorine-bleach'), [5, 'R7', 'gas']],
    ['solid lye in bleach', p('caustic-soda'), p('chlorine-bleach'), [4, 'R10', 'heat']],
    ['nitric and urea', s('nitric-acid', 5), s('urea', 10), [5, 'N55', 'explode']],
    ['permanganate and sulfide', s('potassium-permanganate'), s('sodium-sulfide', 10), [5, 'N54', 'gas']],
    ['an acid salt and sulfide', s('sodium-acid-pyrophosphate'), s('sodium-sulfide', 10), [5, 'R23', 'gas']],
    ['strong peracid on stone', p('peracetic-sanitiser'), s('calcium-carbonate'), [3, 'N56', 'corrosive']],
    ['superglue and caustic', p('superglue'), p('oven-cleaner-caustic'), [3, 'N57', 'heat']],
    ['weedkiller and caustic', s('glyphosate-isopropylamine', 20), s('sodium-hydroxide', 5), [4, 'N58', 'gas']],
  ])('%s', (_, a, b, want) => expect(first(a, b)).toEqual(want));
  test('two pool chlorines are told as two chlorines, not by the trace of lime in one', () =>
    expect(ask([p('pool-trichlor-tablets'), p('pool-calhypo-granules')]).findings[0]!.because).toMatch(
      /^Two kinds of chlorine/,
    ));
  test('an acid of which there is enough is never told as a trace of it', () => {
    const all = ask([p('chlorine-bleach'), p('phosphoric-bath-cleaner')]).findings.filter((f) => f.rule === 'R1');
    expect(all.map((f) => f.level)).toEqual([5]);
  });
  test('what a place makes of it is what is read first', () => {
    expect(ask([p('chlorine-bleach'), p('laundry-liquid')], { meeting: 'machine' }).headline).toBe(
      'Only if both labels say so',
    );
    expect(ask([p('white-vinegar'), p('washing-soda')], { meeting: 'shelf' }).headline).toBe(
      'They may stand side by side',
    );
    expect(ask([p('chlorine-bleach'), p('isopropanol-70')], { meeting: 'shelf' }).headline).toBe(
      'Each in a tray of its own',
    );
  });
  test('no acid below where there is none, no bottle where there is none, no "one of the two" where one is urine', () => {
    const shelf = ask([p('percarbonate-booster'), p('isopropanol-70')], { meeting: 'shelf' });
    expect([shelf.level, shelf.then[0]]).toEqual([4, expect.not.stringMatching(/acid/)]);
    const surface = ask([p('peroxide-12'), p('caustic-soda')], { meeting: 'surface' });
    expect([surface.level, surface.headline]).toEqual([4, 'Boils up and spits']);
    expect(ask([p('peroxide-3'), p('baking-soda')], { closed: true }).headline).toBe('Can burst the bottle');
    const urine = ask([s('urine'), p('chlorine-bleach')], { meeting: 'fixture' });
    expect([urine.level, urine.then[0]]).toEqual([5, expect.stringMatching(/^Not on urine: /)]);
    expect(ask([p('white-vinegar'), p('chlorine-bleach')]).then[0]).toMatch(/Use one of the two/);
  });
  test('what makes a gas shows the emergency at whatever level it ends, and that harm comes hours later', () => {
    const rinsed = ask([p('chlorine-bleach', { rinsed: true, times: 2 }), p('white-vinegar')], {
      meeting: 'surface',
      porous: false,
    });
    expect([rinsed.level, rinsed.emergency]).toEqual([
      2,
      expect.stringMatching(/Everybody out.*48 hours.*asthma or a child/),
    ]);
    expect(ask([p('white-vinegar'), p('baking-soda')]).emergency).toBeUndefined();
    expect(ask([p('pool-trichlor-tablets'), p('pool-calhypo-granules')]).emergency).toMatch(
      /no small amounts of water/,
    );
    const plain = ask([p('white-vinegar'), p('chlorine-bleach')]).emergency;
    expect(plain).not.toMatch(/without pain|small amounts of water/);
    expect(ask([p('wheel-cleaner-fluoride'), p('oven-cleaner-caustic')]).emergency).toMatch(
      /Fluoride acid: call at once, even without pain\.$/,
    );
    // liquid bleach beside a fire is no fire of pool chemicals
    expect(ask([p('chlorine-bleach'), p('acetone')], { conditions: ['flame'] }).emergency).not.toMatch(/small amounts/);
  });
});

describe('on a shelf and in a machine', () => {
  const at = (meeting: 'shelf' | 'machine', a: MixItem, b: MixItem) => ask([a, b], { meeting });
  /** A usual cupboard. */
  const CUPBOARD = [
    'chlorine-bleach',
    'white-vinegar',
    'dish-detergent',
    'all-purpose-spray',
    'baking-soda',
    'washing-soda',
    'laundry-powder',
    'laundry-liquid',
    'fabric-softener',
    'percarbonate-booster',
    'peroxide-3',
    'isopropanol-70',
    'glass-cleaner-alcohol',
    'glass-cleaner-ammonia',
    'degreaser',
    'oven-cleaner-caustic',
    'drain-opener-caustic',
    'toilet-cleaner-acid',
    'citric-descaler',
    'limescale-spray',
    'dishwasher-tablet',
    'dishwasher-rinse-aid',
    'hand-soap',
    'floor-cleaner-neutral',
    'furniture-polish-spray',
    'insect-spray',
  ];
  test('a usual cupboard can be obeyed: sixteen of 325 pairs apart, each of them one that a poison centre would name', () => {
    const apart: string[] = [];
    CUPBOARD.forEach((a, i) =>
      CUPBOARD.slice(i + 1).forEach((b) => {
        if (at('shelf', p(a), p(b)).level >= 4) apart.push([a, b].sort().join(' × '));
      }),
    );
    expect(apart.sort()).toEqual(
      [
        // chlorine and acid: chlorine gas
        ['chlorine-bleach', 'white-vinegar'],
        ['chlorine-bleach', 'toilet-cleaner-acid'],
        ['chlorine-bleach', 'citric-descaler'],
        ['chlorine-bleach', 'limescale-spray'],
        ['chlorine-bleach', 'dishwasher-rinse-aid'],
        // chlorine and ammonia or amines: chloramines
        ['chlorine-bleach', 'glass-cleaner-ammonia'],
        ['chlorine-bleach', 'degreaser'],
        ['chlorine-bleach', 'oven-cleaner-caustic'],
        ['chlorine-bleach', 'laundry-liquid'],
        // nitrate of the drain opener and hydrochloric acid: chlorine, nitrous gas
        ['drain-opener-caustic', 'toilet-cleaner-acid'],
        // a dry oxidiser and what feeds a fire
        ['drain-opener-caustic', 'isopropanol-70'],
        ['drain-opener-caustic', 'furniture-polish-spray'],
        ['drain-opener-caustic', 'insect-spray'],
        ['isopropanol-70', 'percarbonate-booster'],
        ['furniture-polish-spray', 'percarbonate-booster'],
        ['insect-spray', 'percarbonate-booster'],
      ]
        .map((x) => x.sort().join(' × '))
        .sort(),
    );
  });
  test('a label that does not say everything: beside chlorine, dry oxidiser and strong acid, and nowhere else', () => {
    const label: MixItem = { label: 'frobnicol, secret enhancer' };
    const shelf = (id: string): number => at('shelf', label, p(id)).level;
    expect(
      [
        'chlorine-bleach',
        'percarbonate-booster',
        'toilet-cleaner-acid',
        'white-vinegar',
        'peroxide-3',
        'dish-detergent',
      ].map(shelf),
    ).toEqual([3, 3, 3, 0, 0, 0]);
    expect(at('machine', label, p('laundry-liquid')).level).toBe(3);
  });
  test('a dose in a machine: what two labels may allow, what a machine is made for, and what stays deadly', () => {
    expect(at('machine', p('chlorine-bleach'), p('laundry-liquid')).level).toBe(2);
    expect(at('machine', p('percarbonate-booster'), p('laundry-liquid')).level).toBe(0);
    expect(at('machine', p('chlorine-bleach'), p('white-vinegar')).level).toBe(5);
    expect(at('machine', p('dishwasher-powder-chlorine'), p('dishwasher-cleaner-acid')).level).toBe(5);
    expect(at('machine', p('chlorine-bleach'), p('dish-detergent')).level).toBeLessThanOrEqual(2);
    // tablet and rinse aid are one system; not where one holds chlorine
    expect(ask([p('dishwasher-tablet'), p('dishwasher-rinse-aid')]).level).toBe(0);
    expect(ask([p('hair-colour-cream'), p('hair-developer')]).level).toBe(0);
    expect(ask([p('dishwasher-powder-chlorine'), p('dishwasher-rinse-aid')]).level).toBe(5);
  });
  test('"my label tells me to" opens 2 and 3 of a machine, where both labels say so, never 4 or 5', () => {
    const both = (a: string, b: string, one = true, other = true) =>
      at('machine', p(a, { labelled: one }), p(b, { labelled: other }));
    expect(both('chlorine-bleach', 'laundry-liquid')).toMatchObject({
      level: 1,
      headline: 'As the labels say',
      then: ['As your labels say, and never more.'],
    });
    expect(both('chlorine-bleach', 'laundry-liquid', true, false).level).toBe(2);
    expect(both('chlorine-bleach', 'white-vinegar').level).toBe(5);
    // nowhere but in a machine
    expect(
      ask([p('chlorine-bleach', { labelled: true }), p('laundry-liquid', { labelled: true })], { meeting: 'container' })
        .level,
    ).toBe(5);
  });
});

describe('traces of acid and amine beside liquid bleach', () => {
  const bleach = p('chlorine-bleach');
  test.each([
    ['citric acid', 'citric-acid', 0.5, 3],
    ['citric acid', 'citric-acid', 0.501, 5],
    ['oxalic acid', 'oxalic-acid', 0.2, 5],
    ['etidronic acid', 'etidronic-acid', 0.2, 5],
    ['an acid salt', 'sodium-acid-pyrophosphate', 0.2, 5],
    ['ethanolamine', 'monoethanolamine', 0.5, 3],
    ['ethanolamine', 'monoethanolamine', 0.501, 5],
    ['ammonia', 'ammonia', 0.2, 5],
    ['morpholine', 'morpholine', 0.2, 5],
  ])('%s (%s), %d %%: %d', (_, id, percent, level) => expect(ask([s(id, percent), bleach]).level).toBe(level));
  test('several traces are one: their maxima are added', () => {
    const two: MixItem = { label: 'Ingredients: water 99 %, citric acid 0.3 %, lactic acid 0.3 %' };
    const one: MixItem = { label: 'Ingredients: water 99 %, citric acid 0.3 %' };
    expect([ask([two, bleach]).level, ask([one, bleach]).level]).toEqual([5, 3]);
  });
  test('dry chlorine has no line', () =>
    expect(ask([s('citric-acid', 0.2), p('pool-dichlor-granules')]).level).toBe(5));
});
test('the first pKa of every mild acid is 2.9 or more, and no other organic acid is among them', () => {
  const mild = catalogue.groups.get('mild-organic-acid')!.members;
  for (const m of mild) {
    const x = catalogue.substances.get(m.slice(10))!;
    const pKa = x.acidBase?.parts.map((q) => catalogue.systems.get(q.system)!.pKa[0]!);
    if (pKa?.length) expect([x.id, Math.min(...pKa) >= 2.9]).toEqual([x.id, true]);
  }
  for (const strong of [
    'oxalic-acid',
    'maleic-acid',
    'etidronic-acid',
    'methanesulfonic-acid',
    'dodecylbenzenesulfonic-acid',
  ])
    expect(mild).not.toContain(`substance:${strong}`);
});
