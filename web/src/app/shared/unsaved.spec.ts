import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormControl, FormGroup } from '@angular/forms';
import { MatDialog } from '@angular/material/dialog';
import { of, Subject } from 'rxjs';
import { guardForm, mayLeave, Unsaved } from './unsaved';

const kept = new Subject<unknown>();
@Component({ template: '' })
class Editor {
  readonly form = new FormGroup({ name: new FormControl('Sink') });
  constructor() {
    guardForm(this.form, 'this spot', kept);
  }
}
const asks = (says: boolean) => {
  const opened: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      {
        provide: MatDialog,
        useValue: { open: (...a: unknown[]) => (opened.push(a[1]), { afterClosed: () => of(says) }) },
      },
    ],
  });
  return opened;
};
const leave = () => TestBed.runInInjectionContext(() => mayLeave(null, {} as never, {} as never, {} as never));

describe('what was begun is not lost by going away', () => {
  test('nothing begun: nothing asked', async () => {
    const opened = asks(false);
    TestBed.createComponent(Editor);
    expect(await leave()).toBe(true);
    expect(opened).toEqual([]);
  });
  test('begun: asked, with what it is; staying keeps it begun, letting go does not', async () => {
    const opened = asks(false);
    const editor = TestBed.createComponent(Editor);
    editor.componentInstance.form.markAsDirty();
    expect(await leave()).toBe(false);
    expect(opened).toEqual([expect.objectContaining({ data: ['this spot'] })]);
    expect(TestBed.inject(Unsaved).begun()).toEqual(['this spot']);
    TestBed.resetTestingModule();
    asks(true);
    const other = TestBed.createComponent(Editor);
    other.componentInstance.form.markAsDirty();
    expect(await leave()).toBe(true);
    expect(TestBed.inject(Unsaved).begun()).toEqual([]);
  });
  test('kept, or gone with its component: nothing is begun', () => {
    asks(true);
    const editor = TestBed.createComponent(Editor);
    editor.componentInstance.form.markAsDirty();
    kept.next(null);
    expect(TestBed.inject(Unsaved).begun()).toEqual([]);
    editor.componentInstance.form.markAsDirty();
    editor.destroy();
    expect(TestBed.inject(Unsaved).begun()).toEqual([]);
    expect(kept.observed).toBe(false);
  });
  test('closing the page asks in the browser’s words, only then', () => {
    asks(true);
    const editor = TestBed.createComponent(Editor);
    const close = () => {
      const e = new Event('beforeunload', { cancelable: true });
      window.dispatchEvent(e);
      return e.defaultPrevented;
    };
    expect(close()).toBe(false);
    editor.componentInstance.form.markAsDirty();
    expect(close()).toBe(true);
  });
});
