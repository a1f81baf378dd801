import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { testServer, type TestServer } from './server';

let s: TestServer;
beforeAll(async () => (s = await testServer()));
afterAll(() => s.close());
const drawn = () => sharp({ create: { width: 40, height: 20, channels: 3, background: '#c08030' } });
const send = (type: string, bytes: Buffer, more: object = {}) =>
  s.call('POST', '/api/files', { type, bytes: bytes.toString('base64'), ...more });

test('a picture is kept upright, no larger than can be read, and without what the camera wrote beside it', async () => {
  const photo = await sharp({ create: { width: 3000, height: 1500, channels: 3, background: '#c08030' } })
    .withExif({
      IFD0: { Copyright: 'somebody', Artist: 'Ada' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
    })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  expect((await sharp(photo).metadata()).orientation).toBe(6);
  const made = await send('image/jpeg', photo);
  expect(made.status).toBe(201);
  const kept = Buffer.from((await s.call('GET', `/api/files/${made.body.id}`)).body.bytes, 'base64');
  const about = await sharp(kept).metadata();
  expect([about.width, about.height, about.exif, about.orientation]).toEqual([1200, 2400, undefined, undefined]);
  expect(kept.includes('Ada')).toBe(false);
  expect(made.body.sha256).toBe(createHash('sha256').update(kept).digest('hex'));
});
test('sent again under its id it is the same one', async () => {
  const id = '01939a00-0000-7000-8000-0000000000ff';
  const png = await drawn().png().toBuffer();
  expect((await send('image/png', png, { id })).status).toBe(201);
  expect((await send('image/png', png, { id })).status).toBe(201);
});
test.each([
  ['nothing', 'image/png', async () => Buffer.alloc(0), /is empty/],
  ['text', 'image/png', async () => Buffer.from('no picture at all'), /no picture that can be read/],
  [
    'a drawing',
    'image/png',
    async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>'),
    /says PNG, and is a drawing \(SVG\)/,
  ],
  ['another kind', 'image/jpeg', () => drawn().png().toBuffer(), /says JPEG, and is PNG/],
  [
    'half of one',
    'image/jpeg',
    async () =>
      (
        await sharp({
          create: { width: 900, height: 900, channels: 3, noise: { type: 'gaussian', mean: 128, sigma: 40 } } as never,
        })
          .jpeg()
          .toBuffer()
      ).subarray(0, 9000),
    /cut off or damaged/,
  ],
  [
    'the camera’s own kind',
    'image/jpeg',
    () => drawn().heif({ compression: 'av1' }).toBuffer(),
    /HEIC picture.*most compatible/,
  ],
])('%s is refused with a sentence', async (_, type, bytes, says) => {
  const r = await send(type, await bytes());
  expect([r.status, r.body.detail]).toEqual([422, expect.stringMatching(says)]);
});
test('a checksum that is not its own is refused; its own is not', async () => {
  const png = await drawn().png().toBuffer();
  const wrong = await send('image/png', png, { sha256: 'f'.repeat(64) });
  expect([wrong.status, wrong.body.detail]).toEqual([422, expect.stringMatching(/did not arrive whole/)]);
  expect((await send('image/png', png, { sha256: createHash('sha256').update(png).digest('hex') })).status).toBe(201);
});
test('what an export brings in is asked the same', async () => {
  await send('image/png', await drawn().png().toBuffer());
  const document = (await s.call('GET', '/api/export')).body;
  document.records.files[0].bytes = Buffer.from('rubbish').toString('base64');
  delete document.records.files[0].sha256;
  const preview = await s.call('POST', '/api/import?preview=1', document);
  expect(preview.body.problems).toMatchObject(
    [{ path: '/records/files/0/bytes', message: /no picture/ }].map((p) => ({
      ...p,
      message: expect.stringMatching(p.message),
    })),
  );
  expect((await s.call('POST', '/api/import', document)).status).toBe(422);
});
