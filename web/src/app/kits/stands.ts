import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type Kit, localDay, profileOf, type Stands as Finding, storageOf, usualPack } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectHousehold, selectMembers } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { capital } from '../shared/words';
import { Listing } from './listing';
import { Moving } from './moving';

/** How the things of a kit stand: who could reach them, what is past its time, what is too heavy; each with what mends it. */
@Component({
  selector: 'dt-stands',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, SourceNote],
  templateUrl: './stands.html',
  styleUrl: './kit-check.scss',
})
export class Stands {
  private readonly store = inject(Store);
  private readonly clock = inject(Clock);
  private readonly knowledge = inject(Knowledge);
  private readonly moving = inject(Moving);
  protected readonly listing = new Listing();
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly members = this.store.selectSignal(selectMembers);
  readonly kit = input.required<Kit>();
  private readonly found = computed<Finding[]>(() => {
    const c = this.knowledge.catalogue();
    const h = { ...this.household(), members: this.members() };
    const now = this.clock.minute();
    return c ? storageOf(this.kit(), h, localDay(now, h.settings?.timeZone ?? 'UTC'), profileOf(h, now), c) : [];
  });
  /** What is the same of several things is told once. */
  protected readonly rows = computed(() => {
    const kits = this.household().kits;
    const by = new Map<string, { key: string; text: string; source: string; things: ReturnType<typeof thing>[] }>();
    const thing = (f: Finding) => {
      const to = f.better && kits.find((k) => k.id === f.better!.kit);
      return {
        finding: f,
        name: f.stock ? this.listing.nameOf(f.stock.item) : '',
        to: to
          ? `${to.id === this.kit().id ? '' : `${to.name}, `}${to.places.find((p) => p.id === f.better!.place)!.name}`
          : null,
        asks: f.better?.asks.join(' ') ?? '',
      };
    };
    for (const f of this.found()) {
      const key = f.kind === 'place' ? f.text : `${f.kind} ${f.stock?.id ?? f.text}`;
      const row = by.get(key) ?? { key, text: f.text, source: f.source, things: [] };
      row.things.push(thing(f));
      by.set(key, row);
    }
    return [...by.values()].map((r) => ({
      ...r,
      names: capital(
        r.things
          .map((t) => t.name)
          .filter(Boolean)
          .join(', '),
      ),
    }));
  });
  protected move({ stock, better }: Finding): void {
    if (stock && better) this.moving.put(stock, { kit: better.kit, place: better.place });
  }
  protected list({ stock }: Finding): void {
    const c = this.knowledge.catalogue();
    if (!c || !stock) return;
    const { amount, unit } = usualPack(stock.item, c);
    this.listing.add(stock.item, unit, amount, this.kit().id);
  }
}
