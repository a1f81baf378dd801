import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Spot } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectLoaded, selectLog, selectRooms, selectSettings, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Clock } from '../shared/clock';
import { figure } from '../shared/words';
import { dueInDays, dueWords } from './due';
import { Plan } from './plan';
import { roomsEvents, roomsFeature } from './rooms.state';
import { SpotCard } from './spot-card';
import { SpotEdit } from './spot-edit';

/** The house from above, a room at a time. */
@Component({
  selector: 'dt-rooms',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Plan, SpotCard, SpotEdit, RouterLink],
  template: `
    <div class="page">
      @if (room(); as r) {
        <div class="page-head">
          <div><h1>{{ r.name }}</h1><p class="quiet about">{{ about() }}</p></div>
          <nav class="chips" aria-label="Rooms">@for (x of rooms(); track x.id) { <a class="chip" [routerLink]="['/rooms', x.id]" [class.on]="x.id === r.id" [attr.aria-current]="x.id === r.id ? 'page' : null">{{ x.name }}</a> }</nav>
        </div>
        <div class="layout">
          <div class="plate draw">
            <dt-plan [room]="r" [spots]="here()" [picked]="spot()?.id ?? null" [arranging]="state.mode() === 'arrange'" (pick)="pick($event)" (moved)="move($event)" />
            <div class="row tools no-print"><button class="chip" type="button" [attr.aria-pressed]="state.mode() === 'arrange'" (click)="store.dispatch(events.arrangingToggled())">{{ state.mode() === 'arrange' ? 'Done moving' : 'Move the spots' }}</button><span class="quiet small">@if (state.mode() === 'arrange') { Drag a ring, or Alt and an arrow key. } @else { Rings fill as they get dirty; stitches show the way round. }</span></div>
            @if (trouble(); as t) { <p class="warn" role="alert">{{ t }}</p> }
          </div>
          <div class="stack side">
            @if (spot(); as s) {
              @if (state.mode() === 'edit') { <dt-spot-edit [spot]="s" (done)="store.dispatch(events.editClosed())" /> } @else { <dt-spot-card [spot]="s" (edit)="store.dispatch(events.editOpened())" (looked)="look(s, $event)" /> }
            }
            <section class="plate zinc" aria-labelledby="due-title">
              <h3 id="due-title">Due here</h3>
              <ul class="due">
                @for (d of due(); track d.spot.id) { <li><button class="pick" type="button" (click)="pick(d.spot.id)"><span>{{ d.spot.routeOrder }}. {{ d.spot.name }}</span><b [class.warn]="d.days <= 0">{{ d.words }}</b></button></li> }
              </ul>
            </section>
          </div>
        </div>
      } @else if (loaded()) {
        <div class="plate"><h1>No rooms yet</h1><p>Put the demo household back in the settings, or bring in a file of your own.</p><a class="btn strong" routerLink="/settings">Settings</a></div>
      } @else { <p class="quiet" role="status">Reading the house …</p> }
    </div>
  `,
  styles: `
    .about { margin: 4px 0 0; }
    .layout { display: grid; grid-template-columns: minmax(0, 1.85fr) minmax(340px, 1fr); gap: 18px; align-items: start; }
    .draw { padding: 10px 14px 14px; }
    .tools { margin-top: 4px; }
    .due { list-style: none; margin-top: 8px; }
    .pick { display: flex; justify-content: space-between; gap: 12px; width: 100%; min-height: 34px; padding: 4px 6px; border: 0; border-radius: 8px; background: none; text-align: left; cursor: pointer; }
    .pick:hover { background: var(--blue-wash); }
    @media (max-width: 860px) { .layout { grid-template-columns: minmax(0, 1fr); } .chips { flex-wrap: nowrap; overflow-x: auto; width: 100%; padding: 4px 3px 8px; } .chip { flex: none; } }
  `,
})
export class RoomsPage {
  protected readonly store = inject(Store);
  private readonly api = inject(HouseholdApi);
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
  private readonly log = this.store.selectSignal(selectLog);
  private readonly settings = this.store.selectSignal(selectSettings);
  protected readonly trouble = signal<string | null>(null);
  /** Route: /rooms/:room?spot= */
  readonly roomId = input<string | undefined>(undefined, { alias: 'room' });
  readonly spotId = input<string | undefined>(undefined, { alias: 'spot' });

  constructor() {
    void inject(Knowledge).load();
    effect(() => this.store.dispatch(roomsEvents.spotPicked({ spot: this.spotId() ?? null })));
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
  protected pick(spot: string): void {
    void this.router.navigate(['/rooms', this.room()!.id], { queryParams: { spot }, replaceUrl: true });
  }
  protected async move(m: { spot: Spot; x: number; y: number }): Promise<void> {
    await this.keep({ ...m.spot, x: m.x, y: m.y });
  }
  /** One look: the worst soil takes the new amount; clean takes all of it off. */
  protected async look(s: Spot, severity: number): Promise<void> {
    const worst = Math.max(0, ...s.soils.map((x) => x.severity));
    const soils = s.soils.map((x) =>
      severity === 0
        ? { ...x, severity: 0 }
        : x.severity === worst
          ? { ...x, severity, seenAt: this.clock.now().toISOString() }
          : x,
    );
    await this.keep({ ...s, soils });
  }
  private async keep(s: Spot): Promise<void> {
    this.trouble.set(null);
    try {
      await this.api.replace('spots', s);
    } catch (e) {
      if (!(e instanceof Refused)) throw e;
      this.trouble.set(e.detail);
    }
  }
}
