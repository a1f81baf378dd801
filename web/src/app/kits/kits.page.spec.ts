import { demoId } from '@dolly-tub/demo';
import { open, refusal } from '../testing/house';
import { KitsPage } from './kits.page';

const SHELF = demoId(3, 1);

describe('Kits', () => {
  test('the shelf, its weight against its limit, and what is below par', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    expect(p.text('h1')).toBe('Wet room shelf');
    expect(p.text('.about')).toMatch(/shelf · about 5\.0\d of 6 kg · 15 things/);
    expect(p.text('[aria-labelledby=low-title]')).toMatch(/citric acid 0 of 250 g/);
  });
  test('bleach beside the acid spray: keep apart, by the mixing engine', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    expect(p.text('.verdict')).toMatch(
      /Not on one shelf Chlorine bleach and limescale spray\. If both leak: acid turns the bleach into chlorine gas/,
    );
    expect(p.fixture.nativeElement.querySelectorAll('li.clashing')).toHaveLength(3);
    // one tap to the card from every 4 and 5
    expect(p.fixture.nativeElement.querySelector('.verdict a')!.getAttribute('href')).toMatch(
      /^\/emergency\?what=chlorine/,
    );
  });
  test('without bleach and peroxide nothing clashes', async () => {
    const p = await open(KitsPage, { kit: SHELF }, (rows) => {
      rows.tables['stock'] = rows.tables['stock']!.filter(
        (s) => s['item'] !== 'chlorine-bleach' && s['item'] !== 'peroxide-3',
      );
    });
    expect(p.text()).not.toMatch(/Not on one shelf/);
  });
  test('what a rung needs: here, elsewhere, nowhere; one tap lists it', async () => {
    const p = await open(KitsPage, { kit: SHELF, needs: 'citric-descaler,microfibre-cloth,pumice,nothing-such' });
    const needs = p.text('[aria-labelledby=needs-title]');
    expect(needs).toMatch(/citric acid in Wash-house store/);
    expect(needs).toMatch(/microfibre cloth 3/);
    expect(needs).toMatch(/pumice nowhere/);
    await p.press(/^list it$/, '[aria-labelledby=needs-title] button');
    expect(p.api.created[0]).toMatchObject({
      door: 'shopping',
      body: { item: 'citric-descaler', amount: 250, unit: 'g', state: 'open', kit: SHELF },
    });
  });
  test('counting writes the difference, never the bare number', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    await p.press(/^white vinegar, 640 of 1000 mL/);
    await p.type('On hand', '600');
    p.fixture.nativeElement.querySelector('form.count')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
    expect(p.api.written[0]).toMatchObject({ kind: 'stock', reason: 'count', moves: [{ delta: -40, unit: 'mL' }] });
    expect(p.told()).toMatch(/Counted: 600 mL/);
  });
  test('a count that is no number gets a sentence', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    await p.press(/^white vinegar, 640/);
    await p.type('On hand', 'some');
    p.fixture.nativeElement.querySelector('form.count')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
    expect(p.text('[aria-labelledby=thing-title]')).toMatch(/Write a number/);
    expect(p.api.written).toEqual([]);
  });
  test('bought one adds a pack', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    await p.press(/^white vinegar, 640/);
    await p.press(/^Bought one/);
    expect(p.api.written[0]).toMatchObject({ reason: 'buy', moves: [{ delta: 1000, unit: 'mL' }] });
  });
  test('moving by the list says place and kit', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    await p.press(/^chlorine bleach, 310/);
    await p.press(/^Move to/);
    await p.press(/^Wash-house store: upper shelf/);
    expect(p.api.replaced).toEqual([]);
    expect(p.text('[role=alertdialog]')).toMatch(/Chlorine bleach does not go there/);
    await p.press(/^Leave it where it is/);
    expect(p.api.replaced).toEqual([]);
    await p.press(/^Move to/);
    await p.press(/^Wash-house store: upper shelf/);
    await p.press(/^it stands there already/);
    expect(p.api.replaced[0]).toMatchObject({
      door: 'stock',
      record: { item: 'chlorine-bleach', place: 'upper', kit: demoId(3, 7) },
    });
  });
  test('a shopping line is bought or dropped', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    await p.press(/^bought enzyme cleaner/);
    await p.press(/^drop enzyme cleaner/).catch(() => undefined);
    // on its shelf, and off the list, in one entry
    expect(p.api.written[0]).toMatchObject({ kind: 'stock', reason: 'buy', moves: [{ unit: 'mL' }] });
    expect(p.text('[aria-labelledby=buy-title]')).toMatch(/Nothing to buy/);
  });
  test('a refusal is quoted', async () => {
    const p = await open(KitsPage, { kit: SHELF });
    await p.press(/^white vinegar, 640/);
    p.api.refuse = refusal('The shelf is gone.');
    await p.press(/^Bought one/);
    expect(p.text('[aria-labelledby=thing-title]')).toMatch(/The shelf is gone/);
  });
  test('a mixed bottle past its day is told to be poured away', async () => {
    const p = await open(KitsPage, { kit: demoId(3, 2) }, (rows) => {
      const b = rows.tables['bottles']!.find((x) => x['name'] === 'The tall sprayer')!;
      (b['fill'] as { discardAt: string }).discardAt = '2020-01-01T00:00:00Z';
    });
    expect(p.text()).toMatch(/The tall sprayer 430 mL pour away/);
  });
});
