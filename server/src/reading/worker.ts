import type { Seen, SeenWord } from '@dolly-tub/core';
import sharp from 'sharp';
import { firstLook, pngOf, scaleFor, secondLook } from './prepare';
import { type Language, recogniserFor } from './recogniser';

/** What is asked of the program, and what it says: what it saw at first, then both looks, the better one first. */
export interface ReadAsk {
  picture: Buffer;
  languages: Language[];
}
export type ReadSays = { first: Seen } | { both: [Seen, Seen]; tilt: number } | { problem: string };

// one picture, one program: nothing is kept, and no other kind is opened than was looked at
sharp.cache(false);
sharp.concurrency(1);
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({ operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp'] });

const { picture, languages } = await new Promise<ReadAsk>((given) => process.once('message', given));
process.once('disconnect', () => process.exit(1));
const sent = Buffer.from(picture);
const say = (m: ReadSays): void => void process.send!(m, () => process.exit(0));

const words = (s: Seen): SeenWord[] => s.lines.flat().filter((w) => /[\p{L}\p{N}]/u.test(w.text));
/** How much of it looks like words: letters, by how sure they are. */
const worth = (s: Seen): number => words(s).reduce((n, w) => n + w.text.length * Math.max(0, w.confidence - 40), 0);
/** As if it had been read at another size. */
const sized = (s: Seen, by: number, width: number, height: number): Seen => ({
  width,
  height,
  lines: s.lines.map((l) =>
    l.map((w) => ({ ...w, box: w.box.map((v) => Math.round(v * by)) as unknown as SeenWord['box'] })),
  ),
});
const middle = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

try {
  const [recogniser, { grey, scale, tilt }] = await Promise.all([recogniserFor(languages), firstLook(sent)]);
  const first = recogniser.read(await pngOf(grey), grey, 'blocks');
  // what stands if the rest takes too long
  process.send!({ first } satisfies ReadSays);
  const line = middle(words(first).map((w) => w.box[3])) / scale;
  const lit = await secondLook(sent, words(first).length ? scaleFor(line) : scale * 1.5, tilt);
  const second = recogniser.read(await pngOf(lit), lit, 'one');
  const [best, other] = worth(second) >= worth(first) ? [second, first] : [first, second];
  say({ both: [best, sized(other, best.width / other.width, best.width, best.height)], tilt });
} catch {
  say({ problem: 'The picture is cut off or damaged: take it again, or choose another.' });
}
