import { demoId } from '@dolly-tub/demo';
import { open, type Page } from '../testing/house';
import { DilutePage } from './dilute.page';

const vinegar = { product: 'white-vinegar', percent: '2', mL: '500' };
const also = async (p: Page<DilutePage>, name: string): Promise<void> => {
  await p.press(/^What else goes in/);
  const field = document.querySelector<HTMLInputElement>('.cdk-overlay-container input')!;
  field.value = name;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await p.settle();
  await p.press(new RegExp(`^${name}`), '.cdk-overlay-container [role=option]');
};

describe('several things in one bottle', () => {
  test('each is drawn as a layer, has its amount, its strength in the whole and a line of the list', async () => {
    const p = await open(DilutePage, vinegar);
    await also(p, 'isopropanol 70 %');
    await p.type('isopropanol 70', '50', 'change');
    expect(p.fixture.nativeElement.querySelectorAll('[data-fill=layer]')).toHaveLength(1);
    // 50 mL of 70 % in 500 mL
    expect(p.text('.facts')).toMatch(/Isopropanol 70 % 7 %\..*it only cleans/);
    expect(p.text('.then')).toMatch(/into the water\..*50 mL of isopropanol 70 %, to the upper line/);
    const said = p.fixture.nativeElement.querySelector('dt-bottle svg')!.getAttribute('aria-label')!;
    // 10 g of acid in 5 % of 1.01 g/mL are 198 mL, and 50 of alcohol
    expect(said).toMatch(/252 mL of water, then 198 mL of white vinegar up to 450 mL, then 50 mL of isopropanol/);
    // the water is what is left, so its line is no handle
    expect(p.fixture.nativeElement.querySelector('[aria-label="Water up to"]')).toBeNull();
    await p.press(/^Leave out isopropanol/);
    expect(p.fixture.nativeElement.querySelector('[data-fill=layer]')).toBeNull();
    expect(p.text('.facts')).toMatch(/Ratio 1 \+/);
  });
  test('all of it is saved: parts, strengths, water, and what comes off which shelf', async () => {
    const p = await open(DilutePage, vinegar);
    await also(p, 'isopropanol 70 %');
    await p.type('isopropanol 70', '40', 'change');
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    await p.press(/^Save bottle/);
    const { fill, moves } = p.api.written[0] as {
      fill: { parts: { item: string; amount: number }[]; water_mL: number; result: { percent: number }[] };
      moves: { delta: number }[];
    };
    expect(fill.parts.map((x) => x.item)).toEqual(['white-vinegar', 'isopropanol-70']);
    expect(fill.parts[1]!.amount).toBe(40);
    expect(fill.result[1]!.percent).toBeCloseTo((40 * 70) / 450, 4);
    expect(fill.water_mL).toBe(Math.round(450 - fill.parts[0]!.amount - 40));
    expect(moves.length).toBeGreaterThan(0);
  });
  test('what mixing forbids is no bottle', async () => {
    const p = await open(DilutePage, vinegar);
    await also(p, 'chlorine bleach');
    expect(p.text('section.refused')).toMatch(/Not like that/);
    expect(p.fixture.nativeElement.querySelector('dt-bottle')).toBeNull();
  });
  test('more than there is room for is told beside it, and stays as it was typed', async () => {
    const p = await open(DilutePage, vinegar);
    await also(p, 'isopropanol 70 %');
    await p.type('isopropanol 70', '400', 'change');
    expect(p.text('.mid [role=alert]')).toMatch(/no room for 400 mL of isopropanol 70 %/);
    await p.type('isopropanol 70', 'much', 'change');
    expect(p.text('dt-also')).toMatch(/A number above 0/);
  });
  test('a pasted recipe becomes a bottle, unless it is none', async () => {
    const p = await open(DilutePage, {});
    await p.press(/^A recipe from somewhere/, 'mat-expansion-panel-header');
    await p.type('Paste it here', '1 cup rubbing alcohol, 1 cup white vinegar, 1 cup water');
    await p.press(/^Make this bottle/);
    expect(p.fixture.nativeElement.querySelectorAll('[data-fill=layer]')).toHaveLength(1);
    expect(p.text('.left')).toMatch(/white vinegar|isopropanol/);
    await p.type('Paste it here', '1 cup bleach, 1 cup white vinegar');
    expect(p.text('dt-pasted')).not.toMatch(/Make this bottle/);
  });
});

describe('what a bottle brings along', () => {
  test('a head of another bottle is judged, moved with the bottle, and written first', async () => {
    const p = await open(DilutePage, { product: 'dish-detergent', percent: '0.05', mL: '450' });
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    await p.press(/^Which head goes on it/);
    await p.press(/the head of The tall sprayer/);
    await p.press(/^Save bottle/);
    expect(p.api.written.map((e) => e['kind'])).toEqual(['head-moved', 'mix']);
    expect(p.api.written[0]).toMatchObject({ from: demoId(5, 2) });
  });
  test('a head that has met what forbids it stops the bottle', async () => {
    const p = await open(DilutePage, { product: 'chlorine-bleach', ppm: '1000', mL: '450' });
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    expect(p.fixture.nativeElement.querySelector('section.refused')).toBeNull();
    await p.press(/^Which head goes on it/);
    await p.press(/the head of The tall sprayer/);
    expect(p.text('section.refused')).toMatch(/head of The tall sprayer/);
    await p.press(/^Leave its own head on/);
    expect(p.fixture.nativeElement.querySelector('section.refused')).toBeNull();
  });
  test('what the other bottle gets in return is judged too', async () => {
    const fill = (item: string) => ({
      parts: [{ item, amount: 5, unit: 'mL', stock: null, strength: null, contents: null }],
      water_mL: 400,
      result: [],
      target: null,
      mixedAt: '2026-11-20T10:00:00Z',
      by: null,
      discardAt: '2026-12-20T10:00:00Z',
      left_mL: 400,
      labelPrintedAt: null,
    });
    const p = await open(DilutePage, { product: 'chlorine-bleach', ppm: '1000', mL: '450' }, (rows) => {
      const bottle = (name: string) => rows.tables['bottles']!.find((b) => b['name'] === name)!;
      const [green, tall] = [bottle('The green sprayer'), bottle('The tall sprayer')];
      green['fill'] = null;
      tall['fill'] = fill('chlorine-bleach');
      // its head has met vinegar; the other one holds bleach, and would get that head
      rows.log.push(
        {
          id: 'v',
          seq: 9001,
          kind: 'mix',
          at: '2026-11-20T10:00:00Z',
          recordedAt: '2026-11-20T10:00:00Z',
          bottle: green.id,
          fill: fill('white-vinegar'),
        },
        {
          id: 'w',
          seq: 9002,
          kind: 'pour-out',
          at: '2026-11-21T10:00:00Z',
          recordedAt: '2026-11-21T10:00:00Z',
          bottle: green.id,
        },
      );
    });
    await p.press(/^Into which bottle/);
    await p.press(/The green sprayer/);
    expect(p.text('section.refused')).toMatch(/vinegar/);
    await p.press(/^Which head goes on it/);
    await p.press(/the head of The tall sprayer/);
    // bleach under a head that bleach ran through; but bleach under a head that vinegar ran through
    expect(p.fixture.nativeElement.querySelector('section.refused')).toBeNull();
    expect(p.text('section.tag [role=alert]')).toMatch(/The tall sprayer gets this head in return/);
    const save = [...p.fixture.nativeElement.querySelectorAll('button')].find((b: HTMLElement) =>
      /^\s*Save/.test(b.textContent!),
    );
    expect(save!.disabled).toBe(true);
  });
  test('an old label that says something else must be off before it is saved', async () => {
    const p = await open(DilutePage, vinegar);
    await p.press(/^Into which bottle/);
    await p.press(/The tall sprayer/);
    const save = (): HTMLButtonElement | undefined =>
      [...p.fixture.nativeElement.querySelectorAll('button')].find((b: HTMLElement) => /^\s*Save/.test(b.textContent!));
    expect(p.text('section.tag')).toMatch(/The old label \(.*dish detergent.*\) is off or covered/);
    expect(save()!.disabled).toBe(true);
    await p.press(/The old label/, 'mat-checkbox label');
    expect(save()!.disabled).toBe(false);
  });
  test('what happened to it stands beside its label, newest first', async () => {
    const p = await open(DilutePage, { bottle: demoId(5, 2) });
    expect(p.text('dt-bottle-label')).toMatch(/What it held before, and since.*Filled with .*dish detergent/);
  });
});

describe('time', () => {
  const line = (p: Page<DilutePage>): string =>
    p.fixture.nativeElement.querySelector('dt-time-line svg')!.getAttribute('aria-label')!;
  test('one line with now on it: wet, worked, poured away, and how long the pack is good', async () => {
    const p = await open(DilutePage, { product: 'chlorine-bleach', ppm: '1000', mL: '450' });
    // 200 days old; a fresh one is enough for 221 days, twice as much for 954
    expect(line(p)).toMatch(/^Time: pack 7 months old; dry: 6 min; worked: 10 min; pour away: 24 h/);
    expect(line(p)).toMatch(/take more: 21 days; buy new: 2 years/);
  });
  test('what does not age has no past', async () => {
    const p = await open(DilutePage, vinegar);
    expect(line(p)).toMatch(/^Time: dry: /);
    expect(line(p)).not.toMatch(/pack/);
  });
  test('peroxide opened long ago is reckoned weaker; never opened it is not', async () => {
    const p = await open(DilutePage, { product: 'peroxide-3', percent: '1', mL: '450' }, (rows) => {
      const row = rows.tables['stock']!.find((s) => s['item'] === 'peroxide-3')!;
      row['openedOn'] = '2026-05-29';
    });
    // 180 days: 3 % × 0.5^(180/720)
    expect(p.text('.age')).toMatch(/180 days old: likely 2\.52 % now \(1\.5 to/);
    await p.press(/^never opened/);
    expect(p.text('.age')).toMatch(/likely 2\.99 % now/);
  });
});

describe('a test strip', () => {
  test('a pad stands for a span; the least of it counts from then on', async () => {
    const p = await open(DilutePage, { product: 'chlorine-bleach', ppm: '1000', mL: '450' });
    await p.press(/^By a test strip/, 'mat-expansion-panel-header');
    expect(p.text('dt-strip')).toMatch(/tap the pad that it is most like/);
    await p.press(/^100$/, 'dt-strip mat-button-toggle button');
    // between 75 and 150, 15 % more each way, of 1 in 500
    expect(p.text('dt-strip .answer')).toMatch(/about 50000 ppm \(31900 to 86300\)/);
    await p.press(/^Reckon with 3\.1 %/);
    expect(p.text('.age')).toMatch(/likely 2\.\d+ %|likely 3/);
    await p.press(/^200$/, 'dt-strip mat-button-toggle button');
    expect(p.text('dt-strip .answer')).toMatch(/At least .* thin it further/);
  });
  test('the built-in strip shows how it goes, the same each time', async () => {
    const p = await open(DilutePage, { product: 'chlorine-bleach', ppm: '1000', mL: '450' });
    await p.press(/^By a test strip/, 'mat-expansion-panel-header');
    await p.press(/show me with the built-in strip/);
    expect(p.text('dt-strip .answer')).toMatch(/The stock holds about \d+ ppm/);
  });
  test('only chlorine has strips', async () =>
    expect((await open(DilutePage, vinegar)).fixture.nativeElement.querySelector('dt-strip')).toBeNull());
});

describe('how much for what', () => {
  test('surfaces: sprayed, wiped, mopped, strokes, and a bottle of it', async () => {
    const p = await open(DilutePage, vinegar);
    await p.press(/^Other sums/, 'mat-expansion-panel-header');
    await p.type('Smooth', '2');
    await p.type('Grout', '1');
    expect(p.text('dt-sums .answer')).toMatch(/^105 mL sprayed \(88 strokes\), 52\.5 wiped on, 158 mopped/);
    await p.press(/^Make 110 mL/);
    expect(p.text('.mid h2')).toMatch(/110 mL/);
    await p.type('Smooth', '40');
    expect(p.text('dt-sums .answer')).toMatch(/too many for one hand/);
  });
  test('a spoon that nobody weighed is drawn otherwise than one that was', async () => {
    const p = await open(DilutePage, { product: 'white-vinegar', percent: '0.5', mL: '450' });
    for (const spoon of [/^teaspoon/, /^tablespoon/, /^cup/, /^the blue cap/])
      await p.press(spoon, 'mat-button-toggle button');
    expect(p.text('dt-bottle')).toMatch(/the blue cap.*, not weighed/);
    expect(p.fixture.nativeElement.querySelector('.spoon.supposed')).not.toBeNull();
  });
});
