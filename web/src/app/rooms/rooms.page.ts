import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { dueInDays, dueWords, fixtureMoved, wallPushed, lookedAt, type Spot } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import {
  selectKits,
  selectLoaded,
  selectLog,
  selectRooms,
  selectSettings,
  selectSpots,
  selectStock,
} from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { InTurn } from '../shared/in-turn';
import { InView } from '../shared/in-view';
import { UpkeepList } from '../shared/upkeep';
import { capital, figure, SEVERITY } from '../shared/words';
import { Plan } from './plan';
import { roomsEvents, roomsFeature } from './rooms.state';
import { PourAway } from './pour-away';
import { RoomEdit } from './room-edit';
import { RoomThings } from './room-things';
import { SpotAdd } from './spot-add';
import { SpotCard } from './spot-card';
import { SpotEdit } from './spot-edit';
import { SpotsMany } from './spots-many';

/** The house from above, a room at a time. */
@Component({
  selector: 'dt-rooms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    InTurn,
    InView,
    MatIcon,
    MatButtonToggle,
    MatButton,
    Plan,
    PourAway,
    RoomEdit,
    RoomThings,
    SpotAdd,
    SpotCard,
    SpotEdit,
    SpotsMany,
    RouterLink,
    UpkeepList,
  ],
  templateUrl: './rooms.page.html',
  styleUrl: './rooms.page.scss',
})
export class RoomsPage {
  protected readonly store = inject(Store);
  private readonly deeds = deedsFrom('rooms: spot');
  private readonly router = inject(Router);
  private readonly clock = inject(Clock);
  protected readonly events = roomsEvents;
  protected readonly state = {
    spot: this.store.selectSignal(roomsFeature.selectSpot),
    mode: this.store.selectSignal(roomsFeature.selectMode),
  };
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly rooms = this.store.selectSignal(selectRooms);
  private readonly spots = this.store.selectSignal(selectSpots);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly log = this.store.selectSignal(selectLog);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly trouble = this.deeds.trouble;
  /** Route: /rooms/:room?spot= */
  readonly roomId = input<string | undefined>(undefined, { alias: 'room' });
  readonly spotId = input<string | undefined>(undefined, { alias: 'spot' });

  constructor() {
    void inject(Knowledge).load();
    effect(() => this.store.dispatch(roomsEvents.spotPicked({ spot: this.spotId() ?? null })));
    // an empty house begins at the beginning
    effect(() => {
      if (this.loaded() && !this.rooms().length) void this.router.navigate(['/start'], { replaceUrl: true });
    });
  }
  protected readonly room = computed(() => this.rooms().find((r) => r.id === this.roomId()) ?? this.rooms()[0]);
  protected readonly here = computed(() => this.spots().filter((s) => s.room === this.room()?.id));
  protected readonly spot = computed<Spot | undefined>(
    () => this.here().find((s) => s.id === this.state.spot()) ?? this.here()[0],
  );
  protected readonly about = computed(() => {
    const r = this.room();
    if (!r) return '';
    const area =
      Math.abs(
        r.outline.reduce(
          (a, p, i) =>
            a + p.x * r.outline[(i + 1) % r.outline.length]!.y - r.outline[(i + 1) % r.outline.length]!.x * p.y,
          0,
        ),
      ) / 2e6;
    return [
      `${figure(area)} m²`,
      `${figure((area * r.height_mm) / 1000)} m³`,
      r.fan_Lps ? `fan ${r.fan_Lps} L/s` : 'no fan',
      `${this.here().length} spots`,
    ].join(' · ');
  });
  /** What stands in the kits of this room: its tools want upkeep by their uses. */
  protected readonly tools = computed(() => {
    const kits = new Set(this.kits().flatMap((k) => (k.room === this.room()?.id ? [k.id] : [])));
    return this.stock().filter((s) => kits.has(s.kit));
  });
  protected readonly due = computed(() =>
    this.here()
      .map((spot) => ({
        spot,
        days: dueInDays(spot, this.log(), this.clock.minute(), this.settings()?.timeZone ?? 'UTC'),
      }))
      .filter((d): d is { spot: Spot; days: number } => d.days !== null)
      .sort((a, b) => a.days - b.days)
      .slice(0, 5)
      .map((d) => ({ ...d, words: dueWords(d.days) })),
  );
  protected added(spot: string | null): void {
    this.store.dispatch(roomsEvents.editClosed());
    if (spot) this.pick(spot);
  }
  protected pick(spot: string): void {
    void this.router.navigate(['/rooms', this.room()!.id], { queryParams: { spot }, replaceUrl: true });
  }
  protected move({ spot, x, y }: { spot: Spot; x: number; y: number }): void {
    this.keep(spot, { x, y }, `${spot.name} moved.`);
  }
  protected moveThing({ id, x, y }: { id: string; x: number; y: number }): void {
    const room = this.room()!;
    const edits = fixtureMoved(room, this.here(), id, { x, y });
    const entry = { kind: 'edit' as const, edits, names: { record: room.name } };
    this.deeds.ask({ does: 'write', entry }, `${capital(id.replace(/-/g, ' '))}: put there.`);
  }
  protected moveWall({ wall, by_mm }: { wall: number; by_mm: number }): void {
    const room = this.room()!;
    const edits = wallPushed(room, this.here(), wall, by_mm);
    if (!edits.length) return;
    const entry = { kind: 'edit' as const, edits, names: { record: room.name } };
    this.deeds.ask({ does: 'write', entry }, `${room.name}: its walls are changed.`);
  }
  protected look(s: Spot, severity: number): void {
    this.keep(s, { soils: lookedAt(s, severity, this.clock.now()) }, `${s.name}: ${SEVERITY[severity]}.`);
  }
  private keep({ id, version }: Spot, fields: Partial<Spot>, says: string): void {
    this.deeds.ask({ does: 'change', on: 'spots', id, version, fields }, says);
  }
}
