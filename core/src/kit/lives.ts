import { type Catalogue, productClasses, type Rescue, type Tool, type Upkeep } from '../catalogue';
import { HARD_MGL } from '../house';
import type { Kit, Stock } from '../household';
import type { HousePast, PiecePast } from './past';

/** How the pieces of a row of cloths or tools stand. */
export interface Life {
  stock: Stock;
  tool: Tool;
  /** Pieces that are clean; that are folded to a clean face; that are used up; of `all`. */
  clean: number;
  begun: number;
  used: number;
  all: number;
  /** Clean faces of the piece that is begun. */
  facesLeft: number;
  /** In the machine or drying, until when; null when it is neither. */
  away: 'in the wash' | 'drying' | null;
  readyAt: string | null;
  /** Share of its life that is gone: washes of what is washed, uses of the rest, against its lifetime; 1 and more is worn out. */
  worn: number;
}
const WASH_h = 2;
const HOUR_MS = 3_600_000;
/** In the unit of a share: worn out. */
const OUT = 1;

/** How a row of tools stands; null of a product, of what is used once, and of what nobody has. */
export function lifeOf(stock: Stock, past: HousePast, now: Date, catalogue: Catalogue): Life | null {
  const tool = catalogue.tools.get(stock.item);
  const all = Math.floor(stock.onHand);
  if (!tool || tool.lifetime === 1 || all < 1) return null;
  const p: PiecePast | undefined = past.pieces[stock.id];
  const per = tool.launders ? (tool.faces ?? 1) : null;
  const taken = per ? (p?.faces ?? 0) / per : 0;
  const used = Math.min(all, Math.floor(taken));
  const begun = used < all && taken > used ? 1 : 0;
  const since_h = p?.washedAt ? (now.getTime() - Date.parse(p.washedAt)) / HOUR_MS : Infinity;
  const ready_h = WASH_h + (tool.launders?.dry_h ?? 0);
  const away = !tool.launders || since_h >= ready_h ? null : since_h < WASH_h ? 'in the wash' : 'drying';
  const done = tool.launders ? (p?.washes ?? 0) : (p?.uses ?? 0) / all;
  return {
    stock,
    tool,
    all,
    used,
    begun,
    clean: away ? 0 : all - used - begun,
    facesLeft: begun && per ? Math.round((1 - (taken - used)) * per) : 0,
    away,
    readyAt: away ? new Date(Date.parse(p!.washedAt!) + ready_h * HOUR_MS).toISOString() : null,
    worn: tool.lifetime ? done / tool.lifetime : 0,
  };
}
/** What becomes of what is worn out: cloth still does dirty work once, all else goes. */
export const wornWords = (l: Life): string | null =>
  l.worn < OUT
    ? null
    : l.tool.launders
      ? 'Worn out: into the rag bag, for one last dirty job each, then the bin.'
      : 'Worn out: a new one, this one goes.';

/** Pieces of each thing in a kit that could be taken now: of what is washed the clean ones, of all else what is there. */
export function cleanHere(kit: Pick<Kit, 'id'>, lives: readonly Life[], stock: readonly Stock[]): Map<string, number> {
  const out = new Map<string, number>();
  const byRow = new Map(lives.map((l) => [l.stock.id, l]));
  for (const s of stock.filter((x) => x.kit === kit.id)) {
    const l = byRow.get(s.id);
    out.set(s.item, (out.get(s.item) ?? 0) + (l?.tool.launders ? l.clean + l.begun : s.onHand));
  }
  return out;
}

/** Things that go into the machine together: microfibre for itself, and what did toilet or floor apart from the rest. */
export interface Load {
  name: string;
  max_C: number;
  lives: Life[];
  pieces: number;
  /** Names of what is still in these cloths: they are rinsed first, so that it does not meet in the drum. */
  rinse: string[];
}
/** Solvents and drying oils burn in a drum and heat up in a heap: such a cloth dries flat outdoors. */
const BURNS = 'burns-in-a-rag';
/**
 * Loads of what is used now, the fullest first (common practice; a load runs as hot as its most delicate piece bears), and
 * the rows that must not go into a machine. `carries` is what each row still has in it; what is not known burns.
 */
export function loadsOf(
  lives: readonly Life[],
  past: HousePast,
  carries: (stock: string) => readonly { product: string; name: string; rinsed: boolean }[],
  catalogue: Catalogue,
): { loads: Load[]; never: Life[] } {
  const burning = new Set(catalogue.groups.get(BURNS)!.members);
  const burns = (product: string): boolean => {
    const p = catalogue.products.get(product);
    return !p || productClasses(p, catalogue).some((k) => burning.has(k));
  };
  const by = new Map<string, Load>();
  const never: Life[] = [];
  for (const l of lives) {
    const care = l.tool.launders;
    if (!care || l.away || l.used + l.begun === 0) continue;
    const wet = carries(l.stock.id);
    // a rinse takes no oil out
    if (wet.some((m) => burns(m.product))) {
      never.push(l);
      continue;
    }
    const places = past.pieces[l.stock.id]?.places ?? [];
    const dirty = places.includes('toilet') || places.includes('floor');
    const name = `${care.load === 'microfibre' ? 'Microfibre' : 'Cotton'}, ${dirty ? 'toilet and floors' : 'all else'}`;
    const load = by.get(name) ?? { name, max_C: care.max_C, lives: [], pieces: 0, rinse: [] };
    load.lives.push(l);
    load.pieces += l.used + l.begun;
    load.max_C = Math.min(load.max_C, care.max_C);
    for (const m of wet) if (!m.rinsed && !load.rinse.includes(m.name)) load.rinse.push(m.name);
    by.set(name, load);
  }
  return { loads: [...by.values()].sort((x, y) => y.pieces - x.pieces), never };
}
const LATELY_d = 56;
/**
 * In how many days the first kind of cloth has no clean piece left, by what was used in the last eight weeks, less the day
 * that drying takes; 0 is today, null where nothing is used. The row that is first stands beside it.
 */
export function washDay(lives: readonly Life[], past: HousePast): { days: number; first: Life } | null {
  let best: { days: number; first: Life } | null = null;
  for (const l of lives) {
    const p = past.pieces[l.stock.id];
    if (!l.tool.launders || l.away || !p?.lately) continue;
    const faces = l.tool.faces ?? 1;
    const perUse = p.uses ? Math.max(1, p.places.includes('toilet') ? faces : 2) / faces : 1;
    const perDay = (p.lately * perUse) / LATELY_d;
    const left = l.clean + l.facesLeft / faces;
    const days = Math.max(0, Math.floor(left / perDay - l.tool.launders.dry_h / 24));
    if (!best || days < best.days) best = { days, first: l };
  }
  return best;
}

/** What may have gone wrong with a cloth of that kind, and what helps; none for what is not washed. */
export const rescuesFor = (tool: Tool, catalogue: Catalogue): Rescue[] =>
  [...catalogue.rescues.values()].filter((r) => tool.launders && r.loads.includes(tool.launders.load));

/** Upkeep of a tool that is due, or soon: how many uses over (negative: still to come). */
export interface Due {
  stock: Stock;
  upkeep: Upkeep;
  over: number;
}
/** Uses between two times of an upkeep where the water is so hard. */
export const everyUses = (u: Upkeep, hardness_mgL: number): number =>
  u.byHardness ? Math.max(1, Math.round(u.every_uses / Math.max(1, hardness_mgL / HARD_MGL))) : u.every_uses;

/** Upkeep that is due now on what stands on the shelves, what is most over first. */
export function upkeepDue(stock: readonly Stock[], past: HousePast, hardness_mgL: number, catalogue: Catalogue): Due[] {
  return stock
    .filter((s) => s.onHand > 0)
    .flatMap((s) =>
      [...catalogue.upkeep.values()]
        .filter((u) => u.tools.includes(s.item))
        .map((upkeep) => {
          const p = past.pieces[s.id];
          return { stock: s, upkeep, over: (p?.upkept[upkeep.id] ?? p?.uses ?? 0) - everyUses(upkeep, hardness_mgL) };
        }),
    )
    .filter((d) => d.over >= 0)
    .sort((a, b) => b.over - a.over);
}
