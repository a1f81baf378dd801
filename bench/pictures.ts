/**
 * Labels read off pictures, told by `npm run bench`: of what the typed text gives, how much the picture gives; what is
 * invented; how many words are marked; and whether a verdict beside six partners is ever lower without a mark. Labels and
 * pictures are made here, by seed; a third of both is never looked at while settings are chosen.
 */
import { join } from 'node:path';
import { type Catalogue, loadCatalogue, mix, readLabel } from '@dolly-tub/core';
import { readRawCatalogue } from '../core/catalogue/read';
import type { Language } from '../server/src/reading/recogniser';
import { pictureReading } from '../server/src/reading/reading';
import { illOf, numbers, picture } from './pictures/make';

const OF_EACH = Number(process.env['PICTURES'] ?? 18);
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

/** A label as one is printed: what is in a product of the catalogue, in another order of figures. */
function labelText(next: () => number): string {
  const products = [...c.products.values()].filter((p) => p.contents.length >= 4);
  const p = products[Math.floor(next() * products.length)]!;
  const parts = p.contents.map((x) => {
    const s = c.substances.get(x.substance)!;
    const latin = s.synonyms.find((n) => /^[A-Za-z][A-Za-z ,-]{3,40}$/.test(n));
    const name = latin && next() < 0.5 ? latin : s.name;
    const figure =
      next() < 0.4 && x.percent.max > 0
        ? ` ${next() < 0.5 ? x.percent.max : `${x.percent.min}-${x.percent.max}`} %`
        : '';
    return `${name.charAt(0).toUpperCase()}${name.slice(1)}${figure}`;
  });
  return `Ingredients: ${parts.join(', ')}.`;
}
const levels = (label: string, unsure: boolean): number[] =>
  PARTNERS.filter((p) => c.products.has(p)).map((product) => {
    const m = mix({ items: [{ label, ...(unsure ? { unsure } : {}) }, { product }], meeting: 'container' }, c);
    return m.ok ? m.value.level : 5;
  });
const pc = (n: number, of: number): string => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`;

for (const kind of ['mild', 'hard'] as const)
  for (const kept of [false, true]) {
    const next = numbers((kind === 'mild' ? 11 : 23) + (kept ? 1000 : 0));
    const count = kept ? Math.ceil(OF_EACH / 2) : OF_EACH;
    let [wanted, found, invented, words, marks, lowered, unread] = [0, 0, 0, 0, 0, 0, 0];
    const times: number[] = [];
    for (let i = 0; i < count; i++) {
      const text = labelText(next);
      const jpeg = await picture(text, illOf(kind, next), next);
      const began = performance.now();
      const a = await reading.read(jpeg, ['en'] as Language[], new AbortController().signal).catch(() => null);
      times.push(performance.now() - began);
      const typed = new Set(readLabel(text, c).ingredients.flatMap((x) => x.substance ?? []));
      wanted += typed.size;
      if (!a || a.nothing !== null) {
        unread++;
        continue;
      }
      const seen = new Set(a.label.ingredients.flatMap((x) => x.substance ?? []));
      found += [...typed].filter((s) => seen.has(s)).length;
      invented += [...seen].filter((s) => !typed.has(s)).length;
      words += a.words.length;
      marks += a.words.filter((w) => w.unsure).length;
      const [truth, read] = [levels(text, false), levels(a.text, a.unsure)];
      if (!a.unsure && truth.some((l, k) => read[k]! < l)) lowered++;
      if (process.env['SAY'])
        console.log(
          kind,
          i,
          pc([...typed].filter((s) => seen.has(s)).length, typed.size),
          a.unsure,
          '|',
          text,
          '|',
          a.text,
        );
    }
    times.sort((x, y) => x - y);
    say(
      `${kind} pictures of labels${kept ? ', kept out' : ''}: ingredients, against ${kind === 'mild' ? 98 : 90} %`,
      `${pc(found, wanted)} of ${wanted}; invented ${pc(invented, wanted)}; marked ${pc(marks, words)} of ${words} words; lowered without a mark ${lowered}; not read ${unread} of ${count}; ${Math.round(times[times.length >> 1]!)} ms, most ${Math.round(times.at(-1)!)}`,
    );
  }
reading.close();
