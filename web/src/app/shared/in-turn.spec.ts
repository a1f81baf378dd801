import { Component, provideZonelessChangeDetection, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { InTurn, Turns } from './in-turn';

@Component({
  selector: 'dt-parts',
  imports: [InTurn],
  template: `@if (shown()) {
      <p *dtInTurn>one</p>
    }
    <p *dtInTurn>two</p>
    <p *dtInTurn>{{ three() }}</p>`,
})
class Parts {
  readonly shown = signal(true);
  readonly three = signal('three');
}

describe('parts that are drawn in turn', () => {
  let turns: Turns;
  const said = (el: HTMLElement) => el.textContent.trim().split(/\s*(?=two|three|four)/);
  const task = () => new Promise((go) => setTimeout(go));
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    turns = TestBed.inject(Turns);
  });

  test('are drawn at once where somebody sees them', () => {
    const parts = TestBed.createComponent(Parts);
    parts.detectChanges();
    expect(said(parts.nativeElement)).toEqual(['one', 'two', 'three']);
    expect(turns.none()).toBe(true);
  });

  test('are drawn each in a task of its own where nobody does, and are checked', async () => {
    turns.begin();
    const parts = TestBed.createComponent(Parts);
    parts.detectChanges();
    const seen = new Set<string>([said(parts.nativeElement).join()]);
    for (let i = 0; i < 50 && !turns.none(); i++) {
      await task();
      seen.add(said(parts.nativeElement).join());
    }
    await parts.whenStable();
    seen.add(said(parts.nativeElement).join());
    // what stands in a block comes after what stands beside it
    expect([...seen].filter((s) => !s.endsWith(','))).toEqual(['', 'two', 'two,three', 'one,two,three']);
    parts.componentInstance.three.set('four');
    await parts.whenStable();
    expect(said(parts.nativeElement)).toEqual(['one', 'two', 'four']);
  });

  test('that still wait are drawn when it is seen; one that is gone by then is not', async () => {
    turns.begin();
    const parts = TestBed.createComponent(Parts);
    parts.detectChanges();
    parts.componentInstance.shown.set(false);
    parts.detectChanges();
    turns.end();
    await parts.whenStable();
    expect(said(parts.nativeElement)).toEqual(['two', 'three']);
    expect(turns.none()).toBe(false);
    await task();
    await task();
    expect(turns.none()).toBe(true);
    expect(said(parts.nativeElement)).toEqual(['two', 'three']);
  });

  test('wait for what they are drawn with, and not where somebody sees them', async () => {
    turns.begin();
    const [one, other] = [turns.hold(), turns.hold()];
    const parts = TestBed.createComponent(Parts);
    parts.detectChanges();
    one();
    for (let i = 0; i < 10; i++) await task();
    expect([said(parts.nativeElement), turns.none()]).toEqual([[''], false]);
    other();
    for (let i = 0; i < 50 && !turns.none(); i++) await task();
    await parts.whenStable();
    expect(said(parts.nativeElement)).toEqual(['one', 'two', 'three']);
    turns.hold();
    const more = TestBed.createComponent(Parts);
    more.detectChanges();
    expect(said(more.nativeElement)).toEqual(['']);
    turns.end();
    await more.whenStable();
    expect(said(more.nativeElement)).toEqual(['one', 'two', 'three']);
  });
});
