import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FLAGS } from './browser.mjs';
import { root } from './common.mjs';

const PLACES = [
  '/rooms',
  '/choose?spot=0193a1b0-0000-7002-8000-000000000004',
  '/choose/job/toilet-ring',
  '/choose/find?of=soil',
  '/choose/field',
  '/choose/product/white-vinegar',
  '/mix?with=chlorine-bleach,white-vinegar',
  '/mix/shelf',
  '/dilute?product=chlorine-bleach&ppm=1000&mL=750',
  '/kits',
  '/list',
  '/log',
  '/own',
  '/make',
  '/settings',
  '/emergency',
];
/** A phone is taken to be so many times as slow as this machine, as Lighthouse takes it; shorter pieces go unnoticed. */
const SLOWER = 4;
const NOTICED_ms = 50;
/**
 * Total blocking time of a phone by the time that the page's thread worked, in ms: Lighthouse counts the time that passed,
 * in which a machine of two cores runs a browser, a server and Lighthouse as well.
 */
function ownBlocking(trace) {
  const events = trace.traceEvents;
  const first = events.find((e) => e.name === 'firstContentfulPaint');
  if (!first) return null;
  return events
    .filter((e) => e.ph === 'X' && e.name === 'RunTask' && e.pid === first.pid && e.tid === first.tid)
    .filter((e) => e.ts > first.ts)
    .reduce((sum, e) => sum + Math.max(0, (SLOWER * (e.tdur ?? 0)) / 1000 - NOTICED_ms), 0);
}
/**
 * How many times as slow as a machine of this index a middling phone is, as Lighthouse's own calculator has it (its docs,
 * "CPU throttling"; the figures from memory): 1 at 150, 2 at 800, 3 at 1300, 4 at 1533. Four is for a fast desk.
 */
export const slowerThan = (index) =>
  index >= 1300
    ? 3 + (index - 1300) / 233
    : index >= 800
      ? 2 + (index - 800) / 500
      : 1 + Math.max(0, index - 150) / 650;
/** First words, largest piece, how soon it fills, how long taps went unheard, how much moved. */
const FIGURES = [
  'first-contentful-paint',
  'largest-contentful-paint',
  'speed-index',
  'total-blocking-time',
  'cumulative-layout-shift',
];
/** Goals: performance, accessibility, best practices on a desk; performance on a phone. */
const DESK = ['performance', 'accessibility', 'best-practices'];

/**
 * Every place of a running server through Lighthouse, on a desk and on a phone; `say(what, figure)` is told each. With
 * `--only=/rooms,/kits` some of them, with `--on=phone` on one of the two, with `--why` what took points off.
 */
export function lighthouse(url, say) {
  const said = (name) => process.argv.find((a) => a.startsWith(`--${name}=`))?.slice(name.length + 3);
  const [only, on] = [said('only'), said('on')];
  for (const p of PLACES.filter((x) => !only || only.split(',').some((o) => x.startsWith(o))))
    for (const [where, categories, goal] of [
      ['desktop', DESK, '95, 100, 100'],
      ['phone', DESK.slice(0, 1), '85'],
    ].filter(([where]) => !on || where === on)) {
      const dir = mkdtempSync(join(tmpdir(), 'dolly-lighthouse-'));
      const run = (...more) =>
        spawnSync(
          join(root, 'node_modules/.bin/lighthouse'),
          [
            url + p,
            ...(where === 'desktop' ? ['--preset=desktop'] : []),
            '--quiet',
            '--output=json',
            '--save-assets',
            `--output-path=${join(dir, 'page.json')}`,
            `--only-categories=${categories.join()}`,
            `--chrome-flags=${FLAGS.join(' ')}`,
            ...more,
          ],
          { env: { ...process.env, CHROME_PATH: '/usr/bin/chromium' }, maxBuffer: 1 << 28 },
        );
      const r = run(`-GA=${join(dir, 'seen')}`);
      try {
        const { categories: got, audits, environment } = JSON.parse(readFileSync(join(dir, 'page.json'), 'utf8'));
        /** The same load once more, of a phone that is so many times as slow as this machine as its index says. */
        const phone = (index) => {
          const seen = join(dir, 'seen/artifacts.json');
          const artifacts = JSON.parse(readFileSync(seen, 'utf8'));
          artifacts.settings.throttling.cpuSlowdownMultiplier = slowerThan(index);
          writeFileSync(seen, JSON.stringify(artifacts));
          run(`-A=${join(dir, 'seen')}`, `--throttling.cpuSlowdownMultiplier=${slowerThan(index)}`);
          const { categories: got, audits } = JSON.parse(readFileSync(join(dir, 'page.json'), 'utf8'));
          return `; ${slowerThan(index).toFixed(1)} times as slow: ${Math.round(got.performance.score * 100)}, ${audits['total-blocking-time'].displayValue}`;
        };
        const own = where === 'phone' && ownBlocking(JSON.parse(readFileSync(join(dir, 'page-0.trace.json'), 'utf8')));
        say(
          `Lighthouse ${where} ${p.split('?')[0]} (goal ${goal})`,
          `${categories.map((k) => Math.round(got[k].score * 100)).join(', ')} (${FIGURES.map((k) => audits[k].displayValue).join(' ')}${typeof own === 'number' ? `, of its own doing ${Math.round(own)} ms` : ''}; this machine ${Math.round(environment.benchmarkIndex)}; a usual desk 1500 to 2000${where === 'phone' ? phone(environment.benchmarkIndex) : ''})`,
        );
        if (process.argv.includes('--why'))
          for (const a of Object.values(audits))
            if (a.score !== null && a.score < 0.9)
              console.log(
                `   ${a.id}: ${a.displayValue ?? ''} ${JSON.stringify(a.details?.items?.slice(0, 2) ?? '').slice(0, 300)}`,
              );
      } catch {
        say(`Lighthouse ${where} ${p}`, `did not run: ${String(r.stderr).slice(0, 200)}`);
      }
      rmSync(dir, { recursive: true, force: true });
    }
}
