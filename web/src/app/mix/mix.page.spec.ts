import { open } from '../testing/house';
import { Emergency } from './emergency';
import { MixPage } from './mix.page';

describe('Mix', () => {
  test('two products of the address: verdict, shape, words and what to do', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,white-vinegar' });
    expect(p.text('.head')).toMatch(/5 of 5: keep apart Makes a poison gas/);
    expect(p.fixture.nativeElement.querySelector('.head')!.classList).toContain('whole');
    expect(p.text('.pair')).toMatch(/Why Sodium hypochlorite \+ Acetic acid → chlorine/);
  });
  test('the head is a live region', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,white-vinegar' });
    expect(p.fixture.nativeElement.querySelector('.head')!.getAttribute('aria-live')).toBe('polite');
  });
  test('where it meets changes the verdict: rinsed in between', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,white-vinegar', where: 'surface' });
    await p.press(/^rinsed in between/);
    expect(p.text('.head')).toMatch(/2 of 5 Only after rinsing/);
    expect(p.text('.pair')).toMatch(/another day/);
  });
  test('in a machine the labels are asked, and only both of them open it', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,laundry-liquid', where: 'machine' });
    expect(p.text('.head')).toMatch(/2 of 5 Only if both labels say so/);
    expect(p.text('dt-label-allows')).toMatch(/My label tells me to.*Chlorine bleach.*Laundry liquid/);
  });
  test('no label opens what is deadly in a machine too', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,white-vinegar', where: 'machine' });
    expect(p.text('.head')).toMatch(/5 of 5: keep apart/);
    expect(p.fixture.nativeElement.querySelector('dt-label-allows')).toBeNull();
  });
  test('a closed bottle makes a fizz dangerous', async () => {
    const p = await open(MixPage, { with: 'white-vinegar,baking-soda' });
    expect(p.text('.head')).toMatch(/2 of 5.*They undo each other/);
    await p.press(/^closed bottle/);
    expect(p.text('.head')).toMatch(/4 of 5.*Can burst the bottle/);
  });
  test('a harmless pair claims no more than was read', async () => {
    expect((await open(MixPage, { with: 'isopropanol-70,water' })).text('.because')).toMatch(
      /everything in them is named/,
    );
  });
  test('a partly named pair says so', async () => {
    expect((await open(MixPage, { with: 'dish-detergent,isopropanol-70' })).text('.because')).toMatch(
      /anything that their labels name/,
    );
  });
  test('a pasted label is read while it is typed, and judged on request', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach' });
    await p.press(/^\+ paste a label/);
    await p.type('What the label says', 'water, citric acid 5 %, wonder stuff');
    expect(p.text('form')).toMatch(/2 of 3 recognised.*Not recognised “wonder stuff”/);
    p.fixture.nativeElement.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
    expect(p.text('.head')).toMatch(/5 of 5/);
    expect(p.text('.ask')).toMatch(/1 not recognised: “wonder stuff”/);
  });
  test('an entry can be put right: it is this', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach' });
    await p.press(/^\+ paste a label/);
    await p.type('What the label says', 'water, wonder stuff');
    await p.press(/“wonder stuff” is/);
    await p.press(/^Sulfuric acid/, '[role=option]');
    expect(p.text('form')).toMatch(/Sulfuric acid “wonder stuff” · you said so/);
    p.fixture.nativeElement.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await p.settle();
    expect(p.text('.head')).toMatch(/5 of 5/);
    expect(p.text('.ask')).not.toMatch(/not recognised/);
  });
  test('a label can be kept as a product, with what was put right', async () => {
    const p = await open(MixPage);
    await p.press(/^\+ paste a label/);
    await p.type('What the label says', 'water, citric acid 5 %');
    await p.press(/^keep it as a product of this house/);
    expect(p.went.at(-1)).toMatchObject({ path: ['/own'], query: { kind: 'products', from: 'label' } });
  });
  test('things can be taken away again', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,white-vinegar' });
    await p.press(/^take away White vinegar/);
    expect(p.text()).toMatch(/Two things, and where/);
  });
  test('an own bottle is judged by what went in', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach' });
    await p.press(/^Add a mixed bottle/);
    await p.press(/^The tall sprayer/);
    expect(p.text('.ask')).toMatch(/The mixed bottle/);
    expect(p.text('.head')).toMatch(/3 of 5: keep apart/);
  });
  test('a brush that was used: judged by what it carries, and a rinse changes the verdict and is written down', async () => {
    const p = await open(MixPage, { with: 'white-vinegar' });
    await p.press(/^Add what is there already/);
    await p.press(/^Toothbrush, Wet room shelf/, '[role=option]');
    expect(p.text('.head')).toMatch(/5 of 5/);
    expect(p.text('.ask')).toMatch(/chlorine bleach, 3 days ago, not rinsed/);
    await p.press(/^I have rinsed it/);
    expect(p.api.written[0]).toMatchObject({ kind: 'rinse', rinsed: 2, tools: [expect.any(String)] });
    expect(p.text('.head')).toMatch(/2 of 5 Only after rinsing/);
  });
  test('it has happened: the card cannot be dismissed by a stray click', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach,white-vinegar' });
    await p.press(/^I have already mixed it/);
    expect(p.dialogs[0]).toMatchObject([
      Emergency,
      { disableClose: true, data: { what: 'chlorine bleach and white vinegar' } },
    ]);
  });
  test('one thing alone, by how it is used', async () => {
    const p = await open(MixPage, { with: 'isopropanol-70' });
    await p.press(/^And is it/, 'mat-expansion-panel-header');
    await p.press(/^near a flame/);
    expect(p.text('.head')).toMatch(/5 of 5: keep apart Catches fire here/);
    expect(p.text('.pair')).toMatch(/No flame, spark or pilot light/);
  });
  test('what is often there already: dried urine under bleach', async () => {
    const p = await open(MixPage, { with: 'chlorine-bleach' });
    await p.press(/^Add what is there already/);
    await p.press(/^Urine, also dried/, '[role=option]');
    expect(p.text('.head')).toMatch(/5 of 5: keep apart Makes a poison gas/);
  });
  test('what to wear, and the people of the house first', async () => {
    const p = await open(MixPage, { with: 'glass-cleaner-ammonia,chlorine-bleach' });
    expect(p.text('.guards')).toMatch(/When you use either.*asthma/i);
    expect(p.text('.guards')).toMatch(/Gloves/);
  });
  test('no card where nothing can happen', async () =>
    expect((await open(MixPage, { with: 'isopropanol-70,water' })).text()).not.toMatch(/already mixed/));
});
