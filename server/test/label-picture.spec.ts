import sharp from 'sharp';
import { testServer, type TestServer } from './server';

let s: TestServer;
beforeAll(async () => {
  s = await testServer();
});
afterAll(() => s.close());

/** Words on a ground, drawn. */
const drawn = (lines: readonly string[], size: number, ink = '#000', ground = '#fff') =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${size * 30}" height="${size * 8}"><rect width="100%" height="100%" fill="${ground}"/><g font-family="DejaVu Sans, sans-serif" font-size="${size}" fill="${ink}">${lines
        .map((t, i) => `<text x="${size}" y="${size * 1.6 * (i + 1)}">${t}</text>`)
        .join('')}</g></svg>`,
    ),
  );
const LABEL = ['Ingredients: Aqua, Sodium Hypochlorite 4.5 %,', 'Sodium Hydroxide, Lauramine Oxide, Parfum.'];
async function sent(type: string, bytes: Buffer, query = '') {
  const r = await fetch(`${s.url}/api/label/picture${query}`, {
    method: 'POST',
    headers: { 'content-type': type },
    body: new Uint8Array(bytes),
  });
  return { status: r.status, body: (await r.json()) as any };
}

describe('a label read off a picture', () => {
  test('what is written, each word with its place, and what the label reader says of it', async () => {
    const { status, body } = await sent('image/jpeg', await drawn(LABEL, 26).jpeg({ quality: 80 }).toBuffer());
    expect(status).toBe(200);
    expect(body.text).toBe(LABEL.join(' '));
    expect(body.label.ingredients.map((i: { substance: string }) => i.substance)).toEqual([
      'water',
      'sodium-hypochlorite',
      'sodium-hydroxide',
      'lauramine-oxide',
      'fragrance',
    ]);
    const [x, y, w, h] = body.words[0].box;
    expect(x >= 0 && y >= 0 && w > 0 && h > 0 && x + w <= body.width && y + h <= body.height).toBe(true);
  }, 60000);
  test('light letters on dark', async () => {
    const { body } = await sent('image/png', await drawn(LABEL, 22, '#fff', '#123').png().toBuffer());
    expect(body.text).toMatch(/Sodium Hypochlorite 4\.5 %/);
  }, 60000);
  test('two columns are read one after the other', async () => {
    const columns = sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="200"><rect width="100%" height="100%" fill="#fff"/><g font-family="DejaVu Sans" font-size="24"><text x="20" y="50">Ingredients: Aqua, Sodium</text><text x="20" y="90">Hypochlorite 4.5 %,</text><text x="520" y="50">Sodium Hydroxide,</text><text x="520" y="90">Lauramine Oxide, Parfum.</text></g></svg>`,
      ),
    );
    const { body } = await sent('image/png', await columns.flatten().png().toBuffer());
    expect(body.text).toBe(LABEL.join(' '));
  }, 60000);
  test('a label that goes round a bottle is read as if it were flat, and tilted as if it were level', async () => {
    const { data, info } = await drawn(LABEL, 24).flatten().greyscale().raw().toBuffer({ resolveWithObject: true });
    const { width, height } = info;
    const bent = Buffer.alloc(width * height, 255);
    for (let x = 0; x < width; x++)
      for (let y = 0; y < height; y++) {
        const from = y - Math.round(26 * (1 - ((2 * x) / width - 1) ** 2));
        if (from >= 0) bent[y * width + x] = data[(from * width + x) * info.channels]!;
      }
    const jpeg = await sharp(bent, { raw: { width, height, channels: 1 } })
      .rotate(5, { background: '#fff' })
      .jpeg()
      .toBuffer();
    const { body } = await sent('image/jpeg', jpeg);
    expect(body.text).toBe(LABEL.join(' '));
    // the words end left of the middle, where a bent line runs a little uphill
    expect(Math.abs(body.tilt - 5)).toBeLessThan(2);
  }, 60000);
  test('nothing on it: no ingredient is made of it, and it says what to do', async () => {
    const plain = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#7a9' } })
      .jpeg()
      .toBuffer();
    const { status, body } = await sent('image/jpeg', plain);
    expect(status).toBe(200);
    expect([body.text, body.words, body.unsure]).toEqual(['', [], true]);
    expect(body.says).toMatch(/nearer/);
    expect(body.label.ingredients).toEqual([]);
  }, 60000);
});

describe('what is no label', () => {
  let seed = 3;
  const next = (): number => (seed = (Math.imul(seed, 1103515245) + 12345) & 0x7fffffff) / 0x7fffffff;
  /** Blades, or hills under a sky: edges enough, and no letter. */
  const scene = (shapes: string): Promise<Buffer> =>
    sharp(
      Buffer.from(
        `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="600"><rect width="100%" height="100%" fill="#3d6b2c"/>${shapes}</svg>`,
      ),
    )
      .jpeg({ quality: 80 })
      .toBuffer();
  const grass = (): Promise<Buffer> =>
    scene(
      Array.from({ length: 1400 }, () => {
        const [x, y] = [900 * next(), 620 * next()];
        return `<path d="M${x} ${y}q${8 * next() - 4} ${-20 - 20 * next()} ${16 * next() - 8} ${-40 - 40 * next()}" stroke="hsl(${90 + 40 * next()} 50% ${20 + 40 * next()}%)" stroke-width="${1 + 4 * next()}" fill="none"/>`;
      }).join(''),
    );
  const holiday = (): Promise<Buffer> =>
    scene(
      `<rect width="900" height="300" fill="#9cc4e8"/>${Array.from({ length: 60 }, () => `<rect x="${900 * next()}" y="${260 + 200 * next()}" width="${10 + 50 * next()}" height="${10 + 60 * next()}" fill="hsl(${360 * next()} 40% 60%)" stroke="#333"/>`).join('')}`,
    );
  test.each([
    ['grass', grass],
    ['a holiday', holiday],
  ])(
    '%s: no words, never an ingredient, and what to do',
    async (_name, make) => {
      const { status, body } = await sent('image/jpeg', await make());
      expect([status, body.text, body.label.ingredients, body.unsure]).toEqual([200, '', [], true]);
      expect(body.says).toMatch(/nearer/);
    },
    60000,
  );
  test('text that is markup stays text', async () => {
    const { body } = await sent(
      'image/png',
      await drawn(['Aqua, &lt;b&gt;Parfum&lt;/b&gt;,', '&lt;script&gt;alert(1)&lt;/script&gt;'], 26).png().toBuffer(),
    );
    expect(body.text).toMatch(/Aqua/);
    expect(body.label.ingredients.map((i: { substance: string | null }) => i.substance)).toContain('water');
  }, 60000);
  test('a label of another language is read by its own data, found after the first look', async () => {
    const lines = ['Inhaltsstoffe: Natriumhypochlorit 4,5 %,', 'Natriumhydroxid, Duftstoffe, Wasser.'];
    const { body } = await sent('image/png', await drawn(lines, 26).png().toBuffer(), '?lang=en,de,fr,es,nl');
    expect(body.label.ingredients.map((i: { substance: string }) => i.substance)).toEqual([
      'sodium-hypochlorite',
      'sodium-hydroxide',
      'fragrance',
      'water',
    ]);
  }, 60000);
  test('small print is read and a nearer picture asked for', async () => {
    const { body } = await sent('image/png', await drawn(LABEL, 10).png().toBuffer());
    expect(body.nearer).toBe(true);
  }, 60000);
});

describe('what is no picture of a label', () => {
  const white = (width: number, height: number) =>
    sharp({ create: { width, height, channels: 3, background: '#fff' } });
  test.each([
    ['one pixel', 'image/png', () => white(1, 1).png().toBuffer(), 422, /too small/],
    ['144 million pixels', 'image/png', () => white(12000, 12000).png().toBuffer(), 422, /12000 by 12000/],
    ['another kind than it says', 'image/jpeg', () => white(60, 60).png().toBuffer(), 422, /says JPEG, and is PNG/],
    [
      'a drawing',
      'image/png',
      () => Promise.resolve(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>')),
      422,
      /is SVG/,
    ],
    ['a PDF', 'image/jpeg', () => Promise.resolve(Buffer.from('%PDF-1.7')), 422, /is PDF/],
    ['a HEIC', 'image/heic', () => Promise.resolve(Buffer.from('x')), 415, /HEIC/],
    ['text', 'text/plain', () => Promise.resolve(Buffer.from('x')), 415, /JPEG, PNG or WebP/],
    ['nothing', 'image/png', () => Promise.resolve(Buffer.alloc(0)), 422, /empty/],
  ])('%s', async (_name, type, make, status, words) => {
    const r = await sent(type, await make());
    expect([r.status, r.body.detail]).toEqual([status, expect.stringMatching(words)]);
  });
  test('half a picture', async () => {
    const whole = await drawn(LABEL, 26).jpeg().toBuffer();
    const r = await sent('image/jpeg', whole.subarray(0, whole.length / 2));
    expect([r.status, r.body.detail]).toEqual([422, expect.stringMatching(/cut off or damaged/)]);
  }, 60000);
  test('more than it may be, and a language that does not ship', async () => {
    expect((await sent('image/jpeg', Buffer.alloc(12_000_001))).status).toBe(413);
    const r = await sent('image/jpeg', await drawn(LABEL, 26).jpeg().toBuffer(), '?lang=en,xx');
    expect([r.status, r.body.detail]).toEqual([422, expect.stringMatching(/"xx" is no language/)]);
  });
});
