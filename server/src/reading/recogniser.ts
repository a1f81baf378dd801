import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import type { Seen, SeenWord } from '@dolly-tub/core';

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

/** How a page is laid out for the recogniser: blocks of text, or one block of lines. */
export type Layout = 'blocks' | 'one';
const LAYOUTS: Readonly<Record<Layout, string>> = { blocks: '3', one: '6' };
export interface Recogniser {
  read(png: Uint8Array, size: { width: number; height: number }, layout: Layout): Seen;
}

/**
 * The recogniser with the data of these languages, both read from their packages on this disk: nothing is fetched, and
 * nothing is written outside its own memory. Some 300 ms and 100 MB.
 */
export async function recogniserFor(languages: readonly Language[]): Promise<Recogniser> {
  const core = folderOf('tesseract.js-core');
  const make = require('tesseract.js-core/tesseract-core-simd-lstm.js') as (o: object) => Promise<Engine>;
  const silent = (): void => undefined;
  const engine = await make({
    wasmBinary: readFileSync(join(core, 'tesseract-core-simd-lstm.wasm')),
    print: silent,
    printErr: silent,
  });
  const codes = languages.map((l) => LANGUAGES[l]);
  for (const code of codes)
    engine.FS.writeFile(
      `/${code}.traineddata`,
      gunzipSync(
        readFileSync(join(folderOf(`@tesseract.js-data/${code}`), '4.0.0_best_int', `${code}.traineddata.gz`)),
      ),
    );
  const api = new engine.TessBaseAPI();
  if (api.Init('/', codes.join('+'), LSTM_ONLY) !== 0) throw new Error('The recogniser does not start.');
  return {
    read(png, { width, height }, layout) {
      engine.FS.writeFile('/input', png);
      api.SetVariable('tessedit_pageseg_mode', LAYOUTS[layout]);
      api.SetImageFile(1, 0, false);
      api.Recognize(null);
      const page = JSON.parse(api.GetJSONText()) as Page;
      engine.FS.unlink('/input');
      const lines = page.blocks.flatMap((b) =>
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
      return { lines, width, height };
    },
  };
}
