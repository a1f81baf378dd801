import { advise, type Advice, candidatesOf, type Context, type Question } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const ask = (q: Question, context: Context = {}): Advice => {
  const a = advise(q, context, c);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};
const follows = (a: Advice): string[] => a.ladder.flatMap((r) => r.follow?.with.map((x) => x.tool) ?? []);

describe('two tools in one way', () => {
  test('a roller on cloth is followed by the vacuum cleaner, as a step of its own', () => {
    const r = ask({ material: 'upholstery', soil: 'pet-hair' }).ladder.find((x) => x.tool === 'lint-roller')!;
    expect(r.follow?.with.map((x) => x.tool)).toEqual(['vacuum-upholstery']);
    expect(r.steps.find((s) => s.kind === 'follow')?.text).toMatch(/then vacuum/i);
  });
  test('glass washed wet is drawn off with the squeegee, which by itself is no cleaner, and then not dried again', () => {
    const a = ask({ material: 'glass', soil: 'weather-grime', severity: 4 });
    const r = a.ladder.find((x) => x.follow?.with[0]?.tool === 'squeegee')!;
    expect(a.considered['squeegee']!.refusal).toBe('equipment');
    expect(r.steps.some((s) => s.kind === 'follow')).toBe(true);
    expect(r.steps.some((s) => s.kind === 'dry-off')).toBe(false);
  });
  test('with a kit it follows only where it is in it, and the surface is dried by hand instead', () => {
    const kit = ['dish-detergent', 'microfibre-cloth'];
    const q = { material: 'glass', soil: 'weather-grime', severity: 4 };
    expect(follows(ask(q, { kit }))).toEqual([]);
    expect(
      ask(q, { kit })
        .ladder.at(-1)!
        .steps.some((s) => s.kind === 'dry-off'),
    ).toBe(true);
    expect(follows(ask(q, { kit: [...kit, 'squeegee', 'microfibre-glass-cloth'] }))).toContain('squeegee');
  });
  test('nothing follows where the surface or the mark does not bear it', () => {
    const faces = candidatesOf('material', c).map(({ id }) => id.split('/'));
    for (const [material = '', finish = null] of faces.filter((_, i) => i % 7 === 0))
      for (const soil of ['dust', 'pet-hair', 'limescale', 'ash', 'lead-paint-dust', 'rodent-droppings', 'mud'])
        for (const r of ask({ material, finish, soil }).ladder)
          for (const f of r.follow?.with ?? []) {
            const said = ask({ material, finish, soil }).considered[f.tool]!;
            // refused by itself only for what a follower need not do
            if (said.status === 'refused')
              expect([material, soil, f.tool, said.refusal]).toEqual([
                material,
                soil,
                f.tool,
                expect.stringMatching(/^(equipment|tool-soil|no-body)$/),
              ]);
          }
  });
  test('what is wet or foul never goes into a vacuum cleaner', () => {
    for (const soil of ['faeces', 'vomit', 'egg', 'drain-slime', 'mould'])
      for (const severity of [3, 5])
        expect([
          soil,
          follows(ask({ material: 'porcelain-tile', soil, severity })).filter((t) => /vacuum/.test(t)),
        ]).toEqual([soil, []]);
  });
  test('every pair of the catalogue stands somewhere', () => {
    const seen = new Set<string>();
    const byText = new Map([...c.followers.values()].map((f) => [f.text, f.id]));
    const kits = [
      ['dish-detergent', 'applicator-sleeve', 'squeegee'],
      ['dish-detergent', 'flat-mop', 'flat-mop-pad'],
    ];
    const questions: Question[] = [
      { material: 'upholstery', soil: 'pet-hair' },
      { material: 'gilded-frame', soil: 'dust' },
      { material: 'varnished-wood', soil: 'dust' },
      { material: 'glazed-tile', finish: 'gloss', soil: 'limescale' },
      { material: 'glass', soil: 'weather-grime', severity: 4 },
      { material: 'wood-floor', finish: 'lacquered', soil: 'mud' },
      { material: 'porcelain-tile', soil: 'dust', zone: 'floor' },
      { material: 'porcelain-tile', soil: 'candle-wax', severity: 5 },
      { material: 'upholstery', finish: 'water', soil: 'mud' },
      { material: 'coir', soil: 'self-tan' },
      { material: 'matt-paint-wall', soil: 'starch-food' },
      { material: 'coated-glass', soil: 'sand' },
      { material: 'wood-floor', finish: 'oiled', soil: 'ink-fountain' },
    ];
    for (const kit of [undefined, ...kits])
      for (const q of questions)
        for (const r of ask(q, kit ? { kit } : {}).ladder) if (r.follow) seen.add(byText.get(r.follow.text)!);
    expect([...c.followers.keys()].filter((id) => !seen.has(id))).toEqual([]);
  });
});
