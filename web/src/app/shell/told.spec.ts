import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { deedEvents } from '../household/deeds';
import { open } from '../testing/house';
import { tell } from './tell';

@Component({ selector: 'dt-any', template: '' })
class AnyPage {}

describe('what was done', () => {
  const page = () => open(AnyPage, {}, undefined, [provideEffects({ tell })]);
  /** The newest of them: one leaves while the next comes. */
  const bar = (): string =>
    [...([...document.querySelectorAll('dt-told')].at(-1)?.querySelectorAll('span[matSnackBarLabel], button') ?? [])]
      .map((e) => e.textContent!.trim())
      .join(' ');
  /** One leaves before the next comes. */
  const told = async (p: Awaited<ReturnType<typeof page>>, want: RegExp): Promise<void> => {
    for (let i = 0; i < 60 && !want.test(bar()); i++) await p.settle();
    expect(bar()).toMatch(want);
  };
  const entry = (id: string) => ({ id, kind: 'edit', names: { record: 'Box' } }) as never;
  const done = (says: string | null, ids: string[]): void =>
    TestBed.inject(Store).dispatch(
      deedEvents.done({ from: 'x', says, outcomes: ids.map((id) => ({ id, entry: entry(id) })) }),
    );
  afterEach(() => document.querySelector('.cdk-overlay-container')?.remove());

  test('is told with its way back, which takes all of it back, the newest first', async () => {
    const p = await page();
    const asked: unknown[] = [];
    TestBed.inject(Actions)
      .pipe(ofType(deedEvents.asked))
      .subscribe((a) => asked.push(a));
    done('Box is put away.', ['a', 'b']);
    await told(p, /^Box is put away\. Undo/);
    [...document.querySelectorAll<HTMLElement>('dt-told button')][0]!.click();
    await p.settle();
    expect(p.api.written).toMatchObject([
      { kind: 'undo', corrects: 'b' },
      { kind: 'undo', corrects: 'a' },
    ]);
    expect(asked).toHaveLength(1);
    expect(bar()).toMatch(/^Taken back\./);
  });
  test('the next deed takes its place; what says nothing leaves it', async () => {
    const p = await page();
    done('One.', ['a']);
    await p.settle();
    done(null, ['b']);
    await told(p, /^One\./);
    done('Two.', []);
    await told(p, /^Two\. ×$/);
  });
  test('a way back that is refused says why', async () => {
    const p = await page();
    TestBed.inject(Store).dispatch(
      deedEvents.refused({ from: 'told: undo', done: 0, detail: 'It hangs on another.', errors: [], current: null }),
    );
    await told(p, /^It hangs on another\./);
  });
});
