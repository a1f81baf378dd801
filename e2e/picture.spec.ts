import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { demoServer, door, Person } from './person';

const folder = mkdtempSync(join(tmpdir(), 'dolly-picture-'));
let server: Awaited<ReturnType<typeof demoServer>>;
beforeAll(async () => {
  server = await demoServer();
});
afterAll(() => void server?.child.kill('SIGKILL'));

/** A label on a bottle, as a camera saw it: two of its CAS numbers are printed so that a figure is another. */
async function photographed(to: string): Promise<void> {
  const lines = ['Ingredients: Aqua, Phosphoric Acid 7664-38-3', '10 %, Citric Acid 77-92-8, Lauramine Oxide, Parfum.'];
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="260"><rect width="100%" height="100%" fill="#f2efe6"/><g font-family="DejaVu Sans" font-size="30" fill="#1b2530">${lines.map((t, i) => `<text x="40" y="${90 + 60 * i}">${t}</text>`).join('')}</g></svg>`;
  await sharp(Buffer.from(svg)).rotate(2, { background: '#8b8578' }).jpeg({ quality: 80 }).toFile(to);
}
/** Each open word by the name that is meant, chosen or typed, with the keys alone; how many there were. */
async function putRight(p: Person, meant: Record<string, string>): Promise<number> {
  let n = 0;
  for (; ; n++) {
    const asks = (await p.driver.executeScript(
      'return document.querySelector("#right-title b")?.textContent ?? null',
    )) as string | null;
    if (asks === null) return n;
    const word = /“(.*)”/.exec(asks)![1]!.replace(/[,.]$/, '');
    await p.tabTo(/^What stands there/);
    await p.keys(Key.chord(Key.CONTROL, 'a'), meant[word] ?? word, Key.ENTER);
    await p.driver.sleep(150);
    if (n > 30) throw new Error(`still asked: ${asks}`);
  }
}

test.each([
  ['by keyboard on a desk', 1280, 800],
  ['on a phone', 390, 844],
])(
  'from a picture to the shelf, %s: two words put right, the verdict, the product, its place',
  async (_how, width, height) => {
    const picture = join(folder, `label-${width}.jpg`);
    await photographed(picture);
    const p = await Person.at(server.url, { width, height });
    const name = `Blue drum ${width}`;
    try {
      await p.open('/own?kind=products');
      await p.file('dt-label-picture input[type=file]:not([capture])', picture);
      await p.read('dt-label-picture', /Is it “|Every word is put right/, 30_000);
      // until it is put right it is not final, and it cannot be kept
      await p.read('dt-beside-house', /Not final/);
      expect(await p.violations()).toEqual([]);
      const n = await putRight(p, { '7664-38-3': '7664-38-2', '77-92-8': '77-92-9' });
      expect(n).toBeGreaterThanOrEqual(2);
      await p.read('dt-label-reader', /Phosphoric acid 10 %/);
      await p.read('dt-label-reader', /Lauramine oxide/);
      await p.read('dt-beside-house', /Never with chlorine bleach/);
      await p.press('burns skin and eyes', 'mat-button-toggle button');
      // the picture is kept with it without being asked for
      await p.see('dt-label-photo img');
      expect(await p.violations()).toEqual([]);
      await p.type('What you call it', name);
      await p.press(/^like /);
      await p.tabTo(/^Keep it/);
      await p.keys(Key.ENTER);
      await p.read('dt-told', `${name} is known from now on`);
      const own = (
        await door<{ items: { id: string; name: string; label: { photo: string }; changes: Record<string, any> }[] }>(
          server.url,
          '/api/products',
        )
      ).items.find((x) => x.name === name)!;
      expect(own.label.photo).toBeTruthy();
      expect(own.changes['contents'].map((x: { substance: string }) => x.substance)).toContain('phosphoric-acid');
      expect(own.changes['hazards'].pictograms).toContain('GHS05');
      await p.open(`/kits?add=${own.id}`);
      await p.read('dt-add-things', new RegExp(name));
      expect(await p.errors()).toEqual([]);
    } finally {
      await p.quit();
    }
  },
);
