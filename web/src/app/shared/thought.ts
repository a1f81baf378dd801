import { computed, effect, inject, PendingTasks, signal, type Signal, untracked } from '@angular/core';
import { inOneGo, type Stepwise } from '@dolly-tub/core';
import { Turns } from './in-turn';
import { inTasks, nextTask } from './next-task';

/**
 * What is answered to a question, in `steps`: a few steps at a time while nobody sees the place, so that a tap is heard
 * between them (null until all are taken); at once where somebody does, or `neverAtOnce`: the last answer stays till then.
 * Made within a component; `steps` reads nothing that changes but what it is given.
 */
export function thought<Q extends object, A>(
  asked: () => Q | null,
  steps: (q: Q) => Stepwise<A>,
  neverAtOnce = false,
): Signal<A | null> {
  const turns = inject(Turns);
  const question = computed(asked);
  const stepwise = (): boolean => neverAtOnce || turns.unseen();
  const tasks = inject(PendingTasks);
  const ahead = signal<{ of: Q; answer: A } | null>(null);
  const think = async (q: Q): Promise<void> => {
    const [done, quiet] = [turns.think(), tasks.add()];
    try {
      // not in the task in which it was asked: the page is being checked there
      await nextTask();
      const answer = await inTasks(steps(q), () => stepwise() && question() === q);
      if (answer !== null) ahead.set({ of: q, answer });
    } finally {
      done();
      quiet();
    }
  };
  effect(() => {
    const q = question();
    if (q && stepwise()) untracked(() => void think(q));
  });
  return computed(() => {
    const q = question();
    if (!q) return null;
    const known = ahead();
    if (known && (known.of === q || neverAtOnce)) return known.answer;
    return stepwise() ? null : untracked(() => inOneGo(steps(q)));
  });
}
