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

/** Air changes an hour when a room says nothing: closed, and with the window open. */
const CLOSED_ACH = 0.5;
const OPEN_ACH = 4;

/** It has happened: very large, in the order in which it is done; whom to call and what to say; then when to go back. */
@Component({
  selector: 'dt-emergency-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, RouterLink, SourceNote],
  template: `
    <ol>
      <li><b>Everybody out.</b> Now. Children and animals too.</li>
      <li><b>Fresh air.</b> Leave doors open behind you if it costs no second.</li>
      <li><b>Call</b>&ngsp;
        @if (number()) { <a class="call" [href]="tel(number())">{{ number() }}</a> } @else { the local emergency number }
        @if (poison()) { or the poison centre <a class="call" [href]="tel(poison())">{{ poison() }}</a> } @else { or your poison centre }
        @if (!number() && !poison()) { <span class="set no-print">(<a routerLink="/settings">write the numbers here once</a>)</span> }
      </li>
      <li><b>Do not go back.</b> Not for the bottle. Do not mop it, push it to the drain or neutralise it.</li>
      <li><b>Say</b> what met: {{ what() || 'the names on the bottles, if you can see them from outside' }}; when: {{ now() }}; where: {{ roomName() }}; who was there: {{ people() }}.</li>
    </ol>
    <p class="body">On skin or in eyes: rinse at once with plenty of running water, take off soaked clothing and lenses, call. Swallowed: rinse the mouth, do not induce vomiting, call. Coughing or tight chest hours later: call again.</p>
    <section class="after"><h2>Going back</h2>
      <p>Not before the people you called say so. Then air it: every window and door to the outside open, fan on, doors to other rooms shut. @if (rooms().length) { <dt-chooser class="no-print" label="Which room" look="chip" empty="which room?" [choices]="rooms()" [value]="room()" (chosen)="room.set($event)" /> }</p>
      <p>With the window open at about {{ open() }} changes of air an hour, 99 % of the air is another after <b>{{ spanOf(renewed(open())) }}</b>; shut, at {{ shut() }}, only after {{ spanOf(renewed(shut())) }} <dt-source of="cdc-2003-table-b1" />. Open it before you clean anything up; gloves, and water last.</p>
    </section>
  `,
  styles: `
    :host { display: grid; gap: 16px; } ol { display: grid; gap: 12px; padding-left: 1.3em; font-size: clamp(21px, 3vw, 27px); line-height: 1.25; margin: 0; } li::marker { font: 800 1em var(--display); color: var(--v5); } b { font-weight: 800; }
    .call { font-weight: 800; font-size: 1.15em; color: var(--v5); } .set { font-size: 17px; } .body { font-size: 18px; margin: 0; } .after { border-top: 3px solid var(--zinc-2); padding-top: 12px; } .after h2 { font-size: 22px; } .after p { font-size: 18px; margin: 6px 0 0; }
  `,
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
