import {
  casIsValid,
  catalogueOfHousehold,
  changesOfLabel,
  contentsOf,
  foldName,
  labelRows,
  nearestProducts,
  normaliseName,
  productOfLabel,
  readAmount,
  readLabel,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const read = (text: string) => readLabel(text, c);
const percentOf = (text: string, id: string) => read(text).ingredients.find((i) => i.substance === id)?.percent;

describe('figures as labels write them', () => {
  test.each([
    ['5 %', 5, 5],
    ['5%', 5, 5],
    ['0,5 %', 0.5, 0.5],
    ['5 - 15 %', 5, 15],
    ['5–15%', 5, 15],
    ['5 % or over but less than 15 %', 5, 15],
    ['5 to 15 percent', 5, 15],
    ['< 5 %', 0, 5],
    ['<= 5 %', 0, 5],
    ['≤5 %', 0, 5],
    ['less than 5 %', 0, 5],
    ['not more than 5 %', 0, 5],
    ['up to 5 %', 0, 5],
    ['max. 5 %', 0, 5],
    ['> 30 %', 30, 100],
    ['≥ 30 %', 30, 100],
    ['more than 30 %', 30, 100],
    ['30 % or more', 30, 100],
    ['30 % and above', 30, 100],
    ['at least 30 %', 30, 100],
    ['about 12.5 %', 12.5, 12.5],
    ['ca. 12 %', 12, 12],
    ['between 2 and 4 %', 2, 4],
    ['5 % w/w', 5, 5],
    ['70 % v/v', 70, 70],
    ['3 % by weight', 3, 3],
    ['12 Gew.-%', 12, 12],
    ['12 wt%', 12, 12],
    ['100 %', 100, 100],
  ])('%s', (text, min, max) => {
    const a = readAmount(`X ${text}`);
    expect([a.percent, a.wrong]).toEqual([{ min, max }, undefined]);
    expect(a.rest.trim()).toBe('X');
  });
  test.each([
    ['0 %', /more than 0 %/],
    ['≤ 0 %', /more than 0 %/],
    ['120 %', /more than the whole/],
    ['90 - 110 %', /more than the whole/],
    ['15 - 5 %', /from more to less/],
  ])('%s is not believed, and says what to change', (text, why) => {
    const a = readAmount(`X ${text}`);
    expect(a.percent).toBeNull();
    expect(a.wrong).toMatch(why);
    expect(a.wrong).toMatch(/Check the figures?\.$/);
  });
  test('no figure is none; of two the wider range stands; a second that makes no sense takes the first with it', () => {
    expect(readAmount('citric acid')).toEqual({ percent: null, rest: 'citric acid' });
    expect(readAmount('X 5 %, typically 3 %').percent).toEqual({ min: 3, max: 5 });
    expect(readAmount('X 5 % 3-8 %').percent).toEqual({ min: 3, max: 8 });
    expect(readAmount('X 5 % 300 %')).toMatchObject({ percent: null, wrong: expect.stringMatching(/whole/) });
  });
  test('bare figures count in a row of a data sheet only, and a number in a name does not', () => {
    expect(readAmount('X 5-15', true).percent).toEqual({ min: 5, max: 15 });
    expect(readAmount('X 5-15').percent).toBeNull();
    expect(readAmount('X < 5-15', true).percent).toEqual({ min: 5, max: 15 });
    expect(readAmount('poly-3-5', true).percent).toBeNull();
    expect(readAmount('laureth-7 5 %').percent).toEqual({ min: 5, max: 5 });
  });
  test.each([
    ['sodium hypochlorite 50 g/L', 'sodium-hypochlorite', 5],
    ['sodium hypochlorite 50 g/kg', 'sodium-hypochlorite', 5],
    ['sodium hypochlorite 4.5 g per 100 g', 'sodium-hypochlorite', 4.5],
    ['sodium hypochlorite 4.5 g/100 ml', 'sodium-hypochlorite', 4.5],
    ['sodium hypochlorite 500 mg/L', 'sodium-hypochlorite', 0.05],
    ['sodium hypochlorite 500 ppm', 'sodium-hypochlorite', 0.05],
    ['100 g contain: sodium hypochlorite 2.8 g', 'sodium-hypochlorite', 2.8],
    ['100 ml of product contains sodium hypochlorite 2,8 g', 'sodium-hypochlorite', 2.8],
    // ten volumes of oxygen are 3 % (pharmacopoeia)
    ['hydrogen peroxide 10 vol', 'hydrogen-peroxide', 3],
    ['hydrogen peroxide 20 volumes', 'hydrogen-peroxide', 6],
  ])('%s', (text, id, percent) => expect(percentOf(text, id)).toEqual({ min: percent, max: percent }));
  test('volumes are oxygen of a peroxide only, and grams without "100 g contain" no percent', () => {
    expect(percentOf('ethanol 70 vol.-%', 'ethanol')).toEqual({ min: 70, max: 70 });
    expect(percentOf('citric acid 5 g', 'citric-acid')).toBeNull();
  });
  test('figures that add up to more than all are none', () => {
    const r = read('water 80 %, citric acid 30 %');
    expect(r.ingredients.map((i) => i.percent)).toEqual([null, null]);
    expect(r.problems.join()).toMatch(/add up to more than 100 %/);
    expect(read('water 70.2 %, citric acid 30.2 %').ingredients[0]!.percent).not.toBeNull();
  });
  test('the same named twice counts once, at the wider; once without a figure at no figure', () => {
    expect(percentOf('water, citric acid 2 %, citric acid 5 %', 'citric-acid')).toEqual({ min: 2, max: 5 });
    expect(percentOf('water, citric acid 2 %, citric acid', 'citric-acid')).toBeNull();
    expect(read('water, citric acid 2 %, citric acid 5 %').ingredients).toHaveLength(2);
  });
});

describe('names and numbers', () => {
  test.each([
    ['7732-18-5', true],
    ['7681-52-9', true],
    ['64-17-5', true],
    ['7681-52-8', false],
    ['7681-529', false],
    ['1-18-5', false],
  ])('CAS %s: %s (CAS registry rule)', (cas, fine) => expect(casIsValid(cas)).toBe(fine));
  test.each([
    ['Sodium  SULPHATE', 'sodium sulfate'],
    ['Aluminum', 'aluminium'],
    ['Aluminium', 'aluminium'],
    ['dye (colourant)*', 'dye (colorant)'],
    ['sodium–chloride', 'sodium-chloride'],
    ['E 330', 'e330'],
    ['E-330', 'e330'],
    ['“Parfum”', 'parfum'],
    ['  x  ', 'x'],
  ])('%j is %j', (text, is) => expect(normaliseName(text)).toBe(is));
  test('what a camera confuses folds alike, and what it does not stays apart', () => {
    expect(foldName('sodium chloride')).toBe(foldName('s0dium-ch1oride'));
    expect(foldName('phosphate')).toBe(foldName('fosfate'));
    expect(foldName('ammonia', false)).not.toBe(foldName('arnrnonia', false));
    expect(foldName('ammonia')).toBe(foldName('arnmonia'));
    expect(foldName('acetic acid')).not.toBe(foldName('acetone'));
  });
  test('pieces: lists, points, sentences; not decimal commas, brackets, short words or a digit between commas', () => {
    const names = (t: string) => read(t).ingredients.map((i) => i.substance);
    expect(names('water; citric acid | sodium chloride • ethanol')).toEqual([
      'water',
      'citric-acid',
      'sodium-chloride',
      'ethanol',
    ]);
    expect(names('1. Water 2. Citric acid 3. Sodium chloride')).toEqual(['water', 'citric-acid', 'sodium-chloride']);
    expect(names('Water, alcohol denat. Citric acid')).toContain('citric-acid');
    expect(names('Water. Citric acid.')).toEqual(['water', 'citric-acid']);
    expect(percentOf('water, citric acid 2,5 %', 'citric-acid')).toEqual({ min: 2.5, max: 2.5 });
    expect(names('water, sodium hypo-\nchlorite')).toEqual(['water', 'sodium-hypochlorite']);
    expect(names('water (aqua, purified), citric acid')).toEqual(['water', 'citric-acid']);
  });
  test('a list in brackets, "and", a stroke: each that is a name is one', () => {
    const names = (t: string) => read(t).ingredients.map((i) => i.substance);
    expect(names('water, salts (sodium chloride, sodium sulfate)')).toEqual(
      expect.arrayContaining(['sodium-chloride', 'sodium-sulfate']),
    );
    expect(names('sodium bicarbonate and citric acid')).toEqual(['sodium-bicarbonate', 'citric-acid']);
    expect(names('aqua / water, citric acid')).toEqual(['water', 'citric-acid']);
    expect(read('sodium bicarbonate and wonder stuff').unrecognised.length).toBeGreaterThan(0);
  });
  test('a CAS number names what words do not; a wrong one is said with what is wrong', () => {
    expect(read('7681-52-9').ingredients[0]).toMatchObject({ substance: 'sodium-hypochlorite', match: 'cas' });
    const bad = read('water, bleaching agent 7681-52-8');
    expect(bad.problems.join()).toMatch(/CAS 7681-52-8 is not a possible number/);
    expect(bad.undisclosed).toBe(true);
    expect(read('citric acid 7681-52-9').ingredients[0]).toMatchObject({
      substance: 'citric-acid',
      alsoMaybe: ['sodium-hypochlorite'],
    });
  });
  test('a pH speaks of the whole, and a list of numbers is none', () => {
    expect(read('water, citric acid, pH 2').signs).toContain('a pH is no list');
    expect(read('water, citric acid, pH 20').signs).not.toContain('a pH is no list');
    expect(read('pH: 13').ingredients.flatMap((i) => i.classes).length).toBeGreaterThan(0);
    expect(read('pH 7').ingredients).toEqual([]);
  });
  test('too much text, too many entries, no text', () => {
    const many = Array.from({ length: 450 }, (_, i) => `word${i}x`).join(', ');
    expect(read(many).problems.join()).toMatch(/Only the first 400 entries/);
    expect(read(many).unrecognised.length).toBeLessThanOrEqual(400);
    expect(read(`water, ${'x'.repeat(310)}`).unrecognised[0]!.length).toBe(300);
    expect(read('\u0000\u0001\u0002\u0003 water').signs).toContain('not plain text');
    expect(read('\u0000\u0001 water').signs).not.toContain('not plain text');
    expect(read('').signs).toEqual(['nothing to read']);
    expect(read('blorf').problems.join()).toMatch(/No name here is known/);
  });
  test('one slip is told with its distance; a short word is not guessed at', () => {
    expect(read('water, sodium hypochlorte').ingredients[1]).toMatchObject({
      substance: 'sodium-hypochlorite',
      match: 'near',
      distance: 1,
    });
    expect(read('water, sodium hypochlroite').ingredients[1]).toMatchObject({
      substance: 'sodium-hypochlorite',
      distance: 1,
    });
    expect(read('water, s0dium hypochlorite').ingredients[1]).toMatchObject({
      substance: 'sodium-hypochlorite',
      distance: 0,
    });
    expect(read('water, soda9').ingredients.map((i) => i.match)).not.toContain('near');
  });
});

describe('what a label makes of a product', () => {
  const base = c.products.get('all-purpose-spray')!;
  test('contents: every substance that a word may mean, what is not stated anything up to all', () => {
    expect(contentsOf(read('water 90 %, citric acid'))).toEqual([
      { substance: 'water', percent: { min: 90, max: 90 } },
      { substance: 'citric-acid', percent: { min: 0, max: 100 } },
    ]);
  });
  test('a whole list takes the place of the contents; a partial one is added to them', () => {
    const whole = changesOfLabel('Ingredients: water, citric acid 5 %', [], base, c);
    expect([whole.disclosed, whole.contents.map((x) => x.substance)]).toEqual(['yes', ['water', 'citric-acid']]);
    const part = changesOfLabel('Contains: citric acid 5 %, blorf', [], base, c);
    expect(part.disclosed).toBe('no');
    expect(part.contents[0]!.substance).toBe('citric-acid');
    for (const x of base.contents) expect(part.contents.map((y) => y.substance)).toContain(x.substance);
    expect(new Set(part.contents.map((y) => y.substance)).size).toBe(part.contents.length);
  });
  test('only a label: judged by what it names, offered for nothing, unknown unless whole', () => {
    const p = productOfLabel({ id: 'mine', name: 'Mine', label: { text: 'Ingredients: water, acetic acid 5 %' } }, c);
    expect(p).toMatchObject({
      id: 'mine',
      name: 'Mine',
      disclosed: 'yes',
      advised: false,
      hazards: { signal: 'Danger' },
      septic: 'no',
      fume: 1,
    });
    expect(p.contents.map((x) => x.substance)).toEqual(['water', 'acetic-acid']);
    const none = productOfLabel({ id: 'x', label: { text: 'blorf' } }, c);
    expect([none.name, none.disclosed]).toEqual(['x', 'no']);
    expect(c.substances.get(none.contents[0]!.substance)!.classes).toContain('undisclosed');
    expect(none.contents[0]!.percent).toEqual({ min: 0, max: 100 });
    expect(productOfLabel({ id: 'y' }, c).disclosed).toBe('no');
  });
  test('in the household’s catalogue beside the shipped ones; what is based on one is laid over it', () => {
    const all = catalogueOfHousehold(c, {
      products: [
        { id: 'mine', basedOn: null, label: { text: 'water' } },
        { id: 'other', basedOn: 'white-vinegar', name: 'Malt', changes: {} },
      ],
    });
    expect([all.products.get('mine')!.advised, all.products.get('other')!.name]).toEqual([false, 'Malt']);
    expect(all.products.size).toBe(c.products.size + 2);
    expect(catalogueOfHousehold(c, {}).products).toBe(c.products);
  });
  test('nearest: bleach for hypochlorite, vinegar for acetic acid; of nothing none, and no more than asked', () => {
    const near = (text: string, n?: number) => nearestProducts(read(text), c, n).map((p) => p.id);
    expect(near('water 94 %, sodium hypochlorite 5 %, sodium hydroxide 0.5 %')[0]).toMatch(/^chlorine-bleach/);
    expect(near('water 95 %, acetic acid 5 %')[0]).toBe('white-vinegar');
    expect(near('blorf')).toEqual([]);
    expect(near('water 95 %, acetic acid 5 %', 2)).toHaveLength(2);
    expect(near('water 95 %, acetic acid 5 %')).toHaveLength(4);
  });
  test('rows of a file: each with its number, and what keeps it out', () => {
    const rows = labelRows(
      [
        { Name: 'A', Label: 'water' },
        { name: '', label: '' },
        { name: 'a', label: 'x' },
        { name: 'N'.repeat(121), label: 'L'.repeat(20001) },
      ],
      ['taken'],
    );
    expect(rows.map((r) => [r.row, r.problems.length > 0])).toEqual([
      [2, false],
      [3, true],
      [4, true],
      [5, true],
    ]);
    expect(rows[1]!.problems).toHaveLength(2);
    expect(rows[2]!.problems.join()).toMatch(/is there already/);
    expect(rows[3]!.problems).toHaveLength(2);
  });
});
