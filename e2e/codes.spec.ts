import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { barsOf, film } from './film';
import { demoServer, door, Person } from './person';

/** The worked example of GS1's page on check digits. */
const CODE = '6291041500213';
const folder = mkdtempSync(join(tmpdir(), 'dolly-codes-'));
let server: Awaited<ReturnType<typeof demoServer>>;
beforeAll(async () => {
  server = await demoServer();
});
afterAll(() => void server?.child.kill('SIGKILL'));
const clean = async (p: Person): Promise<void> => {
  expect(await p.violations()).toEqual([]);
  expect(await p.errors()).toEqual([]);
};
interface Row {
  id: string;
  item: string;
  onHand: number;
  barcode: string | null;
  pack: { amount: number };
}
const rows = async (): Promise<Row[]> => (await door<{ items: Row[] }>(server.url, '/api/stock')).items;

test('bars before the moving camera: asked about once, bought by one tap, taken back by one; nothing from elsewhere', async () => {
  const moving = join(folder, 'bars.mjpeg');
  await film(moving, await barsOf(CODE), 0.62);
  const p = await Person.at(server.url, { width: 390, height: 844, film: moving });
  try {
    await p.open('/code');
    await p.press('Use the camera');
    await p.read('dt-unknown-code', new RegExp(`${CODE} is new here`));
    await p.see('dt-ways-in video');
    await clean(p);
    const before = await rows();
    await p.choose('Which thing it is', 'white vinegar', /^White vinegar/i);
    await p.read('dt-pack', /White vinegar/);
    await clean(p);
    await p.press('Bought');
    await p.read('dt-codes-lately', /One white vinegar more, onto .*there\. undo/);
    const after = (await rows()).find((s) => s.barcode === CODE)!;
    const had = before.find((s) => s.id === after.id)!;
    expect(after).toMatchObject({ item: 'white-vinegar', onHand: had.onHand + had.pack.amount });
    await p.press('Close the camera');
    await p.press(/^undo: One white vinegar more/);
    await p.read('dt-codes-lately', /taken back/);
    expect((await rows()).find((s) => s.id === had.id)!.onHand).toBe(had.onHand);
    const hosts = (await p.driver.executeScript(
      'return [...new Set(performance.getEntriesByType("resource").map((r) => new URL(r.name).host))]',
    )) as string[];
    expect(hosts).toEqual([new URL(server.url).host]);
  } finally {
    await p.driver.quit();
  }
});

test('the label that was printed for a bottle, before the moving camera, opens its page', async () => {
  const filled = (await door<{ items: { id: string; fill: object | null }[] }>(server.url, '/api/bottles')).items;
  const bottle = filled.find((b) => b.fill)!.id;
  const svg = await (await fetch(`${server.url}/api/labels?bottles=${bottle}&form=svg`)).text();
  const label = await sharp(Buffer.from(svg), { density: 300 })
    .resize({ width: 1400 })
    .flatten({ background: '#fff' })
    .png()
    .toBuffer();
  const { width = 0, height = 0 } = await sharp(label).metadata();
  // the code stands in the lower right corner
  const side = Math.round(height * 0.36);
  const corner = await sharp(label)
    .extract({ left: width - side, top: height - side, width: side, height: side })
    .png()
    .toBuffer();
  const moving = join(folder, 'label.mjpeg');
  await film(moving, corner, 0.6);
  const p = await Person.at(server.url, { width: 390, height: 844, film: moving });
  try {
    await p.open('/code');
    await p.press('Use the camera');
    await p.driver.wait(async () => (await p.driver.getCurrentUrl()).endsWith(`/dilute?bottle=${bottle}`), 15_000);
    // the camera is let go of with the page
    expect(await p.driver.executeScript('return document.querySelectorAll("video").length')).toBe(0);
    expect(await p.errors()).toEqual([]);
  } finally {
    await p.driver.quit();
  }
});

test('a camera that is not allowed leads to a picture and to typing, and both read the same code', async () => {
  const p = await Person.at(server.url, { width: 1280, height: 800 });
  const [picture, blank] = [join(folder, 'bars.png'), join(folder, 'blank.png')];
  writeFileSync(
    picture,
    await sharp(await barsOf(CODE))
      .rotate(4, { background: '#fff' })
      .toBuffer(),
  );
  await sharp({ create: { width: 300, height: 200, channels: 3, background: '#999' } })
    .png()
    .toFile(blank);
  try {
    await p.open('/code');
    await p.press('Use the camera');
    await p.read(
      '.says',
      /The camera is not allowed here\. Allow it beside the address above, or take a picture, or type/,
    );
    await p.file('dt-ways-in input[type=file]', blank);
    await p.read('.says', /No code is seen there\. Take it nearer, flatter and with more light\./);
    await p.file('dt-ways-in input[type=file]', picture);
    await p.read('dt-pack, dt-unknown-code', /White vinegar|is new here/);
    await p.type('The figures under the bars', CODE);
    await p.press('Read it');
    await p.read('dt-pack, dt-unknown-code', /White vinegar|is new here/);
    await clean(p);
  } finally {
    await p.driver.quit();
  }
});
