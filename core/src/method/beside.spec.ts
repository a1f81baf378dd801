import { type Advice, advise, type Context, type Question, stepsWithHygiene } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const ask = (q: Question, c: Context = {}): Advice => {
  const a = advise(q, c, catalogue);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};
const tools = (a: Advice): string[] => a.ladder.map((r) => r.tool);
const words = (a: Advice): string => a.ladder.flatMap((r) => r.steps.map((s) => s.text)).join(' ');
const someFace = (id: string): Pick<Question, 'material' | 'finish'> => ({ material: id, finish: null });

describe('a danger of its own comes first', () => {
  test.each([
    ['petrol', 'cotton', /No flame, no spark/],
    ['rodent-droppings', 'painted-wood', /nothing moved before it is wet/],
    ['lead-paint-dust', 'painted-wood', /nothing swept, sanded or scraped dry/],
    ['superglue', 'cotton', /No cotton, wool, paper or tissue/],
    ['broken-glass', 'ceramic-tile', /nothing with a bare hand/],
    ['ash', 'ceramic-tile', /stone cold/],
    ['mould', 'ceramic-tile', /stop it first/],
  ])('%s on %s', (soil, material, want) => {
    const known = catalogue.materials.has(material) ? material : 'glass';
    const a = ask({ ...someFace(known), soil });
    expect(a.hazard?.text).toMatch(want);
    expect(catalogue.sources.has(a.hazard!.source)).toBe(true);
    for (const r of a.ladder) {
      expect([r.name, r.steps[0]!.kind]).toEqual([r.name, 'hazard']);
      expect(r.steps.some((s) => s.kind === 'dry-first')).toBe(false);
    }
  });
  test('every soil with a danger tells it and what is worn for it, on every rung, on every kind of surface', () => {
    let rungs = 0;
    for (const s of catalogue.soils.values()) {
      if (!s.hazard || s.damage) continue;
      for (const material of ['glass', 'cotton', 'painted-wood', 'stainless-steel']) {
        if (!catalogue.materials.has(material)) continue;
        for (const r of ask({ ...someFace(material), soil: s.id }).ladder) {
          rungs++;
          const worn = s.hazard.wear.every((w) => r.protection.some((p) => p.kind === w.kind));
          expect([s.id, r.name, r.steps[0]!.text, worn]).toEqual([s.id, r.name, s.hazard.text, true]);
        }
      }
    }
    expect(rungs).toBeGreaterThan(80);
  });
  test('what has to be wetted before it moves is nowhere worked dry, but with a vacuum that is not banned', () => {
    let asked = 0;
    for (const s of catalogue.soils.values())
      if (s.hazard?.wetFirst)
        for (const m of catalogue.materials.values()) {
          asked++;
          for (const r of ask({ material: m.id, soil: s.id }).ladder)
            if (r.product === null)
              expect([m.id, s.id, catalogue.tools.get(r.tool)!.mechanisms['suction']]).toEqual([
                m.id,
                s.id,
                expect.any(Number),
              ]);
        }
    expect(asked).toBeGreaterThan(300);
  }, 120000);
});

describe('what a tool never goes on', () => {
  const never = (tool: string, q: Question): string | undefined => {
    const a = ask(q);
    expect(tools(a)).not.toContain(tool);
    return a.considered[tool]?.refusal;
  };
  test('fine dust and an ordinary vacuum', () => {
    const vacuums = [...catalogue.tools.values()].filter(
      (t) => t.mechanisms['suction'] && !t.fineFilter && t.role !== 'equipment',
    );
    expect(vacuums.length).toBeGreaterThan(0);
    for (const t of vacuums) never(t.id, { material: 'painted-wood', soil: 'lead-paint-dust' });
  });
  test('superglue while it is fresh: nothing of cotton, wool or paper, and nothing wet', () => {
    for (const m of ['cotton', 'glass', 'stainless-steel']) {
      if (!catalogue.materials.has(m)) continue;
      const a = ask({ material: m, soil: 'superglue', age: 'fresh' });
      for (const r of a.ladder) {
        expect(catalogue.tools.get(r.tool)!.name).not.toMatch(/cotton|wool|paper|tissue|towel|terry/i);
        expect([m, r.name, r.wetness]).toEqual([m, r.name, 'dry']);
      }
    }
  });
  test('fragile faces: a soft brush, a puff of air, or nothing', () => {
    let faces = 0;
    for (const m of catalogue.materials.values()) {
      if (m.scrub !== 'none') continue;
      faces++;
      for (const soil of ['dust', 'fingerprints', 'grease', 'limescale']) {
        if (!catalogue.soils.has(soil)) continue;
        for (const r of ask({ material: m.id, soil, severity: 2 }).ladder) {
          const t = catalogue.tools.get(r.tool)!;
          expect([m.id, soil, t.id, t.gentlest, r.wetness]).toEqual([m.id, soil, t.id, true, 'dry']);
        }
      }
    }
    expect(faces).toBeGreaterThanOrEqual(4);
  });
  test('a string mop is wet, and wood bears damp', () => {
    const wood = [...catalogue.materials.values()].find((m) => m.family === 'wood' && m.floor && m.wetness === 'damp')!;
    // its record says so, and wet against damp would as well
    expect(never('string-mop', { material: wood.id, soil: 'dust', zone: 'floor' })).toBe('never-on');
  });
});

describe('hygiene beside looks', () => {
  test.each(['meat-juice', 'vomit', 'faeces', 'rodent-droppings', 'bird-droppings'])(
    '%s: disinfected with what the surface bears and a time, or why not',
    (soil) => {
      for (const m of catalogue.materials.values()) {
        const a = ask({ material: m.id, soil, severity: 3 });
        const h = a.hygiene!;
        expect([m.id, h.asks]).toEqual([m.id, 'disinfect']);
        if (!h.disinfect) {
          expect([m.id, h.why!.text.length > 20, catalogue.sources.has(h.why!.source)]).toEqual([m.id, true, true]);
          continue;
        }
        expect([m.id, h.disinfect.contact_min > 0, h.disinfect.keepWet.length > 10]).toEqual([m.id, true, true]);
        expect(h.disinfect.steps.map((s) => s.kind)).toEqual(
          soil.endsWith('droppings')
            ? ['disinfect-first', 'disinfect-lift', 'disinfect-clean', 'hands']
            : ['disinfect-rinse', 'disinfect', 'disinfect-after', 'hands'],
        );
      }
    },
  );
  test('somebody is ill: any mark on what hands touch is disinfected', () => {
    const q: Question = { material: 'stainless-steel', soil: 'fingerprints', touched: true };
    expect(ask(q).hygiene?.asks).toBe('wash');
    expect(ask(q, { profile: { people: ['ill'] } }).hygiene?.asks).toBe('disinfect');
  });
  test('food, toilet and touched: what does not wash never suffices', () => {
    for (const q of [{ food: true }, { touched: true }, { zone: 'toilet' }]) {
      const a = ask({ material: 'stainless-steel', soil: 'fingerprints', severity: 1, ...q });
      for (const r of a.ladder)
        if (!r.washes) expect([r.name, r.effect <= 0.5, r.rung === a.recommended]).toEqual([r.name, true, false]);
      expect(a.ladder.find((r) => r.rung === a.recommended)?.washes).toBe(true);
    }
  });
  test('mould: cleaned and kept dry, a biocide only by the person’s own label', () => {
    const a = ask({ material: 'glass', soil: 'mould', severity: 3 });
    expect(a.hygiene?.asks).toBe('dry');
    expect(a.considered['chlorine-bleach']).toMatchObject({ status: 'refused', refusal: 'biocide' });
    expect(a.ladder.every((r) => !r.product || catalogue.products.get(r.product)!.disinfects === 'no')).toBe(true);
  });
});

describe('steps fit the surface and the soil', () => {
  const faces = [...catalogue.materials.values()];
  const kinds = (area: 'mattress' | 'rug'): string[] =>
    faces.filter((m) => new RegExp(area, 'i').test(`${m.id} ${m.name} ${m.synonyms.join(' ')}`)).map((m) => m.id);
  test('no rinsing till it is no longer slippery on what drinks and cannot be rinsed', () => {
    expect(kinds('mattress').length).toBeGreaterThan(0);
    for (const material of kinds('mattress'))
      for (const soil of ['urine', 'blood', 'coffee'])
        if (catalogue.soils.has(soil)) expect(words(ask({ material, soil }))).not.toMatch(/slippery/i);
  });
  test('a rug is not worked from the top down', () => {
    expect(kinds('rug').length).toBeGreaterThan(0);
    for (const material of kinds('rug'))
      expect(words(ask({ material, soil: 'dust' }))).not.toMatch(/from the top down/i);
  });
  test('where rubbing makes it worse no step rubs', () => {
    let seen = 0;
    for (const s of catalogue.soils.values()) {
      if (s.damage || !s.sets.some((x) => x.mechanism === 'rubbing' && x.kind === 'ban' && !x.when)) continue;
      for (const material of ['cotton', 'glass']) {
        if (!catalogue.materials.has(material)) continue;
        for (const r of ask({ material, soil: s.id }).ladder) {
          seen++;
          expect([
            s.id,
            r.name,
            r.steps
              .filter((x) => /^work-(hard|soft)$/.test(x.kind) && /small circles|scrub|rub it/i.test(x.text))
              .map((x) => x.text),
          ]).toEqual([s.id, r.name, []]);
        }
      }
    }
    expect(seen).toBeGreaterThan(50);
  });
  test('a poultice is mixed, spread, covered, dried, lifted', () => {
    const stains = [...catalogue.soils.values()].filter((s) => (s.lifts['poultice'] ?? 0) > 0.4 && !s.damage);
    const rungs = stains.flatMap((s) =>
      ['marble', 'granite', 'limestone', 'concrete']
        .filter((m) => catalogue.materials.has(m))
        .flatMap((material) => ask({ material, soil: s.id, severity: 4, age: 'set' }).ladder)
        .filter((r) => r.apply === 'poultice'),
    );
    expect(rungs.length).toBeGreaterThan(5);
    for (const r of rungs) {
      const kinds = r.steps.map((s) => s.kind).filter((k) => k.startsWith('poultice'));
      expect([r.name, kinds.length]).toEqual([r.name, 5]);
      expect(r.steps.map((s) => s.text).join(' ')).toMatch(/Stir.*[Ss]pread.*[Cc]over.*(dry|dries).*[Ll]ift/);
    }
  });
  test('what disinfects comes after the look and before what is left out, each step once', () => {
    const a = ask({ material: 'polypropylene', soil: 'meat-juice', food: true });
    const kinds = stepsWithHygiene(a.ladder[a.recommended! - 1]!, a).map((s) => s.kind);
    expect(new Set(kinds).size).toBe(kinds.length);
    const at = (k: string): number => kinds.indexOf(k);
    expect([at('inspect') < at('disinfect'), at('disinfect') < at('hands'), at('hands') < at('scope')]).toEqual([
      true,
      true,
      true,
    ]);
  });
});

describe('what the house has comes first', () => {
  const q = { material: 'glazed-tile', finish: 'gloss', soil: 'limescale', severity: 3 };
  const ladder = (context: Context) => {
    const a = advise(q, context, catalogue);
    if (!a.ok) throw new Error();
    return a.value;
  };
  test('of things that do as well the owned one stands on the rung, the other beside it; where one starts is the same', () => {
    const plain = ladder({});
    let changed = 0;
    for (const [i, r] of plain.ladder.entries())
      for (const o of r.or) {
        const mine = ladder({ owned: [o.product, r.tool] });
        expect([o.product, mine.ladder.length, mine.recommended]).toEqual([
          o.product,
          plain.ladder.length,
          plain.recommended,
        ]);
        const now = mine.ladder[i]!;
        if (now.product !== o.product) continue;
        changed++;
        expect(now.or.map((x) => x.product)).toContain(r.product);
        expect(now.effect).toBeGreaterThanOrEqual(r.effect - 0.1);
      }
    expect(changed).toBeGreaterThan(1);
  });
  test('gentlest first all the same, and nothing that a limit refuses comes in by it', () => {
    const all = [...catalogue.products.keys(), ...catalogue.tools.keys()];
    for (let i = 0; i < 40; i++) {
      const owned = all.filter((_, k) => (k * 7 + i * 13) % 5 === 0);
      const a = ask({ ...q, soil: ['limescale', 'soap-scum', 'fresh-grease', 'rust'][i % 4]! }, { owned });
      const first = a.ladder.find((r) => r.rung === a.recommended);
      if (first) expect([i, first.effect >= 0.7]).toEqual([i, true]);
      const harms = a.ladder.map((r) => r.harm);
      expect(harms).toEqual([...harms].sort((x, y) => x - y));
      const refused = new Set(a.refused.map((r) => r.product ?? r.tool));
      for (const r of a.ladder) expect([refused.has(r.product!), refused.has(r.tool)]).toEqual([false, false]);
    }
  });
});
