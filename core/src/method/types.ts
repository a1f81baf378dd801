import type { Application, Material, Product, Protection, Soil, Tool } from '../catalogue';
import type { Clock, GateKind, May, Profile, There, Where } from '../gate';
import type { Reason } from '../reason';
import type { Chosen } from './stances';

export type Age = 'fresh' | 'dried' | 'set' | 'baked';
export interface Neighbour {
  material: string;
  finish?: string | null;
  runoff: boolean;
  name?: string;
}
/** What met this surface before, or something beside it that counts. */
export interface Last {
  product: string;
  /** Where: here by default. */
  where?: Where;
  /** In words, where it is not here: "on the toilet seat". */
  place?: string;
  /** It soaks or stands there now. */
  stays?: boolean;
  /** The place drinks; that of the question where nothing else is said. */
  porous?: boolean;
  rinsed: boolean;
  /** Nights since it was put there. */
  daysAgo: number;
  /** How often it was rinsed; as often as the place asks where only `rinsed` is said. */
  times?: number;
  /** Nights since the last rinse, and its instant. */
  rinsedDaysAgo?: number;
  rinsedAt?: string;
  aired?: boolean;
  /** The person's own word: rinsed twice, dried. */
  sworn?: boolean;
}
/** How one mechanism fared on one soil and face in this household. */
export interface Evidence {
  mechanism: string;
  soil: string;
  material: string;
  finish?: string | null;
  worked: number;
  partly: number;
  not: number;
}
export interface Barred {
  product?: string | null;
  tool?: string | null;
  material: string;
  finish?: string | null;
}
export interface Question {
  material: string;
  finish?: string | null;
  soil: string;
  severity?: number;
  age?: Age;
  area_m2?: number;
  /** Where it is, for tools kept for one place and ways of putting on: `bowl`, `toilet`, `floor`. */
  zone?: string | null;
  /** Food touches it, or many hands do: plain water is no cleaning there. */
  food?: boolean;
  touched?: boolean;
  /** Higher than anybody of the house reaches. */
  high?: boolean;
  /** Whoever does it has little strength in the hands. */
  weakHands?: boolean;
  /** What it may be, where that is not known for certain: everything named of any of these holds. */
  among?: Among;
}
/** Candidates of an unknown surface or soil, by all that a record may name of them. */
export interface Among {
  materials: readonly string[];
  families: readonly string[];
  faces: readonly string[];
  soils: readonly string[];
  natures: readonly string[];
}
export interface Context {
  profile?: Profile;
  /** Only these; absent = everything in the catalogue. */
  kit?: readonly string[];
  /** What the house has: of things that do as well it stands on the rung. */
  owned?: readonly string[];
  neighbours?: readonly Neighbour[];
  last?: readonly Last[];
  /** What is always there: a product, or a resident of the catalogue. */
  resident?: readonly string[];
  /** Anything else that is there, as the gate takes it. */
  there?: readonly There[];
  /** Now: without it a rung of another day has no date. */
  clock?: Clock;
  evidence?: readonly Evidence[];
  barred?: readonly Barred[];
  /** Hardness of the tap water, mg/L as CaCO3: soap loses what the lime takes. */
  water_mgL?: number;
  /** What an mL, g or piece of each thing costs, in the household's money. */
  prices?: Readonly<Record<string, number>>;
}
/** The context as the engine uses it: with what the household chose where people disagree. */
export interface Here extends Context {
  habits: readonly Chosen[];
  /** Everything that a product put on here may meet. */
  met: readonly There[];
}
/** Kinds of refusal: each has its words in the catalogue. */
export type RefusalKind =
  | 'never-advised'
  | 'made-for'
  | 'soil-made-for'
  | 'pantry'
  | 'steam-only'
  | 'choice'
  | 'people'
  | 'worsens'
  | 'wets'
  | 'hazard'
  | 'meets'
  | 'later'
  | 'acid-soluble'
  | 'too-acid'
  | 'too-alkaline'
  | 'attacked'
  | 'too-strong'
  | 'no-abrasive'
  | 'roughened'
  | 'hardness'
  | 'cloth-only'
  | 'no-water'
  | 'wetness'
  | 'runs'
  | 'neighbour-unknown'
  | 'time'
  | 'heat'
  | 'equipment'
  | 'tool-suits'
  | 'tool-soil'
  | 'toilet-only'
  | 'not-toilet'
  | 'floor-only'
  | 'steam'
  | 'no-body'
  | 'gloss'
  | 'blade'
  | 'sticky'
  | 'iron'
  | 'filter'
  | 'scrub'
  | 'fragile'
  | 'never-on'
  | 'never-soil'
  | 'tool-wet'
  | 'biocide'
  | 'kit'
  | 'damaged';
export interface Refusal {
  kind: RefusalKind;
  because: string;
  operands?: string;
  source: string;
  /** An instant from which it no longer holds. */
  from?: string;
}
export interface Step {
  id: string;
  /** What it is for, whatever its words: a template of the catalogue. */
  kind: string;
  text: string;
  because: string;
  active_s: number;
  wait_s?: { min: number; max: number };
}
export interface Share {
  chemistry: number;
  action: number;
  temperature: number;
  time: number;
}
export interface Rung {
  rung: number;
  name: string;
  product: string | null;
  strength: { percent: number; basis: 'w/w' | 'w/v' | 'v/v' } | null;
  /** Amount of product in a litre of mix; null when neat. */
  dose: { amount: number; unit: 'g/L' | 'mL/L' } | null;
  tool: string;
  apply: string;
  temperature_C: number;
  wetness: string;
  rinse: string;
  dwell_min: number;
  dwellMax_min: number;
  minutes: number;
  cost: number | null;
  effect: number;
  /** What the model alone says, before this household's evidence. */
  modelEffect: number;
  evidence: { worked: number; of: number } | null;
  harm: number;
  /** What makes the same way stronger, a step each. */
  stronger: { how: string; effect: number; harm: number }[];
  /** Products that do as well in its place, gentlest first. */
  or: { product: string; name: string; effect: number; harm: number }[];
  /** Tools that do as well in the place of its tool, those that one takes first before others. */
  orWith: { tool: string; name: string; effect: number; harm: number }[];
  /** A second tool that belongs to this way, where it may be used here. */
  follow: { with: { tool: string; name: string }[]; text: string } | null;
  /** The chemistry that it stands for, one that lifts nearly the most of this soil; null where it stands for none. */
  remedy: string | null;
  /** The kind of surface that it is made for, where it stands for that. */
  madeFor: string | null;
  sinner: Share;
  /** Dose by mechanism: the sum behind effect. */
  doses: { mechanism: string; name: string; lifts: number; supply: number; dose: number }[];
  /** Harm by limit: 1 − Π(1 − h). */
  harms: { name: string; h: number }[];
  mechanism: string;
  steps: Step[];
  protection: { kind: Protection['kind'] | 'mask'; text: string; because: string; source: string }[];
  /** What it must not meet here, with what is true today. */
  meets: { text: string; level: number; source: string }[];
  /** Whether it may be done: at once, with what is asked for, or only from an instant on. */
  may: Exclude<May, 'no'>;
  from: string | null;
  /** What the gate asks for where it may. */
  with: { kind: GateKind; text: string; source: string }[];
  /** What only the person can see whether it holds, and would make it worse. */
  minds: { text: string; source: string }[];
  /** Disinfected afterwards (or before), where hygiene asks it and the surface bears it. */
  then: { product: string; strength: Rung['strength']; contact_min: number } | null;
  /** It takes germs along with the dirt. */
  washes: boolean;
  uses: { item: string; amount: number; unit: 'mL' | 'g' | 'piece' }[];
  basis: { claim: string; source: string }[];
}
export interface Considered {
  kind: 'product' | 'tool';
  status: 'ladder' | 'refused' | 'limited' | 'weak' | 'outdone' | 'kit' | 'later';
  because: string;
  operands?: string;
  refusal?: RefusalKind;
  from?: string;
  source: string;
  /** On the ladder, but some way of using it is refused. */
  but?: Refusal;
}
/** What hygiene asks for beside looks, in its order; or why it cannot be had here. */
export interface Hygiene {
  asks: 'disinfect' | 'dry' | 'wash';
  first: 'clean' | 'disinfect';
  because: string;
  source: string;
  /** What else it wants: gloves, nothing shaken, hands washed. */
  keep: string | null;
  disinfect: {
    product: string;
    name: string;
    strength: Rung['strength'];
    dose: Rung['dose'];
    contact_min: number;
    /** How it stays wet for as long as that. */
    keepWet: string;
    rinse: string;
    uses: Rung['uses'];
    steps: Step[];
    source: string;
  } | null;
  /** Why nothing disinfects it here, or why disinfecting is not proposed. */
  why: { text: string; source: string } | null;
}
export interface Advice {
  ladder: Rung[];
  recommended: number | null;
  refused: {
    product: string | null;
    tool?: string | null;
    because: string;
    operands?: string;
    kind: RefusalKind;
    source: string;
  }[];
  limited: { product: string; because: string; operands?: string; kind: RefusalKind; source: string }[];
  /** What to do at once, whatever follows. */
  firstAid: { text: string; source: string } | null;
  /** A danger of its own: before anything else. */
  hazard: { text: string; because: string; source: string } | null;
  hygiene: Hygiene | null;
  /** Every product and tool of the catalogue: where it ended up, and why. */
  considered: Record<string, Considered>;
  because: Reason[];
}
/** The surface in question with everything resolved. */
export interface Face {
  material: Material;
  /** Ids, families and faces of what it may be, natures and ids of the soils: one each where it is known. */
  among: Among;
  soil: Soil;
  severity: number;
  age: Age;
  area_m2: number;
  zone: string | null;
  /** Food or many hands touch it, or it is part of a toilet: the least is washing. */
  washed: boolean;
  high: boolean;
  weakHands: boolean;
}
/** A product at a strength, put on somehow; or nothing (dry). */
export interface ChemOption {
  product: Product | null;
  /** Nothing but water, or nothing at all. */
  plain: boolean;
  application: Application;
  /** Volume share (mL) or g/mL of product in the mix; 1 when neat. */
  dilution: number;
  strength: Rung['strength'];
  dose: Rung['dose'];
  temperature_C: number;
  dwell_min: number;
  dwellMax_min: number;
  pH: { min: number; max: number } | null;
  reserve: number;
  supply: Record<string, number>;
  /** Only from this instant on; null: now. */
  from: string | null;
  /** Dose on this soil at this dwell. */
  D: number;
  /** What harm leaves: Π(1 − h). */
  keep: number;
  /** The sums behind D and keep, told only for the few methods that are shown. */
  parts: () => Rung['doses'];
  harms: () => Rung['harms'];
}
export interface ToolOption {
  tool: Tool;
  D: number;
  keep: number;
  parts: () => Rung['doses'];
  harms: () => Rung['harms'];
}
