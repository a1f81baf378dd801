import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root, startServer } from './common.mjs';

/** `npm run shots [name …] [--out folder]`: the pictures of docs/screenshots, from the demo household at a fixed moment. */
ensureInstalled();
ensureChromium();
await ensureBuilt();
const { openBrowser, begun, size, scheme, By, until, consoleErrors } = await import('./browser.mjs');

const args = process.argv.slice(2);
const at = args.indexOf('--out');
const out = at >= 0 ? args.splice(at, 2)[1] : join(root, 'docs/screenshots');
mkdirSync(out, { recursive: true });
const SCREEN = '0193a1b0-0000-7002-8000-000000000004';
const WET = '0193a1b0-0000-7001-8000-000000000001';
const KIT = '0193a1b0-0000-7003-8000-000000000001';
const views = [
  ['rooms', `/rooms/${WET}?spot=${SCREEN}`, 'dt-plan'],
  ['choose', `/choose?spot=${SCREEN}`, 'dt-ladder'],
  ['choose-dark', `/choose?spot=${SCREEN}`, 'dt-ladder', { dark: true }],
  ['choose-compare', `/choose?spot=${SCREEN}&beside=1`, 'dt-rung-compare'],
  ['job', '/choose/job/toilet-ring', '.stages li'],
  ['job-list', '/choose/job', '.card'],
  ['find', '/choose/find?of=soil&sa=soil-place:cloth,soil-colour:red', '.answer'],
  ['field', '/choose/field', '.empty', { field: true }],
  ['own', '/own?kind=materials', 'dt-own form'],
  ['mix', '/mix?with=chlorine-bleach,phosphoric-bath-cleaner&where=surface', 'dt-meeting-web'],
  [
    'label',
    '/mix?with=chlorine-bleach',
    'dt-mix .ask',
    {
      js: "[...document.querySelectorAll('button')].find(b => b.textContent.includes('paste a label')).click(); setTimeout(() => { const t = document.querySelector('textarea'); t.value = 'Ingredients: aqua, sod1um laureth sulfate 5-15 %, citric acid < 5 %, wonder stuff, parfum'; t.dispatchEvent(new Event('input', { bubbles: true })); }, 200)",
    },
  ],
  ['mix-air', '/mix?with=isopropanol-70', '.nine'],
  ['shelf-matrix', '/mix/shelf', 'td.l5'],
  ['emergency', '/emergency?what=bleach%20and%20vinegar', 'dt-emergency-card'],
  ['mix-fine', '/mix?with=dish-detergent,isopropanol-70&where=container', 'dt-meeting-web'],
  ['dilute', '/dilute?product=chlorine-bleach&ppm=1000&mL=750', 'dt-bottle', { bottle: 'green' }],
  ['kits', `/kits/${KIT}`, 'dt-shelf'],
  ['kits-least', '/kits/least', 'dt-curve'],
  ['kits-all', '/kits/all', '.today'],
  ['kits-pack-phone', '/kits/pack', '.list li', { phone: true }],
  ['list', '/list', '.total'],
  [
    'make',
    '/make?step=rooms',
    'dt-make-rooms .kind',
    {
      js: "const tap = (t) => [...document.querySelectorAll('button')].find((b) => b.textContent.trim().startsWith(t)).click(); tap('Bathroom'); setTimeout(() => tap('Next: what'), 300)",
    },
  ],
  ['log', '/log', 'dt-log li'],
  ['settings', '/settings', 'dt-settings section'],
  ['run-phone', 'run', '.step', { phone: true }],
  ['choose-phone', `/choose?spot=${SCREEN}`, 'dt-ladder', { phone: true }],
  ['job-phone', '/choose/job/toilet-ring', '.stages li', { phone: true }],
  ['find-phone', '/choose/find?of=soil', '.answer', { phone: true }],
  ['kits-dark-phone', `/kits/${KIT}`, 'dt-shelf', { phone: true, dark: true }],
];
const wanted = args.length
  ? views.filter(([n]) => args.includes(n))
  : views.filter(
      ([n]) =>
        ![
          'mix-fine',
          'mix-air',
          'choose-compare',
          'choose-phone',
          'kits-dark-phone',
          'job-list',
          'own',
          'job-phone',
          'find-phone',
        ].includes(n),
    );
const server = await startServer({
  dataDir: mkdtempSync(join(tmpdir(), 'dolly-shots-')),
  env: { DEMO_NOW: '2026-11-25T10:30:00Z' },
});
const driver = await openBrowser();
try {
  for (const [name, path, ready, o = {}] of wanted) {
    await size(driver, o.phone ? 390 : 1280, o.phone ? 844 : 800);
    await scheme(driver, Boolean(o.dark));
    await driver.get(server.url + (path === 'run' ? `/choose?spot=${SCREEN}` : path));
    await begun(driver);
    if (path === 'run') {
      await driver.wait(until.elementLocated(By.css('dt-rung-detail [matButton=filled]')), 15000);
      await driver.executeScript("document.querySelector('dt-rung-detail [matButton=filled]').click()");
      await driver.wait(until.urlContains('/do/'), 8000);
      await driver.wait(until.elementLocated(By.css('.step h2')), 8000);
      for (let i = 0; i < 20; i++) {
        const word = await driver.executeScript("return document.querySelector('.next')?.textContent");
        await driver.executeScript("document.querySelector('.next').click()");
        await driver.sleep(250);
        if (word?.includes('wait')) break;
      }
    } else await driver.wait(until.elementLocated(By.css(ready)), 15000);
    if (o.field) {
      await driver.executeScript("document.querySelector('.page-head [matButton=filled]').click()");
      await driver.wait(
        async () =>
          // just after the press the button still says what it said
          /again/.test(
            await driver.executeScript(
              "return document.querySelector('.page-head [matButton=filled]')?.textContent ?? ''",
            ),
          ),
        400000,
      );
    }
    if (o.js) {
      await driver.executeScript(o.js);
      await driver.sleep(500);
    }
    if (o.bottle) {
      await driver.executeScript(
        "[...document.querySelectorAll('.word')].find(b => b.getAttribute('aria-label').startsWith('Into')).click()",
      );
      await driver.wait(until.elementLocated(By.css('[role=option]')), 5000);
      await driver.executeScript(
        `[...document.querySelectorAll('[role=option]')].find(b => b.textContent.includes('${o.bottle}')).click()`,
      );
    }
    await driver.executeScript('return document.fonts.ready');
    await driver.sleep(500);
    const wide = await driver.executeScript(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    );
    if (wide > 0) console.log(`${name}: ${wide} px wider than the screen`);
    writeFileSync(join(out, `${name}.png`), Buffer.from(await driver.takeScreenshot(), 'base64'));
    const errors = await consoleErrors(driver);
    if (errors.length) console.log(`${name}: ${errors.join('\n')}`);
  }
} finally {
  await driver.quit();
  server.stop();
}
