import { TestBed } from '@angular/core/testing';
import { demoId } from '@dolly-tub/demo';
import type { Edit, Kit, Stock } from '@dolly-tub/core';
import { demoRows, open, type Page } from '../testing/house';
import { AddThings } from './add-things';
import { KitEdit } from './kit-edit';
import { KitMakePage } from './kit-make.page';
import { Moving } from './moving';
import { ThingEdit } from './thing-edit';
import { ThingPanel } from './thing-panel';

const WET = demoId(3, 1);
const rows = demoRows();
const kit = (): Kit => rows.tables['kits']!.find((k) => k.id === WET) as unknown as Kit;
const here = (): Stock[] => rows.tables['stock']!.filter((s) => s['kit'] === WET) as unknown as Stock[];
const edits = (p: Page<unknown>): Edit[] => p.api.written[0]!['edits'] as Edit[];

describe('things from a list in plain words', () => {
  const adding = () => open(AddThings, { kit: kit(), here: here() });
  test('what is understood, what is asked about, and what the gate keeps off', async () => {
    const p = await adding();
    await p.type('A list', '2 microfibre cloths, limescale spray 500 ml, glass cleaner');
    expect(p.text('ul')).toMatch(/Microfibre cloth 2/);
    expect(p.text('ul')).toMatch(/Limescale spray stays off: Not beside chlorine bleach\./);
    expect(p.text('ul')).toMatch(/“glass cleaner”: which is that\?/);
    await p.press(/^Put 1 on the shelf/);
    const made = edits(p).filter((e) => e.does === 'make');
    expect(made.map((e) => e.fields)).toMatchObject([{ item: 'microfibre-cloth', onHand: 2, kit: WET, place: 'top' }]);
  });
  test('an answer makes it a thing; what is new is kept at that much, what has a par keeps it', async () => {
    const p = await adding();
    await p.type('A list', 'glass cleaner, squeegee, microfibre cloth');
    await p.press(/^glass cleaner with alcohol$/);
    await p.press(/^Put 3 on the shelf/);
    const par = (edits(p).find((e) => e.on === 'kits')!.fields as { par: { item: string; level: number }[] }).par;
    expect(par).toContainEqual({ item: 'glass-cleaner-alcohol', level: 500, unit: 'mL' });
    expect(par.filter((x) => x.item === 'microfibre-cloth')).toEqual([
      { item: 'microfibre-cloth', level: 5, unit: 'piece' },
    ]);
    expect(p.told()).toMatch(/^3 things are on Wet room shelf/);
  });
  test('nothing understood, nothing to put', async () => {
    const p = await adding();
    await p.type('A list', 'light bulbs');
    expect((p.fixture.nativeElement as HTMLElement).querySelector<HTMLButtonElement>('[type=submit]')!.disabled).toBe(
      true,
    );
  });
});

describe('a thing on the shelf', () => {
  const vinegar = () => here().find((s) => s.item === 'white-vinegar')!;
  const changing = () => open(ThingEdit, { stock: vinegar(), name: 'White vinegar', kit: kit() });
  test('its pack and its par in one deed; a par of nothing is none', async () => {
    const p = await changing();
    await p.type('A pack of it holds', '750');
    await p.type('Always keep', '500');
    await p.press(/^Save/);
    expect(edits(p)).toMatchObject([
      { does: 'change', on: 'stock', id: vinegar().id, fields: { pack: { amount: 750, unit: 'mL' } } },
      {
        does: 'change',
        on: 'kits',
        id: WET,
        fields: { par: expect.arrayContaining([{ item: 'white-vinegar', level: 500, unit: 'mL' }]) },
      },
    ]);
  });
  test('a number that is none is marked, and nothing is sent', async () => {
    const p = await changing();
    await p.type('A pack of it holds', 'a lot');
    await p.press(/^Save/);
    expect(p.api.written).toEqual([]);
    expect(p.text()).toMatch(/A number above nothing/);
  });
  test('a code whose last figure does not fit is not kept; how it feels is asked where somebody does not see', async () => {
    const p = await open(ThingEdit, { kit: kit(), stock: vinegar(), name: 'White vinegar' }, (rows) => {
      rows.tables['members']![0]!['sight'] = 'no sight';
    });
    await p.type('Figures under its bars', '6291041500214');
    await p.press(/^Save/);
    expect(p.api.written).toEqual([]);
    await p.type('Figures under its bars', '036000291452');
    expect(p.text('form')).toMatch(/How it feels: shape/);
    await p.press(/^Save/);
    expect(edits(p)[0]!.fields).toMatchObject({ barcode: '0036000291452', feel: null });
    TestBed.resetTestingModule();
    const q = await open(ThingEdit, { kit: kit(), stock: vinegar(), name: 'White vinegar' });
    expect(q.text('form')).not.toMatch(/How it feels/);
  });
  test('it goes off the shelf only when asked twice', async () => {
    const p = await changing();
    await p.press(/^Take it off the shelf/);
    expect(p.api.removed).toEqual([]);
    await p.press(/^Yes: take it off/);
    expect(p.api.removed).toMatchObject([{ door: 'stock', id: vinegar().id }]);
  });
});

describe('a kit', () => {
  test('one more: of a kind, for a room, with what is there', async () => {
    const p = await open(KitMakePage, { kind: 'bathroom', room: demoId(1, 1) });
    expect(p.text('form')).toMatch(/It is for Wet room/);
    await p.press(/^nothing is there yet/);
    await p.press(/^Make the kit/);
    expect(edits(p)).toHaveLength(1);
    expect(edits(p)[0]!.fields).toMatchObject({
      name: 'Wet room: bathroom shelf',
      room: demoId(1, 1),
      par: expect.arrayContaining([{ item: 'squeegee', level: 1, unit: 'piece' }]),
    });
    expect(p.went.at(-1)).toMatchObject({ path: ['/kits', edits(p)[0]!.id] });
  });
  test('its boards: one more, named; one that things stand on cannot be dropped', async () => {
    const p = await open(KitEdit, { kit: kit(), used: here().map((s) => s.place) });
    const drops = [...(p.fixture.nativeElement as HTMLElement).querySelectorAll<HTMLButtonElement>('.place button')];
    expect(drops.map((b) => b.disabled)).toEqual([true, true, true]);
    await p.press(/^a board or hooks/);
    await p.press(/^Save/);
    expect(p.api.replaced).toEqual([]);
    expect(p.text()).toMatch(/Give it a name/);
    await p.press(/^drop$/);
    await p.type('Its name', 'Bath shelf');
    await p.press(/^Save/);
    expect(p.api.replaced.at(-1)!.record).toMatchObject({
      name: 'Bath shelf',
      places: kit().places.map(({ id }) => ({ id })),
    });
  });
  test('what it may weigh and hold, and how much a board takes, is kept; a number is a number', async () => {
    const p = await open(KitEdit, { kit: kit(), used: here().map((s) => s.place) });
    await p.type('May weigh', 'much');
    await p.press(/^Save/);
    expect(p.api.replaced).toEqual([]);
    await p.type('May weigh', '5,5');
    await p.type('Has room for', '12');
    await p.type('Takes, things', '6');
    await p.press(/^Save/);
    expect(p.api.replaced[0]!.record).toMatchObject({
      limits: { mass_g: 5500, volume_mL: 12_000 },
      places: [{ id: 'top', capacity: 6 }, { id: 'lower' }, { id: 'hooks' }],
    });
  });
  test('put away only when asked twice, and it says what goes with it', async () => {
    const p = await open(KitEdit, { kit: kit(), used: here().map((s) => s.place) });
    await p.press(/^Put the kit away/);
    expect(p.text('[role=alert]')).toMatch(/With it go 15 things/);
    await p.press(/^Yes: put the kit away/);
    expect(p.api.removed).toMatchObject([{ door: 'kits', id: WET }]);
  });
});

describe('a thing that is gone', () => {
  beforeEach(() => TestBed.overrideComponent(ThingPanel, { add: { providers: [Moving] } }));
  const panel = (item: string) => {
    const stock = here().find((s) => s.item === item)!;
    return open(ThingPanel, { thing: { stock, name: item } });
  };
  test('thrown away where its kind goes, with the reason; one entry that says so', async () => {
    const p = await panel('chlorine-bleach');
    expect(p.text('[aria-label="How it is thrown away"]')).toBe('');
    await p.press(/^Throw away$/);
    expect(p.text('[aria-label="How it is thrown away"]')).toMatch(/^Hazardous waste collection\. .*lives in water/);
    await p.press(/^It is gone$/);
    expect(p.api.written[0]).toMatchObject({ kind: 'stock', reason: 'discard' });
    expect(p.told()).toMatch(/thrown away/);
  });
  test('used up takes what is there, to nothing', async () => {
    const p = await panel('white-vinegar');
    const { id, onHand } = here().find((s) => s.item === 'white-vinegar')!;
    await p.press(/^Used up$/);
    expect(p.api.written[0]).toMatchObject({ reason: 'use', moves: [{ stock: id, delta: -onHand }] });
  });
  test('weighed: what the scale says less the pack, by its density; another pack is asked about', async () => {
    const p = await panel('white-vinegar');
    await p.press(/^weigh it$/);
    await p.type('On the scale', '5000');
    await p.press(/^Weighed$/);
    expect(p.text('[role=alert]')).toMatch(/more than a pack of 1000 mL/);
    expect(p.api.written).toEqual([]);
    await p.type('On the scale', '604');
    await p.type('The pack empty, about', '100');
    await p.press(/^Weighed$/);
    // 504 g at 1.008 g/mL or so are half a litre, of 640 mL
    const { reason, moves } = p.api.written[0] as unknown as { reason: string; moves: { delta: number }[] };
    expect(reason).toBe('count');
    expect(Math.abs(moves[0]!.delta + 140)).toBeLessThan(6);
  });
  test('a cloth is no product: nothing is said of drains', async () => {
    const p = await panel('microfibre-cloth');
    await p.press(/^Is something wrong/, 'mat-expansion-panel-header');
    expect(p.fixture.nativeElement.textContent).not.toMatch(/Throw away/);
    // a cloth has something else: what may have gone wrong with it
    expect(p.text('mat-expansion-panel')).toMatch(
      /Is something wrong with it\?.*A drop of water stays on it.*no softener|without softener/,
    );
  });
});
