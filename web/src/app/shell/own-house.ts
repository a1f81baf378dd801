import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import type { Settings } from '@dolly-tub/core';
import { HouseholdApi } from '../household/api';

/** What goes over from the made-up house: how this person reads, counts and lights; nothing of who lives there. */
const TAKEN = ['timeZone', 'locale', 'measureSystem', 'currency', 'theme', 'colourClasses'] as const;

/** From looking round the made-up house to a house of one's own. */
@Injectable({ providedIn: 'root' })
export class OwnHouse {
  private readonly api = inject(HouseholdApi);
  private readonly router = inject(Router);

  /** The made-up house goes (a copy is kept for 30 days); settings of the look stay. */
  async begin(was: Settings): Promise<void> {
    await this.api.call('POST', '/household/empty', { confirm: 'empty', keep: true });
    const is = await this.api.read('settings', was.id);
    await this.api.replace('settings', { ...is, ...Object.fromEntries(TAKEN.map((k) => [k, was[k]])) } as Settings);
    await this.router.navigate(['/start']);
  }
}
