import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { BottleDrawing, volumeTo } from './bottle';

const shape = { body: 300, shoulder: 56, neck: 26, wide: 148, narrow: 72 };

describe('the drawn bottle', () => {
  test('volume below a height: the body is a cylinder, the shoulder a cone cut off, and it only grows', () => {
    expect(volumeTo(shape, 150)).toBeCloseTo((Math.PI * 148 ** 2 * 150) / 4, 6);
    const cone = ((Math.PI * 56) / 12) * (148 ** 2 + 72 ** 2 + 148 * 72);
    expect(volumeTo(shape, 356) - volumeTo(shape, 300)).toBeCloseTo(cone, 6);
    for (let h = 1; h < 382; h++) expect(volumeTo(shape, h)).toBeGreaterThan(volumeTo(shape, h - 1));
  });
  test.each([[0.2], [0.5], [0.85], [0.97]])('the fill line at %d of the bottle holds that volume', (share) => {
    const f: ComponentFixture<BottleDrawing> = TestBed.createComponent(BottleDrawing);
    const set = (k: string, v: unknown) => f.componentRef.setInput(k, v);
    set('kind', 'sprayer');
    set('capacity', 500);
    set('water', 500 * share * 0.95);
    set('stock', 500 * share * 0.05);
    set('name', 'vinegar');
    f.detectChanges();
    const line = f.nativeElement.querySelector('[data-line=stock]') as SVGPathElement;
    const height = 492 - Number(line.getAttribute('data-y'));
    expect((volumeTo(shape, height) / volumeTo(shape, 382)) * 500).toBeCloseTo(500 * share, 1);
    expect(f.nativeElement.querySelector('svg').getAttribute('aria-label')).toMatch(/vinegar/);
  });
  test('both lines are moved by keys: how much in all, and how much of it is water, never past each other', () => {
    const f: ComponentFixture<BottleDrawing> = TestBed.createComponent(BottleDrawing);
    const set = (k: string, v: unknown) => f.componentRef.setInput(k, v);
    const given = { kind: 'round', capacity: 500, water: 400, stock: 50, name: 'vinegar', live: true, sized: true };
    for (const [k, v] of Object.entries(given)) set(k, v);
    const told: [string, number][] = [];
    f.componentInstance.filled.subscribe((mL) => told.push(['all', mL]));
    f.componentInstance.watered.subscribe((mL) => told.push(['water', mL]));
    f.detectChanges();
    const [all, water] = [...f.nativeElement.querySelectorAll('[role=slider]')] as Element[];
    expect([all!.getAttribute('aria-valuetext'), water!.getAttribute('aria-valuetext')]).toEqual(['450 mL', '400 mL']);
    const key = (e: Element, k: string) => e.dispatchEvent(new KeyboardEvent('keydown', { key: k, cancelable: true }));
    key(all!, 'ArrowUp');
    key(all!, 'PageUp');
    key(water!, 'ArrowDown');
    key(water!, 'PageUp');
    key(water!, 'Home');
    expect(told).toEqual([
      ['all', 455],
      ['all', 500],
      ['water', 395],
      ['water', 449],
    ]);
    set('live', false);
    f.detectChanges();
    expect(f.nativeElement.querySelector('[role=slider]')).toBeNull();
  });
});
