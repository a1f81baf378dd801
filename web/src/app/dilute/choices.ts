import { computed, inject } from '@angular/core';
import { type Bottle, targetsOf } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectBottles, selectKits, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import type { Choice } from '../shared/chooser';

/** The choice that makes a bottle of one's own. */
export const ONE_MORE = '+';

/** What a bottle can be made from, and into which: what is on the shelves first. Made within a component. */
export class Choices {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly bottles = this.store.selectSignal(selectBottles);

  /** `chosen`: the product that is chosen stays in the list; `into`: the bottle that is filled. */
  constructor(
    private readonly chosen: () => string,
    private readonly into: () => Bottle | null,
  ) {}

  readonly products = computed<Choice[]>(() => {
    const owned = new Map(
      this.stock()
        .filter((x) => x.onHand > 0)
        .map((x) => [x.item, this.kits().find((k) => k.id === x.kit)?.name]),
    );
    return (
      [...(this.knowledge.catalogue()?.products.values() ?? [])]
        // what the gate never lets be thinned is not offered; why not is told when it is asked for by name
        .filter((p) => (p.advised && !p.use.neatOnly) || p.id === this.chosen())
        .map((p) => ({
          id: p.id,
          name: p.name,
          also: p.synonyms,
          ...(owned.has(p.id) ? { note: `on the shelf: ${owned.get(p.id)}` } : {}),
        }))
        .sort((a, b) => Number(owned.has(b.id)) - Number(owned.has(a.id)))
    );
  });
  /** Where nothing is chosen yet: what is on the shelves, else what has strengths of its own that are published. */
  readonly starters = computed<Choice[]>(() => {
    const c = this.knowledge.catalogue();
    const all = this.products();
    const owned = all.filter((x) => x.note);
    if (owned.length) return owned.slice(0, 8);
    const seen = new Set<string>();
    return all
      .filter(({ id }) => {
        const p = c?.products.get(id);
        // one for each substance: nine descalers are no choice
        if (!p || seen.has(p.strength.substance) || !targetsOf(p, c!).length) return false;
        return seen.add(p.strength.substance);
      })
      .slice(0, 8);
  });
  readonly intoBottles = computed<Choice[]>(() => [
    ...this.bottles().map((b) => ({
      id: b.id,
      name: `${b.name}, ${b.capacity_mL >= 1000 ? `${b.capacity_mL / 1000} L` : `${b.capacity_mL} mL`}`,
      note: b.fill ? `holds ${b.fill.left_mL} mL of a mix` : 'empty',
    })),
    { id: ONE_MORE, name: 'one more bottle …', also: ['new'] },
  ]);
  /** Heads that may go onto it; none where it has none, or there is no other. */
  readonly heads = computed<Choice[]>(() => {
    const own = this.into();
    const others = this.bottles().filter((b) => b.head && b.id !== own?.id);
    return own?.head && others.length
      ? [{ id: own.id, name: 'its own head' }, ...others.map((b) => ({ id: b.id, name: `the head of ${b.name}` }))]
      : [];
  });
}
