/**
 * Labels read off pictures, told by `npm run bench`: of what the typed text gives, how much the picture gives; what is
 * invented; how many words are marked; and whether a verdict beside six partners is ever lower without a mark. Labels in
 * five languages and pictures of them are made here, by seed; a third of both is never looked at while settings are chosen.
 */
import { join } from 'node:path';
import { type Catalogue, loadCatalogue, mix, readLabel } from '@dolly-tub/core';
import { readRawCatalogue } from '../core/catalogue/read';
import type { Language } from '../server/src/reading/recogniser';
import { pictureReading } from '../server/src/reading/reading';
import { illOf, type Kind, numbers, picture } from './pictures/make';
import { labelText } from './pictures/texts';

/** Pictures of a set that is kept out; twice as many are looked at while settings are chosen. */
const OF_EACH = Number(process.env['PICTURES'] ?? 60);
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
const reading = pictureReading({ filename: join(process.cwd(), 'dist/server/reading/worker.js') }, () => c);
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
  if ((a as { nearer?: boolean } | null)?.nearer) sum.nearer++;
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
reading.close();
