import type { Catalogue } from '@dolly-tub/core';
import type { Language } from '../../server/src/reading/recogniser';

/** How a list of what is in it begins, by language (Regulation (EC) 648/2004, Annex VII, and what is usual beside it). */
const BEGINS: Readonly<Record<Language, readonly string[]>> = {
  en: ['Ingredients:', 'Contains:', 'Composition:'],
  de: ['Inhaltsstoffe:', 'Enthält:', 'Zusammensetzung:'],
  fr: ['Ingrédients :', 'Contient :', 'Composition :'],
  es: ['Ingredientes:', 'Contiene:', 'Composición:'],
  nl: ['Ingrediënten:', 'Bevat:', 'Samenstelling:'],
};
const LANGUAGES = Object.keys(BEGINS) as Language[];

/** A label that nobody prints: what is in one or two things of the catalogue, by the names of one language. */
export function labelText(c: Catalogue, next: () => number, dense: boolean): { text: string; language: Language } {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const language = pick(LANGUAGES);
  const names = new Map(c.languages.get(language)?.names.map((n) => [n.substance, n.words]));
  const products = [...c.products.values()].filter((p) => p.contents.length >= 4);
  const contents = new Map<string, { min: number; max: number }>();
  const wanted = dense ? 26 : 5;
  while (contents.size < wanted) for (const x of pick(products).contents) contents.set(x.substance, x.percent);
  const comma = language === 'en' ? '.' : ',';
  const parts = [...contents].map(([id, { min, max }]) => {
    const s = c.substances.get(id)!;
    const latin = s.synonyms.find((n) => /^[A-Za-z][A-Za-z ,-]{3,40}$/.test(n));
    const own = names.get(id)?.[0];
    const name = own && next() < 0.8 ? own : latin && next() < 0.5 ? latin : s.name;
    const figure = (n: number): string => String(n).replace('.', comma);
    const share = next() < 0.4 && max > 0 ? ` ${next() < 0.5 ? figure(max) : `${figure(min)}-${figure(max)}`} %` : '';
    return `${name.charAt(0).toUpperCase()}${name.slice(1)}${share}`;
  });
  return { text: `${pick(BEGINS[language])} ${parts.join(', ')}.`, language };
}
