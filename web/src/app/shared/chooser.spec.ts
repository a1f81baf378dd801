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
  const key = (k: string, on: HTMLElement = field()): void => {
    on.dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true }));
    f.detectChanges();
  };
  const type = (text: string): void => {
    field().value = text;
    field().dispatchEvent(new Event('input'));
    f.detectChanges();
  };
  beforeEach(() => {
    f = TestBed.createComponent(Chooser);
    f.componentRef.setInput('choices', CHOICES);
    f.componentRef.setInput('value', 'rust');
    f.componentRef.setInput('label', 'What is on it');
    picked = [];
    f.componentInstance.chosen.subscribe((id) => picked.push(id));
    f.detectChanges();
  });
  afterEach(() => f.destroy());

  test('says what is chosen, and what it asks for', () => {
    expect(word().textContent!.trim()).toBe('rust');
    expect(word().getAttribute('aria-label')).toBe('What is on it: rust');
    expect(word().getAttribute('aria-haspopup')).toBe('listbox');
    expect(word().getAttribute('aria-expanded')).toBe('false');
  });
  test('opens with every choice, the chosen one active', () => {
    word().click();
    f.detectChanges();
    expect(word().getAttribute('aria-expanded')).toBe('true');
    expect(options()).toHaveLength(CHOICES.length);
    expect(options()[1]!.getAttribute('aria-selected')).toBe('true');
    expect(field().getAttribute('role')).toBe('combobox');
    expect(field().getAttribute('aria-activedescendant')).toBe(options()[1]!.id);
  });
  test('arrows move, Enter takes, and the list closes', () => {
    word().click();
    f.detectChanges();
    key('ArrowDown');
    expect(field().getAttribute('aria-activedescendant')).toBe(options()[2]!.id);
    key('ArrowUp');
    key('ArrowUp');
    key('Enter');
    expect(picked).toEqual(['limescale']);
    expect(options()).toHaveLength(0);
  });
  test('arrows stop at both ends', () => {
    word().click();
    f.detectChanges();
    for (let i = 0; i < 20; i++) key('ArrowDown');
    expect(field().getAttribute('aria-activedescendant')).toBe(options()[7]!.id);
    for (let i = 0; i < 20; i++) key('ArrowUp');
    expect(field().getAttribute('aria-activedescendant')).toBe(options()[0]!.id);
  });
  test.each([
    ['kettle fur', 'limescale'],
    ['limscale', 'limescale'],
    ['pen', 'ballpoint ink'],
    ['port', 'red wine'],
  ])('typing "%s" finds %s', (text, name) => {
    word().click();
    f.detectChanges();
    type(text);
    expect(options()[0]!.textContent).toContain(name);
  });
  test('nothing found is said, and Enter does nothing', () => {
    word().click();
    f.detectChanges();
    type('zzzzzz');
    expect(document.querySelector('.none')!.textContent).toMatch(/Try another word/);
    key('Enter');
    expect(picked).toEqual([]);
  });
  test('Escape closes without a choice', () => {
    word().click();
    f.detectChanges();
    key('Escape');
    expect(options()).toHaveLength(0);
    expect(picked).toEqual([]);
  });
  test('a short list has no field: the list itself takes the keys', () => {
    f.componentRef.setInput('choices', CHOICES.slice(0, 3));
    f.detectChanges();
    word().click();
    f.detectChanges();
    expect(field()).toBeNull();
    const list = document.querySelector<HTMLElement>('[role=listbox]')!;
    expect(list.tabIndex).toBe(0);
    key('Home', list);
    key(' ', list);
    expect(picked).toEqual(['limescale']);
  });
});
