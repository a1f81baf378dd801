import { agoWords } from '../time';
import { type Catalogue, productClasses } from '../catalogue';
import { answerOf, type Clock, type GateAnswer, judgeThere, type Where } from '../gate';
import { thereOfLast } from '../method';
import type { MixItem } from '../mixing';
import { ledgerOfHead, ledgerOfSpot, ledgerOfTool, type Met } from './ledger';
import { drinks } from './scene';
import type { Bottle, Kit, LogEntry, Room, Settings, Spot, Stock } from './records';

/** Something that keeps what it met: a tool, a sprayer head, a spot, a fixture with a block in it. */
export interface Carrier {
  /** Of the piece of stock, the head, the spot or the fixture. */
  id: string;
  kind: 'tool' | 'head' | 'spot' | 'fixture';
  name: string;
  /** Where it is: a kit, a bottle, a room. */
  where: string;
  met: Met[];
  /** It keeps what is put on it: cloth, grout. */
  porous: boolean;
  /** Water stands in it: a toilet bowl. */
  bowl?: boolean;
}
/** What of the household the carriers are read from. */
export interface CarrierSource {
  settings: Settings | null;
  rooms: readonly Room[];
  spots: readonly Spot[];
  kits: readonly Kit[];
  stock: readonly Stock[];
  bottles: readonly Bottle[];
  log: readonly LogEntry[];
}

/** Everything in the house that still carries something, tools and heads first. Derived, never stored. */
export function carriersOf(h: CarrierSource, now: Date, catalogue: Catalogue): Carrier[] {
  const zone = h.settings?.timeZone ?? 'UTC';
  const room = (id: string): string => h.rooms.find((r) => r.id === id)?.name ?? '';
  const tools = h.stock.flatMap((s): Carrier[] => {
    const c = carrierOfPiece(s, h, now, catalogue);
    return c ? [c] : [];
  });
  const heads = h.bottles.flatMap((b): Carrier[] =>
    b.head
      ? [
          {
            id: b.head.id,
            kind: 'head',
            name: `${b.head.kind} head`,
            where: b.name,
            met: ledgerOfHead(h.log, b.head.id, b, now, zone),
            porous: false,
          },
        ]
      : [],
  );
  const spots = h.spots.map((s): Carrier => ({
    id: s.id,
    kind: 'spot',
    name: s.name,
    where: room(s.room),
    met: ledgerOfSpot(h.log, s.id, now, zone),
    porous: drinks(s, catalogue),
    ...(s.kinds.includes('bowl') ? { bowl: true } : {}),
  }));
  const fixtures = h.rooms.flatMap((r) =>
    r.fixtures.map((f): Carrier => ({
      id: f.id,
      kind: 'fixture',
      name: f.shape,
      where: r.name,
      met: f.resident.map((product) => ({
        product,
        name: catalogue.residents.get(product)?.name ?? product,
        rinsed: false,
        daysAgo: 0,
        at: '',
      })),
      porous: true,
      bowl: true,
    })),
  );
  return [...tools, ...heads, ...spots, ...fixtures]
    .filter((c) => c.met.some((m) => !onlyWater(m.product, catalogue)))
    .map((c) => ({ ...c, met: c.met.map((m) => ({ ...m, name: catalogue.products.get(m.product)?.name ?? m.name })) }));
}

/** Water leaves nothing. What is not known any more is no water. */
function onlyWater(product: string, catalogue: Catalogue): boolean {
  const p = catalogue.products.get(product);
  return p !== undefined && productClasses(p, catalogue).every((k) => k === 'water');
}

/** A piece of stock as a carrier; null when a tool of its kind keeps nothing. */
export function carrierOfPiece(
  s: Stock,
  h: Pick<CarrierSource, 'settings' | 'kits' | 'log'>,
  now: Date,
  catalogue: Catalogue,
): Carrier | null {
  const tool = catalogue.tools.get(s.item);
  if (!tool?.carries) return null;
  return {
    id: s.id,
    kind: 'tool',
    name: tool.name,
    where: h.kits.find((k) => k.id === s.kit)?.name ?? 'no kit',
    porous: true,
    met: ledgerOfTool(h.log, s.id, now, h.settings?.timeZone ?? 'UTC').map((m) => ({
      ...m,
      name: catalogue.products.get(m.product)?.name ?? m.name,
    })),
  };
}

/** "chlorine bleach, 3 days ago, not rinsed": what it carries, in words. */
export const carriedWords = (c: Pick<Carrier, 'met'>): string =>
  c.met.map((m) => `${m.name}, ${agoWords(m.daysAgo)}, ${m.rinsed ? 'rinsed' : 'not rinsed'}`).join('; ');

/** A carrier as one thing to be judged: by everything that it still carries. What is not known any more stays unknown. */
export const asItem = (c: Carrier, catalogue: Catalogue): MixItem => ({
  holds: {
    name: `${c.name}, ${c.where}`,
    what: c.met.flatMap((m) => thereOfLast(m, 'here', true, catalogue).what),
  },
});

/** Where a carrier's residue meets the next thing: the place of the gate that stands for its kind. */
export const whereOf = (c: Pick<Carrier, 'kind' | 'bowl'>): Where =>
  c.kind === 'spot' || c.kind === 'fixture' ? (c.bowl ? 'bowl' : 'here') : c.kind;

/** What to do with a carrier before it meets the next thing, by its kind and the rule's own level. */
const THEN: Record<Carrier['kind'], { strong: string; mild: string }> = {
  tool: {
    strong: 'Take another one. This one: rinse twice under running water, dry, and use it for this on another day.',
    mild: 'Rinse it under running water first.',
  },
  head: {
    strong:
      'Take another head. Else draw clean water through it twice, into the sink, and let it dry until another day.',
    mild: 'Draw clean water through it first, into the sink.',
  },
  spot: { strong: 'Rinse the place twice, air the room, and take another day.', mild: 'Rinse the place first.' },
  fixture: {
    strong: 'Take the block out, flush twice, air the room, and take another day.',
    mild: 'Flush first.',
  },
};

/** What the gate says of a product on something that carries residue, its level, and what to do now. Null when it carries nothing that concerns it. */
export function meetsOn(
  carrier: Carrier,
  product: string,
  catalogue: Catalogue,
  clock?: Clock,
): { gate: GateAnswer; level: number; because: string; now: string } | null {
  const other = carrier.met.filter((m) => m.product !== product);
  if (!other.length) return null;
  const where = whereOf(carrier);
  const there = other.map((m) =>
    thereOfLast(
      { ...m, where, ...(carrier.kind === 'fixture' ? { stays: true } : {}) },
      where,
      carrier.porous,
      catalogue,
    ),
  );
  const { bars, asks, met } = judgeThere({ product }, there, clock, catalogue);
  const worst = met.map((m) => m.finding).sort((a, b) => b.level - a.level || b.ruleLevel - a.ruleLevel)[0];
  const level = worst?.level ?? 0;
  return {
    gate: answerOf(bars, asks),
    level,
    because: worst?.because ?? 'Nothing that it carries concerns what is in there.',
    now: !worst || level === 0 ? '' : worst.ruleLevel >= 4 ? THEN[carrier.kind].strong : THEN[carrier.kind].mild,
  };
}
