import type { Catalogue, KitKind } from '../catalogue';
import { mayShelve, type Profile } from '../gate';
import { classOf, type Edit, type EnvelopeFields, type RecordOf, type Settings, usualPack } from '../household';

type Body<D extends 'kits' | 'stock'> = Omit<RecordOf<D>, keyof EnvelopeFields>;
/** What is put onto a shelf: so much of a thing, in packs of so much. */
export interface Thing {
  item: string;
  onHand: number;
  pack: { amount: number; unit: 'mL' | 'g' | 'piece' };
  place?: string | null;
  /** Letter of the household's colour class. */
  colourClass?: string | null;
  /** Days of the calendar. */
  openedOn?: string | null;
  expiresOn?: string | null;
}
/** A board, a pocket or hooks. */
type Place = RecordOf<'kits'>['places'][number];
/** A thing that may not stand there, and why. */
export interface LeftOut {
  item: string;
  name: string;
  because: string;
  level: number;
  source: string;
}
export interface KitAsk {
  kind: KitKind;
  name: string;
  room: string | null;
  /** Above 120 mg/L scale comes back fast (USGS classes of hardness). */
  hardness_mgL: number;
  /** Which of the usual things the house has; null = all of them. */
  have: ReadonlySet<string> | null;
  /** Letter of each class of work in this house. */
  letters: Readonly<Record<string, string>>;
}
export const HARD_MGL = 120;
/** The letter of each class of work in this house, by what its colours are called. */
export const lettersOf = (
  settings: Pick<Settings, 'colourClasses'> | null,
  catalogue: Catalogue,
): Record<string, string> =>
  Object.fromEntries(
    (settings?.colourClasses ?? []).flatMap(({ letter }) => {
      const of = classOf(letter, settings, catalogue);
      return of ? [[of, letter]] : [];
    }),
  );

/** What such a kit usually holds where the water is so. */
export const usualThings = (kind: KitKind, hardness_mgL: number): KitKind['things'] =>
  kind.things.filter((t) => !t.water || t.water === (hardness_mgL > HARD_MGL ? 'hard' : 'soft'));

/** The same in words, each thing once: "dish detergent", "500 mL". */
export const listedThings = (
  kind: KitKind,
  hardness_mgL: number,
  catalogue: Catalogue,
): { item: string; name: string; amount: string }[] =>
  [...new Map(usualThings(kind, hardness_mgL).map((t) => [t.item, t])).values()].map(({ item, par, unit }) => ({
    item,
    name: (catalogue.products.get(item) ?? catalogue.tools.get(item))!.name,
    amount: unit === 'piece' ? (par > 1 ? String(par) : '') : `${par} ${unit}`,
  }));

/**
 * Of things that are to stand on one shelf in this order, those that may: the gate is asked of each beside what stands
 * there already, and of its place. The rest is told with the reason, and never put there by a template; `asks` is what
 * the gate asks for where they stand: a place that locks.
 */
export function apartFrom(
  things: readonly Thing[],
  there: readonly string[],
  profile: Profile,
  catalogue: Catalogue,
  places: readonly Place[] = [],
  kind: string | null = null,
): { fit: Thing[]; left: LeftOut[]; asks: string[] } {
  const fit: Thing[] = [];
  const left: LeftOut[] = [];
  const asks = new Set<string>();
  for (const t of things) {
    const beside = [...there, ...fit.map((x) => x.item)];
    const place = places.find((p) => p.id === t.place) ?? places[0] ?? null;
    const gate = mayShelve(t.item, beside, place && { ...place, ...(kind ? { kit: kind } : {}) }, profile, catalogue);
    for (const w of gate.with) asks.add(w.text);
    const [worst] = [...gate.because].sort((a, b) => (b.level ?? 3) - (a.level ?? 3));
    if (gate.may === 'no' && worst)
      left.push({
        item: t.item,
        name: catalogue.products.get(t.item)?.name ?? t.item,
        because: worst.text,
        level: worst.level ?? 3,
        source: worst.source,
      });
    else fit.push(t);
  }
  return { fit, left, asks: [...asks] };
}

/**
 * A kit from what such a kit usually holds, as the edits that make it in one deed: its places, its pars (all that is
 * usual), and stock of what the house has. What may not stand beside the rest is left out and told.
 */
export function layKit(
  ask: KitAsk,
  newId: () => string,
  profile: Profile,
  catalogue: Catalogue,
): { kit: string; edits: Edit[]; left: LeftOut[]; asks: string[] } {
  const kit = newId();
  const usual = usualThings(ask.kind, ask.hardness_mgL);
  const things = usual.map((t): Thing & { par: number } => {
    const pack = t.unit === 'piece' ? { amount: 1, unit: t.unit } : { amount: t.par, unit: t.unit };
    const letter = t.colour ? ask.letters[t.colour] : undefined;
    return { item: t.item, onHand: t.par, par: t.par, pack, place: t.place, colourClass: letter ?? null };
  });
  // nobody has said yet that anything locks
  const places = ask.kind.places.map((p) => ({ ...p, locked: false }));
  const { fit, left, asks } = apartFrom(things, [], profile, catalogue, places, ask.kind.kind);
  const body: Body<'kits'> = {
    name: ask.name,
    kind: ask.kind.kind,
    ...(ask.room ? { room: ask.room } : {}),
    limits: {},
    places,
    par: parOf(fit as (Thing & { par: number })[]),
    mirrored: false,
  };
  const here = fit.filter((t) => !ask.have || ask.have.has(t.item));
  return {
    kit,
    left,
    asks,
    edits: [
      { does: 'make', on: 'kits', id: kit, fields: body as unknown as Record<string, unknown> },
      ...putThings(kit, here, 0, newId),
    ],
  };
}
/** One par a thing: of two rows of it the sum. */
function parOf(things: readonly (Thing & { par: number })[]): Body<'kits'>['par'] {
  const all = new Map<string, Body<'kits'>['par'][number]>();
  for (const t of things)
    all.set(t.item, { item: t.item, level: (all.get(t.item)?.level ?? 0) + t.par, unit: t.pack.unit });
  return [...all.values()];
}
/** Things put onto a shelf, from a position on, as edits. */
export function putThings(kit: string, things: readonly Thing[], from: number, newId: () => string): Edit[] {
  return things.map((t, i) => {
    const body: Body<'stock'> = {
      kit,
      ...(t.place ? { place: t.place } : {}),
      position: from + i,
      item: t.item,
      pack: t.pack,
      onHand: t.onHand,
      ...(t.colourClass ? { colourClass: t.colourClass } : {}),
      ...(t.openedOn ? { openedOn: t.openedOn } : {}),
      ...(t.expiresOn ? { expiresOn: t.expiresOn } : {}),
    };
    return { does: 'make', on: 'stock', id: newId(), fields: body as unknown as Record<string, unknown> };
  });
}
/** So much of a thing as one usually buys it. */
export function usualThing(item: string, catalogue: Catalogue): Thing {
  const pack = usualPack(item, catalogue);
  return { item, onHand: pack.amount, pack };
}
