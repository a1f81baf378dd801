import type { Catalogue } from '../catalogue';
import type { Household } from './context';
import { movesFor } from './moves';
import { takePiece, type Taken } from './pieces';
import type { Bottle, LogEntry, LogFields, Run } from './records';

/** One thing that a run did: on a spot, with a method, and what that took. */
export type RunPart = Pick<Run, 'spot' | 'question' | 'method' | 'uses'>;
/** What a run did: one thing, or the cleaning stages of a job. */
export const partsOfRun = (run: Run): readonly RunPart[] => run.parts ?? [run];

/** Steps that rinse what was put on off again, and the one that airs the room. */
const RINSES: ReadonlySet<string> = new Set(['rinse', 'wipe', 'disinfect-rinse']);
/** What a run's own steps did for what was put on: offered as the answer at its end. */
export const doneBySteps = (run: Run): { rinsed: 0 | 1; aired: boolean } => ({
  rinsed: run.steps.some((s) => RINSES.has(s.kind ?? '')) ? 1 : 0,
  aired: run.steps.some((s) => s.kind === 'air'),
});

/** The piece of stock that a part is done with, by class and by what it carries. */
export function pieceForPart(part: RunPart, h: Household, now: Date, catalogue: Catalogue): Taken | null {
  const spot = h.spots.find((s) => s.id === part.spot) ?? null;
  return part.method?.tool ? takePiece(part.method.tool, spot, part.method.product ?? null, h, now, catalogue) : null;
}

/** A mix counts as the same when neither is more than this much stronger than the other (common practice). */
const ALIKE = 1.3;
export interface FromBottle {
  id: string;
  name: string;
  /** mL */
  used: number;
}
/**
 * The mixed bottle that a part is done from: of the same product, of about the same strength, not past its day, with
 * something left; one of the room's own kits first. Null where none fits, and the shelf is taken from.
 */
export function bottleForPart(
  part: RunPart,
  bottles: readonly Bottle[],
  kits: readonly string[],
  now: Date,
): FromBottle | null {
  const use = part.uses.find((u) => u.item === part.method?.product);
  if (!use) return null;
  const wanted = part.method?.strength?.percent;
  const fitting = bottles.flatMap((b) => {
    const fill = b.fill;
    const inIt = fill?.parts.find((p) => p.item === use.item);
    if (!fill || !inIt || fill.left_mL <= 0 || Date.parse(fill.discardAt) < now.getTime()) return [];
    const is = fill.result[0]?.percent;
    if (wanted && is && Math.max(wanted / is, is / wanted) > ALIKE) return [];
    const total_mL = inIt.unit === 'mL' ? inIt.amount + fill.water_mL : fill.water_mL;
    const used = Math.min(fill.left_mL, Math.round((use.amount / inIt.amount) * total_mL));
    return [{ id: b.id, name: b.name, used, here: Number(kits.includes(b.kit ?? '')) }];
  });
  const [best] = fitting.sort((a, b) => b.here - a.here);
  return best ? { id: best.id, name: best.name, used: best.used } : null;
}

/** How many times what was reckoned this house takes of a thing: learned from counting; 1 where nothing is known. */
export type Learned = (item: string) => number;
const AS_RECKONED: Learned = () => 1;
const milli = (x: number): number => Math.round(x * 1000) / 1000;
/** A part with the amounts of this house: pieces are pieces. */
const asHere = (part: RunPart, learned: Learned): RunPart => ({
  ...part,
  uses: part.uses.map((u) => (u.unit === 'piece' ? u : { ...u, amount: milli(u.amount * learned(u.item)) })),
});

/** What a person says at the end of a run. */
export interface Said {
  outcome: NonNullable<LogEntry['outcome']>;
  rinsed: 0 | 1 | 2;
  aired: boolean;
  toolsRinsed: 0 | 1;
}
export interface Closing {
  entry: LogFields;
  /** Where what it took came from, a sentence each. */
  came: string[];
  /** The shelf had less than it took. */
  short: boolean;
}
/**
 * The log entry of one part of a run, one of `of`, between which its time is shared: what was done and how it went, with
 * what it took off the shelf or out of a mixed bottle.
 */
export function closingOf(
  run: Run,
  asReckoned: RunPart,
  of: number,
  said: Said,
  h: Household & { bottles: readonly Bottle[] },
  now: Date,
  catalogue: Catalogue,
  learned: Learned = AS_RECKONED,
): Closing {
  const part = asHere(asReckoned, learned);
  const spot = h.spots.find((s) => s.id === part.spot);
  const kits = h.kits.filter((k) => k.room === spot?.room).map((k) => k.id);
  const bottle = bottleForPart(part, h.bottles, kits, now);
  const piece = pieceForPart(part, h, now, catalogue)?.stock.id;
  const product = part.method?.product;
  // what came from a mixed bottle left the shelf when it was mixed
  const { moves, short } = movesFor(
    part.uses.filter((u) => !(bottle && u.item === product)),
    h.stock,
    kits,
  );
  const minutes = (now.getTime() - Date.parse(run.startedAt)) / 60_000 / of;
  const off = moves.map((m) => `${Math.abs(m.delta)} ${m.unit}`).join(', ');
  return {
    entry: {
      kind: 'clean',
      spot: part.spot ?? null,
      run: run.id,
      question: part.question ?? null,
      method: part.method ?? null,
      outcome: said.outcome,
      rinsed: said.rinsed,
      aired: said.aired,
      minutes: Math.max(1, Math.round(minutes)),
      moves,
      ...(piece ? { tools: [piece], toolsRinsed: said.toolsRinsed } : {}),
      names: {
        ...(spot ? { spot: spot.name } : {}),
        ...(product ? { product: catalogue.products.get(product)?.name ?? product } : {}),
      },
      ...(bottle ? { bottle: bottle.id, used_mL: bottle.used } : {}),
    },
    came: [...(off ? [`Off the shelf: ${off}.`] : []), ...(bottle ? [`From ${bottle.name}: ${bottle.used} mL.`] : [])],
    short: short.length > 0,
  };
}

/**
 * All entries of a run that was done on spots of the house, one a part, and what to say of them; the last one ends the
 * run, so that what a clean does to spot, stock and bottle is done with it. Null where it was on no spot.
 */
export function closingsOf(
  run: Run,
  said: Said,
  h: Household & { bottles: readonly Bottle[] },
  now: Date,
  catalogue: Catalogue,
  learned: Learned = AS_RECKONED,
): { entries: LogFields[]; says: string } | null {
  const parts = partsOfRun(run).filter((x) => x.spot);
  if (!parts.length) return null;
  const all = parts.map((part) => closingOf(run, part, parts.length, said, h, now, catalogue, learned));
  const names = [...new Set(parts.map((x) => h.spots.find((s) => s.id === x.spot)?.name ?? 'The spot'))].join(' and ');
  const came = all.flatMap((x) => x.came).join(' ');
  const short = all.some((x) => x.short) ? ' The shelf was short of something: count it in Kits.' : '';
  return {
    entries: all.map((x, i) => (i === all.length - 1 ? { ...x.entry, ends: true } : x.entry)),
    says: `${names} ${parts.length > 1 ? 'remember' : 'remembers'} it. ${came}${short}`,
  };
}
