import { demoId } from '@dolly-tub/demo';
import type { Edit, Room, Spot } from '@dolly-tub/core';
import { demoRows, open, type Page } from '../testing/house';
import { RoomThings } from './room-things';
import { SpotsMany } from './spots-many';

const WET = demoId(1, 1);
const rows = demoRows();
const room = rows.tables['rooms']!.find((r) => r.id === WET) as unknown as Room;
const spots = rows.tables['spots']!.filter((s) => s['room'] === WET) as unknown as Spot[];
const edits = (p: Page<unknown>): Edit[] => p.api.written.at(-1)!['edits'] as Edit[];
const start = () => open(RoomThings, { room, spots });
const changed = (p: Page<unknown>): Room => edits(p).find((e) => e.on === 'rooms')!.fields as unknown as Room;

describe('what stands in a room', () => {
  test('a thing put elsewhere by numbers takes its spots along, in one deed', async () => {
    const p = await start();
    await p.press(/^Toilet/, 'mat-expansion-panel-header');
    await p.type('From the north wall', '0.3');
    await p.press(/^Put it there/);
    const was = room.fixtures.find((f) => f.id === 'toilet')!;
    const is = changed(p).fixtures.find((f) => f.id === 'toilet')!;
    expect([is.y, is.x]).toEqual([300, Math.round(was.x / 100) * 100]);
    const on = spots.filter((s) => s.fixture === 'toilet').map((s) => s.id);
    expect(on.length).toBeGreaterThan(0);
    expect(
      edits(p)
        .filter((e) => e.on === 'spots')
        .map((e) => e.id),
    ).toEqual(on);
  });
  test('brought in, with its spots; taken out again only when asked twice', async () => {
    const p = await start();
    await p.press(/^Bring something in/);
    await p.press(/^bath ?tub|^bath/, '[role=option]');
    expect(changed(p).fixtures).toHaveLength(room.fixtures.length + 1);
    expect(edits(p).filter((e) => e.does === 'make' && e.on === 'spots').length).toBeGreaterThan(1);
    await p.press(/^Toilet/, 'mat-expansion-panel-header');
    await p.press(/^Take it out/);
    expect(p.text('[role=alert]')).toMatch(/Take the toilet out of the room\? With it go .*toilet bowl/);
    await p.press(/^Yes: take it out/);
    expect(changed(p).fixtures.some((f) => f.id === 'toilet')).toBe(false);
  });
  test('one more window; a door in another wall, with where it leads', async () => {
    const p = await start();
    await p.press(/^a window/);
    expect(changed(p).openings).toHaveLength(room.openings.length + 1);
    await p.press(/^Door/, 'mat-expansion-panel-header');
    await p.type('Leads to', 'garden');
    await p.press(/^Put it there/);
    expect(changed(p).openings.find((o) => o.kind === 'door')).toMatchObject({ leadsTo: 'garden' });
  });
  test('round a corner: which one is missing', async () => {
    const p = await start();
    await p.press(/^Walls/, 'mat-expansion-panel-header');
    await p.press(/^all four/, 'mat-select');
    await p.press(/^the south-east one/, 'mat-option');
    await p.type('Missing, wide', '1');
    await p.press(/^Draw it so/);
    expect(changed(p).outline).toHaveLength(6);
  });
  test('what is no number is said beside its field, and nothing is written', async () => {
    const p = await start();
    await p.press(/^Toilet/, 'mat-expansion-panel-header');
    await p.type('Wide', 'a lot');
    await p.press(/^Put it there/);
    expect(p.text('mat-error')).toMatch(/Metres, for example/);
    expect(p.api.written).toEqual([]);
  });
});

describe('several spots at once', () => {
  const many = () => open(SpotsMany, { spots });
  const tick = async (p: Page<unknown>, name: RegExp): Promise<void> => p.press(name, 'mat-list-option');
  test('of one material and on one interval, as one deed', async () => {
    const p = await many();
    await tick(p, /^1\. /);
    await tick(p, /^2\. /);
    await p.press(/^All made of/);
    await p.press(/^polished marble/, '[role=option]');
    await p.type('Every so many days', '4');
    await p.press(/^Save/);
    expect(edits(p)).toHaveLength(2);
    for (const e of edits(p))
      expect(e).toMatchObject({
        does: 'change',
        on: 'spots',
        fields: { material: 'marble', finish: 'polished', interval_days: 4 },
      });
  });
  test('put away, they are named beside nothing any more', async () => {
    const p = await many();
    const tray = spots.find((s) => spots.some((x) => x.neighbours.some((n) => n.spot === s.id)))!;
    await tick(p, new RegExp(`^${tray.routeOrder}\\. `));
    await p.press(/^Put them away/);
    await p.press(/^Yes: put them away/);
    const gone = edits(p).filter((e) => e.does === 'put-away');
    expect(gone.map((e) => e.id)).toEqual([tray.id]);
    const told = edits(p).filter((e) => e.does === 'change');
    expect(told.length).toBeGreaterThan(0);
    for (const e of told) expect((e.fields as unknown as Spot).neighbours.some((n) => n.spot === tray.id)).toBe(false);
  });
  test('nothing ticked, nothing said: what is missing is told, and nothing is written', async () => {
    const p = await many();
    await p.press(/^Save/);
    expect(p.text('[role=alert]')).toMatch(/Tick the spots/);
    await p.press(/^all of them/);
    await p.press(/^Save/);
    expect(p.text('[role=alert]')).toMatch(/made of, or how often/);
    expect(p.api.written).toEqual([]);
  });
});
