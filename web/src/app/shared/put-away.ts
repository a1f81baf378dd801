import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';

/** Something goes only when asked twice; between the two stands what hangs on it (the content). */
@Component({
  selector: 'dt-put-away',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton],
  templateUrl: './put-away.html',
})
export class PutAway {
  /** `Put it away`, `Take it off the shelf`. */
  readonly offer = input('Put it away');
  readonly asks = input.required<string>();
  readonly sure = output<void>();
  protected readonly asking = signal(false);
}
