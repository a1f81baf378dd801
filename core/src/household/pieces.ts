import type { Catalogue } from '../catalogue';
import { type Clock, type GateAnswer, type Kept, mayTake, type Piece } from '../gate';
import { thereOfLast } from '../method';
import type { CarrierSource } from './carriers';
import { ledgerOfTool, standingOf } from './ledger';
import type { LogEntry, Settings, Spot, Stock } from './records';

/** What kind of place a spot is, for the cloths and brushes that are kept apart. */
export function keptPlace(spot: Pick<Spot, 'kinds' | 'band' | 'food' | 'material'>, catalogue: Catalogue): Kept {
  if (spot.kinds.includes('bowl') || spot.kinds.includes('toilet')) return 'toilet';
  if (spot.band === 'floor') return 'floor';
  return spot.food || catalogue.materials.get(spot.material)?.touch === 'food' ? 'kitchen' : 'rest';
}

/** The class of a piece by its colour, as the household set it; by the words of its name where it only named it. */
export function classOf(
  letter: string | null | undefined,
  settings: Pick<Settings, 'colourClasses'> | null,
  catalogue: Catalogue,
): string | null {
  if (!letter) return null;
  const own = settings?.colourClasses.find((c) => c.letter === letter);
  if (!own) return null;
  if (own.class && catalogue.classes.has(own.class)) return own.class;
  // whole words: "floor" holds a "loo"
  const words = new Set(own.name.toLowerCase().match(/\p{L}+/gu));
  return [...catalogue.classes.values()].find((c) => c.words.some((w) => words.has(w)))?.id ?? null;
}

/** Kinds of places that a piece has been used at since it was last washed, by the log in either order of time. */
export function usedAt(log: readonly LogEntry[], piece: string, spots: readonly Spot[], catalogue: Catalogue): Kept[] {
  const out = new Set<Kept>();
  for (const e of standingOf(log, `tool:${piece}`)) {
    if (e.kind === 'rinse' && e.washed) break;
    const spot = e.spot ? spots.find((s) => s.id === e.spot) : undefined;
    if (spot) out.add(keptPlace(spot, catalogue));
  }
  return [...out];
}

/** A piece of stock as the gate takes it: its class, where it has been, what it carries. */
export function pieceOf(
  s: Stock,
  h: Pick<CarrierSource, 'settings' | 'log' | 'spots'>,
  now: Date,
  catalogue: Catalogue,
): Piece {
  const zone = h.settings?.timeZone ?? 'UTC';
  const tool = catalogue.tools.get(s.item);
  const own = classOf(s.colourClass, h.settings, catalogue);
  const kind = tool && catalogue.classes.has(tool.class) ? tool.class : null;
  return {
    name: tool?.name ?? s.item,
    // a brush made for the toilet is one, whatever its colour
    class: kind === 'toilet' ? kind : own,
    usedAt: usedAt(h.log, s.id, h.spots, catalogue),
    there: tool?.carries
      ? ledgerOfTool(h.log, s.id, now, zone).map((m) => thereOfLast({ ...m, where: 'tool' }, 'tool', true, catalogue))
      : [],
  };
}

/** A piece that a hand would take for a tool at a spot, and what the gate says of it. */
export interface Taken {
  stock: Stock;
  gate: GateAnswer;
}
/**
 * The piece of stock that is taken for a tool: one that the gate lets go there, of its own class and room first; the
 * refused one that is nearest where none may. Null where the house has none.
 */
export function takePiece(
  tool: string,
  spot: Spot | null,
  product: string | null,
  h: Pick<CarrierSource, 'settings' | 'log' | 'spots' | 'kits' | 'stock'>,
  now: Date,
  catalogue: Catalogue,
): Taken | null {
  const mine = new Set(h.kits.filter((k) => k.room === spot?.room).map((k) => k.id));
  const place = spot ? keptPlace(spot, catalogue) : null;
  const clock: Clock = { now: now.toISOString(), timeZone: h.settings?.timeZone ?? 'UTC' };
  const ORDER = ['yes', 'with', 'from', 'no'];
  const rows = h.stock
    .filter((s) => s.item === tool && s.onHand > 0)
    .map((stock) => {
      const piece = pieceOf(stock, h, now, catalogue);
      const own = piece.class !== null && place !== null && catalogue.classes.get(piece.class)!.goes.includes(place);
      return { stock, gate: mayTake(piece, place, product, clock, catalogue), own, here: mine.has(stock.kit) };
    })
    .sort(
      (a, b) =>
        ORDER.indexOf(a.gate.may) - ORDER.indexOf(b.gate.may) ||
        Number(b.own) - Number(a.own) ||
        Number(b.here) - Number(a.here) ||
        a.stock.position - b.stock.position,
    );
  return rows[0] ? { stock: rows[0].stock, gate: rows[0].gate } : null;
}
