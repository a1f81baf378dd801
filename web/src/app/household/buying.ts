import { inject } from '@angular/core';
import { nameOfItem, barOf, boughtOf, kitFor, profileOf, type Shopping } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { capital } from '../shared/words';
import { type Deeds } from './deeds';
import { selectHousehold, selectKits, selectStock } from './state';

/** What becomes of a line of the list: bought onto its shelf, dropped, or put back. Made within a component. */
export class Buying {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly household = this.store.selectSignal(selectHousehold);

  constructor(private readonly deeds: Deeds) {}

  nameOf({ item, words }: Pick<Shopping, 'item' | 'words'>): string {
    const c = this.knowledge.catalogue();
    return item ? nameOfItem(item, c) : (words ?? '');
  }
  /** The kit it goes into. */
  kitOf(line: Shopping) {
    return line.item ? kitFor(line, this.kits(), this.stock()) : null;
  }
  /** Why it may not stand where it would go. */
  barOf(line: Shopping) {
    const c = this.knowledge.catalogue();
    const kit = this.kitOf(line);
    return c && kit ? barOf(line, kit, this.stock(), profileOf(this.household(), this.clock.minute()), c) : null;
  }
  /** Onto its shelf where it may stand there, and off the list, as one deed. */
  buy(line: Shopping): void {
    const c = this.knowledge.catalogue();
    if (!c) return;
    const bar = this.barOf(line);
    const kit = bar ? null : this.kitOf(line);
    const where = bar ? `. It stands on no shelf yet: ${bar.because}` : kit ? `, onto ${kit.name}.` : '.';
    const entry = boughtOf(line, kit, this.stock(), uuidv7, c);
    this.deeds.ask({ does: 'write', entry }, `Bought: ${this.nameOf(line)}${where}`);
  }
  turn(line: Shopping, state: Shopping['state']): void {
    const { id, version } = line;
    this.deeds.ask(
      { does: 'change', on: 'shopping', id, version, fields: { state } },
      `${capital(this.nameOf(line))}: ${state === 'open' ? 'on the list again' : 'off the list'}.`,
    );
  }
}
