import type { Application, Material, Product, Soil, Tool } from '../catalogue';
import type { Reason } from '../reason';
import type { Chosen } from './stances';

export type Age = 'fresh' | 'dried' | 'set' | 'baked';
export interface Profile {
  stance?: 'pantry' | 'conventional' | 'steam';
  people?: string[];
  pets?: string[];
  septic?: boolean;
  noChlorine?: boolean;
  fragranceFree?: boolean;
  /** Choices where practitioners disagree, by question; the default where nothing was chosen. */
  stances?: Record<string, string>;
}
export interface Neighbour {
  material: string;
  finish?: string | null;
  runoff: boolean;
  name?: string;
}
/** What met this face before. */
export interface Last {
  product: string;
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
}
export interface Context {
  profile?: Profile;
  /** Only these; absent = everything in the catalogue. */
  kit?: readonly string[];
  neighbours?: readonly Neighbour[];
  last?: readonly Last[];
  /** Substances or products always there: tank block, rim block. */
  resident?: readonly string[];
  evidence?: readonly Evidence[];
  barred?: readonly Barred[];
  /** What an mL, g or piece of each thing costs, in the household's money. */
  prices?: Readonly<Record<string, number>>;
}
/** The context as the engine uses it: with what the household chose where practitioners disagree. */
export interface Here extends Context {
  habits: readonly Chosen[];
}
export interface Refusal {
  limit: string;
  because: string;
  operands?: string;
  source: string;
}
export interface Step {
  id: string;
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
  sinner: Share;
  /** Dose by mechanism: the sum behind effect. */
  doses: { mechanism: string; name: string; lifts: number; supply: number; dose: number }[];
  /** Harm by limit: 1 − Π(1 − h). */
  harms: { name: string; h: number }[];
  mechanism: string;
  steps: Step[];
  protection: { text: string; because: string; source: string }[];
  /** What it must not meet here, with what is true today. */
  meets: { text: string; level: number; source: string }[];
  uses: { item: string; amount: number; unit: 'mL' | 'g' | 'piece' }[];
  basis: { claim: string; source: string }[];
}
export interface Considered {
  kind: 'product' | 'tool';
  status: 'ladder' | 'refused' | 'limited' | 'weak' | 'outdone' | 'kit';
  because: string;
  operands?: string;
  limit?: string;
  source: string;
  /** On the ladder, but some way of using it is refused. */
  but?: Refusal;
}
export interface Advice {
  ladder: Rung[];
  recommended: number | null;
  refused: {
    product: string | null;
    tool?: string | null;
    because: string;
    operands?: string;
    limit: string;
    source: string;
  }[];
  limited: { product: string; because: string; operands?: string; limit: string; source: string }[];
  /** Every product and tool of the catalogue: where it ended up, and why. */
  considered: Record<string, Considered>;
  because: Reason[];
}
/** The face in question with everything resolved. */
export interface Face {
  material: Material;
  soil: Soil;
  severity: number;
  age: Age;
  area_m2: number;
  zone: string | null;
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
