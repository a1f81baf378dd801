import { TestBed } from '@angular/core/testing';
import { provideState, Store } from '@ngrx/store';
import { draftOf, type Edit, type RoomDraft } from '@dolly-tub/core';
import { catalogue, open, type Page, refusal } from '../testing/house';
import { householdEvents } from '../household/state';
import { MakePage } from './make.page';
import { makeEvents, makeFeature } from './make.state';
import { MakePeople } from './people';
import { MakeRoom } from './room';
import { MakeRooms } from './rooms';
import { StartPage } from './start.page';

const empty = (rows: { tables: Record<string, unknown[]>; log: unknown[] }): void => {
  for (const k of Object.keys(rows.tables)) if (k !== 'settings') rows.tables[k] = [];
  rows.log.length = 0;
};
const state = [provideState(makeFeature)];
const draft = (kind: string): RoomDraft => draftOf(catalogue().roomkinds.get(kind)!, [], catalogue());
const edits = (p: Page<unknown>, n = 0): Edit[] => p.api.written[n]!['edits'] as Edit[];

describe('the first screen', () => {
  test('what this is, and three ways on; the demo is asked for from here', async () => {
    const p = await open(StartPage, {}, empty);
    expect(p.text()).toMatch(/Ask something now.*Make my house.*Look round a house.*made up/s);
    await p.press(/^Look round Heron Lock/);
    expect(p.api.called.at(-1)).toMatchObject({ method: 'POST', path: '/demo/reset', body: { confirm: 'reset' } });
    // not before its rooms are there
    expect(p.went).toEqual([]);
    TestBed.inject(Store).dispatch(
      householdEvents.recordChanged({ door: 'rooms', record: { id: 'r', version: 1, name: 'Wet room' } as never }),
    );
    await p.settle();
    expect(p.went.at(-1)).toMatchObject({ path: ['/rooms'] });
  });
  test('with a house that is there it throws nothing away', async () => {
    const p = await open(StartPage);
    await expect(p.press(/^Look round Heron Lock/)).rejects.toThrow('nothing named');
  });
  test('a refusal is told', async () => {
    const p = await open(StartPage, {}, empty);
    p.api.refuse = refusal('The disk is full.');
    await p.press(/^Look round Heron Lock/);
    expect(p.text('[role=alert]')).toBe('The disk is full.');
  });
});

describe('who lives here', () => {
  test('a tap notes somebody, and says what it changes; a second takes them off', async () => {
    const p = await open(MakePeople, {}, empty);
    expect(p.text()).toMatch(/What each changes is said here/);
    await p.press(/^a bird in a cage/);
    expect(p.api.created[0]).toMatchObject({ door: 'members', body: { kind: 'pet', species: 'bird', limits: [] } });
    const q = await openWith();
    expect(q.text()).toMatch(/a bird in a cage: Too much vapour for a caged bird/);
    await q.press(/^a bird in a cage/);
    expect(q.api.removed).toMatchObject([{ door: 'members', id: 'pip' }]);
  });
  async function openWith(): Promise<Page<MakePeople>> {
    TestBed.resetTestingModule();
    return open(MakePeople, {}, (rows) => {
      empty(rows);
      rows.tables['members'] = [
        { id: 'pip', version: 1, name: 'Pip', colour: 'blue', kind: 'pet', species: 'bird', limits: [] },
      ];
    });
  }
  test('the water by the kettle, or by its number; what is no number stays and is marked', async () => {
    const p = await open(MakePeople);
    await p.press(/^in a month/);
    expect(p.api.replaced.at(-1)!.record).toMatchObject({ waterHardness_mgL: 180 });
    await p.type('Or the number', '2 000', 'change');
    expect(p.api.replaced).toHaveLength(1);
    await p.type('Or the number', '212', 'change');
    expect(p.api.replaced.at(-1)!.record).toMatchObject({ waterHardness_mgL: 212 });
  });
});

describe('which rooms', () => {
  test('each tap names one more; two of a kind have two names; what was named can be taken off', async () => {
    const p = await open(MakeRooms, {}, empty, state);
    await p.press(/^Bedroom/);
    await p.press(/^Bedroom/);
    await p.press(/^Kitchen/);
    expect(p.text('.named')).toMatch(/^3 rooms.*Bedroom take off.*Bedroom 2 take off.*Kitchen take off/);
    await p.press(/^take off: Bedroom$/);
    expect(p.text('.named')).toMatch(/^2 rooms Bedroom 2/);
  });
  test('a room that is there already keeps its name', async () => {
    const p = await open(MakeRooms, {}, undefined, state);
    expect(p.text('.named')).toMatch(/Wet room 12 spots, made/);
  });
});

describe('a room as sentences', () => {
  const bathroom = (): Promise<Page<MakeRoom>> => open(MakeRoom, { draft: draft('bathroom'), left: 1 }, empty, state);
  test('one sentence a spot with what it usually is; what is many is many', async () => {
    const p = await bathroom();
    expect(p.text()).toMatch(/The wall round the bath is glossy glazed tile/);
    expect(p.text()).toMatch(/The tile joints are unsealed grout/);
    expect(p.text('.go')).toMatch(/26 spots · 1 room after it/);
  });
  test('made with its kit in one deed: the room, each spot, the shelf and what is on it', async () => {
    const p = await bathroom();
    await p.press(/^That is right/);
    const made = edits(p);
    expect(made.filter((e) => e.on === 'rooms')).toHaveLength(1);
    expect(made.filter((e) => e.on === 'spots')).toHaveLength(26);
    expect(made.filter((e) => e.on === 'kits')).toHaveLength(1);
    // hard water in these settings: citric acid, no vinegar
    const items = made.filter((e) => e.on === 'stock').map((e) => e.fields!['item']);
    expect(items).toContain('citric-descaler');
    expect(items).not.toContain('white-vinegar');
    expect(made.find((e) => e.fields?.['item'] === 'toilet-brush')!.fields).toMatchObject({ colourClass: 'T' });
    expect(p.told()).toBe('Bathroom is made, with 26 spots and a kit of 11 things.');
  });
  test('what the house has not is a par without stock; without a kit there is none', async () => {
    const p = await bathroom();
    p.fixture.componentRef.setInput('draft', draft('bathroom'));
    const usual = ['dish-detergent', 'squeegee'];
    TestBed.inject(Store).dispatch(makeEvents.thingTicked({ kit: 'bathroom', usual, item: 'squeegee', has: false }));
    await p.settle();
    await p.press(/^That is right/);
    const stock = edits(p).filter((e) => e.on === 'stock');
    expect(stock.map((e) => e.fields!['item'])).toEqual(['dish-detergent']);
    TestBed.inject(Store).dispatch(makeEvents.kitWanted({ name: 'Bathroom', wanted: false }));
    await p.settle();
    await p.press(/^That is right/);
    expect(edits(p, 1).some((e) => e.on === 'kits' || e.on === 'stock')).toBe(false);
  });
  test('a size that is none is marked, and nothing is made of a room without a name', async () => {
    const p = await bathroom();
    await p.type('Its name', '  ', 'change');
    await p.press(/^That is right/);
    expect(p.api.written).toEqual([]);
    expect(p.text()).toMatch(/Give the room a name/);
  });
  test('a refusal leaves everything as it is, with the reason', async () => {
    const p = await bathroom();
    p.api.refuse = refusal('Nothing can be written: the disk is full.');
    await p.press(/^That is right/);
    expect(p.text('.go')).toMatch(/the disk is full/);
  });
});

test('what was put right stays in the draft, step by step', () => {
  const reduce = makeFeature.reducer;
  let s = reduce(undefined, makeEvents.roomNamed({ draft: draft('bathroom') }));
  const name = 'Bathroom';
  s = reduce(s, makeEvents.spotPutRight({ name, key: 'bath.bath', change: { face: 'enamel-iron/bath' } }));
  s = reduce(s, makeEvents.fixtureStruckOut({ name, key: 'towel-rail' }));
  s = reduce(s, makeEvents.fixtureAdded({ name, kind: 'washer', catalogue: catalogue() }));
  s = reduce(s, makeEvents.roomPutRight({ name, change: { width_mm: 3000 } }));
  const [d] = s.drafts;
  expect(d!.width_mm).toBe(3000);
  expect(d!.fixtures.map((f) => f.key)).toEqual(expect.arrayContaining(['bath', 'washer']));
  expect(d!.fixtures.some((f) => f.key === 'towel-rail')).toBe(false);
  expect(d!.fixtures[0]!.spots.find((x) => x.key === 'bath.bath')!.face).toBe('enamel-iron/bath');
  expect(reduce(s, makeEvents.roomMade({ name })).drafts).toEqual([]);
});

test('the page tells how far it is, and goes on from the rooms that are there', async () => {
  const p = await open(MakePage, { step: 'rooms' }, undefined, state);
  expect(p.text('.far')).toMatch(/^7 rooms with \d+ spots\.$/);
  expect(p.text()).toMatch(/Tap every room there is/);
});

test('what stands in the cistern is asked of a toilet, and kept with it; a toddler asks for a place that locks', async () => {
  const p = await open(
    MakeRoom,
    { draft: draft('bathroom'), left: 0 },
    (rows) => {
      empty(rows);
      rows.tables['members'] = [{ id: 'w', version: 1, name: 'Wren', colour: 'blue', kind: 'toddler', limits: [] }];
    },
    state,
  );
  expect(p.text()).toMatch(/Always in the toilet/);
  expect(p.text('.stack')).toMatch(/A toddler lives here: a place that locks/);
  TestBed.inject(Store).dispatch(makeEvents.roomNamed({ draft: draft('bathroom') }));
  TestBed.inject(Store).dispatch(
    makeEvents.residentsSaid({ name: 'Bathroom', key: 'toilet', residents: ['tank-block'] }),
  );
  const [kept] = TestBed.inject(Store).selectSignal(makeFeature.selectDrafts)();
  expect(kept!.fixtures.find((f) => f.key === 'toilet')!.residents).toEqual(['tank-block']);
});
