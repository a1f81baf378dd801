import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { Stock } from '@dolly-tub/core';
import { type Board, Shelf, type Thing } from './shelf';

const thing = (id: string, more: Partial<Thing> = {}): Thing => ({
  stock: { id, item: id } as Stock,
  name: id,
  shape: 'bottle',
  level: 0.5,
  count: 1,
  par: null,
  amount: '250 of 500 mL',
  low: false,
  colour: '#abc',
  clash: false,
  class: null,
  ...more,
});
const board = (things: Thing[], more: Partial<Board> = {}): Board => ({
  id: 'top',
  name: 'top shelf',
  hooks: false,
  locked: false,
  things,
  ...more,
});

describe('the shelf', () => {
  let f: ComponentFixture<Shelf>;
  const show = (...boards: Board[]): HTMLElement => apart([], ...boards);
  const apart = (pairs: [string, string][], ...boards: Board[]): HTMLElement => {
    f = TestBed.createComponent(Shelf);
    f.componentRef.setInput('boards', boards);
    f.componentRef.setInput('apart', pairs);
    f.detectChanges();
    return f.nativeElement;
  };
  test('every thing is a button that says its name, its amount and what is wrong with it', () => {
    const e = show(board([thing('bleach', { low: true, clash: true }), thing('soap')]));
    expect([...e.querySelectorAll('button')].map((b) => b.getAttribute('aria-label'))).toEqual([
      'bleach, 250 of 500 mL, below par, keep apart',
      'soap, 250 of 500 mL',
    ]);
  });
  test('an arc spans every two things that must be kept apart, and no others', () => {
    const things = [thing('a'), thing('b'), thing('c'), thing('d')];
    const pairs: [string, string][] = [
      ['d', 'b'],
      ['b', 'a'],
    ];
    const e = apart(pairs, board(things), board([thing('x')], { id: 'low' }));
    const arcs = [...e.querySelectorAll<SVGElement>('.arc')].map((a) => [
      a.closest('li')!.querySelector('.name')!.textContent,
      a.style.getPropertyValue('--span'),
    ]);
    expect(arcs.sort()).toEqual([
      ['a', '1'],
      ['b', '2'],
    ]);
    expect(e.querySelectorAll('.apart')).toHaveLength(1);
  });
  test('one of the two alone on a board has no arc', () =>
    expect(apart([['a', 'b']], board([thing('a', { clash: true })])).querySelector('.arc')).toBeNull());
  test('a stack below par shows the gaps', () => {
    const e = show(board([thing('cloths', { shape: 'stack', count: 3, par: 5 })]));
    expect(e.querySelectorAll('rect.gap')).toHaveLength(2);
    expect(e.querySelectorAll('rect.in')).toHaveLength(3);
  });
  test.each([
    [0, 110],
    [1, 44],
    [0.5, 77],
  ])('a bottle filled to %d is drawn to that height', (level, y) => {
    const d = show(board([thing('x', { level })]))
      .querySelector('.in')!
      .getAttribute('d')!;
    expect(Number(/^M23 ([\d.]+)/.exec(d)![1])).toBe(y);
  });
  test('pressing picks; a locked board says so; an empty one too', () => {
    const e = show(board([thing('soap')], { locked: true }), board([], { id: 'low', name: 'low shelf' }));
    const picked: string[] = [];
    f.componentInstance.pick.subscribe((id) => picked.push(id));
    e.querySelector('button')!.click();
    expect(picked).toEqual(['soap']);
    expect(e.querySelector('.label')!.textContent).toBe('top shelf, locked');
    expect(e.querySelector('.none')!.textContent).toBe('nothing here');
  });
});
