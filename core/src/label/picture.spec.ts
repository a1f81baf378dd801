import {
  labelOfPicture,
  likeliestNames,
  likelyLanguages,
  mendSlips,
  mix,
  type PictureAnswer,
  readLabel,
  type Seen,
  type SeenWord,
  textOf,
  textOfWords,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

/** Lines of words set out on a picture, each as sure as is said; `~87` behind a word says how sure. */
function seen(lines: readonly string[], sure = 95): Seen {
  return {
    width: 1000,
    height: 600,
    lines: lines.map((l, n) =>
      l.split(' ').map((w, i): SeenWord => {
        const [text = '', figure] = w.split('~');
        return { text, confidence: figure ? Number(figure) : sure, box: [20 + i * 90, 30 + n * 40, 80, 24] };
      }),
    ),
  };
}
const read = (lines: readonly string[], again: readonly string[] | null = lines): PictureAnswer =>
  labelOfPicture(seen(lines), again && seen(again), c);
const open = (a: PictureAnswer): string[] => a.words.filter((w) => w.unsure).map((w) => w.text);
const names = (a: PictureAnswer): (string | null)[] => a.label.ingredients.map((i) => i.substance);

const BLEACH = ['Ingredients: Aqua, Sodium Hypochlorite 4.5 %,', 'Sodium Hydroxide, Lauramine Oxide, Parfum.'];

describe('a label from what was seen on a picture', () => {
  test('read twice alike: every word is sure, and the label reader says what the typed text says', () => {
    const a = read(BLEACH);
    expect(open(a)).toEqual([]);
    expect(a.unsure).toBe(false);
    expect(names(a)).toEqual(readLabel(BLEACH.join(' '), c).ingredients.map((i) => i.substance));
  });
  test('doubt stands beside a word and never changes it', () => {
    const a = read(['Aqua, Sodwum~62 Hydroxide'], ['Aqua, Sodium Hydroxide']);
    expect(open(a)).toEqual(['Sodwum']);
    expect(a.text).toContain('Sodwum');
    expect(a.words.find((w) => w.unsure)!.why).toMatch(/not alike/);
  });
  test('names that one letter makes another thing are never sure on one look, however clear they look', () => {
    for (const name of [
      'Hypochlorite',
      'Chlorite',
      'Chlorate',
      'Chloride',
      'Sulfite',
      'Nitrate',
      'Peroxide',
      'Hydroxide',
    ]) {
      expect([name, open(read([`Sodium ${name}~94`], null))]).toEqual([name, [name]]);
      expect([name, open(read([`Sodium ${name}`], [`Sodium ${name}`]))]).toEqual([name, []]);
      expect([name, open(read([`Sodium ${name}~60`], [`Sodium ${name}~60`]))]).toEqual([name, [name]]);
    }
    expect(open(read(['Sodium Chloride'], ['Sodium Chlorite']))).toEqual(['Chloride']);
    // found in the dictionary, not listed: one letter between a kitchen acid and a fuming one
    expect(open(read(['Citric~94 acid~94'], null))).toContain('Citric');
    expect(open(read(['Citric acid'], ['Citric acid']))).toEqual([]);
    expect(open(read(['Glycerin~94'], null))).toEqual([]);
  });
  test('figures of which a sign may be lost', () => {
    expect(open(read(['Acid 4 5 %']))).toContain('4');
    expect(open(read(['Acid 20 %']))).toContain('20');
    expect(open(read(['Acid 2.0 %']))).toEqual([]);
    expect(open(read(['Surfactants 5-15 %, below <5 %']))).toEqual([]);
  });
  test('a CAS number by its check digit; a word at the edge', () => {
    expect(open(read(['CAS 7681-52-9']))).toEqual([]);
    expect(open(read(['CAS 7681-52-8']))).toEqual(['7681-52-8']);
    const cut = seen(['Sodium']);
    const edge: Seen = { ...cut, lines: [[{ ...cut.lines[0]![0]!, cut: true }]] };
    expect(open(labelOfPicture(edge, edge, c))).toEqual(['Sodium']);
  });
  test('tens before a per cent sign are sure only where print is large and two looks that are both sure say so', () => {
    const large = (sure: number, xHeight: number): PictureAnswer => {
      const s = { ...seen([`Acid~95 20~${sure} %~95`]), xHeight };
      return labelOfPicture(s, s, c);
    };
    expect(open(large(92, 12))).toEqual([]);
    expect(open(large(80, 12))).toEqual(['20']);
    expect(open(large(92, 7.5))).toEqual(['20']);
    // a gap is never cleared: something stood there
    const s = { ...seen(['Acid 4 5 %']), xHeight: 20 };
    expect(open(labelOfPicture(s, s, c))).toContain('4');
  });
  test('print that was seen beside a word and not read marks it; a speck does not', () => {
    const s = seen(['Aqua,', 'Parfum']);
    const beside = (missed: number): Seen => ({
      ...s,
      lines: [s.lines[0]!.map((w) => ({ ...w, missed })), s.lines[1]!],
    });
    expect(open(labelOfPicture(beside(5), s, c))).toEqual(['Aqua,']);
    expect(open(labelOfPicture(beside(1), s, c))).toEqual([]);
  });
  test('of a text that runs on, a line that ends early may be torn; in a list each entry ends its line', () => {
    const full = 'one two three four five six';
    expect(open(read([full, 'one two', full, full]))).toEqual(['two']);
    expect(open(read([full, full, full, 'one two']))).toEqual([]);
    expect(open(read([full, 'one', 'two', 'three', 'four']))).toEqual([]);
  });
  test('small print asks for a nearer picture', () => {
    const s = seen(['Aqua, Parfum']);
    expect(labelOfPicture({ ...s, xHeight: 6.5 }, s, c).nearer).toBe(true);
    expect(labelOfPicture({ ...s, xHeight: 9 }, s, c).nearer).toBeUndefined();
  });
  test('an accent that one language does not know is no other letter', () => {
    expect(open(read(['Composición: Aqua,'], ['Composicion: Aqua,']))).toEqual([]);
  });
  const ALL = ['en', 'de', 'fr', 'es', 'nl'];
  test.each([
    ['Inhaltsstoffe: Natriumhypochlorit 4,5 %, Natriumhydroxid, Duftstoffe', ['de', 'en']],
    ['Bevat: natriumhypochloriet, bleekwater, geurstoffen', ['nl', 'en']],
    ['Ingrédients : hypochlorite de sodium, peroxyde d’hydrogène, eau', ['fr', 'en']],
    ['Contiene: hipoclorito de sodio, peróxido de hidrógeno', ['es', 'en']],
    // misread by the data of another language, a letter off
    ['Natriumhypochl0rit, Wasserstoffper0xid', ['de', 'en']],
    ['zzzz qqqq', ['en']],
    // names that all languages share are of none: English is read by its own data alone, in half the time
    ['Ingredients: Aqua, Sodium Hypochlorite 4.5 %, Sodium Hydroxide, Parfum.', ['en']],
    ['Contains: Citric acid, Colorant, Perfume, Limonene', ['en']],
    ['Composition: Aqua, Parfum, Glycerin, Alcohol', ['en']],
  ])('%s is read as %p', (text, is) => expect(likelyLanguages(text, ALL, c)).toEqual(is));
  test('only languages that were asked for; none found: the first two', () => {
    expect(likelyLanguages('Natriumhypochlorit', ['fr'], c)).toEqual(['fr']);
    expect(likelyLanguages('zzzz', ['nl', 'en', 'de'], c)).toEqual(['nl', 'en']);
  });
  test('slips that can mean nothing else are mended, names never', () => {
    expect(mendSlips('EUHO31 and EUHO031, H202 in H20')).toBe('EUH031 and EUH031, H2O2 in H2O');
    expect(mendSlips('Sodium Chlorite, Chloride')).toBe('Sodium Chlorite, Chloride');
  });
  test('lines run on, a gap begins anew, a name cut by a hyphen is joined', () => {
    const s = seen(['Sodium Hypo-', 'chlorite,', 'Parfum']);
    expect(textOf(s.lines)).toBe('Sodium Hypochlorite, Parfum');
    const far = { ...s, lines: [s.lines[0]!, s.lines[2]!.map((w) => ({ ...w, box: [20, 300, 80, 24] as const }))] };
    expect(textOf(far.lines)).toBe('Sodium Hypo-\nParfum');
  });
  test('grass is no label: nothing is made of it, and it says what to do', () => {
    const a = read(['wm~20 ,,~10 Bi~31 oO~8']);
    expect([a.text, a.words, a.unsure]).toEqual(['', [], true]);
    expect(a.nothing).toMatch(/nearer.*type it/i);
    expect(a.label.ingredients).toEqual([]);
  });
  test('put right, it is the text of its words', () => {
    const a = read(['Aqua, Sodwum~62', 'Hydroxide'], ['Aqua, Sodium', 'Hydroxide']);
    expect(textOfWords(a.words.map((w) => (w.unsure ? { ...w, text: 'Sodium' } : w)))).toBe('Aqua, Sodium Hydroxide');
    expect(likeliestNames('hydrochlorlc', c).length).toBeLessThanOrEqual(5);
    expect(likeliestNames('lauramlne oxlde', c)[0]).toMatch(/lauramine oxide/i);
    expect(likeliestNames('x', c)).toEqual([]);
  });
});

describe('no misreading lowers a verdict while a word is open', () => {
  const partners = [
    'chlorine-bleach',
    'white-vinegar',
    'household-ammonia',
    'hydrogen-peroxide-3',
    'isopropanol-70',
    'dish-detergent',
  ].filter((p) => c.products.has(p));
  const level = (label: string, unsure: boolean, product: string): number => {
    const m = mix({ items: [{ label, ...(unsure ? { unsure } : {}) }, { product }], meeting: 'container' }, c);
    if (!m.ok) throw new Error(m.problems[0]!.message);
    return m.value.level;
  };
  test.each([
    ['Aqua, Sodium Hypochlorite 4.5 %', 'Aqua, Sodium Chloride 4.5 %'],
    ['Aqua, Sodium Sulfite', 'Aqua, Sodium Sulfate'],
    ['Water, Hydrogen Peroxide 6 %', 'Water'],
  ])('%s read as %s', (truth, misread) => {
    expect(partners.length).toBeGreaterThan(3);
    for (const p of partners) {
      expect([p, level(misread, true, p) >= level(misread, false, p)]).toEqual([p, true]);
      expect([p, level(truth, true, p) >= level(truth, false, p)]).toEqual([p, true]);
      // and with something unknown in it nothing is harmless
      expect([p, level(misread, true, p) >= 3]).toEqual([p, true]);
    }
  });
});
