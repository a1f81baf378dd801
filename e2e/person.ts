import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key, type WebDriver, type WebElement } from 'selenium-webdriver';
import { begun, By, consoleErrors, openBrowser, size, until } from '../scripts/browser.mjs';
import { startServer } from '../scripts/common.mjs';

export const DEMO_NOW = '2026-11-25T10:30:00Z';
export const demoServer = (dataDir = mkdtempSync(join(tmpdir(), 'dolly-e2e-'))) =>
  startServer({ dataDir, env: { DEMO_NOW, NODE_OPTIONS: '' } }).then((s) => ({ ...s, dataDir }));
/** A machine that is shared may stand still for half a minute. */
const WAIT = 40_000;
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

/** What a person does at the screen: find by role and name, press, type, read. */
export class Person {
  constructor(
    readonly driver: WebDriver,
    public url: string,
  ) {}
  static async at(
    url: string,
    o: { width?: number; height?: number; dark?: boolean; profile?: string; film?: string } = {},
  ): Promise<Person> {
    return new Person(await openBrowser(o), url);
  }
  /** What was pressed last on this page. */
  private pressed: string | RegExp | null = null;
  open = async (path: string): Promise<void> => {
    this.pressed = null;
    await this.driver.get(this.url + path);
    await begun(this.driver);
  };
  /** After whatever was pressed, the focus stands on something. */
  private async focusKept(): Promise<void> {
    const after = this.pressed;
    if (after === null) return;
    this.pressed = null;
    await this.driver.wait(
      () =>
        // a page that was read anew has its focus nowhere yet
        this.driver.executeScript(
          'return !window.pressedOnce || (document.activeElement !== null && document.activeElement !== document.body)',
        ),
      30_000,
      `after ${String(after)} was pressed the focus stood on nothing`,
    );
  }
  see = async (css: string): Promise<WebElement> =>
    this.driver.wait(until.elementLocated(By.css(css)), WAIT, `nothing like ${css}`);
  /** Visible text of the page, or of one part, once it holds what is wanted. */
  async read(css: string, want?: string | RegExp, wait = WAIT): Promise<string> {
    let text = '';
    await this.driver
      .wait(
        async () => {
          text = (
            (await this.driver.executeScript(
              `return document.querySelector(${JSON.stringify(css)})?.innerText ?? ''`,
            )) as string
          )
            .replace(/\s+/g, ' ')
            .trim();
          return want === undefined ? text !== '' : typeof want === 'string' ? text.includes(want) : want.test(text);
        },
        wait,
        `${css} does not say ${String(want)}; it says: `,
      )
      .catch((e: Error) => {
        throw new Error(`${e.message} ${text.slice(0, 600)}`);
      });
    return text;
  }
  /** A button, link, option or field by its accessible name. */
  async named(name: string | RegExp, css = 'button, a, [role=option], input, textarea, select'): Promise<WebElement> {
    const re = typeof name === 'string' ? `^${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}` : name.source;
    let found: WebElement | null = null;
    await this.driver.wait(
      async () => {
        found = (await this.driver.executeScript(
          `const re = new RegExp(${JSON.stringify(re)}, 'i');
           return [...document.querySelectorAll(${JSON.stringify(css)})].filter(e => e.getClientRects().length && !e.disabled).find(e => re.test((e.getAttribute('aria-label') ?? e.labels?.[0]?.textContent ?? e.textContent ?? '').replace(/\\s+/g, ' ').trim())) ?? null`,
        )) as WebElement | null;
        return found !== null;
      },
      WAIT,
      `nothing named ${String(name)}`,
    );
    return found!;
  }
  async press(name: string | RegExp, css?: string): Promise<void> {
    await this.focusKept();
    for (let tries = 0; ; tries++) {
      try {
        const e = await this.named(name, css);
        await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', e);
        await this.driver.executeScript('window.pressedOnce = true');
        await e.click();
        this.pressed = name;
        return;
      } catch (x) {
        if (tries > 3 || !/stale|intercepted|not interactable/i.test((x as Error).message)) throw x;
        await this.driver.sleep(200);
      }
    }
  }
  async type(name: string, text: string): Promise<void> {
    const e = await this.named(name, 'input, textarea');
    // a label may float over its field; whoever presses it gets the field
    await this.driver.executeScript('arguments[0].focus()', e);
    await e.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  }
  /** Pick in a chooser by typing, the way the list is meant to be used. */
  async choose(chooser: string | RegExp, words: string, option: string | RegExp): Promise<void> {
    await this.press(chooser);
    await this.driver.sleep(250);
    if (words) await this.keys(words);
    await this.press(option, '[role=option]');
  }
  /** Put a file into a file field, as if it had been picked. */
  async file(css: string, path: string): Promise<void> {
    await (await this.see(css)).sendKeys(path);
  }
  /** The first of its kind that can be seen, opened; false where there is none. */
  async opened(css: string): Promise<boolean> {
    const there = await this.driver.executeScript(
      `const e = [...document.querySelectorAll(${JSON.stringify(css)})].find((x) => x.getClientRects().length && !x.disabled); e?.click(); return Boolean(e)`,
    );
    if (there) await this.driver.sleep(350);
    return there === true;
  }
  /** What axe-core has against the page as it stands. */
  async violations(): Promise<string[]> {
    return (await this.driver.executeAsyncScript(
      `${AXE}; const done = arguments[arguments.length - 1]; axe.run(document, { resultTypes: ['violations'] }).then(r => done(r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target + ' ' + (n.any[0]?.message ?? '')).join(' | '))))`,
    )) as string[];
  }
  /** Only the keyboard: Tab until the thing of that name has the focus. */
  async tabTo(name: RegExp, most = 120): Promise<void> {
    for (let i = 0; i < most; i++) {
      const now = (await this.driver.executeScript(
        `const e = document.activeElement; return (e?.getAttribute('aria-label') ?? e?.labels?.[0]?.textContent ?? e?.textContent ?? '').replace(/\\s+/g, ' ').trim().slice(0, 200)`,
      )) as string;
      if (name.test(now)) return;
      await this.driver.actions().sendKeys(Key.TAB).perform();
    }
    throw new Error(`Tab never reached ${name.source}`);
  }
  keys = (...k: string[]): Promise<void> =>
    this.driver
      .actions()
      .sendKeys(...k)
      .perform();
  resize = (width: number, height: number): Promise<void> => size(this.driver, width, height);
  errors = (): Promise<string[]> => consoleErrors(this.driver);
  quit = (): Promise<void> => this.driver.quit();
}
export const door = async <T>(url: string, path: string, body?: unknown): Promise<T> =>
  (await (
    await fetch(
      url + path,
      body === undefined
        ? {}
        : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    )
  ).json()) as T;
