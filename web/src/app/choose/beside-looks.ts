import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Advice } from '@dolly-tub/core';
import { SourceNote } from '../shared/source-note';
import { capital } from '../shared/words';

/** What matters beside looks: the danger before anything else, what to do at once, and what hygiene asks. */
@Component({
  selector: 'dt-beside-looks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SourceNote],
  templateUrl: './beside-looks.html',
  styleUrl: './beside-looks.scss',
})
export class BesideLooks {
  readonly hazard = input<Advice['hazard']>(null);
  readonly firstAid = input<Advice['firstAid']>(null);
  readonly hygiene = input<Advice['hygiene']>(null);
  protected readonly capital = capital;
  /** Everyday dirt asks for no more than washing: that is no notice. */
  protected readonly asks = computed(() => (this.hygiene()?.asks === 'wash' ? null : this.hygiene()));
}
