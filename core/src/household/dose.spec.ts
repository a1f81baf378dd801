import { catalogue } from '../../checks/catalogue-for-tests';
import { advise, doseWords, type Rung } from '../method';
import { doseOf, inKitchenMeasures } from './dose';

const ladder = (material: string, finish: string | null, soil: string): Rung[] => {
  const r = advise({ material, finish, soil, severity: 4, area_m2: 1 }, {}, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value.ladder;
};
const all = [
  ...ladder('acrylic', 'bath', 'limescale'),
  ...ladder('stainless-steel', 'brushed', 'fresh-grease'),
  ...ladder('vinyl-floor', null, 'mud'),
];
const thinned = all.filter((r) => r.dose);

test('what is thinned has one dose, in kitchen measures, as strong as it says', () => {
  expect(thinned.length).toBeGreaterThan(3);
  for (const r of thinned) {
    const d = doseOf(r, catalogue)!;
    expect(d.text).toMatch(/(spoon|cup|drop|mL|squirt|cap).* in 500 mL of (cool|hand-warm) water$/);
    // rounded to a spoon it is never more than a quarter off what the rung counts on
    expect(d.percent / r.strength!.percent).toBeGreaterThan(0.75);
    expect(d.percent / r.strength!.percent).toBeLessThan(1.25);
  }
});
test('steps say the same dose as the card, and only once', () => {
  for (const r of thinned) {
    const d = doseOf(r, catalogue)!;
    const said = inKitchenMeasures(r.steps, r, catalogue).map((s) => s.text);
    expect(said.filter((t) => t.includes(`${d.text} (${d.percent} %)`))).toHaveLength(1);
    expect(said.some((t) => t.includes(doseWords(r)))).toBe(false);
  }
});
test('what is not thinned is left as it is', () => {
  const neat = all.filter((r) => !r.dose);
  expect(neat.length).toBeGreaterThan(0);
  for (const r of neat) {
    expect(doseOf(r, catalogue)).toBeNull();
    expect(inKitchenMeasures(r.steps, r, catalogue)).toEqual(r.steps);
  }
});
