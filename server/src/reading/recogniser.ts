import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import type { SeenWord } from '@dolly-tub/core';

/** What of the recogniser is used here. */
interface Engine {
  FS: { writeFile(path: string, data: Uint8Array): void; unlink(path: string): void };
  TessBaseAPI: new () => Api;
}
interface Api {
  Init(path: string, languages: string, mode: number): number;
  SetVariable(name: string, value: string): boolean;
  SetImageFile(exif: number, angle: number, upscale: boolean): number;
  Recognize(monitor: null): number;
  GetJSONText(): string;
  End(): void;
}
interface Box {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}
interface Page {
  blocks: { paragraphs: { lines: { words: { text: string; confidence: number; bbox: Box }[] }[] }[] }[];
}

/** Languages that ship, by their code of ISO 639-1. */
export const LANGUAGES = { en: 'eng', de: 'deu', fr: 'fra', es: 'spa', nl: 'nld' } as const;
export type Language = keyof typeof LANGUAGES;
const LSTM_ONLY = 1;
const require = createRequire(import.meta.url);
const folderOf = (name: string): string => dirname(require.resolve(`${name}/package.json`));

/** Text that is taken for one block of lines: columns are parted before. */
const ONE_BLOCK = '6';
export interface Recogniser {
  /** From now on these languages are read. Some 150 ms each. */
  use(languages: readonly Language[]): void;
  /** Lines of words, their boxes in pixels of the picture. */
  read(png: Uint8Array): SeenWord[][];
}

/**
 * The recogniser, read with the data of its languages from their packages on this disk: nothing is fetched, and nothing is
 * written outside its own memory. Some 100 MB.
 */
export async function beginEngine(): Promise<Recogniser> {
  const core = folderOf('tesseract.js-core');
  const make = require('tesseract.js-core/tesseract-core-simd-lstm.js') as (o: object) => Promise<Engine>;
  const silent = (): void => undefined;
  const engine = await make({
    wasmBinary: readFileSync(join(core, 'tesseract-core-simd-lstm.wasm')),
    print: silent,
    printErr: silent,
  });
  const has = new Set<Language>();
  let api: Api | null = null;
  let now = '';
  return {
    use(languages) {
      const codes = languages.map((l) => LANGUAGES[l]).join('+');
      if (codes === now) return;
      for (const l of languages) {
        if (has.has(l)) continue;
        has.add(l);
        const data = join(folderOf(`@tesseract.js-data/${LANGUAGES[l]}`), '4.0.0_best_int');
        engine.FS.writeFile(
          `/${LANGUAGES[l]}.traineddata`,
          gunzipSync(readFileSync(join(data, `${LANGUAGES[l]}.traineddata.gz`))),
        );
      }
      api?.End();
      api = new engine.TessBaseAPI();
      if (api.Init('/', codes, LSTM_ONLY) !== 0) throw new Error('The recogniser does not start.');
      now = codes;
    },
    read(png) {
      if (!api) throw new Error('Say which languages first.');
      engine.FS.writeFile('/input', png);
      api.SetVariable('tessedit_pageseg_mode', ONE_BLOCK);
      // which of the two is ink is known: a line that is hard is not read once more as its own negative
      api.SetVariable('invert_threshold', '0');
      api.SetVariable('tessedit_do_invert', '0');
      api.SetImageFile(1, 0, false);
      api.Recognize(null);
      const page = JSON.parse(api.GetJSONText()) as Page;
      engine.FS.unlink('/input');
      return page.blocks.flatMap((b) =>
        b.paragraphs.flatMap((p) =>
          p.lines.map((l) =>
            l.words.map(({ text, confidence, bbox }): SeenWord => ({
              text,
              confidence,
              box: [bbox.x0, bbox.y0, bbox.x1 - bbox.x0, bbox.y1 - bbox.y0],
            })),
          ),
        ),
      );
    },
  };
}
