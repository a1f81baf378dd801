import {
  careOf,
  type CareLabel,
  careWords,
  type Laundry,
  laundryOf,
  type Profile,
  type Question,
  runOfWash,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const wash = (face: string, soil: string, profile: Profile = {}, severity = 3): Laundry | null => {
  const [material, finish] = face.split('/') as [string, string?];
  return laundryOf({ material, finish: finish ?? null, soil, severity }, { profile }, c);
};
const yes = (...a: Parameters<typeof wash>) => {
  const l = wash(...a);
  if (l?.may !== 'yes') throw new Error(`${a.join(' ')} is not washed`);
  return l;
};
const FACES = [...c.materials.values()].flatMap((m) =>
  m.finishes.length ? m.finishes.map((f) => `${m.id}/${f.id}`) : [m.id],
);

// common practice, and ISO 3758 for the words
test.each([
  ['cotton/white', 'dust', 40, 'normal', 'tumble'],
  ['cotton/white', 'fresh-grease', 60, 'normal', 'tumble'],
  ['cotton/dyed', 'fresh-grease', 40, 'normal', 'tumble'],
  ['cotton/white', 'blood', 30, 'normal', 'tumble'],
  ['cotton/white', 'mud', 30, 'normal', 'tumble'],
  ['wool/dyed', 'red-wine', 30, 'very mild', 'flat'],
  ['viscose', 'chocolate', 30, 'mild', 'flat'],
  ['microfibre-textile', 'fresh-grease', 60, 'normal', 'tumble low'],
] as const)('%s with %s: %i °C, %s, dry %s', (face, soil, C, process, dry) =>
  expect(yes(face, soil)).toMatchObject({ temperature_C: C, process, dry }),
);
test('wool and its like get no enzyme that digests them, white cotton gets oxygen', () => {
  const parts = (face: string) => c.products.get(yes(face, 'chocolate').detergent.product)!.mechanisms;
  expect(parts('wool/undyed')['protease']).toBeUndefined();
  expect(parts('cotton/white')['oxidiser_peroxide']).toBeGreaterThan(0);
});
test('what no machine washes has no answer: silk, leather, carpets, tiles, and damage', () => {
  for (const face of ['silk/dyed', 'leather/aniline', 'carpet', 'glazed-tile/gloss', 'upholstery/water'])
    expect([face, wash(face, 'coffee')]).toEqual([face, null]);
  expect(wash('linen/white', 'scorch')).toBeNull();
});
test('never petrol, drying oil, glass or lead, whatever the cloth, with the reason', () => {
  for (const soil of ['petrol', 'linseed-oil', 'broken-glass', 'lead-paint-dust'])
    for (const face of FACES) {
      const l = wash(face, soil);
      if (l)
        expect([face, l]).toEqual([
          face,
          { may: 'no', because: [expect.objectContaining({ text: expect.any(String) })] },
        ]);
    }
  expect(wash('cotton/white', 'petrol')).toMatchObject({
    because: [{ text: expect.stringContaining('catches fire') }],
  });
});
test('germs: rinsed cold, by itself, not shaken, as hot as the cloth takes', () => {
  const l = yes('cotton/white', 'vomit');
  expect(l.temperature_C).toBe(60);
  expect(l.steps.map((s) => s.text).join(' ')).toMatch(/Rinse the mark.*By itself, not shaken/);
});
test('over every washable cloth and mark: within what the cloth takes, label first, looked at before it dries, sources there', () => {
  let n = 0;
  for (const face of FACES)
    for (const soil of c.soils.keys()) {
      const l = wash(face, soil);
      if (l?.may !== 'yes') continue;
      n += 1;
      const [m, f] = face.split('/') as [string, string?];
      const base = c.materials.get(m)!;
      const care = base.finishes.find((x) => x.id === f)?.changes.laundry ?? base.laundry!;
      expect([face, soil, l.temperature_C <= care.max_C]).toEqual([face, soil, true]);
      expect(l.steps[0]!.text).toMatch(/care label/);
      const looked = l.steps.findIndex((s) => /before it dries/.test(s.text));
      expect(looked).toBe(l.steps.length - 2);
      expect(l.because.every((b) => c.sources.has(b.source))).toBe(true);
      expect(c.products.get(l.detergent.product)!.goesIn).toContain('washing-machine');
    }
  expect(n).toBeGreaterThan(1000);
}, 120_000);
test('more dirt takes more of it, within its record: 4 to 10 g/L in 15 L', () => {
  const grams = [1, 3, 5].map((s) => yes('cotton/white', 'mud', {}, s).detergent);
  expect(grams.map((d) => d.amount)).toEqual([60, 110, 150]);
  expect(new Set(grams.map((d) => `${d.product} ${d.unit}`))).toEqual(new Set(['laundry-powder g']));
});
test('what somebody of the house does not bear is not in it', () => {
  const l = wash('cotton/white', 'coffee', { fragranceFree: true });
  if (l?.may === 'yes') expect(c.products.get(l.detergent.product)!.fragrance).toBe('no');
});

test('bleach that is still in it keeps every detergent out that it would turn to gas, and says to rinse', () => {
  const after = (last: { product: string; rinsed: boolean; daysAgo: number }): Laundry | null =>
    laundryOf({ material: 'cotton', finish: 'white', soil: 'coffee', severity: 3 }, { last: [last] }, c);
  expect(after({ product: 'chlorine-bleach', rinsed: false, daysAgo: 0 })).toEqual({
    may: 'no',
    because: [expect.objectContaining({ text: expect.stringContaining('rinse it through with plain water') })],
  });
  expect(after({ product: 'dish-detergent', rinsed: false, daysAgo: 0 })).toMatchObject({ may: 'yes' });
});

describe('under its label', () => {
  const q = { material: 'cotton', finish: 'white', soil: 'fresh-grease', severity: 3 };
  const wash = (label: CareLabel, question: Question = q) => {
    const l = laundryOf(question, {}, c, label);
    if (l?.may !== 'yes') throw new Error(JSON.stringify(l));
    return l;
  };
  test('of the label and what is known of the cloth the milder counts, never the other way round', () => {
    expect(wash({}).temperature_C).toBe(60);
    expect(wash({ wash: '30' }).temperature_C).toBe(30);
    expect(wash({ wash: '95' }).temperature_C).toBe(60);
    expect(wash({ process: 'very mild' }).process).toBe('very mild');
    expect(wash({ tumble: 'no' }).dry).toBe('line');
    const wool = { material: 'wool', finish: 'undyed', soil: 'fresh-grease', severity: 3 };
    const plain = wash({}, wool);
    const bold = wash({ wash: '95', process: 'normal', bleach: 'any', tumble: 'normal' }, wool);
    expect([bold.temperature_C, bold.process, bold.dry]).toEqual([plain.temperature_C, plain.process, plain.dry]);
  });
  test('by hand, or not at all: no machine, with what to do instead', () => {
    for (const [sign, words] of [
      ['hand', /by hand/],
      ['no', /dry cleaner/],
    ] as const) {
      const l = laundryOf(q, {}, c, { wash: sign })!;
      expect(l.may).toBe('no');
      expect(l.because[0]!.text).toMatch(words);
    }
  });
  test('a triangle crossed out keeps every bleach out, two lines keep chlorine out', () => {
    const wine = { ...q, soil: 'red-wine' };
    const oxidises = (l: ReturnType<typeof wash>, m: string): boolean =>
      [l.detergent, ...(l.booster ? [l.booster] : [])].some((x) => (c.products.get(x.product)!.mechanisms[m] ?? 0) > 0);
    expect(oxidises(wash({}, wine), 'oxidiser_peroxide')).toBe(true);
    expect(oxidises(wash({ bleach: 'no' }, wine), 'oxidiser_peroxide')).toBe(false);
    expect(oxidises(wash({ bleach: 'oxygen only' }, wine), 'oxidiser_chlorine')).toBe(false);
  });
  test('what was read goes into an address and comes back; what is no sign is left out', () => {
    for (const l of [
      {},
      { wash: '40' },
      { wash: 'hand', bleach: 'no' },
      { process: 'mild', tumble: 'low' },
    ] as CareLabel[])
      expect(careOf(careWords(l))).toEqual(l);
    expect(careWords({})).toBe('');
    expect(careOf('41,,boil,no')).toEqual({ tumble: 'no' });
  });
  test('as a run: its steps one by one, the programme as a wait, and what goes into the drum', () => {
    const l = wash({});
    const run = runOfWash(l, null, q, '2026-11-25T10:30:00Z');
    expect(run.steps.map((s) => s.text)).toEqual(l.steps.map((s) => s.text));
    expect(run.steps.filter((s) => s.wait_s)).toHaveLength(1);
    expect(run.uses[0]).toEqual({ item: l.detergent.product, amount: l.detergent.amount, unit: l.detergent.unit });
  });
});
