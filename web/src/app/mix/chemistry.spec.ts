import { catalogue, open } from '../testing/house';
import { Chemistry, formula, portionOf } from './chemistry';

const of = (products: string[], more: object = {}) =>
  open(Chemistry, { items: products.map((product) => ({ product })), names: products, ...more });

describe('formulas', () => {
  test.each([
    ['OCl-', -1, 'OCl⁻'],
    ['NH4+', 1, 'NH₄⁺'],
    ['HPO42-', -2, 'HPO₄²⁻'],
    ['PO43-', -3, 'PO₄³⁻'],
    ['H2CO3', 0, 'H₂CO₃'],
    ['S2-', -2, 'S²⁻'],
  ])('%s → %s', (name, charge, want) => expect(formula(name, charge)).toBe(want));
});

describe('the chemistry under a verdict', () => {
  test('pH of each and of all, the mix within its parts', async () => {
    const p = await of(['white-vinegar', 'baking-soda']);
    expect(p.text('.ph')).toMatch(/White-vinegar pH about 2.4 Baking-soda pH about 8.3 All together pH 7/);
  });
  test('the curve has the mix’s place on it, and says so to who cannot see it', async () => {
    const p = await of(['chlorine-bleach', 'white-vinegar']);
    expect(p.fixture.nativeElement.querySelectorAll('path.gas')).toHaveLength(1);
    expect(p.fixture.nativeElement.querySelector('.place')).not.toBeNull();
    expect(p.fixture.nativeElement.querySelector('svg')!.getAttribute('aria-label')).toMatch(
      /Share of each form of hypochlorous acid.*At pH/,
    );
    expect(p.text()).toMatch(/there Cl₂ forms and leaves as chlorine gas/);
  });
  test('another system can be looked at', async () => {
    const p = await of(['chlorine-bleach', 'white-vinegar']);
    await p.press(/^acetic acid/);
    expect(p.text('svg')).toMatch(/CH₃COOH CH₃COO⁻/);
  });
  test('fizz: litres, what is used up, what is left, and what a shut bottle would see', async () => {
    const p = await of(['white-vinegar', 'baking-soda']);
    expect(p.text()).toMatch(
      /At the most 2\.\d+ L of carbon dioxide. The acid is used up first.*a salt that cleans nothing.*bar/,
    );
  });
  test('activities are an option that is stated', async () => {
    const p = await of(['white-vinegar', 'washing-soda']);
    expect(p.text()).toMatch(/Ideal solutions, 25 °C/);
    await p.press(/^with ion activities/);
    expect(p.text()).toMatch(/Activities after Davies/);
  });
  test('what cannot be figured says why', async () => {
    const label = await open(Chemistry, {
      items: [{ label: 'water, citric acid' }, { product: 'baking-soda' }],
      names: ['a label', 'soda'],
    });
    expect(label.text('.ph')).toMatch(/no pH: how much citric acid is in it is not stated/);
  });
  test('what has no acid nor alkali is not drawn', async () =>
    expect((await of(['isopropanol-70', 'acetone'])).text()).toBe(''));
  test('a label and a bare substance are portions too; a bottle is not', () => {
    expect(portionOf({ label: 'acetic acid 5 %' }, 'x', 100, catalogue())?.contents).toEqual([
      { substance: 'acetic-acid', percent: { min: 5, max: 5 } },
    ]);
    expect(portionOf({ substance: 'urea' }, 'x', 100, catalogue())?.contents[0]?.percent).toEqual({ min: 0, max: 100 });
    expect(portionOf({ bottle: 'b' }, 'x', 100, catalogue())).toBeNull();
  });
});
