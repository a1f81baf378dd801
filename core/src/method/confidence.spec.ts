import { advise, type Catalogue, confidenceOf, finishesMatter, finishQuestion } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const q = { material: 'glazed-tile', finish: 'gloss', soil: 'fresh-grease', severity: 3 };

describe('how sure the ladder is of where it starts', () => {
  test('the same question has the same answer, and another seed nearly the same', () => {
    const a = confidenceOf(q, {}, c, { shakes: 30 })!;
    expect(confidenceOf(q, {}, c, { shakes: 30 })).toEqual(a);
    const b = confidenceOf(q, {}, c, { shakes: 30, seed: 7 })!;
    expect(Math.abs(a.stays - b.stays)).toBeLessThan(0.35);
    expect(a.of).toBe(30);
    expect(a.stays + a.instead.reduce((s, x) => s + x.share, 0)).toBeCloseTo(1, 9);
  });
  test('the effect lies within its own spread, which is no wider than the figures are shaken', () => {
    const rung = advise(q, {}, c);
    if (!rung.ok) throw new Error();
    const first = rung.value.ladder.find((r) => r.rung === rung.value.recommended)!;
    const { effect } = confidenceOf(q, {}, c, { shakes: 60 })!;
    expect(effect.low).toBeLessThan(effect.high);
    expect(effect.low).toBeLessThanOrEqual(first.effect);
    expect(effect.high).toBeGreaterThanOrEqual(first.effect - 0.02);
  });
  test('figures that are published are shaken less than those from memory', () => {
    const of = (basis: string): number => {
      const soils = new Map([...c.soils].map(([id, s]) => [id, { ...s, basis: { default: basis } }]));
      const tools = new Map([...c.tools].map(([id, t]) => [id, { ...t, basis: { default: basis } }]));
      const { effect } = confidenceOf(q, {}, { ...c, soils, tools } as Catalogue, { shakes: 40 })!;
      return effect.high - effect.low;
    };
    expect(of('sinner-1959')).toBeLessThan(of('from-memory'));
  });
  test('it tells each shake, and has nothing to say where nothing suffices', () => {
    const heard: number[] = [];
    confidenceOf(q, {}, c, { shakes: 5, progress: (n) => heard.push(n) });
    expect(heard).toEqual([1, 2, 3, 4, 5]);
    expect(confidenceOf({ material: 'marble', soil: 'etch-mark' }, {}, c)).toBeNull();
    expect(confidenceOf({ material: 'nowhere', soil: 'dust' }, {}, c)).toBeNull();
  });
});

describe('the one question that changes the ladder most', () => {
  const asked = (material: string, soil: string) =>
    finishQuestion(material, finishesMatter({ material, soil, severity: 3 }, {}, c), c);
  test('a cover is told by the letter on its label', () => {
    const f = asked('upholstery', 'fresh-grease')!;
    expect(f.clue.name).toMatch(/letter/);
    for (const a of f.answers) expect(a.finishes.length).toBeGreaterThan(0);
    expect(new Set(f.answers.map((a) => a.finishes[0]!.rung?.name)).size).toBeGreaterThan(1);
  });
  test('cotton by its colour, where the colour decides', () => {
    const f = asked('cotton', 'red-wine');
    if (f) expect(f.clue.name).toMatch(/white/i);
    expect(finishQuestion('cotton', [], c)).toBeNull();
  });
  test('it leaves fewer rungs than were open, whatever is answered', () => {
    let some = 0;
    for (const m of c.materials.values()) {
      if (m.unknown || m.finishes.length < 2) continue;
      for (const soil of ['fresh-grease', 'limescale', 'coffee']) {
        const depends = finishesMatter({ material: m.id, soil, severity: 3 }, {}, c);
        const f = finishQuestion(m.id, depends, c);
        if (!f) continue;
        some++;
        const open = new Set(depends.map((d) => d.rung?.name ?? '')).size;
        const left = f.answers.map((a) => new Set(a.finishes.map((d) => d.rung?.name ?? '')).size);
        expect([m.id, soil, Math.min(...left) < open]).toEqual([m.id, soil, true]);
      }
    }
    expect(some).toBeGreaterThan(10);
  });
});
