import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type CatalogueFile, catalogueSchemas } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { catalogue } from '../../../../core/checks/catalogue-for-tests';
import { Knowledge, READ_SHIPPED } from './knowledge';
import { readShipped } from '../../workers/shipped';

const OWN = { products: [], materials: [], soils: [], tools: [] };
const answered = (status: number, text: string) =>
  ((globalThis as { fetch: unknown }).fetch = jest.fn(() =>
    Promise.resolve({ ok: status === 200, status, text: () => Promise.resolve(text) }),
  ));

describe('the catalogue in the page', () => {
  const knowledge = (read?: () => Promise<typeof catalogue>) => {
    TestBed.configureTestingModule({
      providers: [
        { provide: Store, useValue: { selectSignal: () => signal(OWN) } },
        ...(read ? [{ provide: READ_SHIPPED, useValue: read }] : []),
      ],
    });
    return TestBed.inject(Knowledge);
  };

  test('is asked for once, and there when it is read', async () => {
    const read = jest.fn(() => Promise.resolve(catalogue));
    const k = knowledge(read);
    expect([k.catalogue(), k.settled()]).toEqual([null, false]);
    await Promise.all([k.load(), k.load()]);
    expect(read).toHaveBeenCalledTimes(1);
    expect([k.catalogue(), k.settled(), k.trouble()]).toEqual([catalogue, true, null]);
  });

  test('that cannot be read is told, and asked for again', async () => {
    const k = knowledge();
    answered(401, '{"title":"Sign in"}');
    await k.load();
    expect(k.trouble()).toMatch(/could not be read/);
    expect(k.catalogue()).toBeNull();
    answered(500, 'no');
    await k.load();
    expect(fetch).toHaveBeenCalledTimes(1);
  });

  test('is put together from its lines', async () => {
    const raw = Object.fromEntries(
      (Object.keys(catalogueSchemas) as CatalogueFile[]).map((file) => [file, [...catalogue[file].values()]]),
    );
    const { soils, ...others } = raw;
    answered(200, [JSON.stringify({ soils }), JSON.stringify(others)].join('\n'));
    const read = await readShipped();
    expect([...read.soils.keys()]).toEqual([...catalogue.soils.keys()]);
    expect(read.rules.size).toBe(catalogue.rules.size);
  });
});
