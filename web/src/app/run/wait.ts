import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Wait } from '@dolly-tub/core';

/** A wait as a ring that fills, with what to do in words and the time to go. */
@Component({
  selector: 'dt-wait',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wait.html',
  styleUrl: './wait.scss',
})
export class WaitRing {
  readonly wait = input.required<Wait>();
  protected readonly clock = computed(() => {
    const s = this.wait().remaining_s;
    return `${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`;
  });
  protected readonly words = computed(() => {
    const { over, ready } = this.wait();
    return over ? 'past its longest: wet it again or wipe now' : ready ? 'ready: go on' : 'wait; still wet?';
  });
  protected readonly says = computed(
    () => `${this.wait().label}: ${this.wait().ready ? 'ready' : `${this.clock()} to go`}`,
  );
}
