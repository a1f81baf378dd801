import { Key } from 'selenium-webdriver';
import { demoServer, Person } from './person';

/** A house that is there, changed by hand: furnished, counted, several at once; by two people; undone. */
const WET = '0193a1b0-0000-7001-8000-000000000001';
const KIT = '0193a1b0-0000-7003-8000-000000000001';
let server: Awaited<ReturnType<typeof demoServer>>;
beforeAll(async () => (server = await demoServer()), 60000);
afterAll(() => server.stop());
interface Doors {
  items: { id: string; name: string; fixtures?: { id: string; x: number }[]; onHand?: number }[];
}
const items = async (door: string): Promise<Doors['items']> =>
  ((await (await fetch(`${server.url}/api/${door}?limit=500`)).json()) as Doors).items;

describe.each([
  ['desk', 1280, 800],
  ['phone', 390, 844],
])('on the %s', (_, width, height) => {
  let p: Person;
  beforeAll(async () => void (p = await Person.at(server.url, { width, height })), 60000);
  afterAll(() => p.quit());
  const narrow = async (): Promise<void> =>
    expect(await p.driver.executeScript('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(width);

  test('a room is furnished: brought in, with its spots, and undone from the message that tells it', async () => {
    const before = (await items('spots')).length;
    await p.open(`/rooms/${WET}`);
    await p.press('Change the room');
    await p.see('dt-room-things');
    await p.press(/^toilet/, 'mat-expansion-panel-header');
    await p.see('dt-thing-row form');
    expect(await p.violations()).toEqual([]);
    await narrow();
    await p.press('Bring something in');
    await p.press(/^bath/, '[role=option]');
    await p.read('mat-snack-bar-container', /brought in, with its spots/);
    expect((await items('spots')).length).toBeGreaterThan(before);
    await p.press('Undo', 'mat-snack-bar-container button');
    await p.read('dt-room-things', /What stands in it/);
    await p.driver.wait(async () => (await items('spots')).length === before, 30_000, 'not undone');
  });
  test('several spots at once; nothing sticks out, axe finds nothing', async () => {
    await p.open(`/rooms/${WET}`);
    await p.press('Several spots');
    await p.see('dt-spots-many mat-list-option');
    // what was opened is where the eye is
    expect(
      await p.driver.executeScript(
        `return document.querySelector('dt-spots-many').getBoundingClientRect().top < innerHeight * 0.6`,
      ),
    ).toBe(true);
    await narrow();
    expect(await p.violations()).toEqual([]);
    await p.press('all of them');
    await p.type('Every so many days', '9');
    await p.press('Save');
    await p.read('mat-snack-bar-container', /12 spots are changed/);
    await p.press('Undo', 'mat-snack-bar-container button');
  });
  test('what lies below a spot is said by hand', async () => {
    await p.open(`/rooms/${WET}?spot=0193a1b0-0000-7002-8000-000000000004`);
    await p.press('Change', 'dt-spot-card button');
    await p.see('dt-spot-neighbours');
    expect(await p.violations()).toEqual([]);
    await narrow();
  });
  test('the shelf is counted by keys alone', async () => {
    await p.open(`/kits/${KIT}`);
    await p.press('Count the shelf');
    await p.read('dt-count-walk h2', /bleach/i);
    expect(await p.violations()).toEqual([]);
    await narrow();
    const was = (await items('stock')).filter((s) => s.onHand === 305).length;
    await p.keys('305', Key.ENTER);
    await p.read('dt-count-walk', /2 of 15/);
    await p.keys(Key.ENTER);
    await p.read('dt-count-walk', /3 of 15/);
    await p.driver.wait(
      async () => (await items('stock')).filter((s) => s.onHand === 305).length >= Math.max(1, was),
      30_000,
      'not counted',
    );
    await p.press('Leave it there');
    await p.press('Add things');
    await p.see('dt-add-table');
    expect(await p.violations()).toEqual([]);
    await narrow();
    expect(await p.errors()).toEqual([]);
  });
});

test('two people change one room: what both typed is kept', async () => {
  const [a, b] = await Promise.all([Person.at(server.url), Person.at(server.url)]);
  try {
    const was = (await items('rooms')).find((r) => r.id === WET)!.name;
    for (const p of [a, b]) {
      await p.open(`/rooms/${WET}`);
      await p.press('Change the room');
      await p.see('dt-room-edit form');
    }
    await b.type('Height', '2.45');
    await a.type('Name', 'Bathing room');
    await a.press('Save', 'dt-room-edit button');
    await a.read('h1', 'Bathing room');
    await b.read('h1', 'Bathing room');
    await b.press('Save', 'dt-room-edit button');
    await b.driver.wait(
      async () =>
        (await items('rooms')).some((r) => {
          const room = r as { name: string; height_mm?: number };
          return room.name === 'Bathing room' && room.height_mm === 2450;
        }),
      30_000,
      'something of what was typed is lost',
    );
    expect(was).toBe('Wet room');
  } finally {
    await Promise.all([a.quit(), b.quit()]);
  }
});
