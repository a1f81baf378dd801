/// <reference lib="webworker" />
import {
  APART,
  type Catalogue,
  type Context,
  curveFrom,
  type CurvePoint,
  type Help,
  helpMost,
  highsSolver,
  type InTheWay,
  type Instead,
  insteadOf,
  type KitCover,
  type KitGoal,
  type KitReview,
  type CurveOf,
  type MilpSolver,
  movesApart,
  type OtherKit,
  type Pair,
  type Parting,
  type Profile,
  pairsOf,
  type Question,
  reviewKit,
  type SmallestKit,
  smallestOf,
  tripsOf,
  wishesOver,
} from '@dolly-tub/core';
import highsLoader from 'highs';
import type { OwnRecords } from './shipped';
import { houseCatalogue } from './house-catalogue';

/** What is to be done: marks of spots. They are kept until others are sent. */
export interface KitJobs {
  /** What the household wrote itself; the rest of the catalogue the worker reads. */
  records: OwnRecords;
  jobs: readonly { question: Question; context: Context }[];
  own: readonly string[];
}
export type KitAsk =
  | ({ ask: 'jobs' } & KitJobs)
  /** The smallest kit and the curve from it; `wasm` is where the solver lies. */
  | { ask: 'smallest'; goal: KitGoal; wasm: string; time_s: number }
  /** What can be done with what is in the house, and what would help most. */
  | { ask: 'today' }
  /** What would do in the place of one thing of a kit. */
  | { ask: 'instead'; item: string; items: readonly string[]; profile: Profile }
  /** What goes along, with what is in the house. */
  | { ask: 'pack'; wasm: string }
  /** One kit held against the jobs, beside the others of the house. */
  | { ask: 'review'; items: readonly string[]; others: readonly OtherKit[]; profile: Profile };
export type KitSays =
  | { says: 'read'; done: number; of: number }
  | { says: 'better'; kit: SmallestKit }
  | { says: 'today'; done: number[]; help: Help[] }
  | { says: 'smallest'; kit: SmallestKit; curves: Record<CurveOf, CurvePoint[]>; inTheWay: Record<number, InTheWay[]> }
  | { says: 'review'; review: KitReview; moves: Parting[] }
  | { says: 'packed'; trips: KitCover[][]; open: number[] }
  | { says: 'instead'; jobs: number[]; instead: Instead[] }
  | { says: 'wrong'; message: string };

/** So many things that would help are told. */
const MOST_HELP = 3;
const say = (m: KitSays): void => postMessage(m);
let at: (KitJobs & { catalogue: Catalogue; pairs: Pair[][] }) | null = null;
let solver: MilpSolver | null = null;

async function answer(q: KitAsk): Promise<void> {
  if (q.ask === 'jobs') {
    // where these cannot be read, nothing is answered about those before them
    at = null;
    const catalogue = await houseCatalogue(q.records);
    const pairs = pairsOf(
      q.jobs.map((j) => j.question),
      q.jobs.map((j) => j.context),
      catalogue,
      new Set(q.own),
      (done) => say({ says: 'read', done, of: q.jobs.length }),
    );
    if (!pairs.ok) return say({ says: 'wrong', message: pairs.problems[0]!.message });
    at = { ...q, catalogue, pairs: pairs.value };
    return;
  }
  if (!at) return;
  const { pairs, catalogue, own } = at;
  if (q.ask === 'review') {
    say({
      says: 'review',
      review: reviewKit(q.items, pairs, q.others, catalogue),
      moves: movesApart(q.items, q.others, catalogue, q.profile),
    });
    return;
  }
  if (q.ask === 'instead')
    return say({ says: 'instead', ...insteadOf(q.item, q.items, pairs, new Set(own), q.profile, catalogue) });
  if (q.ask === 'today') return say({ says: 'today', ...helpMost(pairs, own, MOST_HELP, catalogue) });
  solver ??= highsSolver(await highsLoader({ locateFile: () => q.wasm }));
  if (q.ask === 'pack') return say({ says: 'packed', ...tripsOf(pairs, own, catalogue, solver) });
  say({ says: 'today', ...helpMost(pairs, own, MOST_HELP, catalogue) });
  const kit = smallestOf(pairs, { own, goal: q.goal, time_s: q.time_s }, catalogue, solver, (so_far) =>
    say({ says: 'better', kit: so_far }),
  );
  const inTheWay = waysOf(kit.impossible, at.jobs, catalogue);
  say({
    says: 'smallest',
    kit,
    curves: {
      harm: curveFrom(kit.items, pairs, APART, catalogue),
      minutes: curveFrom(kit.items, pairs, APART, catalogue, 'minutes'),
    },
    inTheWay,
  });
}
/** Wishes that stand in the way of jobs that nothing does. */
function waysOf(
  impossible: readonly number[],
  jobs: KitJobs['jobs'],
  catalogue: Catalogue,
): Record<number, InTheWay[]> {
  return Object.fromEntries(
    impossible.flatMap((j) => {
      const wishes = wishesOver(jobs[j]!.question, jobs[j]!.context, catalogue);
      return wishes.length ? [[j, wishes] as const] : [];
    }),
  );
}
let queue: Promise<void> = Promise.resolve();
addEventListener('message', ({ data }: MessageEvent<KitAsk>) => {
  queue = queue
    .then(() => answer(data))
    .catch((e: unknown) => say({ says: 'wrong', message: e instanceof Error ? e.message : String(e) }));
});
