import { TestBed } from '@angular/core/testing';
import { VERDICTS, VerdictShape } from './verdict-shape';

describe('verdict shapes', () => {
  const draw = (level: number, named = false): SVGElement => {
    const f = TestBed.createComponent(VerdictShape);
    f.componentRef.setInput('level', level);
    f.componentRef.setInput('named', named);
    f.detectChanges();
    return f.nativeElement.querySelector('svg');
  };
  test('six levels, six different shapes: never colour alone', () => {
    const shapes = [0, 1, 2, 3, 4, 5].map((l) =>
      [...draw(l).querySelectorAll('path')].map((p) => p.getAttribute('d')).join('|'),
    );
    expect(new Set(shapes).size).toBe(6);
    expect(VERDICTS).toHaveLength(6);
  });
  test('unknown is dashed', () => expect(draw(3).querySelector('[stroke-dasharray]')).not.toBeNull());
  test('named it speaks, beside a word it is silent', () => {
    expect(draw(5, true).getAttribute('aria-label')).toBe('5 of 5: poison gas');
    expect(draw(5).getAttribute('aria-hidden')).toBe('true');
  });
});
