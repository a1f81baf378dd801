import { demoId } from '@dolly-tub/demo';
import type { Edit, Room, Spot } from '@dolly-tub/core';
import { demoRows, open, type Page } from '../testing/house';
import { RoomEdit } from './room-edit';
import { SpotAdd } from './spot-add';

const WET = demoId(1, 1);
const rows = demoRows();
const room = rows.tables['rooms']!.find((r) => r.id === WET) as unknown as Room;
const spots = rows.tables['spots']!.filter((s) => s['room'] === WET) as unknown as Spot[];
const edits = (p: Page<unknown>): Edit[] => p.api.written[0]!['edits'] as Edit[];

describe('changing a room', () => {
  const changing = () => open(RoomEdit, { room, spots });
  test('wider: walls, fixtures and spots go with it, in one deed', async () => {
    const p = await changing();
    await p.type('Width', '5.8');
    await p.press(/^Save/);
    const [first, ...rest] = edits(p);
    expect(first).toMatchObject({ does: 'change', on: 'rooms', id: WET });
    expect((first!.fields as unknown as Room).outline[1]).toEqual({ x: 5800, y: 0 });
    expect(rest.filter((e) => e.on === 'spots')).toHaveLength(spots.length);
    const screen = spots.find((s) => s.name === 'Shower screen')!;
    expect(rest.find((e) => e.id === screen.id)!.fields).toEqual({ x: screen.x * 2, y: screen.y });
  });
  test('a name and a height alone leave every spot where it is', async () => {
    const p = await changing();
    await p.type('Name', 'Bath');
    await p.type('Height', '2,5');
    await p.press(/^Save/);
    expect(edits(p)).toMatchObject([{ on: 'rooms', fields: { name: 'Bath', height_mm: 2500 } }]);
  });
  test('third on the list: only the rooms that change places are told', async () => {
    const p = await changing();
    await p.type('Which on the list', '3');
    await p.press(/^Save/);
    expect(
      edits(p)
        .slice(1)
        .map((e) => [e.id, e.fields!['order']]),
    ).toEqual([
      [demoId(1, 2), 0],
      [demoId(1, 3), 1],
      [WET, 2],
    ]);
  });
  test('one more like it has a name of its own', async () => {
    const p = await changing();
    await p.press(/^One more like it/);
    expect(edits(p)[0]!.fields).toMatchObject({ name: 'Wet room 2' });
    expect(edits(p).filter((e) => e.does === 'make' && e.on === 'spots')).toHaveLength(spots.length);
  });
  test('it is put away only when asked twice, and says what goes with it', async () => {
    const p = await changing();
    await p.press(/^Put it away/);
    expect(p.text('[role=alert]')).toMatch(/12 spots, the kit Wet room shelf with its things/);
    expect(p.api.removed).toEqual([]);
    await p.press(/^Yes: put it away/);
    expect(p.api.removed).toMatchObject([{ door: 'rooms', id: WET }]);
  });
  test('what stands in the toilet can be said, and is kept at once', async () => {
    const p = await changing();
    expect(p.text()).toMatch(/Always in the toilet/);
    const page = p.fixture.componentInstance as unknown as { holds(id: string, all: string[]): void };
    page.holds('toilet', ['tank-block']);
    await p.settle();
    const { fixtures } = p.api.replaced[0]!.record as unknown as Room;
    expect(fixtures.find((f) => f.id === 'toilet')!.resident).toEqual(['tank-block']);
    expect(fixtures.filter((f) => f.id !== 'toilet').every((f) => f.resident.length === 0)).toBe(true);
  });
  test('a size that is none is marked, and nothing is sent', async () => {
    const p = await changing();
    await p.type('Depth', 'wide');
    await p.press(/^Save/);
    expect(p.api.written).toEqual([]);
    expect(p.text()).toMatch(/0\.5 to 30 m/);
  });
});

describe('one more spot', () => {
  test('as a sentence: what it is, what it is made of, where the template knows the rest', async () => {
    const p = await open(SpotAdd, { room, spots });
    const page = p.fixture.componentInstance as unknown as { choose(id: string): void; isOf(face: string): void };
    page.choose('towel-rail.rail');
    await p.settle();
    expect(p.text()).toMatch(/It is the towel rail, made of powder-coated metal/);
    await p.press(/^Note it/);
    expect(p.api.created[0]).toMatchObject({
      door: 'spots',
      body: { room: WET, name: 'Towel rail', material: 'painted-metal', finish: 'powder-coated', routeOrder: 13 },
    });
  });
  test('something else has a name of one’s own, and may be of what nobody knows', async () => {
    const p = await open(SpotAdd, { room, spots });
    const page = p.fixture.componentInstance as unknown as { choose(id: string): void; isOf(face: string): void };
    page.choose('');
    page.isOf('not-known');
    await p.settle();
    await p.press(/^Note it/);
    expect(p.api.created).toEqual([]);
    await p.type('What you call it', 'Little stool');
    await p.press(/^Note it/);
    expect(p.api.created[0]!.body).toMatchObject({ name: 'Little stool', material: 'not-known' });
  });
});

describe('somebody else changes the same room while one types', () => {
  const rename = (p: Page<RoomEdit>, more: object) => {
    p.fixture.componentRef.setInput('room', { ...room, version: room.version + 1, ...more });
    return p.settle();
  };
  test('what was typed stays, what they changed is there too, and both are kept', async () => {
    const p = await open(RoomEdit, { room, spots });
    await p.type('Height', '2.6');
    await rename(p, { name: 'Bathing room' });
    await p.press(/^Save/);
    expect(edits(p)[0]).toMatchObject({
      version: room.version + 1,
      fields: { name: 'Bathing room', height_mm: 2600 },
    });
  });
  test('another room is laid out anew', async () => {
    const p = await open(RoomEdit, { room, spots });
    await p.type('Name', 'half typed');
    await rename(p, { id: demoId(1, 2), name: 'Other room' });
    await p.press(/^Save/);
    expect(edits(p)[0]!.fields).toMatchObject({ name: 'Other room' });
  });
});
