import { ChangeDetectionStrategy, Component, effect, inject, input, linkedSignal, type OnDestroy } from '@angular/core';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { readAloudFor } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectMembers } from '../household/state';

/** A step read by the browser's own voice: on from the start where somebody of the house does not see well. */
@Component({
  selector: 'dt-read-aloud',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatSlideToggle],
  templateUrl: './read-aloud.html',
})
export class ReadAloud implements OnDestroy {
  private readonly members = inject(Store).selectSignal(selectMembers);
  readonly text = input.required<string>();
  /** Browsers without a voice are not asked. */
  protected readonly voice: SpeechSynthesis | undefined = window.speechSynthesis;
  protected readonly on = linkedSignal(() => readAloudFor(this.members()));

  constructor() {
    effect(() => {
      const text = this.text();
      this.voice?.cancel();
      if (this.on()) this.voice?.speak(new SpeechSynthesisUtterance(text));
    });
  }
  ngOnDestroy(): void {
    this.voice?.cancel();
  }
}
