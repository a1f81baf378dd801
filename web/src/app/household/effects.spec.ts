import { TestBed } from '@angular/core/testing';
import { Actions } from '@ngrx/effects';
import { type Action } from '@ngrx/store';
import {
  firstValueFrom,
  lastValueFrom,
  of,
  type Subject,
  Subject as Stream,
  take,
  toArray,
  type Observable,
} from 'rxjs';
import { type HouseholdApi, Refused } from './api';
import { catchUp, fetchChanged, read, takenBack } from './effects';
import { householdEvents } from './state';

type Fetch = (actions: Actions, api: HouseholdApi) => Observable<Action>;
const answered = (actions: Action[], api: Partial<HouseholdApi>, effect: unknown) =>
  (effect as Fetch)(new Actions(of(...actions)), api as HouseholdApi);
const away = () => Promise.reject(new Refused(0, 'The server does not answer.', [], null));
const changed = (door: string, id: string, op: string) => householdEvents.changedElsewhere({ door, id, op });

describe('reading the household', () => {
  test('once opened, everything is read in one answer', async () => {
    const answer = { records: { rooms: [{ id: 'r' }] }, log: [], seq: 7 };
    const a = await firstValueFrom(
      answered([householdEvents.opened()], { readHousehold: () => Promise.resolve(answer as never) }, read),
    );
    expect(a).toEqual(
      householdEvents.everythingRead({ tables: answer.records as never, log: [], seq: 7, damage: null, anew: false }),
    );
  });
  test('a server that is away is said, in its words', async () => {
    const a = await firstValueFrom(answered([householdEvents.opened()], { readHousehold: away }, read));
    expect(a).toEqual(householdEvents.serverLost({ says: 'The server does not answer.' }));
  });
});

describe('what others change', () => {
  const room = { id: 'r', version: 3 };
  const api: Partial<HouseholdApi> = {
    read: (() => Promise.resolve(room)) as never,
    call: ((_: string, path: string) => Promise.resolve({ id: path.split('/').pop(), seq: 1 })) as never,
    readHousehold: () => Promise.resolve({ records: {}, log: [], seq: 9 } as never),
  };
  test('an updated record is fetched and put in its table', async () => {
    expect(await firstValueFrom(answered([changed('rooms', 'r', 'update')], api, fetchChanged))).toEqual(
      householdEvents.recordChanged({ door: 'rooms', record: room }),
    );
  });
  test('a removed one goes without asking', async () => {
    let asked = 0;
    const counting = { ...api, read: (() => Promise.resolve(void asked++)) as never };
    expect(await firstValueFrom(answered([changed('rooms', 'r', 'delete')], counting, fetchChanged))).toEqual(
      householdEvents.recordGone({ door: 'rooms', id: 'r' }),
    );
    expect(asked).toBe(0);
  });
  test('one that is gone by the time it is asked for goes too', async () => {
    const gone = { ...api, read: (() => Promise.reject(new Refused(404, 'gone', [], null))) as never };
    expect(await firstValueFrom(answered([changed('spots', 's', 'update')], gone, fetchChanged))).toEqual(
      householdEvents.recordGone({ door: 'spots', id: 's' }),
    );
  });
  test('a log entry joins the log', async () => {
    expect(await firstValueFrom(answered([changed('log', 'e1', 'create')], api, fetchChanged))).toMatchObject({
      entry: { id: 'e1' },
    });
  });
  test('a household thrown away is read anew', async () => {
    // nothing that was known before stays
    expect(await firstValueFrom(answered([changed('*', '*', 'delete')], api, fetchChanged))).toMatchObject({
      type: householdEvents.everythingRead.type,
      anew: true,
    });
  });
  test('files and unknown doors are left alone', async () => {
    const all = await lastValueFrom(
      answered([changed('files', 'f', 'create'), changed('rooms', 'r', 'delete')], api, fetchChanged).pipe(toArray()),
    );
    expect(all).toEqual([householdEvents.recordGone({ door: 'rooms', id: 'r' })]);
  });
  test('many at once are all fetched', async () => {
    const stream: Subject<Action> = new Stream();
    const got = firstValueFrom(
      (fetchChanged as unknown as Fetch)(new Actions(stream), api as HouseholdApi).pipe(take(3), toArray()),
    );
    for (const id of ['a', 'b', 'c']) stream.next(changed('kits', id, 'delete'));
    expect((await got).map((a) => (a as unknown as { id: string }).id)).toEqual(['a', 'b', 'c']);
    TestBed.resetTestingModule();
  });
});

test('an entry that takes another back has the rest of the log read anew; any other has not', async () => {
  const api = { readAtHand: () => Promise.resolve({ log: [], tallies: [], upTo: 9 }) };
  const entry = (more: object) => householdEvents.entryWritten({ entry: { id: 'e', ...more } as never });
  expect(await firstValueFrom(answered([entry({ corrects: 'x' })], api, takenBack))).toEqual(
    householdEvents.logRead({ log: [], tallies: [], upTo: 9 }),
  );
  expect(await lastValueFrom(answered([entry({})], api, takenBack).pipe(toArray()))).toEqual([]);
});

describe('what changed while nobody listened', () => {
  const items = [
    { door: 'rooms', id: 'r', version: 2, op: 'update' },
    { door: 'log', id: 'e', version: 1, op: 'create' },
    { door: 'rooms', id: 'r', version: 3, op: 'update' },
    { door: 'spots', id: 's', version: 4, op: 'delete' },
    { door: 'files', id: 'f', version: 1, op: 'create' },
  ];
  const api = (answer: object, more: Partial<HouseholdApi> = {}): Partial<HouseholdApi> => ({
    changesAfter: (seq) => Promise.resolve({ items, last: seq + 5, ...answer }),
    read: ((_: string, id: string) => Promise.resolve({ id, version: 3 })) as never,
    call: ((_: string, path: string) => Promise.resolve({ id: path.split('/').pop(), seq: 1 })) as never,
    readHousehold: () => Promise.resolve({ records: {}, log: [], seq: 99 } as never),
    ...more,
  });
  const at = (seq: number | null, trouble: string | null) => {
    const answers = [seq, trouble];
    return { select: () => of(answers.shift()) };
  };
  type CatchUp = (a: Actions, api: HouseholdApi, store: unknown) => Observable<Action>;
  const catchingUp = (action: Action, of_: Partial<HouseholdApi>, seq: number | null, trouble: string | null = null) =>
    lastValueFrom(
      (catchUp as unknown as CatchUp)(new Actions(of(action)), of_ as HouseholdApi, at(seq, trouble)).pipe(toArray()),
    );
  test('the last of each is fetched, from the export’s own number on', async () => {
    expect(await catchingUp(householdEvents.streamOpened(), api({}), 40)).toEqual([
      householdEvents.recordChanged({ door: 'rooms', record: { id: 'r', version: 3 } }),
      householdEvents.entryWritten({ entry: { id: 'e', seq: 1 } as never }),
      householdEvents.recordGone({ door: 'spots', id: 's' }),
      householdEvents.caughtUp({ seq: 45 }),
      householdEvents.serverBack(),
    ]);
  });
  test('too long ago, or another household: all of it', async () => {
    for (const answer of [{ reset: true }, { items: [{ door: '*', id: '*', version: 0, op: 'delete' }] }])
      expect(await catchingUp(householdEvents.streamOpened(), api(answer), 40)).toMatchObject([
        { type: householdEvents.everythingRead.type, seq: 99, anew: true },
      ]);
  });
  test('one record that cannot be fetched leaves the number where it was', async () => {
    const away_ = api({}, { read: away as never });
    expect(await catchingUp(householdEvents.streamOpened(), away_, 40)).toEqual([
      householdEvents.serverLost({ says: 'The server does not answer.' }),
    ]);
  });
  test('before the first reading there is nothing to catch up with; one that failed is tried again', async () => {
    expect(await catchingUp(householdEvents.streamOpened(), api({}), null)).toEqual([]);
    expect(await catchingUp(householdEvents.streamOpened(), api({}), null, 'away')).toEqual([householdEvents.opened()]);
  });
});
