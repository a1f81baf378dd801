import { drawnForGood, firstSight, mayLoadAgain, readProgram, tellUnread } from './first-sight';

const PLACE = (note = '') =>
  `<main><router-outlet></router-outlet><dt-rooms>
     <a href="/kits">Kits</a>
     <form><label>Name <input class="name"></label><button type="button">${note}Change</button></form>
   </dt-rooms></main>`;
const page = (shell: string) => {
  document.head.innerHTML = '<link rel="later" data-rel="modulepreload" href="base.js">';
  document.body.innerHTML = shell;
  window.scrollTo = jest.fn();
};
const seen = () => page(`<dt-shell data-sight>${PLACE()}</dt-shell>`);
const drawn = () => document.querySelector<HTMLElement>('dt-shell[data-sight]')!;

describe('the first sight', () => {
  test('is none where the server drew nothing', () => {
    page('<dt-shell></dt-shell>');
    expect(firstSight(document)).toBeNull();
  });

  test('a place is drawn for good once it is there and nothing of it waits', () => {
    for (const [shell, is] of [
      ['<main><router-outlet></router-outlet></main>', false],
      [PLACE(), true],
      [`${PLACE()}<p class="not-yet"></p>`, false],
      [`${PLACE()}<p class="quiet waits">Reading the house …</p>`, false],
      ['<main><dt-sign-in></dt-sign-in><router-outlet></router-outlet></main>', true],
    ] as const) {
      const el = document.createElement('dt-shell');
      el.innerHTML = shell;
      expect([shell, drawnForGood(el)]).toEqual([shell, is]);
    }
  });

  test('what the program needs is fetched only when it is asked for, and its files are read in their order', async () => {
    seen();
    document.head.innerHTML +=
      '<link rel="later" data-rel="preload" as="fetch" href="/api/household"><link rel="later" data-rel="modulepreload" href="place.js">';
    const links = [...document.querySelectorAll('link')];
    firstSight(document);
    expect(links.map((l) => l.rel)).toEqual(['later', 'later', 'later']);
    const asked: string[] = [];
    await readProgram(document, (url) => {
      asked.push(url);
      return url.endsWith('base.js') ? Promise.reject(new Error('gone')) : Promise.resolve();
    });
    expect(links.map((l) => l.rel)).toEqual(['modulepreload', 'preload', 'modulepreload']);
    expect(asked.map((url) => url.split('/').pop())).toEqual(['base.js', 'place.js']);
  });

  test('no more than a few are asked for in one go', async () => {
    seen();
    document.head.innerHTML = Array.from(
      { length: 9 },
      (_, i) => `<link rel="later" data-rel="modulepreload" href="${i}.js">`,
    ).join('');
    firstSight(document);
    const left = () => document.querySelectorAll('link[rel=later]').length;
    const all = readProgram(document, () => Promise.resolve());
    expect(left()).toBe(5);
    await all;
    expect(left()).toBe(0);
  });

  test('where the program does not come the page is loaded again, once in five minutes', () => {
    sessionStorage.clear();
    expect(mayLoadAgain(() => sessionStorage, 1e12)).toBe(true);
    expect(mayLoadAgain(() => sessionStorage, 1e12 + 299_000)).toBe(false);
    expect(mayLoadAgain(() => sessionStorage, 1e12 + 301_000)).toBe(true);
    // a browser that keeps nothing would load it for ever
    expect(mayLoadAgain(() => ({ getItem: () => null, setItem: () => undefined }), 1e12)).toBe(false);
    const throws = () => {
      throw new Error('no storage');
    };
    expect(mayLoadAgain(throws, 1e12)).toBe(false);
  });

  test('where the program does not come that is told, above what is seen', () => {
    seen();
    tellUnread(document);
    expect(document.body.firstElementChild!.getAttribute('role')).toBe('alert');
    expect(document.querySelector<HTMLAnchorElement>('.unread a')!.href).toBe(location.href);
    expect(drawn().querySelector('input')).not.toBeNull();
  });

  test('stays until the place is drawn for good, and then only the place is there', async () => {
    seen();
    const sight = firstSight(document)!;
    const over = sight.handOver();
    await new Promise((go) => setTimeout(go, 80));
    expect([drawn() !== null, sight.host.style.display]).toEqual([true, 'none']);
    sight.host.innerHTML = PLACE();
    await over;
    expect([drawn(), sight.host.style.display]).toEqual([null, '']);
  });

  test('what was typed, what has the focus and what was pressed goes over; a link goes by itself', async () => {
    seen();
    const sight = firstSight(document)!;
    const name = drawn().querySelector('input')!;
    name.focus();
    name.value = 'Wet room';
    name.dispatchEvent(new Event('input', { bubbles: true }));
    drawn().querySelector('button')!.click();
    const heard: string[] = [];
    sight.host.innerHTML = PLACE();
    const is = sight.host.querySelector('input')!;
    is.addEventListener('input', () => heard.push(is.value));
    sight.host.querySelector('button')!.addEventListener('click', () => heard.push('pressed'));
    await sight.handOver();
    expect(heard).toEqual(['Wet room', 'pressed']);
    expect(document.activeElement).toBe(is);

    seen();
    const again = firstSight(document)!;
    const link = drawn().querySelector('a')!;
    link.addEventListener('click', (e) => e.preventDefault());
    link.click();
    again.host.innerHTML = PLACE();
    const followed = jest.fn((e: Event) => e.preventDefault());
    again.host.querySelector('a')!.addEventListener('click', followed);
    await again.handOver();
    expect(followed).not.toHaveBeenCalled();
  });

  test('keys that the program may know go over once, in their order; what is typed or held with another key does not', async () => {
    seen();
    const sight = firstSight(document)!;
    const down = (key: string, on: Element = document.body, more: KeyboardEventInit = {}) =>
      on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, ...more }));
    down('g');
    down('r');
    down('x', drawn().querySelector('input')!);
    down('p', document.body, { ctrlKey: true });
    for (const key of ['Tab', 'Enter', ' ']) down(key);
    sight.host.innerHTML = PLACE();
    // heard by the shell itself
    down('/');
    const heard: string[] = [];
    const hear = (e: KeyboardEvent) => heard.push(e.key);
    document.addEventListener('keydown', hear);
    await sight.handOver();
    expect(heard).toEqual(['g', 'r']);
    down('k');
    expect(heard).toEqual(['g', 'r', 'k']);
    document.removeEventListener('keydown', hear);
  });

  test('nor what is called the same in a line that is about something else', async () => {
    const lines = (...names: string[]) =>
      `<main><router-outlet></router-outlet><ul>${names.map((n) => `<li>${n} <button>bought</button></li>`).join('')}</ul></main>`;
    for (const [after, times] of [
      [lines('bleach', 'vinegar'), 1],
      [lines('vinegar', 'bleach'), 0],
    ] as const) {
      page(`<dt-shell data-sight>${lines('bleach', 'vinegar')}</dt-shell>`);
      const sight = firstSight(document)!;
      drawn().querySelector('button')!.click();
      sight.host.innerHTML = after;
      const bought = jest.fn();
      sight.host.addEventListener('click', bought);
      await sight.handOver();
      expect([after, bought.mock.calls.length]).toEqual([after, times]);
    }
  });

  test('a label of what is seen finds its own field while both are there', () => {
    page('<dt-shell data-sight><label for="x">Name</label><input id="x"></dt-shell>');
    const sight = firstSight(document)!;
    sight.host.innerHTML = '<label for="x">Name</label><input id="x">';
    expect(document.querySelector<HTMLLabelElement>('label')!.control).toBe(drawn().querySelector('input'));
  });

  test('nothing is pressed that is another thing by then', async () => {
    seen();
    const sight = firstSight(document)!;
    drawn().querySelector('button')!.click();
    sight.host.innerHTML = PLACE('Do not ');
    const pressed = jest.fn();
    sight.host.querySelector('button')!.addEventListener('click', pressed);
    await sight.handOver();
    expect(pressed).not.toHaveBeenCalled();
    expect(drawn()).toBeNull();
  });
});
