import {
  APART,
  curveFrom,
  helpMost,
  insteadOf,
  type MilpSolver,
  movesApart,
  type Pair,
  pairsOf,
  reviewKit,
  smallestOf,
  tripsOf,
  wishesOver,
} from '@dolly-tub/core';
import type { KitAsk, KitSays } from '../../workers/kit.worker';
import { catalogue } from './house';

/** Stops at once, so that the own search alone answers. */
const none: MilpSolver = () => ({ status: 'stopped', x: null, bound: 0 });

/** The worker of kits without a thread: the same core, on the spot. */
export class SpotWorker {
  onmessage: ((e: MessageEvent<KitSays>) => void) | null = null;
  static asked: KitAsk['ask'][] = [];
  private at: { pairs: Pair[][]; ask: Extract<KitAsk, { ask: 'jobs' }> } | null = null;
  terminate(): void {
    this.onmessage = null;
  }
  postMessage(q: KitAsk): void {
    SpotWorker.asked.push(q.ask);
    const say = (data: KitSays): void => this.onmessage?.({ data } as MessageEvent<KitSays>);
    if (q.ask === 'jobs') {
      const pairs = pairsOf(
        q.jobs.map((j) => j.question),
        q.jobs.map((j) => j.context),
        catalogue(),
        new Set(q.own),
      );
      this.at = pairs.ok ? { pairs: pairs.value, ask: q } : null;
      return say(
        pairs.ok
          ? { says: 'read', done: q.jobs.length, of: q.jobs.length }
          : { says: 'wrong', message: pairs.problems[0]!.message },
      );
    }
    if (!this.at) return;
    const { pairs, ask } = this.at;
    if (q.ask === 'pack')
      return say({ says: 'packed', ...tripsOf(this.at!.pairs, this.at!.ask.own, catalogue(), none) });
    if (q.ask === 'review')
      return say({
        says: 'review',
        review: reviewKit(q.items, pairs, q.others, catalogue()),
        moves: movesApart(q.items, q.others, catalogue(), q.profile),
      });
    if (q.ask === 'instead') {
      const found = insteadOf(q.item, q.items, pairs, new Set(ask.own), q.profile, catalogue());
      return say({ says: 'instead', ...found });
    }
    if (q.ask === 'today') {
      say({ says: 'today', ...helpMost(pairs, ask.own, 3, catalogue()) });
      return;
    }
    say({ says: 'today', ...helpMost(pairs, ask.own, 3, catalogue()) });
    const kit = smallestOf(pairs, { own: ask.own, goal: q.goal, time_s: 5 }, catalogue(), none);
    const inTheWay = Object.fromEntries(
      kit.impossible.map((j) => [j, wishesOver(ask.jobs[j]!.question, ask.jobs[j]!.context, catalogue())]),
    );
    say({
      says: 'smallest',
      kit,
      curves: {
        harm: curveFrom(kit.items, pairs, APART, catalogue()),
        minutes: curveFrom(kit.items, pairs, APART, catalogue(), 'minutes'),
      },
      inTheWay,
    });
  }
}
