import { Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { Stepwise } from '@dolly-tub/core';
import { Turns } from './in-turn';
import { thought } from './thought';

/** Steps taken so far. */
let taken = 0;
function* slowly(n: number): Stepwise<number> {
  for (let i = 0; i < 4; i++) {
    taken++;
    const until = performance.now() + 6;
    while (performance.now() < until);
    yield;
  }
  return n * 2;
}
@Component({ selector: 'dt-thinker', template: `{{ answer() }}/{{ later() }}` })
class Thinker {
  readonly asked = signal<{ n: number } | null>({ n: 1 });
  readonly answer = thought(this.asked, ({ n }) => slowly(n));
  readonly none = signal<{ n: number } | null>(null);
  readonly later = thought(this.none, ({ n }) => slowly(n), true);
}

describe('what takes a while to answer', () => {
  let turns: Turns;
  const task = () => new Promise((go) => setTimeout(go));
  const said = (f: ComponentFixture<Thinker>): string => (f.nativeElement as HTMLElement).textContent;
  beforeEach(() => {
    taken = 0;
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    turns = TestBed.inject(Turns);
  });

  test('is answered at once where somebody sees it', () => {
    const f = TestBed.createComponent(Thinker);
    f.detectChanges();
    expect([said(f), taken, turns.none()]).toEqual(['2/', 4, true]);
  });

  test('is thought through in several tasks where nobody does, and nothing is handed over before', async () => {
    turns.begin();
    const f = TestBed.createComponent(Thinker);
    f.detectChanges();
    expect([said(f), turns.none()]).toEqual(['/', false]);
    const seen = new Set<number>();
    for (let i = 0; i < 50 && !turns.none(); i++) {
      seen.add(taken);
      await task();
    }
    await f.whenStable();
    expect(seen.size).toBeGreaterThan(2);
    expect([said(f), taken, turns.none()]).toEqual(['2/', 4, true]);
  });

  test('is answered anew for another question, never with the answer to the one before', async () => {
    turns.begin();
    const f = TestBed.createComponent(Thinker);
    f.detectChanges();
    f.componentInstance.asked.set({ n: 5 });
    f.detectChanges();
    expect(said(f)).toBe('/');
    for (let i = 0; i < 50 && !turns.none(); i++) await task();
    await f.whenStable();
    expect(said(f)).toBe('10/');
    f.componentInstance.asked.set(null);
    await f.whenStable();
    expect(said(f)).toBe('/');
  });

  test('half thought is answered at once when somebody comes to see it', async () => {
    turns.begin();
    const f = TestBed.createComponent(Thinker);
    f.detectChanges();
    turns.end();
    f.detectChanges();
    expect(said(f)).toBe('2/');
    for (let i = 0; i < 50 && !turns.none(); i++) await task();
    expect(turns.none()).toBe(true);
  });

  test('and never at once where it is said so: the answer before stays meanwhile', async () => {
    const f = TestBed.createComponent(Thinker);
    f.componentInstance.none.set({ n: 3 });
    f.detectChanges();
    expect(said(f)).toBe('2/');
    await f.whenStable();
    expect(said(f)).toBe('2/6');
    f.componentInstance.none.set({ n: 4 });
    f.detectChanges();
    expect(said(f)).toBe('2/6');
    await f.whenStable();
    expect(said(f)).toBe('2/8');
  });
});
