import { MatDialogRef } from '@angular/material/dialog';
import { open } from '../testing/house';
import { CommandBox } from './command-box';

describe('the command box on the screen', () => {
  const box = async () => {
    let closed = 0;
    const p = await open(CommandBox, {}, undefined, [{ provide: MatDialogRef, useValue: { close: () => closed++ } }]);
    const field = p.fixture.nativeElement.querySelector('input') as HTMLInputElement;
    field.focus();
    await p.settle();
    return { p, field, closed: () => closed };
  };
  const options = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[role=option]')];
  const words = (): string =>
    options()
      .map((o) => o.textContent!.replace(/\s+/g, ' ').trim())
      .join('; ');
  const key = async (p: Awaited<ReturnType<typeof box>>['p'], k: string, keyCode: number) => {
    p.fixture.nativeElement
      .querySelector('input')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: k, keyCode, bubbles: true, cancelable: true } as never));
    await p.settle();
  };
  test('empty, it shows what can be asked; an example fills the field', async () => {
    const { p, field } = await box();
    expect(words()).toBe('limescale on acrylic; can I mix bleach and vinegar; bleach 1000 ppm 2 L; wine on wool');
    await p.press(/^bleach 1000 ppm 2 L$/, '[role=option]');
    await p.settle();
    expect(field.value).toBe('bleach 1000 ppm 2 L');
    expect(words()).toMatch(/Chlorine bleach at 1000 ppm, 2 L/);
  });
  test('arrows move through what it may mean, Enter goes and closes', async () => {
    const { p, field, closed } = await box();
    await p.type('Ask in words', 'rust');
    expect(field.getAttribute('aria-activedescendant')).toBe(options()[0]!.id);
    await key(p, 'ArrowDown', 40);
    expect(field.getAttribute('aria-activedescendant')).toBe(options()[1]!.id);
    await key(p, 'ArrowUp', 38);
    await key(p, 'Enter', 13);
    expect(p.went[0]).toEqual({ path: ['/choose'], query: { soil: 'rust' } });
    expect(closed()).toBe(1);
  });
  test('spots and rooms of this house are found', async () => {
    const { p } = await box();
    await p.type('Ask in words', 'velvet settle');
    expect(words()).toMatch(/^Velvet settle Spot/);
  });
  test('what is not known is said with what can be asked, and Enter goes nowhere', async () => {
    const { p, closed } = await box();
    await p.type('Ask in words', 'qqqqqqq');
    expect(words()).toMatch(/^Nothing by that name yet.*; limescale on acrylic/);
    await key(p, 'Enter', 13);
    expect(closed()).toBe(0);
    expect(p.went).toEqual([]);
  });
});
