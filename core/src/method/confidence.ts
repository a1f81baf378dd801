import { type Catalogue, type Soil, type Source, sourceOf, type Tool } from '../catalogue';
import { advise } from './advise';
import type { Advice, Context, Question, Rung } from './types';

/** How sure the ladder is of where it starts. Shares 0–1. */
export interface Confidence {
  /** How often the same way stays recommended when the tables are shaken within their ranges. */
  stays: number;
  of: number;
  /** What was recommended instead, most often first; null: nothing suffices then. */
  instead: { name: string | null; share: number }[];
  /** The spread of its effect: the 1st and 9th tenth. */
  effect: { low: number; high: number };
  /** What it rests on, weakest first. */
  grounds: Ground[];
  /** What this household has seen of it. */
  evidence: Rung['evidence'];
}
export type Ground = Source['kind'];

/** How far a figure may be off, as the standard deviation of its logarithm, by what it rests on (common practice). */
const SPREAD: Readonly<Record<Ground, number>> = {
  'from-memory': 0.3,
  household: 0.3,
  'common-practice': 0.2,
  published: 0.1,
};

/** Numbers evenly spread over 0–1, the same for the same seed (mulberry32). */
function numbers(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
/** Normally spread, mean 0 and deviation 1 (Box and Muller 1958). */
const normal = (next: () => number): number => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());

const shaken = (table: Readonly<Record<string, number>>, spread: number, next: () => number): Record<string, number> =>
  Object.fromEntries(Object.entries(table).map(([k, v]) => [k, Math.min(1, v * Math.exp(spread * normal(next)))]));

/** The catalogue with what lifts this soil, and what each tool does, as they may also be. Limits and bans stay as they are. */
function shake(soil: Soil, catalogue: Catalogue, next: () => number): Catalogue {
  const tools = new Map(
    [...catalogue.tools].map(([id, t]): [string, Tool] => [
      id,
      { ...t, mechanisms: shaken(t.mechanisms, SPREAD[sourceOf(t, 'mechanisms', catalogue).kind], next) },
    ]),
  );
  const lifts = shaken(soil.lifts, SPREAD[sourceOf(soil, 'lifts', catalogue).kind], next);
  return { ...catalogue, tools, soils: new Map([...catalogue.soils, [soil.id, { ...soil, lifts }]]) };
}

const start = (a: Advice): Rung | null => a.ladder.find((r) => r.rung === a.recommended) ?? null;
/** What a person would call the same way: product and way of putting it on; dry, what the tool does. */
const wayOf = (r: Rung | null): string => (r ? `${r.product}|${r.product ? r.apply : r.mechanism}` : '');

/**
 * How often the recommended way stays recommended when the figures behind it are shaken, each within what its source is
 * good for; seeded, so that the same question has the same answer. Only what lifts is shaken: what harms, and what must
 * not meet, is never made milder by it. Null where nothing is recommended. `progress` hears of each shake; O(shakes × advise).
 */
export function confidenceOf(
  question: Question,
  context: Context,
  catalogue: Catalogue,
  { shakes = 40, seed = 1, progress }: { shakes?: number; seed?: number; progress?: (done: number) => void } = {},
): Confidence | null {
  const soil = catalogue.soils.get(question.soil);
  const a = advise(question, context, catalogue);
  const first = a.ok ? start(a.value) : null;
  if (!soil || !first) return null;
  const next = numbers(seed);
  const instead = new Map<string, { name: string | null; n: number }>();
  const effects: number[] = [];
  let stays = 0;
  for (let i = 0; i < shakes; i++) {
    const shook = advise(question, context, shake(soil, catalogue, next));
    const now = shook.ok ? start(shook.value) : null;
    if (wayOf(now) === wayOf(first)) stays++;
    else {
      const had = instead.get(wayOf(now));
      instead.set(wayOf(now), { name: now?.name ?? null, n: (had?.n ?? 0) + 1 });
    }
    const same = shook.ok ? shook.value.ladder.find((r) => wayOf(r) === wayOf(first)) : undefined;
    if (same) effects.push(same.effect);
    progress?.(i + 1);
  }
  effects.sort((x, y) => x - y);
  const at = (share: number): number => effects[Math.floor(share * (effects.length - 1))] ?? first.effect;
  const tool = catalogue.tools.get(first.tool)!;
  const product = first.product ? catalogue.products.get(first.product) : null;
  const grounds = [
    sourceOf(soil, 'lifts', catalogue).kind,
    sourceOf(tool, 'mechanisms', catalogue).kind,
    ...(product ? [sourceOf(product, 'mechanisms', catalogue).kind] : []),
  ];
  return {
    stays: stays / shakes,
    of: shakes,
    instead: [...instead.values()].sort((x, y) => y.n - x.n).map(({ name, n }) => ({ name, share: n / shakes })),
    effect: { low: at(0.1), high: at(0.9) },
    grounds: (['from-memory', 'household', 'common-practice', 'published'] as const).filter((g) => grounds.includes(g)),
    evidence: first.evidence,
  };
}
