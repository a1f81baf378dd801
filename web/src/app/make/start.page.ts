import { ChangeDetectionStrategy, Component, effect, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectRooms } from '../household/state';

/** The first screen of an empty house: what this is, and three ways on. */
@Component({
  selector: 'dt-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink],
  templateUrl: './start.page.html',
  styleUrl: './start.page.scss',
})
export class StartPage {
  private readonly api = inject(HouseholdApi);
  private readonly router = inject(Router);
  protected readonly rooms = inject(Store).selectSignal(selectRooms);
  protected readonly busy = signal(false);
  protected readonly trouble = signal<string | null>(null);

  private readonly coming = signal(false);

  constructor() {
    // the rooms come with the stream of changes
    effect(() => {
      if (this.coming() && this.rooms().length) void this.router.navigate(['/rooms']);
    });
  }
  /** The made-up house, to look round in; it is told on every screen that it is one. */
  protected async demo(): Promise<void> {
    this.busy.set(true);
    this.trouble.set(null);
    try {
      await this.api.call('POST', '/demo/reset', { confirm: 'reset' });
      this.coming.set(true);
    } catch (x) {
      this.trouble.set(x instanceof Refused ? x.detail : 'That did not work: try once more.');
    }
    this.busy.set(false);
  }
}
