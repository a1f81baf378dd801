import {
  advise,
  faceById,
  type FaceWhen,
  type Material,
  overlay,
  percentInUse,
  type Product,
  type Soil,
  type Tool,
  tuning,
} from '@dolly-tub/core';
import { catalogue as c } from '../../../checks/catalogue-for-tests';
import { at, here, on, pack, saysAll, thing, way } from '../../../checks/faces';
import {
  abrasiveOn,
  neighbourHit,
  PRODUCT_RULES,
  refuseApplication,
  refuseHeat,
  refuseTime,
  refuseTool,
  strengthOnMaterial,
  TOOL_RULES,
} from '.';
import { fits, holdsFor, toldFor } from './holds';
import { polishes } from './strength';
import { strengthsOf } from '../supply';
import { listed, refusal } from './words';

const near = tuning(c).near;
const judged = (s: ReturnType<typeof at>, m: Partial<Material> = {}) => {
  const v = strengthOnMaterial(s, on(m).material, c);
  if ('refusal' in v) throw new Error(v.refusal.because);
  return v;
};

describe('how near a limit is, by hand', () => {
  const band = { pH: { min: 4, max: 10, outside: [{ min: 2, max: 3, minutes: 5 }] } };
  test.each([
    // the share of the way from neutral to the edge, squared, times the weight
    [{ min: 5.5, max: 7 }, near.pH * (1.5 / 3) ** 2, 'pH 5.5 of 4'],
    [{ min: 4, max: 7 }, near.pH, 'pH 4 of 4'],
    [{ min: 7, max: 8.5 }, near.pH * (1.5 / 3) ** 2, 'pH 8.5 of 10'],
    [{ min: 7, max: 10 }, near.pH, 'pH 10 of 10'],
    [{ min: 3, max: 7 }, near.zone, 'pH 3 past 4, 5 min at the most'],
    [{ min: 2, max: 7 }, near.zone, 'pH 2 past 4, 5 min at the most'],
  ])('pH %j', (pH, h, name) => {
    const v = judged(at({ pH }), band);
    expect(v.nearness).toEqual([{ name, h: expect.closeTo(h, 12) }]);
    expect(v.keep).toBeCloseTo(1 - h, 12);
  });
  test('neutral is near nothing, and neither is an edge at neutral', () => {
    expect(judged(at({ pH: { min: 7, max: 7 } }), band)).toEqual({ maxMinutes: Infinity, nearness: [], keep: 1 });
    const tight = { pH: { min: 7, max: 7, outside: [] } };
    expect(judged(at({ pH: { min: 7, max: 7 } }), tight).nearness).toEqual([]);
    // beyond neutral on the other side, the low end says nothing
    expect(judged(at({ pH: { min: 8, max: 8 } }), band).nearness.map((n) => n.name)).toEqual(['pH 8 of 10']);
    expect(judged(at({ pH: { min: 6, max: 6 } }), band).nearness.map((n) => n.name)).toEqual(['pH 6 of 4']);
  });
  test('without pH, or with too little behind it, it says nothing', () => {
    expect(judged(at({}), band).nearness).toEqual([]);
    expect(judged(at({ pH: { min: 5, max: 7 }, reserve: 0.001 }), band).nearness).toEqual([]);
  });

  const chlorine = (percent: number) => {
    const product = c.products.get('chlorine-bleach')!;
    // grams in 100 mL of the mix
    const neat = percentInUse({ product, dilution: 1 }, ['active-halogen'], c) * product.density!;
    return at({ product, dilution: percent / neat });
  };
  const bears = (how: string): Partial<Material> =>
    ({ tolerates: { ...c.materials.get('glass')!.tolerates, chlorine: how } }) as Partial<Material>;
  test.each([
    ['ok', 0.05, near.attackOk, 'chlorine'],
    ['dilute', 0.05, near.attackDilute, 'chlorine, dilute'],
    ['dilute-brief', 0.05, near.attackBrief, 'chlorine, dilute, brief'],
    ['brief', 5, near.attackBrief, 'chlorine, brief'],
  ])('chlorine on what bears it "%s"', (how, percent, h, name) =>
    expect(judged(chlorine(percent), bears(how)).nearness).toContainEqual({ name, h }),
  );
  test('from its least percent on, and a refusal names the first that attacks', () => {
    const from = [...c.attacks.values()].find((a) => a.tolerance === 'chlorine')!.fromPercent;
    expect(judged(chlorine(from * 1.0001), bears('ok')).nearness).toHaveLength(1);
    expect(judged(chlorine(from * 0.999), bears('ok')).nearness).toHaveLength(0);
    const none = { tolerates: { ...c.materials.get('glass')!.tolerates, chlorine: 'no' } } as Partial<Material>;
    const v = strengthOnMaterial(chlorine(1), on(none).material, c);
    expect(v).toMatchObject({ refusal: { kind: 'attacked', operands: '1 % chlorine; plain bears none' } });
  });

  const gritty = (p: Partial<Product> = {}) => at({ product: pack('baking-soda', p), supply: { abrasion: 0.5 } });
  test('grit: the share of the hardness, squared; soft grit on a hard face is near nothing', () => {
    expect(judged(gritty(), { hardness: 5 }).nearness).toEqual([
      { name: 'grit', h: expect.closeTo(near.grit * (2.5 / 5) ** 2, 12) },
    ]);
    expect(judged(at({ product: pack('baking-soda'), supply: {} }), { hardness: 5 }).nearness).toEqual([]);
    expect(judged(at({ product: pack('baking-soda'), supply: { abrasion: 0 } }), { hardness: 1 }).nearness).toEqual([]);
  });
  test('grit of which there is less than a percent does not count', () => {
    const thin = pack('baking-soda', {
      contents: [
        { substance: 'sodium-bicarbonate', percent: { min: 90, max: 100 } },
        { substance: 'silicon-carbide', percent: { min: 0, max: 0.99 } },
      ],
    });
    const enough = pack('baking-soda', { contents: [{ substance: 'silicon-carbide', percent: { min: 0, max: 1 } }] });
    expect(judged(at({ product: thin, supply: { abrasion: 1 } }), { hardness: 5 }).nearness).toHaveLength(1);
    expect(
      strengthOnMaterial(at({ product: enough, supply: { abrasion: 1 } }), on({ hardness: 5 }).material, c),
    ).toHaveProperty('refusal.kind', 'hardness');
  });
  test('a fine polish takes a little of solid metal, and is grit on anything else', () => {
    const polish = gritty({ finePolish: true });
    expect(judged(polish, { family: 'metal', hardness: 2 }).nearness).toEqual([
      { name: 'polish takes metal', h: near.polish },
    ]);
    expect(judged(polish, { family: 'glass', hardness: 5 }).nearness.map((n) => n.name)).toEqual(['grit']);
    expect(judged(gritty(), { family: 'metal', hardness: 5 }).nearness.map((n) => n.name)).toEqual(['grit']);
    const metal = (m: Partial<Material>): boolean => polishes(on({ family: 'metal', hardness: 3, ...m }).material);
    expect([metal({}), metal({ face: 'plated' }), metal({ hardness: null }), metal({ family: 'glass' })]).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });
  test('what is hardly near is not told, and nothing counts for more than the most', () => {
    const only = (h: number) =>
      judged(at({ product: pack('baking-soda'), supply: { abrasion: 1 } }), { hardness: h }).nearness;
    // 0.4 (2.5 / h)^2 falls under the line of telling at h = 22.4
    expect([only(22.3).length, only(22.4).length]).toEqual([1, 0]);
    expect(only(2.51)[0]!.h).toBeCloseTo(near.grit * (2.5 / 2.51) ** 2, 9);
    expect(near.most).toBeGreaterThan(near.grit);
  });
  test('abrasives say what is compared', () => {
    expect(abrasiveOn('sand', 7, on().material, c)!.operands).toBe('sand hardness 7 against plain 5.5');
    expect(abrasiveOn('sand', 7, on({ face: 'plastic' }).material, c)!.operands).toBe(
      'sand hardness 7 against plain 5.5',
    );
    expect(abrasiveOn('sand', 7, on({ face: 'plastic', hardness: null }).material, c)!.operands).toBe(
      'sand hardness 7 against plain',
    );
    for (const m of [{}, { face: 'plastic' as const }, { hardness: null }])
      expect(saysAll(abrasiveOn('sand', 7, on(m).material, c)!)).toBe(true);
  });
  test('a neighbour is judged with its finish', () => {
    const acid = at({ pH: { min: 2.4, max: 2.6 } }, 'white-vinegar');
    expect(saysAll(neighbourHit(acid, { material: 'limestone', runoff: true }, c)!)).toBe(true);
  });
});

describe('what is said of some surfaces holds for these', () => {
  const face = on({
    id: 'oak',
    family: 'wood',
    face: 'coated',
    gloss: 'satin',
    soft: false,
    porous: true,
    acidSoluble: false,
  } as never);
  const old = { ...face, age: 'baked' as const };
  test.each([
    [{}, true],
    [{ materials: ['oak'] }, true],
    [{ materials: ['elm'] }, false],
    [{ families: ['wood'] }, true],
    [{ families: ['stone'] }, false],
    [{ faces: ['coated'] }, true],
    [{ faces: ['solid'] }, false],
    // one of what is named is enough
    [{ materials: ['elm'], families: ['wood'] }, true],
    [{ materials: ['elm', 'oak'] }, true],
    [{ materials: ['elm'], families: ['stone'], faces: ['solid'] }, false],
    [{ gloss: ['satin', 'matt'] }, true],
    [{ gloss: ['gloss'] }, false],
    [{ soft: false }, true],
    [{ soft: true }, false],
    [{ porous: true }, true],
    [{ porous: false }, false],
    [{ acidSoluble: false }, true],
    [{ acidSoluble: true }, false],
    [{ ages: [face.age] }, true],
    [{ ages: ['baked'] }, face.age === 'baked'],
    [{ families: ['wood'], porous: false }, false],
    [{ families: ['stone'], porous: true }, false],
  ] as [FaceWhen, boolean][])('%j', (when, want) => expect(fits(when, face)).toBe(want));
  test('the age of the dirt', () => expect(fits({ ages: ['baked'] } as FaceWhen, old)).toBe(true));
  test('a face of which no gloss is known is taken for a glossy one', () => {
    const plain = on({ gloss: null });
    expect(fits({ gloss: ['gloss'] } as FaceWhen, plain)).toBe(true);
    expect(fits({ gloss: ['matt'] } as FaceWhen, plain)).toBe(false);
  });
  test('bans hold, conditions only where they can be seen to; the rest is told', () => {
    const s = (x: object) => ({ mechanism: 'rub', because: 'x', ...x }) as Soil['sets'][number];
    const here_ = { when: { families: ['wood'] } };
    const away = { when: { families: ['stone'] } };
    expect([
      holdsFor(s({ kind: 'ban' }), face),
      holdsFor(s({ kind: 'condition' }), face),
      holdsFor(s({ kind: 'condition', ...here_ }), face),
      holdsFor(s({ kind: 'ban', ...away }), face),
    ]).toEqual([true, false, true, false]);
    expect([s({ kind: 'condition' }), s({ kind: 'ban' }), s({ kind: 'condition', ...here_ })].map(toldFor)).toEqual([
      true,
      false,
      false,
    ]);
  });
});

describe('the words of a refusal', () => {
  test('every sentence of the catalogue is filled in where it has a gap, with a capital where it asks for one', () => {
    for (const r of c.refusals.values()) {
      const keys = [...r.says.matchAll(/\{(\w)(\w*)\}/g)].map((m) => m[1]!.toLowerCase() + m[2]!);
      const no = refusal(r.id as never, Object.fromEntries(keys.map((k) => [k, `some ${k}`])), 'common-practice', c);
      expect([r.id, saysAll(no)]).toEqual([r.id, true]);
      if (/^\{[A-Z]/.test(r.says)) expect(no.because).toMatch(/^Some /);
    }
  });
  test('a kind without a sentence is broken data; operands only where there are some', () => {
    expect(() => refusal('no-such-kind' as never, {}, 'x', c)).toThrow('No sentence for the refusal "no-such-kind"');
    expect(refusal('pantry', {}, 'household', c)).not.toHaveProperty('operands');
    expect(refusal('pantry', {}, 'household', c, '1 against 2').operands).toBe('1 against 2');
  });
  test('lists', () => expect(listed(['bare-wood', 'glass'])).toBe('bare wood and glass'));

  const detergent = (p: Partial<Product>): Product => pack('dish-detergent', { suits: 'both', ...p });
  const made = (p: Partial<Product>) => PRODUCT_RULES['madeFor']!(detergent(p), on(), here(), c)?.because;
  test('for what a product is made', () => {
    expect(made({ suits: 'none' })).toMatch(/a machine, a drain or another use/);
    expect(made({ suits: 'soft' })).toMatch(/cloth and pile/);
    expect(made({ families: ['stone'] })).toMatch(/stone/);
    const cloth = on({ soft: true });
    expect(PRODUCT_RULES['madeFor']!(detergent({ suits: 'hard' }), cloth, here(), c)?.because).toMatch(/hard surfaces/);
    expect(PRODUCT_RULES['madeFor']!(detergent({ suits: 'both' }), cloth, here(), c)).toBeNull();
  });
  test('for what a tool is made', () => {
    const suits = (of: 'hard' | 'soft', soft: boolean) =>
      TOOL_RULES['kindOfSurface']!(thing({ suits: of }), on({ soft }), here(), c)?.because;
    expect(suits('soft', false)).toMatch(/cloth and pile/);
    expect(suits('hard', true)).toMatch(/hard surfaces/);
    expect([suits('hard', false), suits('soft', true)]).toEqual([undefined, undefined]);
  });
  test('how wet a tool leaves it, and what the surface bears', () => {
    const wet = (wetness: Material['wetness'], t: object) =>
      TOOL_RULES['tooWet']!(thing({ wet: 'any', ...t } as never), on({ wetness }), here(), c);
    expect(wet('dry', { wet: 'wet' })).toMatchObject({ kind: 'no-water', operands: 'wet against dry' });
    expect(wet('damp', { wet: 'wet', leaves: 'damp' })).toBeNull();
    expect(wet('dry', { leaves: 'damp' })?.because).toMatch(/no water/);
    expect(wet('damp', { leaves: 'wet' })?.because).toMatch(/only damp/);
  });
  test('too long, too hot, and how many hours', () => {
    const poultice = [...c.applications.values()].find((a) => (a.dwell_min?.min ?? 0) >= 120)!;
    const no = refuseTime(poultice, 60, on(), c)!;
    expect([saysAll(no), no.because]).toEqual([true, expect.stringContaining(`${poultice.dwell_min!.min / 60} hours`)]);
    expect(saysAll(refuseHeat(90, on(), c)!)).toBe(true);
  });
  test('rubbing is judged by its own limit, never as what makes dirt worse', () => {
    const soil = { sets: [{ mechanism: 'rub', kind: 'ban' as const, because: 'x' }] };
    const t = thing({ mechanisms: { rub: 1 }, wet: 'any', suits: 'both', scrub: 0.1 });
    expect(TOOL_RULES['makesItWorse']!(t, on({}, soil), here(), c)).toBeNull();
  });
  test('what it is wetted with: a condition of the dirt that is none about water bars no spray', () => {
    const soil = { sets: [{ mechanism: 'suction', kind: 'ban' as const, because: 'x' }] };
    const o = { product: c.products.get('dish-detergent')!, dilution: 0.01, application: way('spray'), runoff: null };
    expect(refuseApplication(o, on({}, soil), here(), c)).toBeNull();
    const away = {
      sets: [{ mechanism: 'wetting', kind: 'ban' as const, because: 'x', when: { families: ['stone'] } }],
    };
    expect(refuseApplication(o, on({}, away as never), here(), c)).toBeNull();
  });
  test('a list of exceptions bars only where none of them is there', () => {
    const t = thing({
      bans: [{ exceptMaterials: ['plain', 'other'], because: 'x' }] as never,
      wet: 'any',
      suits: 'both',
      scrub: 0.1,
    });
    expect(refuseTool(t, on(), here(), c)).toBeNull();
  });
  test('pantry only where that is chosen; a biocide on dry mould only where it disinfects', () => {
    expect(PRODUCT_RULES['keptTo']!(detergent({ pantry: false }), on(), here(), c)).toBeNull();
    const dry = on({}, { hygiene: { asks: 'dry', first: 'clean', because: 'x', keep: 'x' } } as never);
    expect(PRODUCT_RULES['biocide']!(detergent({ disinfects: 'no' }), dry, here(), c)).toBeNull();
    expect(PRODUCT_RULES['biocide']!(detergent({ disinfects: 'label' }), dry, here(), c)?.kind).toBe('biocide');
    const soft = on({ soft: true }, { hygiene: { asks: 'dry', first: 'clean', because: 'x', keep: 'x' } } as never);
    expect(PRODUCT_RULES['biocide']!(detergent({ disinfects: 'yes' }), soft, here(), c)).toBeNull();
    expect(PRODUCT_RULES['fragile']!(detergent({}), on({ scrub: 'none' }), here(), c)).toBeNull();
  });
  test('a ban on salt reads the salt, from half of it on', () => {
    const soil = { sets: [{ mechanism: 'salt', kind: 'ban' as const, because: 'x' }] };
    const salt = (max: number) =>
      PRODUCT_RULES['makesItWorse']!(
        detergent({ mechanisms: {}, contents: [{ substance: 'sodium-chloride', percent: { min: 0, max } }] }),
        on({}, soil),
        here(),
        c,
      )?.kind;
    expect([salt(50), salt(49.9)]).toEqual(['worsens', undefined]);
  });
});

describe('what a product is made for', () => {
  const faces = [...c.materials.values()].flatMap((m) => [m.id, ...m.finishes.map((f) => `${m.id}/${f.id}`)]);
  const verdictsOf = (p: Product, face: string) =>
    strengthsOf(p, c).map((s) => strengthOnMaterial(s, faceById(face, c)!, c));
  const made = [...c.products.values()].filter((p) => p.madeOn);

  test('each family that a label names has a surface that bears it', () => {
    const bearsNone = [...c.products.values()].flatMap((p) =>
      (p.advised === false ? [] : (p.families ?? []))
        .filter((family) => {
          const mine = faces.filter((f) => faceById(f, c)!.family === family);
          return !mine.some((f) => verdictsOf(p, f).some((v) => !('refusal' in v)));
        })
        .map((family) => `${p.id} on ${family}`),
    );
    expect(bearsNone).toEqual([]);
  });
  test('a surface that the label names bears it for as long as the label says, and no other finish by that', () => {
    expect(made.length).toBeGreaterThan(5);
    for (const p of made)
      for (const face of p.madeOn!) {
        expect(faces).toContain(face);
        // a label that names no kind of surface is for any of its hardness
        if (p.families) expect(p.families).toContain(faceById(face, c)!.family);
        for (const v of verdictsOf(p, face)) {
          if ('refusal' in v) throw new Error(`${p.id} on ${face}: ${v.refusal.because}`);
          if (v.nearness.some((n) => n.name.startsWith('made for')))
            expect(v.maxMinutes).toBeLessThanOrEqual(p.dwell_min!.max);
        }
      }
    const polish = c.products.get('brass-polish')!;
    expect(verdictsOf(polish, 'brass/lacquered').every((v) => 'refusal' in v)).toBe(true);
    expect(verdictsOf(polish, 'brass').every((v) => 'refusal' in v)).toBe(true);
    // an own record with other contents is not what that label is made for; one with another name is
    const own = (changes: Partial<Product>) =>
      overlay(c, { products: [{ id: 'mine', basedOn: polish.id, name: 'Mine', changes }] }).products.get('mine')!;
    expect(own({}).madeOn).toEqual(polish.madeOn);
    const acid = own({ pH: { min: 0, max: 1, of: 'neat' } });
    expect(verdictsOf(acid, 'brass/bare').every((v) => 'refusal' in v)).toBe(true);
    expect(verdictsOf({ ...polish, madeOn: [] }, 'copper/bare').every((v) => 'refusal' in v)).toBe(true);
  });
});

describe('what a tool is made for', () => {
  const ask = (material: string, finish: string | null, soil: string, zone?: string) => {
    const a = advise({ material, finish, soil, ...(zone ? { zone } : {}) }, {}, c);
    if (!a.ok) throw new Error(a.problems[0]!.message);
    return a.value.considered;
  };
  test('each surface is one, is of its kind, and does not refuse it for its roughness', () => {
    const made = [...c.tools.values()].filter((t) => t.madeOn);
    expect(made.length).toBeGreaterThan(3);
    for (const t of made)
      for (const face of t.madeOn!) {
        const m = faceById(face, c)!;
        expect(m.soft).toBe(t.suits === 'soft');
        const [material, finish] = face.split('/');
        const said = ask(material!, finish ?? null, 'limescale', { toilet: 'bowl', floor: 'floor' }[t.class as string]);
        expect([t.id, face, said[t.id]!.refusal]).toEqual([t.id, face, undefined]);
      }
  });
  test('and no other surface bears it for that, nor a rougher one of one’s own', () => {
    expect(ask('glazed-tile', 'gloss', 'toilet-ring', 'bowl')['pumice']!.status).toBe('refused');
    expect(ask('porcelain-tile', 'polished', 'mud', 'floor')['scrub-brush']!.status).toBe('refused');
    expect(ask('porcelain-tile', null, 'mud', 'floor')['scrub-brush']!.status).toBe('refused');
    const own = (changes: Partial<Tool>) =>
      overlay(c, { tools: [{ id: 'mine', basedOn: 'pumice', name: 'Mine', changes }] }).tools.get('mine')!;
    expect(own({}).madeOn).toEqual(['vitreous-china']);
    expect(own({ hardness_mohs: 9 }).madeOn).toBeUndefined();
  });
});

describe('a mix is no further from neutral than what is in it can make it', () => {
  const bleach = c.products.get('chlorine-bleach')!;
  const last = (p: Product) => strengthsOf(p, c).at(-1)!;
  test('bleach at a tenth: by hand the soda in it, 0.5 % of 110 g in a litre, is 0.014 mol/L: pH 12.1', () => {
    expect(bleach.pH!.max).toBeGreaterThan(13);
    expect(last(bleach).dose).toEqual({ amount: 100, unit: 'mL/L' });
    expect(last(bleach).pH!.max).toBeCloseTo(14 + Math.log10((0.1 * bleach.density! * 1000 * 0.005) / 40), 1);
  });
  test('where what is named cannot account for the pH of the label, that pH stands, however thin', () => {
    const odd: Product = { ...bleach, id: 'odd', pH: { min: 11.5, max: 14, of: 'neat' } };
    expect(last(odd).pH).toEqual({ min: 11.5, max: 14 });
    expect(last({ ...bleach, id: 'closed', disclosed: 'no' }).pH!.max).toBe(bleach.pH!.max);
  });
});
test('a ban on a chemistry reads all of it together: twice three percent are more than five', () => {
  const soil = { sets: [{ mechanism: 'alcohol', kind: 'ban' as const, because: 'x' }] };
  const of = (...percents: number[]) =>
    PRODUCT_RULES['makesItWorse']!(
      pack('dish-detergent', {
        mechanisms: {},
        contents: percents.map((max, n) => ({
          substance: ['ethanol', 'isopropanol'][n]!,
          percent: { min: 0, max },
        })),
      }),
      on({}, soil),
      here(),
      c,
    )?.kind;
  expect([of(3), of(3, 3), of(5), of(4.9)]).toEqual([undefined, 'worsens', 'worsens', undefined]);
});
