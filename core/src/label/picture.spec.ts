import {
  labelOfPicture,
  likeliestNames,
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
    const edge: Seen = { ...cut, lines: [[{ ...cut.lines[0]![0]!, box: [930, 30, 70, 24] }]] };
    expect(open(labelOfPicture(edge, edge, c))).toEqual(['Sodium']);
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
