import { catalogueSchemas, type CatalogueFile, overlay } from '@dolly-tub/core';
import { catalogue } from '../../../core/checks/catalogue-for-tests';
import { houseCatalogue } from './house-catalogue';

const whole = JSON.stringify(
  Object.fromEntries((Object.keys(catalogueSchemas) as CatalogueFile[]).map((f) => [f, [...catalogue[f].values()]])),
);
const NONE = { products: [], materials: [], soils: [], tools: [] };
const answered = (status: number, text: string) =>
  ((globalThis as { fetch: unknown }).fetch = jest.fn(() =>
    Promise.resolve({ ok: status === 200, status, text: () => Promise.resolve(text) }),
  ));

test('a worker reads the catalogue once, and lays what the household wrote over it; a failure is told and tried again', async () => {
  answered(500, '');
  await expect(houseCatalogue(NONE)).rejects.toThrow(/Start the server again/);
  answered(200, whole);
  const own = { id: '1', name: 'Our descaler', basedOn: 'citric-descaler', changes: { fume: 0.2 } };
  const [bare, ours] = [await houseCatalogue(NONE), await houseCatalogue({ ...NONE, products: [own] })];
  expect(fetch).toHaveBeenCalledTimes(1);
  expect(bare.products.size).toBe(catalogue.products.size);
  expect(ours.products.get('1')).toEqual(overlay(catalogue, { products: [own as never] }).products.get('1'));
  expect(ours.products.get('1')).toMatchObject({ name: 'Our descaler', fume: 0.2 });
});
