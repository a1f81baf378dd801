import type { Catalogue } from '../catalogue';
import {
  type Carrier,
  type CarrierSource,
  drinks,
  isCarried,
  keptPlace,
  meetsOn,
  type Kit,
  type Spot,
  type Stock,
  type Taken,
  takePiece,
  type Zone,
} from '../household';
import { clashesOn, type Kept } from '../gate';
import type { SpotJob } from './review';
import { APART, type KitCover, smallestOf } from './smallest';
import type { MilpSolver } from './cover';
import type { Pair } from '../method';

/** A thing that is taken along: how many, from which row of stock, into which pocket, and for which jobs. */
export interface Take {
  item: string;
  stock: Stock;
  pieces: number;
  zone: Zone;
  jobs: number[];
  /** Of what keeps what it met: the one kind of place that these pieces are for. */
  only: Kept | null;
}
/** A kit on the way where things are taken, and to which they go back. */
export interface Stop {
  kit: Kit;
  takes: Take[];
}
/** What goes with one carrier, and what is left open: jobs for which no piece may be taken. */
export interface Packing {
  stops: Stop[];
  /** Taken out of the carrier before one goes: it must not meet what comes in. */
  leave: Stock[];
  refused: { job: number; because: string }[];
  /** Jobs for another day: what they are done with must not meet what was used there, beside it or with the same piece. */
  later: { job: number; because: string }[];
}

type House = Pick<CarrierSource, 'settings' | 'log' | 'spots' | 'kits' | 'stock' | 'rooms'>;
/** Rooms in the order of the way through the house; what has no room is at hand. */
const wayOf = (k: Kit, h: House): number => (k.room ? (h.rooms.find((r) => r.id === k.room)?.order ?? 0) : -1);

/**
 * What is taken along for some jobs, each with the pair that does it: every tool as the gate lets a piece of it go there
 * (its own for the toilet), every product from the opened pack that is nearest, in the order of the way through the house.
 */
export function packingOf(
  covers: readonly KitCover[],
  jobs: readonly SpotJob[],
  carrier: Kit | null,
  h: House,
  now: Date,
  catalogue: Catalogue,
): Packing {
  const spots = new Map<string, Spot>(h.spots.map((s) => [s.id, s]));
  const takes = new Map<string, Take>();
  const refused: Packing['refused'] = [];
  const later: Packing['later'] = [];
  const today = new Today(h.spots, now, h.settings?.timeZone ?? 'UTC', catalogue);
  const take = (stock: Stock, job: number, only: Kept | null): void => {
    const key = `${stock.id} ${only}`;
    const had = takes.get(key);
    if (had) return void (had.jobs.includes(job) || had.jobs.push(job));
    takes.set(key, { item: stock.item, stock, pieces: 1, zone: 'small', jobs: [job], only });
  };
  // one bottle of a thing for all of the round
  const packs = new Map<string, Stock | null>();
  const packOf = (product: string): Stock | null => {
    if (!packs.has(product)) packs.set(product, nearest(product, carrier, h));
    return packs.get(product)!;
  };
  for (const { job, product, tool } of covers) {
    const spot = spots.get(jobs[job]!.spot) ?? null;
    const only = spot && catalogue.tools.get(tool)?.carries ? keptPlace(spot, catalogue) : null;
    const piece = pieceFor(tool, spot, product, only, carrier, takes, h, now, catalogue);
    const pack = product && packOf(product);
    if (!piece || !goes(piece) || (product && !pack)) {
      const because = piece?.gate.because[0]?.text ?? piece?.gate.with[0]?.text ?? 'There is none left for it.';
      refused.push({ job, because });
      continue;
    }
    const bar = product && today.bars(product, spot, `${piece.stock.id} ${only}`);
    if (bar) {
      later.push({ job, because: bar });
      continue;
    }
    if (product) today.used(product, spot, `${piece.stock.id} ${only}`);
    take(piece.stock, job, only);
    if (pack) take(pack, job, null);
  }
  const all = [...takes.values()];
  for (const t of all) t.pieces = piecesOf(t, catalogue);
  zoned(all, catalogue);
  const inIt = carrier ? h.stock.filter((s) => s.kit === carrier.id && s.onHand > 0) : [];
  const apart = clashesOn([...new Set([...inIt, ...all.map((t) => t.stock)].map((s) => s.item))], catalogue);
  const taken = new Set(all.map((t) => t.item));
  const leave = inIt.filter(
    (s) =>
      !taken.has(s.item) &&
      apart.some((c) => c.level >= APART && c.pair.includes(s.item) && c.pair.some((x) => taken.has(x))),
  );
  const stops = h.kits
    .map((kit) => ({ kit, takes: all.filter((t) => t.stock.kit === kit.id) }))
    .filter((s) => s.takes.length)
    .sort(
      (a, b) =>
        Number(b.kit.id === carrier?.id) - Number(a.kit.id === carrier?.id) || wayOf(a.kit, h) - wayOf(b.kit, h),
    );
  return { stops, leave, refused, later };
}
/** What a round has used so far, spot by spot and piece by piece; places are rinsed once after it; the gate is asked of what comes next. */
class Today {
  private readonly on = new Map<string, Set<string>>();
  private readonly spots: ReadonlyMap<string, Spot>;
  constructor(
    spots: readonly Spot[],
    private readonly now: Date,
    private readonly timeZone: string,
    private readonly catalogue: Catalogue,
  ) {
    this.spots = new Map(spots.map((s) => [s.id, s]));
  }
  used(product: string, spot: Spot | null, piece: string): void {
    for (const key of [spot?.id, piece]) if (key) this.on.set(key, (this.on.get(key) ?? new Set()).add(product));
  }
  /** Why a product may not come onto a spot today, beside what was used there, on its neighbours, and with that piece. */
  bars(product: string, spot: Spot | null, piece: string): string | null {
    const beside = (spot?.neighbours ?? []).flatMap((n) => n.spot ?? []);
    // what lies beside one spot has it beside itself
    const back = [...this.spots.values()].flatMap((s) =>
      s.neighbours?.some((n) => n.spot === spot?.id) ? [s.id] : [],
    );
    const places = [...new Set([...(spot ? [spot.id] : []), ...beside, ...back])];
    for (const id of places) {
      const s = this.spots.get(id);
      const kinds = s?.kinds ?? [];
      const carrier = {
        kind: 'spot' as const,
        porous: s ? drinks(s, this.catalogue) : true,
        bowl: kinds.includes('bowl'),
      };
      const because = this.meets(this.on.get(id), product, carrier);
      if (because) return because;
    }
    return this.meets(this.on.get(piece), product, { kind: 'tool', porous: true });
  }
  private meets(
    there: ReadonlySet<string> | undefined,
    product: string,
    carrier: Pick<Carrier, 'kind' | 'porous' | 'bowl'>,
  ): string | null {
    if (!there?.size) return null;
    const at = this.now.toISOString();
    const met = [...there].map((p) => ({
      product: p,
      name: p,
      daysAgo: 0,
      at,
      // between two spots of a round nobody rinses a cloth
      ...(carrier.kind === 'tool' ? { rinsed: false } : { rinsed: true, times: 1, rinsedAt: at, rinsedDaysAgo: 0 }),
    }));
    const found = meetsOn({ id: '', name: '', where: '', ...carrier, met }, product, this.catalogue, {
      now: at,
      timeZone: this.timeZone,
    });
    return found && (found.gate.may === 'no' || found.gate.may === 'from')
      ? (found.gate.because[0]?.text ?? found.because)
      : null;
  }
}
/** Spots that one clean piece of cloth does: folded to eight faces, two a spot. */
const piecesOf = (t: Take, catalogue: Catalogue, there = Math.floor(t.stock.onHand)): number => {
  const tool = catalogue.tools.get(t.item);
  if (!tool?.launders) return tool?.lifetime === 1 ? Math.min(t.jobs.length, there) : 1;
  return Math.min(there, Math.max(1, Math.ceil((t.jobs.length * 2) / (tool.faces ?? 2))));
};
const goes = (t: Taken): boolean => t.gate.may === 'yes' || t.gate.may === 'with';
/**
 * The piece for a job: of the carrier itself, then of what is taken along already as long as there are clean faces of it,
 * then of the whole house; as the gate lets it go there each time.
 */
function pieceFor(
  tool: string,
  spot: Spot | null,
  product: string | null,
  only: Kept | null,
  carrier: Kit | null,
  takes: ReadonlyMap<string, Take>,
  h: House,
  now: Date,
  catalogue: Catalogue,
): Taken | null {
  // what cleans the toilet cleans nothing else: pieces of one row are counted for each kind of place
  const has = (s: Stock): boolean => {
    const mine = [...takes.values()].filter((t) => t.stock.id === s.id);
    const more = { item: tool, stock: s, pieces: 1, zone: 'small' as const, jobs: [NaN], only };
    const after = mine.some((t) => t.only === only)
      ? mine.map((t) => (t.only === only ? { ...t, jobs: [...t.jobs, NaN] } : t))
      : [...mine, more];
    return after.reduce((n, t) => n + piecesOf(t, catalogue, Infinity), 0) <= s.onHand;
  };
  const rows = h.stock.filter((s) => s.item === tool);
  for (const some of [
    rows.filter((s) => s.kit === carrier?.id && has(s)),
    rows.filter((s) => [...takes.values()].some((t) => t.stock.id === s.id) && has(s)),
    rows.filter(has),
  ]) {
    const piece = takePiece(tool, spot, product, { ...h, stock: some }, now, catalogue);
    if (piece && goes(piece)) return piece;
  }
  const [none] = rows.filter(has);
  return none ? takePiece(tool, spot, product, h, now, catalogue) : null;
}
/** In the carrier, else opened before shut, else the first on the way. */
function nearest(product: string, carrier: Kit | null, h: House): Stock | null {
  const way = new Map(h.kits.map((k) => [k.id, wayOf(k, h)]));
  const rank = (s: Stock): number =>
    (s.kit === carrier?.id ? 0 : 2000) + (s.openedOn ? 0 : 1000) + (way.get(s.kit) ?? 0);
  return h.stock.filter((s) => s.item === product && s.onHand > 0).sort((a, b) => rank(a) - rank(b))[0] ?? null;
}
/** The spray that most spots need and its cloth to the ready hand, another product to the other one; all else by what it is. */
function zoned(all: Take[], catalogue: Catalogue): void {
  const most = (xs: readonly Take[]): Take[] => [...xs].sort((a, b) => b.jobs.length - a.jobs.length);
  const products = most(all.filter((t) => catalogue.products.has(t.item)));
  products.forEach((t, i) => (t.zone = i === 0 ? 'ready' : 'other'));
  for (const t of all) {
    const tool = catalogue.tools.get(t.item);
    if (!tool) continue;
    t.zone = tool.launders || tool.cloth ? 'clean' : tool.reach === 'long' ? 'long' : 'small';
  }
}
/**
 * With what is in the house alone: carriers of things one after the other until every job is done that can be, since what
 * must be kept apart does not go in one. Pairs as for the smallest kit.
 */
export function tripsOf(
  pairs: readonly (readonly Pair[])[],
  own: readonly string[],
  catalogue: Catalogue,
  solver: MilpSolver,
): { trips: KitCover[][]; open: number[] } {
  const has = new Set(own);
  const mine = pairs.map((ps) => ps.filter((p) => (p.product === null || has.has(p.product)) && has.has(p.tool)));
  const trips: KitCover[][] = [];
  let left = mine.flatMap((ps, job) => (ps.length ? [job] : []));
  while (left.length) {
    const kit = smallestOf(
      left.map((job) => mine[job]!),
      { own, time_s: TRIP_s },
      catalogue,
      solver,
    );
    if (!kit.covers.length) break;
    trips.push(kit.covers.map((c) => ({ ...c, job: left[c.job]! })));
    left = kit.uncovered.map((i) => left[i]!);
  }
  return { trips, open: mine.flatMap((ps, job) => (ps.length ? [] : [job])) };
}
const TRIP_s = 4;
/** Kits of a house that are worn or carried, what is no room’s own first. */
export const carriersFor = (kits: readonly Kit[]): Kit[] =>
  kits.filter(isCarried).sort((a, b) => Number(Boolean(a.room)) - Number(Boolean(b.room)));
