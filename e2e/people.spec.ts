import { spotId } from '@dolly-tub/demo';
import { Key } from 'selenium-webdriver';
import { scheme } from '../scripts/browser.mjs';
import { demoServer, door, Person } from './person';

const SCREEN = spotId('wet-screen');
let server: Awaited<ReturnType<typeof demoServer>>;
beforeAll(async () => {
  server = await demoServer();
});
afterAll(() => void server?.child.kill('SIGKILL'));

test('by keyboard alone: from the plan to done', async () => {
  const p = await Person.at(server.url);
  try {
    await p.open('/rooms');
    await p.see('dt-plan .pin');
    await p.tabTo(/^4 Shower screen/);
    await p.keys(Key.ENTER);
    await p.read('dt-spot-card', 'Shower screen');
    await p.tabTo(/^What shifts it/);
    await p.keys(Key.ENTER);
    await p.see('dt-ladder');
    await p.tabTo(/^Rung \d, start here/);
    await p.keys(Key.ENTER);
    await p.tabTo(/^Do it now/);
    await p.keys(Key.ENTER);
    await p.see('.step h2');
    await p.driver.sleep(300);
    // n goes on, b goes back, wherever the focus is
    const first = await p.read('.step h2');
    await p.keys('n');
    await p.driver.wait(async () => (await p.read('.step h2')) !== first, 30_000);
    await p.keys('b');
    await p.read('.step h2', first);
    await p.tabTo(/^To the end/);
    await p.keys(Key.ENTER);
    await p.see('.outcomes');
    await p.tabTo(/^Partly/);
    await p.keys(Key.ENTER);
    await p.read('.step', /Done and written down/);
    expect(await p.errors()).toEqual([]);
  } finally {
    await p.quit();
  }
});

test('the command box: / asks, Enter goes; ? lists the keys', async () => {
  const p = await Person.at(server.url);
  try {
    await p.open('/log');
    await p.see('dt-log li');
    await p.keys('/');
    await p.see('dt-command-box input');
    await p.driver.sleep(300);
    await p.keys('can I mix bleach and vinegar');
    await p.read('.mat-mdc-autocomplete-panel', /May chlorine bleach meet white vinegar/);
    await p.keys(Key.ENTER);
    await p.read('.verdict h2', 'Makes a poison gas');
    await p.driver.actions().keyDown(Key.CONTROL).sendKeys('k').keyUp(Key.CONTROL).perform();
    await p.see('dt-command-box input');
    await p.driver.sleep(300);
    await p.keys('bleach 1000 ppm 2 L');
    await p.read('.mat-mdc-autocomplete-panel', /1000 ppm, 2 L/);
    await p.keys(Key.ENTER);
    await p.read('.result', /ppm.*inside 800 to 1600/);
    await p.keys('?');
    await p.read('dt-shortcuts', /ask in words/);
    await p.keys(Key.ESCAPE);
    await p.driver.sleep(300);
    await p.keys('g', 'k');
    await p.read('h1', /shelf|sink|basket|box|caddy|apron|store/i);
  } finally {
    await p.quit();
  }
});

test('a pasted label is judged, and the emergency card opens and is not closed by a stray click', async () => {
  const p = await Person.at(server.url);
  try {
    await p.open('/mix?with=chlorine-bleach');
    await p.press('+ paste a label');
    await p.type('What the label says', 'Ingredients: water, phosphoric acid 5-15 %, cleaning enhancer');
    await p.read('section.ask', /2 of 3 recognised/);
    await p.press('Judge it');
    await p.read('.verdict', /5 of 5: keep apart Makes a poison gas/);
    await p.press('I have already mixed it');
    await p.read('dt-emergency', /Everybody out/);
    await p.driver.executeScript("document.querySelector('.cdk-overlay-backdrop').click()");
    await p.keys(Key.ESCAPE);
    await p.read('dt-emergency', /Do not go back/);
    await p.press('Close this card');
  } finally {
    await p.quit();
  }
});

test('two browsers, one spot: a change shows in the other, and typed words stay beside the newer record', async () => {
  const [a, b] = [await Person.at(server.url), await Person.at(server.url)];
  const path = `/rooms?spot=${spotId('wet-mirror')}`;
  try {
    for (const p of [a, b]) {
      await p.open(path);
      await p.read('dt-spot-card', 'Mirror');
      await p.press(/^Change$/);
    }
    await b.type('Name', 'Words of the slower one');
    await a.type('Name', 'Looking glass');
    await a.press('Save');
    await a.read('dt-spot-card', 'Looking glass');
    await b.read('dt-spot-edit', /Somebody changed it while you typed.*Looking glass/);
    const field = await b.named('Name', 'input');
    expect(await field.getAttribute('value')).toBe('Words of the slower one');
    await b.press('Keep mine and save');
    await b.read('dt-spot-card', 'Words of the slower one');
    await a.read('dt-spot-card', 'Words of the slower one');
  } finally {
    await a.quit();
    await b.quit();
  }
});

test('measures as a setting reach the bottle', async () => {
  const p = await Person.at(server.url);
  try {
    await p.open('/settings');
    await p.press('US cups');
    await p.read('dt-told', 'Saved.');
    await p.open('/dilute?product=chlorine-bleach&ppm=1000&mL=2000');
    await p.read('.left', /US tablespoon/);
    await p.read('dt-dilute', /fl oz|US t/);
    await p.open('/settings');
    await p.press('metric');
  } finally {
    await p.quit();
  }
});

describe('axe-core finds nothing', () => {
  const places: [string, string][] = [
    ['/rooms', 'dt-spot-card'],
    [`/choose?spot=${SCREEN}`, 'dt-rung-detail'],
    [`/choose?spot=${SCREEN}&beside=1`, 'dt-rung-compare'],
    ['/choose/job', '.card'],
    ['/choose/job/toilet-ring', '.stages li'],
    ['/choose/find?of=soil&sa=soil-place:cloth,soil-colour:red', '.answer'],
    ['/choose/product/white-vinegar', 'dt-product .marks'],
    ['/choose/field', '.empty'],
    ['/own?kind=soils', 'dt-own form'],
    ['/own?kind=products', 'dt-label-import'],
    ['/mix?with=chlorine-bleach,white-vinegar', '.nine'],
    ['/mix?with=dish-detergent,isopropanol-70', '.verdict'],
    ['/dilute?product=chlorine-bleach&ppm=1000&mL=750', 'dt-bottle'],
    ['/emergency', 'dt-emergency-card'],
    ['/mix/shelf', 'td.l5'],
    ['/kits', 'dt-shelf'],
    ['/kits/least', '.kit li'],
    ['/kits/all', '.today'],
    ['/kits/pack', '.list li'],
    ['/kits/new?kind=bathroom', 'dt-kit-make form'],
    ['/start', 'dt-start h1'],
    ['/make', 'dt-make-people'],
    ['/list', 'dt-list li'],
    ['/code', 'dt-ways-in'],
    ['/log', 'dt-log li'],
    ['/settings', 'dt-settings section'],
  ];
  test.each([
    ['light', 1280, 800, false],
    ['dark', 1280, 800, true],
    ['light', 390, 844, false],
    ['dark', 390, 844, true],
  ] as const)('%s, %d wide', async (_, width, height, dark) => {
    const p = await Person.at(server.url, { width, height, dark });
    try {
      await scheme(p.driver, dark);
      const run = await door<{ id: string }>(server.url, '/api/runs', {
        question: { material: 'acrylic', soil: 'limescale' },
        spot: SCREEN,
        steps: [{ id: 'wait', text: 'Keep it wet', because: 'time', active_s: 10, wait_s: { min: 600, max: 900 } }],
        uses: [],
        index: 0,
        timers: [
          { id: 'wait', label: 'Screen', startedAt: '2026-11-25T10:29:00Z', min_s: 600, max_s: 900, paused_s: 0 },
        ],
        state: 'running',
        startedAt: '2026-11-25T10:29:00Z',
      });
      for (const [path, ready] of [...places, [`/do/${run.id}`, '.timer'] as [string, string]]) {
        await p.open(path);
        await p.see(ready);
        await p.driver.sleep(350);
        const found = await p.violations();
        expect([path, found]).toEqual([path, []]);
        const wide = await p.driver.executeScript(
          'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
        );
        expect([path, 'wider than the screen by', wide]).toEqual([path, 'wider than the screen by', 0]);
        expect([path, await p.errors()]).toEqual([path, []]);
        // with a list open over it, once in the light and once in the dark
        if (dark === width < 860 && (await p.opened('dt-chooser button'))) {
          expect([path, 'a list open', await p.violations()]).toEqual([path, 'a list open', []]);
          await p.keys(Key.ESCAPE);
        }
      }
      // the question in words, the keys, the menu of the phone
      await p.open('/rooms');
      await p.see('dt-spot-card');
      for (const [opens, sees] of [
        ['/', 'dt-command-box'],
        ['?', 'dt-shortcuts'],
      ] as const) {
        await p.keys(opens);
        await p.see(sees);
        await p.driver.sleep(350);
        expect([opens, await p.violations()]).toEqual([opens, []]);
        // the first Escape may only close the list that is open in it
        await p.driver.wait(
          async () => {
            await p.keys(Key.ESCAPE);
            await p.driver.sleep(350);
            return p.driver.executeScript(`return !document.querySelector('${sees}')`);
          },
          30_000,
          `${sees} does not close`,
        );
      }
      if (width < 860) {
        await p.press('More');
        await p.see('dt-more-places');
        await p.driver.sleep(350);
        expect(await p.violations()).toEqual([]);
        await p.press('Settings', 'dt-more-places a');
        await p.see('dt-settings');
        expect(await p.driver.executeScript(`return document.querySelectorAll('dt-more-places').length`)).toBe(0);
      }
    } finally {
      await p.quit();
    }
  });
});

test('ten spots of the house drawn by seed: each has a ladder or a reason', async () => {
  const spots = (
    await door<{ items: { id: string; name: string; soils: { soil: string }[] }[] }>(server.url, '/api/spots?limit=500')
  ).items;
  let seed = 7;
  const draw = (n: number): number => (seed = (seed * 48271) % 2147483647) % n;
  const lines: string[] = [];
  for (let i = 0; i < 10; i++) {
    const s = spots.splice(draw(spots.length), 1)[0]!;
    const a = await door<{
      ladder: { name: string; effect: number }[];
      recommended: number | null;
      because: { text: string }[];
    }>(server.url, '/api/advise', { spot: s.id });
    expect([s.name, a.ladder.length > 0 || a.because[0]!.text.length > 20]).toEqual([s.name, true]);
    lines.push(
      `${s.name}, ${s.soils[0]?.soil}: ${a.recommended ? `rung ${a.recommended} of ${a.ladder.length}, ${a.ladder[a.recommended - 1]!.name}` : a.because[0]!.text}`,
    );
  }
  process.stdout.write(`${lines.join('\n')}\n`);
});
