import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { Rung } from '@dolly-tub/core';
import { Ladder } from './ladder';

const rung = (n: number, more: Partial<Rung> = {}): Rung =>
  ({
    rung: n,
    name: `Method ${n}`,
    minutes: 10 * n,
    effect: 0.2 * n,
    harm: 0.1 * n,
    sinner: { chemistry: 0.5, action: 0.2, temperature: 0, time: 0.3 },
    ...more,
  }) as Rung;

describe('the ladder', () => {
  let f: ComponentFixture<Ladder>;
  beforeEach(() => {
    f = TestBed.createComponent(Ladder);
    f.componentRef.setInput('rungs', [rung(1), rung(2), rung(3)]);
    f.componentRef.setInput('recommended', 2);
    f.componentRef.setInput('picked', 2);
    f.detectChanges();
  });
  const buttons = (): HTMLButtonElement[] => [...f.nativeElement.querySelectorAll('button.rung')];
  const text = (b: HTMLButtonElement): string => b.textContent!.replace(/\s+/g, ' ').trim();

  test('the gentlest rung stands at the bottom', () =>
    expect(buttons().map((b) => b.querySelector('.name')!.textContent)).toEqual(['Method 3', 'Method 2', 'Method 1']));
  test('the rung to start on is marked, in words too', () => {
    expect(buttons()[1]!.classList).toContain('start');
    expect(text(buttons()[1]!)).toMatch(/^Rung 2, start here: Method 2/);
    expect(text(buttons()[0]!)).toMatch(/^Rung 3: Method 3/);
  });
  test('each rung says how far it shifts, how it wears, and its factors', () =>
    expect(text(buttons()[2]!)).toMatch(/Shifts it 20 %, wears it 10 %\. chemistry 50 %, rubbing 20 %, time 30 %/));
  test('a factor of nothing is not drawn; the others keep their share', () => {
    const bars = [...buttons()[0]!.querySelectorAll<HTMLElement>('.factors i')];
    expect(bars.map((b) => b.className)).toEqual(['chemistry', 'action', 'time']);
    expect(bars.map((b) => Number(b.style.flexGrow))).toEqual([0.5, 0.2, 0.3]);
  });
  test('pressing a rung picks it', () => {
    const picked: number[] = [];
    f.componentInstance.pick.subscribe((n) => picked.push(n));
    buttons()[0]!.click();
    expect(picked).toEqual([3]);
    expect(buttons()[1]!.getAttribute('aria-pressed')).toBe('true');
  });
});
