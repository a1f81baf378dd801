import { demoId, spotId } from '@dolly-tub/demo';
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
  test('with nothing chosen it offers what is on the shelves; in an empty house what is thinned most', async () => {
    const p = await open(DilutePage, {});
    expect(p.text('.mid')).toMatch(/What is it made from\?.*chlorine bleach/);
    await p.press(/^white vinegar/, '.mid button');
    expect(p.text('dt-bottle')).toMatch(/white vinegar/);
  });
  test('in an empty house it offers what has published strengths', async () => {
    const p = await open(DilutePage, {}, (rows) => {
      rows.tables['stock'] = [];
    });
    expect(p.text('.mid')).toMatch(/What is it made from\?.*(bleach|peroxide|alcohol|isopropanol)/);
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
  test('a ratio as it is printed: both ways to read it, and how far apart they are', async () => {
    const p = await open(DilutePage, { product: 'white-vinegar', percent: '2', mL: '500' });
    await p.type('Strength in %, or a ratio', '1:10', 'change');
    // one in ten of 5 % by weight, 1.01 g/mL: 0.505 g in 100 mL
    expect(p.text('.facts')).toMatch(/Ratio 1 \+ 9/);
    expect(p.text('.left')).toMatch(
      /1\+9: one part in 10 parts in all.*1\+10: one part and 10 of water.*1\+10 would be 9\.09 % weaker/,
    );
    expect(p.text('dt-bottle')).toMatch(/or 1\+10/);
    await p.press(/^1\+10:/, 'mat-button-toggle button');
    expect(p.text('.facts')).toMatch(/Ratio 1 \+ 10/);
    expect(p.text('.left')).toMatch(/1\+9 would be 10 % stronger/);
    // a bare number counts in per cent again
    await p.type('Strength in %, or a ratio', '2', 'change');
    expect(p.text('dt-bottle')).not.toMatch(/or 1\+/);
    expect(p.text('.result')).toMatch(/%/);
  });
  test('the line between water and stock is moved, and everything follows', async () => {
    const p = await open(DilutePage, { product: 'white-vinegar', percent: '1', mL: '500' });
    const water = p.fixture.nativeElement.querySelector('[aria-label="Water up to"]') as Element;
    const ratio = (): number => Number(/Ratio 1 \+ ([\d.]+)/.exec(p.text('.facts'))![1]);
    const before = ratio();
    water.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageDown', cancelable: true }));
    await p.settle();
    expect(ratio()).toBeLessThan(before);
    const field = p.fixture.nativeElement.querySelector('input[aria-label^="Strength"]') as HTMLInputElement;
    expect(field.value).toMatch(/^1\+[\d.]+$/);
  });
  test('what is a strength is no share of the bottle', async () => {
    const p = await open(DilutePage, bleach);
    await p.type('Strength in ppm, or a ratio', '0.1 %', 'change');
    expect(p.text('.result')).toMatch(/\d{3,4} ppm.*inside 800 to 1600/);
    await p.type('Strength in ppm, or a ratio', '1000 ppm', 'change');
    expect(p.text('.result')).toMatch(/inside 800 to 1600/);
  });
  test('a text that is none stays, and the word is named', async () => {
    const p = await open(DilutePage, bleach);
    const before = p.text('.mid');
    await p.type('Strength in ppm, or a ratio', '2 moons per gallon', 'change');
    expect(p.text('.left [role=alert]')).toMatch(/from "moons" on/);
    expect(p.text('.mid')).toBe(before);
    const field = p.fixture.nativeElement.querySelector('input[aria-label^="Strength"]') as HTMLInputElement;
    expect(field.value).toBe('2 moons per gallon');
  });
  test('how long it stays wet against the time that it needs', async () => {
    const p = await open(DilutePage, bleach);
    expect(p.text('.facts')).toMatch(/Keep it wet 5 min to 10 min: wet it again after 5 min/);
    expect(p.text('.facts')).toMatch(/Stays wet 6 to 13 min/);
  });
  test('what an acid takes up, and what the water of the house leaves', async () => {
    const acid = await open(DilutePage, { product: 'citric-descaler', percent: '4.5', mL: '1000' });
    expect(acid.text('.facts')).toMatch(/Ten grams of scale 12\.8 g of acid, 2 baths; pressed further/);
    expect(acid.text('.facts')).toMatch(/a litre boiled leaves 0\.\d+ g of scale/);
  });
  test('a bottle of its own address: what is in it, and its label to print, on a sheet or large', async () => {
    const p = await open(DilutePage, { bottle: demoId(5, 2) });
    expect(p.text('dt-bottle-label')).toMatch(/The tall sprayer, as it was filled/);
    const img = (): HTMLImageElement => p.fixture.nativeElement.querySelector('dt-bottle-label img');
    expect(img().alt).toMatch(/Dish detergent.*Pour away/);
    expect(img().src).toMatch(/\/api\/labels\?bottles=.*form=svg/);
    const link = (): string => p.fixture.nativeElement.querySelector('dt-bottle-label a').href;
    expect(link()).toMatch(/form=pdf&sheet=one/);
    await p.press(/A4, eight/);
    await p.press(/^large print/, 'mat-slide-toggle label');
    expect(link()).toMatch(/sheet=a4x8&large=1/);
    expect(p.text('.left')).toMatch(/dish detergent/);
  });
  test('a recipe from somewhere is judged before it is made', async () => {
    const p = await open(DilutePage, bleach);
    await p.press(/^A recipe from somewhere/, 'mat-expansion-panel-header');
    await p.type('Paste it here', '1/2 cup bleach, 1/2 cup vinegar, 1 gallon of water');
    expect(p.text('dt-pasted')).toMatch(/Makes a poison gas.*chlorine bleach.*does not count.*Why: see them meet/);
    await p.type('Paste it here', '1 cup rubbing alcohol, 1 cup water');
    expect(p.text('dt-pasted')).toMatch(/Fine together.*35 % in it.*too thin.*it only cleans/);
    await p.type('Paste it here', 'hello there');
    expect(p.text('dt-pasted')).toMatch(/No amounts are in that/);
  });
  test('the small sums: topping up, scale, the kettle, a wash, a soak', async () => {
    const p = await open(DilutePage, { product: 'citric-descaler', percent: '4.5', mL: '1000' });
    await p.press(/^Other sums/, 'mat-expansion-panel-header');
    const fill = async (values: Record<string, string>) => {
      for (const [label, v] of Object.entries(values)) await p.type(label, v);
      return p.text('dt-sums .answer');
    };
    await p.press(/^Top it up/);
    expect(await fill({ 'Left in it': '400', 'That is': '0.3', 'Full it holds': '800', 'To be': '0.5' })).toMatch(
      /Fill/,
    );
    await p.press(/^Take scale off/);
    expect(await fill({ 'Crust, thick': '0.5', Over: '200', 'A bath of': '1000', 'Bath strength': '5' })).toMatch(
      /About 18 g of scale: 23 g of citric acid, in at least 2 baths; pressed further it leaves a white crust.*A bath is spent after [\d.]+ g/,
    );
    await p.press(/^Scale by weighing/);
    expect(await fill({ 'The kettle, furred': '918', 'The same when clean': '900' })).toMatch(/Fill them in/);
    expect(await fill({ 'A bath of': '1000', 'Bath strength': '5' })).toMatch(/^About 18 g of scale/);
    expect(await fill({ 'The kettle, furred': '800' })).toMatch(/Furred it weighs more/);
    await p.press(/^The kettle/);
    expect(await fill({ 'Boiled a day': '2' })).toMatch(/[\d.]+ g of scale a month at most/);
    await p.press(/^Soften a wash/);
    expect(await fill({ 'The wash takes': '50' })).toMatch(/g of washing soda .* g of soap turn to scum/);
    await p.press(/^A load of laundry/);
    // 0.4 + 0.6 × 0.5 of 60, a fifth more in the hard water of the house
    expect(await fill({ 'Its label says': '60', 'The load': '2.25', Dirt: '2' })).toMatch(/^50\.4 of it/);
    expect(await fill({ Dirt: '0.2' })).toMatch(/1 for light/);
    await p.press(/^By weight or volume/);
    expect(await fill({ 'It says': '5' })).toMatch(/How heavy its solutions are is not known/);
    await p.press(/^Cover it/);
    const basin = { 'Floor of the basin': '1200', 'Liquid stands': '12', 'The thing itself': '2000' };
    expect(await fill({ ...basin, 'The basin holds': '20000' })).toMatch(/^12400 mL cover it/);
    expect(await fill({ 'The basin holds': '10000' })).toMatch(/holds only 8000: take a larger one/);
    await p.press(/^Concentrate or ready-made/);
    const packs = {
      'The concentrate costs': '4',
      'Its pack holds': '1000',
      'Into a litre': '5',
      'Ready-made costs': '2',
    };
    // 2 pence a litre against 4; 250 mL a week are 13.0 L a year
    expect(await fill({ ...packs, 'And holds': '500', 'Used a week': '250' })).toMatch(
      /A ready litre: 0\.02 from the concentrate, 4 ready-made\. In a year 0\.261 against 52\.2: the concentrate saves 51\.9/,
    );
    await p.press(/^Several at once/);
    await p.type('Strength in %, or a ratio', '1+9', 'change');
    expect(await fill({ Bottles: '4', 'Each takes': '500' })).toMatch(/^2000 mL in all: \d+ mL of it into \d+ mL/);
  });
  test('what a pack promises is held against its dose', async () => {
    const p = await open(DilutePage, { product: 'dish-detergent', percent: '0.05', mL: '500' });
    await p.press(/^Other sums/, 'mat-expansion-panel-header');
    await p.press(/^What a pack promises/);
    for (const [label, v] of [
      ['The pack holds', '100'],
      ['Makes, it says', '400'],
      ['A bottle being', '500'],
    ] as const)
      await p.type(label, v);
    // a quarter of a mL in half a litre; the least is 2 mL/L: 1 mL each, 100 bottles
    expect(p.text('dt-sums .answer')).toMatch(
      /^That is 0\.25 mL a bottle, 0\.5 mL\/L: too thin, .* makes 100 bottles at most/,
    );
  });
  test('any three of the five are enough', async () => {
    const p = await open(DilutePage, bleach);
    await p.press(/^Work out any part/, 'mat-expansion-panel-header');
    expect(p.text('dt-work-out')).toMatch(/Type any three/);
    await p.type('From', '5');
    await p.type('To', '0.5');
    await p.type('In all', '1000');
    expect(p.text('dt-work-out')).toMatch(/100 mL.*900 mL.*1 \+ 9/);
    await p.type('To', '6');
    expect(p.text('dt-work-out')).toMatch(/only make it weaker/);
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
