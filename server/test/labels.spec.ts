import { demoId } from '@dolly-tub/demo';
import { type Bottle, labelOfBottle } from '@dolly-tub/core';
import jsQR from 'jsqr';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { catalogue } from '../../core/checks/catalogue-for-tests';
import { NOW, testServer, type TestServer } from './server';

let s: TestServer;
let bleach = '';
let greek = '';
beforeAll(async () => {
  s = await testServer({ demo: true });
  const fill = (item: string, more: object = {}) => ({
    parts: [{ item, amount: 15, unit: 'mL' }],
    water_mL: 735,
    result: [{ substance: 'sodium-hypochlorite', percent: 0.108, basis: 'w/w' }],
    target: 'hard-surface',
    mixedAt: NOW,
    discardAt: '2026-11-26T10:30:00.000Z',
    left_mL: 750,
    ...more,
  });
  const filled = async (name: string, item: string) => {
    const bottle = { name, capacity_mL: 750, outline: 'sprayer', material: 'pet', opaque: true };
    const { id } = (await s.call('POST', '/api/bottles', bottle)).body as { id: string };
    const r = await s.call('POST', '/api/log', { kind: 'mix', bottle: id, fill: fill(item), moves: [] });
    expect([r.status, r.body.detail]).toEqual([201, undefined]);
    return id;
  };
  bleach = await filled('Sprayer', 'chlorine-bleach');
  const own = await s.call('POST', '/api/products', {
    name: 'Χλωρίνη Ёлка 漢 Żółty',
    basedOn: 'chlorine-bleach',
    changes: {},
  });
  greek = await filled('Other', (own.body as { id: string }).id);
});
afterAll(() => s.close());

/** Words and drawing operators of every page. */
async function readPdf(query: string) {
  const r = await fetch(`${s.url}/api/labels?${query}`);
  expect([r.status, r.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  expect(r.headers.get('content-security-policy')).toBeNull();
  const doc = await getDocument({ data: new Uint8Array(await r.arrayBuffer()), verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from({ length: doc.numPages }, async (_, i) => {
      const page = await doc.getPage(i + 1);
      const items = (await page.getTextContent()).items as { str: string; hasEOL: boolean }[];
      const { fnArray } = await page.getOperatorList();
      return {
        text: items.map((x) => x.str + (x.hasEOL ? ' ' : '')).join(''),
        count: (op: number) => fnArray.filter((f) => f === op).length,
        view: page.view,
      };
    }),
  );
  return { pages, lacking: r.headers.get('x-lacking') };
}
const svg = async (query: string) => {
  const r = await fetch(`${s.url}/api/labels?form=svg&${query}`);
  return { status: r.status, text: await r.text() };
};

describe('labels', () => {
  test('a bottle of bleach as a PDF: name, what for, strength, until when, signs, what it must never meet', async () => {
    const { pages, lacking } = await readPdf(`bottles=${bleach}`);
    expect(pages).toHaveLength(1);
    const [p] = pages;
    const text = p!.text.replace(/\u00a0/g, ' ').replace(/\s+/g, ' ');
    for (const said of [
      'Chlorine bleach',
      'hard surfaces',
      '0.108 %',
      '1 + 49',
      'Danger',
      'Pour away 26 Nov 2026',
      'Mixed 25 Nov 2026',
    ])
      expect(text).toContain(said);
    expect(text).toMatch(/Never with acids and descalers/);
    expect(text).toMatch(/In the eye: Rinse the eye now/);
    // two signs: two frames, and two symbols beside the code
    expect([p!.count(OPS.eoFillStroke), p!.count(OPS.eoFill)]).toEqual([2, 3]);
    expect(lacking).toBeNull();
    // 100 by 70 millimetres
    expect(p!.view.slice(2).map((x) => Math.round((x / 72) * 25.4))).toEqual([100, 70]);
  });
  test('its code is read back, and opens the bottle', async () => {
    const { text } = await svg(`bottles=${bleach}`);
    const cells = [...text.matchAll(/M(\d+) (\d+)h1v1h-1Z/g)].map((m) => [Number(m[1]), Number(m[2])] as const);
    const size = Math.max(...cells.flat()) + 1;
    const [scale, quiet] = [6, 4];
    const side = (size + 2 * quiet) * scale;
    const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
    for (const [cx, cy] of cells)
      for (let i = 0; i < scale * scale; i++) {
        const x = (cx + quiet) * scale + (i % scale);
        const y = (cy + quiet) * scale + Math.floor(i / scale);
        pixels.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
      }
    expect(jsQR(pixels, side, side)?.data).toBe(`${s.url}/dilute?bottle=${bleach}`);
  });
  test('Latin, Greek and Cyrillic are printed; what no font holds is told', async () => {
    const { pages, lacking } = await readPdf(`bottles=${greek}`);
    const text = pages[0]!.text;
    for (const said of ['Χλωρίνη', 'Ёлка', 'Żółty', 'U+6F22']) expect(text).toContain(said);
    expect(decodeURIComponent(lacking!)).toBe('漢');
  });
  test('the drawing’s letters are as wide as the PDF prints them', async () => {
    const { text } = await svg(`bottles=${bleach}`);
    const [, right] = /<title>Danger<\/title>(.*?)<\/g>/.exec(text)!;
    const xs = [...right!.matchAll(/translate\(([\d.]+) [\d.]+\)" d="([^"]+)"/g)].flatMap(([, x, d]) =>
      [...d!.matchAll(/[ML]?(-?[\d.]+) (-?[\d.]+)/g)].map((m) => Number(x) + Number(m[1])),
    );
    const { pages } = await readPdf(`bottles=${bleach}`);
    expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(5);
    expect(pages[0]!.text).toContain('Danger');
  });
  test('sheets: so many on a page, then another page; large print says less, never smaller', async () => {
    const nine = Array.from({ length: 9 }, () => bleach).join(',');
    const { pages } = await readPdf(`bottles=${nine}&sheet=a4x8`);
    expect(pages.map((p) => p.text.split('Danger').length - 1)).toEqual([8, 1]);
    const sizes = (text: string) => [...text.matchAll(/data-size="([\d.]+)"/g)].map((m) => Number(m[1]));
    const [usual, large] = [(await svg(`bottles=${bleach}`)).text, (await svg(`bottles=${bleach}&large=1`)).text];
    expect(Math.min(...sizes(large))).toBeGreaterThan(Math.min(...sizes(usual)) * 1.2);
    for (const said of ['Chlorine', 'Danger', 'Pour away']) expect(large).toContain(said);
    expect(large).not.toContain('Mixed');
  });
  test.each([
    ['', 422, /Say which bottles/],
    ['bottles=nobody', 404, /no such bottle/],
    [`bottles=${demoId(5, 1)}`, 409, /nothing in it/],
    ['bottles=a&form=tiff', 422, /pdf or svg/],
    ['bottles=a&sheet=barn', 422, /one of one, a4x8/],
    ['bottles=a,b&form=svg', 422, /one label/],
    [`bottles=${'a,'.repeat(99)}`, 422, /At most 60/],
  ])('%s is answered with a sentence', async (query, status, says) => {
    const r = await s.call('GET', `/api/labels?${query}`);
    expect([r.status, r.body.detail]).toEqual([status, expect.stringMatching(says)]);
  });
  test('what somebody names a thing is text in the drawing, never markup', async () => {
    const own = await s.call('POST', '/api/products', {
      name: '<script>"x"</script>',
      basedOn: 'dish-detergent',
      changes: {},
    });
    const bottle = { name: 'E', capacity_mL: 750, outline: 'sprayer', material: 'pet', opaque: true };
    const { id } = (await s.call('POST', '/api/bottles', bottle)).body as { id: string };
    const fill = {
      parts: [{ item: (own.body as { id: string }).id, amount: 5, unit: 'mL' }],
      water_mL: 500,
      result: [],
      mixedAt: NOW,
      discardAt: NOW,
      left_mL: 505,
    };
    await s.call('POST', '/api/log', { kind: 'mix', bottle: id, fill, moves: [] });
    const { text } = await svg(`bottles=${id}`);
    // letters are outlines: it needs no font where it is shown
    expect(text).not.toMatch(/<text|font-family/);
    expect(text).not.toContain('<script');
    expect(text).toContain('&#60;script&#62;');
  });
  test('the worst of what is in it decides on sign and word; an empty bottle has no label', () => {
    const bottle = {
      id: 'b',
      name: 'B',
      fill: {
        parts: [
          { item: 'dish-detergent', amount: 5, unit: 'mL' },
          { item: 'toilet-cleaner-acid', amount: 5, unit: 'mL' },
        ],
        water_mL: 0,
        result: [],
        mixedAt: NOW,
        discardAt: NOW,
        left_mL: 10,
      },
    } as unknown as Bottle;
    const label = labelOfBottle(bottle, null, catalogue)!;
    expect(label).toMatchObject({ signal: 'Danger', ratio: null, holds: expect.stringMatching(/, as it is$/) });
    expect(label.pictograms).toContain('GHS05');
    for (const id of label.pictograms) expect(catalogue.pictograms.get(id)).toBeDefined();
    expect(labelOfBottle({ ...bottle, fill: null } as never, null, catalogue)).toBeNull();
  });
  test('what is not known any more is taken for the worst', () => {
    const fill = {
      parts: [{ item: 'gone', amount: 5, unit: 'mL' }],
      water_mL: 100,
      result: [],
      mixedAt: NOW,
      discardAt: NOW,
      left_mL: 100,
    };
    const label = labelOfBottle({ id: 'b', name: 'Mystery', fill } as unknown as Bottle, null, catalogue)!;
    expect(label).toMatchObject({ name: 'Mystery', signal: 'Danger' });
    expect(label.apart[0]).toMatch(/anything: part of what is in it is not known/);
  });
  test('every sign that a product carries is drawn', () => {
    const carried = new Set([...catalogue.products.values()].flatMap((p) => p.hazards.pictograms));
    expect([...carried].filter((id) => !catalogue.pictograms.has(id))).toEqual([]);
  });
});
