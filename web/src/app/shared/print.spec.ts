import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Print } from './print';

test('one part is printed alone, and afterwards the page is as it was', () => {
  TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  const f = TestBed.createComponent(Print);
  const part = document.createElement('section');
  f.componentRef.setInput('what', 'the shelf');
  f.componentRef.setInput('part', part);
  f.detectChanges();
  const marks = (): boolean[] => [
    document.documentElement.classList.contains('alone'),
    part.classList.contains('sheet'),
  ];
  let during: boolean[] = [];
  window.print = () => {
    during = marks();
    window.dispatchEvent(new Event('afterprint'));
  };
  const button = f.nativeElement.querySelector('button') as HTMLButtonElement;
  expect(button.getAttribute('aria-label')).toBe('print the shelf');
  button.click();
  expect([during, marks()]).toEqual([
    [true, true],
    [false, false],
  ]);
});
