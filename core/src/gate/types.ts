import type { MeetingId, MixItem } from '../mixing';

/**
 * Whether something may be offered: `yes`; `with` protection, an order or an open vessel; `from` an instant on, not now;
 * `no`.
 */
export type May = 'yes' | 'with' | 'from' | 'no';

/** What a reason rests on. Words are made from the record that it names, never the other way round. */
export type GateKind =
  /** The product's own record: never advised, made for a machine, not to be thinned. */
  | 'record'
  /** Stronger than its use, its named target or its label. */
  | 'dose'
  /** More than dissolves. */
  | 'solubility'
  /** It heats up as it dissolves. */
  | 'heat'
  /** The water itself, or a vessel that is shut. */
  | 'water'
  | 'vessel'
  /** Too full. */
  | 'headspace'
  /** Something that is there: on this spot, in the fixture, in the air of a small room, in the bottle, on the head or tool. */
  | 'meets'
  /** A piece kept for another place. */
  | 'class'
  /** The soil is a hazard of its own. */
  | 'soil'
  /** Somebody of the house. */
  | 'people'
  | 'household'
  | 'rinse'
  | 'order'
  | 'keeps'
  | 'weak';

export interface GateReason {
  kind: GateKind;
  /** A sentence a homemaker understands. */
  text: string;
  source: string;
  /** Verdict where the mixing engine gave one, 0–5, and the rule that decided. */
  level?: number;
  rule?: string;
  operands?: string;
  /** What it would meet. */
  met?: string;
  /** The instant from which this no longer holds; null: never by waiting. */
  from?: string | null;
}
export interface GateAnswer {
  may: May;
  /** The latest of what has to be waited for; null where there is nothing to wait for, or no clock was given. */
  from: string | null;
  /** Why not, or why not now; worst first. */
  because: GateReason[];
  /** What has to be done, worn or kept, where it may. */
  with: GateReason[];
}

/** Where a thing is that the next one may meet. */
export type Where = 'here' | 'bowl' | 'fixture' | 'room' | 'tool' | 'head' | 'vessel' | 'drain' | 'soil';
/** Something that is there already, and what became of it since. */
export interface There {
  name: string;
  where: Where;
  /** In which words: "on the toilet seat", "in the tank". */
  place?: string;
  /** Catalogue ids of what it is, where it is known. */
  products: readonly string[];
  /** What it holds, for the mixing engine. */
  what: readonly MixItem[];
  /** It hangs, stands or soaks there: no rinse ends it while it is there. */
  stays?: boolean;
  /** It drinks: grout, stone, cloth. Unknown counts as it does. */
  porous?: boolean;
  /** The instant of the last rinse. */
  rinsedAt?: string;
}
/** Now, and the zone in which nights are counted. */
export interface Clock {
  now: string;
  timeZone: string;
}

/** Which meeting of the mixing engine stands for where. */
export const MEETING: Record<Where, MeetingId> = {
  here: 'surface',
  bowl: 'fixture',
  fixture: 'surface',
  room: 'room',
  tool: 'carried',
  head: 'carried',
  vessel: 'container',
  drain: 'drain',
  soil: 'surface',
};

const ORDER: readonly May[] = ['yes', 'with', 'from', 'no'];
export const worseOf = (a: May, b: May): May => (ORDER.indexOf(a) >= ORDER.indexOf(b) ? a : b);

/** An answer from its reasons: what bars for good, what bars for a time, and what is asked for. Worst first. */
export function answerOf(bars: readonly GateReason[], asks: readonly GateReason[]): GateAnswer {
  const worst = (a: GateReason, b: GateReason): number => (b.level ?? 3) - (a.level ?? 3);
  const forGood = bars.filter((b) => b.from === undefined || b.from === null).sort(worst);
  const forNow = bars.filter((b) => b.from).sort(worst);
  const seen = new Set<string>();
  const once = (r: GateReason): boolean => !seen.has(r.text) && Boolean(seen.add(r.text));
  return {
    may: forGood.length ? 'no' : forNow.length ? 'from' : asks.length ? 'with' : 'yes',
    from: forGood.length ? null : forNow.reduce<string | null>((a, b) => (!a || b.from! > a ? b.from! : a), null),
    because: [...forGood, ...forNow].filter(once),
    with: asks.filter(once),
  };
}
/** Several answers to one question: the worst counts, and all reasons stand. */
export const together = (answers: readonly GateAnswer[]): GateAnswer =>
  answerOf(
    answers.flatMap((a) => a.because),
    answers.flatMap((a) => a.with),
  );

/** One thing more that goes into the same bottle: mL of a liquid, g of what is weighed. */
export interface Also {
  product: string;
  amount: number;
}
