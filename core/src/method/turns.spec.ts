import { advise, inTurns } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const turns = (material: string, soil: string, finish: string | null = null) =>
  inTurns({ material, finish, soil, severity: 3 }, {}, c)!;

describe('a mark that is several in one', () => {
  test('soap scum: the grease of the soap first, then the scale with an acid, rinsed between', () => {
    const [first, second] = turns('glazed-tile', 'soap-scum', 'gloss');
    expect([first!.name, second!.name]).toEqual(['grease', 'limescale']);
    expect(c.products.get(second!.rung!.product!)!.mechanisms['acid']).toBeGreaterThan(0);
    expect(second!.between?.text).toMatch(/^Rinse the/);
  });
  test('protein before fat on cloth, and cool', () => {
    const [first, second] = turns('cotton', 'mayonnaise', 'white');
    expect([first!.name, second!.name]).toEqual(['egg', 'grease']);
    expect(first!.rung!.temperature_C).toBeLessThan(30);
  });
  test('what the whole forbids no turn does: no warmth on vomit', () => {
    for (const t of turns('cotton', 'vomit', 'dyed'))
      for (const r of t.advice.ladder) expect([t.name, r.name, r.apply]).not.toContain('steam');
    const banned = c.soils.get('vomit')!.sets.filter((s) => s.kind === 'ban' && !s.when);
    expect(banned.map((s) => s.mechanism)).toContain('heat');
    for (const t of turns('glazed-tile', 'vomit', 'gloss'))
      for (const r of t.advice.ladder)
        for (const { mechanism } of banned)
          expect([t.name, r.name, c.tools.get(r.tool)!.mechanisms[mechanism] ?? 0]).toEqual([t.name, r.name, 0]);
  });
  test('what would make the whole worse is in no turn, of any such mark', () => {
    let asked = 0;
    let barred = 0;
    for (const soil of c.soils.values()) {
      if (!soil.parts) continue;
      for (const [material, finish] of [
        ['cotton', 'white'],
        ['glazed-tile', 'gloss'],
        ['wool', 'undyed'],
      ] as const) {
        const whole = advise({ material, finish, soil: soil.id, severity: 3 }, {}, c);
        if (!whole.ok) throw new Error();
        const worse = new Set(whole.value.refused.flatMap((r) => (r.kind === 'worsens' ? [r.product ?? r.tool] : [])));
        barred += worse.size;
        // not only on no rung: out altogether, also where nothing would have taken it
        for (const t of turns(material, soil.id, finish))
          for (const id of worse) {
            asked++;
            expect([soil.id, t.name, id, t.advice.considered[id!]!.status]).toEqual([soil.id, t.name, id, 'refused']);
          }
      }
    }
    expect(asked).toBeGreaterThan(50);
    expect(barred).toBeGreaterThan(20);
  });
  test('what is one thing has no turns, and parts are marks of their own, none of them several again', () => {
    expect(inTurns({ material: 'glass', soil: 'fingerprints' }, {}, c)).toBeNull();
    expect(inTurns({ material: 'nowhere', soil: 'vomit' }, {}, c)).toBeNull();
    for (const s of c.soils.values())
      for (const p of s.parts ?? []) expect([s.id, p, c.soils.get(p)?.parts]).toEqual([s.id, p, undefined]);
  });
});
