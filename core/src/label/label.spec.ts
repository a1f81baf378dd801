import { readLabel, readPercent } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';

const read = (t: string) => readLabel(t, catalogue);
const ids = (t: string) => read(t).ingredients.map((i) => i.substance);

describe('reading a label', () => {
  test('a full list, with spellings, INCI and fragrance', () => {
    const r = read('Ingredients: Aqua, Sodium Hypochlorite 4.5%, sulphamic acid, parfum.');
    expect(r.ingredients.map((i) => i.substance)).toEqual([
      'water',
      'sodium-hypochlorite',
      'sulfamic-acid',
      'fragrance',
    ]);
    expect(r.undisclosed).toBe(false);
    expect(r.unrecognised).toEqual([]);
  });
  test.each([
    ['5-15 %', 5, 15],
    ['< 5 %', 0, 5],
    ['≥ 30 %', 30, 100],
    ['30 % and more', 30, 100],
    ['0,5 %', 0.5, 0.5],
    ['less than 5%', 0, 5],
    ['5 – 15%', 5, 15],
  ])('percent %s', (t, min, max) => expect(readPercent(`acid ${t}`)).toEqual({ min, max }));
  test('sums and negatives out of sense are not believed', () => expect(readPercent('acid 300 %')).toBeNull());
  test('CAS with a right check digit names it; with a wrong one it does not', () => {
    expect(read('mystery (7681-52-9) 5%').ingredients[0]).toMatchObject({
      substance: 'sodium-hypochlorite',
      match: 'cas',
    });
    expect(ids('mystery (7681-52-8) 5%')).not.toContain('sodium-hypochlorite');
  });
  test('a typing error keeps the worst candidate', () => {
    const r = read('sodium chlorrite');
    expect(r.ingredients[0]!.match).toBe('near');
    expect(r.ingredients[0]!.classes).toContain('chlorite');
  });
  test.each(['non-chlorine bleach', 'colour-safe bleach', 'oxygen bleach'])('%s is peroxide, not chlorine', (t) => {
    const classes = read(t).ingredients.flatMap((i) => i.classes);
    expect(classes).toContain('peroxide');
    expect(classes).not.toContain('hypochlorite');
  });
  test.each(['ammonia-free', 'contains no bleach', 'without acid'])('%s adds nothing', (t) =>
    expect(read(t).ingredients).toEqual([]),
  );
  test('ethoxylated alcohol is no alcohol', () =>
    expect(read('alcohols, C12-14, ethoxylated').ingredients.flatMap((i) => i.classes)).not.toContain('alcohol'));
  test('EUH031 counts as chlorine and as sulfite, and the list as partial', () => {
    const r = read('Warning. EUH031 Contact with acids liberates toxic gas.');
    expect(r.ingredients.flatMap((i) => i.classes)).toEqual(expect.arrayContaining(['hypochlorite', 'sulfite']));
    expect(r.undisclosed).toBe(true);
  });
  test.each(['<5% anionic surfactants, perfume', 'water, other ingredients', 'Section 3 composition: ethanol'])(
    'partial: %s',
    (t) => expect(read(t).undisclosed).toBe(true),
  );
  test('the old names that are ambiguous stay unrecognised', () => {
    for (const w of ['hypo', 'lime', 'shock']) expect(read(w).ingredients).toEqual([]);
  });
  test('never throws, whatever the text (fast-check, 10 000)', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 200, unit: 'binary' }), (t) => Array.isArray(read(t).ingredients)),
      { numRuns: 10000 },
    );
  }, 60000);
  test('hostile repetition is read in well under a second', () => {
    const started = performance.now();
    read('('.repeat(19000));
    read(Array.from({ length: 300 }, (_, i) => `unknownium compound number ${i} of its kind`).join(', '));
    expect(performance.now() - started).toBeLessThan(5000);
  });
});
