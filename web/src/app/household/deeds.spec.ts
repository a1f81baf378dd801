import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LogEntry } from '@dolly-tub/core';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { HouseholdApi, Refused } from './api';
import { type Deed, deedEffects, type Deeds, deedsFeature, deedsFrom, undoable, undoOf } from './deeds';
import { household, householdEvents, KEPT } from './state';

const note = (text: string): Deed => ({ does: 'write', entry: { kind: 'note', text } });
const settled = (): Promise<void> => new Promise((done) => setTimeout(done, 5));

describe('deeds of a screen', () => {
  let asked: string[];
  let answer: (what: string) => Promise<unknown>;
  let here: Deeds;
  let elsewhere: Deeds;
  beforeEach(() => {
    asked = [];
    answer = () => Promise.resolve({ id: 'e', kind: 'note' });
    const noted =
      (how: string) =>
      (...what: unknown[]) => {
        asked.push(`${how} ${JSON.stringify(what)}`);
        return answer(how);
      };
    const doors = {
      write: noted('write'),
      create: noted('create'),
      replace: noted('replace'),
      remove: noted('remove'),
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideStore(),
        provideState(household),
        provideState(deedsFeature),
        provideEffects(deedEffects),
        { provide: HouseholdApi, useValue: doors },
      ],
    });
    const tables = Object.fromEntries(KEPT.map((d) => [d, d === 'kits' ? [{ id: 'k', version: 4, name: 'Box' }] : []]));
    TestBed.inject(Store).dispatch(householdEvents.everythingRead({ tables: tables as never, log: [], seq: 0 }));
    [here, elsewhere] = TestBed.runInInjectionContext(() => [deedsFrom('here'), deedsFrom('elsewhere')]);
  });
  test('one after the other, in the order in which they were asked', async () => {
    const slow: (() => void)[] = [];
    answer = () => new Promise((done) => slow.push(() => done({ id: 'e' })));
    here.ask([note('1'), note('2')]);
    elsewhere.ask(note('3'));
    await settled();
    expect(asked).toHaveLength(1);
    expect(here.busy()).toBe(true);
    while (slow.length) {
      slow.shift()!();
      await settled();
    }
    expect(asked.map((x) => /"text":"(.)"/.exec(x)![1])).toEqual(['1', '2', '3']);
    expect([here.busy(), here.went()]).toEqual([false, { state: 'done', done: 2 }]);
  });
  test('a change is upon the record as it is by then, unless another must be seen first', async () => {
    here.ask({ does: 'change', on: 'kits', id: 'k', fields: { name: 'Tub' } });
    here.ask({ does: 'change', on: 'kits', id: 'k', version: 2, fields: { name: 'Tub' } });
    await settled();
    expect(asked).toEqual([
      'replace ["kits",{"id":"k","version":4,"name":"Tub"}]',
      'replace ["kits",{"id":"k","version":2,"name":"Tub"}]',
    ]);
  });
  test('what is refused stops there, tells its own place why, and the next is carried out', async () => {
    const faults = [{ path: '/text', message: 'Write a few words.' }];
    answer = (how) =>
      how === 'create' ? Promise.reject(new Refused(422, 'No.', faults, null)) : Promise.resolve({ id: 'e' });
    here.ask([note('1'), { does: 'make', on: 'kits', body: {} as never }, note('2')]);
    elsewhere.ask({ does: 'put-away', on: 'kits', id: 'k', version: 4 });
    await settled();
    expect(asked.map((x) => x.split(' ')[0])).toEqual(['write', 'create', 'remove']);
    expect(here.went()).toMatchObject({ state: 'refused', done: 1, detail: 'No.', errors: faults });
    expect([here.trouble(), elsewhere.trouble()]).toEqual(['Write a few words.', null]);
  });
  test('asked again, the old trouble is gone', async () => {
    answer = () => Promise.reject(new Refused(0, 'Away.', [], null));
    here.ask(note('1'));
    await settled();
    expect(here.trouble()).toBe('Away.');
    answer = () => Promise.resolve({ id: 'e' });
    here.ask(note('1'));
    expect(here.trouble()).toBeNull();
  });
  test('the way back is newest first, names what it was, and a way back has none', () => {
    const entry = (id: string, kind: string) => ({ id, kind, names: { record: id } }) as unknown as LogEntry;
    const outcomes = [
      { id: 'a', entry: entry('a', 'edit') },
      { id: 'r', entry: null },
      { id: 'b', entry: entry('b', 'clean') },
      { id: 'u', entry: entry('u', 'undo') },
    ];
    expect(undoable(outcomes).map((e) => e.id)).toEqual(['b', 'a']);
    expect(undoOf(entry('a', 'edit'))).toEqual({ kind: 'undo', corrects: 'a', names: { record: 'a' } });
  });
});
