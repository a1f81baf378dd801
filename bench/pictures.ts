/**
 * Labels read off pictures, told by `npm run bench`: of what the typed text gives, how much the picture gives; what is
 * invented; how many words are marked; and whether a verdict beside six partners is ever lower without a mark. Labels in
 * five languages and pictures of them are made here, by seed; a third of both is never looked at while settings are chosen.
 */
import { fork } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Catalogue, loadCatalogue, mix, readLabel } from '@dolly-tub/core';
import { readRawCatalogue } from '../core/catalogue/read';
import type { Language } from '../server/src/reading/recogniser';
import { pictureReading } from '../server/src/reading/reading';
import type { ReadSays } from '../server/src/reading/worker';
import { illOf, type Kind, numbers, picture } from './pictures/make';
import { labelText } from './pictures/texts';

/** Pictures of a set that is kept out; twice as many are looked at while settings are chosen. */
const OF_EACH = Number(process.env['PICTURES'] ?? 42);
/** The language of the page that asks: the others are asked for after it, as the page does. */
const OWN: Language = 'en';
const PARTNERS = [
  'chlorine-bleach',
  'white-vinegar',
  'household-ammonia',
  'hydrogen-peroxide-3',
  'isopropanol-70',
  'dish-detergent',
];
const raw = readRawCatalogue(join(process.cwd(), 'core/catalogue'));
const c: Catalogue = loadCatalogue(raw);
const WORKER = join(process.cwd(), 'dist/server/reading/worker.js');
const reading = pictureReading({ filename: WORKER }, () => c);
const say = (what: string, figure: string): void => console.log(`${what.padEnd(74)} ${figure}`);

const levels = (label: string, unsure: boolean): number[] =>
  PARTNERS.filter((p) => c.products.has(p)).map((product) => {
    const m = mix({ items: [{ label, ...(unsure ? { unsure } : {}) }, { product }], meeting: 'container' }, c);
    return m.ok ? m.value.level : 5;
  });
const pc = (n: number, of: number): string => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`;

interface Told {
  text: string;
  language: Language;
  jpeg: Buffer;
  large: boolean;
  dense: boolean;
}
interface Sum {
  wanted: number;
  found: number;
  invented: number;
  words: number;
  marks: number;
  open: number;
  lowered: number;
  unread: number;
  nearer: number;
  times: number[];
}
/** One picture read and held against what was printed. */
async function judged({ text, language, jpeg }: Told, sum: Sum, name: string): Promise<void> {
  const began = performance.now();
  const asked = process.env['BASE']
    ? [...new Set<Language>([language, 'en'])]
    : [...new Set<Language>([OWN, 'en', 'de', 'fr', 'es', 'nl'])];
  const a = await reading.read(jpeg, asked, new AbortController().signal).catch(() => null);
  sum.times.push(performance.now() - began);
  const typed = new Set(readLabel(text, c).ingredients.flatMap((x) => x.substance ?? []));
  sum.wanted += typed.size;
  if (a?.nearer) sum.nearer++;
  if (!a || a.nothing !== null) {
    sum.unread++;
    if (process.env['SAY']) console.log(name, 'NOTHING', a?.nothing, '|', text);
    return;
  }
  const seen = new Set(a.label.ingredients.flatMap((x) => x.substance ?? []));
  sum.found += [...typed].filter((s) => seen.has(s)).length;
  sum.invented += [...seen].filter((s) => !typed.has(s)).length;
  sum.words += a.words.length;
  sum.marks += a.words.filter((w) => w.unsure).length;
  if (a.unsure) sum.open++;
  const [truth, read] = [levels(text, false), levels(a.text, a.unsure)];
  if (truth.some((l, k) => read[k]! < l && !a.unsure)) sum.lowered++;
  if (process.env['SAY'])
    console.log(
      name,
      pc([...typed].filter((s) => seen.has(s)).length, typed.size),
      a.unsure,
      language,
      '|',
      text,
      '|',
      a.text,
      a.words.flatMap((w) => (w.unsure ? [`${w.text} (${Math.round(w.confidence)}: ${w.why})`] : [])),
    );
}

const SETS: [Kind, boolean, number, string][] = [
  ['mild', false, 2, '98 %'],
  ['mild', true, 1, '98 %'],
  ['hard', false, 2, '90 %'],
  ['hard', true, 1, '90 %'],
  ['far', true, 0.25, '“nearer”'],
];
const only = process.env['ONLY']?.split(',');
for (const [kind, kept, share, goal] of SETS) {
  const label = `${kind}${kept ? ', kept out' : ''}`;
  if (only && !only.includes(label)) continue;
  const next = numbers({ mild: 11, hard: 23, far: 37 }[kind] + (kept ? 1000 : 0));
  const told: Told[] = [];
  for (let i = 0; i < Math.ceil(OF_EACH * share); i++) {
    const ill = illOf(kind, next);
    const dense = kind === 'hard' && next() < 0.1;
    const t = labelText(c, next, dense);
    told.push({ ...t, jpeg: await picture(t.text, ill, next), large: ill.large, dense });
  }
  const sum: Sum = {
    wanted: 0,
    found: 0,
    invented: 0,
    words: 0,
    marks: 0,
    open: 0,
    lowered: 0,
    unread: 0,
    nearer: 0,
    times: [],
  };
  let n = 0;
  const reader = async (): Promise<void> => {
    for (let i = n++; i < told.length; i = n++) await judged(told[i]!, sum, `${label} ${i}`);
  };
  await Promise.all([reader(), reader()]);
  sum.times.sort((x, y) => x - y);
  say(
    `${label}: ingredients of ${told.length} pictures, against ${goal}`,
    `${pc(sum.found, sum.wanted)} of ${sum.wanted}; invented ${pc(sum.invented, sum.wanted)}; words marked ${pc(sum.marks, sum.words)}; pictures with a mark ${pc(sum.open, told.length)}; lowered without a mark ${sum.lowered}; “nearer” ${sum.nearer}; not read ${sum.unread}; ${Math.round(sum.times[sum.times.length >> 1]!)} ms, most ${Math.round(sum.times.at(-1)!)} (two at once)`,
  );
}

/** Figures whose point is lost and nothing says so, by a hundredfold harm: 2.0 read as 20. */
{
  const next = numbers(71);
  let [figures, lost, marked] = [0, 0, 0];
  for (let i = 0; i < Math.ceil(OF_EACH / 2); i++) {
    const shares = Array.from({ length: 5 }, () => `${Math.floor(1 + 9 * next())}.${Math.floor(10 * next())}`);
    const text = `Contains: ${shares.map((f, n) => `${['Citric acid', 'Sodium chloride', 'Glycerin', 'Acetic acid', 'Urea'][n]!} ${f} %`).join(', ')}.`;
    const jpeg = await picture(text, illOf(i % 2 ? 'hard' : 'mild', next), next);
    const a = await reading.read(jpeg, ['en'], new AbortController().signal).catch(() => null);
    if (!a || a.nothing !== null) continue;
    figures += shares.length;
    const whole = a.words.filter((w) => /^\d{2,3}%?[,.]?$/.test(w.text.replace(/^[^\d]+/, '')));
    lost += whole.filter((w) => !w.unsure).length;
    marked += whole.filter((w) => w.unsure).length;
  }
  say('points lost from figures without a mark', `${lost} of ${figures}; with one ${marked}`);
}

/** One program, one picture: how long, and how much memory it came to. */
async function alone(jpeg: Buffer): Promise<{ ms: number; MB: number; words: number }> {
  const child = fork(WORKER, ['en'], { serialization: 'advanced' });
  const began = performance.now();
  return new Promise((done) => {
    let MB = 0;
    child.on('message', (m: ReadSays) => {
      // Linux keeps the most that a program ever had
      MB = Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
      if ('first' in m) child.send({ languages: ['en'] });
      else {
        done({ ms: performance.now() - began, MB, words: 'both' in m ? m.both[0].lines.flat().length : 0 });
        child.kill();
      }
    });
    child.send({ picture: jpeg, language: 'en' });
  });
}
if (!only) {
  const next = numbers(5);
  const small: number[] = [];
  for (let i = 0; i < 9; i++) {
    const jpeg = await picture(labelText(c, next, false).text, illOf('mild', next), next);
    const began = performance.now();
    await reading.read(jpeg, ['en', 'de', 'fr', 'es', 'nl'], new AbortController().signal);
    // the first begins a program, the others find one that waits
    if (i > 0) small.push(performance.now() - began);
    await new Promise((rest) => setTimeout(rest, 1500));
  }
  small.sort((a, b) => a - b);
  say('a small label, against 1 s', `${Math.round(small[4]!)} ms, most ${Math.round(small.at(-1)!)}`);
  const text = `Ingredients: ${Array.from({ length: 6 }, () => 'Aqua, Sodium Hypochlorite 4.5 %, Sodium Hydroxide, Lauramine Oxide, Sodium Laureth Sulfate, Citric Acid, Parfum, Limonene, Linalool, Glycerin').join(', ')}.`;
  const ill = { ...illOf('mild', next), xHeight_px: 22, large: true, turned: false, wide: 60 };
  const large = await alone(await picture(text, ill, next));
  say(
    `${large.words} words at 12 megapixels, against 8 s for 120 and 700 MB`,
    `${Math.round(large.ms)} ms, ${Math.round(large.MB)} MB`,
  );
}
reading.close();
