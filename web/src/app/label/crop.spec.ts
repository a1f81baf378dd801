import { open } from '../testing/house';
import { LabelCrop, moved, type Part } from './crop';

const whole: Part = { left: 0, top: 0, right: 1, bottom: 1 };
const UPPER_LEFT = { x: 'left', y: 'top' } as const;
const LOWER_RIGHT = { x: 'right', y: 'bottom' } as const;

describe('a part of a picture', () => {
  test('a corner is moved, the opposite one stays; never off the picture, never past the other', () => {
    expect(moved(whole, UPPER_LEFT, [0.3, 0.2])).toEqual({ left: 0.3, top: 0.2, right: 1, bottom: 1 });
    expect(moved(whole, LOWER_RIGHT, [0.6, 0.5])).toEqual({ left: 0, top: 0, right: 0.6, bottom: 0.5 });
    expect(moved(whole, UPPER_LEFT, [-1, -1])).toEqual(whole);
    const small = moved(moved(whole, LOWER_RIGHT, [0.5, 0.5]), UPPER_LEFT, [0.9, 0.9]);
    expect([small.right - small.left, small.bottom - small.top].every((v) => v > 0.05)).toBe(true);
  });
  test('by the arrow keys alone, and handed on as it stands', async () => {
    const p = await open(LabelCrop, { src: 'data:,' });
    const cuts: Part[] = [];
    p.fixture.componentInstance.chosen.subscribe((x) => cuts.push(x));
    const corner = (p.fixture.nativeElement as HTMLElement).querySelector<HTMLElement>('[aria-label^="lower right"]')!;
    for (const key of ['ArrowLeft', 'ArrowLeft', 'ArrowUp', 'a'])
      corner.dispatchEvent(new KeyboardEvent('keydown', { key }));
    await p.settle();
    await p.press(/^Read this part$/);
    expect(cuts[0]!.right).toBeCloseTo(0.91, 6);
    expect(cuts[0]!.bottom).toBeCloseTo(0.93, 6);
    expect([cuts[0]!.left, cuts[0]!.top]).toEqual([0.05, 0.05]);
  });
});
