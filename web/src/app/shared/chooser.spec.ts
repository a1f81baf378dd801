import { provideZonelessChangeDetection } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { Chooser, type Choice } from './chooser';

const CHOICES: Choice[] = [
  { id: 'limescale', name: 'limescale', also: ['kettle fur', 'chalk crust'] },
  { id: 'rust', name: 'rust' },
  { id: 'soap-scum', name: 'soap scum' },
  { id: 'wine', name: 'red wine', also: ['wine', 'port'] },
  { id: 'ink', name: 'ballpoint ink', also: ['pen'] },
  { id: 'dust', name: 'dust' },
  { id: 'mud', name: 'mud' },
  { id: 'wax', name: 'candle wax' },
];

describe('the word that opens a list', () => {
  let f: ComponentFixture<Chooser>;
  let picked: string[];
  const word = (): HTMLButtonElement => f.nativeElement.querySelector('button.word');
  const field = (): HTMLInputElement => document.querySelector('.panel input')!;
  const options = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[role=option]')];
  const active = (): string =>
    document.getElementById(field().getAttribute('aria-activedescendant')!)!.textContent!.trim();
  const settle = async (): Promise<void> => {
    for (let i = 0; i < 3; i++) {
      f.detectChanges();
      await new Promise((done) => setTimeout(done));
    }
    f.detectChanges();
  };
  const open = async (): Promise<void> => {
    word().click();
    await settle();
  };
  const CODES: Record<string, number> = { ArrowDown: 40, ArrowUp: 38, Enter: 13, Escape: 27, ' ': 32 };
  const key = async (k: string, on: HTMLElement = field()): Promise<void> => {
    on.dispatchEvent(
      new KeyboardEvent('keydown', { key: k, keyCode: CODES[k], bubbles: true, cancelable: true } as never),
    );
    await settle();
  };
  const type = async (text: string): Promise<void> => {
    field().value = text;
    field().dispatchEvent(new Event('input', { bubbles: true }));
    await settle();
  };
  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    f = TestBed.createComponent(Chooser);
    f.componentRef.setInput('choices', CHOICES);
    f.componentRef.setInput('value', 'rust');
    f.componentRef.setInput('label', 'What is on it');
    picked = [];
    f.componentInstance.chosen.subscribe((id) => picked.push(id));
    await settle();
  });
  afterEach(() => f.destroy());

  test('says what is chosen, and what it asks for', () => {
    expect(word().textContent!.trim()).toBe('rust');
    expect(word().getAttribute('aria-label')).toBe('What is on it: rust');
    expect(word().getAttribute('aria-haspopup')).toBe('listbox');
    expect(word().getAttribute('aria-expanded')).toBe('false');
  });
  test('opens with every choice, what is chosen first and active', async () => {
    await open();
    expect(word().getAttribute('aria-expanded')).toBe('true');
    expect(options()).toHaveLength(CHOICES.length);
    expect(document.activeElement).toBe(field());
    expect(field().getAttribute('role')).toBe('combobox');
    expect(active()).toBe('rust');
  });
  test('arrows move, Enter takes, the list closes and the word has the focus', async () => {
    await open();
    await key('ArrowDown');
    expect(active()).toBe('limescale');
    await key('Enter');
    expect(picked).toEqual(['limescale']);
    expect(options()).toHaveLength(0);
    expect(document.activeElement).toBe(word());
  });
  test.each([
    ['kettle fur', 'limescale'],
    ['limscale', 'limescale'],
    ['pen', 'ballpoint ink'],
    ['port', 'red wine'],
  ])('typing "%s" finds %s', async (text, name) => {
    await open();
    await type(text);
    expect(options()[0]!.textContent).toContain(name);
  });
  test('nothing found is said, and Enter does nothing', async () => {
    await open();
    await type('zzzzzz');
    expect(options().map((o) => o.textContent)).toEqual([expect.stringMatching(/Try another word/)]);
    await key('Enter');
    expect(picked).toEqual([]);
    await type('rust');
    expect(options()[0]!.textContent).toContain('rust');
  });
  test('Escape closes without a choice', async () => {
    await open();
    await key('Escape');
    expect(options()).toHaveLength(0);
    expect(picked).toEqual([]);
    expect(document.activeElement).toBe(word());
  });
  test('a short list has no field: the list itself takes the keys', async () => {
    f.componentRef.setInput('choices', CHOICES.slice(0, 3));
    await settle();
    await open();
    expect(field()).toBeNull();
    expect(document.activeElement!.textContent).toContain('rust');
    await key('ArrowUp', document.activeElement as HTMLElement);
    await key(' ', document.activeElement as HTMLElement);
    expect(picked).toEqual(['limescale']);
  });
  test('what is chosen already may be taken again, which closes the list', async () => {
    f.componentRef.setInput('choices', CHOICES.slice(0, 3));
    await settle();
    await open();
    await key('Enter', document.activeElement as HTMLElement);
    expect(picked).toEqual(['rust']);
    expect(options()).toHaveLength(0);
  });
});
