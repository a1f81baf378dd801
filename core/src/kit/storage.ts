import type { Catalogue } from '../catalogue';
import { agedStrength } from '../dilution';
import { mayShelve, type Profile } from '../gate';
import { readAloudFor } from '../house';
import { significant } from '../quantity';
import { DAY_MS } from '../time';
import { type Kit, massOf, type Member, pastItsTime, type Stock, bulkOf } from '../household';

/** Where a thing may stand: a place of a kit, and what that place asks for, nothing at best. */
export interface Better {
  kit: string;
  place: string;
  asks: string[];
}
const THERE = (s: Stock, kits: readonly Kit[]): string | null =>
  s.place ?? kits.find((k) => k.id === s.kit)?.places[0]?.id ?? null;

/**
 * The best other place of the house for a thing by the gate: one that asks for nothing, in its own kit first, then in a
 * store. Null where none is better than asking for as much as it does now.
 */
export function placeFor(
  s: Stock,
  kits: readonly Kit[],
  stock: readonly Stock[],
  profile: Profile,
  catalogue: Catalogue,
  not: readonly string[] = [],
): Better | null {
  const here = THERE(s, kits);
  const rank = (k: Kit): number => (k.id === s.kit ? 0 : k.kind === 'store' ? 1 : 2);
  const found = [...kits]
    .sort((a, b) => rank(a) - rank(b))
    .filter((k) => !not.includes(k.id))
    .flatMap((k) => {
      const beside = stock.filter((x) => x.kit === k.id && x.id !== s.id && x.onHand > 0).map((x) => x.item);
      return k.places
        .filter((p) => k.id !== s.kit || p.id !== here)
        .flatMap((p): Better[] => {
          const gate = mayShelve(s.item, beside, { ...p, kit: k.kind }, profile, catalogue);
          return gate.may === 'no' ? [] : [{ kit: k.id, place: p.id, asks: gate.with.map((w) => w.text) }];
        });
    });
  const least = Math.min(...found.map((f) => f.asks.length));
  return found.find((f) => f.asks.length === least) ?? null;
}

/** What is wrong with how a thing stands, and what one tap would do about it. */
export interface Stands {
  kind: 'place' | 'old' | 'weak' | 'feel' | 'heavy' | 'full';
  /** The thing; null of the kit as a whole. */
  stock: Stock | null;
  text: string;
  source: string;
  /** Where it would stand well. */
  better: Better | null;
}
/** From here on twice as much is taken, or a new one bought. */
const HALF = 0.5;
/** What is left of a pack that loses strength with age, where that may be less than half. */
function weakened(s: Stock, today: string, catalogue: Catalogue): Pick<Stands, 'text' | 'source'> | null {
  const product = catalogue.products.get(s.item);
  const since = s.openedOn ?? s.madeOn;
  if (!product || !since) return null;
  const percent = s.labelStrength?.percent ?? product.strength.percent;
  const days = (Date.parse(today) - Date.parse(since)) / DAY_MS;
  const aged = agedStrength(product, percent, days, s.openedOn ? 'opened' : 'shut', catalogue);
  if (!aged || aged.low >= percent * HALF) return null;
  const left = significant(aged.low, 2);
  return {
    text: `By its age perhaps no more than ${left} of ${percent} % is left: take a new one where it must kill or bleach.`,
    source: aged.source,
  };
}
const alike = (a: Stock['feel'], b: Stock['feel']): boolean =>
  Boolean(a && b && a.shape === b.shape && a.size === b.size && a.cap === b.cap);

/**
 * How the things of a kit stand: out of reach and below the eyes by the gate, past their time, two of one feel where
 * somebody does not see well, too heavy or too full. Pairs that must be kept apart are `clashesOn`, and told there.
 */
export function storageOf(
  kit: Kit,
  h: { kits: readonly Kit[]; stock: readonly Stock[]; members: readonly Member[] },
  today: string,
  profile: Profile,
  catalogue: Catalogue,
): Stands[] {
  const here = h.stock.filter((s) => s.kit === kit.id && s.onHand > 0);
  const out: Stands[] = [];
  for (const s of here) {
    const place = kit.places.find((p) => p.id === THERE(s, h.kits)) ?? null;
    const gate = mayShelve(s.item, [], place && { ...place, kit: kit.kind }, profile, catalogue);
    if (gate.with.length) {
      const better = placeFor(s, h.kits, h.stock, profile, catalogue);
      const [first] = gate.with;
      const helps = better && better.asks.length < gate.with.length ? better : null;
      out.push({ kind: 'place', stock: s, text: first!.text, source: first!.source, better: helps });
    }
    const old = pastItsTime(s, today, catalogue);
    const weak = old ? null : weakened(s, today, catalogue);
    if (weak) out.push({ kind: 'weak', stock: s, ...weak, better: null });
    if (old) out.push({ kind: 'old', stock: s, text: old.text, source: old.source, better: null });
  }
  if (readAloudFor(h.members)) {
    const felt = here.filter((s) => catalogue.products.has(s.item));
    felt.forEach((s, i) => {
      const twin = felt.slice(i + 1).find((x) => x.item !== s.item && alike(s.feel, x.feel));
      const name = (x: Stock): string => catalogue.products.get(x.item)!.name;
      if (twin)
        out.push({
          kind: 'feel',
          stock: s,
          text: `It feels like ${name(twin)}, and somebody here does not see well: a rubber band round one of them, or another bottle.`,
          source: 'common-practice',
          better: null,
        });
    });
  }
  const { mass_g, volume_mL } = kit.limits;
  const [weighs, fills] = [massOf(here, catalogue), bulkOf(here, catalogue)];
  if (mass_g && weighs > mass_g)
    out.push(of('heavy', `It weighs about ${kilo(weighs)} kg, and is to hold ${kilo(mass_g)}.`));
  if (volume_mL && fills > volume_mL)
    out.push(of('full', `It holds about ${kilo(fills)} L, and there is room for ${kilo(volume_mL)}.`));
  for (const p of kit.places) {
    const n = here.filter((s) => THERE(s, h.kits) === p.id).length;
    if (p.capacity && n > p.capacity)
      out.push(of('full', `${n} things stand on ${p.name}, which takes ${p.capacity}.`));
  }
  return out;
}
const of = (kind: 'heavy' | 'full', text: string): Stands => ({
  kind,
  stock: null,
  text,
  source: 'household',
  better: null,
});
const kilo = (x: number): number => Math.round(x / 100) / 10;
