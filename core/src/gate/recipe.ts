import { type Catalogue, isSolid, isWater, type Measure, type Product, type Table } from '../catalogue';
import { inPercentOf, targetsOf } from '../dilution';
import { readLabel } from '../label';
import { mix, type MixAnswer, type MixItem } from '../mixing';
import { type AmountOf, type MeasureSystem, parseAmount, significant } from '../quantity';
import { bad, ok, type Result } from '../reason';
import { keepingOf } from './may-mix';

/** One thing of a recipe that somebody else wrote. */
export interface RecipePart {
  /** As it stood there. */
  text: string;
  name: string;
  /** The product that is meant; null where the words name none that is known. */
  product: string | null;
  mL: number | null;
  g: number | null;
  /** A squirt or a cap, at its common size. */
  vague: boolean;
  /** Of its own working substance, in the whole; null of what is not known. */
  percent: number | null;
  /** What it still does there, in a sentence. */
  does: string;
}
export interface Recipe {
  parts: RecipePart[];
  final_mL: number;
  /** What meets in it; null of one thing alone. */
  verdict: MixAnswer | null;
  /** Of the verdict; never below "not known" where something in it is not known. */
  level: number;
  headline: string;
  /** Hours that it keeps by its shortest-lived part; null where that is not known, or it is not made at all. */
  keeps_h: number | null;
  /** Pieces of the text that say no amount: nothing was made of them. */
  unread: string[];
}

const MOST_LENGTH = 4000;
const MOST_PARTS = 12;
/** A part is so much, where all that is said are parts or shares. */
const WHOLE_mL = 1000;
const UNKNOWN = 'It is no product that is known here: judged by its name alone.';
/** The verdict of what is not known. */
const NOT_KNOWN = 3;
/** Verdicts from here on say that the things change each other. */
const UNDONE = 2;
const SPENT = 'It does not count: see what they do to each other.';

interface Words {
  between: RegExp;
  how: RegExp;
  some: RegExp;
  doing: RegExp;
  equal: RegExp;
  where: RegExp;
}
const wordsOf = new WeakMap<Catalogue, Words>();
/** How people write recipes, by what the words do; those of one role together. */
function recipeWords(catalogue: Catalogue): Words {
  let known = wordsOf.get(catalogue);
  if (!known) {
    const of = (role: keyof Words, flags = 'i'): RegExp =>
      new RegExp(
        [...catalogue.recipewords.values()]
          .filter((w) => w.role === role)
          .map((w) => w.pattern)
          .join('|'),
        flags,
      );
    known = {
      between: of('between'),
      how: of('how', 'gi'),
      some: of('some'),
      doing: of('doing'),
      equal: of('equal'),
      where: of('where'),
    };
    wordsOf.set(catalogue, known);
  }
  return known;
}

const norm = (text: string): string =>
  text
    .toLowerCase()
    .replace(/\([^)]*\)/g, ' ')
    .replace(/\d+(?:[.,]\d+)?\s*(?:%|percent|per cent)/g, ' ')
    .replace(/[^\p{L}\p{N} -]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
const names = new WeakMap<Catalogue, Map<string, Product>>();
/** Names and synonyms to products; where two share one, what is advised comes first. */
function namesOf(catalogue: Catalogue): Map<string, Product> {
  let known = names.get(catalogue);
  if (!known) {
    known = new Map();
    for (const p of [...catalogue.products.values()].sort((a, b) => Number(b.advised) - Number(a.advised)))
      for (const name of [p.name, ...p.synonyms]) if (!known.has(norm(name))) known.set(norm(name), p);
    names.set(catalogue, known);
  }
  return known;
}
/** All products that words name, the longest names first, each stretch of words once; and the words that are left. */
function allNamed(words: string, catalogue: Catalogue): { all: Product[]; left: string } {
  let left = ` ${norm(words)} `;
  const out: Product[] = [];
  for (const [name, p] of [...namesOf(catalogue)].sort((a, b) => b[0].length - a[0].length))
    if (name.length > 3 && left.includes(` ${name} `)) {
      left = left.replaceAll(` ${name} `, '  ');
      out.push(p);
    }
  return { all: out, left: left.replace(recipeWords(catalogue).how, ' ').trim() };
}
/** The first amount in a piece of text, wherever it begins: "fill a bottle with 2 cups water". */
function amountIn(text: string, measures: Table<Measure>, system: MeasureSystem): AmountOf | null {
  const words = text.split(/\s+/);
  for (let i = 0; i < words.length; i++) {
    const amount = parseAmount(words.slice(i).join(' '), measures, system);
    if (amount) return amount;
  }
  return null;
}
/** The product that words name: all of them, or the longest name that stands in them whole. */
function named(words: string, catalogue: Catalogue): Product | null {
  const known = namesOf(catalogue);
  const plain = norm(words);
  for (const t of [plain, norm(plain.replace(recipeWords(catalogue).how, ' ')), plain.replace(/s$/, '')]) {
    const p = known.get(t);
    if (p) return p;
  }
  let best: [string, Product] | null = null;
  for (const [name, p] of known)
    if (name.length > (best?.[0].length ?? 3) && ` ${plain} `.includes(` ${name} `)) best = [name, p];
  return best?.[1] ?? null;
}

/**
 * A recipe as it is pasted from somewhere: what goes into it, how strong each thing is in the whole, what it still does
 * there, what the things do to each other in a shut bottle, and how long it keeps. Nothing is left out in silence: what
 * names no known product is taken for unknown by the verdict, and what says no amount is told. Volumes mL, masses g.
 */
export function readRecipe(
  text: string,
  catalogue: Catalogue,
  measures: Table<Measure>,
  system: MeasureSystem = 'us',
): Result<Recipe> {
  if (!text.trim()) return bad('/text', 'Paste a recipe, for example: 1 cup vinegar, 1 cup water, 1 tsp dish soap.');
  if (text.length > MOST_LENGTH)
    return bad(
      '/text',
      `That is longer than a recipe: paste only what goes into it (${MOST_LENGTH} signs at the most).`,
    );
  const words = recipeWords(catalogue);
  const unread: string[] = [];
  const found: { text: string; amount: AmountOf; product: Product | null }[] = [];
  const nameless: { text: string; product: Product | null }[] = [];
  for (const piece of text.split(words.between)) {
    const t = piece.trim().replace(/[:!]+$/, '');
    if (!t) continue;
    const amount = amountIn(t, measures, system);
    const name = amount?.name.replace(words.where, '').trim();
    const product = named(name || t, catalogue);
    // more than one thing in one breath: each of them goes in
    if (product) {
      const { all, left } = allNamed(name || t, catalogue);
      for (const other of all) if (other !== product) nameless.push({ text: t, product: other });
      if (readLabel(left, catalogue).ingredients.length) nameless.push({ text: left, product: null });
    }
    if (amount && name) found.push({ text: t, amount: { ...amount, name }, product });
    // it goes in, however much of it: the verdict has to know
    else if (product || words.some.test(t) || !words.doing.test(t)) nameless.push({ text: t, product });
    else unread.push(t);
  }
  // "equal parts bleach and vinegar": one part of each
  if (words.equal.test(text))
    for (const x of nameless.splice(0))
      found.push({ text: x.text, amount: { n: 1, in: 'parts', vague: false, name: x.text }, product: x.product });
  if (!found.length && !nameless.some((x) => x.product))
    return bad('/text', 'No amounts are in that: write how much of each, for example 1 cup vinegar, 2 cups water.');
  const things = found.length + nameless.length;
  if (things > MOST_PARTS) return bad('/text', `At most ${MOST_PARTS} things: leave out what is no ingredient.`);

  // parts and shares are of a litre; beside cups they have no size
  const relative = found.filter((f) => f.amount.in === 'parts' || f.amount.in === 'share');
  if (relative.length && relative.length < found.filter((f) => f.amount.in !== 'g').length)
    return bad('/text', 'Some of it is in parts and some in cups or litres: write all of it in one of them.');
  const all = relative.reduce((n, f) => n + f.amount.n, 0);
  const sized = found.map(({ text: t, amount, product }) => {
    const solid = product !== null && isSolid(product);
    const density = product?.density ?? 1;
    const mL = amount.in === 'mL' ? amount.n : amount.in === 'g' ? null : (amount.n / all) * WHOLE_mL;
    const g = amount.in === 'g' ? amount.n : solid && mL !== null ? mL * density : null;
    // a powder takes hardly any room; a liquid that was weighed takes its own
    return { t, amount, product, mL, g, room: solid ? 0 : (mL ?? amount.n / density) };
  });
  const final_mL = sized.reduce((v, x) => v + x.room, 0);
  if (!(final_mL > 0) && found.length)
    return bad('/text', 'There is no liquid in that: write how much water it goes into.');

  const shareOf = (x: Pick<(typeof sized)[number], 'product' | 'g' | 'room'>): number =>
    (x.product && isSolid(x.product) ? (x.g ?? 0) : x.room) / final_mL;

  const parts = sized.map(({ t, amount, product, mL, g, room }): RecipePart => {
    const share = shareOf({ product, g, room });
    const density = product && product.strength.basis !== 'v/v' ? (product.density ?? 1) : 1;
    const percent =
      product === null
        ? null
        : isSolid(product)
          ? share * product.strength.percent
          : share * product.strength.percent * density;
    return {
      text: t,
      name: product?.name ?? amount.name,
      product: product?.id ?? null,
      mL,
      g,
      vague: amount.vague,
      percent,
      does: product === null ? UNKNOWN : doesIn(product, percent!, share, catalogue),
    };
  });
  for (const x of nameless)
    parts.push({
      text: x.text,
      name: x.product?.name ?? x.text,
      product: x.product?.id ?? null,
      mL: null,
      g: null,
      vague: true,
      percent: null,
      does: 'No amount of it is said.',
    });
  // water is a partner too: of one thing alone, and of what is not known
  const items = parts.map((x): MixItem => (x.product ? { product: x.product } : { label: x.name }));
  const verdict = items.length > 1 ? mix({ items, meeting: 'container' }, catalogue) : null;
  if (verdict && !verdict.ok) return verdict;
  // what they do to each other, they do not do to dirt
  const judged = verdict?.value.level ?? 0;
  const level = parts.some((x) => x.product === null) ? Math.max(NOT_KNOWN, judged) : judged;
  const spent = judged >= UNDONE;
  const isPlain = (x: RecipePart): boolean =>
    x.product !== null && isWater(catalogue.products.get(x.product)!, catalogue);
  return ok({
    parts: spent ? parts.map((x) => (isPlain(x) ? x : { ...x, does: SPENT })) : parts,
    final_mL,
    verdict: verdict?.value ?? null,
    level,
    headline:
      verdict && level === judged
        ? verdict.value.headline
        : Object.values([...catalogue.verdicts.values()].find((v) => v.level === level)!.headlines)[0]!,
    keeps_h: level >= UNDONE ? null : Math.min(...sized.flatMap((x) => keptFor(x.product!, shareOf(x), catalogue))),
    unread,
  });
}

/** Hours that it keeps in water at such a share. */
const keptFor = (p: Product, share: number, catalogue: Catalogue): number[] =>
  keepingOf(p, Math.max(share, 1e-6), catalogue).map((k) => k.hours);

/** What a product still does at a percent of its own, being such a share of the whole. */
export function doesIn(product: Product, percent: number, share: number, catalogue: Catalogue): string {
  if (isWater(product, catalogue)) return 'It thins the rest.';
  const own = targetsOf(product, catalogue).map((t) => ({ t, ...inPercentOf(t, product, catalogue) }));
  const enough = own.filter((x) => percent >= x.min * 0.999);
  const figure = `${significant(percent, 3)} %`;
  if (enough.length) {
    const most = enough.reduce((a, b) => (b.min > a.min ? b : a));
    return percent > Math.max(...own.map((x) => x.max)) * 1.001
      ? `${figure} is stronger than it is ever used for ${most.t.for}.`
      : `${figure} is enough for ${most.t.for}.`;
  }
  if (own.length) {
    const least = own.reduce((a, b) => (b.min < a.min ? b : a));
    return `${figure} is too thin for ${least.t.for}, which asks for ${significant(least.min, 3)} %: it only cleans.`;
  }
  const { unit, min, max } = product.use;
  if (unit === 'neat' || min === undefined || max === undefined)
    return `It is ${significant(share * 100, 2)} % of the whole.`;
  const dose = share * 1000;
  const said = `${significant(dose, 3)} ${unit}`;
  if (dose < min) return `${said} is less than it is used at (${min} to ${max}).`;
  return dose > max
    ? `${said} is more than it is used at (${min} to ${max}): it leaves a film.`
    : `${said} is as it is used.`;
}
