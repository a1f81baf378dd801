import sharp from 'sharp';
import { evened, type Grey, inked, kept, shifted, strip, turned } from '../src/reading/grey';
import { type Letter, lettersOf } from '../src/reading/letters';
import { columnsOf, runOf, textAreas } from '../src/reading/lines';
import { missedBeside } from '../src/reading/missed';
import { prepare } from '../src/reading/prepare';

/** Lines of letters as boxes, an x being 10 px high; `below` says how far down a place of a line lies. */
const lines = (n: number, wide: number, below: (x: number) => number = () => 0): Letter[] =>
  Array.from({ length: n }, (_, row) =>
    Array.from({ length: Math.floor(wide / 9) }, (_, i): Letter => {
      const x = i * 9;
      return { x, y: 40 + row * 24 + below(x), w: 7, h: i % 5 === 0 ? 14 : 10 };
    }).map((l) => ({ ...l, y: l.y - (l.h - 10) })),
  ).flat();
const grey = (width: number, height: number, at: (x: number, y: number) => number): Grey => ({
  width,
  height,
  data: Uint8Array.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width))),
});

describe('how lines run', () => {
  test.each([-8, -3.3, 0, 2.5, 7.9])('a tilt of %d° is found to a tenth', (deg) => {
    const run = runOf(
      lines(5, 500, (x) => x * Math.tan((deg * Math.PI) / 180)),
      10,
    );
    expect((Math.atan(run.slope) * 180) / Math.PI).toBeCloseTo(deg, 0);
    expect(Math.abs((Math.atan(run.slope) * 180) / Math.PI - deg)).toBeLessThan(0.3);
  });
  test.each([-2, 0, 1.2, 2.4])('a bend of %d heights of an x is found beside a tilt', (bend) => {
    const half = 250;
    const run = runOf(
      lines(5, 500, (x) => bend * 10 * ((x - half) / half) ** 2 + 0.05 * x),
      10,
    );
    expect(Math.abs((run.curve * half ** 2) / 10 - bend)).toBeLessThan(0.3);
  });
});

describe('columns', () => {
  const two = [...lines(5, 200), ...lines(5, 200).map((l) => ({ ...l, x: l.x + 240 }))];
  test('part in the middle of the gap between them', () => {
    const [at, ...more] = columnsOf(two, 10, 460);
    expect(more).toEqual([]);
    expect(at).toBeGreaterThan(200);
    expect(at).toBeLessThan(240);
  });
  test('a block of text has none, nor has one line, nor a block with a wide space in one line', () => {
    expect(columnsOf(lines(5, 400), 10, 420)).toEqual([]);
    expect(
      columnsOf(
        two.filter((l) => l.y < 50),
        10,
        460,
      ),
    ).toEqual([]);
    const hole = lines(5, 400).filter((l) => l.y > 50 || l.x < 150 || l.x > 200);
    expect(columnsOf(hole, 10, 420)).toEqual([]);
  });
  test('what is kept holds every letter, points beside it, and the space between two words', () => {
    const all = lines(2, 200).filter((l) => l.x < 80 || l.x > 100);
    const areas = textAreas(all, 10);
    const within = (x: number, y: number): boolean =>
      areas.some(([l, t, w, h]) => x >= l && x <= l + w && y >= t && y <= t + h);
    for (const l of all) expect([within(l.x, l.y), within(l.x + l.w + 3, l.y + l.h + 3)]).toEqual([true, true]);
    expect(within(90, 45)).toBe(true);
    expect(within(300, 45)).toBe(false);
  });
});

describe('grey', () => {
  test('a shadow is divided out: ink stays dark, ground is alike everywhere', () => {
    const g = grey(200, 60, (x, y) => (x % 20 < 3 && y > 20 && y < 40 ? 0.3 : 1) * (240 - x * 0.8));
    const e = evened(g, 20);
    const [left, right, ink] = [e.data[10 * 200 + 10]!, e.data[10 * 200 + 190]!, e.data[30 * 200 + 101]!];
    expect(Math.abs(left - right)).toBeLessThan(20);
    expect(ink).toBeLessThan(left / 2);
    const i = inked(g, 20);
    expect([i.data[10 * 200 + 190], i.data[30 * 200 + 181]]).toEqual([255, 0]);
  });
  test('turned, a strip, moved by columns, and what is kept', () => {
    const g = grey(4, 4, (x, y) => x * 10 + y);
    expect([...turned(g).data.slice(0, 2)]).toEqual([255, 245]);
    expect([...strip(g, 1, 3).data]).toEqual([10, 20, 11, 21, 12, 22, 13, 23]);
    expect([...shifted(g, (x) => x).data.slice(0, 4)]).toEqual([0, 11, 22, 33]);
    expect([...kept(g, [[1, 1, 2, 1]], 99).data]).toEqual([
      99, 99, 99, 99, 99, 11, 21, 99, 99, 99, 99, 99, 99, 99, 99, 99,
    ]);
  });
});

describe('letters', () => {
  const drawn = async (ink: string, ground: string): Promise<Grey> => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="120"><rect width="100%" height="100%" fill="${ground}"/><g font-family="DejaVu Sans" font-size="22" fill="${ink}"><text x="20" y="40">Sodium carbonate, water and more</text><text x="20" y="80">of the same in another line</text></g></svg>`;
    const { data, info } = await sharp(Buffer.from(svg))
      .flatten()
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    return {
      data: new Uint8Array(data.filter((_, i) => i % info.channels === 0)),
      width: info.width,
      height: info.height,
    };
  };
  test.each([
    ['#111', '#eee', false],
    ['#eee', '#123', true],
  ])('%s on %s: their height, and which is ink', async (ink, ground, light) => {
    const l = lettersOf(await drawn(ink, ground));
    expect(l.light).toBe(light);
    expect(l.list.length).toBeGreaterThan(35);
    // a small x of this font is 0.547 of its size
    expect(Math.abs(l.xHeight - 12)).toBeLessThanOrEqual(2);
  });
  test('an even ground, and grain, have none', () => {
    expect(lettersOf(grey(300, 200, () => 120)).list).toEqual([]);
    let seed = 7;
    const grain = grey(300, 200, () => 120 + ((seed = (seed * 1103515245 + 12345) & 0x7fffffff) % 20));
    expect(lettersOf(grain).list).toEqual([]);
  });
  test('a box of a part lies on the whole picture where it was', async () => {
    const g = await drawn('#111', '#eee');
    const p = (await prepare(
      await sharp(g.data, { raw: { width: 600, height: 120, channels: 1 } })
        .png()
        .toBuffer(),
    ))!;
    const [part] = await p.parts('evened');
    const { grey: got, place } = part!;
    // the first inked column of what is read is the left side of the first letter
    const first = Array.from({ length: got.width }, (_, x) => x).find((x) =>
      Array.from({ length: got.height }, (_, y) => got.data[y * got.width + x]!).some((v) => v < 90),
    )!;
    expect(Math.abs(place([first, 0, 10, 10])[0] - Math.min(...p.letters.map((l) => l.x)))).toBeLessThanOrEqual(2);
    expect([p.width, p.height]).toEqual([600, 120]);
    expect([p.atEdge([100, 30, 50, 20]), p.atEdge([0, 30, 50, 20])]).toEqual([false, true]);
  });
});

describe('print that was not read', () => {
  const word = (
    text: string,
    x: number,
  ): { text: string; confidence: number; box: [number, number, number, number] } => ({
    text,
    confidence: 90,
    box: [x, 40, 60, 14],
  });
  const look = { lines: [[word('Aqua', 0), word('Parfum', 300)]], width: 600, height: 100 };
  test('is counted beside the nearest word of its line', () => {
    const letters = [80, 90, 100, 110].map((x): Letter => ({ x, y: 42, w: 7, h: 10 }));
    const said = missedBeside(look, [look], letters, 10).lines[0]!.map((w) => w.missed);
    expect(said).toEqual([4, 0]);
  });
  test('what another look has read is none, nor a frame', () => {
    const letters = [80, 90].map((x): Letter => ({ x, y: 42, w: 7, h: 10 }));
    const other = { ...look, lines: [[word('more', 75)]] };
    expect(missedBeside(look, [look, other], letters, 10)).toBe(look);
    expect(missedBeside(look, [look], [{ x: 80, y: 0, w: 3, h: 90 }], 10)).toBe(look);
  });
});
