import { advise, type ProductUse, type Profile, useOfProduct } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const use = (id: string): ProductUse => useOfProduct(id, { habits: [] }, c)!;
const names = (list: readonly { name: string }[]): string[] => list.map((x) => x.name);
const faces = (list: readonly { surfaces: { id: string }[] }[]): string[] =>
  list.flatMap((x) => x.surfaces.map((f) => f.id));

describe('one product, the other way round', () => {
  test('vinegar: lime and rust are its own, dust is not; marble is harmed, glass is not; blood is made worse', () => {
    const u = use('white-vinegar');
    expect(u.never).toBeNull();
    expect(names(u.remedyOf)).toEqual(expect.arrayContaining(['limescale', 'toilet ring']));
    expect(names(u.also)).toContain('chalk');
    expect(names(u.remedyOf)).not.toContain('chalk');
    expect(faces(u.on)).toEqual(expect.arrayContaining(['glass', 'glazed-tile/gloss']));
    expect(faces(u.harms)).toEqual(expect.arrayContaining(['marble', 'marble/polished', 'cement-grout']));
    expect(u.harms.find((h) => faces([h]).includes('marble'))!.because).toMatch(/dissolves in acid/);
    expect(names(u.worsens)).toContain('blood');
    expect(names(u.like)).toEqual(expect.arrayContaining(['citric acid', 'lemon juice']));
  });
  test('most first, each between what is worth naming and all; no surface on both sides', () => {
    for (const p of c.products.values()) {
      const u = use(p.id);
      for (const list of [u.remedyOf, u.also]) {
        const effects = list.map((s) => s.effect);
        expect(effects).toEqual([...effects].sort((a, b) => b - a));
        for (const e of effects) expect(e >= 0.3 && e <= 1).toBe(true);
      }
      const harmed = new Set(faces(u.harms));
      expect(faces(u.on).filter((f) => harmed.has(f))).toEqual([]);
      const shifts = new Set([...u.remedyOf, ...u.also].map((s) => s.soil));
      expect(u.worsens.filter((w) => shifts.has(w.soil))).toEqual([]);
    }
  });
  test('what it says it harms no ladder puts there', () => {
    for (const id of ['white-vinegar', 'chlorine-bleach', 'acetone', 'oven-cleaner-caustic', 'isopropanol-70'])
      for (const face of faces(use(id).harms).filter((_, n) => n % 9 === 0)) {
        const [material, finish = null] = face.split('/') as [string, string?];
        for (const soil of ['limescale', 'permanent-marker', 'baked-grease', 'mildew']) {
          const a = advise({ material, finish, soil, severity: 4 }, {}, c);
          if (!a.ok) throw new Error(a.problems[0]!.message);
          expect([face, a.value.ladder.some((r) => r.product === id)]).toEqual([face, false]);
        }
      }
  });
  test('who lives here and what they chose counts, as on a ladder', () => {
    const here = (id: string, profile: Profile) => useOfProduct(id, { profile, habits: [] }, c)!.notHere;
    expect(here('chlorine-bleach', { noChlorine: true })).toMatch(/chlorine/i);
    expect(here('oven-cleaner-caustic', { people: ['asthma'] })).toMatch(/asthma/);
    expect(here('acetone', { stance: 'pantry' })).toMatch(/./);
    expect(here('white-vinegar', {})).toBeNull();
    const profile: Profile = { people: ['asthma', 'toddler'], pets: ['bird'], noChlorine: true };
    const a = advise({ material: 'glass', soil: 'limescale', severity: 3 }, { profile }, c);
    if (!a.ok) throw new Error(a.problems[0]!.message);
    const offered = a.value.ladder.flatMap((r) => [r.product, ...r.or.map((o) => o.product)]);
    expect(offered.length).toBeGreaterThan(3);
    for (const id of offered) if (id) expect([id, here(id, profile)]).toEqual([id, null]);
  });
  test('for a machine, never advised, not there', () => {
    expect(use('dishwasher-tablet').never).toMatch(/another use/);
    expect(use('caustic-soda').never).toMatch(/./);
    expect(useOfProduct('nothing-such', { habits: [] }, c)).toBeNull();
  });
  test('for one kind of soil only: others are neither shifted nor made worse by it', () => {
    const u = use('brass-polish');
    const natures = new Set([...u.remedyOf, ...u.also].map((s) => s.nature));
    expect([...natures]).toEqual(['metal-corrosion']);
    expect(u.worsens.every((w) => c.soils.get(w.soil)!.nature === 'metal-corrosion')).toBe(true);
    expect(faces(u.on)).toEqual(expect.arrayContaining(['brass/bare', 'copper/bare']));
    expect(u.on.find((o) => faces([o]).includes('brass/bare'))!.minutes).toBe(5);
  });
});
