import {
  advise,
  type Advice,
  type Context,
  laundryOf,
  type Question,
  type Rung,
  soapLost_gPerL,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const ask = (q: Question, context: Context = {}): Advice => {
  const a = advise(q, context, c);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};

describe('the water of the house', () => {
  const q: Question = { material: 'oiled-wood', finish: 'drying-oil', soil: 'fresh-grease', severity: 3 };
  const soap = (a: Advice) =>
    a.ladder.find((r) => r.product && c.products.get(r.product)!.contents.some((x) => x.substance.startsWith('soap')));
  test('soap does less in hard water, and says how much of it the lime takes', () => {
    const kit = ['wood-soap', 'cotton-cloth'];
    const [soft, hard] = [ask(q, { kit, water_mgL: 20 }), ask(q, { kit, water_mgL: 400 })];
    const [inSoft, inHard] = [soap(soft)!, soap(hard)!];
    const supply = (r: Rung): number => r.doses.find((d) => d.mechanism === 'surfactant')!.supply;
    expect(supply(inHard)).toBeLessThan(supply(inSoft));
    expect(inHard.minds.some((m) => /400 mg\/L of lime/.test(m.text))).toBe(true);
    // by hand: 400 mg/L as CaCO3 are 4.0 mmol of lime, and two of soap (306.5 g/mol) each: 2.45 g
    expect(soapLost_gPerL(400)).toBeCloseTo(2.45, 2);
  });
  test('what holds no soap does the same in any water', () => {
    const tile: Question = { material: 'glazed-tile', finish: 'gloss', soil: 'limescale' };
    const kit = ['white-vinegar', 'dish-detergent', 'cotton-cloth'];
    expect(ask(tile, { kit, water_mgL: 400 }).ladder).toEqual(ask(tile, { kit, water_mgL: 20 }).ladder);
  });
  test('harder water takes more into the drum', () => {
    const dose = (water_mgL: number): number => {
      const l = laundryOf({ material: 'cotton', finish: 'white', soil: 'fresh-grease' }, { water_mgL }, c);
      if (l?.may !== 'yes') throw new Error();
      return l.detergent.amount;
    };
    expect(dose(400)).toBeGreaterThan(dose(150));
    expect(dose(150)).toBeGreaterThan(dose(30));
  });
});

describe('strength and reach', () => {
  const q: Question = { material: 'porcelain-tile', finish: 'matt', soil: 'limescale', severity: 4 };
  test('little strength in the hands: what is rubbed hard comes at more harm, and takes half as long again', () => {
    let seen = 0;
    for (const material of ['concrete', 'porcelain-tile', 'coir', 'cement-grout'])
      for (const soil of ['mud', 'moss', 'algae', 'limescale', 'fresh-grease'].filter((x) => c.soils.has(x))) {
        const kit = ['scrub-brush', 'fibre-brush', 'grout-brush', 'dish-detergent'];
        const [strong, weak] = [false, true].map((weakHands) =>
          ask({ material, soil, severity: 5, weakHands }, { kit }),
        );
        for (const r of weak!.ladder) {
          const same = strong!.ladder.find(
            (x) => x.name === r.name && x.tool === r.tool && x.dwell_min === r.dwell_min,
          );
          if (!same || c.tools.get(r.tool)!.scrub < 0.5) continue;
          seen++;
          expect(r.harm).toBeGreaterThan(same.harm);
          expect(r.minutes).toBeGreaterThan(same.minutes);
          expect(r.harms.map((h) => h.name)).toContain('hard on the hands');
        }
      }
    expect(seen).toBeGreaterThan(0);
    // a motor does the rubbing
    const motor = ask({ ...q, weakHands: true }, { kit: ['powered-scrubber', 'white-vinegar'] });
    for (const r of motor.ladder) expect(r.harms.map((h) => h.name)).not.toContain('hard on the hands');
  });
  test('above one’s reach what has a long handle is the gentler one', () => {
    const high = ask({ material: 'matt-paint-wall', soil: 'cobweb', high: true });
    const names = high.ladder
      .filter((r) => c.tools.get(r.tool)!.reach === 'hand')
      .flatMap((r) => r.harms.map((h) => h.name));
    if (names.length) expect(names).toContain('above one’s reach');
    expect(c.tools.get(high.ladder[0]!.tool)!.reach).not.toBe('hand');
  });
  test('nothing noted changes nothing', () => expect(ask({ ...q, high: false, weakHands: false })).toEqual(ask(q)));
});
