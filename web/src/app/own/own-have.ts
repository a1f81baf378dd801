import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { OwnItem } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectOwn } from '../household/state';
import { capital } from '../shared/words';
import type { Kind } from './fields';

/** What this house knows of one kind beside the catalogue: to change, to take away, to ask about. */
@Component({
  selector: 'dt-own-have',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, RouterLink],
  templateUrl: './own-have.html',
  styleUrl: './own-have.scss',
})
export class OwnHave {
  private readonly removing = deedsFrom('own things: take away');
  protected readonly own = inject(Store).selectSignal(selectOwn);
  readonly kind = input.required<Kind>();
  /** How many the catalogue knows, in words: `263 materials`. */
  readonly known = input.required<string>();
  /** Names of all that is known of that kind, by id. */
  readonly names = input.required<ReadonlyMap<string, { name: string }>>();
  readonly edit = output<OwnItem>();
  protected readonly trouble = this.removing.trouble;

  protected likeOf = (o: OwnItem): string =>
    !o.basedOn && o.label
      ? 'known by its label only: judged, never offered'
      : `like ${this.names().get(o.basedOn ?? '')?.name ?? 'nothing known any more'}`;
  protected differs(o: OwnItem): string {
    const n = Object.keys(o.changes).length;
    return n ? `, ${n} ${n === 1 ? 'thing' : 'things'} changed` : '';
  }
  protected remove(o: OwnItem): void {
    this.removing.ask(
      { does: 'put-away', on: this.kind(), id: o.id, version: o.version },
      `${capital(o.name)} is gone. Spots that were made of it fall back to nothing known: give them another.`,
    );
  }
}
