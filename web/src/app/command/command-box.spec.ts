import { MatDialogRef } from '@angular/material/dialog';
import { open } from '../testing/house';
import { CommandBox } from './command-box';

describe('the command box on the screen', () => {
  const box = async () => {
    let closed = 0;
    const p = await open(CommandBox, {}, undefined, [{ provide: MatDialogRef, useValue: { close: () => closed++ } }]);
    return { p, closed: () => closed };
  };
  const key = async (p: Awaited<ReturnType<typeof box>>['p'], k: string) => {
    p.fixture.nativeElement
      .querySelector('input')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: k, cancelable: true }));
    await p.settle();
  };
  test('empty, it shows what can be asked; an example fills the field', async () => {
    const { p } = await box();
    expect(p.text('.examples')).toMatch(/limescale on acrylic can I mix bleach and vinegar bleach 1000 ppm 2 L/);
    await p.press(/^bleach 1000 ppm 2 L$/, 'li');
    expect(p.text('#command-list')).toMatch(/Chlorine bleach at 1000 ppm, 2 L/);
  });
  test('arrows move through what it may mean, Enter goes and closes', async () => {
    const { p, closed } = await box();
    await p.type('Ask in words', 'rust');
    const field = p.fixture.nativeElement.querySelector('input')!;
    expect(field.getAttribute('aria-activedescendant')).toBe('command-0');
    await key(p, 'ArrowDown');
    expect(field.getAttribute('aria-activedescendant')).toBe('command-1');
    await key(p, 'ArrowUp');
    await key(p, 'Enter');
    expect(p.went[0]).toEqual({ path: ['/choose'], query: { soil: 'rust' } });
    expect(closed()).toBe(1);
  });
  test('spots and rooms of this house are found', async () => {
    const { p } = await box();
    await p.type('Ask in words', 'velvet settle');
    expect(p.text('#command-list')).toMatch(/^Velvet settle Spot/);
  });
  test('what is not known is said, and Enter does nothing', async () => {
    const { p, closed } = await box();
    await p.type('Ask in words', 'qqqqqqq');
    expect(p.text('[role=status]')).toMatch(/Try another word/);
    await key(p, 'Enter');
    expect(closed()).toBe(0);
  });
});
