import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { purgeMinutes } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectMembers, selectRooms, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { SourceNote } from '../shared/source-note';
import { peopleWords, span, when } from '../shared/words';
import { InTurn } from '../shared/in-turn';

/** Air changes an hour when a room says nothing: closed, and with the window open. */
const CLOSED_ACH = 0.5;
const OPEN_ACH = 4;

/** It has happened: very large, in the order in which it is done; whom to call and what to say; then when to go back. */
@Component({
  selector: 'dt-emergency-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, Chooser, RouterLink, SourceNote],
  templateUrl: './card.html',
  styleUrl: './card.scss',
})
export class EmergencyCard {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  private readonly settings = this.store.selectSignal(selectSettings);
  private readonly members = this.store.selectSignal(selectMembers);
  private readonly allRooms = this.store.selectSignal(selectRooms);
  constructor() {
    void this.knowledge.load();
  }
  /** What met, in words. */
  readonly what = input('');
  protected readonly room = signal<string | null>(null);
  protected readonly spanOf = span;
  protected readonly number = computed(() => this.settings()?.emergency.number ?? '');
  protected readonly poison = computed(() => this.settings()?.emergency.poisonCentre ?? '');
  protected tel = (n: string): string => `tel:${n.replace(/[^\d+*#]/g, '')}`;
  protected readonly now = computed(() =>
    when(this.clock.minute().toISOString(), this.settings()?.timeZone, this.settings()?.locale),
  );
  protected readonly rooms = computed<Choice[]>(() =>
    this.allRooms().map((r) => ({ id: r.id, name: r.name.toLowerCase() })),
  );
  private readonly here = computed(() => this.allRooms().find((r) => r.id === this.room()));
  protected readonly roomName = computed(() => this.here()?.name.toLowerCase() ?? 'which room');
  protected readonly people = computed(() => peopleWords(this.members()) || 'how many people, how old');
  protected readonly shut = computed(() => this.here()?.ach ?? CLOSED_ACH);
  protected readonly open = computed(() => Math.max(OPEN_ACH, 2 * this.shut()));
  /** Minutes until 99 % of the air is another (CDC 2003, Table B.1). */
  protected renewed = (ach: number): number => Math.ceil(purgeMinutes(100, 1, ach));
}
