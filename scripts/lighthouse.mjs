import { spawnSync } from 'node:child_process';
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
/** Goals: performance, accessibility, best practices on a desk; performance on a phone. */
/** First words, largest piece, how soon it fills, how long taps went unheard, how much moved. */
const FIGURES = [
  'first-contentful-paint',
  'largest-contentful-paint',
  'speed-index',
  'total-blocking-time',
  'cumulative-layout-shift',
];
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
      const r = spawnSync(
        join(root, 'node_modules/.bin/lighthouse'),
        [
          url + p,
          ...(where === 'desktop' ? ['--preset=desktop'] : []),
          '--quiet',
          '--output=json',
          '--output-path=stdout',
          `--only-categories=${categories.join()}`,
          `--chrome-flags=${FLAGS.join(' ')}`,
        ],
        { env: { ...process.env, CHROME_PATH: '/usr/bin/chromium' }, maxBuffer: 1 << 28 },
      );
      try {
        const { categories: got, audits, environment } = JSON.parse(String(r.stdout));
        say(
          `Lighthouse ${where} ${p.split('?')[0]} (goal ${goal})`,
          `${categories.map((k) => Math.round(got[k].score * 100)).join(', ')} (${FIGURES.map((k) => audits[k].displayValue).join(' ')}; this machine ${Math.round(environment.benchmarkIndex)}; a usual desk 1500 to 2000)`,
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
    }
}
