import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatStepperModule } from '@angular/material/stepper';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { selectLoaded, selectRooms, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { makeEvents, makeFeature } from './make.state';
import { MakePeople } from './people';
import { MakeRoom } from './room';
import { MakeRooms } from './rooms';
import { InTurn } from '../shared/in-turn';

/** A house of one's own: who lives there, which rooms, and room by room what each thing is made of. */
@Component({
  selector: 'dt-make',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, MakePeople, MakeRoom, MakeRooms, MatButton, MatProgressBar, MatStepperModule, RouterLink],
  templateUrl: './make.page.html',
  styleUrl: './make.page.scss',
})
export class MakePage {
  protected readonly store = inject(Store);
  protected readonly events = makeEvents;
  protected readonly step = this.store.selectSignal(makeFeature.selectStep);
  protected readonly drafts = this.store.selectSignal(makeFeature.selectDrafts);
  protected readonly loaded = this.store.selectSignal(selectLoaded);
  protected readonly rooms = this.store.selectSignal(selectRooms);
  private readonly spots = this.store.selectSignal(selectSpots);
  protected readonly catalogue = inject(Knowledge).catalogue;
  /** /make?step=rooms: one more room, from a house that is there. */
  readonly at = input<string | undefined>(undefined, { alias: 'step' });

  constructor() {
    void inject(Knowledge).load();
    effect(() => {
      if (this.at() === 'rooms') untracked(() => this.store.dispatch(makeEvents.stepOpened({ step: 1 })));
    });
  }
  protected open(step: number): void {
    if (step !== this.step()) this.store.dispatch(makeEvents.stepOpened({ step }));
  }
  protected readonly share = computed(() => {
    const all = this.rooms().length + this.drafts().length;
    return all ? (100 * this.rooms().length) / all : 0;
  });
  protected readonly far = computed(() => {
    const [rooms, spots] = [this.rooms().length, this.spots().length];
    if (!rooms) return 'Kept as you go: leave when you like, and go on where you were.';
    const left = this.drafts().length;
    return `${rooms} ${rooms === 1 ? 'room' : 'rooms'} with ${spots} spots${left ? `, ${left} to go` : ''}.`;
  });
}
