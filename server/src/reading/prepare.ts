import sharp, { type Sharp } from 'sharp';
import { evened, type Grey, inked, kept, shifted, strip, turned } from './grey';
import { type Letter, lettersOf } from './letters';
import { columnsOf, type Run, runOf, textAreas } from './lines';

export type Box = readonly [number, number, number, number];
/** A part of a picture ready to be read, and where a box of it lies on the whole picture, turned level. */
export interface Part {
  grey: Grey;
  place(box: Box): Box;
}
/** How a picture is made ready: with its light evened, or as ink on white and somewhat smaller. */
export type Look = 'evened' | 'inked';
export interface Prepared {
  /** Columns from the left, each a part. */
  parts(look: Look): Promise<Part[]>;
  /** The whole picture, level, as wide and high as boxes are measured in. */
  width: number;
  height: number;
  /** By how many degrees it was turned. */
  tilt: number;
  /** Height of a small x on the picture as it was sent, px. */
  xHeight: number;
  /** Each letter that was found, on the whole picture. */
  letters: Letter[];
  /** Whether a box lies at the edge of what was sent: the rest may lie beyond it. */
  atEdge(box: Box): boolean;
}

/** Pixels of the longer side when letters are looked for: first so, then larger where none are, or where they are small. */
const LOOKS_px = [1700, 3600] as const;
/** The second time a small picture is enlarged by so much. */
const MOST_LOOKED = 2;
/** So high, px, an x must stand there that its size can be told. */
const TOLD_px = 8;
/** Height of an x that a recogniser reads best, px, and of the second look. */
const BEST_px: Readonly<Record<Look, number>> = { evened: 20, inked: 26 };
const MOST_PIXELS = 16e6;
const MOST_SCALE = 6;
/** About letters that were found small, in heights of an x: where more of them are looked for. */
const SEARCHED = 12;
const ENOUGH = 60;
/** Kept about the letters, in heights of an x: no line is cut. */
const ABOUT = 2.5;
/** How far the ground reaches about a pixel, in heights of an x. */
const GROUND = 1.6;
const EDGE_px = 2;
const GROUND_GREY: Readonly<Record<Look, number>> = { evened: 222, inked: 255 };
const GREYS = 235;

async function rawOf(picture: Sharp): Promise<Grey> {
  const { data, info } = await picture.greyscale().raw().toBuffer({ resolveWithObject: true });
  const step = info.channels;
  const out = step === 1 ? new Uint8Array(data) : new Uint8Array(data.filter((_, i) => i % step === 0));
  return { data: out, width: info.width, height: info.height };
}
const cutFrom = ({ data, width, height }: Grey): Sharp => sharp(data, { raw: { width, height, channels: 1 } });

/** What is at hand for reading a picture; null where no letters stand on it. Fails where it is damaged. */
export async function prepare(sent: Buffer): Promise<Prepared | null> {
  // unpacked once: each look is cut out of it
  const whole = await rawOf(sharp(sent, { failOn: 'truncated' }).autoOrient().flatten({ background: '#fff' }));
  const { width, height } = whole;
  const longer = Math.max(width, height);
  let region = { left: 0, top: 0, width, height };
  let xHeight = 0;
  let letters: Letter[] = [];
  let light = false;
  let before = 0;
  for (const look of LOOKS_px) {
    const by = Math.min(before === 0 ? 1 : MOST_LOOKED, look / longer);
    // told well enough, or nothing more can be seen of it
    if ((letters.length && xHeight * before >= TOLD_px) || by === before) break;
    before = by;
    const found = lettersOf(await rawOf(sized(cutFrom(whole).extract(region), region, by)));
    // in pixels of the picture as it was sent
    xHeight = found.xHeight / by;
    light = found.light;
    letters = ofText(
      found.list.map((l) => ({ x: l.x / by + region.left, y: l.y / by + region.top, w: l.w / by, h: l.h / by })),
      xHeight,
    );
    // so few may be specks, while the label stands elsewhere
    if (letters.length >= ENOUGH) region = about(letters, SEARCHED * xHeight, width, height);
  }
  if (!letters.length) return null;
  return readyTo(whole, { width, height, letters, xHeight, light, run: runOf(letters, xHeight) });
}
interface Region {
  left: number;
  top: number;
  width: number;
  height: number;
}
/** What is about letters, so far to each side. */
function about(letters: readonly Letter[], pad: number, width: number, height: number): Region {
  const left = Math.max(0, Math.floor(Math.min(...letters.map((l) => l.x)) - pad));
  const top = Math.max(0, Math.floor(Math.min(...letters.map((l) => l.y)) - pad));
  return {
    left,
    top,
    width: Math.min(width, Math.ceil(Math.max(...letters.map((l) => l.x + l.w)) + pad)) - left,
    height: Math.min(height, Math.ceil(Math.max(...letters.map((l) => l.y + l.h)) + pad)) - top,
  };
}
const sized = (picture: Sharp, { width, height }: Region, by: number): Sharp =>
  picture.resize({
    width: Math.max(1, Math.round(width * by)),
    height: Math.max(1, Math.round(height * by)),
    fit: 'fill',
    kernel: 'lanczos3',
  });

/** Letters of a usual height in words of three and more: what is not text is left out. */
function ofText(all: readonly Letter[], xHeight: number): Letter[] {
  const usual = all.filter((l) => l.h >= 0.5 * xHeight && l.h <= 2.3 * xHeight).sort((a, b) => a.x - b.x);
  const group = usual.map((_, i) => i);
  const find = (i: number): number => {
    while (group[i] !== i) i = group[i] = group[group[i]!]!;
    return i;
  };
  usual.forEach((a, i) => {
    for (let j = i + 1; j < usual.length && usual[j]!.x - a.x - a.w <= 2.5 * xHeight; j++) {
      const b = usual[j]!;
      const both = Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y);
      if (both > 0.3 * xHeight) group[find(j)] = find(i);
    }
  });
  const size = new Map<number, number>();
  usual.forEach((_, i) => size.set(find(i), (size.get(find(i)) ?? 0) + 1));
  return usual.filter((_, i) => size.get(find(i))! >= 3);
}

interface Found {
  width: number;
  height: number;
  letters: Letter[];
  xHeight: number;
  light: boolean;
  run: Run;
}
function readyTo(picture: Grey, { width, height, letters, xHeight, light, run }: Found): Prepared {
  const crop = about(letters, ABOUT * xHeight, width, height);
  const centre = { x: crop.left + crop.width / 2, y: crop.top + crop.height / 2 };
  const angle = Math.atan(run.slope + 2 * run.curve * (centre.x - run.middle));
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  // the whole picture turned level about its middle, in pixels as sent
  const whole = { width: width * cos + height * Math.abs(sin), height: height * cos + width * Math.abs(sin) };
  const level = (x: number, y: number): [number, number] => {
    const [dx, dy] = [x - width / 2, y - height / 2];
    return [dx * cos + dy * sin + whole.width / 2, -dx * sin + dy * cos + whole.height / 2];
  };
  const asSent = (x: number, y: number): [number, number] => {
    const [dx, dy] = [x - whole.width / 2, y - whole.height / 2];
    return [dx * cos - dy * sin + width / 2, dx * sin + dy * cos + height / 2];
  };
  const levelled = letters.map((l): Letter => {
    const [x, y] = level(l.x + l.w / 2, l.y + l.h / 2);
    return { x: x - l.w / 2, y: y - l.h / 2, w: l.w, h: l.h };
  });
  const [middle] = level(centre.x, centre.y);
  /** How far a line lies below its middle there, px as sent. */
  const hangs = (x: number): number => run.curve * (x - middle) ** 2;
  const straight = levelled.map((l) => ({ ...l, y: l.y - hangs(l.x + l.w / 2) }));
  const areas = textAreas(straight, xHeight);
  const columns = columnsOf(straight, xHeight, Math.ceil(whole.width));

  return {
    width: Math.round(whole.width),
    height: Math.round(whole.height),
    tilt: (angle * 180) / Math.PI,
    xHeight,
    letters: levelled,
    atEdge([x, y, w, h]) {
      return [asSent(x, y), asSent(x + w, y), asSent(x, y + h), asSent(x + w, y + h)].some(
        ([a, b]) => a <= EDGE_px || b <= EDGE_px || a >= width - EDGE_px || b >= height - EDGE_px,
      );
    },
    async parts(look) {
      const turn = 1 / (cos * cos + Math.abs(sin * cos));
      const scale = Math.min(
        MOST_SCALE,
        BEST_px[look] / xHeight,
        Math.sqrt(MOST_PIXELS / (crop.width * crop.height * turn)),
      );
      const cut = await rawOf(sized(cutFrom(picture).extract(crop), crop, scale));
      const dark = light ? turned(cut) : cut;
      const flat = Math.abs(angle) < 0.004 ? dark : await rotated(dark, (-angle * 180) / Math.PI);
      // where the middle of the cut lies on the whole picture, level
      const [mx, my] = level(centre.x, centre.y);
      const at = (x: number): number => (x - flat.width / 2) / scale + mx;
      const unbent = run.curve === 0 ? flat : shifted(flat, (x) => hangs(at(x)) * scale);
      const reach = Math.round(GROUND * BEST_px[look]);
      const lit = look === 'evened' ? evened(unbent, reach) : inked(unbent, reach);
      const here = (x: number): number => (x - mx) * scale + flat.width / 2;
      const ready = kept(
        lit,
        areas.map(([x, y, w, h]) => [here(x), (y - my) * scale + flat.height / 2, w * scale, h * scale] as const),
        GROUND_GREY[look],
      );
      const borders = [0, ...columns.map((x) => Math.round(here(x))), flat.width].filter(
        (x, i, all) => i === 0 || i === all.length - 1 || (x > 0 && x < flat.width),
      );
      return borders.slice(1).map((right, i): Part => {
        const left = borders[i]!;
        const place = ([x, y, w, h]: Box): Box => {
          const px = at(x + left);
          const wide = w / scale;
          const py = (y - flat.height / 2) / scale + my + hangs(px + wide / 2);
          return [Math.round(px), Math.round(py), Math.round(wide), Math.round(h / scale)];
        };
        return { grey: borders.length === 2 ? ready : strip(ready, left, right), place };
      });
    },
  };
}
async function rotated({ data, width, height }: Grey, deg: number): Promise<Grey> {
  // what comes in at the corners is like what is at the edge, so that no line is taken for its border
  const edge = data[0] ?? GREYS;
  return rawOf(
    sharp(data, { raw: { width, height, channels: 1 } }).rotate(deg, { background: { r: edge, g: edge, b: edge } }),
  );
}
/** As a portable grey map (Netpbm, P5): nothing is packed that is unpacked at once. */
export const mapOf = ({ data, width, height }: Grey): Uint8Array =>
  Buffer.concat([Buffer.from(`P5 ${width} ${height} 255\n`), data]);
