import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoId } from '@dolly-tub/demo';
import { demoServer, door, Person } from './person';

const folder = mkdtempSync(join(tmpdir(), 'dolly-mixing-'));
let server: Awaited<ReturnType<typeof demoServer>>;
beforeAll(async () => {
  server = await demoServer();
});
afterAll(() => void server?.child.kill('SIGKILL'));

/** Each opened state is also looked at by axe, light and wide enough for a tablet. */
const clean = async (p: Person): Promise<void> => {
  expect(await p.violations()).toEqual([]);
  expect(await p.errors()).toEqual([]);
};

test('a label is put right, kept with its photo, and judged by what it says from then on', async () => {
  const p = await Person.at(server.url, { width: 1100, height: 900 });
  // one dark pixel is picture enough
  const photo = join(folder, 'label.png');
  writeFileSync(
    photo,
    Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    ),
  );
  try {
    await p.open('/mix');
    await p.press('+ paste a label');
    await p.type('What the label says', 'Ingredients: water, wonder stuff 5 %, fragrance-free');
    await p.read('dt-label-reader', /1 of 2 recognised.*Not recognised/);
    await clean(p);
    await p.choose(/“wonder stuff 5 %” is/, 'sodium hypochlorite', /^Sodium hypochlorite/);
    await p.read('dt-label-reader', /2 recognised, nothing left over/);
    await p.press('keep it as a product of this house');
    await p.read('dt-own', /Sodium hypochlorite 5 %/);
    await p.type('What you call it', 'Blue drum');
    await p.press(/^like /);
    await p.file('dt-label-photo input', photo);
    await p.see('dt-label-photo img');
    await clean(p);
    await p.press('Keep it');
    await p.read('dt-told', 'Blue drum is known from now on');
    const own = (
      await door<{
        items: {
          id: string;
          name: string;
          label: { photo: string; corrections: unknown[] };
          changes: { disclosed: string };
        }[];
      }>(server.url, '/api/products')
    ).items[0]!;
    expect(own).toMatchObject({
      name: 'Blue drum',
      changes: { disclosed: 'yes' },
      label: { corrections: [{ substance: 'sodium-hypochlorite' }] },
    });
    expect((await door<{ type: string }>(server.url, `/api/files/${own.label.photo}`)).type).toBe('image/jpeg');
    await p.open(`/mix?with=${own.id},white-vinegar`);
    await p.read('.verdict h2', 'Makes a poison gas');
  } finally {
    await p.quit();
  }
});

test('many labels come from a file; rows that cannot be kept say why', async () => {
  const file = join(folder, 'labels.csv');
  writeFileSync(file, 'name,label\nGreen spray,"water, citric acid 5 %"\n,water\nMystery,goo\n');
  const p = await Person.at(server.url, { width: 390, height: 844 });
  try {
    await p.open('/own?kind=products');
    await p.file('dt-label-import input', file);
    await p.read('dt-label-import', /1 of 3 rows can be kept.*It has no name.*Nothing in it is recognised/);
    await clean(p);
    await p.press('Keep 1 product');
    await p.read('dt-told', '1 product is known from now on');
  } finally {
    await p.quit();
  }
});

test('moving things changes verdicts: a brush, a rinse, a sprayer head', async () => {
  const p = await Person.at(server.url, { width: 1100, height: 900 });
  try {
    await p.open('/mix?with=white-vinegar');
    await p.choose(/^Add what is there already/, 'toothbrush', /^Toothbrush, Wet room shelf/);
    await p.read('.verdict', /5 of 5/);
    await p.press('I have rinsed it');
    await p.read('.verdict', /2 of 5.*Only after rinsing/);
    // the engine's own ladder knows the rinse too: it is in the log
    const log = await door<{ items: { kind: string; tools?: string[] }[] }>(server.url, '/api/log?kind=rinse');
    expect(log.items[0]).toMatchObject({ kind: 'rinse' });
    await p.open(`/kits/${demoId(3, 1)}`);
    await p.choose(/^put the head of The short sprayer on/, '', /^The tall sprayer/);
    await p.read('dt-heads', /3 of 5.*Draw clean water through it/);
    await clean(p);
    await p.press('Rinsed twice, and moved');
    await p.read('dt-told', 'have changed heads');
    const tall = await door<{ head: { id: string } }>(server.url, `/api/bottles/${demoId(5, 2)}`);
    expect(tall.head.id).toBe('short-head');
  } finally {
    await p.quit();
  }
});

test.each([
  [0, 'isopropanol-70,water', /0 of 5: fine/],
  [1, 'peroxide-3,baking-soda', /1 of 5: fresh only/],
  [2, 'white-vinegar,baking-soda', /2 of 5: pointless/],
  [3, 'chlorine-bleach,dish-detergent', /3 of 5: keep apart/],
  [4, 'drain-opener-caustic,sulfamic-descaler', /4 of 5: keep apart/],
  [5, 'chlorine-bleach,white-vinegar', /5 of 5: keep apart/],
] as const)(
  'level %d is said in words, in a live region, with its chemistry, and axe finds nothing',
  async (level, products, says) => {
    const p = await Person.at(server.url, { width: 390, height: 844, dark: level % 2 === 1 });
    try {
      await p.open(`/mix?with=${products}`);
      await p.read('.verdict .head[aria-live=polite]', says);
      const emergency = await p.driver.executeScript(
        'return [...document.querySelectorAll("button")].some(b => /already mixed/.test(b.textContent))',
      );
      expect(emergency).toBe(level >= 3);
      await p.driver.sleep(600);
      await clean(p);
    } finally {
      await p.quit();
    }
  },
);
