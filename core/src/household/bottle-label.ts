import type { Catalogue, Product } from '../catalogue';
import { hurtBy } from '../emergency';
import { keepApart } from '../gate';
import { significant } from '../quantity';
import { capital } from '../reason';
import { dateFormat } from '../time';
import type { Bottle, Settings } from './records';

/** What stands on the label of a bottle that was filled: what it is, how strong, until when, and what it does. */
export interface BottleLabel {
  /** In big letters: what is in it. */
  name: string;
  /** What it was made for; null where nothing was said. */
  for: string | null;
  /** What went in, with how much water. */
  holds: string;
  strength: string;
  /** `1 + 9`, in one piece; null of several things, or of a powder. */
  ratio: string | null;
  /** In the household's own time and words. */
  mixed: string;
  pourAway: string;
  signal: 'Danger' | 'Warning' | null;
  /** Ids of `pictograms`, each once. */
  pictograms: string[];
  /** What it must never meet (levels 4 and 5), worst first. */
  apart: string[];
  firstAid: string;
  /** Place of the application that this bottle opens at. */
  path: string;
}

/** Where a bottle opens, and how its id is found again in the address that its code says. */
const AT_BOTTLE = '/dilute?bottle=';
/** Id of the bottle that an address on a label opens; null of any other text. Whose address it is does not count. */
export function bottleAt(text: string): string | null {
  const said = text.trim();
  const at = said.indexOf(AT_BOTTLE);
  const id = at < 0 ? '' : said.slice(at + AT_BOTTLE.length);
  return /^[\w-]{1,64}$/.test(id) ? id : null;
}

/** More partners than these are told by its page. */
const MOST_APART = 12;

/**
 * The label of a filled bottle, null of an empty one. Signs and signal word are those of what went in as sold: thinned it
 * may need less, never more. (OSHA 29 CFR 1910.1200(f)(6): what is in it, and its hazards, in words or pictures.)
 */
export function labelOfBottle(
  bottle: Bottle,
  settings: Pick<Settings, 'timeZone' | 'locale'> | null,
  catalogue: Catalogue,
): BottleLabel | null {
  const { fill } = bottle;
  if (!fill) return null;
  const products = fill.parts.flatMap((p): Product | Product[] => catalogue.products.get(p.item) ?? []);
  const known = products.length === fill.parts.length;
  const target = fill.target ? catalogue.targets.get(fill.target) : undefined;
  const [lead] = products;
  const [part] = fill.parts;
  const when = (at: string): string =>
    dateFormat(settings?.locale ?? 'en-GB', {
      timeZone: settings?.timeZone ?? 'UTC',
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
    }).format(new Date(at));
  const amounts = fill.parts.map(
    (p) => `${significant(p.amount, 3)} ${p.unit} of ${catalogue.products.get(p.item)?.name ?? p.item}`,
  );
  const worst = [...products].sort((a, b) => signalRank(b) - signalRank(a))[0];
  // a first aid for each way that it gets into somebody would fill the label: eyes come first, being lost soonest
  const hurt = hurtBy(known ? (worst ?? null) : null, 'eye', catalogue);
  return {
    name: capital(lead?.name ?? bottle.name),
    for: target ? `For ${target.for}` : null,
    holds: `${amounts.join(', ')}${fill.water_mL > 0 ? ` in ${significant(fill.water_mL, 3)} mL of water` : ', as it is'}`,
    strength: fill.result
      .map(
        (r) =>
          `${significant(r.percent, 3)}\u00a0% ${catalogue.substances.get(r.substance)?.name.toLowerCase() ?? r.substance}`,
      )
      .join(', '),
    ratio:
      fill.parts.length === 1 && part?.unit === 'mL' && fill.water_mL > 0
        ? `1\u00a0+\u00a0${significant(fill.water_mL / part.amount, 3)}`
        : null,
    mixed: when(fill.mixedAt),
    pourAway: when(fill.discardAt),
    // what is not known any more is taken for the worst
    signal: known ? (worst?.hazards.signal ?? null) : 'Danger',
    pictograms: [...new Set(products.flatMap((p) => p.hazards.pictograms))].sort(),
    apart: [
      ...(known ? [] : ['anything: part of what is in it is not known here']),
      ...keepApart(products, catalogue)
        .filter((a) => a.level >= 4)
        .map((a) => a.name),
    ].slice(0, MOST_APART),
    firstAid: hurt.first.text,
    path: `${AT_BOTTLE}${bottle.id}`,
  };
}
const signalRank = (p: Product): number => (p.hazards.signal === 'Danger' ? 2 : p.hazards.signal === 'Warning' ? 1 : 0);
