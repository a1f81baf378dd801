import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Catalogue, catalogueSchemas, loadCatalogue, type RawCatalogue } from '@dolly-tub/core';

/** The JSON catalogue from disk, as it lies. For the server, the tests and the bench; the page fetches it. */
export function readRawCatalogue(folder: string): RawCatalogue {
  return Object.fromEntries(
    Object.keys(catalogueSchemas).map((file) => [
      file,
      JSON.parse(readFileSync(join(folder, `${file}.json`), 'utf8')) as unknown,
    ]),
  ) as unknown as RawCatalogue;
}

export const readCatalogue = (folder: string): Catalogue => loadCatalogue(readRawCatalogue(folder));
