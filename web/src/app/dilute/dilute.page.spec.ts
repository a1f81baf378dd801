import { spotId } from '@dolly-tub/demo';
import { open, refusal } from '../testing/house';
import { DilutePage } from './dilute.page';

const bleach = { product: 'chlorine-bleach', ppm: '1000', mL: '450' };

describe('Dilute', () => {
  test('an old bottle is reckoned at what it likely still holds, by hand', async () => {
    const p = await open(DilutePage, bleach);
    // made 200 days ago, 5.25 %: second order at 20 °C leaves 4.73 %
    expect(p.text('.age')).toMatch(/Wet room shelf: 310 mL left\. 200 days old: likely 4\.73 % now/);
    expect(p.text('.result')).toMatch(/ppm.*inside 800 to 1600/);
  });
  test('the bottle of the drawing says the same as the list', async () => {
    const p = await open(DilutePage, bleach);
    const label = p.fixture.nativeElement.querySelector('dt-bottle svg')!.getAttribute('aria-label')!;
    expect(label).toMatch(/of water, then .* of bleach up to 450 mL/);
    expect(p.text('.then')).toMatch(/into the water, to the upper line/);
  });
  test('a target in one tap', async () => {
    const p = await open(DilutePage, bleach);
    await p.press(/food contact/);
    expect(p.text('.result')).toMatch(/inside 50 to 200/);
  });
  test('the label of one’s own product wins', async () => {
    const p = await open(DilutePage, bleach);
    const before = p.text('.mid');
    await p.type('Your label says', '2.5', 'change');
    expect(p.text('.mid')).not.toBe(before);
    expect(p.text('.age')).toMatch(/likely 2\.\d+ %/);
  });
  test('nonsense in a number changes nothing', async () => {
    const p = await open(DilutePage, bleach);
    const before = p.text('.mid');
    await p.type('Finished volume', 'lots', 'change');
    expect(p.text('.mid')).toBe(before);
  });
  test('stronger than the stock is refused with a sentence', async () => {
    const p = await open(DilutePage, { product: 'white-vinegar', percent: '20', mL: '500' });
    expect(p.text('[role=alert]')).toMatch(/water can only make it weaker/);
  });
  test('a powder is spooned and weighed', async () => {
    const p = await open(DilutePage, { product: 'citric-descaler', percent: '4.5', mL: '450' });
    expect(p.text('dt-bottle')).toMatch(/20\.[23] g/);
    expect(p.text('.then')).toMatch(/Stir until nothing is left on the floor/);
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    expect(p.text('.then')).toMatch(/turn it over until nothing is left on the floor/);
  });
  test('saving needs a bottle, fills it, and takes from the nearest shelf', async () => {
    const p = await open(DilutePage, { ...bleach, spot: spotId('wet-screen') });
    expect(p.text('section.tag')).toMatch(/Choose one of your bottles/);
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    await p.press(/^Save bottle/);
    const entry = p.api.written[0] as {
      moves: { delta: number }[];
      fill: { parts: { amount: number }[]; left_mL: number; discardAt: string };
    };
    expect(entry).toMatchObject({ kind: 'mix', names: { bottle: 'The green sprayer', product: 'chlorine bleach' } });
    expect(entry.moves[0]!.delta).toBe(-entry.fill.parts[0]!.amount);
    expect(entry.fill.left_mL).toBe(450);
    expect(entry.fill.discardAt).toBe('2026-11-26T10:30:00.000Z');
    expect(p.told()).toMatch(/Saved: The green sprayer holds 450 mL/);
    expect(p.text('section.tag')).toMatch(/Back to the ladder/);
  });
  test('what must not meet what was in the bottle is said before it is filled', async () => {
    const p = await open(DilutePage, bleach);
    await p.press(/^Into which bottle/);
    await p.press(/The tall sprayer/);
    // the tall sprayer held dish detergent, whose label tells too little beside chlorine: no recipe, no label, nothing to press
    expect(p.text('section.refused')).toMatch(
      /Not like that.*Dish detergent in The tall sprayer.*chloramines cannot be ruled out/,
    );
    expect(p.fixture.nativeElement.querySelector('dt-bottle, section.tag')).toBeNull();
  });
  test.each([
    ['a drain opener', { product: 'drain-opener-caustic', percent: '5', mL: '450' }],
    ['a solvent', { product: 'spot-remover-naphtha', percent: '10', mL: '450' }],
    ['a tablet', { product: 'dishwasher-tablet', percent: '1', mL: '450' }],
  ])('%s is not thinned here, and it is said why with its source', async (_name, recipe) => {
    const p = await open(DilutePage, recipe);
    expect(p.fixture.nativeElement.querySelector('section.refused[role=alert] dt-source')).not.toBeNull();
    expect(p.fixture.nativeElement.querySelector('dt-bottle, section.tag')).toBeNull();
  });
  test('the dose of one’s own label lets more be made, no more than that', async () => {
    const p = await open(DilutePage, { product: 'dish-detergent', percent: '3', mL: '450' });
    expect(p.text('section.refused')).toMatch(/up to 10 mL\/L. If your own label says more, enter its dose/);
    await p.type('It may be used up to', '900', 'change');
    expect(p.text('section.refused')).toBe('');
    expect(p.text('.result')).toMatch(/%/);
  });
  test('more than the bottle holds is not saved', async () => {
    const p = await open(DilutePage, bleach);
    await p.press(/^Into which bottle/);
    await p.press(/The brown bottle/);
    await p.type('Finished volume', '400', 'change');
    expect(p.text('section.refused')).toMatch(/holds 250 mL: make less/);
    const save = [...p.fixture.nativeElement.querySelectorAll('button')].find((b: HTMLElement) =>
      /Save/.test(b.textContent!),
    );
    expect(save).toBeUndefined();
  });
  test('a refusal is quoted and the recipe stays', async () => {
    const p = await open(DilutePage, bleach);
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    p.api.refuse = refusal('Only 3 mL are there: count the shelf first.');
    await p.press(/^Save bottle/);
    expect(p.text('section.tag')).toMatch(/count the shelf first/);
    expect(p.text('.result')).toMatch(/ppm/);
  });
});
