import { demoId } from '@dolly-tub/demo';
import type { Edit, Room, Spot } from '@dolly-tub/core';
import { demoRows, open, type Page } from '../testing/house';
import { RoomThings } from './room-things';

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
    await p.press(/^toilet/, 'mat-expansion-panel-header');
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
    await p.press(/^toilet/, 'mat-expansion-panel-header');
    await p.press(/^Take it out/);
    expect(p.text('[role=alert]')).toMatch(/Take the toilet out of the room\? With it go .*toilet bowl/);
    await p.press(/^Yes: take it out/);
    expect(changed(p).fixtures.some((f) => f.id === 'toilet')).toBe(false);
  });
  test('one more window; a door in another wall, with where it leads', async () => {
    const p = await start();
    await p.press(/^a window/);
    expect(changed(p).openings).toHaveLength(room.openings.length + 1);
    await p.press(/^door/, 'mat-expansion-panel-header');
    await p.type('Leads to', 'garden');
    await p.press(/^Put it there/);
    expect(changed(p).openings.find((o) => o.kind === 'door')).toMatchObject({ leadsTo: 'garden' });
  });
  test('round a corner: which one is missing', async () => {
    const p = await start();
    await p.press(/^walls/, 'mat-expansion-panel-header');
    await p.press(/^all four/, 'mat-select');
    await p.press(/^the south-east one/, 'mat-option');
    await p.type('Missing, wide', '1');
    await p.press(/^Draw it so/);
    expect(changed(p).outline).toHaveLength(6);
  });
  test('what is no number is said beside its field, and nothing is written', async () => {
    const p = await start();
    await p.press(/^toilet/, 'mat-expansion-panel-header');
    await p.type('Wide', 'a lot');
    await p.press(/^Put it there/);
    expect(p.text('mat-error')).toMatch(/Metres, for example/);
    expect(p.api.written).toEqual([]);
  });
});
