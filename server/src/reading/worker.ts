import type { Seen, SeenWord } from '@dolly-tub/core';
import sharp from 'sharp';
import { missedBeside } from './missed';
import { type Look, mapOf, prepare, type Prepared } from './prepare';
import { beginEngine, type Language } from './recogniser';

/** What is asked of the program: a picture, and the language of the first look; then those of the second. */
export type ReadAsk = { picture: Buffer; language: Language } | { languages: Language[] };
/** What it says: what it saw at first, then both looks, the better one first; or that no words are there. */
export type ReadSays =
  | { first: Seen }
  | { both: [Seen, Seen]; tilt: number }
  | { none: { width: number; height: number } }
  | { problem: string };

// one picture, one program: nothing is kept, and no other kind is opened than was looked at
sharp.cache(false);
sharp.concurrency(1);
sharp.block({ operation: ['VipsForeignLoad'] });
sharp.unblock({ operation: ['VipsForeignLoadJpeg', 'VipsForeignLoadPng', 'VipsForeignLoadWebp'] });

process.once('disconnect', () => process.exit(1));
const say = (m: ReadSays): void => void process.send!(m, () => process.exit(0));
const heard = (): Promise<ReadAsk> => new Promise((given) => process.once('message', given));

const letters = (s: Seen): SeenWord[] => s.lines.flat().filter((w) => /[\p{L}\p{N}]/u.test(w.text));
/** How much of it looks like words: letters, by how sure they are. */
const worth = (s: Seen): number => letters(s).reduce((n, w) => n + w.text.length * Math.max(0, w.confidence - 40), 0);

// ready before it is asked: a program that waits for its picture has this behind it
const engine = beginEngine().then((e) => {
  e.use([(process.argv[2] as Language | undefined) ?? 'en']);
  return e;
});
const asked = (await heard()) as { picture: Buffer; language: Language };
try {
  const [recogniser, ready] = await Promise.all([engine, prepare(Buffer.from(asked.picture))]);
  if (!ready) say({ none: await sizeOf(Buffer.from(asked.picture)) });
  else {
    recogniser.use([asked.language]);
    const first = await look(ready, 'evened');
    // what stands if the rest takes too long
    process.send!({ first } satisfies ReadSays);
    const { languages } = (await heard()) as { languages: Language[] };
    recogniser.use(languages);
    const second = await look(ready, 'inked');
    const [best, other] = worth(second) >= worth(first) ? [second, first] : [first, second];
    say({ both: [missedBeside(best, [best, other], ready.letters, ready.xHeight), other], tilt: ready.tilt });
  }

  async function look(p: Prepared, how: Look): Promise<Seen> {
    const lines: SeenWord[][] = [];
    for (const { grey, place } of await p.parts(how))
      for (const line of recogniser.read(mapOf(grey)))
        lines.push(
          line.map((w) => {
            const box = place(w.box);
            return { ...w, box, cut: p.atEdge(box) };
          }),
        );
    return { lines, width: p.width, height: p.height, xHeight: p.xHeight };
  }
} catch {
  say({ problem: 'The picture is cut off or damaged: take it again, or choose another.' });
}
async function sizeOf(sent: Buffer): Promise<{ width: number; height: number }> {
  const { width = 1, height = 1 } = await sharp(sent).metadata();
  return { width, height };
}
