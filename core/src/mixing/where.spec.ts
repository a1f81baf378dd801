import { mix, type MeetingId, type MixItem, type MixQuestion } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const ask = (items: MixItem[], meeting: MeetingId, more: Partial<MixQuestion> = {}) => {
  const r = mix({ items, meeting, ...more }, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const acid: MixItem = { product: 'white-vinegar' };
/** Bleach rinsed so often, so many nights ago. */
const bleach = (times: number, nights: number, more: Partial<MixItem> = {}): MixItem => ({
  product: 'chlorine-bleach',
  daysAgo: 30,
  ...(times ? { rinsed: true, times, rinsedDaysAgo: nights } : {}),
  ...more,
});

/** Where, drinks, rinses, nights since, level, nights until it is over. Each limit from both sides. */
const RINSED: [MeetingId, boolean, number, number, number, number | null | 'none'][] = [
  ['surface', false, 0, 30, 5, 'none'],
  ['surface', false, 1, 0, 2, 1],
  ['surface', false, 1, 1, 0, 'none'],
  ['surface', true, 1, 30, 2, null],
  ['surface', true, 2, 6, 2, null],
  ['surface', true, 2, 7, 2, null],
  ['fixture', false, 1, 5, 5, 'none'],
  ['fixture', false, 2, 0, 2, 1],
  ['fixture', false, 2, 1, 0, 'none'],
  ['machine', false, 0, 9, 5, 'none'],
  ['machine', false, 1, 0, 2, 1],
  ['machine', false, 1, 1, 0, 'none'],
  ['drain', false, 1, 0, 5, 'none'],
  ['drain', false, 1, 1, 2, 7],
  ['drain', false, 1, 6, 2, 7],
  ['drain', false, 1, 7, 0, 'none'],
  ['carried', true, 1, 3, 2, null],
  ['carried', false, 1, 1, 0, 'none'],
  ['container', false, 2, 30, 5, 'none'],
];
describe('rinsing counts as the place says', () => {
  test.each(RINSED)('%s, drinks %s, rinsed %d times %d nights ago → %d', (at, porous, times, nights, want, until) => {
    const a = ask([bleach(times, nights), acid], at, { porous });
    expect([a.level, a.findings.find((f) => f.rule === 'R1')?.again ?? { nights: 'none' }]).toEqual([
      want,
      { nights: until },
    ]);
  });
  test('what drinks is over after two rinses, seven nights and the person’s own word', () => {
    const at = (times: number, nights: number, sworn: boolean) =>
      ask([bleach(times, nights, { sworn }), acid], 'surface', { porous: true }).level;
    expect([at(2, 7, true), at(2, 6, true), at(1, 7, true), at(2, 7, false)]).toEqual([0, 2, 2, 2]);
  });
  test('peroxide after chlorine on what drinks needs no word', () => {
    const level = (nights: number) =>
      ask([bleach(2, nights), { product: 'peroxide-3' }], 'surface', { porous: true }).level;
    expect([level(6), level(7)]).toEqual([2, 0]);
  });
  test.each([
    [{ substance: 'urine', rinsed: true, times: 2, rinsedDaysAgo: 60 }, { product: 'chlorine-bleach' }],
    [{ product: 'scouring-powder-chlorine', rinsed: true, times: 2, rinsedDaysAgo: 60, sworn: true }, acid],
  ] as [MixItem, MixItem][])('urine, and a powder, never leave what drinks', (residue, next) => {
    expect(ask([residue, next], 'surface', { porous: true }).findings[0]).toMatchObject({
      level: 2,
      again: { nights: null },
    });
    expect(ask([residue, next], 'surface', { porous: false }).level).toBe(0);
  });
  test('a rinse of today is none of last week: nights count from the rinse', () => {
    expect(ask([bleach(1, 0), acid], 'surface', { porous: false }).level).toBe(2);
    expect(
      ask([{ product: 'chlorine-bleach', daysAgo: 9, rinsed: true }, acid], 'surface', { porous: false }).level,
    ).toBe(0);
  });
  test('pure alcohol goes by airing for a night on what does not drink; bleach never does', () => {
    const aired = (product: string, daysAgo: number, porous: boolean) =>
      ask([{ product, daysAgo, aired: true }, { product: 'chlorine-bleach' }], 'surface', { porous }).level;
    expect([
      aired('isopropanol-70', 1, false),
      aired('isopropanol-70', 0, false),
      aired('isopropanol-70', 9, true),
    ]).toEqual([0, 5, 5]);
    expect(ask([bleach(0, 0, { aired: true }), acid], 'surface', { porous: false }).level).toBe(5);
  });
  test('in a bottle that is shut a rinsed gas is still at least 3', () =>
    expect(
      [false, true].map((closed) => ask([bleach(1, 0), acid], 'surface', { porous: false, closed }).level),
    ).toEqual([2, 3]));
  test('phosphide, strong sulfuric acid and quicklime are rinsed by nobody', () => {
    const water = (product: string) =>
      ask([{ product, rinsed: true, times: 2, daysAgo: 9 }, { product: 'water' }], 'surface', { porous: false }).level;
    expect([water('phosphide-fumigant'), water('drain-opener-acid')]).toEqual([5, 4]);
    expect(ask([{ substance: 'calcium-oxide', rinsed: true, daysAgo: 9 }, { product: 'water' }], 'surface').level).toBe(
      4,
    );
    expect(ask([{ product: 'phosphide-fumigant' }, { product: 'water' }], 'shelf').level).toBe(5);
    expect(ask([{ substance: 'calcium-oxide' }, { product: 'water' }], 'shelf').level).toBe(3);
  });
});

/** What a product does in water: open, closed, in a drain, hot. */
const WATER: [MixItem, number, number][] = [
  [{ product: 'percarbonate-booster' }, 1, 4],
  [{ product: 'colour-run-remover' }, 1, 4],
  [{ product: 'denture-tablets' }, 1, 4],
  [{ product: 'caustic-soda' }, 1, 4],
  [{ substance: 'sodium-hydroxide', percent: 24, state: 'solid' }, 0, 0],
  [{ substance: 'sodium-hydroxide', percent: 25, state: 'solid' }, 1, 4],
  [{ product: 'drain-opener-caustic' }, 4, 4],
  [{ product: 'pool-calhypo-granules' }, 0, 4],
  [{ product: 'pool-trichlor-tablets' }, 0, 4],
  [{ substance: 'trichloroisocyanuric-acid', percent: 9.9 }, 0, 0],
  [{ substance: 'trichloroisocyanuric-acid', percent: 10 }, 0, 4],
  [{ substance: 'potassium-peroxymonosulfate', percent: 10 }, 0, 4],
  [{ substance: 'peracetic-acid', percent: 0.9 }, 0, 0],
  [{ product: 'peracetic-sanitiser' }, 0, 4],
  [{ product: 'spa-bromine-tablets' }, 0, 4],
  [{ substance: 'calcium-oxide' }, 4, 4],
  [{ product: 'drain-opener-acid' }, 4, 4],
  [{ product: 'phosphide-fumigant' }, 5, 5],
  [{ product: 'dish-detergent' }, 0, 0],
  [{ product: 'chlorine-bleach' }, 0, 0],
];
describe('water itself is a partner (stoichiometry; EPA-600/2-80-076)', () => {
  test.each(WATER)('%j: open %d, shut %d', (thing, open, shut) => {
    const water = { product: 'water' };
    expect(ask([thing, water], 'container').level).toBe(open);
    expect(ask([thing, water], 'container', { closed: true }).level).toBe(shut);
  });
  test('what heats up is told in which order, and never takes hot water', () => {
    const a = ask([{ product: 'caustic-soda' }, { product: 'water' }], 'container');
    expect(a.findings[0]!.order).toMatch(/Into plenty of cold water/);
    expect(ask([{ product: 'caustic-soda' }], 'container', { conditions: ['hot'] }).level).toBe(4);
    expect(ask([{ product: 'washing-soda' }], 'container', { conditions: ['hot'] }).level).toBe(0);
  });
  test('a drain opener with aluminium goes into a drain, as its label says', () =>
    expect(ask([{ product: 'drain-opener-caustic' }, { product: 'water' }], 'drain').level).toBe(1));
});
describe('in the air of one small room', () => {
  test('only what makes gas or vapour reaches so far', () => {
    expect(ask([bleach(0, 0), acid], 'room').level).toBe(5);
    expect(ask([{ product: 'baking-soda' }, acid], 'room').level).toBe(0);
    expect(ask([bleach(0, 0), { product: 'dish-detergent' }], 'room').level).toBe(0);
    expect(ask([{ product: 'peroxide-3' }, acid], 'room').level).toBe(4);
  });
});
