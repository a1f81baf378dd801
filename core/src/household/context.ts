import { outOfReach } from './reach';
import type { Catalogue } from '../catalogue';
import { type Profile, residentThere } from '../gate';
import type { Context, Neighbour, Question } from '../method';
import { barredOf, evidenceOf } from './ledger';
import { evidenceOfTallies, type Tally } from './tally';
import type { Kit, LogEntry, Member, Room, Run, Settings, Spot, Stock } from './records';
import { residentsOf, sceneOf } from './scene';
import { localDay } from '../time';

/** What a question about a spot needs to know of the household. */
export interface Household {
  settings: Settings | null;
  members: readonly Member[];
  rooms: readonly Room[];
  spots: readonly Spot[];
  kits: readonly Kit[];
  stock: readonly Stock[];
  /** All of it, or the entries that must be at hand (kept.ts). */
  log: readonly LogEntry[];
  /** What worked, counted beforehand where the log is not all there. */
  tallies?: readonly Tally[];
  /** What is being done now: it soaks somewhere. */
  runs?: readonly Run[];
}

/** People, pets, tank and stance that hold today: limits past their end date no longer count. */
export function profileOf(h: Household, now: Date): Profile {
  const zone = h.settings?.timeZone ?? 'UTC';
  const today = localDay(now, zone);
  const limits = h.members.flatMap((m) => m.limits.filter((l) => !l.until || l.until >= today).map((l) => l.limit));
  const stance = h.settings?.stances['chemistry'];
  return {
    stance: stance === 'pantry' || stance === 'steam' ? stance : 'conventional',
    people: [
      ...new Set([
        ...limits.filter((l) => l === 'asthma' || l === 'pregnant' || l === 'ill'),
        ...(['toddler', 'child'] as const).filter((kind) => h.members.some((m) => m.kind === kind)),
      ]),
    ],
    pets: [...new Set(h.members.filter((m) => m.kind === 'pet').map((m) => m.species ?? 'pet'))],
    septic: h.settings?.septic ?? false,
    stances: h.settings?.stances ?? {},
    noChlorine: limits.includes('no chlorine'),
    fragranceFree: limits.includes('fragrance-free'),
  };
}

/** Neighbours with their material, own spots resolved. */
export function neighboursOf(spot: Spot, spots: readonly Spot[]): Neighbour[] {
  return spot.neighbours.flatMap((n) => {
    const other = n.spot ? spots.find((s) => s.id === n.spot) : undefined;
    const material = other?.material ?? n.material;
    return material
      ? [
          {
            material,
            finish: other?.finish ?? n.finish ?? null,
            runoff: n.runoff,
            ...(other ? { name: other.name.toLowerCase() } : {}),
          },
        ]
      : [];
  });
}

/** How much a spot is touched (0 to 3) from which it counts as a touch point. */
const TOUCHED = 2;

/** The worst soil of a spot first. */
export const soilsByWorst = (spot: Spot): Spot['soils'] => [...spot.soils].sort((a, b) => b.severity - a.severity);

/** What an mL, g or piece costs, from the packs that carry a price; the dearest where several do. */
export function pricesOf(stock: readonly Stock[]): Record<string, number> {
  const out: Record<string, number> = {};
  for (const s of stock)
    if (s.price && s.pack.amount > 0) out[s.item] = Math.max(out[s.item] ?? 0, s.price / s.pack.amount);
  return out;
}

/** Everything on the shelves of the house. */
export const ownedBy = (h: Pick<Household, 'stock'>): string[] => [
  ...new Set(h.stock.filter((s) => s.onHand > 0).map((s) => s.item)),
];

/** Ids on the shelves of a room: its kits and every store. */
export function kitOfRoom(h: Household, room: string): string[] {
  const kits = new Set(h.kits.filter((k) => k.room === room).map((k) => k.id));
  return [...new Set(h.stock.filter((s) => kits.has(s.kit) && s.onHand > 0).map((s) => s.item))];
}

/** The tap water of the house, where it was measured. */
export const waterOf = ({ settings }: Pick<Household, 'settings'>): { water_mgL?: number } =>
  settings?.waterHardness_mgL ? { water_mgL: settings.waterHardness_mgL } : {};
const WEAK_HANDS = 'weak hands';
/** Somebody of the house has little strength in the hands, as it holds on the day. */
export const weakHands = (h: Pick<Household, 'members' | 'settings'>, now: Date): boolean => {
  const today = localDay(now, h.settings?.timeZone ?? 'UTC');
  return h.members.some((m) => m.limits.some((l) => l.limit === WEAK_HANDS && (!l.until || l.until >= today)));
};

/**
 * Question and context of a spot: its face, neighbours, what it last met, what is always in its
 * fixture, the household's limits and its evidence. `soil` picks one of its soils, else the worst.
 */
export function questionOfSpot(
  spot: Spot,
  h: Household,
  now: Date,
  catalogue: Catalogue,
  soil?: string,
): { question: Question; context: Context } {
  const here = (soil ? spot.soils.find((s) => s.soil === soil) : undefined) ?? soilsByWorst(spot)[0];
  const zone = spot.kinds.includes('bowl')
    ? 'bowl'
    : spot.kinds.includes('toilet')
      ? 'toilet'
      : // what belongs to a fixture (a shower tray) lies low and is no floor: no mop comes to it
        spot.band === 'floor' && !spot.fixture
        ? 'floor'
        : null;
  const residents = residentsOf(spot, h, catalogue);
  return {
    question: {
      material: spot.material,
      finish: spot.finish ?? null,
      soil: soil ?? here?.soil ?? [...catalogue.soils.keys()][0]!,
      severity: Math.max(1, here?.severity ?? 3),
      age: here?.age ?? 'dried',
      area_m2: spot.area_m2,
      zone,
      food: spot.food,
      touched: spot.touch >= TOUCHED,
      high: outOfReach(spot, h.members),
      weakHands: weakHands(h, now),
    },
    context: {
      profile: profileOf(h, now),
      neighbours: neighboursOf(spot, h.spots),
      last: sceneOf(spot, h, now, catalogue),
      resident: residents.own,
      there: residents.room.map((r) => ({
        ...residentThere(r.id, 'room', catalogue),
        place: `in the ${r.name} of this room`,
      })),
      clock: { now: now.toISOString(), timeZone: h.settings?.timeZone ?? 'UTC' },
      evidence: h.tallies ? evidenceOfTallies(h.tallies) : evidenceOf(h.log),
      barred: barredOf(h.log),
      prices: pricesOf(h.stock),
      owned: ownedBy(h),
      ...waterOf(h),
    },
  };
}
