import { ChangeDetectionStrategy, Component, effect, inject, input } from '@angular/core';
import type { MeetingId } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { Knowledge } from '../knowledge/knowledge';
import { VERDICTS, VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';
import { Air } from './air';
import { Meeting } from './meeting';
import { MixAsk } from './mix-ask';
import { mixEvents } from './mix.state';
import { MixVerdict } from './mix-verdict';
import { InTurn } from '../shared/in-turn';

/** May these meet? What is asked, and beside it one big verdict. */
@Component({
  selector: 'dt-mix',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InTurn, Air, MixAsk, MixVerdict, VerdictShape],
  providers: [Meeting],
  templateUrl: './mix.page.html',
  styleUrl: './mix.page.scss',
})
export class MixPage {
  private readonly store = inject(Store);
  protected readonly knowledge = inject(Knowledge);
  protected readonly meeting = inject(Meeting);
  protected readonly words = VERDICTS;
  protected readonly capital = capital;
  /** /mix?with=chlorine-bleach,white-vinegar&where=surface */
  readonly with = input<string | undefined>();
  readonly where = input<string | undefined>();

  constructor() {
    void this.knowledge.load();
    effect(() => {
      const ids = this.with()?.split(',').filter(Boolean);
      if (ids?.length) this.store.dispatch(mixEvents.thingsBrought({ items: ids.map((product) => ({ product })) }));
      const where = this.where();
      if (where) this.store.dispatch(mixEvents.meetingChosen({ meeting: where as MeetingId }));
    });
  }
}
