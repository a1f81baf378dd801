import { readLabel } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';
import { contentsOf } from './own';
import { dictionaryOf, lookUp, nearest } from './dictionary';

/** What was read, in short: `substance how [distance] [from..to] | others that it may be; …`. */
const inShort = (text: string): string[] => {
  const r = readLabel(text, c);
  const said = r.ingredients.map(({ substance, match, distance, percent, alsoMaybe }) =>
    [
      substance ?? '-',
      match,
      ...(distance === undefined ? [] : [distance]),
      ...(percent ? [`${percent.min}..${percent.max}`] : []),
      ...(alsoMaybe ?? []).map((id) => `| ${id}`),
    ].join(' '),
  );
  const signs = r.signs.filter((s) => s !== 'an entry was not recognised');
  return [said.join('; '), r.unrecognised.join(' / '), signs.join(' / ')];
};

/* Each answer was gone through by hand: what stands there, how it was found, how much, what is left over, which signs. */
describe('read to the last letter', () => {
  test.each([
    ['Aqua', 'water synonym', '', ''],
    ['water', 'water exact', '', ''],
    ['hydrogen peroxide 9 vol.-%', 'hydrogen-peroxide exact 9..9', '', ''],
    ['hydrogen peroxide 9 vol-%', 'hydrogen-peroxide exact 9..9', '', ''],
    ['hydrogen peroxide 9 vol %', 'hydrogen-peroxide exact 9..9', '', ''],
    ['hydrogen peroxide 10 vol.', 'hydrogen-peroxide exact 3..3', '', ''],
    ['hydrogen peroxide 100 vol', 'hydrogen-peroxide exact 30..30', '', ''],
    ['agua oxigenada 10 vol.', 'hydrogen-peroxide synonym 3..3', '', ''],
    ['eau oxygénée 10 vol', 'hydrogen-peroxide synonym 3..3', '', ''],
    ['eau oxygenee 10 vol', 'hydrogen-peroxide synonym 3..3', '', ''],
    ['sodium hypochlorite 12,25 g/100 g', 'sodium-hypochlorite exact 12.25..12.25', '', ''],
    ['sodium hypochlorite 4.25 g per 100 ml', 'sodium-hypochlorite exact 4.25..4.25', '', ''],
    ['sodium hypochlorite 50,25 g/L', 'sodium-hypochlorite exact 5.025..5.025', '', ''],
    ['sodium hypochlorite 500mg/L', 'sodium-hypochlorite exact 0.05..0.05', '', ''],
    ['sodium hypochlorite 500ppm', 'sodium-hypochlorite exact 0.05..0.05', '', ''],
    ['100 g contain sodium hypochlorite 2,85 g', 'sodium-hypochlorite exact 2.85..2.85', '', ''],
    ['100 ml contain: citric acid 12 g, water 88 g', 'citric-acid exact 12..12; water exact 88..88', '', ''],
    ['citric acid -5 to 10 %', 'citric-acid exact', '', 'the figures cannot be right'],
    ['acido citrico', 'citric-acid synonym', '', ''],
    ['pH value (20 °C): approx. 13', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH about 13.', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH ca. 12', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH 11.5', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH 2', '- synonym | hydrochloric-acid', '', 'pH of a strong acid / a pH is no list'],
    ['pH 2.1', '', '', 'a pH is no list / nothing to read'],
    ['pH 11', '', '', 'a pH is no list / nothing to read'],
    ['pH 12,5 (neat)', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH 12 – 13', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH 1 to 2', '- synonym | hydrochloric-acid', '', 'pH of a strong acid / a pH is no list'],
    ['Contains: benzisothiazolinone, water', 'benzisothiazolinone exact; water exact', '', ''],
    [
      'Contains: benzisothiazolinone, limonene',
      'benzisothiazolinone exact; limonene exact',
      '',
      'only what must be named is named',
    ],
    ['Contains: benzisothiazolinone, citric acid', 'benzisothiazolinone exact; citric-acid exact', '', ''],
    [': Contains: citric acid', 'citric-acid exact', '', ''],
    ['Ingredient: citric acid', 'citric-acid exact', '', ''],
    ['Ingredients citric acid', 'citric-acid exact', '', ''],
    [
      '5-15 %: anionic surfactants, soap; perfume',
      'anionic-surfactant-unspecified synonym 5..15; soap-unspecified synonym 5..15; fragrance synonym',
      '',
      'EU content wording names only some ingredients',
    ],
    ['5-15 %:citric acid, lactic acid', 'citric-acid exact 5..15; lactic-acid exact 5..15', '', ''],
    ['soap 5 %: water', 'soap-unspecified synonym 5..5; water exact', '', ''],
    ['citric acid: 5 %', 'citric-acid exact 5..5', '', ''],
    ['sodium\nhypochlorite', 'sodium-hypochlorite exact', '', ''],
    ['sodium\nhypo\nchlorite', 'sodium-hypochlorite synonym', 'sodium', ''],
    ['alcohol\nethoxylate, water', 'alcohol-ethoxylate exact; water exact', '', ''],
    ['sodium\nlaureth\nsulfate\nsolution', 'sodium-laureth-sulfate exact', '', ''],
    ['sodium\nlaureth\nsulfate\nsolution\nwater', 'sodium-laureth-sulfate exact; water exact', '', ''],
    [
      'benzenesulfonic acid, C10-13-alkyl derivs., sodium salts, water',
      'sodium-dodecylbenzenesulfonate synonym; water exact',
      '',
      '',
    ],
    ['alcohols, C12-14, ethoxylated, sulfates, sodium salts 5-15 %', 'sodium-laureth-sulfate synonym 5..15', '', ''],
    [
      'sodium hypochlorite citric acid',
      'sodium-hypochlorite exact; citric-acid exact',
      'sodium hypochlorite citric acid',
      '',
    ],
    ['sodium chlorite betaine', 'sodium-chlorite exact', 'sodium chlorite betaine', ''],
    [
      'trimethyl bleach amine oxide',
      'chlorine-bleach-unspecified synonym; lauramine-oxide synonym',
      'trimethyl bleach amine oxide',
      '',
    ],
    [
      'lauryl dimethyl ammonia amine oxide',
      'ammonia exact; lauramine-oxide synonym',
      'lauryl dimethyl ammonia amine oxide',
      '',
    ],
    ['lauryl dimethyl amine oxide', 'lauramine-oxide synonym', '', ''],
    [
      'chlorine bleach perfume',
      'chlorine-bleach-unspecified synonym; fragrance synonym',
      'chlorine bleach perfume',
      '',
    ],
    [
      'sodium hypochlorite / lauryl dimethyl ammonia amine oxide',
      'sodium-hypochlorite exact; ammonia exact; lauramine-oxide synonym',
      'sodium hypochlorite / lauryl dimethyl ammonia amine oxide',
      '',
    ],
    ['water and citric acid', 'water exact; citric-acid exact', '', ''],
    ['water / citric acid 5 %', 'water exact; citric-acid exact', '', ''],
    ['soap and acid', 'soap-unspecified synonym; hydrochloric-acid synonym', '', 'only a kind is named'],
    ['CI 42090 (Blue 1)', 'colourant synonym', '', ''],
    ['(R)-p-mentha-1,8-diene', 'limonene synonym', '', ''],
    ['citric acid (anhydrous)', 'citric-acid exact', '', ''],
    ['citric acid (wonder stuff)', 'citric-acid exact', 'wonder stuff', ''],
    ['citric acid (sodium hypochlorite)', 'citric-acid exact; sodium-hypochlorite exact', '', ''],
    ['dye (x)', 'colourant synonym', '', ''],
    ['dye (blue, yellow)', 'colourant synonym', 'blue / yellow', ''],
    ['salts (sodium chloride 5 %, wonder)', 'sodium-chloride exact 5..5', 'salts (sodium chloride 5 %, wonder)', ''],
    ['salts 5 % (sodium chloride)', 'sodium-chloride exact 5..5', 'salts 5 % (sodium chloride)', ''],
    ['xyz (7681-52-9)', 'sodium-hypochlorite cas', '', ''],
    ['7681-52-9 citric acid', 'citric-acid exact | sodium-hypochlorite', '', ''],
    ['99 7681-52-9, 64-17-5', 'sodium-hypochlorite cas; ethanol cas', '', ''],
    ['citric acid 5949-29-1', 'citric-acid exact | citric-acid-monohydrate', '', ''],
    ['7681-52-8', '', '7681-52-8', 'a CAS number is not right'],
    ['7681-52-8 sodium hypochlorite 5 %', 'sodium-hypochlorite exact 5..5', '', 'a CAS number is not right'],
    ['16079-88-2', 'bromochlorodimethylhydantoin cas', '', ''],
    ['7632-04-4', 'sodium-perborate cas', '', ''],
    ['free of chlorine, water', 'water exact', '', ''],
    ['acetone-free nail varnish remover', 'ethyl-acetate synonym', '', ''],
    ['acetone-free wonder', '', 'wonder', ''],
    ['(:) citric acid', 'citric-acid exact', '', ''],
    ['( ) citric acid', 'citric-acid exact', '', ''],
    ['citric acid, aqueous solution', 'citric-acid exact', '', ''],
    ['citric acid solution aqueous 5 %', 'citric-acid exact 5..5', '', ''],
    ['CAS-No. 77-92-9', 'citric-acid cas', '', ''],
    ['EC no 201-069-1 citric acid', 'citric-acid exact', '', 'a data sheet lists only what is hazardous'],
    ['wonder water thing', 'water exact', 'wonder water thing', ''],
    ['acid', 'hydrochloric-acid synonym', '', 'only a kind is named'],
    ['strong acid', 'hydrochloric-acid synonym', '', 'only a kind is named'],
    ['chlorine', 'chlorine-bleach-unspecified synonym', '', ''],
    ['sodium chlorte', 'sodium-chlorate near 1 | sodium-chlorite | sodium-chloride', '', ''],
    ['sodium hydroxyde', 'sodium-hydroxide near 1', '', ''],
    ['sodlum hypoch1orite', 'sodium-hypochlorite near 0', '', ''],
    ['sodium chlor1de', 'sodium-chloride near 0 | sodium-chlorite', '', ''],
    ['arnmonia 5 %', 'ammonia near 0 5..5', '', ''],
    ['hydrogn peroxd', '', 'hydrogn peroxd', ''],
    ['citric aicd', 'citric-acid near 1', '', ''],
    ['ictric acid', 'citric-acid near 1', '', ''],
    ['sodium sulfte', 'sodium-sulfite near 1 | sodium-sulfide | sodium-sulfate', '', ''],
    ['sodium bisulfit', 'sodium-bisulfite near 1 | sodium-bisulfate', '', ''],
    ['12-hydroxystearic acid', 'hydrochloric-acid synonym', '12-hydroxystearic acid', 'only a kind is named'],
    ['Alcohol denat. Limonene', 'ethanol synonym; limonene exact', 'Alcohol denat. Limonene', ''],
    ['Water. Citric acid', 'water exact; citric-acid exact', '', ''],
    ['1) Water 2) citric acid 3) soap', 'water exact; citric-acid exact; soap-unspecified synonym', '', ''],
    ['3. Water', 'water exact', '', ''],
    [
      'water 5 % approx. Citric acid 3 %',
      'water exact 3..5; citric-acid exact 3..5',
      'water 5 % approx. Citric acid 3 %',
      '',
    ],
    ['water (purified, citric acid', 'water exact; citric-acid exact', 'water (purified, citric acid', ''],
    ['water), citric acid, (soap', 'water exact; citric-acid exact; soap-unspecified synonym', '', ''],
    ['Water  citric  acid', 'water exact; citric-acid exact', 'Water citric acid', ''],
    ['* water', 'water exact', '', ''],
    ['- water\n- citric acid', 'water exact; citric-acid exact', '', ''],
    [',water,,citric acid,', 'water exact; citric-acid exact', '', ''],
    ['water\tcitric acid', 'water exact; citric-acid exact', '', ''],
    ['sodium hypochlo-\nrite 5%', 'sodium-hypochlorite exact 5..5', '', ''],
    ['water, citric acid, citric acid', 'water exact; citric-acid exact', '', ''],
    ['Ingredients: Contains: Composition: citric acid', 'citric-acid exact', '', ''],
    ['...citric acid...', 'citric-acid exact', '', ''],
    ['citric acid ..... %', 'citric-acid exact', '', ''],
    ['citric acid 77-92-9 5-15', 'citric-acid exact 5..15', '', ''],
    ['citric acid 5-15', 'citric-acid exact', '', ''],
    ['wonder 77-92-9 5-15', 'citric-acid cas 5..15', '', ''],
    ['citric acid (77-92-9) 5 - 15', 'citric-acid exact 5..15', '', ''],
    ['wonder (citric acid) 1-5 64-17-5', 'citric-acid exact 1..5', 'wonder (citric acid) 1-5 64-17-5', ''],
    ['pH(25°C):12', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH value12', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH:12', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH 12 (1 %)', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH 11,5-12,5 (10 g/L)', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH: 11.6 to 12.', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH approx 12', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['pH >12', '- synonym | sodium-hydroxide', '', 'pH of a strong alkali / a pH is no list'],
    ['sodium hypochlorite 4.255 g/100g', 'sodium-hypochlorite exact 4.255..4.255', '', ''],
    ['sodium hypochlorite 1234 g/kg', 'sodium-hypochlorite exact', '', 'the figures cannot be right'],
    ['100 g contain sodium hypochlorite 12.5g', 'sodium-hypochlorite exact 12.5..12.5', '', ''],
    ['water [aqua, purified], citric acid', 'water exact; citric-acid exact', 'water [aqua, purified]', ''],
    ['water;, citric acid', 'water exact; citric-acid exact', '', ''],
    ['citric acid solution, aqueous', 'citric-acid exact', '', ''],
    ['Cas 77-92-9: citric acid', 'citric-acid exact', '', ''],
    ['REACH-no. citric acid', 'citric-acid exact', '', ''],
    ['citric acid ( : )', 'citric-acid exact', '', ''],
    ['water 50.25 %, citric acid 50.25 %', 'water exact 50.25..50.25; citric-acid exact 50.25..50.25', '', ''],
    ['water 50.3 %, citric acid 50.3 %', 'water exact; citric-acid exact', '', 'the figures cannot be right'],
    ['made of citric acid', 'citric-acid exact', '', ''],
    ['list of ingredients: citric acid', 'citric-acid exact', '', ''],
    ['also contains citric acid', 'citric-acid exact', '', ''],
    ['x contains citric acid', 'citric-acid exact', '', ''],
    [
      'anionic surfactants, bleach scent',
      'anionic-surfactant-unspecified synonym; fragrance synonym',
      '',
      'EU content wording names only some ingredients / only a kind is named',
    ],
    ['bleach scented thing', 'fragrance synonym', 'bleach scented thing', 'only a kind is named'],
    [
      'sodium chlorite wonder amine oxide',
      'sodium-chlorite exact; lauramine-oxide synonym',
      'sodium chlorite wonder amine oxide',
      '',
    ],
    ['lauryl amine oxide, bleach', 'lauramine-oxide synonym; chlorine-bleach-unspecified synonym', '', ''],
    ['borate', '', 'borate', ''],
    ['sulfates', '', 'sulfates', ''],
    ['123', '', '', 'nothing to read'],
    ['(5)', '', '', 'nothing to read'],
    ['%', '', '', 'nothing to read'],
    ['water, a', 'water exact', '', ''],
    ['CI 42090 x', 'colourant synonym', '', ''],
    ['wonder sodium carbonate', 'sodium-carbonate exact', 'wonder sodium carbonate', ''],
    ['ammonia essential oil', 'ammonia exact; lavender-oil synonym', 'ammonia essential oil', ''],
    ['peppermint essential oil', 'lavender-oil synonym', '', ''],
    [
      'sodium percarbonate peppermint essential oil',
      'sodium-percarbonate exact; lavender-oil synonym',
      'sodium percarbonate peppermint essential oil',
      '',
    ],
    ['Wonder9 sodium chlorite thing', 'sodium-chlorite exact', 'Wonder9 sodium chlorite thing', ''],
  ])('%j', (text, ingredients, unrecognised, signs) =>
    expect(inShort(text)).toEqual([ingredients, unrecognised, signs]),
  );
  test('a figure that is not believed is quoted as it stands', () =>
    expect(readLabel('citric acid  120 % ', c).problems).toEqual([
      '"120 %" is more than the whole. Check the figure.',
    ]));
});

describe('the dictionary', () => {
  const d = dictionaryOf(c);
  const s = (id: string) => c.substances.get(id)!;
  const near = (text: string) => nearest(text, d);
  test('how bad it would be to be wrong: the worst clause that names one of its classes', () => {
    expect(['sodium-hypochlorite', 'citric-acid', 'fragrance'].map((id) => d.hazard(s(id)))).toEqual([5, 5, 3]);
    // the same again, from what is remembered
    expect(d.hazard(s('sodium-hypochlorite'))).toBe(5);
  });
  test('one letter in six may differ, three at most', () => {
    // 13 letters: two
    expect(near('sodum hydroxde')).toMatchObject({ distance: 2 });
    expect(near('sodum hydrxde')).toBeNull();
    // 23 letters and more: three
    expect(near('sodum dodecylbenzensulfonat')?.distance).toBe(3);
    expect(near('sodum dodecylbenznsulfonat')).toBeNull();
  });
  test('short words, and words longer than any name, are like nothing', () => {
    expect(near('water')).toBeNull();
    expect(near('borat')).toBeNull();
    expect(near('x'.repeat(90))).toBeNull();
  });
  test('all at the least distance and one further are kept, the worst first, then the nearest, then by name', () => {
    const all = near('sodium chlorte')!.substances.map((x) => x.id);
    expect(all).toEqual(['sodium-chlorate', 'sodium-chlorite', 'sodium-chloride']);
    const hazards = near('sodium chlorte')!.substances.map((x) => d.hazard(x));
    expect(hazards).toEqual([...hazards].sort((a, b) => b - a));
    expect(near('sodium chloride')!.substances.map((x) => x.id)).toEqual(['sodium-chloride', 'sodium-chlorite']);
  });
  test('of a name nothing is left to look up: nothing', () => {
    expect(lookUp('', d)).toBeNull();
    expect(lookUp('*', d)).toBeNull();
  });
  test('names of other languages with and without their accents', () => {
    expect(lookUp('ácido cítrico', d)?.substance.id).toBe('citric-acid');
    expect(lookUp('acido citrico', d)?.substance.id).toBe('citric-acid');
    expect(lookUp('acid citric o', d)).toBeNull();
  });
});

test('contents: a substance that two words may mean has the wider of their amounts', () => {
  const of = (min: number, max: number, substance: string, alsoMaybe?: string[]) => ({
    substance,
    text: '',
    classes: [],
    percent: { min, max },
    match: 'near' as const,
    ...(alsoMaybe ? { alsoMaybe } : {}),
  });
  const answer = {
    ingredients: [of(2, 5, 'citric-acid'), of(1, 3, 'lactic-acid', ['citric-acid'])],
    unrecognised: [],
    undisclosed: false,
    signs: [],
    problems: [],
  };
  expect(contentsOf(answer)).toEqual([
    { substance: 'citric-acid', percent: { min: 1, max: 5 } },
    { substance: 'lactic-acid', percent: { min: 1, max: 3 } },
  ]);
});
