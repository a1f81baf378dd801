import { TestBed } from '@angular/core/testing';
import { FocusKeeper } from './focus-keeper';

const settle = (): Promise<void> => new Promise((done) => setTimeout(done, 150));
const at = (id: string): HTMLButtonElement => document.getElementById(id) as HTMLButtonElement;
const named = (): string => document.activeElement?.id ?? '';

beforeAll(() => {
  // nothing is laid out here: all of it counts as shown
  Element.prototype.getClientRects = () => [{}] as unknown as DOMRectList;
  TestBed.inject(FocusKeeper).watch();
});
beforeEach(() => {
  document.body.innerHTML = `<main id="main"><h1 id="title">Kits</h1>
    <section id="part"><h2 id="part-title">On the shelf</h2>
      <ul id="list"><li id="one"><button id="a">drop</button></li><li id="two"><button id="b">drop</button></li>
        <li id="three"><button id="c">drop</button></li></ul></section></main>`;
});

test('the next of a list takes it when one goes', async () => {
  at('b').focus();
  at('two').remove();
  await settle();
  expect(named()).toBe('c');
});
test('the last that is left takes it when the last goes', async () => {
  at('c').focus();
  at('three').remove();
  await settle();
  expect(named()).toBe('b');
});
test('of a part that is empty then, its heading', async () => {
  at('a').focus();
  at('list').remove();
  await settle();
  expect(named()).toBe('part-title');
});
test('of a part that is gone, the heading of the page', async () => {
  at('a').focus();
  at('part').remove();
  await settle();
  expect(named()).toBe('title');
});
test('switched off while it is saved: it comes back', async () => {
  at('a').focus();
  // as browsers do with what is switched off
  at('a').blur();
  at('a').disabled = true;
  await settle();
  expect(named()).toBe('');
  at('a').disabled = false;
  await settle();
  expect(named()).toBe('a');
});
test('what somebody left on purpose stays left', async () => {
  at('a').focus();
  at('a').blur();
  await settle();
  at('two').remove();
  await settle();
  expect(document.activeElement).toBe(document.body);
});
test('somebody else who moves it comes first', async () => {
  at('a').focus();
  at('one').remove();
  at('c').focus();
  await settle();
  expect(named()).toBe('c');
});
