import { inject, provideEnvironmentInitializer } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { demoId, spotId } from '@dolly-tub/demo';
import { Turns } from '../shared/in-turn';
import { open, refusal } from '../testing/house';
import { ChoosePage } from './choose.page';
import { WhyNot } from './why-not';

const SCREEN = spotId('wet-screen');

describe('Choose', () => {
  test('a spot is asked as a sentence, with the limits of the people who live here', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    expect(p.text('h1')).toBe('Shift limescale from sanitary acrylic, glossy in the wet room, shower screen');
    for (const limit of ['asthma', 'toddler', 'caged bird', 'septic tank']) expect(p.text('.chips')).toContain(limit);
  });
  test('sprayed acid is ruled out by name of the neighbour; four that people reach for are crossed out', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    expect(p.text('.sprayed')).toMatch(
      /Sprayed, it runs onto the limestone floor beside it\. Limestone dissolves in acid/,
    );
    expect(p.text('.ruled ul')).toMatch(/Chlorine bleach.*0000 steel wool.*A plastic surface bears no abrasive/);
  });
  test('the recommended rung lies open; another can be picked', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    expect(p.text('dt-rung-detail h2')).toMatch(/Citric acid 4\.5 %, on a held cloth/);
    await p.press(/^Rung \d: White vinegar 5 %, on a held cloth/);
    expect(p.text('dt-rung-detail h2')).toMatch(/White vinegar/);
  });
  test('what does as well is named, the rest by one tap; every answer of the card has its word', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    const before = p.text('dt-rung-detail dl');
    expect(before).toMatch(/\d+ more do as well/);
    // a figure without its word would push the others out of their column
    for (const dd of p.fixture.nativeElement.querySelectorAll('dt-rung-detail dl > dd') as Iterable<Element>)
      expect(dd.previousElementSibling!.tagName).toBe('DT');
    await p.press(/more do as well/);
    expect(p.text('dt-rung-detail dl').length).toBeGreaterThan(before.length);
    expect(p.text('dt-rung-detail dl')).not.toMatch(/more do as well/);
  });
  test('two rungs side by side are priced in the money of the house', async () => {
    const p = await open(ChoosePage, { spot: SCREEN, beside: '1' });
    expect(p.text('dt-rung-compare')).toMatch(/Side by side.*Cost £0\.\d\d £0\.\d\d/);
    expect(p.text('dt-rung-compare')).not.toMatch(/€/);
  });
  test('without a spot: soil and material alone', async () => {
    const p = await open(ChoosePage, { soil: 'red-wine', material: 'marble', finish: 'polished' });
    expect(p.text('h1')).toBe('Shift red wine from polished marble in no room in particular');
    expect(p.text('.ruled')).toMatch(/White vinegar/);
  });
  test('two words are asked for when nothing is said yet', async () =>
    expect((await open(ChoosePage)).text()).toMatch(/Tap the underlined words, or take one of these/));
  test('a question that does not hold together gets a sentence', async () =>
    expect((await open(ChoosePage, { soil: 'dust', material: 'moon-dust' })).text('[role=alert]')).toMatch(
      /not in the catalogue of materials/,
    ));
  test('damage is told as damage, with its first aid', async () =>
    expect((await open(ChoosePage, { soil: 'etch-mark', material: 'marble' })).text()).toMatch(
      /damage, not dirt.*At once/,
    ));
  test('why not opens for the thing that was pressed', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    await p.press(/^0000 steel wool/);
    expect(p.dialogs[0]).toMatchObject([WhyNot, { data: { query: '0000 steel wool' } }]);
  });
  test('doing it makes a run with the steps as they were, and goes there', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    await p.press(/^Do it now/);
    expect(p.api.created[0]).toMatchObject({
      door: 'runs',
      body: {
        spot: SCREEN,
        state: 'running',
        index: 0,
        question: { soil: 'limescale', severity: 4 },
        method: { product: 'citric-descaler', mechanism: 'acid' },
      },
    });
    const steps = p.api.created[0]!.body['steps'] as { text: string; wait_s?: { min: number } }[];
    expect(steps.some((s) => s.wait_s?.min === 600)).toBe(true);
    expect(p.went).toContainEqual({ path: ['/do', 'made'], query: undefined });
  });
  test('what is on no shelf goes on the list once', async () => {
    const p = await open(ChoosePage, { spot: SCREEN }, (rows) => {
      rows.tables['stock'] = rows.tables['stock']!.filter((s) => s['item'] !== 'citric-descaler');
    });
    expect(p.text('dt-rung-detail')).toMatch(/Missing here: citric acid/);
    await p.press(/^Put it on the list/);
    expect(p.api.created).toMatchObject([
      { door: 'shopping', body: { item: 'citric-descaler', unit: 'g', state: 'open', kit: demoId(3, 1) } },
    ]);
    expect(p.told()).toContain('citric acid');
  });
  test('a server that refuses is quoted', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    p.api.refuse = refusal('Somebody changed it.');
    await p.press(/^Do it now/);
    expect(p.text()).toContain('Somebody changed it.');
    expect(p.went).toEqual([]);
  });
  test('mixing a bottle takes product and strength along', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    await p.press(/^Mix a bottle/);
    expect(p.went[0]).toEqual({ path: ['/dilute'], query: { product: 'citric-descaler', percent: 4.5, spot: SCREEN } });
  });
  test('evidence of the house is shown in the sum', async () => {
    const p = await open(ChoosePage, { spot: SCREEN });
    await p.press(/^The sum behind it/, 'mat-expansion-panel-header');
    expect(p.text('.sum')).toMatch(/With what worked here \(1\.5 of 2\)/);
  });
});
describe('what may not be done today, and what matters beside looks', () => {
  const bleached = (rinsed: 0 | 1) => (rows: { log: unknown[] }) =>
    rows.log.push({
      id: 'bleached',
      seq: 9999,
      at: '2026-11-25T09:30:00.000Z',
      recordedAt: '2026-11-25T09:30:00.000Z',
      kind: 'clean',
      spot: SCREEN,
      rinsed,
      outcome: 'worked',
      question: { material: 'acrylic', finish: 'bath', soil: 'limescale', severity: 4 },
      method: { name: 'bleach', product: 'chlorine-bleach', tool: 'microfibre-cloth' },
      names: { product: 'chlorine bleach' },
    });
  test('acid after bleach that was rinsed today: it says from when, and cannot be started', async () => {
    const p = await open(ChoosePage, { spot: SCREEN }, bleached(1) as never);
    expect(p.text('.ladder, dt-ladder')).toMatch(/not today: from Thu,? 26 Nov/);
    expect(p.text('dt-rung-detail h2')).not.toMatch(/Citric|vinegar/i);
    await p.press(/^Rung \d: Citric acid/);
    expect(p.text('dt-rung-detail .notyet')).toMatch(/Not today\. From Thu.*26 Nov.*Chlorine bleach/);
    expect(p.text('dt-rung-detail')).not.toMatch(/Do it now/);
  });
  test('not rinsed: no acid at all; the person’s word that it was is written down', async () => {
    const p = await open(ChoosePage, { spot: SCREEN }, bleached(0) as never);
    expect(p.text('dt-ladder')).not.toMatch(/Citric|vinegar/i);
    expect(p.text('dt-been-here')).toMatch(/Chlorine bleach, used here today, not rinsed/);
    await p.press(/^I have rinsed it once/);
    await p.press(/^Twice, dried and aired/);
    expect(p.api.written).toEqual([
      { kind: 'rinse', spot: SCREEN, rinsed: 1 },
      { kind: 'rinse', spot: SCREEN, rinsed: 2, aired: true },
    ]);
  });
  test('nothing that counts: no notice of it', async () =>
    expect((await open(ChoosePage, { spot: SCREEN })).text('dt-been-here')).toBe(''));
  test('raw meat: paper first, then cleaned, rinsed and disinfected with a time', async () => {
    const p = await open(ChoosePage, { soil: 'meat-juice', material: 'polypropylene' });
    expect(p.text('dt-beside-looks')).toMatch(
      /Before anything else.*paper.*Clean, rinse, disinfect.*wet for \d+ min.*wet it again/,
    );
    expect(p.text('dt-rung-detail .steps')).toMatch(/Rinse.*(disinfect|wet for|Wet)/i);
  });
  test('mouse droppings are wetted with a disinfectant before anything moves, and nothing is worked dry', async () => {
    const p = await open(ChoosePage, { soil: 'rodent-droppings', material: 'porcelain-tableware' });
    expect(p.text('dt-beside-looks')).toMatch(
      /nothing moved before it is wet through.*Wet it with a disinfectant first/,
    );
    expect(p.text('dt-ladder')).not.toMatch(/Dry, with/);
  });
  test('petrol: no flame, no switch, before anything else', async () =>
    expect((await open(ChoosePage, { soil: 'petrol', material: 'cotton' })).text('dt-beside-looks')).toMatch(
      /Before anything else No flame, no spark, no switch/,
    ));
});

describe('Choose behind the first sight', () => {
  const UNSEEN = [provideEnvironmentInitializer(() => inject(Turns).begin())];
  const openUnseen = (inputs: Record<string, unknown>) => open(ChoosePage, inputs, undefined, UNSEEN);
  const whole = async (p: Awaited<ReturnType<typeof openUnseen>>) => {
    for (let i = 0; i < 300 && (!p.text('dt-rung-detail') || !TestBed.inject(Turns).none()); i++) await p.settle();
    return p.text();
  };

  test('is thought through a little at a time, and says what it says where it is seen', async () => {
    const seen = (await open(ChoosePage, { spot: SCREEN })).text();
    TestBed.resetTestingModule();
    const p = await openUnseen({ spot: SCREEN });
    expect(await whole(p)).toBe(seen);
    TestBed.inject(Turns).end();
    await p.settle();
    expect(p.text()).toBe(seen);
  });
  test('seen before its ladder is there, it has it at once', async () => {
    const p = await openUnseen({});
    p.fixture.componentRef.setInput('spot', SCREEN);
    p.fixture.detectChanges();
    expect(p.text('dt-rung-detail h2')).toBe('');
    TestBed.inject(Turns).end();
    p.fixture.detectChanges();
    expect(p.text('dt-rung-detail h2')).toMatch(/Citric acid 4\.5 %, on a held cloth/);
  });
  test('asked something else meanwhile, it answers that', async () => {
    const p = await openUnseen({});
    p.fixture.componentRef.setInput('spot', SCREEN);
    p.fixture.detectChanges();
    p.fixture.componentRef.setInput('soil', 'soap-scum');
    await whole(p);
    expect(p.text('h1')).toMatch(/^Shift soap scum/);
    expect(p.text()).toContain('More of soap scum');
    const before = p.text('dt-rung-detail');
    // and what is asked once it is seen is answered anew
    p.fixture.componentRef.setInput('soil', 'limescale');
    TestBed.inject(Turns).end();
    await p.settle();
    expect(p.text('dt-rung-detail')).not.toBe(before);
    expect(p.text('dt-rung-detail h2')).toMatch(/Citric acid 4\.5 %, on a held cloth/);
  });
});
