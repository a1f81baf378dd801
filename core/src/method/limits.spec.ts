import type { Material, Product, Soil, Tool } from '@dolly-tub/core';
import { percentInUse } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';
import { at, here, on, pack, saysAll, thing, way } from '../../checks/faces';
import {
  APPLICATION_RULES,
  abrasiveOn,
  neighbourHit,
  PRODUCT_RULES,
  refuseApplication,
  refuseOnMark,
  refuseHeat,
  refuseProduct,
  refuseTime,
  refuseTool,
  STRENGTH_LIMITS,
  strengthOnMaterial,
  TOOL_RULES,
} from './refuse';
import type { Strength } from './supply';
import type { Face, Here } from './types';

/** Every limit of the ladder from both sides: what it lets pass by a hair, and what it refuses by a hair. */
describe('tools', () => {
  const NO: [string, Partial<Tool>, Face, string, Partial<Tool>, Face][] = [
    // rule, refused tool on a surface, kind, and the nearest that passes
    ['equipment', { role: 'equipment' }, on(), 'equipment', { role: 'cleaning' }, on()],
    ['kindOfSurface', { suits: 'soft' }, on(), 'tool-suits', { suits: 'hard' }, on()],
    ['kindOfSurface', { suits: 'hard' }, on({ soft: true }), 'tool-suits', { suits: 'both' }, on({ soft: true })],
    ['toiletOnly', { class: 'toilet' }, on(), 'toilet-only', { class: 'toilet' }, on({}, {}, { zone: 'toilet' })],
    [
      'notToilet',
      { class: 'kitchen' },
      on({}, {}, { zone: 'toilet' }),
      'not-toilet',
      { class: 'any' },
      on({}, {}, { zone: 'toilet' }),
    ],
    [
      'notToilet',
      { class: 'any' },
      on({}, {}, { zone: 'bowl' }),
      'not-toilet',
      { class: 'toilet' },
      on({}, {}, { zone: 'bowl' }),
    ],
    [
      'floorOnly',
      { class: 'floor' },
      on({}, {}, { zone: 'toilet' }),
      'floor-only',
      { class: 'floor' },
      on({}, {}, { zone: 'floor' }),
    ],
    ['steam', { mechanisms: { steam: 1 } }, on({ steam: false }), 'steam', { mechanisms: { steam: 1 } }, on()],
    [
      'abrasive',
      { abrasive: 'some', hardness_mohs: 5.5 } as never,
      on(),
      'hardness',
      { abrasive: 'some', hardness_mohs: 5.4 } as never,
      on(),
    ],
    [
      'abrasive',
      { abrasive: 'some', hardness_mohs: 1 } as never,
      on({ face: 'plastic' }),
      'no-abrasive',
      { abrasive: 'none', hardness_mohs: 9 },
      on({ face: 'plastic' }),
    ],
    [
      'abrasive',
      { abrasive: 'some', hardness_mohs: 1 } as never,
      on({ hardness: null }),
      'roughened',
      { abrasive: 'some', hardness_mohs: 1 } as never,
      on(),
    ],
    [
      'abrasive',
      { abrasive: 'some', finePolish: true, hardness_mohs: 9 } as never,
      on(),
      'hardness',
      { abrasive: 'some', finePolish: true, hardness_mohs: 9 } as never,
      on({ family: 'metal' }),
    ],
    ['kindOfSoil', { forOrders: ['grease'] }, on(), 'tool-soil', { forOrders: ['dust'] }, on()],
    ['kindOfSoil', { forNatures: ['oily'] }, on(), 'tool-soil', { forNatures: ['particle'] }, on()],
    [
      'nothingUnder',
      { needsBody: true },
      on({}, {}, { severity: 4 }),
      'no-body',
      { needsBody: true },
      on({}, {}, { severity: 5 }),
    ],
    [
      'nothingUnder',
      { needsBody: true },
      on({}, { lifts: { scrape: 0.59 } }),
      'no-body',
      { needsBody: true },
      on({}, { lifts: { scrape: 0.6 } }),
    ],
    ['dulls', { dullsGloss: true }, on(), 'gloss', { dullsGloss: true }, on({ gloss: 'satin' })],
    [
      'dulls',
      { dullsGloss: true },
      on({ gloss: 'satin', face: 'coated' as never }),
      'gloss',
      { dullsGloss: true },
      on({ gloss: null }),
    ],
    [
      'dulls',
      { dullsGloss: true },
      on({ gloss: 'matt', hardness: null }),
      'gloss',
      { dullsGloss: true },
      on({ gloss: 'matt' }),
    ],
    ['blade', { blade: true }, on({ blade: false }), 'blade', { blade: true }, on()],
    ['sticky', { adhesive: true }, on({ noSticky: true }), 'sticky', { adhesive: true }, on()],
    ['iron', { iron: true }, on({ ironFree: true }), 'iron', { iron: true }, on()],
    [
      'neverOn',
      { bans: [{ materials: ['plain'], because: 'x' }] },
      on(),
      'never-on',
      { bans: [{ materials: ['other'], because: 'x' }] },
      on(),
    ],
    [
      'neverOn',
      { bans: [{ families: ['glass'], because: 'x' }] },
      on(),
      'never-on',
      { bans: [{ families: ['glass'], because: 'x' }] },
      on({ family: 'stone' }),
    ],
    [
      'neverOn',
      { bans: [{ faces: ['solid'], because: 'x' }] },
      on(),
      'never-on',
      { bans: [{ faces: ['solid'], because: 'x' }] },
      on({ face: 'plastic' }),
    ],
    [
      'neverOn',
      { bans: [{ exceptMaterials: ['other'], because: 'x' }] },
      on(),
      'never-on',
      { bans: [{ exceptMaterials: ['plain'], because: 'x' }] },
      on(),
    ],
    [
      'neverOn',
      { bans: [{ soils: ['dirt'], because: 'x' }] },
      on(),
      'never-soil',
      { bans: [{ soils: ['mud'], because: 'x' }] },
      on(),
    ],
    [
      'neverOn',
      { bans: [{ natures: ['particle'], because: 'x' }] },
      on(),
      'never-soil',
      { bans: [{ natures: ['oily'], because: 'x' }] },
      on(),
    ],
    [
      'neverOn',
      { bans: [{ soils: ['dirt'], minSeverity: 3, because: 'x' }] },
      on(),
      'never-soil',
      { bans: [{ soils: ['dirt'], minSeverity: 4, because: 'x' }] },
      on(),
    ],
    [
      'neverOn',
      { bans: [{ families: ['glass'], soils: ['dirt'], because: 'x' }] },
      on(),
      'never-on',
      { bans: [{ families: ['glass'], soils: ['mud'], because: 'x' }] },
      on(),
    ],
    [
      'filter',
      { mechanisms: { suction: 1 }, fineFilter: false },
      on({}, { fine: true }),
      'filter',
      { mechanisms: { suction: 1 }, fineFilter: true },
      on({}, { fine: true }),
    ],
    ['filter', { mechanisms: { suction: 1 } }, on({}, { fine: true }), 'filter', { mechanisms: { suction: 1 } }, on()],
    [
      'dryOnly',
      { wet: 'dry' },
      on({}, { hazard: { text: '', because: 'x', wear: [], noDry: true, wetFirst: true } }),
      'hazard',
      { wet: 'any' },
      on({}, { hazard: { text: '', because: 'x', wear: [], noDry: true, wetFirst: true } }),
    ],
    [
      'dryOnly',
      { wet: 'dry' },
      on({}, { hazard: { text: '', because: 'x', wear: [], noDry: true, wetFirst: true } }),
      'hazard',
      { wet: 'dry', mechanisms: { suction: 1 } },
      on({}, { hazard: { text: '', because: 'x', wear: [], noDry: true, wetFirst: true } }),
    ],
    [
      'fragile',
      { scrub: 0.1 },
      on({ scrub: 'none' }),
      'fragile',
      { scrub: 0.12, gentlest: true },
      on({ scrub: 'none' }),
    ],
    [
      'fragile',
      { scrub: 0.13, gentlest: true },
      on({ scrub: 'none' }),
      'fragile',
      { scrub: 0.13 },
      on({ scrub: 'soft-cloth' }),
    ],
    ['tooRough', { scrub: 0.46 }, on({ scrub: 'soft-cloth' }), 'scrub', { scrub: 0.45 }, on({ scrub: 'soft-cloth' })],
    ['tooRough', { scrub: 0.51 }, on({ scrub: 'soft-brush' }), 'scrub', { scrub: 0.5 }, on({ scrub: 'soft-brush' })],
    ['tooRough', { scrub: 0.61 }, on({ scrub: 'white-pad' }), 'scrub', { scrub: 0.6 }, on({ scrub: 'white-pad' })],
    ['tooRough', { scrub: 0.81 }, on(), 'scrub', { scrub: 0.8 }, on()],
    ['tooWet', { wet: 'wet' }, on({ wetness: 'dry' }), 'no-water', { wet: 'any' }, on({ wetness: 'dry' })],
    [
      'tooWet',
      { wet: 'any', leaves: 'wet' },
      on({ wetness: 'damp' }),
      'tool-wet',
      { wet: 'any', leaves: 'damp' },
      on({ wetness: 'damp' }),
    ],
    [
      'makesItWorse',
      { mechanisms: { suction: 0.06 } },
      on({}, { sets: [{ mechanism: 'suction', kind: 'ban', because: 'x' }] }),
      'worsens',
      { mechanisms: { suction: 0.05 } },
      on({}, { sets: [{ mechanism: 'suction', kind: 'ban', because: 'x' }] }),
    ],
    [
      'makesItWorse',
      { mechanisms: { suction: 1 } },
      on({}, { sets: [{ mechanism: 'suction', kind: 'ban', because: 'x' }] }),
      'worsens',
      { mechanisms: { suction: 1 } },
      on({}, { sets: [{ mechanism: 'suction', kind: 'condition', because: 'x' }] }),
    ],
    [
      'makesItWorse',
      { mechanisms: { suction: 1 } },
      on({ soft: true }, { sets: [{ mechanism: 'suction', kind: 'condition', because: 'x', when: { soft: true } }] }),
      'worsens',
      { mechanisms: { suction: 1 } },
      on({}, { sets: [{ mechanism: 'suction', kind: 'ban', because: 'x', when: { soft: true } }] }),
    ],
  ];
  test.each(NO.map((r) => [r[0], r[3], r] as const))('%s: %s', (rule, kind, [, bad, face, , good, fine]) => {
    const suits = { suits: 'both' as const, wet: 'any' as const, scrub: 0.1 };
    const no =
      TOOL_RULES[rule]!(thing({ ...suits, ...bad }), face, here(), c) ??
      refuseTool(thing({ ...suits, ...bad }), face, here(), c);
    expect(no?.kind).toBe(kind);
    expect(no!.because.length).toBeGreaterThan(10);
    expect([no!.because, saysAll(no!)]).toEqual([no!.because, true]);
    expect(c.sources.has(no!.source) || no!.source === 'household').toBe(true);
    expect(refuseTool(thing({ ...suits, ...good }), fine, here(), c)).toBeNull();
  });
  test('every rule of the list has its row', () =>
    expect(Object.keys(TOOL_RULES).filter((r) => r !== 'keptTo' && !NO.some((x) => x[0] === r))).toEqual([]));
});

describe('what a product is', () => {
  const detergent = (p: Partial<Product> = {}): Product => pack('dish-detergent', { suits: 'both', ...p });
  const sets = (mechanism: string, more: object = {}): Partial<Soil> => ({
    sets: [{ mechanism, kind: 'ban', because: 'x', ...more }],
  });
  const NO: [string, Product, Face, Here, string, Product, Face, Here][] = [
    ['neverAdvised', detergent({ advised: false }), on(), here(), 'never-advised', detergent(), on(), here()],
    ['madeFor', detergent({ suits: 'none' }), on(), here(), 'made-for', detergent({ suits: 'hard' }), on(), here()],
    [
      'madeFor',
      detergent({ suits: 'soft' }),
      on(),
      here(),
      'made-for',
      detergent({ suits: 'soft' }),
      on({ soft: true }),
      here(),
    ],
    [
      'madeFor',
      detergent({ families: ['stone'] }),
      on(),
      here(),
      'made-for',
      detergent({ families: ['glass'] }),
      on(),
      here(),
    ],
    [
      'madeForFloors',
      detergent({ floor: true }),
      on(),
      here(),
      'made-for',
      detergent({ floor: true }),
      on({ floor: true }),
      here(),
    ],
    [
      'madeForFloors',
      detergent({ floor: true }),
      on(),
      here(),
      'made-for',
      detergent({ floor: true }),
      on({}, {}, { zone: 'floor' }),
      here(),
    ],
    [
      'madeForSoils',
      detergent({ forNatures: ['oily'] }),
      on(),
      here(),
      'soil-made-for',
      detergent({ forNatures: ['particle'] }),
      on(),
      here(),
    ],
    [
      'keptTo',
      detergent({ pantry: false }),
      on(),
      here({ profile: { stance: 'pantry' } }),
      'pantry',
      detergent({ pantry: true }),
      on(),
      here({ profile: { stance: 'pantry' } }),
    ],
    [
      'keptTo',
      detergent(),
      on(),
      here({ profile: { stance: 'steam' } }),
      'steam-only',
      pack('water'),
      on(),
      here({ profile: { stance: 'steam' } }),
    ],
    [
      'people',
      pack('chlorine-bleach'),
      on(),
      here({ profile: { noChlorine: true } }),
      'people',
      pack('chlorine-bleach'),
      on(),
      here(),
    ],
    [
      'people',
      detergent({ fragrance: 'unknown' } as never),
      on(),
      here({ profile: { fragranceFree: true } }),
      'people',
      detergent({ fragrance: 'no' }),
      on(),
      here({ profile: { fragranceFree: true } }),
    ],
    [
      'makesItWorse',
      detergent({ mechanisms: { surfactant: 0.06 } }),
      on({}, sets('surfactant')),
      here(),
      'worsens',
      detergent({ mechanisms: { surfactant: 0.05 } }),
      on({}, sets('surfactant')),
      here(),
    ],
    [
      'makesItWorse',
      pack('white-vinegar', { mechanisms: {} }),
      on({}, sets('organic-acid')),
      here(),
      'worsens',
      detergent({ mechanisms: {} }),
      on({}, sets('organic-acid')),
      here(),
    ],
    [
      'makesItWorse',
      pack(
        'water-softener-salt',
        c.products.has('water-softener-salt') ? {} : { ...c.products.get('softener-salt')!, suits: 'both' },
      ),
      on({}, sets('salt')),
      here(),
      'worsens',
      detergent({ mechanisms: {} }),
      on({}, sets('salt')),
      here(),
    ],
    [
      'biocide',
      pack('chlorine-bleach'),
      on({}, { hygiene: { asks: 'dry', first: 'clean', because: 'x', keep: 'x' } }),
      here(),
      'biocide',
      pack('chlorine-bleach'),
      on({}, { hygiene: { asks: 'disinfect', first: 'clean', because: 'x', keep: 'x' } }),
      here(),
    ],
    [
      'biocide',
      pack('chlorine-bleach'),
      on({}, { hygiene: { asks: 'dry', first: 'clean', because: 'x', keep: 'x' } }),
      here(),
      'biocide',
      pack('chlorine-bleach', { basis: { default: 'household' } }),
      on({}, { hygiene: { asks: 'dry', first: 'clean', because: 'x', keep: 'x' } }),
      here(),
    ],
    [
      'fragile',
      pack('chalk-cream'),
      on({ scrub: 'none' }),
      here(),
      'fragile',
      pack('chalk-cream'),
      on({ scrub: 'soft-cloth' }),
      here(),
    ],
  ];
  test.each(NO.map((r) => [r[0], r[4], r] as const))('%s: %s', (rule, kind, [, bad, face, h, , good, fine, free]) => {
    const no = PRODUCT_RULES[rule]!(bad, face, h, c);
    expect(no?.kind).toBe(kind);
    expect([no!.because, saysAll(no!)]).toEqual([no!.because, true]);
    expect(PRODUCT_RULES[rule]!(good, fine, free, c)).toBeNull();
    expect(refuseProduct(bad, face, h, c)).not.toBeNull();
  });
  test('every rule of the list has its row', () =>
    expect(Object.keys(PRODUCT_RULES).filter((r) => !NO.some((x) => x[0] === r))).toEqual([]));
  test('a ban on warmth is none on the product: it is used cool', () =>
    expect(
      refuseProduct(detergent({ mechanisms: { water_warm: 1 } }), on({}, sets('water_warm')), here(), c)?.kind,
    ).toBeUndefined());
});

describe('how strong', () => {
  const band = { pH: { min: 4, max: 10, outside: [{ min: 3, max: 4, minutes: 5 }] } };
  const kind = (s: Strength, m: Partial<Material>): string | number => {
    const v = strengthOnMaterial(s, on(m).material, c);
    if (!('refusal' in v)) return v.maxMinutes;
    expect([v.refusal.because, saysAll(v.refusal)]).toEqual([v.refusal.because, true]);
    return v.refusal.kind;
  };
  test.each([
    ['inside', 4, 7, 1, Infinity],
    ['in the zone below, for its minutes', 3.99, 7, 1, 5],
    ['at the end of the zone', 3, 7, 1, 5],
    ['past the zone', 2.99, 7, 1, 'too-acid'],
    ['at the upper edge', 7, 10, 1, Infinity],
    ['past the upper edge', 7, 10.01, 1, 'too-alkaline'],
    ['with the least reserve that counts', 2, 7, 0.005, 'too-acid'],
    ['with less reserve than counts', 2, 7, 0.00499, Infinity],
  ])('pH %s', (_, min, max, reserve, want) => expect(kind(at({ pH: { min, max }, reserve }), band)).toBe(want));
  test('what dissolves in acid says so', () =>
    expect(kind(at({ pH: { min: 2, max: 7 } }), { ...band, acidSoluble: true })).toBe('acid-soluble'));
  // chlorine: from 0.001 %, dilute 0.1 % with a slack of 1.2, brief ten minutes (the table of attacks)
  const chlorine = (percent: number): Strength => {
    const p = c.products.get('chlorine-bleach')!;
    return at({ product: p, dilution: percent / percentInUse({ product: p, dilution: 1 }, ['active-halogen'], c) });
  };
  const bears = (how: string): Partial<Material> =>
    ({
      tolerates: { ...c.materials.get('glass')!.tolerates, chlorine: how },
    }) as Partial<Material>;
  test.each([
    ['no', 0.01, 'attacked'],
    ['no', 0.0005, Infinity],
    ['ok', 5, Infinity],
    ['dilute', 0.1, Infinity],
    ['dilute', 0.11, Infinity],
    ['dilute', 0.13, 'too-strong'],
    ['dilute', 1, 'too-strong'],
    ['dilute-brief', 0.1, 10],
    ['dilute-brief', 0.13, 'too-strong'],
    ['brief', 5, 10],
  ])('a surface that bears chlorine "%s", %d %%: %s', (how, percent, want) =>
    expect(kind(chlorine(percent), bears(how))).toBe(want),
  );
  test('grit as hard as the surface scratches it; softer does not; polish on solid metal does not', () => {
    const gritty = (hardness: number | null, family = 'glass', finePolish = false): string | number =>
      kind(at({ product: pack('baking-soda', { finePolish } as never), supply: { abrasion: 0.5 } }), {
        hardness,
        family,
      });
    const grit = Math.max(
      ...c.products.get('baking-soda')!.contents.map((x) => c.substances.get(x.substance)?.hardness ?? 0),
    );
    expect(grit).toBe(2.5);
    expect([gritty(2.5), gritty(2.6), gritty(null), gritty(2, 'metal', true)]).toEqual([
      'hardness',
      Infinity,
      'roughened',
      Infinity,
    ]);
  });
  test('the same grade scratches, by the top of one against the bottom of the other', () => {
    expect(abrasiveOn('grit', 5.5, on().material, c)?.kind).toBe('hardness');
    expect(abrasiveOn('grit', 5.49, on().material, c)).toBeNull();
  });
  test('nearer the edge is more harm, never less', () => {
    let before = 1;
    for (const min of [7, 6, 5, 4.5, 4]) {
      const v = strengthOnMaterial(at({ pH: { min, max: 7 } }), on(band).material, c);
      if ('refusal' in v) throw new Error(v.refusal.because);
      expect(v.keep).toBeLessThanOrEqual(before);
      before = v.keep;
    }
    expect(before).toBeLessThan(1);
  });
  test('a neighbour that nobody knows is not safe; one that bears it is', () => {
    const acid = at({ pH: { min: 2.4, max: 2.6 } }, 'white-vinegar');
    expect(neighbourHit(acid, { material: 'no-such-stone', runoff: true }, c)).toMatchObject({
      kind: 'neighbour-unknown',
      name: 'no-such-stone',
    });
    expect(neighbourHit(acid, { material: 'limestone', runoff: true }, c)).toMatchObject({
      kind: 'acid-soluble',
      name: 'limestone',
    });
    expect(neighbourHit(acid, { material: 'glass', runoff: true }, c)).toBeNull();
  });
  test('all three limits are asked', () => expect(Object.keys(STRENGTH_LIMITS)).toEqual(['attacks', 'pH', 'grit']));
});

describe('how it is put on', () => {
  const o = (application: string, more: object = {}) => ({
    product: c.products.get('dish-detergent')!,
    dilution: 0.01,
    application: way(application),
    runoff: null,
    ...more,
  });
  const wetting = (damp?: boolean): Partial<Soil> => ({
    sets: [{ mechanism: 'wetting', kind: 'ban', because: 'x', ...(damp === undefined ? {} : { damp }) }],
  });
  const kind = (x: ReturnType<typeof o>, f: Face, h: Here = here()): string | null => {
    const no = refuseApplication(x, f, h, c) ?? refuseOnMark(x.application, f, c);
    if (no) expect([no.because, saysAll(no)]).toEqual([no.because, true]);
    return no?.kind ?? null;
  };
  const hit = {
    kind: 'acid-soluble' as const,
    because: 'It dissolves.',
    source: 'common-practice',
    operands: '2 against 6',
  };
  test.each([
    ['spray', on({ clothOnly: true }), 'cloth-only'],
    ['cloth', on({ clothOnly: true }), null],
    ['spray', on({}, wetting()), 'wets'],
    ['cloth', on({}, wetting()), null],
    ['cloth', on({}, wetting(true)), 'wets'],
    ['spray', on({ wetness: 'damp' }), 'wetness'],
    ['cloth', on({ wetness: 'damp' }), null],
    ['cloth', on({ wetness: 'dry' }), 'no-water'],
    ['spray', on({ wetness: 'wet' }), null],
  ])('%s: %#', (a, face, want) => expect(kind(o(a), face)).toBe(want));
  test('what reaches a neighbour that it harms is refused, with what is compared; on a cloth it does not reach', () => {
    const runoff = { name: 'limestone', hit };
    expect(refuseApplication(o('spray', { runoff }), on(), here(), c)).toMatchObject({
      kind: 'runs',
      operands: '2 against 6',
      because: 'Sprayed, it runs onto the limestone beside it. It dissolves.',
    });
    expect(kind(o('cloth', { runoff }), on())).toBeNull();
  });
  test('somebody of the house: bleach is not sprayed where somebody has asthma', () => {
    const bleach = { product: c.products.get('chlorine-bleach')!, dilution: 1 };
    expect(kind(o('spray', bleach), on(), here({ profile: { people: ['asthma'] } }))).toBe('people');
    expect(kind(o('cloth', bleach), on(), here({ profile: { people: ['asthma'] } }))).toBeNull();
  });
  test('nothing sprayed, by choice', () => {
    const stance = [...c.stances.values()].find((s) =>
      s.choices.some((x) => JSON.stringify(x.refuses ?? {}).includes('spray')),
    );
    const choice = stance?.choices.find((x) => JSON.stringify(x.refuses ?? {}).includes('spray'));
    expect(choice).toBeDefined();
    expect(kind(o('spray'), on(), here({ profile: { stances: { [stance!.id]: choice!.id } } }))).toBe('choice');
    expect(kind(o('cloth'), on(), here({ profile: { stances: { [stance!.id]: choice!.id } } }))).toBeNull();
  });
  test('every rule of the list is met above', () =>
    expect(Object.keys(APPLICATION_RULES)).toEqual(['clothOnly', 'tooWet', 'people', 'choice', 'runs']));
  test('warm, from both sides', () => {
    expect(refuseHeat(60, on(), c)).toBeNull();
    expect(refuseHeat(60.5, on(), c)).toMatchObject({ kind: 'heat', operands: '60.5 °C against 60 °C' });
    expect(refuseHeat(99, on({ maxTemp_C: null }), c)).toBeNull();
  });
  test('long, from both sides', () => {
    const slow = [...c.applications.values()].find((a) => a.dwell_min)!;
    expect(refuseTime(slow, slow.dwell_min!.min, on(), c)).toBeNull();
    expect(refuseTime(slow, slow.dwell_min!.min - 1, on(), c)?.kind).toBe('time');
    expect(refuseTime(way('cloth'), 1, on(), c)).toBeNull();
  });
});
