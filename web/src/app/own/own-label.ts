import { computed, inject, signal } from '@angular/core';
import {
  changesOfLabel,
  type Correction,
  nearestProducts,
  type OwnItem,
  type Product,
  readLabel,
} from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';

/** The label of an own product as it is typed and put right, with what it says of the product. Made within a component. */
export class OwnLabel {
  private readonly knowledge = inject(Knowledge);
  readonly text = signal('');
  readonly corrections = signal<readonly Correction[]>([]);
  /** Words of a picture that are not put right yet. */
  readonly open = signal(0);
  readonly photo = signal<string | null>(null);

  /** `counts`: the own thing is of a kind that has a label. */
  constructor(private readonly counts: () => boolean) {}

  /** Products of the catalogue that it reads like. */
  readonly near = computed(() => {
    const c = this.knowledge.catalogue();
    return c && this.counts() && this.text().trim()
      ? nearestProducts(readLabel(this.text(), c, this.corrections()), c)
      : [];
  });
  /** What it changes of the nearest product: the contents, and whether all of them are named. */
  changes(base: Record<string, unknown>): Record<string, unknown> {
    const c = this.knowledge.catalogue();
    const text = this.text().trim();
    return c && text && this.counts()
      ? { ...changesOfLabel(text, this.corrections(), base as unknown as Product, c) }
      : {};
  }
  /** As it is kept; null where nothing was typed and nothing shown. */
  kept(): OwnItem['label'] {
    const text = this.text().trim();
    const photo = this.photo();
    if (!text && !photo) return null;
    return {
      text,
      ...(photo ? { photo } : {}),
      ...(this.corrections().length ? { corrections: [...this.corrections()] } : {}),
    };
  }
  /** Begin with one that was read or kept before, or with none. */
  lay(o: OwnItem['label'] | null): void {
    this.text.set(o?.text ?? '');
    this.corrections.set((o?.corrections ?? []).map((x) => ({ text: x.text, substance: x.substance ?? null })));
    this.photo.set(o?.photo ?? null);
  }
}
