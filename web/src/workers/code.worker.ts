/// <reference lib="webworker" />
import { prepareZXingModule, readBarcodes, type ReaderOptions } from 'zxing-wasm/reader';

/** What the page asks of the worker, and what it says: the texts of the codes that are seen, whole and checked. */
export interface CodeAsk {
  n: number;
  picture: ImageData;
}
export interface CodeSays {
  n: number;
  texts: string[];
}
const FORMATS: ReaderOptions['formats'] = ['EAN13', 'EAN8', 'UPCA', 'QRCode'];

// the package looks elsewhere by itself: here its program comes from the household's own server or not at all
prepareZXingModule({ overrides: { locateFile: () => '/zxing_reader.wasm' } });

addEventListener('message', async ({ data: { n, picture } }: MessageEvent<CodeAsk>) => {
  const seen = await readBarcodes(picture, { formats: FORMATS, tryHarder: true, maxNumberOfSymbols: 4 });
  postMessage({ n, texts: seen.filter((s) => s.isValid).map((s) => s.text) } satisfies CodeSays);
});
