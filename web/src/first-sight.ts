/** A frame that is never painted (the page lies behind another) is not waited for longer. */
const UNPAINTED_ms = 300;
/** A place that cannot be drawn for good (its server is gone, say) shows what it has after so long. */
const LONGEST_ms = 10_000;
const OFTEN_ms = 30;
/** A fetch takes about a millisecond to begin: so many in one go. */
const AT_ONCE = 4;
/** What is typed into; a tick or a turn is a click. */
const TYPED = 'textarea, input:not([type=checkbox]):not([type=radio]):not([type=file])';

/** Not shown before it is whole, or a word in place of what is being read. */
const WAITS = ['.not-yet', '.waits'];
/** A place is drawn for good: it is there, and nothing in it waits to be read. The server's first sight ends with it too. */
export const drawnForGood = (shell: ParentNode): boolean =>
  !WAITS.some((css) => shell.querySelector(css)) &&
  ['router-outlet + *', 'dt-sign-in'].some((css) => shell.querySelector(css));

/** A letter or sign pressed by itself, not into a field: the program may know it (`/` asks, `g r` goes to the rooms). */
const isShortcut = ({ key, ctrlKey, metaKey, altKey, target }: KeyboardEvent): boolean =>
  key.length === 1 &&
  key !== ' ' &&
  !ctrlKey &&
  !metaKey &&
  !altKey &&
  !(target instanceof Element && target.closest('input, textarea, select, [contenteditable]'));

/** The place as the server drew it: shown until the program has drawn it as well, then taken away. */
export interface FirstSight {
  /** It has been painted. */
  shown(): Promise<void>;
  /** Where the program draws meanwhile: unseen, beside it. */
  readonly host: HTMLElement;
  /**
   * Put the program's in its place once that is drawn for good (and `whole`), with what was typed, pressed and looked at
   * meanwhile.
   */
  handOver(whole?: () => boolean): Promise<void>;
}

/** So long, at the least until the next task: what is tapped meanwhile is heard. Here, since the entry needs nothing beside it. */
export const pause = (ms = 0): Promise<void> => new Promise((go) => setTimeout(go, ms));

/** Where an element stands, as places among brothers and sisters from the root down. */
function pathOf(root: Element, element: Element): number[] {
  const path: number[] = [];
  for (let e = element; e !== root && e.parentElement; e = e.parentElement)
    path.unshift([...e.parentElement.children].indexOf(e));
  return path;
}
/** What an element belongs to: the line, row, form or part of the page that says what it is about. */
const about = (e: Element): string => (e.closest('li, tr, form, section') ?? e).textContent;
/** The same place in another drawing of it; null where something else stands there, or it is about something else. */
function sameIn(root: Element, was: Element, path: readonly number[]): HTMLElement | null {
  let e: Element | undefined = root;
  for (const i of path) e = e?.children[i];
  const same = e?.tagName === was.tagName && e.textContent === was.textContent && about(e) === about(was);
  return same && e instanceof HTMLElement ? e : null;
}

/**
 * What the program is made of and what it reads, both named in the page's head, are fetched from now on, a few at a time. Its files are
 * read one after another, each in a task of its own: a tap, or a turn of the page, is heard between two.
 */
export async function readProgram(document: Document, read: (url: string) => Promise<unknown>): Promise<void> {
  const later = [...document.querySelectorAll<HTMLLinkElement>('link[rel=later]')];
  while (later.length) {
    for (const link of later.splice(0, AT_ONCE)) link.rel = link.dataset['rel']!;
    await pause();
  }
  for (const { href } of document.querySelectorAll<HTMLLinkElement>('link[rel=modulepreload]')) {
    // one that is missing is told of where it is needed
    await read(href).catch(() => undefined);
    await pause();
  }
}

const LOADED_AGAIN = 'dolly-tub: loaded again';
const AGAIN_ms = 5 * 60_000;
/**
 * Whether the page is worth loading once more where its program did not come: a file that failed once is not asked for
 * again by the same page. Once in five minutes, and not where a browser keeps nothing.
 */
export function mayLoadAgain(open: () => Pick<Storage, 'getItem' | 'setItem'>, now: number): boolean {
  try {
    const kept = open();
    if (now - Number(kept.getItem(LOADED_AGAIN) ?? 0) < AGAIN_ms) return false;
    kept.setItem(LOADED_AGAIN, String(now));
    return kept.getItem(LOADED_AGAIN) === String(now);
  } catch {
    return false;
  }
}

/** The program did not come: whoever looks at the server's first sight must know that nothing on it answers. */
export function tellUnread(document: Document): HTMLElement {
  const told = document.createElement('p');
  told.className = 'unread';
  told.setAttribute('role', 'alert');
  const again = document.createElement('a');
  again.href = document.location.pathname + document.location.search;
  again.textContent = 'Load the page again';
  told.append('Nothing on this page answers: the rest of it could not be read.', ' ', again);
  document.body.prepend(told);
  return told;
}

/** What the server drew on this page; null where it drew nothing. */
export function firstSight(document: Document): FirstSight | null {
  const drawn = document.querySelector<HTMLElement>('dt-shell[data-sight]');
  const window = document.defaultView;
  if (!drawn || !window) return null;
  const typed = new Set<HTMLInputElement>();
  let pressed: HTMLElement | null = null;
  drawn.addEventListener('input', ({ target }) => {
    if (target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement)
      if (target.matches(TYPED)) typed.add(target as HTMLInputElement);
  });
  // links work by themselves
  drawn.addEventListener('click', ({ target }) => {
    const on = target instanceof Element ? target.closest<HTMLElement>('a, button, input, [role]') : null;
    if (on && !on.closest('a')) pressed = on;
  });

  const host = document.createElement('dt-shell');
  host.style.display = 'none';
  // behind it, so that a label of what is seen still finds its own field
  drawn.after(host);
  const keys: string[] = [];
  // once the shell is there it hears them by itself
  const hear = (e: KeyboardEvent): void => {
    if (!host.hasChildNodes() && isShortcut(e)) keys.push(e.key);
  };
  document.addEventListener('keydown', hear);
  const inHost = (was: Element): HTMLElement | null => sameIn(host, was, pathOf(drawn, was));

  return {
    host,
    async shown() {
      const painted = new Promise<void>((go) => window.requestAnimationFrame(() => setTimeout(go)));
      await Promise.race([painted, pause(UNPAINTED_ms)]);
    },
    async handOver(whole = () => true) {
      const since = performance.now();
      while (!(whole() && drawnForGood(host)) && performance.now() - since < LONGEST_ms) await pause(OFTEN_ms);
      const focused = drawn.contains(document.activeElement) ? document.activeElement : null;
      const scrolled = window.scrollY;
      const now = {
        focus: focused && inHost(focused),
        press: pressed && inHost(pressed),
        typed: [...typed].map((was) => ({ was, is: inHost(was) as HTMLInputElement | null })),
      };
      drawn.remove();
      host.style.display = '';
      window.scrollTo({ top: scrolled, behavior: 'instant' });
      now.focus?.focus({ preventScroll: true });
      for (const { was, is } of now.typed) {
        if (!is) continue;
        is.value = was.value;
        is.dispatchEvent(new Event('input', { bubbles: true }));
      }
      now.press?.click();
      document.removeEventListener('keydown', hear);
      for (const key of keys)
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
    },
  };
}
