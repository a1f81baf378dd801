import type { Catalogue, Product } from '../catalogue';
import { type Finding, judge, type MixItem, resolveItems } from '../mixing';
import { afterNights, agoWords, DAY_MS } from '../time';
import { capital } from '../reason';
import { type Clock, type GateReason, MEETING, type There, type Where } from './types';

/** For who names no clock: instants then hang on the epoch, and still come in the right order. */
export const NO_CLOCK: Clock = { now: '1970-01-01T12:00:00.000Z', timeZone: 'UTC' };

/** One finding between what is offered and what is there, with the thing that it would meet. */
export interface Meets {
  there: There;
  item: MixItem;
  finding: Finding;
}

/** Things of one place that go through one column together. */
interface Group {
  where: Where;
  porous: boolean;
  parts: { there: There; item: MixItem }[];
  key: string;
  judged?: { of: object; by: Judged };
}
const grouped = new WeakMap<readonly There[], Group[]>();
/** A list of what is there is made once a question and asked of every product: it is sorted once. */
function groupsOf(all: readonly There[]): Group[] {
  let groups = grouped.get(all);
  if (groups) return groups;
  const by = new Map<string, Group>();
  for (const there of all) {
    const porous = there.porous ?? true;
    const id = `${there.where}|${porous}|${there.stays ?? false}`;
    const g = by.get(id) ?? { where: there.where, porous, parts: [], key: '' };
    // what hangs or stands there goes on giving: no rinse ends it
    for (const w of there.what) g.parts.push({ there, item: there.stays ? { ...w, rinsed: false } : w });
    by.set(id, g);
  }
  groups = [...by.values()];
  for (const g of groups) g.key = JSON.stringify([g.where, g.porous, g.parts.map((p) => p.item)]);
  grouped.set(all, groups);
  return groups;
}

/**
 * What something meets among things that are there: each place by its own column, everything of one place together, so
 * that what needs three is seen too. Findings among the things that are there already are not told.
 */
export function meetings(offered: MixItem, all: readonly There[], catalogue: Catalogue): Meets[] {
  const out: Meets[] = [];
  for (const g of groupsOf(all))
    for (const finding of findingsOf(offered, g, catalogue)) {
      // the offered thing is item 0: the other of the pair is what it meets
      const part = g.parts[finding.pair.find((p) => p.item > 0)!.item - 1]!;
      out.push({ ...part, finding });
    }
  return out;
}

/** Findings by what is offered, for one way in which things are there. */
type Judged = Map<string, readonly Finding[]>;
const known = new WeakMap<object, Map<string, Judged>>();
const KEPT = 500;
/** Things that meet in the same way are judged once a catalogue; a group finds its own page of that book once. */
function judgedOf(g: Group, catalogue: Catalogue): Judged {
  if (g.judged?.of === catalogue.products) return g.judged.by;
  let seen = known.get(catalogue.products);
  if (!seen) known.set(catalogue.products, (seen = new Map()));
  let by = seen.get(g.key);
  if (!by) {
    if (seen.size >= KEPT) seen.clear();
    seen.set(g.key, (by = new Map()));
  }
  g.judged = { of: catalogue.products, by };
  return by;
}
function findingsOf(offered: MixItem, g: Group, catalogue: Catalogue): readonly Finding[] {
  const by = judgedOf(g, catalogue);
  const bare = offered.product !== undefined && Object.keys(offered).length === 1;
  const key = bare ? offered.product! : JSON.stringify(offered);
  let findings = by.get(key);
  if (!findings) {
    const items = resolveItems([offered, ...g.parts.map((p) => p.item)], catalogue);
    findings = !items.ok
      ? // what cannot be resolved any more is not known, and beside anything but water that is not safe
        [UNKNOWN]
      : judge(items.value, { meeting: MEETING[g.where], porous: g.porous }, catalogue).findings.filter(
          (f) => f.pair.some((p) => p.item === 0) && f.pair.some((p) => p.item > 0),
        );
    by.set(key, findings);
  }
  return findings;
}
const UNKNOWN: Finding = {
  level: 3,
  ruleLevel: 3,
  rule: 'U1',
  between: [],
  forms: [],
  because: 'What is there is not known any more, so a dangerous reaction cannot be ruled out.',
  source: 'common-practice',
  kind: 'unknown',
  pair: [
    { item: 0, substance: null, name: '' },
    { item: 1, substance: null, name: '' },
  ],
};

/** "chlorine bleach, used here yesterday, not rinsed": what is there, and what became of it. */
export function thereWords(t: There, item: MixItem): string {
  if (t.stays) return `${capital(t.name)}${t.place ? ` ${t.place}` : ', always there'}`;
  const when = agoWords(item.daysAgo ?? 0);
  const where = t.place ?? (t.where === 'here' || t.where === 'bowl' ? 'here' : '');
  return `${capital(t.name)}, ${['used', where, when].filter(Boolean).join(' ')}, ${item.rinsed ? (item.times && item.times > 1 && item.times < Infinity ? 'rinsed twice' : 'rinsed') : 'not rinsed'}`;
}

/**
 * What the mixing engine bars and asks for between something offered and what is there: a level of 3 and more bars it;
 * so does a level that is low only because today is not the day, until the instant when it is over.
 */
export function judgeThere(
  offered: MixItem,
  all: readonly There[],
  clock: Clock | undefined,
  catalogue: Catalogue,
): { bars: GateReason[]; asks: GateReason[]; met: Meets[] } {
  const bars: GateReason[] = [];
  const asks: GateReason[] = [];
  const met = meetings(offered, all, catalogue);
  for (const { there, item, finding: f } of met) {
    const base = {
      kind: 'meets' as const,
      source: f.source,
      level: f.level,
      rule: f.rule,
      operands: f.between.join(' with '),
      met: there.name,
    };
    const said = `${thereWords(there, item)}. ${f.because}`;
    if (f.level >= 3) bars.push({ ...base, text: said });
    else if (f.again) {
      const from = f.again.nights === null ? null : rinsedUntil(there, item, f.again.nights, clock ?? NO_CLOCK);
      bars.push({ ...base, text: [said, f.note].filter(Boolean).join(' '), from, level: Math.max(f.level, 2) });
    } else if (f.level > 0 || f.ruleLevel >= 3)
      asks.push({
        ...base,
        kind: 'rinse',
        text: `${thereWords(there, item)}: ${f.ruleLevel >= 4 && f.level > 0 ? 'rinse twice first' : 'rinse once more first'}.`,
      });
  }
  return { bars, asks, met };
}
/** The instant at which so many nights have passed since the last rinse. */
function rinsedUntil(there: There, item: MixItem, nights: number, clock: Clock): string {
  const rinsed =
    there.rinsedAt ??
    new Date(Date.parse(clock.now) - (item.rinsedDaysAgo ?? item.daysAgo ?? 0) * DAY_MS).toISOString();
  return afterNights(rinsed, nights, clock.timeZone);
}

/** What a thing of that id holds, for the engine: a product, a resident of the catalogue, or words for what is no longer known. */
export const whatOf = (id: string, catalogue: Catalogue): readonly MixItem[] =>
  catalogue.products.has(id) ? [{ product: id }] : (catalogue.residents.get(id)?.holds ?? [{ label: id }]);
/** Of a catalogue record: what hangs or stands somewhere by its id, a product or a resident of the catalogue. */
export function residentThere(id: string, where: Where, catalogue: Catalogue): There {
  const product: Product | undefined = catalogue.products.get(id);
  const resident = catalogue.residents.get(id);
  return {
    name: product?.name ?? resident?.name ?? id,
    where,
    place: ', always there',
    products: product ? [id] : [],
    what: whatOf(id, catalogue),
    stays: true,
  };
}
