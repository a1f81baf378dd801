import { ChangeDetectionStrategy, Component, computed, inject, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { draftOf, type RoomKind } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectRooms, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { capital } from '../shared/words';
import { makeEvents, makeFeature } from './make.state';

/** Rooms by tapping their kinds: each tap names one more. */
@Component({
  selector: 'dt-make-rooms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink],
  templateUrl: './rooms.html',
  styleUrl: './rooms.scss',
})
export class MakeRooms {
  protected readonly store = inject(Store);
  protected readonly events = makeEvents;
  private readonly knowledge = inject(Knowledge);
  private readonly rooms = this.store.selectSignal(selectRooms);
  private readonly spots = this.store.selectSignal(selectSpots);
  protected readonly drafts = this.store.selectSignal(makeFeature.selectDrafts);
  readonly next = output<void>();
  protected readonly capital = capital;
  protected readonly kinds = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? [...c.roomkinds.values()].map((kind) => ({ kind, with: this.holds(kind) })) : [];
  });
  protected readonly made = computed(() =>
    this.rooms().map((r) => ({ id: r.id, name: r.name, spots: this.spots().filter((s) => s.room === r.id).length })),
  );
  private holds(kind: RoomKind): string {
    const c = this.knowledge.catalogue()!;
    return kind.fixtures
      .map((f) => c.fixtures.get(f)!)
      .filter((f) => !f.door && !f.window && !f.fan)
      .slice(0, SHOWN)
      .map((f) => f.name)
      .join(', ');
  }
  protected name(kind: RoomKind): void {
    const taken = [...this.rooms(), ...this.drafts()].map((r) => r.name);
    this.store.dispatch(makeEvents.roomNamed({ draft: draftOf(kind, taken, this.knowledge.catalogue()!) }));
  }
}
const SHOWN = 4;
