import type { Catalogue, RoomKind } from '../catalogue';
import { draftOf, layRoom } from '../house';
import { clashesOn, type Kept, mayShelve, type Profile } from '../gate';
import { soilsByWorst, type Household, type Kit, keptPlace, questionOfSpot, type Spot } from '../household';
import type { Context, Pair, Question } from '../method';
import { searchCover } from './search';
import { APART, gentlest, type KitCover } from './smallest';

/** One mark of one spot, as a job of a kit. */
export interface SpotJob {
  spot: string;
  soil: string;
  /** "coffee on the worktop". */
  name: string;
  /** What kind of place it is, for the cloths and brushes that are kept apart. */
  kept: Kept;
  question: Question;
  context: Context;
}
/** More marks than these of one spot say nothing new. */
const MOST_MARKS = 3;
/** What is usually on a spot: by its fixture, what it is made of, who touches it. Dust where nothing else is said. */
export function usualMarks(spot: Spot, rooms: Household['rooms'], catalogue: Catalogue): string[] {
  const shape = rooms.find((r) => r.id === spot.room)?.fixtures.find((f) => f.id === spot.fixture)?.shape;
  const family = catalogue.materials.get(spot.material)?.family;
  const within = (all: readonly string[] | undefined, x: string | undefined): boolean =>
    !all || (x !== undefined && all.includes(x));
  const rules = [...catalogue.usualmarks.values()].filter(
    ({ when }) =>
      within(when.shapes, shape) &&
      within(when.families, family) &&
      within(when.bands, spot.band) &&
      (!when.kinds || when.kinds.some((k) => spot.kinds.includes(k))) &&
      (!when.food || spot.food) &&
      (when.touch === undefined || spot.touch >= when.touch),
  );
  const said = rules.filter(({ when }) => Object.keys(when).length);
  return [...new Set((said.length ? said : rules).flatMap((r) => r.soils))].slice(0, MOST_MARKS);
}
/**
 * Every mark of the spots of some rooms: what is on them at least as a film, and what is usually on them though nobody
 * has seen it yet.
 */
const USUAL = 3;
export function jobsOfRooms(rooms: ReadonlySet<string>, h: Household, now: Date, catalogue: Catalogue): SpotJob[] {
  return h.spots
    .filter((s) => rooms.has(s.room))
    .flatMap((spot: Spot) => {
      const seen = soilsByWorst(spot);
      const usual = usualMarks(spot, h.rooms, catalogue)
        .filter((soil) => !seen.some((s) => s.soil === soil))
        .map((soil) => ({ soil, severity: USUAL }));
      return [...seen, ...usual].map(({ soil, severity }) => {
        const { question, context } = questionOfSpot(spot, h, now, catalogue, soil);
        return {
          spot: spot.id,
          soil,
          kept: keptPlace(spot, catalogue),
          name: `${catalogue.soils.get(soil)?.name ?? soil}, ${spot.name}`,
          question: { ...question, severity: Math.max(USUAL, severity) },
          // what was used last is no reason to own something else
          context: { ...context, last: [] },
        };
      });
    });
}

/** The usual marks of a kind of room, from its template: for a house that nobody has told of yet. */
export function jobsOfKind(kind: RoomKind, h: Household, now: Date, catalogue: Catalogue): SpotJob[] {
  let n = 0;
  const { room, edits } = layRoom(draftOf(kind, [], catalogue), 0, () => `drafted-${n++}`, catalogue);
  const made = <T>(on: 'rooms' | 'spots'): T[] =>
    edits.flatMap((e) => (e.does === 'make' && e.on === on ? [{ ...e.fields, id: e.id } as T] : []));
  const drafted = { ...h, rooms: made<Household['rooms'][number]>('rooms'), spots: made<Spot>('spots') };
  return jobsOfRooms(new Set([room]), drafted, now, catalogue);
}

/**
 * Kinds of places that each tool of a kit is used at, of those that keep what they met: a piece of it for each, since what
 * cleans the toilet cleans nothing else.
 */
export function placesOf(
  covers: readonly KitCover[],
  jobs: readonly Pick<SpotJob, 'kept'>[],
  catalogue: Catalogue,
): Record<string, Kept[]> {
  const by = new Map<string, Set<Kept>>();
  for (const c of covers)
    if (catalogue.tools.get(c.tool)?.carries) by.set(c.tool, (by.get(c.tool) ?? new Set()).add(jobs[c.job]!.kept));
  return Object.fromEntries([...by].map(([tool, places]) => [tool, [...places].sort()]));
}

/** What a kit can do of some jobs, and what of it does nothing. */
export interface KitReview {
  /** Numbers of the jobs that it does. */
  done: number[];
  gaps: {
    job: number;
    /** What would do it at its gentlest. */ wants: Pick<Pair, 'product' | 'tool'> | null;
    /** Another kit that does it. */ elsewhere: string | null;
  }[];
  /** Things that no job of these is done with, though they are for cleaning. */
  idle: string[];
  /** Things without which all would be done just the same. */
  spare: string[];
}
/** A kit held against what would do each job; `others` are the other kits of the house. O(jobs × pairs). */
export function reviewKit(
  items: readonly string[],
  pairs: readonly (readonly Pair[])[],
  others: readonly { id: string; items: readonly string[] }[],
  catalogue: Catalogue,
): KitReview {
  const has = new Set(items);
  const within =
    (set: ReadonlySet<string>) =>
    (x: string): boolean =>
      set.has(x);
  const done: number[] = [];
  const gaps: KitReview['gaps'] = [];
  const elsewhere = others.map((o) => ({ id: o.id, has: new Set(o.items) }));
  pairs.forEach((ps, job) => {
    if (gentlest(ps, within(has))) return void done.push(job);
    const best = gentlest(ps, () => true);
    gaps.push({
      job,
      wants: best && { product: best.product, tool: best.tool },
      elsewhere: elsewhere.find((o) => gentlest(ps, within(o.has)))?.id ?? null,
    });
  });
  const useful = new Set(
    pairs.flatMap((ps) =>
      ps.flatMap((p) => ((p.product === null || has.has(p.product)) && has.has(p.tool) ? [p.product, p.tool] : [])),
    ),
  );
  const cleans = (x: string): boolean => catalogue.products.has(x) || catalogue.tools.get(x)?.role === 'cleaning';
  const spare = [...has].filter(
    (x) => useful.has(x) && done.every((job) => gentlest(pairs[job]!, (y) => y !== x && has.has(y))),
  );
  return { done, gaps, idle: [...has].filter((x) => cleans(x) && !useful.has(x)), spare };
}

/** A thing that is moved so that nothing clashes: to a place where it may stand, or out of all of them. */
export interface Parting {
  item: string;
  to: string | null;
  place: string | null;
  because: string;
}
/** Another kit, with what stands in it and its places; without places it is judged by what stands there alone. */
export interface OtherKit {
  id: string;
  items: readonly string[];
  kind?: string;
  places?: Kit['places'];
}
/** Two things that stand well elsewhere are moved sooner than one that stands well nowhere. */
const HOMELESS = 2.5;
/**
 * The fewest things to take out of a kit so that nothing in it must be kept apart, exact, what stands well elsewhere first;
 * each with the place in another kit where the gate lets it stand and asks for nothing: no lock, no other height.
 */
export function movesApart(
  items: readonly string[],
  others: readonly OtherKit[],
  catalogue: Catalogue,
  profile: Profile = {},
  from = APART,
): Parting[] {
  const clashes = clashesOn(items, catalogue).filter((c) => c.level >= from);
  if (!clashes.length) return [];
  const names = [...new Set(clashes.flatMap((c) => c.pair))].sort();
  const at = new Map(names.map((n, i) => [n, i]));
  const spots = clashes.map((c) => c.pair.map((x) => [at.get(x)!]));
  const placed = others.map((o) => ({ ...o, items: [...o.items] }));
  /** The place of all other kits where the gate lets it stand, and asks for nothing. */
  const free = (item: string) =>
    placed
      .flatMap((o) => (o.places ?? [null]).map((p) => ({ o, p })))
      .find(({ o, p }) => {
        const gate = mayShelve(item, o.items, p && { ...p, ...(o.kind ? { kit: o.kind } : {}) }, profile, catalogue);
        return gate.may !== 'no' && !gate.with.length;
      });
  const weights = names.map((item) => (free(item) ? 1 : HOMELESS));
  const found = searchCover(spots, { weights, conflicts: [] }, null, Infinity);
  return [...found.items!].map((i) => {
    const item = names[i]!;
    const best = free(item);
    best?.o.items.push(item);
    const worst = clashes.find((c) => c.pair.includes(item))!;
    return { item, to: best?.o.id ?? null, place: best?.p?.id ?? null, because: worst.because };
  });
}
