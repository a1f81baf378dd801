import { judge, readLabel, resolveItems } from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const read = (text: string) => readLabel(text, catalogue);
const ids = (text: string) => read(text).ingredients.map((i) => i.substance);
const beside = (label: string, product: string): number => {
  const r = resolveItems([{ label }, { product }], catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return judge(r.value, { meeting: 'container' }, catalogue).level;
};

describe('a line that ends where the package does', () => {
  test.each([
    ['Ingredients: Water, Sodium\nhypochlorite, Sodium\nchloride', ['water', 'sodium-hypochlorite', 'sodium-chloride']],
    ['Aqua, Alcohol\nethoxylate, Parfum', ['water', 'alcohol-ethoxylate', 'fragrance-undisclosed']],
    ['Aqua, Benzalkonium\nchloride', ['water', 'benzalkonium-chloride']],
    ['Aqua, Sodium\nlauryl\nsulfate, Citric\nacid', ['water', 'sodium-lauryl-sulfate', 'citric-acid']],
    ['Water, Hydrogen\nperoxide 3 %', ['water', 'hydrogen-peroxide']],
    ['Wasser, Citronen\nsäure 5 %', ['water', 'citric-acid']],
    ['eau, hypochlorite\nde sodium', ['water', 'sodium-hypochlorite']],
    // a comma or a semicolon before the end of a line ends the entry
    ['Aqua,\nCitric Acid;\nSodium Chloride', ['water', 'citric-acid', 'sodium-chloride']],
    // one a line, each a name of its own
    ['Aqua\nCitric acid\nSodium chloride', ['water', 'citric-acid', 'sodium-chloride']],
  ] as [string, string[]][])('%j', (text, want) => {
    const got = ids(text);
    for (const w of want.filter((x) => x !== 'fragrance-undisclosed')) expect(got).toContain(w);
    expect(got).not.toContain('ethanol');
    expect(read(text).unrecognised).toEqual([]);
  });
  test('the percent of a broken name is its own', () =>
    expect(
      read('Water, Sodium\nhypochlorite 5 %').ingredients.find((i) => i.substance === 'sodium-hypochlorite')!.percent,
    ).toEqual({
      min: 5,
      max: 5,
    }));
  test('bleach beside a broken vinegar is deadly all the same', () =>
    expect(beside('Ingredients: Aqua, Acetic\nacid', 'chlorine-bleach')).toBe(5));
});

describe('"contains" is no list', () => {
  test.each([
    ['Contains: benzisothiazolinone', true],
    ['Contains benzisothiazolinone, limonene. May produce an allergic reaction.', true],
    ['Contains: subtilisin, methylisothiazolinone', true],
    ['Contains: linalool', true],
    ['Ingredients: Aqua, benzisothiazolinone', false],
    ['Contains: water, benzisothiazolinone', false],
    ['Contains: isopropanol, limonene', false],
  ])('%s: partial %s', (text, partial) => expect(read(text).undisclosed).toBe(partial));
  test('beside bleach it is not known, and never bottled', () => {
    expect(beside('Contains: benzisothiazolinone', 'chlorine-bleach')).toBeGreaterThanOrEqual(3);
    expect(beside('Contains: benzisothiazolinone', 'water')).toBe(0);
  });
});
