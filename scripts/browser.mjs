import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, logging, until } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';

process.env.SE_OFFLINE ??= 'true';
process.env.SE_AVOID_STATS ??= 'true';
export const FLAGS = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--hide-scrollbars',
  '--force-device-scale-factor=1',
  '--disable-dev-shm-usage',
];

/**
 * A headless Chromium of Debian's, with its own profile. `film`, an MJPEG file, is what its camera sees: there is no other,
 * and without a film a page is not allowed to use one.
 */
export async function openBrowser({ width = 1280, height = 800, dark = false, profile, film } = {}) {
  const options = new Options()
    .setChromeBinaryPath('/usr/bin/chromium')
    .addArguments(
      ...FLAGS,
      `--user-data-dir=${profile ?? mkdtempSync(join(tmpdir(), 'dolly-chrome-'))}`,
      '--use-fake-device-for-media-stream',
      ...(film ? ['--use-fake-ui-for-media-stream', `--use-file-for-fake-video-capture=${film}`] : []),
    );
  const prefs = new logging.Preferences();
  prefs.setLevel(logging.Type.BROWSER, logging.Level.ALL);
  options.setLoggingPrefs(prefs);
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  await size(driver, width, height);
  await scheme(driver, dark);
  return driver;
}
export const size = (driver, width, height) =>
  driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: width < 600,
  });
export const scheme = (driver, dark) =>
  driver.sendDevToolsCommand('Emulation.setEmulatedMedia', {
    features: [
      { name: 'prefers-color-scheme', value: dark ? 'dark' : 'light' },
      { name: 'prefers-reduced-motion', value: 'reduce' },
    ],
  });
/** From now on what is asked of addresses like these fails; of none, with an empty list. */
export async function failing(driver, urls) {
  await driver.sendDevToolsCommand('Network.enable', {});
  await driver.sendDevToolsCommand('Network.setBlockedURLs', { urls });
}
/** Severe console lines since the last look. */
export const consoleErrors = async (driver) =>
  (await driver.manage().logs().get(logging.Type.BROWSER))
    .filter((e) => e.level.value >= logging.Level.SEVERE.value)
    .map((e) => e.message);
export { By, until };

const BEGUN =
  "return document.querySelector('dt-shell[ng-version]') !== null && document.querySelector('dt-shell[data-sight]') === null";
/** What a page that does not begin has come to: the shells on it, what it still has to ask for, what it waits for. */
const COME_TO = `return JSON.stringify({
  at: location.href, is: document.readyState, hidden: document.hidden, s: Math.round(performance.now() / 1000),
  worker: navigator.serviceWorker?.controller?.state ?? null,
  shells: [...document.querySelectorAll('dt-shell')].map((e) => e.cloneNode().outerHTML + e.childElementCount),
  waits: [...document.querySelectorAll('.not-yet, .waits')].map((e) => e.localName + '.' + e.className),
  later: document.querySelectorAll('link[rel=later]').length,
  unread: [...document.querySelectorAll('link[rel=modulepreload]')].map((l) => l.href)
    .filter((u) => !performance.getEntriesByName(u).some((e) => e.responseEnd)),
})`;
/** The program has taken over what the server drew: from now on it hears what is pressed. */
export async function begun(driver, wait = 100_000) {
  try {
    await driver.wait(() => driver.executeScript(BEGUN), wait);
  } catch (e) {
    const page = await driver.executeScript(COME_TO).catch(String);
    const said = (await driver.manage().logs().get(logging.Type.BROWSER)).map((m) => m.message);
    throw new Error(`The program does not begin: ${page}; the console says ${JSON.stringify(said)}.`, { cause: e });
  }
}
