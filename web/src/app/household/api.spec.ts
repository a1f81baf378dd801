import { TestBed } from '@angular/core/testing';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from './api';
import { householdEvents, KEPT } from './state';

const ROOM = { id: 'r', version: 1, name: 'Larder', order: 2, note: 'cold' };

describe('the doors in the page', () => {
  const dispatched: unknown[] = [];
  const asked: { url: string; init: RequestInit }[] = [];
  let reply: () => Promise<Response>;
  const json = (status: number, body: unknown) => () =>
    Promise.resolve({ ok: status < 400, status, text: () => Promise.resolve(JSON.stringify(body)) } as Response);
  let api: HouseholdApi;
  beforeEach(() => {
    dispatched.length = asked.length = 0;
    (globalThis as { fetch: unknown }).fetch = (url: string, init: RequestInit) => {
      asked.push({ url, init });
      return reply();
    };
    TestBed.configureTestingModule({
      providers: [
        {
          provide: Store,
          useValue: {
            dispatch: (a: unknown) => dispatched.push(a),
            selectSignal: () => () =>
              Object.fromEntries(KEPT.map((d) => [d, { entities: d === 'rooms' ? { r: ROOM } : {} }])),
          },
        },
      ],
    });
    api = TestBed.inject(HouseholdApi);
  });
  test('a saved record goes to the store as the server answered it', async () => {
    reply = json(200, { id: 'r', version: 2, name: 'A' });
    await api.replace('runs', { id: 'r', version: 1, name: 'A' } as never);
    expect(asked[0]).toMatchObject({ url: '/api/runs/r', init: { method: 'PUT' } });
    expect(dispatched).toEqual([
      householdEvents.recordChanged({ door: 'runs', record: { id: 'r', version: 2, name: 'A' } as never }),
    ]);
  });
  const entry = (n = 0) =>
    JSON.parse(asked[n]!.init.body as string) as { kind: string; edits: object[]; names?: object };
  test('a change is a deed of the log, with the fields that are another and the version that was read', async () => {
    reply = json(201, {
      id: 'e',
      seq: 1,
      at: 'now',
      did: [{ on: 'rooms', id: 'r', path: 'name', is: 'Pantry' }],
      version: 2,
    });
    await api.replace('rooms', { id: 'r', version: 1, name: 'Pantry', order: 2 } as never);
    expect(entry()).toMatchObject({
      kind: 'edit',
      edits: [{ does: 'change', on: 'rooms', id: 'r', version: 1, fields: { name: 'Pantry', note: null } }],
      names: { record: 'Pantry' },
    });
    // and the record is read as it is now
    expect(dispatched.at(-1)).toMatchObject({ type: householdEvents.recordChanged.type, door: 'rooms' });
    asked.length = 0;
    await api.replace('rooms', ROOM as never);
    expect(asked).toEqual([]);
  });
  test('what is put away is a deed too, and gone from the page', async () => {
    reply = json(201, { id: 'e', seq: 1, at: 'now', did: [{ on: 'rooms', id: 'r', path: '.', was: {}, is: null }] });
    await api.remove('rooms', 'r', 1);
    expect(entry()).toMatchObject({
      edits: [{ does: 'put-away', on: 'rooms', id: 'r', version: 1 }],
      names: { record: 'Larder' },
    });
    expect(dispatched).toContainEqual(householdEvents.recordGone({ door: 'rooms', id: 'r' }));
  });
  test('made again after a lost answer it is the same record, in the same entry', async () => {
    reply = () => Promise.reject(new TypeError('failed'));
    await api.create('kits', { name: 'Box' } as never).catch(() => null);
    reply = json(201, { id: 'e', seq: 1, at: 'now' });
    await api.create('kits', { name: 'Box' } as never);
    expect(asked[1]!.init.body).toBe(asked[0]!.init.body);
    expect(entry().edits).toMatchObject([{ does: 'make', on: 'kits', fields: { name: 'Box' } }]);
  });
  test('a new record brings its id along, so that asking twice makes one', async () => {
    reply = json(201, { id: 'x', version: 1 });
    await api.create('shopping', { item: 'white-vinegar' } as never);
    expect(JSON.parse(asked[0]!.init.body as string).id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7/);
  });
  test('a log entry carries its idempotency key', async () => {
    reply = json(201, { id: 'e', seq: 1, at: 'now' });
    await api.write({ kind: 'note', text: 'x' });
    const body = JSON.parse(asked[0]!.init.body as string) as { id: string };
    expect((asked[0]!.init.headers as Record<string, string>)['Idempotency-Key']).toBe(body.id);
  });
  test('sent again after a lost answer, it is the first one again; sent again after an answer, it is another', async () => {
    const ids = () => asked.map((a) => (JSON.parse(a.init.body as string) as { id: string }).id);
    reply = () => Promise.reject(new TypeError('failed'));
    await api.write({ kind: 'note', text: 'x', at: '2026-11-25T10:00:00.000Z' }).catch(() => null);
    await api.write({ kind: 'note', text: 'y' }).catch(() => null);
    reply = json(201, { id: 'e', seq: 1, at: 'now' });
    await api.write({ kind: 'note', text: 'x', at: '2026-11-25T10:00:09.000Z' });
    expect(ids()[2]).toBe(ids()[0]);
    expect(asked[2]!.init.body).toBe(asked[0]!.init.body);
    expect(ids()[1]).not.toBe(ids()[0]);
    await api.write({ kind: 'note', text: 'x' });
    expect(ids()[3]).not.toBe(ids()[0]);
    reply = json(422, { detail: 'no' });
    await api.create('rooms', { name: 'A' } as never).catch(() => null);
    await api.create('rooms', { name: 'A' } as never).catch(() => null);
    expect(ids()[5]).not.toBe(ids()[4]);
  });
  test('what an entry did is read at once, each record once', async () => {
    const did = [
      { on: 'stock', id: 's', path: 'onHand', add: -1 },
      { on: 'spots', id: 'p', path: 'soils/rust', was: null, is: null },
      { on: 'spots', id: 'p', path: 'soils/dust', was: null, is: null },
    ];
    reply = json(201, { id: 'e', seq: 1, at: 'now', did, version: 7 });
    await api.write({ kind: 'clean', spot: 'p' });
    expect(asked.slice(1).map((a) => a.url)).toEqual(['/api/stock/s', '/api/spots/p']);
    expect(dispatched.slice(1)).toMatchObject([{ door: 'stock' }, { door: 'spots' }]);
  });
  test('a refusal keeps the server’s words, the faults and the newer record', async () => {
    reply = json(409, {
      detail: 'Somebody changed it',
      errors: [{ path: '/name', message: 'm' }],
      current: { id: 'r', version: 5 },
    });
    await expect(api.replace('rooms', { id: 'r', version: 1, name: 'X' } as never)).rejects.toMatchObject({
      status: 409,
      detail: 'Somebody changed it',
      current: { version: 5 },
      errors: [{ path: '/name' }],
    });
    expect(dispatched).toEqual([]);
  });
  test('a server that is away is said in words, and nothing is lost', async () => {
    reply = () => Promise.reject(new TypeError('failed'));
    const refused = await api.write({ kind: 'note', text: 'x' }).catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(Refused);
    expect((refused as Refused).detail).toMatch(/does not answer.*still here/);
  });
  test('nobody waits for ever: a question has an end, a file takes as long as it takes', async () => {
    const limits: number[] = [];
    const timeout = AbortSignal.timeout;
    AbortSignal.timeout = (ms) => {
      limits.push(ms);
      return new AbortController().signal;
    };
    reply = json(200, {});
    await api.call('GET', '/copies');
    await api.call('POST', '/import', new Blob(['x']));
    AbortSignal.timeout = timeout;
    expect(limits).toEqual([60_000]);
    expect(asked.map((a) => a.init.signal !== undefined)).toEqual([true, false]);
  });
});
