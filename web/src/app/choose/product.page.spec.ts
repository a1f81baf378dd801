import { open } from '../testing/house';
import { ProductPage } from './product.page';

describe('one product, the other way round', () => {
  test('good for, never on, beside what not, and where it stands in this house', async () => {
    const p = await open(ProductPage, { product: 'white-vinegar' });
    expect(p.text('h1')).toBe('White vinegar');
    expect(p.text('[aria-labelledby=good-title]')).toMatch(/limescale \d\d %/);
    expect(p.text('[aria-labelledby=never-title]')).toMatch(/Stone marble, .*dissolves? in acid/);
    expect(p.text('[aria-labelledby=apart-title]')).toMatch(/chlorine bleach/);
    expect(p.text('[aria-labelledby=here-title]')).toMatch(/Wet room shelf, 640 mL/);
    expect(p.text('[aria-labelledby=here-title]')).toMatch(/Made for the same: .*citric acid/);
    expect(p.text('[aria-labelledby=how-title]')).toMatch(/Used as it is Left for 5 to 30 min/);
    const link = p.fixture.nativeElement.querySelector('.marks a') as HTMLAnchorElement;
    expect(link.getAttribute('href')).toMatch(/^\/choose\?soil=/);
  });
  test('where what is left of it goes, with the reason', async () => {
    const p = await open(ProductPage, { product: 'white-spirit' });
    expect(p.text('[aria-labelledby=left-title]')).toMatch(/Hazardous waste collection\..*vapour burns/);
  });
  test('a dose in its range, and people of this house first', async () => {
    const p = await open(ProductPage, { product: 'chlorine-bleach' });
    expect(p.text('[aria-labelledby=how-title]')).toMatch(/20 to 100 mL\/L/);
    expect(p.text('[aria-labelledby=how-title]')).toMatch(/Gloves/);
    expect(p.text('[aria-labelledby=worse-title]')).toMatch(/rust/i);
  });
  test('what the people of this house rule out is said first', async () => {
    const p = await open(ProductPage, { product: 'oven-cleaner-caustic' });
    expect(p.text('.no')).toMatch(/^Not in this house: .*asthma/);
  });
  test('for another use: said, and nothing is offered', async () => {
    const p = await open(ProductPage, { product: 'dishwasher-tablet' });
    expect(p.text('.no')).toMatch(/another use/);
    expect(p.text()).not.toMatch(/Good for/);
  });
  test('an unknown name gets a way on', async () => {
    const p = await open(ProductPage, { product: 'nothing-such' });
    expect(p.text()).toMatch(/No such product.*Own things/);
  });
});
