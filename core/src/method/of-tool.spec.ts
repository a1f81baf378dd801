import { advise, faceById, startsOn, type ToolUse, useOfMark, useOfSurface, useOfTool } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const use = (id: string): ToolUse => useOfTool(id, { habits: [] }, c)!;
const marks = (list: readonly { soil: string }[]): string[] => list.map((x) => x.soil);
const faces = (list: readonly { surfaces: { id: string }[] }[]): string[] =>
  list.flatMap((x) => x.surfaces.map((f) => f.id));

describe('one tool, the other way round', () => {
  test('a roller: hair, on cloth; not on what its glue pulls at', () => {
    const u = use('lint-roller');
    expect(marks(u.dry)).toEqual(expect.arrayContaining(['pet-hair', 'lint']));
    expect(u.wet).toEqual([]);
    expect(faces(u.on)).toContain('upholstery');
    expect(u.then.flatMap((t) => t.with.map((x) => x.id))).toContain('vacuum-upholstery');
  });
  test('a green pad: never on marble, glass or acrylic', () =>
    expect(faces(use('green-pad').harms)).toEqual(
      expect.arrayContaining(['marble', 'glass', 'acrylic', 'acrylic/bath']),
    ));
  test('a squeegee cleans nothing by itself, and says what it follows', () => {
    const u = use('squeegee');
    expect(u.never).toMatch(/does not clean by itself/);
    expect([u.dry, u.wet]).toEqual([[], []]);
    expect(u.after.map((x) => x.id)).toContain('applicator-sleeve');
  });
  test('no surface on both sides; most first; and where it is named as good, a ladder does not refuse it everywhere', () => {
    for (const t of c.tools.values()) {
      const u = use(t.id);
      const harmed = new Set(faces(u.harms));
      expect([t.id, faces(u.on).filter((f) => harmed.has(f))]).toEqual([t.id, []]);
      for (const list of [u.dry, u.wet]) {
        const effects = list.map((s) => s.effect);
        expect(effects).toEqual([...effects].sort((a, b) => b - a));
      }
    }
    expect(useOfTool('nothing-such', { habits: [] }, c)).toBeNull();
  });
  test('what it harms no ladder works with it', () => {
    for (const t of ['green-pad', 'steel-wool-0000', 'steam-cleaner', 'razor-scraper', 'lint-roller'])
      for (const face of faces(use(t).harms).filter((_, i) => i % 9 === 0)) {
        const [material = '', finish = null] = face.split('/');
        for (const soil of ['limescale', 'baked-grease', 'pet-hair', 'candle-wax']) {
          const a = advise({ material, finish, soil, severity: 4 }, {}, c);
          if (a.ok)
            expect([t, face, a.value.ladder.map((r) => r.tool)]).not.toEqual([t, face, expect.arrayContaining([t])]);
        }
      }
  });
});

describe('one surface, the other way round', () => {
  test('marble: acid dissolves it, by name of what people reach for; a soft cloth may', () => {
    const u = useOfSurface('marble/polished', { habits: [] }, c)!;
    const acid = u.harmedBy.find((h) => /dissolves in acid/.test(h.because))!;
    expect(acid.things.map((x) => x.id)).toEqual(expect.arrayContaining(['white-vinegar', 'lemon-juice']));
    expect(u.limits.find((l) => l.name === 'pH')!.says).toMatch(/acid dissolves it/);
    expect(u.bears.flatMap((b) => b.things.map((x) => x.id))).toContain('dish-detergent');
    expect(u.roughTools.flatMap((h) => h.things.map((x) => x.id))).toContain('green-pad');
  });
  test('nothing is on both sides, the worst reason first, and the page of a product says the same', () => {
    for (const id of ['marble', 'wool', 'glass', 'stainless-steel/brushed', 'oiled-wood', 'acrylic/bath', 'carpet']) {
      const u = useOfSurface(id, { habits: [] }, c)!;
      const harmed = new Set(u.harmedBy.flatMap((h) => h.things.map((x) => x.id)));
      for (const b of u.bears)
        for (const x of b.things) expect([id, x.id, harmed.has(x.id)]).toEqual([id, x.id, false]);
      expect([id, faceById(id, c)!.name.length > 0, u.limits.length > 6]).toEqual([id, true, true]);
    }
    expect(useOfSurface('nowhere', { habits: [] }, c)).toBeNull();
  });
});

describe('one mark, the other way round', () => {
  test('limescale: acids first and named as what a ladder ends with; soap makes it worse nowhere, bleach neither', () => {
    const u = useOfMark('limescale', c)!;
    expect(u.remedies[0]!.mechanism).toBe('acid');
    expect(u.remedies[0]!.remedy).toBe(true);
    expect(u.remedies[0]!.products.map((p) => p.id)).toContain('white-vinegar');
  });
  test('blood: warmth and acid set it; the first thing is cold water', () => {
    const u = useOfMark('blood', c)!;
    expect(u.worse.map((w) => w.because).join(' ')).toMatch(/warm|heat/i);
    expect(u.firstAid.text).toMatch(/cold/i);
  });
  test('no product is named as lifting a mark that it makes worse: no soap on wine', () => {
    const wine = useOfMark('red-wine', c)!;
    const named = wine.remedies.flatMap((r) => r.products.map((p) => p.id));
    expect(named).toContain('dish-detergent');
    for (const soap of ['bar-soap', 'castile-soap', 'wood-soap'])
      expect([soap, named.includes(soap)]).toEqual([soap, false]);
  });
  test('where one starts is what the ladder recommends', () => {
    const [start] = startsOn('limescale', ['glazed-tile/gloss'], {}, c);
    const a = advise({ material: 'glazed-tile', finish: 'gloss', soil: 'limescale', severity: 3 }, {}, c);
    if (!a.ok) throw new Error();
    expect(start!.rung).toBe(a.value.ladder.find((r) => r.rung === a.value.recommended)!.name);
    expect(start!.suffices).toBe(true);
    expect(startsOn('limescale', ['nowhere'], {}, c)).toEqual([]);
  });
  test('each mark has its page; several in one name their parts', () => {
    for (const id of c.soils.keys()) expect(useOfMark(id, c)!.firstAid.text.length).toBeGreaterThan(3);
    expect(useOfMark('soap-scum', c)!.parts.map((p) => p.id)).toEqual(['fresh-grease', 'limescale']);
    expect(useOfMark('nothing-such', c)).toBeNull();
  });
});
