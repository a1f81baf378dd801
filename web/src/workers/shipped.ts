import {
  type Catalogue,
  catalogueOfHousehold,
  loadCatalogue,
  type OwnLabelled,
  type RawCatalogue,
} from '@dolly-tub/core';

/** What a household wrote itself, by kind, as its doors have it. */
export type OwnRecords = Record<'products' | 'materials' | 'soils' | 'tools', readonly object[]>;

/** The catalogue as it is shipped, read line by line with `between` before each; rejects where the server does not answer. */
export async function readShipped(between: () => Promise<void> = () => Promise.resolve()): Promise<Catalogue> {
  const raw = {};
  const answer = await fetch('/api/catalogue/lines');
  if (!answer.ok) throw new Error(`The catalogue was answered with ${answer.status}.`);
  for (const line of (await answer.text()).split('\n')) {
    await between();
    Object.assign(raw, JSON.parse(line));
  }
  return loadCatalogue(raw as RawCatalogue);
}

/** The shipped catalogue with what the household wrote itself laid over it. */
export const withOwn = (shipped: Catalogue, own: OwnRecords): Catalogue =>
  own.products.length + own.materials.length + own.soils.length + own.tools.length === 0
    ? shipped
    : catalogueOfHousehold(shipped, own as Record<keyof OwnRecords, OwnLabelled[]>);
